import { TestbedHarnessEnvironment } from '@angular/cdk/testing/testbed';
import { TestBed } from '@angular/core/testing';
import { MatDateRangeInputHarness } from '@angular/material/datepicker/testing';
import { type DayRange, parseDay } from '@lens/core';
import { Screen } from '../../../test/screen';
import { provideClientDates } from '../data/client-dates';
import { FocusService } from '../data/focus';
import { DayRangeFields } from './day-range';
import { Icons } from './icons';

const day = (text: string): number => parseDay(text) ?? NaN;

describe('two days to choose', () => {
  const open = async (locale = 'en-GB') => {
    const focus = { client: () => ({ locale }), clock: () => ({ today: day('2026-10-31') }) };
    TestBed.configureTestingModule({ providers: [provideClientDates(), { provide: FocusService, useValue: focus }] });
    TestBed.inject(Icons).register();
    const fixture = TestBed.createComponent(DayRangeFields);
    const chosen: DayRange[] = [];
    fixture.componentRef.setInput('range', { from: day('2026-10-01'), to: day('2026-10-31') });
    fixture.componentRef.setInput('within', { from: day('2025-01-01'), to: day('2027-12-31') });
    fixture.componentInstance.changed.subscribe((range) => chosen.push(range));
    await fixture.whenStable();
    const days = await TestbedHarnessEnvironment.loader(fixture).getHarness(MatDateRangeInputHarness);
    return { chosen, days, screen: new Screen(fixture) };
  };

  it.each([
    ['en-GB', '01/10/2026', '2/9/2026'],
    ['en-US', '10/1/2026', '9/2/2026'],
    ['de-DE', '1.10.2026', '2.9.2026'],
  ])('are written and read as the client of %s writes them', async (locale, shown, written) => {
    const { chosen, days, screen } = await open(locale);
    const from = await days.getStartInput();
    expect(await from.getValue()).toBe(shown);
    await from.setValue(written);
    await screen.press('Use these days');
    expect([chosen, screen.alert]).toEqual([[{ from: day('2026-09-02'), to: day('2026-10-31') }], undefined]);
  });

  it('are picked in a calendar that knows today', async () => {
    const { chosen, days, screen } = await open();
    await days.openCalendar();
    const calendar = await days.getCalendar();
    expect(await (await calendar.getCells({ today: true }))[0]?.getText()).toBe('31');
    await calendar.selectCell({ text: '6' });
    await calendar.selectCell({ text: '9' });
    await screen.press('Use these days');
    expect(chosen).toEqual([{ from: day('2026-10-06'), to: day('2026-10-09') }]);
  });

  it.each([
    ['01/11/2026', 'The first day comes after the last.'],
    ['01/10/1926', 'Choose days from 01/01/2025 to 31/12/2027: the others are far from all data.'],
    ['31/02/2026', 'This is no day.'],
  ])('are refused in words: from %s', async (text, says) => {
    const { chosen, days, screen } = await open();
    await (await days.getStartInput()).setValue(text);
    expect(screen.button('Use these days').disabled).toBe(true);
    await screen.press('Use these days');
    expect([chosen, screen.alert]).toEqual([[], says]);
  });
});
