import type { HarnessLoader } from '@angular/cdk/testing';
import { TestbedHarnessEnvironment } from '@angular/cdk/testing/testbed';
import type { ComponentFixture } from '@angular/core/testing';
import { MatAutocompleteHarness } from '@angular/material/autocomplete/testing';
import { type MatDatepickerInputHarness } from '@angular/material/datepicker/testing';
import { MatFormFieldHarness } from '@angular/material/form-field/testing';
import { type MatInputHarness } from '@angular/material/input/testing';
import { MatSelectHarness } from '@angular/material/select/testing';

type Control = MatInputHarness | MatSelectHarness | MatDatepickerInputHarness;

/** A screen as a person finds it: fields and buttons by their words. */
export class Screen {
  readonly element: HTMLElement;
  readonly loader: HarnessLoader;

  constructor(private readonly fixture: ComponentFixture<unknown>) {
    this.element = fixture.nativeElement as HTMLElement;
    this.loader = TestbedHarnessEnvironment.loader(fixture);
  }

  get text(): string {
    return this.element.textContent;
  }

  get alert(): string | undefined {
    return this.element.querySelector('[role=alert]')?.textContent ?? undefined;
  }

  button(name: string): HTMLButtonElement {
    const found = [...this.element.querySelectorAll('button')].find(
      (each) => (each.getAttribute('aria-label') ?? each.textContent).trim() === name,
    );
    if (!found) throw new Error(`There is no button “${name}”.`);
    return found;
  }

  async press(name: string): Promise<void> {
    this.button(name).click();
    await this.fixture.whenStable();
  }

  /** Fields whose name, shown or heard, is this. */
  async fields(name: string): Promise<Control[]> {
    const found: Control[] = [];
    for (const field of await this.loader.getAllHarnesses(MatFormFieldHarness)) {
      const control = (await field.getControl()) as Control | null;
      const label = (await field.getLabel()) ?? (await (await control?.host())?.getAttribute('aria-label'));
      if (control && label?.replace(/\*$/, '').trim() === name) found.push(control);
    }
    return found;
  }

  async values(name: string): Promise<string[]> {
    const read = (control: Control) => (control instanceof MatSelectHarness ? control.getValueText() : control.getValue());
    return Promise.all((await this.fields(name)).map(read));
  }

  /** Writes into a field and leaves it. */
  async write(name: string, text: string, nth = 0): Promise<void> {
    const field = (await this.fields(name))[nth];
    if (!field || field instanceof MatSelectHarness) throw new Error(`There is no field “${name}” to write in.`);
    await field.setValue(text);
    // A harness tells of each key; leaving the field tells of the whole.
    await (await field.host()).dispatchEvent('change');
    await field.blur();
    await this.fixture.whenStable();
  }

  async choose(name: string, option: string, nth = 0): Promise<void> {
    const field = (await this.fields(name))[nth];
    if (field instanceof MatSelectHarness) await field.clickOptions({ text: option });
    else {
      const list = await this.loader.getHarness(MatAutocompleteHarness.with({ selector: `[aria-label="${name}"]` }));
      await list.focus();
      await list.selectOption({ text: option });
    }
    await this.fixture.whenStable();
  }
}
