import { ChangeDetectionStrategy, Component, computed, input } from '@angular/core';
import type { WireTable } from '@lens/contract';
import { isCredited, type MetricBook, type Question, type Style } from '@lens/core';
import { keptText } from './kept-text';
import { MissingReport } from './missing-report';
import type { TableView } from './table-view';
import { withoutClickText } from './without-click';

/** What is to be known of an answer before its table is read, a sentence each. */
@Component({
  selector: 'ul-answer-notes',
  imports: [MissingReport],
  template: `
    @for (text of quiet(); track text) {
      <p class="quiet">{{ text }}</p>
    }
    @if (untold(); as text) {
      <p class="notice ask">
        {{ text }}
        <ul-missing-report [client]="question().clients[0] ?? ''" [dimensions]="table().untold ?? []" />
      </p>
    }
    @for (text of notices(); track text) {
      <p class="notice ask">{{ text }}</p>
    }
  `,
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class AnswerNotes {
  readonly table = input.required<WireTable>();
  readonly view = input.required<TableView>();
  readonly question = input.required<Question>();
  readonly style = input.required<Style>();
  readonly book = input.required<MetricBook>();
  readonly labelOf = input.required<(dimension: string) => string>();

  protected readonly quiet = computed(() => said([this.columnsLeft(), this.undelivered()]));
  protected readonly notices = computed(() => said([this.unjudged(), this.kept(), this.withoutClick()]));

  private columnsLeft(): string {
    const more = this.table().across?.more ?? 0;
    return more === 0 ? '' : `${more} more columns are not shown, those with the least.`;
  }

  /** Metrics of the set that no report delivers. */
  private undelivered(): string {
    const names = this.view().undelivered.join(', ');
    return names && `No report delivers what these are made of: ${names}.`;
  }

  /** What no report tells together. */
  protected untold(): string {
    const fields = (this.table().untold ?? []).map(this.labelOf());
    if (fields.length === 0) return '';
    return fields.length === 1
      ? `No report tells the ${fields[0]}.`
      : `No report tells ${fields.slice(0, -1).join(', ')} and ${fields.at(-1)} together. Ask for them apart, or bring in a report that has all of them.`;
  }

  /** How many members the conditions cannot judge. */
  private unjudged(): string {
    const count = this.table().unknown;
    if (count === 0) return '';
    return `${count === 1 ? 'One member' : `${count} members`} cannot be judged by this, because what is asked of ${count === 1 ? 'it' : 'them'} is not measured or not certain, and ${count === 1 ? 'is' : 'are'} not shown.`;
  }

  /** What the filters do with the money. */
  private kept(): string {
    const { kept } = this.table();
    const fields = [...new Set(this.question().where.map(({ dimension }) => this.labelOf()(dimension)))];
    return kept ? keptText(kept, fields, this.view().money) : '';
  }

  private withoutClick(): string {
    const left = withoutClickText(this.table().withoutClickDay, this.style(), this.book().vocabulary);
    const lacks = isCredited(this.question().countedBy) ? 'have no known touch' : 'carry no click date';
    return left && `By click date, ${left} of these days ${lacks} and are left out.`;
  }
}

const said = (texts: readonly string[]): string[] => texts.filter((text) => text !== '');
