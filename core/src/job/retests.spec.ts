import { fitBody, readingBody, tapeOf } from '../testing/entries';
import { smallLaid } from '../testing/small-card';
import type { TapeBody } from '../tape';
import { retests } from './retests';

const card = smallLaid();
const fit = fitBody('IC3', 'if-amp');
const fn = (functionId: string, result: 'works' | 'dead' | 'not-tried'): TapeBody => ({ kind: 'function', functionId, result });
const owed = (bodies: readonly TapeBody[], symptoms: readonly string[] = []): string[] =>
  retests(
    card,
    tapeOf(...bodies),
    symptoms.map((functionId) => ({ functionId, result: 'dead', text: functionId })),
  ).map(({ id, name, now }) => `${id} (${name}): ${now ?? 'to do'}`);

describe('what must be tried again', () => {
  it('is nothing before a part was fitted, and nothing without a card', () => {
    expect(owed([fn('receive-am', 'dead')], ['receive-am'])).toEqual([]);
    expect(retests(undefined, tapeOf(fn('receive-am', 'dead'), fit))).toEqual([]);
  });

  it('is each function that failed, until it was tried again and by its last try', () => {
    expect(owed([fn('receive-am', 'dead'), fn('receive-fm', 'not-tried'), fit])).toEqual(['receive-am (Receive AM): to do']);
    expect(owed([fn('receive-am', 'dead'), fn('receive-am', 'works'), fit])).toEqual([]);
    expect(owed([fn('receive-am', 'dead'), fit, fn('receive-am', 'dead'), fn('receive-am', 'works')])).toEqual([
      'receive-am (Receive AM): passes',
    ]);
    expect(owed([fn('receive-am', 'dead'), fit, fn('receive-am', 'works'), fn('receive-am', 'not-tried')])).toEqual([
      'receive-am (Receive AM): passes',
    ]);
    expect(owed([fn('receive-am', 'dead'), fit, fn('receive-am', 'dead')])).toEqual(['receive-am (Receive AM): fails']);
  });

  it('is what the owner complained of, though it was never tried here', () => {
    expect(owed([fit], ['receive-fm', 'receive-fm', 'no-such'])).toEqual(['receive-fm (Receive FM): to do']);
    expect(owed([fit, fn('receive-fm', 'works')], ['receive-fm'])).toEqual(['receive-fm (Receive FM): passes']);
    expect(owed([fit, fn('receive-fm', 'dead')], ['receive-fm'])).toEqual(['receive-fm (Receive FM): fails']);
    expect(owed([fn('receive-fm', 'not-tried'), fit], ['receive-fm'])).toEqual(['receive-fm (Receive FM): to do']);
    // It worked here before: the complaint was another thing.
    expect(owed([fn('receive-fm', 'works'), fit], ['receive-fm'])).toEqual([]);
  });

  it('is each reading that was out, under its own condition', () => {
    const under = (mode: string) => ({ condition: { mode } });
    for (const verdict of ['low', 'high', 'dead'] as const)
      expect(owed([readingBody('TP2', 3, verdict), fit])).toEqual(['TP2 (TP2 rail): to do']);
    for (const verdict of ['in', 'cant-tell', 'no-limit'] as const) expect(owed([readingBody('TP2', 3, verdict), fit])).toEqual([]);
    expect(owed([readingBody('TP2', 3, 'low', under('AM')), fit, readingBody('TP2', 8, 'in', under('FM'))])).toEqual([
      'TP2 (TP2 rail, AM): to do',
    ]);
    expect(owed([readingBody('TP2', 3, 'low', under('AM')), fit, readingBody('TP2', 8, 'in', under('AM'))])).toEqual([
      'TP2 (TP2 rail, AM): passes',
    ]);
    expect(owed([readingBody('', 1, 'low', { subject: { what: 'limit', limit: 'power-am' } }), fit])[0]).toMatch(
      /^power-am \(Carrier power AM/,
    );
    expect(owed([readingBody('', 1, 'low', { subject: { what: 'part', designator: 'Q3' } }), fit])).toEqual([]);
  });
});
