import { TestBed, type ComponentFixture } from '@angular/core/testing';
import { provideRouter } from '@angular/router';
import { provideIcons } from '../ui/icons';
import { DoNow, type Asked, type NowRow } from './do-now';

const row = (number: number, more: Partial<NowRow> = {}): NowRow => ({
  id: `job ${number}`,
  number,
  stage: 'test',
  doing: 'Go on testing',
  whose: 'Oxbrae Wren, Marrow: no sound',
  why: 'It lies on the bench',
  takes: '25 min',
  upTo: 'up to Soak',
  inAll: 'in all 1 to 3 h',
  due: 'promised Fri 13 Feb',
  late: false,
  risk: '',
  by: '',
  wish: undefined,
  wishSays: '',
  ...more,
});

describe('what can be done now', () => {
  let fixture: ComponentFixture<DoNow>;
  let asked: Asked[];
  beforeEach(() => {
    TestBed.configureTestingModule({ providers: [provideRouter([]), provideIcons()] });
    fixture = TestBed.createComponent(DoNow);
    asked = [];
    fixture.componentInstance.asked.subscribe((each) => asked.push(each));
    fixture.componentRef.setInput('rows', [row(1), row(2), row(3)]);
    fixture.componentRef.setInput('people', [{ name: 'Runa' }]);
    fixture.detectChanges();
  });
  const drop = (previousIndex: number, currentIndex: number): void =>
    (fixture.componentInstance as unknown as { dropped(event: object): void }).dropped({ previousIndex, currentIndex });

  it('is wished between its new neighbours where a row is dropped', () => {
    drop(2, 1);
    expect(asked).toEqual([{ id: 'job 3', wish: { before: 'job 2', after: 'job 1' } }]);
  });
  it('is wished before all at the top, and behind the last at the end', () => {
    drop(2, 0);
    drop(0, 2);
    expect(asked.map(({ wish }) => wish)).toEqual([{ before: 'all' }, { after: 'job 3' }]);
  });
  it('is no wish where a row falls back into its place', () => {
    drop(1, 1);
    expect(asked).toEqual([]);
  });
  it('says of each how long it takes, when it is due, and what a wish costs', () => {
    fixture.componentRef.setInput('rows', [row(1, { wishSays: 'makes 412 1 day late', risk: 'late in 3 of 10' })]);
    fixture.detectChanges();
    const text = (fixture.nativeElement as HTMLElement).textContent ?? '';
    for (const part of ['25 min', 'in all 1 to 3 h', 'promised Fri 13 Feb', 'makes 412 1 day late', 'late in 3 of 10'])
      expect(text).toContain(part);
  });
});
