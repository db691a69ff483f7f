import { ChangeDetectionStrategy, Component, signal } from '@angular/core';
import { TestBed } from '@angular/core/testing';
import { Choice } from './choice';

@Component({
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [Choice],
  template: `<app-choice label="Mode" [options]="modes" [(value)]="mode" />`,
})
class Host {
  readonly modes = ['AM', 'FM', 'USB'].map((name) => ({ value: name.toLowerCase(), name }));
  readonly mode = signal('fm');
}

describe('Choice', () => {
  const set = async () => {
    const fixture = TestBed.createComponent(Host);
    await fixture.whenStable();
    const element = fixture.nativeElement as HTMLElement;
    document.body.append(element);
    const radios = [...element.querySelectorAll<HTMLButtonElement>('[role="radio"]')];
    return { fixture, host: fixture.componentInstance, group: element.querySelector('[role="radiogroup"]'), radios };
  };
  const chosen = (radios: readonly HTMLElement[]): (string | undefined)[] =>
    radios.filter((radio) => radio.getAttribute('aria-checked') === 'true').map((radio) => radio.textContent?.trim());

  it('is a named group of radio buttons, one of them chosen and the only one that Tab comes to', async () => {
    const { group, radios } = await set();
    expect(group?.getAttribute('aria-label')).toBe('Mode');
    expect(chosen(radios)).toEqual(['FM']);
    expect(radios.map((radio) => radio.getAttribute('tabindex'))).toEqual(['-1', '0', '-1']);
  });

  it('is changed by pressing, by arrows, and by whoever holds the value', async () => {
    const { fixture, host, radios } = await set();
    radios[0]!.click();
    await fixture.whenStable();
    expect([host.mode(), chosen(radios)]).toEqual(['am', ['AM']]);
    radios[0]!.dispatchEvent(new KeyboardEvent('keydown', { keyCode: 39, bubbles: true } as KeyboardEventInit));
    await fixture.whenStable();
    expect([host.mode(), chosen(radios)]).toEqual(['fm', ['FM']]);
    host.mode.set('usb');
    await fixture.whenStable();
    expect(chosen(radios)).toEqual(['USB']);
  });
});
