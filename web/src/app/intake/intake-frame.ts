import { ChangeDetectionStrategy, Component } from '@angular/core';
import { PartsFrame } from '../ui/parts-frame';

/** The parts of Intake: what came in, and how it is to be understood. */
@Component({
  selector: 'ul-intake-frame',
  imports: [PartsFrame],
  template: `<ul-parts-frame label="Parts of Intake" [parts]="parts" />`,
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class IntakeFrame {
  protected readonly parts = [
    { path: '/intake', label: 'Data' },
    { path: '/intake/words', label: 'Words' },
    { path: '/intake/names', label: 'Names' },
    { path: '/intake/groups', label: 'Groups' },
    { path: '/intake/matching', label: 'Matching' },
    { path: '/intake/sources', label: 'Sources' },
    { path: '/intake/lots', label: 'Lots' },
    { path: '/intake/logbook', label: 'Logbook' },
  ];
}
