import { Component } from '@angular/core';
import { TestBed } from '@angular/core/testing';
import { Ring } from './ring';

@Component({ imports: [Ring], template: `<ul-ring [met]="met" [certain]="true" />` })
class Host {
  met: number | null = 1.2;
}

describe('the ring', () => {
  const drawn = async (met: number | null): Promise<SVGElement | null> => {
    const fixture = TestBed.createComponent(Host);
    fixture.componentInstance.met = met;
    await fixture.whenStable();
    return (fixture.nativeElement as HTMLElement).querySelector('svg');
  };

  it('says how much is met and how sure', async () => {
    expect((await drawn(1.2))?.getAttribute('aria-label')).toBe('120 % of the target met, supported by the data');
  });

  it('draws no arc where nothing is known', async () => {
    const svg = await drawn(null);
    expect(svg?.querySelector('.arc')).toBeNull();
    expect(svg?.getAttribute('aria-label')).toBe('Target: not known');
  });
});
