import { BUILT_IN, NO_OWN_WORDS, Vocabulary, withJoined, withWord } from '@lens/core';
import { addingsOf, fieldsOf, wordOf } from './word-form';
import { joinChoices, resultChoices, wordsView } from './words-view';

const fields = (header: string, ...cells: string[]) => fieldsOf(null, { header, cells });

describe('the fields of a new word', () => {
  it.each([
    [['12 %', '3 %'], { kind: 'measure', unit: 'share', adding: 'weighted' }],
    [['0:20', '1:05'], { unit: 'seconds', adding: 'weighted' }],
    [['£3', '£4.50'], { unit: 'money', adding: 'adds' }],
    [['4', '', '17'], { unit: 'count', adding: 'adds' }],
    [['top', 'low'], { kind: 'dimension' }],
    [[], { kind: 'measure', unit: 'count' }],
  ])('are guessed of cells like %j', (cells, expected) => expect(fields('x', ...cells)).toMatchObject(expected));

  it('are named after the header, which the next file is known by', () =>
    expect(fields('shelf_looks  total')).toMatchObject({ label: 'Shelf looks total', headers: 'shelf_looks  total' }));

  it('offer only ways of adding that the unit allows', () => {
    expect(addingsOf('grades')).toEqual(['ordered']);
    expect(addingsOf('share')).not.toContain('adds');
    expect(addingsOf('money')).not.toContain('people');
    expect(addingsOf('count')).toContain('competing');
  });
});

describe('a word of fields', () => {
  it('says what each kind needs, and nothing else', () => {
    const base = { ...fields('Looks'), headers: 'Blicke, looks, Blicke' };
    expect(wordOf(base)).toMatchObject({
      kind: 'measure',
      word: { label: 'Looks', name: 'Looks', unit: 'count', headers: ['blicke', 'looks'] },
    });
    expect(wordOf(base).word).not.toHaveProperty('weight');
    expect(wordOf({ ...base, adding: 'weighted' })).toMatchObject({ word: { weight: 'impressions' } });
    expect(wordOf({ ...base, unit: 'grades', adding: 'ordered', grades: 'bright, plain,, dull' })).toMatchObject({
      word: { unit: { grades: ['bright', 'plain', 'dull'] } },
    });
    expect(wordOf({ ...base, kind: 'outcome', name: '' })).toMatchObject({ kind: 'outcome', word: { name: 'looks', after: null } });
    expect(wordOf({ ...base, kind: 'dimension' })).toEqual({ kind: 'dimension', word: { label: 'Looks', headers: ['blicke', 'looks'] } });
  });

  it('comes back as it was', () => {
    for (const id of ['time on site', 'grade', 'bid']) {
      const { id: _, bySite: __, ...word } = BUILT_IN.measure(id);
      expect(wordOf(fieldsOf({ kind: 'measure', word: BUILT_IN.measure(id) }, { header: '', cells: [] }))).toEqual({
        kind: 'measure',
        word: { ...word, name: word.label },
      });
    }
  });
});

describe('the words on their page', () => {
  const looks = { ...BUILT_IN.measure('clicks to the site'), id: 'own-1', name: 'Looks', label: 'Looks' };
  const own = withWord(NO_OWN_WORDS, { kind: 'measure', word: looks });
  const vocabulary = new Vocabulary(own);

  it('begin with the client’s own, and say what each is and which feeds speak of it', () => {
    const [measures] = wordsView(vocabulary, [{ id: 'own-1', feeds: ['Postcards'] }]);
    expect(measures?.lines[0]).toMatchObject({ label: 'Looks', about: 'a number of things, adds up', uses: ['Postcards'] });
    expect(measures?.lines.find(({ id }) => id === 'time on site')?.about).toBe('a length of time, is an average weighted by visits');
    expect(measures?.lines.find(({ id }) => id === 'grade')?.about).toBe('a grade: A, B, C, D, E');
  });

  it('may become only what adds as they do', () => {
    const ids = joinChoices({ kind: 'measure', word: looks }, vocabulary).map(({ id }) => id);
    expect(ids).toContain('clicks');
    for (const other of ['spend', 'people reached', 'own-1']) expect(ids).not.toContain(other);
    expect(new Vocabulary(withJoined(own, 'own-1', 'clicks')).measure('own-1').id).toBe('clicks');
  });

  it('offer as results the outcomes that have no set of their own', () => {
    const choices = resultChoices(vocabulary, { ...own, main: ['call'] }, (id) => id === 'purchase');
    expect(choices.find(({ id }) => id === 'call')).toMatchObject({ label: 'Calls', isMain: true });
    expect(choices.some(({ id }) => id === 'purchase')).toBe(false);
  });
});
