import { inject, Injectable } from '@angular/core';
import { MatSnackBar } from '@angular/material/snack-bar';
import type { SheetFormat, SheetRequest } from '@lens/contract';
import { firstValueFrom } from 'rxjs';
import { Api, type ApiError } from '../data/api';
import { download } from '../data/download';
import { Dark } from '../ui/dark';

/** What is taken along, however it is written down. */
export type Taken = Omit<SheetRequest, 'format' | 'paper'>;

/** Pictures and dashboards as files and in the clipboard, drawn on the server as they are on the screen. */
@Injectable({ providedIn: 'root' })
export class TakeAlong {
  private readonly api = inject(Api);
  private readonly notices = inject(MatSnackBar);
  private readonly dark = inject(Dark);

  async save(taken: Taken, format: SheetFormat): Promise<void> {
    try {
      download(await this.drawn(taken, format), taken.title, format);
    } catch (error) {
      this.tell(`It could not be drawn. ${(error as ApiError).message}`);
    }
  }

  async copy(taken: Taken): Promise<void> {
    let problem = 'The browser does not let pictures be copied. Save it as a file.';
    const drawn = this.drawn(taken, 'png').catch((error: unknown) => {
      problem = `It could not be drawn. ${(error as ApiError).message}`;
      throw error;
    });
    try {
      // Browsers let be copied only what was asked for at the click; what comes later is promised then.
      await navigator.clipboard.write([new ClipboardItem({ 'image/png': drawn })]);
      this.tell('The picture is copied: paste it anywhere.');
    } catch {
      this.tell(problem);
    }
  }

  private drawn(taken: Taken, format: SheetFormat): Promise<Blob> {
    const paper = format === 'pdf' ? 'white' : this.dark.isDark() ? 'dark' : 'light';
    return firstValueFrom(this.api.sheet({ ...taken, format, paper }));
  }

  private tell(text: string): void {
    this.notices.open(text, 'Close', { duration: 6000 });
  }
}
