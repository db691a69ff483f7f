import { TestBed } from '@angular/core/testing';
import { concat, defer, NEVER, of, Subject, throwError } from 'rxjs';
import { Notices } from '../ui/notices';
import { fromStore } from './from-store';

describe('what a screen shows of the store', () => {
  const notices = (): readonly string[] =>
    TestBed.inject(Notices)
      .all()
      .map(({ text }) => text);
  const shown = <T>(what: string, stream: Parameters<typeof fromStore<T>>[1]) =>
    TestBed.runInInjectionContext(() => fromStore(what, stream));
  beforeEach(() => jasmine.clock().install());
  afterEach(() => jasmine.clock().uninstall());

  it('is undefined while it is read, and nothing is said', () => {
    const rows = new Subject<number[]>();
    const stock = shown('the stock', rows);
    expect([stock(), notices()]).toEqual([undefined, []]);
    rows.next([]);
    expect(stock()).toEqual([]);
  });

  it('is not empty when it cannot be read: that is said, and it is read again by itself', () => {
    let tries = 0;
    const stock = shown(
      'the stock',
      defer(() => (++tries < 3 ? throwError(() => new Error('no')) : concat(of([1]), NEVER))),
    );
    expect(stock()).toBeUndefined();
    expect(notices().join()).toContain('Not read just now: the stock. Nothing is lost');
    jasmine.clock().tick(500);
    expect([tries, stock()]).toEqual([2, undefined]);
    jasmine.clock().tick(1000);
    expect([tries, stock(), notices()]).toEqual([3, [1], []]);
  });

  it('stays as it was last read when a later read fails, and names all that cannot be read in one notice', () => {
    const first = concat(
      of('was'),
      throwError(() => new Error('no')),
    );
    const tape = shown('the tape', first);
    shown(
      'the stock',
      throwError(() => new Error('no')),
    );
    expect(tape()).toBe('was');
    expect(notices().length).toBe(1);
    expect(notices()[0]).toContain('the tape and the stock');
  });
});
