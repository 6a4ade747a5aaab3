import { TestbedHarnessEnvironment } from '@angular/cdk/testing/testbed';
import { TestBed } from '@angular/core/testing';
import { MatButtonHarness } from '@angular/material/button/testing';
import { MAT_DIALOG_DATA, MatDialogRef } from '@angular/material/dialog';
import { MatFormFieldHarness } from '@angular/material/form-field/testing';
import { MatInputHarness } from '@angular/material/input/testing';
import { MatSelectHarness } from '@angular/material/select/testing';
import type { ClientDetail } from '@lens/contract';
import { BUILT_IN, NO_OWN_WORDS, WORD_KINDS } from '@lens/core';
import { type Observable, of, throwError } from 'rxjs';
import { Api, ApiError } from '../data/api';
import { type WordAsked, WordDialog } from './word-dialog';

const CLIENT = { id: 'tea', name: 'Juniper Loft Tea', words: NO_OWN_WORDS } as unknown as ClientDetail;

function open(asked: Partial<WordAsked> = {}, reply: Observable<unknown> = of({ id: 'own-1' })) {
  const calls: unknown[] = [];
  const closed: unknown[] = [];
  TestBed.configureTestingModule({
    providers: [
      { provide: Api, useValue: { call: (name: string, body: unknown) => (calls.push([name, body]), reply) } },
      { provide: MatDialogRef, useValue: { close: (role: unknown) => closed.push(role) } },
      {
        provide: MAT_DIALOG_DATA,
        useValue: { client: CLIENT, kinds: WORD_KINDS, known: null, column: { header: 'stay', cells: ['0:20'] }, ...asked },
      },
    ],
  });
  const fixture = TestBed.createComponent(WordDialog);
  const loader = TestbedHarnessEnvironment.loader(fixture);
  const select = async (label: string) =>
    (await loader.getHarness(MatFormFieldHarness.with({ floatingLabelText: label }))).getControl(MatSelectHarness);
  const input = async (label: string) =>
    (await loader.getHarness(MatFormFieldHarness.with({ floatingLabelText: label }))).getControl(MatInputHarness);
  const save = () => loader.getHarness(MatButtonHarness.with({ text: /Add the word|Save/ }));
  return { fixture, loader, calls, closed, select, input, save };
}

describe('the dialog of a word', () => {
  it('proposes what a column seems to hold, and closes with what the column means', async () => {
    const { calls, closed, select, input, save } = open();
    expect(await (await select('Its cells hold'))?.getValueText()).toBe('a length of time');
    expect(await (await select('It'))?.getValueText()).toBe('is an average');
    await (await select('Weighted by'))?.clickOptions({ text: 'Visits' });
    expect(await (await input('It is called'))?.getValue()).toBe('Stay');
    await (await save()).click();
    expect(calls).toMatchObject([
      ['addWord', { params: { client: 'tea' }, body: { kind: 'measure', word: { label: 'Stay', weight: 'visits' } } }],
    ]);
    expect(closed).toEqual([{ role: 'measure', measure: 'own-1' }]);
  });

  it('asks of each kind what it needs', async () => {
    const { select, input, closed, save, fixture } = open();
    await (await select('It is'))?.clickOptions({ text: /^an outcome/ });
    await (await input('Many of them are called'))?.setValue('Bonuses');
    await (await select('In the funnel it follows'))?.clickOptions({ text: 'Sign-ups' });
    expect((fixture.nativeElement as HTMLElement).textContent).not.toContain('Its cells hold');
    await (await save()).click();
    expect(closed).toEqual([{ role: 'outcome', action: 'own-1', part: 'count', basis: 'click' }]);
  });

  it('changes the way of adding with the unit', async () => {
    const { select } = open({ column: { header: 'x', cells: ['1'] } });
    await (await select('Its cells hold'))?.clickOptions({ text: 'a share, in per cent' });
    expect(await (await select('It'))?.getValueText()).toBe('is an average');
  });

  it('says at once what is wrong, and cannot be saved so', async () => {
    const { input, save, fixture } = open();
    await (await input('It is called'))?.setValue('Spend');
    expect((fixture.nativeElement as HTMLElement).textContent).toContain('already a measure called “Spend”');
    expect(await (await save()).isDisabled()).toBe(true);
    await (await input('It is called'))?.setValue('');
    expect(await (await save()).isDisabled()).toBe(true);
  });

  it('keeps the kind of a word there is, and shows what the server refuses', async () => {
    const refused = throwError(() => new ApiError({ type: 'about:blank', title: 'No', status: 409, detail: '“Own” hold amounts of it.' }));
    const looks = { ...BUILT_IN.measure('clicks'), id: 'own-7', label: 'Looks', name: 'Looks' };
    const { select, save, calls, closed, fixture } = open({ known: { kind: 'measure', word: looks } }, refused);
    expect(await (await select('It is'))?.isDisabled()).toBe(true);
    await (await save()).click();
    expect(calls).toMatchObject([['changeWord', { params: { client: 'tea', word: 'own-7' } }]]);
    expect(closed).toEqual([]);
    expect((fixture.nativeElement as HTMLElement).querySelector('[role=alert]')?.textContent).toContain('hold amounts');
  });
});
