import { ChangeDetectionStrategy, Component, signal } from '@angular/core';
import { TestBed } from '@angular/core/testing';
import type { Card } from '@amber-relay/core/card';
import { KindChoice } from './kind-choice';

@Component({
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [KindChoice],
  template: `<app-kind-choice
    maker="Zellen"
    model="Coble"
    [year]="1988"
    [taken]="taken()"
    [s9V]="shop()?.s9?.hfV"
    (made)="made.set($event)"
  />`,
})
class Host {
  readonly taken = signal<readonly string[]>([]);
  readonly shop = signal<{ s9?: { hfV: number } } | undefined>(undefined);
  readonly made = signal<Card | undefined>(undefined);
}

describe('KindChoice', () => {
  const choose = async (prepare: (host: Host) => void = () => undefined): Promise<Card | undefined> => {
    const fixture = TestBed.createComponent(Host);
    prepare(fixture.componentInstance);
    await fixture.whenStable();
    const list = (fixture.nativeElement as HTMLElement).querySelector('select')!;
    list.value = [...list.options].find(({ text }) => text.trim() === 'CB, AM and FM, PLL')!.value;
    list.dispatchEvent(new Event('change'));
    await fixture.whenStable();
    return fixture.componentInstance.made();
  };
  const s9At = (card: Card | undefined): string | undefined => card?.alignment.find(({ name }) => name === 'S-meter')?.at;

  it('makes a card with what S9 usually is, where the shop says nothing of it', async () => {
    expect(s9At(await choose())).toBe('50 µV');
    expect(s9At(await choose((host) => host.shop.set({})))).toBe('50 µV');
  });
  it('makes it with what S9 is in this shop', async () =>
    expect(s9At(await choose((host) => host.shop.set({ s9: { hfV: 1e-4 } })))).toBe('100 µV'));
  it('never takes the place of another card', async () =>
    expect((await choose((host) => host.taken.set(['zellen-coble', 'zellen-coble-2'])))?.id).toBe('zellen-coble-3'));
});
