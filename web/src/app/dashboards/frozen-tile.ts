import { ChangeDetectionStrategy, Component, computed, input, output } from '@angular/core';
import type { FrozenDetail } from '@lens/contract';
import { bookOf, type MetricId, Vocabulary } from '@lens/core';
import { type Answered, drawnRows, markedRows } from '@lens/draw';
import { Picture } from '../answer/picture';
import { Ring } from '../ui/ring';

type FrozenTile = FrozenDetail['tiles'][number];

/** A tile as it stood: its figures are kept with it. */
@Component({
  selector: 'ul-frozen-tile',
  imports: [Picture, Ring],
  template: `
    @if (tile().heading) {
      <h2>
        {{ tile().heading }}
        @if (tile().note) {
          <small>{{ tile().note }}</small>
        }
      </h2>
    }
    @if (pictured(); as shown) {
      @if (shown.answered.rows.length > 0) {
        <ul-picture
          [kind]="shown.kind"
          [question]="shown.asked.question"
          [metricId]="shown.asked.metric"
          [answered]="shown.answered"
          [given]="shown.answer.series"
          [client]="shown.client"
          [happenings]="shown.happenings"
          [room]="room()"
          (traced)="traced.emit($event)"
        />
      } @else {
        <p class="quiet">Nothing came in on these days.</p>
      }
    } @else if (words(); as said) {
      @if (said.ring; as ring) {
        <ul-ring [met]="ring.met" [sureness]="ring.sureness" />
      }
      @for (line of said.lines; track $index) {
        <p>{{ line }}</p>
      }
    } @else {
      <p class="quiet">{{ why() }}</p>
    }
  `,
  styleUrl: './tile.scss',
  styles: `
    p {
      margin: 0 0 4px;
    }
    ul-ring {
      float: left;
      margin-right: 12px;
    }
  `,
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class FrozenTileView {
  readonly tile = input.required<FrozenTile>();
  /** Points from its caption to its lower edge. */
  readonly room = input.required<number | null>();
  readonly traced = output<{ row: string; metric: MetricId }>();

  protected readonly words = computed(() => {
    const { what } = this.tile();
    return what.kind === 'words' ? what : null;
  });
  protected readonly why = computed(() => {
    const { picture } = this.tile();
    return picture && 'why' in picture ? picture.why : '';
  });
  protected readonly pictured = computed(() => {
    const { what, picture } = this.tile();
    if (what.kind !== 'picture' || !picture || 'why' in picture) return null;
    const { answer, style, words } = picture;
    const { asked } = what;
    // A table is none of the pictures a tile can be.
    const kind = asked.picture === 'none' ? ('bars' as const) : asked.picture;
    const rows = drawnRows(answer.table.rows, markedRows(answer.table.rows, asked.marked), kind);
    const answered: Answered = { table: answer.table, rows, book: bookOf(new Vocabulary(...words)), style };
    return { ...picture, asked, kind, answered };
  });
}
