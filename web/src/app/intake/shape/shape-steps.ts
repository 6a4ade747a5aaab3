import { CdkDrag, type CdkDragDrop, CdkDragHandle, CdkDropList, moveItemInArray } from '@angular/cdk/drag-drop';
import { ChangeDetectionStrategy, Component, computed, input, output, signal } from '@angular/core';
import { MatButton, MatIconButton } from '@angular/material/button';
import { MatIcon } from '@angular/material/icon';
import { MatMenu, MatMenuItem, MatMenuTrigger } from '@angular/material/menu';
import { formatNumber, type Step, STEP_KINDS, type StepEffect, type StepKind, stepText, type Style } from '@lens/core';
import { newStep, STEP_LABELS } from './new-step';
import { OrderButtons } from '../../ui/order-buttons';
import { StepForm } from './step-form';

const NOTHING: StepEffect = { headers: [], rows: [], rowsBefore: 0, rowsAfter: 0, changed: 0, problem: '' };

/** The ordered list of steps a table is shaped by, with what each does to the first rows. */
@Component({
  selector: 'ul-shape-steps',
  imports: [
    CdkDrag,
    CdkDragHandle,
    CdkDropList,
    MatButton,
    MatIcon,
    MatIconButton,
    MatMenu,
    MatMenuItem,
    MatMenuTrigger,
    OrderButtons,
    StepForm,
  ],
  templateUrl: './shape-steps.html',
  styleUrl: './shape-steps.scss',
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class ShapeSteps {
  readonly steps = input.required<readonly Step[]>();
  readonly effects = input.required<readonly StepEffect[]>();
  readonly style = input.required<Style>();
  readonly changed = output<readonly Step[]>();

  protected readonly kinds = STEP_KINDS.map((kind) => ({ kind, label: STEP_LABELS[kind] }));
  /** The step being edited. */
  protected readonly open = signal<number | null>(null);
  /** Earlier lists, the last one first to come back. */
  protected readonly earlier = signal<readonly (readonly Step[])[]>([]);
  protected readonly lines = computed(() =>
    this.steps().map((step, at) => {
      const effect = this.effects()[at] ?? NOTHING;
      return { step, text: stepText(step), effect, does: effectText(effect, this.style()) };
    }),
  );

  protected add(kind: StepKind): void {
    this.change([...this.steps(), newStep(kind)]);
    this.open.set(this.steps().length);
  }

  protected edit(at: number, step: Step): void {
    this.change(this.steps().with(at, step));
  }

  protected move(from: number, to: number): void {
    const steps = [...this.steps()];
    moveItemInArray(steps, from, to);
    if (this.open() === from) this.open.set(to);
    else this.open.set(null);
    this.change(steps);
  }

  protected dropped({ previousIndex, currentIndex }: CdkDragDrop<unknown>): void {
    if (previousIndex !== currentIndex) this.move(previousIndex, currentIndex);
  }

  protected remove(at: number): void {
    this.open.set(null);
    this.change(this.steps().toSpliced(at, 1));
  }

  protected undo(): void {
    const [last, ...before] = this.earlier();
    if (!last) return;
    this.earlier.set(before);
    this.open.set(null);
    this.changed.emit(last);
  }

  private change(steps: readonly Step[]): void {
    this.earlier.update((earlier) => [this.steps(), ...earlier].slice(0, 50));
    this.changed.emit(steps);
  }
}

function effectText({ rowsBefore, rowsAfter, changed, problem }: StepEffect, style: Style): string {
  const count = (number: number): string => formatNumber(number, 'count', style);
  if (problem !== '') return problem;
  if (rowsAfter < rowsBefore) return `keeps ${count(rowsAfter)} of the first ${count(rowsBefore)} rows`;
  if (rowsAfter > rowsBefore) return `makes ${count(rowsAfter)} of the first ${count(rowsBefore)} rows`;
  return changed > 0 ? `changes ${count(changed)} cells of the first ${count(rowsBefore)} rows` : '';
}
