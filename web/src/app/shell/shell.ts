import { ChangeDetectionStrategy, Component, computed, inject, viewChild } from '@angular/core';
import { toSignal } from '@angular/core/rxjs-interop';
import { NavigationEnd, Router, RouterLink, RouterLinkActive, RouterOutlet } from '@angular/router';
import { MatDialog } from '@angular/material/dialog';
import { MatIconButton } from '@angular/material/button';
import { MatIcon } from '@angular/material/icon';
import { MatTooltip } from '@angular/material/tooltip';
import { filter, map } from 'rxjs';
import { FOCUS_KEYS } from '../data/address';
import { FocusService } from '../data/focus';
import { HealthService } from '../data/health';
import { MovesService } from '../data/moves';
import { WallMode } from '../data/wall-mode';
import { ScreenNotes } from '../data/screen-notes';
import { Undo } from '../data/undo';
import { isPlainKey } from '../ui/plain-key';
import { FindField } from '../find/find-field';
import { NoteWriter } from '../logbook/note-writer';
import { FocusLine, type FocusParts } from './focus-line';
import { HelpSheet } from './help-sheet';
import { MovesTray } from './moves-tray';

const NO_PARTS: FocusParts = { period: false, comparison: false, counting: false };
const PERIOD: FocusParts = { ...NO_PARTS, period: true };
/** What each screen's sentence says beyond the client. Screens without an entry have no sentence. */
const PARTS: Record<string, FocusParts> = {
  intake: NO_PARTS,
  'intake/names': NO_PARTS,
  'intake/sources': PERIOD,
  'intake/lots': PERIOD,
  'intake/logbook': PERIOD,
  'intake/matching': PERIOD,
  targets: NO_PARTS,
  moves: NO_PARTS,
  'moves/plan': NO_PARTS,
  'moves/rules': NO_PARTS,
  'moves/results': NO_PARTS,
  audit: PERIOD,
  'audit/all': NO_PARTS,
  attribution: PERIOD,
  metrics: { period: true, comparison: true, counting: true },
  'metrics/sets': NO_PARTS,
  compare: { period: true, comparison: true, counting: true },
  dashboards: { period: true, comparison: true, counting: true },
  'dashboards/frozen': NO_PARTS,
  'compare/views': { period: true, comparison: true, counting: true },
};

/** Where the key that undoes has a meaning of its own. */
const UNDOES_ITSELF = 'input:not([type=checkbox], [type=radio]), textarea, [contenteditable], [role=dialog]';

const isUndo = ({ key, ctrlKey, metaKey, shiftKey }: KeyboardEvent): boolean => key === 'z' && (ctrlKey || metaKey) && !shiftKey;

/** The frame: top line, focus line, the screen, the moves tray. */
@Component({
  selector: 'ul-shell',
  imports: [FindField, FocusLine, MatIcon, MatIconButton, MatTooltip, MovesTray, RouterLink, RouterLinkActive, RouterOutlet],
  templateUrl: './shell.html',
  styleUrl: './shell.scss',
  host: { '(document:keydown)': 'onKey($event)' },
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class Shell {
  private readonly router = inject(Router);
  private readonly find = viewChild(FindField);
  private readonly dialog = inject(MatDialog);
  private readonly focus = inject(FocusService);
  private readonly writer = inject(NoteWriter);
  private readonly moves = inject(MovesService);
  private readonly undo = inject(Undo);
  protected readonly notes = inject(ScreenNotes);
  protected readonly isWall = inject(WallMode).isOn;

  protected readonly sections = [
    { path: '/clients', label: 'Clients' },
    { path: '/intake', label: 'Intake' },
    { path: '/metrics', label: 'Metrics' },
    { path: '/compare', label: 'Compare' },
    { path: '/attribution', label: 'Attribution' },
    { path: '/dashboards', label: 'Dashboards' },
    { path: '/audit', label: 'Audit' },
    { path: '/moves', label: 'Moves' },
  ];

  private readonly screen = toSignal(
    this.router.events.pipe(
      filter((event) => event instanceof NavigationEnd),
      map((event) => event.urlAfterRedirects.replace(/^\/|[?#].*$/g, '')),
    ),
    { initialValue: '' },
  );
  protected readonly parts = computed(() => PARTS[this.screen()]);
  protected readonly serious = inject(HealthService).serious;
  protected readonly accepted = computed(() => this.moves.reply()?.accepted.moves ?? 0);

  /** The focus goes along to the other sections; what belongs to one screen stays there. */
  protected readonly carried = computed(() => {
    this.focus.focus();
    const params = new URLSearchParams(this.router.url.split('?')[1] ?? '');
    return Object.fromEntries(FOCUS_KEYS.flatMap((key) => (params.has(key) ? [[key, params.get(key)]] : [])));
  });

  protected help(): void {
    this.dialog.open(HelpSheet, { width: '460px' });
  }

  protected onKey(event: KeyboardEvent): void {
    const within = (places: string): boolean => event.target instanceof HTMLElement && event.target.closest(places) !== null;
    if (this.isWall()) return;
    if (isUndo(event) && !within(UNDOES_ITSELF) && this.undo.last()) event.preventDefault();
    if (isPlainKey(event, '?')) this.help();
    if (isPlainKey(event, 'n')) {
      event.preventDefault();
      this.writer.begin();
    }
    if (isPlainKey(event, '/')) {
      event.preventDefault();
      this.find()?.begin();
    }
  }
}
