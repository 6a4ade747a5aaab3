import { ChangeDetectionStrategy, Component, computed, input, output } from '@angular/core';
import { MatCheckbox } from '@angular/material/checkbox';
import { MatFormField, MatHint, MatLabel } from '@angular/material/form-field';
import { MatInput } from '@angular/material/input';
import type { Step, StepEffect } from '@lens/core';
import { PickField, plainChoices } from '../../ui/pick-field';
import { filledIn, readNames, readPairs, STEP_FIELDS, type StepField, writePairs } from './step-fields';

/** What a step needs to be told. Every change is a new step. */
@Component({
  selector: 'ul-step-form',
  imports: [MatCheckbox, MatFormField, MatHint, MatInput, MatLabel, PickField],
  templateUrl: './step-form.html',
  styleUrl: './step-form.scss',
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class StepForm {
  readonly step = input.required<Step>();
  /** What the step finds. */
  readonly found = input.required<Pick<StepEffect, 'headers' | 'rows'>>();
  readonly changed = output<Step>();

  protected readonly headers = computed(() => plainChoices(this.found().headers));
  protected readonly fields = computed(() => {
    const step = this.step();
    const values = step as unknown as Readonly<Record<string, unknown>>;
    return STEP_FIELDS[step.do]
      .filter((field) => field.when?.(step) ?? true)
      .map((field) => {
        const value = values[field.key];
        return { field, value, list: Array.isArray(value) ? (value as readonly string[]) : [], text: textOf(field, value) };
      });
  });

  protected set(field: StepField, value: unknown): void {
    this.changed.emit(filledIn(this.step(), field, value, this.found()));
  }

  protected setText(field: StepField, text: string): void {
    this.set(field, field.kind === 'names' ? readNames(text) : field.kind === 'pairs' ? readPairs(text) : text);
  }

  protected toggle(field: StepField, name: string, isOn: boolean, list: readonly string[]): void {
    const kept = this.found().headers.filter((each) => (each === name ? isOn : list.includes(each)));
    this.set(field, kept);
  }
}

function textOf({ kind }: StepField, value: unknown): string {
  if (kind === 'pairs') return writePairs(value as readonly (readonly [string, string])[]);
  if (kind === 'names') return (value as readonly string[]).join(', ');
  return typeof value === 'string' ? value : '';
}
