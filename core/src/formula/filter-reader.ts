import { HOUR } from '../measure/dimension';
import type { Filter } from '../question/filter';
import { needsValue, TEXT_TESTS, testProblem, type TextTest, type TextTestName } from '../text/text-test';
import type { Cursor } from './cursor';
import { mend, refuse } from './problem';
import type { FormulaWords } from './words';

/** Longer ones first: “is” begins “is not”. */
const TESTS = TEXT_TESTS.map((test) => ({ test, words: test.split(' ') })).toSorted((a, b) => b.words.length - a.words.length);

/** Reads of which rows alone something is summed: where device is "phone" or "tablet". */
export class FilterReader {
  constructor(
    private readonly cursor: Cursor,
    private readonly words: FormulaWords,
  ) {}

  /** Undefined where no filter comes next. */
  next(): Filter | undefined {
    if (!this.cursor.tookWords(['where'])) return undefined;
    const dimension = this.dimension();
    const test = TESTS.find(({ words }) => this.cursor.tookWords(words))?.test;
    if (!test) return refuse(`After “where ${dimension.label}” follows one of: ${TEXT_TESTS.join(', ')}.`, this.cursor.next);
    return { dimension: dimension.id, any: needsValue(test) ? this.values(test, dimension.id) : [{ test, value: '' }] };
  }

  private dimension() {
    const { next } = this.cursor;
    const run = next.kind === 'quoted' ? [next] : this.cursor.words(this.words.longest);
    for (let length = run.length; length > 0; length--) {
      const name = run
        .slice(0, length)
        .map(({ text }) => text)
        .join(' ');
      const found = this.words.dimensionOf(name);
      if (!found) continue;
      this.cursor.take(length);
      return found;
    }
    const name = next.kind === 'word' || next.kind === 'quoted' ? next.text : '';
    const near = this.words.nearest(name, ['dimension']);
    return refuse(
      name === '' ? 'Say what is asked after “where”: device, campaign, channel …' : `No dimension is called “${name}”.`,
      next,
      near.map((each) => mend(next, each)),
    );
  }

  /** Hours are told by two digits, whatever is written. */
  private values(test: TextTestName, dimension: string): TextTest[] {
    const all: TextTest[] = [];
    do {
      const { next } = this.cursor;
      if (next.kind !== 'quoted')
        return refuse(`“${test}” is followed by a text in quotes.`, next, next.kind === 'word' ? [mend(next, `"${next.text}"`)] : []);
      this.cursor.take();
      const problem = testProblem({ test, value: next.text });
      if (problem !== '') refuse(problem, next);
      all.push({ test, value: dimension === HOUR ? next.text.padStart(2, '0') : next.text });
    } while (this.cursor.tookOrQuoted());
    return all;
  }
}
