import { type ComponentFixture, TestBed } from '@angular/core/testing';
import { By } from '@angular/platform-browser';
import type { CheckReport, ClientDetail, Job, NewCheck, Preview } from '@lens/contract';
import { BUILT_IN, guessMapping, NO_OWN_WORDS } from '@lens/core';
import { MatRadioButtonHarness } from '@angular/material/radio/testing';
import { of, Subject } from 'rxjs';
import { Screen } from '../../../test/screen';
import { Api, ApiError } from '../data/api';
import { provideClientDates } from '../data/client-dates';
import { FocusService } from '../data/focus';
import { Icons } from '../ui/icons';
import { FileIntake } from './file-intake';
import { ShapeSteps } from './shape/shape-steps';

const CLIENT = {
  id: 'tea',
  name: 'Tea',
  currency: 'GBP',
  timeZone: 'Europe/London',
  locale: 'en-GB',
  metricSet: 'shop',
  promises: { targets: [], margins: [], budgets: [], rates: [] },
  accounts: [{ id: 'a1', name: 'Main', channel: 'harbor', channelName: 'Harbor Search', currency: 'GBP', timeZone: 'Europe/London' }],
  data: null,
  nameParts: [],
  words: NO_OWN_WORDS,
} as unknown as ClientDetail;
const HEADERS = ['Day', 'Campaign', 'Cost', 'Remarks'];
const ROWS = [['2026-10-05', 'tea', '12.50', 'x']];

const preview = (part: Partial<Preview> = {}): Preview => {
  const headers = part.headers ?? HEADERS;
  const rows = part.rows ?? ROWS;
  const { mapping, reasons } = guessMapping(
    headers,
    headers.map((_, at) => rows.map((row) => row[at] ?? '')),
    { vocabulary: BUILT_IN, kind: 'report' },
  );
  return {
    layout: { format: 'separated', encoding: 'utf-8', delimiter: ',', sheet: '', titleLines: 0 },
    fileHeaders: HEADERS,
    shaping: [],
    signs: headers.map(() => 'none' as const),
    ...{ sheets: [], title: [], asks: [], feed: null, changed: null, importedBefore: false },
    ...{ headers, rows, mapping, reasons },
    ...part,
  } as Preview;
};
const report: CheckReport = {
  ...{ rows: 3, merged: 0, badRows: 0, problems: [], days: { from: 20_731, to: 20_733 }, hours: null, members: 1, limits: 0 },
  ...{ longRows: 0, repeatedHeaders: 0, leftOut: [], ratios: [], fileTotals: [], totals: [], joined: null, replaces: 0 },
  ...{ absent: [], absentCount: 0 },
};
const jobOf = (part: Partial<Job>): Job => ({
  ...{ id: 'j1', kind: 'check', state: 'ready', rows: 3, phase: '', report, importId: null, error: null },
  ...part,
});

