import { TestBed } from '@angular/core/testing';
import { of } from 'rxjs';
import { LaterPreloading } from './later-preloading';

describe('LaterPreloading', () => {
  beforeEach(() => jasmine.clock().install());
  afterEach(() => jasmine.clock().uninstall());
  const loads = (route: Parameters<LaterPreloading['preload']>[0], after: number): number => {
    const load = jasmine.createSpy('load').and.returnValue(of(true));
    const loading = TestBed.inject(LaterPreloading).preload(route, load).subscribe();
    jasmine.clock().tick(after);
    loading.unsubscribe();
    return load.calls.count();
  };

  it('lets the first screen come first', () => {
    expect(loads({ path: 'jobs' }, 1000)).toBe(0);
    expect(loads({ path: 'jobs' }, 3000)).toBe(1);
  });

  it('leaves alone what comes when it is opened, and what is no screen', () => {
    expect(loads({ path: 'sums', data: { whenOpened: true } }, 60_000)).toBe(0);
    expect(loads({ path: '**' }, 60_000)).toBe(0);
  });
});
