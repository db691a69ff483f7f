import { TestBed } from '@angular/core/testing';
import type { ValueWanted } from '@amber-relay/core/entry';
import { CoreError } from '@amber-relay/core/errors';
import type { Instrument } from '@amber-relay/core/measure';
import { InstrumentLink, type LinkReading } from './instrument-link';
import { LinkState } from './link-state';

const meter: Instrument = {
  id: 'meter',
  name: 'Meter',
  measures: ['V'],
  ranges: [20],
  displaySteps: 20_000,
  link: { host: 'meter.local', port: 5025 },
};
const wanted: ValueWanted = {
  subject: { what: 'point', point: 'TP7' },
  title: 'TP7',
  unit: 'V',
  ac: false,
  condition: { keyed: false },
  caution: '',
};

describe('InstrumentLink', () => {
  let link: InstrumentLink;
  let asked: { readonly url: string; readonly body: Record<string, unknown> }[];
  /** Answers the requests that follow, one after the other; the last answer stays. */
  const answers = (...bodies: readonly (readonly [number, unknown] | Error)[]): void => {
    asked = [];
    let at = 0;
    spyOn(window, 'fetch').and.callFake((url, init) => {
      asked.push({ url: String(url as string), body: JSON.parse(String(init?.body as string)) as Record<string, unknown> });
      const answer = bodies[Math.min(at++, bodies.length - 1)]!;
      if (answer instanceof Error) return Promise.reject(answer);
      return Promise.resolve(new Response(JSON.stringify(answer[1]), { status: answer[0] }));
    });
  };
  const volts = (value: number): readonly [number, unknown] => [200, { value, step: 1e-7 }];
  const read = (of: ValueWanted = wanted): Promise<LinkReading> => link.read(meter, of, { jobId: 'j', cardId: 'c' });

  beforeEach(() => (link = TestBed.inject(InstrumentLink)));

  it('reads until two in a row agree, to the digits the meter shows', async () => {
    answers(volts(2.1), volts(3.05), volts(3.0512));
    expect(await read()).toEqual({ value: 3.0512, step: 0.001 });
    expect(asked.length).toBe(3);
    expect(asked[0]).toEqual({
      url: '/api/link/read',
      body: {
        instrument: 'meter',
        link: { host: 'meter.local', port: 5025 },
        unit: 'V',
        ac: false,
        at: { jobId: 'j', cardId: 'c', subject: { what: 'point', point: 'TP7' }, condition: { keyed: false }, ac: false },
      },
    });
    expect(TestBed.inject(LinkState).now()).toBe('idle');
  });

  it('says between what it wandered where it would not settle', async () => {
    answers(volts(1), volts(2), volts(5), volts(3), volts(4));
    expect((await read()).between).toEqual([1, 5]);
    expect(asked.length).toBe(5);
  });

  it('asks a counter once', async () => {
    answers([200, { value: 27_185_001.2, step: 0.1 }]);
    expect((await read({ ...wanted, unit: 'Hz' })).value).toBe(27_185_001.2);
    expect(asked.length).toBe(1);
  });

  it('passes on what the server says is wrong, and knows an instrument that is away', async () => {
    answers([502, { code: 'unknown-name', message: 'It refuses the connection.', remedy: 'See that it is on.' }]);
    await expectAsync(read()).toBeRejectedWith(
      jasmine.objectContaining({ message: 'It refuses the connection.', remedy: 'See that it is on.' }),
    );
    expect(TestBed.inject(LinkState).now()).toBe('away');
  });

  it('says that the server does not run, and is left alone when it was stopped', async () => {
    answers(new TypeError('Failed to fetch'));
    await expectAsync(read()).toBeRejectedWith(jasmine.any(CoreError));
    const stop = new AbortController();
    stop.abort();
    await expectAsync(link.read(meter, wanted, { jobId: 'j', cardId: 'c' }, stop.signal)).toBeRejectedWith(jasmine.any(TypeError));
    expect(TestBed.inject(LinkState).now()).toBe('idle');
  });

  it('tells who an instrument says it is', async () => {
    answers([200, { identity: 'Quoy Lane,Stand-in,,1.0' }]);
    expect(await link.identify('meter', { host: 'meter.local', port: 5025 })).toBe('Quoy Lane, Stand-in, 1.0');
  });
});
