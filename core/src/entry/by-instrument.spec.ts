import { attempt } from '../errors';
import type { EntryContext } from '../line';
import { lineWith, readerFor } from '../link';
import type { Instrument } from '../measure';
import { smallLaid } from '../testing/small-card';
import type { EntryOf } from '../tape';
import { readLine } from './entry-line';
import { valueWanted } from './value-wanted';
import { writeLine } from './write-line';

const link = { host: 'a', port: 1 };
const bench: Instrument = { id: 'bench', name: 'Bench meter', measures: ['V', 'A'], ranges: [200], link };
const hand: Instrument = { id: 'hand', name: 'Hand meter', measures: ['V'], percentOfReading: 3, ranges: [200], link };
const generator: Instrument = { id: 'gen', name: 'Generator', measures: ['V'], words: ['sens'] };
const instruments = [bench, hand, generator];
const context = (over: Partial<EntryContext> = {}): EntryContext => ({ condition: {}, instruments, card: smallLaid(), ...over });
const read = (line: string, over: Partial<EntryContext> = {}): EntryOf<'reading'> =>
  readLine(line, context(over)).entry as EntryOf<'reading'>;
const refusal = (line: string): string => {
  const got = attempt(() => readLine(line, context()));
  return got.ok ? 'read' : got.failure.message;
};

describe('an instrument in hand', () => {
  it('is taken by a line of its own, and put down again', () => {
    const taken = readLine('by hand', context());
    expect(taken).toEqual(jasmine.objectContaining({ entry: null, title: 'In hand: Hand meter', inHand: hand }));
    for (const line of ['by any', 'with none', 'by off'])
      expect(readLine(line, context({ inHand: hand }))).toEqual(jasmine.objectContaining({ entry: null, inHand: null }));
    expect(refusal('by meter')).toBe('More than one instrument is called so: Bench meter; Hand meter.');
    expect(refusal('by scope')).toBe('The shop has no instrument called scope.');
    expect(refusal('by')).toMatch(/not understood/);
    // Said behind a state it is taken as well, and behind what no instrument does it is not dropped.
    expect(readLine('ch19 by hand', context())).toEqual(
      jasmine.objectContaining({ entry: null, inHand: hand, condition: { channel: 19 } }),
    );
    expect(refusal('receive am dead by hand')).toBe('Only a reading is made by an instrument.');
  });

  it('is by what the lines that follow are read, with its own error', () => {
    const [usual, held] = [read('tp2 8.05v'), read('tp2 8.05v', { inHand: hand })];
    expect([usual.instrument, usual.named]).toEqual(['bench', undefined]);
    expect([held.instrument, held.named]).toEqual(['hand', true]);
    expect(held.uncertainty).toBeGreaterThan(usual.uncertainty);
    // What is written of it says so, and reads back to the same without it in hand.
    expect(read(writeLine(held, smallLaid()) ?? '')).toEqual(held);
    // A line that says another is by that.
    expect(read('tp2 8.05v by bench', { inHand: hand }).instrument).toBe('bench');
  });

  it('reads nothing that it cannot, nor what another is kept for', () => {
    expect(read('q3 c 1.2v', { inHand: hand }).instrument).toBe('hand');
    expect(read('cur 2.1A', { inHand: hand }).named).toBeUndefined();
    expect([read('sens 0.3uV', { inHand: hand }).instrument, read('sens 0.3uV', { inHand: hand }).named]).toEqual(['gen', undefined]);
    expect(read('sens 0.3uV', { inHand: generator }).named).toBeTrue();
    const note = readLine('note done by hand', context({ inHand: bench })).entry;
    expect(note).toEqual({ kind: 'note', text: 'done by hand' });
  });

  it('is asked over its link, and its line says so', () => {
    const wanted = valueWanted('tp2 by hand', context());
    expect([wanted?.by?.id, wanted?.unit]).toEqual(['hand', 'V']);
    expect(readerFor(wanted!, instruments)).toEqual({ instrument: hand });
    expect(lineWith('tp2 by hand', { value: 8.05, step: 0.01 }, 'V')).toBe('tp2 8.05 V by hand');
    expect(readerFor(valueWanted('tp2 ', context())!, instruments)).toEqual({ instrument: bench });
    expect(readerFor(valueWanted('tp2 ', context({ inHand: hand }))!, instruments)).toEqual({ instrument: hand });
    // One that has no link is not passed over: what it shows is typed.
    const { link: none, ...unlinked } = hand;
    expect(none).toBeDefined();
    const typed = valueWanted('tp2 ', context({ inHand: unlinked, instruments: [bench, unlinked] }))!;
    expect(readerFor(typed, [bench, unlinked])).toEqual({ why: 'Hand meter is not linked: type what it shows.' });
  });
});
