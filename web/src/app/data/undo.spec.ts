import { ChangeDetectionStrategy, Component, signal } from '@angular/core';
import { TestBed } from '@angular/core/testing';
import { MatSnackBar } from '@angular/material/snack-bar';
import { provideRouter, Router } from '@angular/router';
import { defer, of, Subject, throwError } from 'rxjs';
import { draftOf } from '../ui/draft';
import { ApiError } from './api';
import { Undo } from './undo';

@Component({ template: '', changeDetection: ChangeDetectionStrategy.OnPush })
class Screen {}

describe('what was done', () => {
  let undo: Undo;
  let told: string[];
  let pressed: Subject<void>;
  let dismissed = 0;

  beforeEach(() => {
    told = [];
    pressed = new Subject();
    dismissed = 0;
    const notices = {
      open: (text: string, action: string) => {
        told.push(`${text} [${action}]`);
        return { onAction: () => pressed, dismiss: () => (dismissed += 1) };
      },
    };
    TestBed.configureTestingModule({
      providers: [provideRouter([{ path: '**', component: Screen }]), { provide: MatSnackBar, useValue: notices }],
    });
    undo = TestBed.inject(Undo);
  });

  it('is undone the last first, and what stands otherwise by now is passed over', () => {
    const [text, other] = [signal({ is: 'a' }), signal({ is: 'x' })];
    undo.change(text, { is: 'b' });
    undo.change(other, { is: 'y' });
    undo.change(text, { is: 'c' });
    other.set({ is: 'read again' });
    const seen = () => [text().is, other().is];
    expect([undo.last(), seen()]).toEqual([true, ['b', 'read again']]);
    expect([undo.last(), seen()]).toEqual([true, ['a', 'read again']]);
    expect(undo.last()).toBe(false);
  });

  it('is undone once, by the bar or by the key', () => {
    let times = 0;
    const again = () => of((times += 1));
    undo.stored('It is kept.', again);
    pressed.next();
    expect([undo.last(), times, told]).toEqual([false, 1, ['It is kept. [Undo]', 'It is as it was before. [Close]']]);
    undo.stored('Another.', again);
    expect([undo.last(), times]).toEqual([true, 2]);
    pressed.next();
    expect(times).toBe(2);
  });

  it('says why it cannot be undone', () => {
    const problem = new ApiError({ type: '', title: 'Changed meanwhile', status: 409, detail: 'Ana has changed it.' });
    undo.stored('It is kept.', () => throwError(() => problem), 'Bring it back');
    undo.last();
    expect(told).toEqual(['It is kept. [Bring it back]', 'Ana has changed it. [Close]']);
  });

  it('is not undone from another screen, nor for another client', async () => {
    const router = TestBed.inject(Router);
    const text = signal({ is: 'a' });
    await router.navigateByUrl('/metrics?client=one');
    undo.change(text, { is: 'b' });
    await router.navigateByUrl('/metrics?client=one&metric=cpa');
    expect([undo.last(), text().is]).toEqual([true, 'a']);
    for (const address of ['/metrics?client=two', '/audit?client=two']) {
      undo.stored('It is kept.', () =>
        defer(() => {
          text.set({ is: 'wrong' });
          return of(null);
        }),
      );
      await router.navigateByUrl(address);
      expect([undo.last(), text().is]).toEqual([false, 'a']);
    }
    expect(dismissed).toBe(2);
  });

  it('of a document is undone step by step; once it is saved, what was stored before is stored again', () => {
    const stored = signal({ value: { rules: ['a'] }, version: 3 });
    const sent: string[][] = [];
    const store = ({ rules }: { rules: string[] }) => of({ version: 3 + sent.push(rules) });
    const draft = TestBed.runInInjectionContext(() =>
      draftOf(stored, { read: () => of(stored()), store, earlier: () => of([]), saved: 'Saved.' }),
    );
    draft.change({ rules: ['a', 'b'] });
    draft.change({ rules: ['b'] });
    undo.last();
    expect([draft.value().rules, draft.dirty()]).toEqual([['a', 'b'], true]);
    draft.save();
    expect([draft.dirty(), sent, told]).toEqual([false, [['a', 'b']], ['Saved. [Undo]']]);
    undo.last();
    expect([draft.value().rules, draft.dirty(), sent]).toEqual([['a'], false, [['a', 'b'], ['a']]]);
    draft.change({ rules: [] });
    stored.set({ value: { rules: ['theirs'] }, version: 9 });
    expect([undo.last(), draft.value().rules, draft.dirty()]).toEqual([false, ['theirs'], false]);
  });

  it('of a document that somebody else has stored meanwhile is shown beside theirs, and either is kept', () => {
    const theirs = { value: { rules: ['theirs'] }, version: 2 };
    const sent: [string[], number][] = [];
    const late = new ApiError({ type: '', title: 'Changed meanwhile', status: 409, detail: 'Ana has changed it.' });
    const store = ({ rules }: { rules: string[] }, { seen }: { seen: number }) => {
      if (seen < theirs.version) return throwError(() => late);
      return of({ version: theirs.version + sent.push([rules, seen]) });
    };
    const read = () => of(theirs);
    const begun = signal({ value: { rules: ['a'] }, version: 1 });
    const draftHere = () => TestBed.runInInjectionContext(() => draftOf(begun, { read, store, earlier: () => of([]), saved: 'Saved.' }));
    const draft = draftHere();
    draft.change({ rules: ['mine'] });
    draft.save();
    expect([draft.error(), draft.isLate(), draft.value().rules]).toEqual(['Ana has changed it.', true, ['mine']]);
    draft.takeTheirs();
    expect([draft.isLate(), draft.value().rules, draft.dirty()]).toEqual([false, ['theirs'], false]);
    undo.last();
    expect([draft.value().rules, draft.dirty(), sent]).toEqual([['mine'], true, []]);
    const other = draftHere();
    other.change({ rules: ['other'] });
    other.save();
    other.keepMine();
    expect([other.isLate(), other.dirty(), sent]).toEqual([false, false, [[['other'], 2]]]);
    undo.last();
    expect([other.value().rules, sent.at(-1)]).toEqual([['theirs'], [['theirs'], 3]]);
  });
});
