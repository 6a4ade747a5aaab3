import { ChangeDetectionStrategy, Component } from '@angular/core';
import { PartsFrame } from '../ui/parts-frame';

/** The parts of Metrics: what each says, and which stand together. */
@Component({
  selector: 'ul-metrics-frame',
  imports: [PartsFrame],
  template: `<ul-parts-frame label="Parts of Metrics" [parts]="parts" />`,
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class MetricsFrame {
  protected readonly parts = [
    { path: '/metrics', label: 'Metrics' },
    { path: '/metrics/sets', label: 'Sets' },
  ];
}
