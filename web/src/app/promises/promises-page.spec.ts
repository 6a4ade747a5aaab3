import { type ComponentFixture, TestBed } from '@angular/core/testing';
import { provideRouter, Router } from '@angular/router';
import type { ClientDetail, Promises } from '@lens/contract';
import { NO_OWN_WORDS, parseDay } from '@lens/core';
import { of, throwError } from 'rxjs';
import { button, fields, fill } from '../../../test/select';
import { Api, ApiError } from '../data/api';
import { FocusService } from '../data/focus';
import { Icons } from '../ui/icons';
import { PromisesPage } from './promises-page';

const day = (iso: string): number => parseDay(iso) ?? NaN;
const YEAR = { from: day('2026-01-01'), to: day('2026-12-31') };
const PROMISES: Promises = {
  targets: [{ metric: 'roas', value: 2.6, countedBy: 'orders', basis: 'sale', orders: 'matched', ...YEAR }],
  margins: [{ share: 0.46, ...YEAR }],
  budgets: [{ amount: 18_000, ...YEAR }],
  rates: [],
};
const account = (currency: string) => ({ id: currency, name: 'a', channel: 'search', channelName: 'Search', currency, timeZone: 'UTC' });

describe('the targets page', () => {
  let saved: Promises[];
  let kept: Promises;
  let refuses: string;
  let fixture: ComponentFixture<PromisesPage>;
  let page: HTMLElement;

  beforeEach(async () => {
    [saved, kept, refuses] = [[], PROMISES, ''];
    const client = (): unknown => ({
      id: 'tea',
      name: 'Tea',
      currency: 'GBP',
      locale: 'en-GB',
      timeZone: 'UTC',
      metricSet: 'shop',
      promises: kept,
      accounts: [account('GBP'), account('USD')],
      data: null,
      nameParts: [],
      words: NO_OWN_WORDS,
      dimensions: [],
    });
    const call = (name: string, { body }: { body?: Promises }) => {
      if (name === 'clock') return of({ today: day('2026-10-31') });
      if (name === 'client') return of(client() as ClientDetail);
      if (refuses) return throwError(() => new ApiError({ type: 'about:blank', title: 'No', status: 400, detail: refuses }));
      saved.push(body ?? kept);
      return of({});
    };
    TestBed.configureTestingModule({ providers: [provideRouter([]), { provide: Api, useValue: { call } }] });
    TestBed.inject(Icons).register();
    await TestBed.inject(Router).navigateByUrl('/?client=tea');
    fixture = TestBed.createComponent(PromisesPage);
    await fixture.whenStable();
    page = fixture.nativeElement as HTMLElement;
  });

  it('shows what was promised, the margin in percent and what it asks of ROAS', () => {
    expect(page.querySelector('h1')?.textContent).toBe('What was Tea promised?');
    expect(fields(page, 'Value')[0]?.value).toBe('2.6');
    expect(fields(page, 'Margin')[0]?.value).toBe('46');
    expect(page.textContent).toContain('Break-even ROAS 2.17');
    expect(page.textContent).toContain('Money of accounts in USD');
    expect(button(page, 'Save').disabled).toBe(true);
  });

  it('saves all of it when one number is another, the margin as a share', async () => {
    fill(page, 'Margin', '50.5');
    await fixture.whenStable();
    button(page, 'Save').click();
    expect(saved).toEqual([{ ...PROMISES, margins: [{ share: 0.505, ...YEAR }] }]);
    await fixture.whenStable();
    expect(button(page, 'Save').disabled).toBe(true);
  });

  it('adds a target of the client’s kind for the rest of the year, and saves it when it has a value', async () => {
    button(page, 'Add a target').click();
    await fixture.whenStable();
    expect(fields(page, 'Value')).toHaveLength(2);
    expect(fields(page, 'Metric')[1]?.value).toBe('roas');
    expect([fields(page, 'From')[1]?.value, fields(page, 'To')[1]?.value]).toEqual(['2026-10-01', '2026-12-31']);
    expect(button(page, 'Save').disabled).toBe(true);
    fill(page, 'Value', '3', 1);
    fill(page, 'Of the outcomes', 'all', 1);
    await fixture.whenStable();
    button(page, 'Save').click();
    expect(saved[0]?.targets[1]).toMatchObject({ metric: 'roas', value: 3, orders: 'all', from: day('2026-10-01') });
  });

  it('writes the currency of a rate in capitals, and asks for its three letters', async () => {
    button(page, 'Add a rate').click();
    await fixture.whenStable();
    expect(fields(page, 'Currency')[0]?.value).toBe('USD');
    fill(page, 'Rate', '0.8');
    fill(page, 'Currency', 'us');
    await fixture.whenStable();
    expect(button(page, 'Save').disabled).toBe(true);
    fill(page, 'Currency', 'usd');
    await fixture.whenStable();
    button(page, 'Save').click();
    expect(saved[0]?.rates).toMatchObject([{ currency: 'USD', rate: 0.8 }]);
  });

  it('takes lines out, and says what is missing then', async () => {
    button(page, 'Remove this target').click();
    button(page, 'Remove this margin').click();
    await fixture.whenStable();
    expect(page.textContent).toContain('No target: the audit has nothing to judge by.');
    expect(page.textContent).toContain('No margin: profit is not measured.');
    button(page, 'Save').click();
    expect(saved).toEqual([{ ...PROMISES, targets: [], margins: [] }]);
  });

  it('says why it was not saved, and keeps what was written', async () => {
    refuses = 'The first day comes after the last.';
    fill(page, 'From', '2027-02-01');
    await fixture.whenStable();
    button(page, 'Save').click();
    await fixture.whenStable();
    expect(page.querySelector('[role=alert]')?.textContent).toBe(refuses);
    expect(fields(page, 'From')[0]?.value).toBe('2027-02-01');
    expect(button(page, 'Save').disabled).toBe(false);
  });

  it('does not write over what is being written when the same client is read again', async () => {
    fill(page, 'Value', '9');
    TestBed.inject(FocusService).refresh();
    await fixture.whenStable();
    expect(fields(page, 'Value')[0]?.value).toBe('9');
    kept = { ...PROMISES, budgets: [] };
    TestBed.inject(FocusService).refresh();
    await fixture.whenStable();
    expect(page.textContent).toContain('No budget: spend has no plan.');
  });
});
