import { MatCheckboxHarness } from '@angular/material/checkbox/testing';
import { TestBed } from '@angular/core/testing';
import type { ClientDetail } from '@lens/contract';
import { NO_OWN_WORDS, parseDay } from '@lens/core';
import { of } from 'rxjs';
import { Screen } from '../../../test/screen';
import { Api } from '../data/api';
import { provideClientDates } from '../data/client-dates';
import { FocusService } from '../data/focus';
import { Icons } from '../ui/icons';
import { ConnectChannel } from './connect-channel';

const CLIENT = { id: 'tea', name: 'Juniper Loft Tea', locale: 'en-GB', words: NO_OWN_WORDS } as unknown as ClientDetail;
const field = (name: string, always: boolean, becomes: string) => ({ name, always, becomes, about: '' });
const REPLIES: Readonly<Record<string, unknown>> = {
  offeredChannels: [{ id: 'harbor', name: 'Harbor Search', kind: 'search' }],
  offeredAccounts: [
    { id: 'a1', name: 'Juniper Loft Tea', currency: 'GBP', timeZone: 'Europe/London' },
    { id: 'a2', name: 'Another', currency: 'USD', timeZone: 'America/Denver' },
  ],
  offeredReports: [
    {
      ...{ id: 'ads', name: 'Ads by day', rows: [], problem: '' },
      fields: [field('Day', true, 'day'), field('Carts', false, 'cart.count.claims.click'), field('Colour', false, '')],
    },
    { id: 'odd', name: 'Odd rows', rows: [], fields: [], problem: 'Nothing in it can be compared here yet.' },
  ],
  connect: {},
};

async function open() {
  const calls: [string, unknown][] = [];
  const call = (name: string, sent: { body?: unknown }) => {
    calls.push([name, sent.body]);
    return of(REPLIES[name]);
  };
  const focus = { client: () => CLIENT, clock: () => ({ today: parseDay('2026-10-31') }) };
  TestBed.configureTestingModule({
    providers: [provideClientDates(), { provide: Api, useValue: { call } }, { provide: FocusService, useValue: focus }],
  });
  TestBed.inject(Icons).register();
  const fixture = TestBed.createComponent(ConnectChannel);
  fixture.componentRef.setInput('client', CLIENT);
  fixture.componentRef.setInput('today', parseDay('2026-10-31'));
  const closed: boolean[] = [];
  fixture.componentInstance.closed.subscribe((connected) => closed.push(connected));
  await fixture.whenStable();
  const screen = new Screen(fixture);
  await screen.choose('Channel', 'Harbor Search');
  await screen.write('Token', 'secret');
  await screen.press('Look what it opens');
  const tick = async (label: string) => (await screen.loader.getHarness(MatCheckboxHarness.with({ label }))).toggle();
  return { screen, calls, closed, tick };
}

describe('connecting a channel', () => {
  it('takes the account of the client’s name, and fetches what is chosen from the day named', async () => {
    const { screen, calls, closed, tick } = await open();
    expect(await screen.values('Account')).toEqual(['Juniper Loft Tea (GBP, Europe/London)']);
    expect(screen.button('Connect and fetch').disabled).toBe(true);
    await tick('Ads by day');
    await screen.write('Fetch from', '03/09/2026');
    await screen.press('Connect and fetch');
    expect(calls.at(-1)).toEqual([
      'connect',
      {
        ...{
          channel: 'harbor',
          token: 'secret',
          account: 'a1',
          accountName: 'Juniper Loft Tea',
          currency: 'GBP',
          timeZone: 'Europe/London',
        },
        ...{ reports: [{ id: 'ads', name: 'Ads by day', fields: ['Carts'] }], from: parseDay('2026-09-03'), schedule: 'daily' },
      },
    ]);
    expect(closed).toEqual([true]);
  });

  it('fetches nothing from a day that is none, or that has not been', async () => {
    const { screen, tick } = await open();
    await tick('Ads by day');
    expect(screen.button('Connect and fetch').disabled).toBe(false);
    for (const day of ['31/02/2026', 'soon', '', '05/11/2026']) {
      await screen.write('Fetch from', day);
      expect([day, screen.button('Connect and fetch').disabled]).toEqual([day, true]);
    }
    await screen.write('Fetch from', '03/09/2026');
    expect(screen.button('Connect and fetch').disabled).toBe(false);
  });

  it('says that an account is called otherwise than the client, and that another token makes void what was read', async () => {
    const { screen, tick } = await open();
    await screen.choose('Account', 'Another (USD, America/Denver)');
    expect(screen.text).toContain('This account is called “Another”; it will be fetched for Juniper Loft Tea.');
    expect(screen.text).toContain('Nothing in it can be compared here yet.');
    await tick('Ads by day');
    await screen.write('Token', 'another');
    expect(await screen.fields('Account')).toEqual([]);
    expect(screen.text).not.toContain('Ads by day');
  });
});
