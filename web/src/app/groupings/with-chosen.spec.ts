import type { Grouping } from '@lens/core';
import { withChosen } from './with-chosen';

const SEASON: Grouping = {
  id: 'season as grouped',
  label: 'Season',
  of: 'campaign',
  groups: [
    { name: 'Autumn', any: [], members: [1, 2] },
    { name: 'Winter', any: [{ test: 'contains', value: 'w' }], members: [3] },
  ],
};

describe('members chosen by hand', () => {
  it('leave the group they were in, which goes where nothing is left of it', () => {
    const { groupings, id } = withChosen([SEASON], { of: 'campaign', members: [1, 2, 3] }, { label: 'season', name: 'Spring' });
    expect(id).toBe('season as grouped');
    expect(groupings).toEqual([
      {
        ...SEASON,
        groups: [
          { name: 'Winter', any: [{ test: 'contains', value: 'w' }], members: [] },
          { name: 'Spring', any: [], members: [1, 2, 3] },
        ],
      },
    ]);
  });

  it('join the others of a group there is', () => {
    const { groupings } = withChosen([SEASON], { of: 'campaign', members: [3] }, { label: 'Season', name: 'autumn' });
    expect(groupings[0]?.groups.map(({ name, members }) => [name, members])).toEqual([
      ['Autumn', [1, 2, 3]],
      ['Winter', []],
    ]);
  });

  it('make a grouping of another id where one of that name groups something else', () => {
    const { groupings, id } = withChosen([SEASON], { of: 'ad', members: [7] }, { label: 'Season', name: 'A' });
    expect(id).toBe('2 season as grouped');
    expect(groupings).toHaveLength(2);
  });
});
