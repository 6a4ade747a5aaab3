import { type ComponentFixture, TestBed } from '@angular/core/testing';
import { type Condition, type Filter, LEVELS } from '@lens/core';
import type { Choice } from '../ui/choices';
import { amountOf, conditionText, type How, howChoices, howOf, judgedBy, newCondition, withAmount } from './condition-form';
import { FieldList } from './field-list';
import { keptText } from './kept-text';
import { SplitPhrases } from './split-phrases';
import { moreAfter } from './table-view';
import { filterText } from './where-phrases';

const FIELDS: readonly Choice<string>[] = ['hour of week', 'week', 'weekday', 'device', ...LEVELS].map((value) => ({
  value,
  label: value,
}));
const labelOf = (dimension: string): string => dimension;

describe('what a question says in words', () => {
  it('names filters, those that are not finished too', () => {
    const filter = (any: Filter['any']) => filterText({ dimension: 'device', any }, labelOf);
    expect(
      filter([
        { test: 'is', value: 'phone' },
        { test: 'is empty', value: 'x' },
      ]),
    ).toBe('device is phone or is empty');
    expect(filter([{ test: 'contains', value: ' ' }])).toBe('device contains …');
  });

  it('names conditions, shares in per cent', () => {
    const text = (condition: Partial<Condition> & Pick<Condition, 'kind'>, isShare = false) =>
      conditionText({ level: 'ad', metric: 'ctr', ...condition } as Condition, { level: 'ad', metric: 'CTR', isShare });
    expect(text({ kind: 'amount', test: 'above', than: 0.07 }, true)).toBe('ad with CTR above 7 %');
    expect(text({ kind: 'amount', test: 'at most', than: 50.5 })).toBe('ad with CTR at most 50.5');
    expect(text({ kind: 'top', end: 'smallest', count: 5 })).toBe('ad among the 5 smallest by CTR');
    expect(text({ kind: 'apart' })).toBe('ad far from the others in CTR');
    expect(text({ kind: 'share', test: 'above', than: 0.02 })).toBe('ad with CTR above 2 % of the total');
    expect(text({ kind: 'target', verdict: 'misses' })).toBe('ad that surely misses its target');
  });

  it('makes every way of judging of any other, and reads it back', () => {
    for (const first of [newCondition('ad', 'spend'), newCondition('ad', 'target')])
      for (const { value: how } of howChoices(first)) {
        const condition = judgedBy(first, how);
        expect(howOf(condition)).toBe<How>(how);
        expect(condition.level).toBe('ad');
        const typed = amountOf(withAmount(condition, 7, false), false);
        expect(typed?.value ?? 7).toBe(7);
      }
    expect(judgedBy({ kind: 'amount', level: 'ad', metric: 'spend', test: 'above', than: 9 }, 'below')).toMatchObject({
      test: 'below',
      than: 9,
    });
    expect(withAmount(newCondition('ad', 'ctr'), 7, true)).toMatchObject({ than: 0.07 });
    expect(withAmount({ kind: 'top', level: 'ad', metric: 'spend', end: 'largest', count: 3 }, 0.2, false)).toMatchObject({ count: 1 });
  });

  it('tells where the money went', () => {
    const money = (amount: number): string => `£${amount}`;
    expect(keptText({ all: 9, kept: 5, leftOut: 4, cannotTell: 0 }, ['device'], money)).toBe(
      'Of £9 spent in these days £5 is kept and £4 left out.',
    );
    expect(keptText({ all: 9, kept: 5, leftOut: 1, cannotTell: 3 }, ['device', 'place'], money)).toContain(
      'Of £3 no report tells the device and place: it is in neither.',
    );
  });
});

describe('rows that are not shown', () => {
  it('are told behind the last shown of their siblings and all it holds', () => {
    const rows = [
      { depth: 0, more: 0 },
      { depth: 1, more: 4 },
      { depth: 2, more: 0 },
      { depth: 0, more: 7 },
      { depth: 1, more: 2 },
    ];
    expect([...moreAfter(rows)]).toEqual([
      [2, [{ depth: 1, more: 4 }]],
      [
        4,
        [
          { depth: 1, more: 2 },
          { depth: 0, more: 7 },
        ],
      ],
    ]);
  });
});

describe('a list of fields', () => {
  it('has the nearest name first, and Enter takes it', async () => {
    const fixture = TestBed.createComponent(FieldList);
    fixture.componentRef.setInput('label', 'Split by');
    fixture.componentRef.setInput('fields', FIELDS);
    const chosen: string[] = [];
    fixture.componentInstance.chosen.subscribe((value) => chosen.push(value));
    await fixture.whenStable();
    const host = fixture.nativeElement as HTMLElement;
    const box = host.querySelector('input');
    if (!box) throw new Error('no box');
    const write = async (text: string): Promise<string[]> => {
      box.value = text;
      box.dispatchEvent(new Event('input'));
      await fixture.whenStable();
      return [...host.querySelectorAll('[role=option]')].map((each) => each.textContent.trim());
    };
    box.dispatchEvent(new KeyboardEvent('keydown', { key: 'Enter' }));
    expect(chosen).toEqual([]);
    expect(await write('week')).toEqual(['week', 'weekday', 'hour of week']);
    box.dispatchEvent(new KeyboardEvent('keydown', { key: 'Enter' }));
    expect(chosen).toEqual(['week']);
    expect(await write('zz')).toEqual([]);
    expect(host.textContent).toContain('Nothing has “zz” in its name.');
  });
});

describe('what rows are split by', () => {
  let fixture: ComponentFixture<SplitPhrases>;
  let changed: (readonly string[])[];
  beforeEach(async () => {
    fixture = TestBed.createComponent(SplitPhrases);
    fixture.componentRef.setInput('value', ['campaign', 'group', 'device']);
    fixture.componentRef.setInput('fields', FIELDS);
    fixture.componentRef.setInput('labelOf', labelOf);
    changed = [];
    fixture.componentInstance.changed.subscribe((value) => changed.push(value));
    await fixture.whenStable();
  });
  const press = (at: number, init: KeyboardEventInit): boolean => {
    const phrase = (fixture.nativeElement as HTMLElement).querySelectorAll('[data-at] button')[at];
    return phrase?.dispatchEvent(new KeyboardEvent('keydown', { bubbles: true, cancelable: true, ...init })) ?? true;
  };

  it('is moved and taken out by keys on its phrases', () => {
    press(1, { key: 'ArrowLeft', altKey: true });
    press(1, { key: 'ArrowRight', altKey: true });
    press(2, { key: 'Delete' });
    expect(changed).toEqual([
      ['group', 'campaign', 'device'],
      ['campaign', 'device', 'group'],
      ['campaign', 'group'],
    ]);
  });

  it('stays where there is nowhere to go', async () => {
    expect(press(0, { key: 'ArrowLeft', altKey: true })).toBe(true);
    expect(press(2, { key: 'ArrowRight', altKey: true })).toBe(true);
    expect(press(0, { key: 'ArrowRight' })).toBe(true);
    fixture.componentRef.setInput('value', ['campaign']);
    await fixture.whenStable();
    press(0, { key: 'Delete' });
    expect(changed).toEqual([]);
  });
});
