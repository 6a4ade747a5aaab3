import { ChangeDetectionStrategy, Component } from '@angular/core';
import { TestBed } from '@angular/core/testing';
import type { Sureness } from '@lens/core';
import { Ring } from './ring';

@Component({ imports: [Ring], template: `<ul-ring [met]="met" [sureness]="sureness" />`, changeDetection: ChangeDetectionStrategy.OnPush })
class Host {
  met: number | null = 1.2;
  sureness: Sureness = 'supported';
}

describe('the ring', () => {
  const drawn = async (met: number | null, sureness: Sureness = 'supported'): Promise<SVGElement | null> => {
    const fixture = TestBed.createComponent(Host);
    fixture.componentInstance.met = met;
    fixture.componentInstance.sureness = sureness;
    await fixture.whenStable();
    return (fixture.nativeElement as HTMLElement).querySelector('svg');
  };

  it('says how much is met and how sure', async () => {
    expect((await drawn(1.2))?.getAttribute('aria-label')).toBe('120 % of the target met, supported by the data');
  });

  it('has a dotted centre while later sales are still to come', async () => {
    const svg = await drawn(0.7, 'not yet mature');
    expect(svg?.querySelector('.centre')?.classList).toContain('dotted');
    expect(svg?.getAttribute('aria-label')).toContain('too early to say');
  });

  it('draws no arc where nothing is known', async () => {
    const svg = await drawn(null);
    expect(svg?.querySelector('.arc')).toBeNull();
    expect(svg?.getAttribute('aria-label')).toBe('Target: not known');
  });
});
