import { bounds, type Figure, gap, ringParts, stepsOf, value } from '../index';

const member = (key: string, figure: Figure) => ({ key, name: key.toUpperCase(), figure });

describe('parts of a ring', () => {
  it('are the largest, with all others as one, and come to all together', () => {
    const { parts, leftOut } = ringParts(
      [member('a', value(10)), member('b', value(60)), member('c', value(20)), member('d', value(10))],
      2,
    );
    expect(parts.map(({ key, name, figure, share }) => [key, name, figure, share])).toEqual([
      ['b', 'B', value(60), 0.6],
      ['c', 'C', value(20), 0.2],
      ['', '2 others', value(20), 0.2],
    ]);
    expect(leftOut).toEqual([]);
  });

  it('does not call one member others', () => {
    expect(ringParts([member('a', value(1)), member('b', value(3))], 1).parts.map(({ name }) => name)).toEqual(['B', 'A']);
  });

  it('leaves out what is not certain, and says so; of nothing nothing is a share', () => {
    const { parts, leftOut } = ringParts(
      [member('a', bounds(5, null)), member('b', gap('not measured')), member('c', value(-1)), member('d', value(0))],
      7,
    );
    expect(parts).toEqual([{ ...member('d', value(0)), share: 0 }]);
    expect(leftOut.map(({ key }) => key)).toEqual(['a', 'b', 'c']);
    expect(ringParts([], 7)).toEqual({ parts: [], leftOut: [] });
  });
});

describe('steps on the way', () => {
  it('name the rate of each station to the one before that is known', () => {
    const steps = stepsOf([
      { name: 'seen', figure: value(1000) },
      { name: 'watched', figure: gap('not measured') },
      { name: 'clicked', figure: value(50) },
      { name: 'in the cart', figure: bounds(4, 10) },
      { name: 'bought', figure: value(5) },
    ]);
    expect(steps.map(({ name, rate, width }) => [name, rate, width])).toEqual([
      ['seen', null, 1],
      ['clicked', value(0.05), 0.05],
      ['in the cart', bounds(0.08, 0.2), 0.004],
      ['bought', bounds(0.5, 1.25), 0.005],
    ]);
  });

  it('says where more came than were before, and tells no rate of nothing', () => {
    const [first, second, third] = stepsOf([
      { name: 'checkout', figure: value(4) },
      { name: 'bought', figure: value(5) },
      { name: 'again', figure: value(0) },
    ]);
    expect([first?.isMore, second?.isMore, second?.rate]).toEqual([false, true, value(1.25)]);
    expect(third).toMatchObject({ rate: value(0), width: 0 });
    expect(
      stepsOf([
        { name: 'a', figure: value(0) },
        { name: 'b', figure: value(0) },
      ])[1],
    ).toMatchObject({ rate: null, width: null });
  });
});
