import { ChangeDetectionStrategy, Component, type ElementRef, inject, viewChild } from '@angular/core';
import { FocusService } from '../data/focus';
import { KeptFiles } from './kept-files';

/** Lets a file of views or dashboards be chosen, and takes it in for the client in focus. */
@Component({
  selector: 'ul-kept-file-picker',
  template: `
    <input
      #box
      type="file"
      class="cdk-visually-hidden"
      aria-label="A file of views or dashboards"
      tabindex="-1"
      accept=".json,application/json"
      (change)="bring(box)"
    />
  `,
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class KeptFilePicker {
  private readonly focus = inject(FocusService);
  private readonly files = inject(KeptFiles);
  private readonly box = viewChild.required<ElementRef<HTMLInputElement>>('box');

  open(): void {
    this.box().nativeElement.click();
  }

  protected bring(box: HTMLInputElement): void {
    const [client, file] = [this.focus.client(), box.files?.[0]];
    if (client && file) this.files.bring(client.id, file);
    // The same file may be chosen again.
    box.value = '';
  }
}
