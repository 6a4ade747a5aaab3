import { provideHttpClient } from '@angular/common/http';
import { HttpTestingController, provideHttpClientTesting } from '@angular/common/http/testing';
import { TestBed } from '@angular/core/testing';
import type { ClientDetail } from '@lens/contract';
import { NO_OWN_WORDS } from '@lens/core';
import { ConnectionsList } from './connections-list';

const CLIENT: ClientDetail = {
  id: 'juniper',
  name: 'Juniper Loft Tea',
  currency: 'GBP',
  timeZone: 'Europe/London',
  locale: 'en-GB',
  metricSet: 'shop',
  promises: { targets: [], margins: [], budgets: [], rates: [], numbers: [], balances: [], hours: [], frequencies: [] },
  promisesVersion: 0,
  accounts: [],
  data: null,
  nameParts: [],
  groupings: [],
  library: { metrics: [], sets: [], numbers: [] },
  words: NO_OWN_WORDS,
  dimensions: [],
};
const report = {
  id: 'ads',
  name: 'Ad by day',
  state: 'done',
  rows: 6375,
  error: '',
  changed: null,
  fetched: { from: '2026-10-01', to: '2026-10-30' },
};
const connection = {
  id: 'c1',
  channelName: 'Harbor Search',
  accountName: 'Juniper Loft Tea',
  schedule: 'daily',
  running: false,
  lastAt: '2026-10-31T09:00:00.000Z',
  nextAt: '2026-11-01T09:00:00.000Z',
  reports: [report],
};

describe('the list of connections', () => {
  const shown = async (connections: object[]) => {
    TestBed.configureTestingModule({ providers: [provideHttpClient(), provideHttpClientTesting()] });
    const http = TestBed.inject(HttpTestingController);
    const fixture = TestBed.createComponent(ConnectionsList);
    fixture.componentRef.setInput('client', CLIENT);
    await fixture.whenStable();
    http.expectOne('/api/clients/juniper/connections').flush(connections);
    await fixture.whenStable();
    return { http, fixture, element: fixture.nativeElement as HTMLElement };
  };
  const button = (element: HTMLElement, name: string): HTMLButtonElement | undefined =>
    [...element.querySelectorAll('button')].find((each) => (each.getAttribute('aria-label') ?? each.textContent).trim() === name);

  it('says what was fetched, and fetches again when asked', async () => {
    const { http, element } = await shown([connection]);
    expect(element.textContent).toContain('Harbor Search');
    expect(element.textContent).toContain('1 report');
    expect(element.textContent).toMatch(/6,375 rows 1\s–\s30 Oct 2026/);
    button(element, 'Fetch Harbor Search now')?.click();
    expect(http.expectOne('/api/connections/c1/refresh').request.method).toBe('POST');
  });

  it('shows what went wrong, and asks before changed columns are taken', async () => {
    const failed = {
      ...report,
      state: 'failed',
      error: 'The columns have changed: “Cost” is gone.',
      changed: { gone: ['Cost'], added: [] },
    };
    const { http, element } = await shown([{ ...connection, reports: [failed] }]);
    expect(element.querySelector('mat-expansion-panel-header')?.getAttribute('aria-expanded')).toBe('true');
    expect(element.textContent).toContain('1 report needs a look');
    expect(element.textContent).toContain('“Cost” is gone');
    button(element, 'Accept the columns of Ad by day')?.click();
    expect(http.expectOne('/api/connections/c1/reports/ads/accept').request.method).toBe('POST');
  });

  it('offers to stop what runs, and nothing else', async () => {
    const running = { ...connection, running: true, reports: [{ ...report, state: 'fetching', rows: 200, fetched: null }] };
    const { element } = await shown([running]);
    expect(element.textContent).toContain('0 of 1 reports fetched');
    expect(element.textContent).toContain('fetching 200 rows');
    expect(button(element, 'Stop')).toBeDefined();
    expect(button(element, 'Disconnect Harbor Search')).toBeUndefined();
  });

  it('is not there without a connection', async () => {
    expect((await shown([])).element.textContent.trim()).toBe('');
  });
});
