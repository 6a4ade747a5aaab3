import type { HarnessLoader } from '@angular/cdk/testing';
import { TestbedHarnessEnvironment } from '@angular/cdk/testing/testbed';
import { MatSelectHarness } from '@angular/material/select/testing';
import { TestBed } from '@angular/core/testing';
import { PickField, plainChoices } from './pick-field';

describe('a field of a few choices', () => {
  it('is closed until there are some: it would not open', async () => {
    const fixture = TestBed.createComponent(PickField<string>);
    fixture.componentRef.setInput('label', 'Channel');
    fixture.componentRef.setInput('choices', []);
    const loader: HarnessLoader = TestbedHarnessEnvironment.loader(fixture);
    const select = await loader.getHarness(MatSelectHarness);
    expect(await select.isDisabled()).toBe(true);
    fixture.componentRef.setInput('choices', plainChoices(['Harbor', 'Tern']));
    expect(await select.isDisabled()).toBe(false);
    const chosen: string[] = [];
    fixture.componentInstance.chosen.subscribe((value) => chosen.push(value));
    await select.open();
    await select.clickOptions({ text: 'Tern' });
    expect(chosen).toEqual(['Tern']);
    fixture.componentRef.setInput('disabled', true);
    expect(await select.isDisabled()).toBe(true);
  });
});
