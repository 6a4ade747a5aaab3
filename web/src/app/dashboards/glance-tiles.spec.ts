import { signal, type Type } from '@angular/core';
import { TestBed } from '@angular/core/testing';
import { provideRouter } from '@angular/router';
import type { ClientDetail, ClientGlance, Health } from '@lens/contract';
import { bounds, value } from '@lens/core';
import { HealthService } from '../data/health';
import { DataTile, TargetTile, WaitingTile } from './glance-tiles';
import type { OnSheet } from './on-sheet';
import { OwnGlance } from './own-glance';

const CLIENT = { id: 'a', locale: 'en-GB', currency: 'GBP' };
const PROPOSAL = {
  ...{ key: 'k', name: 'Steam', channelName: 'Harbor Search', path: ['Tea', 'Steam'], metric: 'cpa', target: 20, actual: 41 },
  ...{ range: { low: 30, high: 55 }, unfit: null, decided: null, noMove: '', clicks: 9, spend: 90, outcomes: 2, maturity: 1 },
  ...{ breakEven: { roas: null, cpa: null }, marginal: null, stopLoss: null, more: null, lostToBudget: null, currency: '' },
  move: {
    change: { field: 'daily budget', from: 74, to: 59.2 },
    effect: {
      ...Object.fromEntries(['spend', 'outcomes'].map((of) => [of, { low: -1, middle: 0, high: 1 }])),
      profit: null,
      assumption: '',
    },
  },
};
const GLANCE = {
  ...{ target: null, spend: value(100), plan: 200, pacing: null, client: CLIENT },
  balances: [{ channelName: 'Larkmail', left: bounds(null, 120), days: null }],
  waiting: { proposals: 1, accepted: 2, byRules: 3, first: [PROPOSAL] },
} as unknown as ClientGlance;

describe('tiles on paper', () => {
  const told = signal<ClientGlance | null>(null);
  const problem = signal('');
  const health = signal<Pick<Health, 'notes'> | null>(null);
  const lines = <T extends OnSheet>(tile: Type<T>, inputs: object = {}): readonly string[] => {
    const fixture = TestBed.createComponent(tile);
    for (const [name, value] of Object.entries(inputs)) fixture.componentRef.setInput(name, value);
    const { what } = fixture.componentInstance.onPaper();
    return what.kind === 'words' ? what.lines : [];
  };
  const all = () => [
    lines(TargetTile),
    lines(WaitingTile, { room: 190 }),
    lines(DataTile, { client: { id: 'a', locale: 'en-GB' } as ClientDetail }),
  ];
  beforeEach(() => {
    for (const each of [told, health]) each.set(null);
    problem.set('');
    const providers = [
      { provide: OwnGlance, useValue: { told, problem } },
      { provide: HealthService, useValue: { health } },
    ];
    TestBed.configureTestingModule({ providers: [provideRouter([]), ...providers] });
  });

  it('say nothing of what is not known yet, and why it is not where that is known', () => {
    expect(all().flat()).toEqual(Array.from({ length: 3 }, () => 'Not known yet when this was drawn.'));
    problem.set('The server does not answer.');
    expect(lines(TargetTile)).toEqual(['The server does not answer.']);
  });

  it('say what the screen says', () => {
    told.set(GLANCE);
    health.set({ notes: [] });
    expect(all()).toEqual([
      [
        'Nothing was promised for this month.',
        'Spent £100.00 of £200.00.',
        '≤ £120.00 left at Larkmail; the last days do not tell how long it lasts.',
      ],
      [
        '1 proposal of the audit',
        '3 proposals of standing rules',
        '2 accepted moves to be made',
        'Steam: CPA £41.00, target ≤ £20.00. Daily budget £74.00 → £59.20 (−20%)',
      ],
      ['Nothing is missing or late that is known of.'],
    ]);
  });
});
