import { ChangeDetectionStrategy, Component, signal } from '@angular/core';
import { TestBed } from '@angular/core/testing';
import { FormsModule } from '@angular/forms';
import { MatAutocompleteTrigger } from '@angular/material/autocomplete';
import { Offers } from './offers';

@Component({
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [FormsModule, MatAutocompleteTrigger, Offers],
  template: `
    <input [ngModel]="typed()" (ngModelChange)="typed.set($event)" [matAutocomplete]="offers.panel()" />
    <app-offers #offers [from]="parts" [typed]="typed()" />
  `,
})
class Host {
  readonly parts = [
    ...Array.from({ length: 30 }, (_, k) => ({ value: `R${k + 1}`, says: 'resistor' })),
    { value: 'C3', says: '10 µF, R-C' },
  ];
  readonly typed = signal('');
}

describe('Offers', () => {
  const set = async () => {
    const fixture = TestBed.createComponent(Host);
    await fixture.whenStable();
    const input = (fixture.nativeElement as HTMLElement).querySelector('input')!;
    const offered = (): string[] => [...document.querySelectorAll('mat-option')].map((option) => option.textContent?.trim() ?? '');
    const type = async (text: string): Promise<void> => {
      input.dispatchEvent(new Event('focusin'));
      input.value = text;
      input.dispatchEvent(new Event('input'));
      await fixture.whenStable();
    };
    return { fixture, host: fixture.componentInstance, input, offered, type };
  };

  it('shows what begins with the letters typed before what only holds them, and never more than one can look over', async () => {
    const { offered, type } = await set();
    await type('r');
    expect(offered().length).toBe(12);
    await type('r3');
    expect(offered()).toEqual(['R3 resistor', 'R30 resistor']);
    await type('r-');
    expect(offered()).toEqual(['C3 10 µF, R-C']);
  });

  it('takes what is pressed, and leaves what fits none as it was typed', async () => {
    const { fixture, host, input, type } = await set();
    await type('r3');
    document.querySelector<HTMLElement>('mat-option')!.click();
    await fixture.whenStable();
    expect([host.typed(), input.value]).toEqual(['R3', 'R3']);
    await type('zz9');
    expect(host.typed()).toBe('zz9');
  });
});
