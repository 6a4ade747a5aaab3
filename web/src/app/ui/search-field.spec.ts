import { ChangeDetectionStrategy, Component, signal } from '@angular/core';
import { type ComponentFixture, TestBed } from '@angular/core/testing';
import { FormControl, ReactiveFormsModule } from '@angular/forms';
import { MatAutocompleteHarness } from '@angular/material/autocomplete/testing';
import { Screen } from '../../../test/screen';
import { type ChoiceGroup, SearchField } from './search-field';

const GROUPS: ChoiceGroup<string>[] = [
  { label: '', choices: [{ value: 'other', label: 'Something else…' }] },
  {
    label: 'Fruit',
    choices: [
      { value: 'a', label: 'Apple' },
      { value: 'p', label: 'Pear' },
      { value: 'pp', label: 'Pineapple' },
    ],
  },
];

@Component({
  imports: [ReactiveFormsModule, SearchField],
  template: `
    <ul-search-field label="In a list" bare [groups]="groups" [value]="value()" (chosen)="choose($event)" />
    <ul-search-field label="In a form" bare [groups]="groups" [formControl]="control" />
  `,
  changeDetection: ChangeDetectionStrategy.OnPush,
})
class Host {
  readonly groups = GROUPS;
  readonly value = signal('a');
  readonly control = new FormControl('p');
  /** A list that asks on where something else is wanted. */
  choose(value: string): void {
    if (value !== 'other') this.value.set(value);
  }
}

describe('one of many choices', () => {
  let fixture: ComponentFixture<Host>;
  let screen: Screen;
  const list = (name: string) => screen.loader.getHarness(MatAutocompleteHarness.with({ selector: `[aria-label="${name}"]` }));
  const offered = async (name: string) => Promise.all((await (await list(name)).getOptions()).map((each) => each.getText()));

  beforeEach(async () => {
    fixture = TestBed.createComponent(Host);
    await fixture.whenStable();
    screen = new Screen(fixture);
  });

  it('is found by a part of its name', async () => {
    const field = await list('In a list');
    await field.focus();
    expect(await offered('In a list')).toHaveLength(4);
    await field.clear();
    await field.enterText('ple');
    expect(await offered('In a list')).toEqual(['Apple', 'Pineapple']);
  });

  it('is chosen again without leaving the field', async () => {
    await screen.choose('In a list', 'Pear');
    expect(fixture.componentInstance.value()).toBe('p');
    await (await (await list('In a list')).host()).click();
    expect(await offered('In a list')).toHaveLength(4);
    await (await list('In a list')).selectOption({ text: 'Pineapple' });
    expect(await screen.values('In a list')).toEqual(['Pineapple']);
  });

  it('stays what it was where the list takes another way, or nothing was chosen', async () => {
    await screen.choose('In a list', 'Something else…');
    expect(await screen.values('In a list')).toEqual(['Apple']);
    await (await list('In a list')).clear();
    await (await list('In a list')).enterText('rubbish');
    await (await list('In a list')).blur();
    expect(await screen.values('In a list')).toEqual(['Apple']);
  });

  it('is told to its form', async () => {
    expect(await screen.values('In a form')).toEqual(['Pear']);
    await screen.choose('In a form', 'Apple');
    expect([fixture.componentInstance.control.value, await screen.values('In a form')]).toEqual(['a', ['Apple']]);
  });
});
