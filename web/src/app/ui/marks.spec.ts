import { TestBed } from '@angular/core/testing';
import { verdictNames, type ReadingVerdict } from '@amber-relay/core/words';
import type { StageState } from '@amber-relay/core/job';
import { StateMark } from './state-mark';
import { Verdict } from './verdict';

describe('the marks', () => {
  it('say each verdict in its word and in a shape of its own', () => {
    const drawn = (Object.keys(verdictNames) as ReadingVerdict[]).map((of) => {
      const fixture = TestBed.createComponent(Verdict);
      fixture.componentRef.setInput('of', of);
      fixture.detectChanges();
      const element = fixture.nativeElement as HTMLElement;
      expect(element.textContent?.trim()).toBe(verdictNames[of]);
      return element.querySelector('svg')!.innerHTML.replace(/<!--.*?-->/g, '');
    });
    expect(new Set(drawn).size).toBe(drawn.length);
  });

  it('give each state of work a shape of its own, apart from its colour', () => {
    const states: StageState[] = ['done', 'in-hand', 'missing', 'not-needed', 'not-begun'];
    const drawn = states.map((of) => {
      const fixture = TestBed.createComponent(StateMark);
      fixture.componentRef.setInput('of', of);
      fixture.detectChanges();
      return (fixture.nativeElement as HTMLElement).querySelector('svg')!.innerHTML.replace(/<!--.*?-->/g, '');
    });
    expect(new Set(drawn).size).toBe(states.length);
  });
});
