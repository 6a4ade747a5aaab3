import { ChangeDetectionStrategy, Component } from '@angular/core';
import { PartsFrame } from '../ui/parts-frame';

/** The parts of Moves: what was decided, budgets planned together, and what came of it. */
@Component({
  selector: 'ul-moves-frame',
  imports: [PartsFrame],
  template: `<ul-parts-frame label="Parts of Moves" [parts]="parts" />`,
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class MovesFrame {
  protected readonly parts = [
    { path: '/moves', label: 'Decided' },
    { path: '/moves/plan', label: 'Budget plan' },
    { path: '/moves/rules', label: 'Standing rules' },
    { path: '/moves/results', label: 'Results' },
  ];
}