describe('a file on its way in', () => {
  let calls: { readonly name: string; readonly body: unknown }[];
  let previews: Subject<Preview>[];
  let check: () => Job;
  let fixture: ComponentFixture<FileIntake>;
  let screen: Screen;
  let closed: string[];
  const bodies = (name: string): unknown[] => calls.filter((each) => each.name === name).map(({ body }) => body);

  const open = async (shown: Preview): Promise<void> => {
    fixture = TestBed.createComponent(FileIntake);
    fixture.componentRef.setInput('client', CLIENT);
    fixture.componentRef.setInput('file', { hash: 'h1', name: 'tea_ads-october.csv' });
    fixture.componentRef.setInput('preview', shown);
    fixture.componentInstance.closed.subscribe((text) => closed.push(text));
    await fixture.whenStable();
    screen = new Screen(fixture);
  };
  beforeEach(() => {
    [calls, previews, closed] = [[], [], []];
    check = () => jobOf({});
    const call = (name: string, { body }: { body?: unknown }) => {
      calls.push({ name, body });
      if (name === 'channels') return of([{ id: 'harbor', name: 'Harbor Search', kind: 'search' }]);
      if (name === 'check') return of(check());
      if (name === 'import') return of(jobOf({ kind: 'import', state: 'done', importId: 7 }));
      if (name !== 'preview') return of({});
      const reply = new Subject<Preview>();
      previews.push(reply);
      return reply;
    };
    TestBed.configureTestingModule({
      providers: [
        { provide: Api, useValue: { call } },
        { provide: FocusService, useValue: { refresh: () => undefined, client: () => CLIENT, clock: () => undefined } },
        provideClientDates(),
      ],
    });
    TestBed.inject(Icons).register();
  });

  it('is never checked without an account that a person has chosen', async () => {
    await open(preview());
    expect(screen.text).toContain('Choose the account this file comes from.');
    expect(screen.button('Check the whole file').disabled).toBe(true);
    await screen.choose('Account', 'Harbor Search · Main');
    await screen.press('Check the whole file');
    expect(bodies('check')).toMatchObject([{ file: 'h1', account: 'a1', feed: { name: 'tea ads october' }, covers: null }]);
  });

  it('keeps the account that was chosen when its client is read again', async () => {
    await open(preview());
    await screen.choose('Account', 'Harbor Search · Main');
    fixture.componentRef.setInput('client', { ...CLIENT });
    await fixture.whenStable();
    expect(await screen.values('Account')).toEqual(['Harbor Search · Main']);
  });

  it('of a feed known before goes to its account, as its next file', async () => {
    await open(preview({ feed: { id: 4, name: 'Ads', account: 'a1' } }));
    await screen.press('Check the whole file');
    expect(bodies('check')).toMatchObject([{ account: 'a1', feed: { id: 4 } }]);
    await screen.write('Feed', 'Other ads');
    await screen.press('Check the whole file');
    expect(bodies('check')[1]).toMatchObject({ feed: { name: 'Other ads' } });
  });

  it('asks for the name and the currency of a new account, and sends them with the check alone', async () => {
    await open(preview());
    await screen.choose('Account', 'A new account…');
    expect(screen.text).toContain('Name the new account and its channel.');
    await screen.choose('Channel', 'Harbor Search');
    await screen.write('Account name', 'Second');
    await screen.write('Its currency', 'US');
    expect(screen.text).toContain('Give the account’s currency by its three letters');
    await screen.write('Its currency', 'usd');
    await screen.press('Check the whole file');
    const { account } = bodies('check')[0] as NewCheck;
    expect(account).toEqual({ channel: 'harbor', name: 'Second', currency: 'USD', timeZone: 'Europe/London' });
    await screen.press('Cancel');
    expect(bodies('import')).toEqual([]);
    expect(closed).toEqual(['']);
  });

  it('tells what was found, is imported with who brought it, and closes with what it did', async () => {
    await open(preview({ feed: { id: 4, name: 'Ads', account: 'a1' } }));
    await screen.press('Check the whole file');
    expect(screen.text).toContain('3 rows can be imported');
    await screen.write('Brought in by', 'Ana');
    await screen.press('Import');
    expect(bodies('import')).toEqual([{ absent: null, person: 'Ana', keepFile: true }]);
    expect(closed).toEqual(['Imported tea_ads-october.csv: 3 rows.']);
  });

  it('waits for a word on members that are gone from it', async () => {
    const absent = [{ level: 'campaign', name: 'gifts', spend: 40, rows: 2 }] as unknown as CheckReport['absent'];
    check = () => jobOf({ report: { ...report, absent, absentCount: 1 } });
    await open(preview({ feed: { id: 4, name: 'Ads', account: 'a1' } }));
    await screen.press('Check the whole file');
    expect(screen.button('Import').disabled).toBe(true);
    const part = await screen.loader.getHarness(MatRadioButtonHarness.with({ label: /only a part/ }));
    await part.check();
    await screen.press('Import');
    expect(bodies('import')).toMatchObject([{ absent: 'keep' }]);
  });

  it('is checked anew when a column is made to mean something else, which says who chose it', async () => {
    await open(preview({ feed: { id: 4, name: 'Ads', account: 'a1' } }));
    await screen.press('Check the whole file');
    await screen.choose('Meaning of Remarks', 'Ad');
    expect(bodies('cancelJob')).toHaveLength(1);
    expect(screen.text).not.toContain('What the check found');
    expect(screen.text).toContain('chosen by you');
    expect([...screen.element.querySelectorAll('td.quiet')].filter((each) => each.textContent === 'chosen by you')).toHaveLength(1);
    await screen.press('Check the whole file');
    expect((bodies('check')[1] as NewCheck).mapping.columns[3]).not.toEqual({ role: 'ignore' });
  });

  it('keeps its account, what one row is and what columns mean when its table is shaped', async () => {
    await open(preview());
    await screen.choose('Account', 'Harbor Search · Main');
    await screen.choose('Meaning of Cost', 'Leave out');
    const steps = [{ do: 'rename' as const, column: 'Remarks', to: 'Clicks' }];
    fixture.debugElement.query(By.directive(ShapeSteps)).triggerEventHandler('changed', steps);
    const headers = ['Day', 'Campaign', 'Cost', 'Clicks'];
    const shaped = preview({ headers, rows: [['2026-10-05', 'tea', '12.50', '4']] });
    previews[0]?.next({ ...shaped, mapping: { ...shaped.mapping, steps } });
    await fixture.whenStable();
    expect(bodies('preview')).toMatchObject([{ hash: 'h1', steps }]);
    await screen.press('Check the whole file');
    const { account, mapping } = bodies('check')[0] as NewCheck;
    expect(account).toBe('a1');
    expect(mapping).toMatchObject({ kind: 'report', steps, columns: [{}, {}, { role: 'ignore' }, shaped.mapping.columns[3]] });
    expect(screen.text).toContain('as before the table was shaped');
  });

  it('read as another table is guessed anew, in the account it was put into', async () => {
    await open(preview());
    await screen.choose('Account', 'Harbor Search · Main');
    await screen.choose('Meaning of Cost', 'Leave out');
    await screen.write('Lines before the header', '1');
    previews[0]?.next(preview());
    await fixture.whenStable();
    expect(bodies('preview')).toMatchObject([{ layout: { titleLines: 1 }, steps: null }]);
    expect(await screen.values('Account')).toEqual(['Harbor Search · Main']);
    expect(await screen.values('Meaning of Cost')).toEqual(['Spend']);
  });

  it('shows the answer to the last wish, whichever comes last', async () => {
    await open(preview());
    await screen.write('Lines before the header', '1');
    await screen.write('Lines before the header', '2');
    previews[1]?.next(preview({ headers: ['Day', 'Spend'], rows: [['2026-10-05', '1.00']] }));
    previews[0]?.next(preview({ headers: ['Wrong'], rows: [['x']] }));
    await fixture.whenStable();
    expect([...screen.element.querySelectorAll('tbody th')].map((each) => each.textContent)).toEqual(['Day', 'Spend']);
  });

  it('says why it cannot be looked at in another way, and takes the next wish all the same', async () => {
    await open(preview());
    await screen.write('Lines before the header', '9');
    previews[0]?.error(new ApiError({ type: 'about:blank', title: 'No', status: 400, detail: 'There is no line 10.' }));
    await fixture.whenStable();
    expect(screen.alert).toBe('There is no line 10.');
    await screen.write('Lines before the header', '0');
    expect(previews).toHaveLength(2);
    expect(screen.alert).toBeUndefined();
  });

  it('says why a check failed', async () => {
    check = () => jobOf({ state: 'failed', report: null, error: 'The file ends in the middle of a quote.' });
    await open(preview({ feed: { id: 4, name: 'Ads', account: 'a1' } }));
    await screen.press('Check the whole file');
    expect(screen.alert).toBe('The file ends in the middle of a quote.');
    expect(screen.button('Check the whole file').disabled).toBe(false);
  });
});
