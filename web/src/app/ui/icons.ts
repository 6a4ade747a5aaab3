import { inject, Injectable } from '@angular/core';
import { MatIconRegistry } from '@angular/material/icon';
import { DomSanitizer } from '@angular/platform-browser';
import add from '@material-symbols/svg-400/outlined/add.svg';
import calendar from '@material-symbols/svg-400/outlined/calendar_month.svg';
import chevronRight from '@material-symbols/svg-400/outlined/chevron_right.svg';
import close from '@material-symbols/svg-400/outlined/close.svg';
import remove from '@material-symbols/svg-400/outlined/delete.svg';
import drag from '@material-symbols/svg-400/outlined/drag_indicator.svg';
import up from '@material-symbols/svg-400/outlined/keyboard_arrow_up.svg';
import download from '@material-symbols/svg-400/outlined/download.svg';
import expandMore from '@material-symbols/svg-400/outlined/keyboard_arrow_down.svg';
import help from '@material-symbols/svg-400/outlined/help.svg';
import unfold from '@material-symbols/svg-400/outlined/unfold_more.svg';
import look from '@material-symbols/svg-400/outlined/tune.svg';
import more from '@material-symbols/svg-400/outlined/more_horiz.svg';
import star from '@material-symbols/svg-400/outlined/star.svg';
import starFull from '@material-symbols/svg-400/outlined/star-fill.svg';
import undo from '@material-symbols/svg-400/outlined/undo.svg';
import uploadFile from '@material-symbols/svg-400/outlined/upload_file.svg';

const ICONS = {
  add,
  calendar,
  'chevron-right': chevronRight,
  close,
  remove,
  download,
  drag,
  'expand-more': expandMore,
  help,
  look,
  more,
  star,
  'star-full': starFull,
  undo,
  unfold,
  up,
  'upload-file': uploadFile,
};

/** The icons the product ships, by the names templates use. */
@Injectable({ providedIn: 'root' })
export class Icons {
  private readonly registry = inject(MatIconRegistry);
  private readonly sanitizer = inject(DomSanitizer);

  register(): void {
    for (const [name, svg] of Object.entries(ICONS)) this.registry.addSvgIconLiteral(name, this.sanitizer.bypassSecurityTrustHtml(svg));
  }
}
