import { TestBed } from '@angular/core/testing';
import { type DayRange, parseDay } from '@lens/core';
import { DayRangeFields } from './day-range';

const day = (text: string): number => parseDay(text) ?? NaN;

describe('two days to choose', () => {
  const open = async () => {
    const fixture = TestBed.createComponent(DayRangeFields);
    const chosen: DayRange[] = [];
    fixture.componentRef.setInput('range', { from: day('2026-10-01'), to: day('2026-10-31') });
    fixture.componentRef.setInput('within', { from: day('2025-01-01'), to: day('2027-12-31') });
    fixture.componentInstance.changed.subscribe((range) => chosen.push(range));
    await fixture.whenStable();
    const element = fixture.nativeElement as HTMLElement;
    const fields = [...element.querySelectorAll('input')];
    return {
      chosen,
      fields,
      button: element.querySelector('button')!,
      wrong: () => element.querySelector('.wrong')?.textContent,
      type: async (place: number, text: string) => {
        const field = fields[place]!;
        field.value = text;
        field.dispatchEvent(new Event('input'));
        await fixture.whenStable();
      },
    };
  };

  it('are used when they are in order and near the data', async () => {
    const { chosen, fields, button, type, wrong } = await open();
    expect(fields.map(({ min, max }) => [min, max])).toEqual([
      ['2025-01-01', '2027-12-31'],
      ['2025-01-01', '2027-12-31'],
    ]);
    await type(0, '2026-09-01');
    button.click();
    expect([chosen, wrong()]).toEqual([[{ from: day('2026-09-01'), to: day('2026-10-31') }], undefined]);
  });

  it.each([
    ['2026-11-01', 'The first day comes after the last.'],
    ['1926-10-01', 'Choose days from 2025-01-01 to 2027-12-31: the others are far from all data.'],
  ])('are refused in words: from %s', async (text, says) => {
    const { chosen, button, type, wrong } = await open();
    await type(0, text);
    button.click();
    expect([chosen, wrong(), button.disabled]).toEqual([[], says, true]);
  });
});
