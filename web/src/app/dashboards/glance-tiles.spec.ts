import { signal, type Type } from '@angular/core';
import { TestBed } from '@angular/core/testing';
import { provideRouter } from '@angular/router';
import type { ClientDetail, ClientGlance, Health } from '@lens/contract';
import { HealthService } from '../data/health';
import { DataTile, TargetTile, WaitingTile } from './glance-tiles';
import type { OnSheet } from './on-sheet';
import { OwnGlance } from './own-glance';

const GLANCE = { target: null, waiting: { proposals: 1, accepted: 2 }, client: { id: 'a' } } as unknown as ClientGlance;

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
  const all = () => [lines(TargetTile), lines(WaitingTile), lines(DataTile, { client: { id: 'a', locale: 'en-GB' } as ClientDetail })];
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
      ['Nothing was promised for this month.'],
      ['1 proposal of the audit', '2 accepted moves to be made at the channels'],
      ['Nothing is missing or late that is known of.'],
    ]);
  });
});
