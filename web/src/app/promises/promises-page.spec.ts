import { type ComponentFixture, TestBed } from '@angular/core/testing';
import { provideRouter, Router } from '@angular/router';
import type { ClientDetail, Promises } from '@lens/contract';
import { NO_OWN_WORDS, ORDERS_WORDS, parseDay } from '@lens/core';
import { of, throwError } from 'rxjs';
import { Screen } from '../../../test/screen';
import { Api, ApiError } from '../data/api';
import { provideClientDates } from '../data/client-dates';
import { FocusService } from '../data/focus';
import { Undo } from '../data/undo';
import { Icons } from '../ui/icons';
import { PromisesPage } from './promises-page';

const day = (iso: string): number => parseDay(iso) ?? NaN;
const YEAR = { from: day('2026-01-01'), to: day('2026-12-31') };
const PROMISES: Promises = {
  targets: [{ metric: 'roas', value: 2.6, countedBy: 'orders', basis: 'sale', orders: 'matched', ...YEAR }],
  margins: [{ share: 0.46, ...YEAR }],
  budgets: [{ amount: 18_000, ...YEAR }],
  rates: [],
  numbers: [],
  balances: [],
  hours: [],
  frequencies: [],
};
const account = (currency: string) => ({ id: currency, name: 'a', channel: 'search', channelName: 'Search', currency, timeZone: 'UTC' });

