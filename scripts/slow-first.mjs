import Sequencer from '@jest/test-sequencer';

/** Suites that take longest: begun last, one of them would keep a single worker busy while the other has nothing to do. */
const SLOW = [
  'market/src/market.spec.ts',
  'server/test/market-reports.spec.ts',
  'server/test/advice.spec.ts',
  'server/test/chaos.spec.ts',
  'market/src/truth/truth.spec.ts',
  'server/test/judge.spec.ts',
  'server/test/connect.spec.ts',
  'server/test/wide.spec.ts',
];

const placeOf = ({ path }) => {
  const at = SLOW.findIndex((name) => path.endsWith(name));
  return at < 0 ? SLOW.length : at;
};

/** Begins with the slow suites; the others in the usual order. */
export default class SlowFirst extends Sequencer {
  sort(tests) {
    return super.sort(tests).toSorted((a, b) => placeOf(a) - placeOf(b));
  }
}
