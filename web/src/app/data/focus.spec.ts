import { TestBed } from '@angular/core/testing';
import { provideRouter, Router } from '@angular/router';
import type { ClientDetail } from '@lens/contract';
import { NO_OWN_WORDS, parseDay } from '@lens/core';
import { of, throwError } from 'rxjs';
import { Api, ApiError } from './api';
import { FocusService } from './focus';

const TODAY = parseDay('2026-10-31') ?? NaN;
const client = (id: string) =>
  ({ id, name: id, currency: 'EUR', locale: 'en-GB', data: { from: TODAY - 60, to: TODAY }, words: NO_OWN_WORDS }) as ClientDetail;

describe('the focus', () => {
  let asked: string[];
  let focus: FocusService;
  let router: Router;

  beforeEach(() => {
    asked = [];
    const call = (name: string, { params }: { params?: { client: string } }) => {
      if (name === 'clock') return of({ today: TODAY });
      asked.push(params?.client ?? '');
      if (params?.client === 'nobody')
        return throwError(() => new ApiError({ type: 'about:blank', title: 'No', status: 404, detail: 'No such client.' }));
      return of(client(params?.client ?? ''));
    };
    TestBed.configureTestingModule({ providers: [provideRouter([]), { provide: Api, useValue: { call } }] });
    focus = TestBed.inject(FocusService);
    router = TestBed.inject(Router);
  });

  it('is read from the address, with the days it means', async () => {
    await router.navigateByUrl('/?client=tea');
    expect(focus.client()?.name).toBe('tea');
    expect(focus.resolved()).toMatchObject({ client: { id: 'tea' }, today: TODAY, style: { locale: 'en-GB', currency: 'EUR' } });
    expect(focus.resolved()?.period.to).toBeLessThan(TODAY);
  });

  it('is written to the address part by part, beside what screens keep there', async () => {
    await router.navigateByUrl('/?client=tea&sort=spend');
    const period = { from: TODAY - 9, to: TODAY - 5 };
    focus.change({ period });
    await new Promise((resolve) => router.events.subscribe((event) => event.constructor.name === 'NavigationEnd' && resolve(event)));
    expect(router.url).toMatch(/client=tea/);
    expect(router.url).toMatch(/sort=spend/);
    expect(focus.resolved()?.period).toMatchObject(period);
  });

  it('asks for a client once, again when told to, and not for another period', async () => {
    await router.navigateByUrl('/?client=tea');
    await router.navigateByUrl('/?client=tea&basis=click');
    expect(asked).toEqual(['tea']);
    const ids: unknown[] = [];
    const told = focus.clientId$.subscribe((id) => ids.push(id));
    focus.refresh();
    expect(asked).toEqual(['tea', 'tea']);
    // Whoever edits something of it goes on with what stands there.
    expect(ids).toEqual(['tea']);
    told.unsubscribe();
  });

  it('shows nothing of the client before where the next is none', async () => {
    await router.navigateByUrl('/?client=tea');
    await router.navigateByUrl('/?client=nobody');
    expect([focus.client(), focus.resolved()]).toEqual([null, null]);
    await router.navigateByUrl('/?client=kayaks');
    expect(focus.resolved()?.client.id).toBe('kayaks');
  });
});