describe('the targets page', () => {
  let saved: Promises[];
  let kept: Promises;
  let refuses: string;
  let version: number;
  let fixture: ComponentFixture<PromisesPage>;
  let page: Screen;

  beforeEach(async () => {
    [saved, kept, refuses, version] = [[], PROMISES, '', 1];
    const client = (): unknown => ({
      id: 'tea',
      name: 'Tea',
      currency: 'GBP',
      locale: 'en-GB',
      timeZone: 'UTC',
      metricSet: 'shop',
      promises: kept,
      promisesVersion: version,
      accounts: [account('GBP'), account('USD')],
      data: null,
      nameParts: [],
      words: NO_OWN_WORDS,
      dimensions: [],
    });
    const call = (name: string, { body }: { body?: Promises & { seen: number; by: string } }) => {
      if (name === 'clock') return of({ today: day('2026-10-31') });
      if (name === 'client') return of(client() as ClientDetail);
      if (refuses) return throwError(() => new ApiError({ type: 'about:blank', title: 'No', status: 400, detail: refuses }));
      if (name === 'promisesVersions') return of({ versions: [2, 1].map((each) => ({ version: each, by: '', at: '', body: PROMISES })) });
      const { seen, by: _, ...promises } = body ?? { ...kept, seen: 0, by: '' };
      if (seen !== version) return throwError(() => new ApiError({ type: '', title: 'Late', status: 409, detail: 'Ana has changed it.' }));
      saved.push(promises);
      return of({ ...promises, version: (version += 1) });
    };
    TestBed.configureTestingModule({ providers: [provideRouter([]), provideClientDates(), { provide: Api, useValue: { call } }] });
    TestBed.inject(Icons).register();
    await TestBed.inject(Router).navigateByUrl('/?client=tea');
    fixture = TestBed.createComponent(PromisesPage);
    await fixture.whenStable();
    page = new Screen(fixture);
  });

  it('shows what was promised, the margin in percent and what it asks of ROAS', async () => {
    expect(page.element.querySelector('h1')?.textContent).toBe('What was Tea promised?');
    expect((await page.values('Value'))[0]).toBe('2.6');
    expect((await page.values('Margin'))[0]).toBe('46');
    expect(page.text).toContain('Break-even ROAS 2.17');
    expect(page.text).toContain('Money of accounts in USD');
    expect(page.button('Save').disabled).toBe(true);
  });

  it('saves all of it when one number is another, the margin as a share', async () => {
    await page.write('Margin', '50.5');
    await page.press('Save');
    expect(saved).toEqual([{ ...PROMISES, margins: [{ share: 0.505, ...YEAR }] }]);
    await fixture.whenStable();
    expect(page.button('Save').disabled).toBe(true);
  });

  it('adds a target of the client’s kind for the rest of the year, and saves it when it has a value', async () => {
    await page.press('Add a target');
    expect(await page.fields('Value')).toHaveLength(2);
    expect((await page.values('Metric'))[1]).toBe('ROAS at least');
    expect([(await page.values('From'))[1], (await page.values('To'))[1]]).toEqual(['01/10/2026', '31/12/2026']);
    expect(page.button('Save').disabled).toBe(true);
    await page.write('Value', '3', 1);
    await page.choose('Of the outcomes', ORDERS_WORDS.all, 1);
    await fixture.whenStable();
    await page.press('Save');
    expect(saved[0]?.targets[1]).toMatchObject({ metric: 'roas', value: 3, orders: 'all', from: day('2026-10-01') });
  });

  it('writes the currency of a rate in capitals, and asks for its three letters', async () => {
    await page.press('Add a rate');
    expect((await page.values('Currency'))[0]).toBe('USD');
    await page.write('Rate', '0.8');
    await page.write('Currency', 'us');
    expect(page.button('Save').disabled).toBe(true);
    await page.write('Currency', 'usd');
    await page.press('Save');
    expect(saved[0]?.rates).toMatchObject([{ currency: 'USD', rate: 0.8 }]);
  });

  it('takes a number for formulas, a share in per cent', async () => {
    await page.press('Add a number');
    expect(page.button('Save').disabled).toBe(true);
    await page.write('Formulas call it', ' kept ');
    await page.choose('It is', 'a share, in per cent');
    await page.write('Number', '62.5');
    await page.press('Save');
    expect(saved[0]?.numbers).toEqual([{ name: 'kept', unit: 'share', value: 0.625, from: day('2026-10-01'), to: YEAR.to }]);
  });

  it('takes what stands on a prepaid account, of a channel it has', async () => {
    expect(page.text).toContain('No balance: nothing is said of how long one lasts.');
    await page.press('Add a balance');
    await page.write('Balance', '500');
    await page.press('Save');
    expect(saved[0]?.balances).toEqual([{ channel: 'Search', amount: 500, day: day('2026-10-31') }]);
  });

  it('takes in which hours somebody answers, and asks for two lines over midnight', async () => {
    expect(page.text).toContain('Nothing said: what comes in is taken at all hours.');
    await page.press('Add hours');
    await page.choose('Up to hour', '07:00');
    expect(page.text).toContain('What goes over midnight is two lines');
    expect(page.button('Save').disabled).toBe(true);
    await page.choose('Up to hour', '21:00');
    await page.choose('From hour', '06:00');
    await page.press('Save');
    expect(saved[0]?.hours).toEqual([{ weekdays: [0, 1, 2, 3, 4, 5, 6], opens: 6, closes: 21, from: day('2026-10-01'), to: YEAR.to }]);
  });

  it('takes how often people should see a campaign, from at least to at most', async () => {
    await page.press('Add a frequency');
    await page.write('At least, times', '4');
    await page.write('At most, times', '3.5');
    expect(page.button('Save').disabled).toBe(true);
    await page.write('At least, times', '3');
    await page.press('Save');
    expect(saved[0]?.frequencies).toEqual([{ least: 3, most: 3.5, from: day('2026-10-01'), to: YEAR.to }]);
  });

  it('takes lines out, and says what is missing then', async () => {
    await page.press('Remove this target');
    await page.press('Remove this margin');
    expect(page.text).toContain('No target: the audit has nothing to judge by.');
    expect(page.text).toContain('No margin: profit is not measured.');
    await page.press('Save');
    expect(saved).toEqual([{ ...PROMISES, targets: [], margins: [] }]);
  });

  it('says why it was not saved, and keeps what was written', async () => {
    refuses = 'The first day comes after the last.';
    await page.write('From', '1/2/2027');
    await page.press('Save');
    expect(page.alert?.trim()).toBe(refuses);
    expect((await page.values('From'))[0]).toBe('01/02/2027');
    expect(page.button('Save').disabled).toBe(false);
  });

  it('shows what somebody else stored meanwhile beside what is written, and keeps either', async () => {
    await page.write('Value', '9');
    [kept, version] = [{ ...PROMISES, budgets: [] }, 2];
    await page.press('Save');
    expect(page.alert).toContain('Ana has changed it.');
    await page.press('Look at theirs');
    expect([page.text.includes('No budget'), (await page.values('Value'))[0]]).toEqual([true, '2.6']);
    TestBed.inject(Undo).last();
    await fixture.whenStable();
    expect([page.text.includes('No budget'), (await page.values('Value'))[0]]).toEqual([false, '9']);
    version = 3;
    await page.press('Save');
    await page.press('Keep mine over it');
    expect(saved.map(({ targets, budgets }) => [targets[0]?.value, budgets.length])).toEqual([[9, 1]]);
    // What theirs was is what undoing stores again.
    TestBed.inject(Undo).last();
    expect(saved.at(-1)?.budgets).toEqual([]);
  });

  it('does not write over what is being written when the same client is read again', async () => {
    await page.write('Value', '9');
    TestBed.inject(FocusService).refresh();
    await fixture.whenStable();
    expect((await page.values('Value'))[0]).toBe('9');
    kept = { ...PROMISES, budgets: [] };
    TestBed.inject(FocusService).refresh();
    await fixture.whenStable();
    expect(page.text).toContain('No budget: spend has no plan.');
  });
});
