import { TestBed, type ComponentFixture } from '@angular/core/testing';
import { BenchDatabase } from '../storage/bench-database';

/** Rounds in which nothing may change before it is taken for the end. */
const rounds = 4;
/** So many rounds are waited at most; nothing on a screen goes on changing for ever. */
const mostRounds = 2000;

const frame = (): Promise<unknown> => new Promise((resolve) => requestAnimationFrame(resolve));

/** One round: the store has answered what it was asked before this, a frame has been drawn, and Angular has nothing left to do. */
async function round(fixture: ComponentFixture<unknown>): Promise<void> {
  const db = TestBed.inject(BenchDatabase);
  if (db.isOpen()) await db.writes.get('last').catch(() => undefined);
  await frame();
  await fixture.whenStable();
}

/** Waits until what was done has been written and drawn, on a fast machine or a slow one: until nothing changes any more. */
export async function still(fixture: ComponentFixture<unknown>): Promise<void> {
  const page = fixture.nativeElement as HTMLElement;
  let before = '';
  for (let same = 0, k = 0; same < rounds && k < mostRounds; k += 1) {
    await round(fixture);
    const now = page.innerHTML;
    same = now === before ? same + 1 : 0;
    before = now;
  }
}

/** Waits until something holds, at once or when it is answered, such as what a worker says; tells what it waited for in vain. */
export async function until(holds: () => unknown, fixture?: ComponentFixture<unknown>): Promise<void> {
  for (let k = 0; k < mostRounds && !(await holds()); k += 1) {
    if (fixture) await round(fixture);
    else TestBed.tick();
    await frame();
  }
  if (!(await holds())) throw new Error(`In vain: ${String(holds)}`);
}
