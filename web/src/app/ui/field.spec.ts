import { ChangeDetectionStrategy, Component, signal } from '@angular/core';
import { TestBed } from '@angular/core/testing';
import { Field } from './field';

@Component({
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [Field],
  template: `
    <app-field label="Price each" hint="As on the invoice" [refusal]="refusal()"><input name="price" /></app-field>
    <app-field label="Remark" [unseen]="true"><textarea></textarea></app-field>
  `,
})
class Host {
  readonly refusal = signal('');
}

describe('Field', () => {
  const set = async () => {
    const fixture = TestBed.createComponent(Host);
    const element = fixture.nativeElement as HTMLElement;
    document.body.append(element);
    await fixture.whenStable();
    const price = element.querySelector('input')!;
    const said = (): string | undefined => document.getElementById(price.getAttribute('aria-describedby') ?? '')?.textContent?.trim();
    return { fixture, refusal: fixture.componentInstance.refusal, element, price, said };
  };

  it('gives the control within its name, whether that is seen or only spoken', async () => {
    const { element, price } = await set();
    expect([...price.labels!].map((label) => label.textContent)).toEqual(['Price each']);
    const remark = element.querySelector('textarea')!;
    expect([...remark.labels!].map((label) => [label.textContent, label.className])).toEqual([['Remark', 'visually-hidden']]);
    expect(remark.hasAttribute('aria-describedby')).toBeFalse();
  });

  it('links what is wanted, or why it was refused, and says that it is refused only while it is', async () => {
    const { fixture, refusal, element, price, said } = await set();
    expect([said(), price.getAttribute('aria-invalid')]).toEqual(['As on the invoice', null]);
    refusal.set('"4O" is not a price.');
    await fixture.whenStable();
    expect([said(), price.getAttribute('aria-invalid')]).toEqual(['"4O" is not a price.', 'true']);
    expect(element.querySelector('[role="alert"]')?.textContent).toBe('"4O" is not a price.');
    refusal.set('');
    await fixture.whenStable();
    expect([said(), price.getAttribute('aria-invalid')]).toEqual(['As on the invoice', null]);
  });
});
