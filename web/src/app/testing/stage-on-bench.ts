import type { Type } from '@angular/core';
import { TestBed, type ComponentFixture } from '@angular/core/testing';
import type { TapeEntry } from '@amber-relay/core/tape';
import { benchProviders } from '../job/bench-providers';
import { JobOnBench } from '../job/job-on-bench';
import { JobRepository } from '../storage/job-repository';
import { bookingOf, shopOfOne } from './shop-of-one';
import { still, until } from './still';

/** A stage of the job screen with a job of its own on the bench. */
export interface StageOnBench<T> {
  readonly fixture: ComponentFixture<T>;
  readonly element: HTMLElement;
  readonly job: JobOnBench;
  /** What stands beside the job on the bench. */
  readonly get: <S>(service: Type<S>) => S;
  readonly jobId: string;
  /** Waits until what was done has been written and drawn. */
  readonly settle: () => Promise<void>;
  readonly tape: () => Promise<TapeEntry[]>;
  /** Presses the first button so called. */
  readonly press: (name: RegExp) => Promise<void>;
  readonly fill: (name: string, value: string) => Promise<void>;
  readonly clear: () => Promise<void>;
}

/** Opens a stage; call `clear` of what it returns in `afterEach`. */
export async function stageOnBench<T>(component: Type<T>): Promise<StageOnBench<T>> {
  // The job page gives what its stages share; here the stage has its own.
  TestBed.overrideComponent(component, { add: { providers: benchProviders } });
  const drop = await shopOfOne();
  const jobs = TestBed.inject(JobRepository);
  const { id: jobId } = await jobs.bookIn(bookingOf(), 'Runa');
  const fixture = TestBed.createComponent(component);
  const get = <S>(service: Type<S>): S => fixture.debugElement.injector.get(service);
  const job = get(JobOnBench);
  const element = fixture.nativeElement as HTMLElement;
  const settle = (): Promise<void> => still(fixture);
  job.jobId.set(jobId);
  await until(() => job.file()?.card, fixture);
  await settle();
  return {
    fixture,
    element,
    job,
    get,
    jobId,
    settle,
    tape: () => jobs.tape(jobId),
    press: async (name) => {
      const button = [...element.querySelectorAll('button')].find((b) =>
        name.test(b.getAttribute('aria-label') ?? b.textContent?.trim() ?? ''),
      );
      if (!button) throw new Error(`There is no button ${name}.`);
      button.click();
      await settle();
    },
    fill: async (name, value) => {
      const field =
        element.querySelector<HTMLInputElement>(`input[name="${name}"]`) ??
        element.querySelector<HTMLInputElement>(`[data-check="${name}"] input`);
      if (!field) throw new Error(`There is no field ${name}.`);
      field.value = value;
      field.dispatchEvent(new Event('input'));
      await settle();
    },
    clear: async () => {
      fixture.destroy();
      await drop();
    },
  };
}
