import type { EntryOf, RecordedFigure, TapeBody } from '../tape';
import { tapeOf } from '../testing/entries';
import { smallLaid } from '../testing/small-card';
import { recordedTables, watchedStrips } from './recorded';

const card = smallLaid();
const figure = (what: RecordedFigure['what'], value: number): RecordedFigure => ({ what, value, unit: 'Hz', plusMinus: 10 });
const recording = (figures: readonly RecordedFigure[], more: Partial<EntryOf<'recording'>> = {}): TapeBody => ({
  kind: 'recording',
  of: 'transmission',
  from: 'over.wav',
  seconds: 2,
  condition: { keyed: true, mode: 'FM' },
  figures: [...figures],
  cannot: [],
  ...more,
});
const fit = (designator: string): TapeBody => ({
  kind: 'fit',
  designator,
  oldPart: '',
  newPart: '22 pF',
  why: '',
  proof: '',
  quantity: 1,
  priceMinor: 0,
  source: '',
});
const tables = (...bodies: readonly TapeBody[]) => recordedTables(card, tapeOf(...bodies));
const cells = (...bodies: readonly TapeBody[]): string[][] =>
  tables(...bodies).flatMap(({ rows }) => rows.map(({ what, before, after, note }) => [what, before, after, note].filter(Boolean)));

describe('recordings on the sheet', () => {
  it('are a table for each state, a figure once before and once after the repair', () => {
    const all = tables(
      recording([figure('carrier', 200), figure('deviation', 2900), figure('tone', 1000)], { receiver: 'set in March' }),
      recording([figure('tone', 900)], { of: 'sound', condition: { keyed: false } }),
      fit('C31'),
      recording([figure('carrier', 20), figure('deviation', 2100)], { receiver: 'set in May' }),
    );
    expect(all.map(({ title }) => title)).toEqual(['Transmission, FM, keyed', 'Sound, receive']);
    expect(all[0]?.rows).toEqual([
      { what: 'carrier off', before: '+200 Hz ± 10 Hz', after: '+20 Hz ± 10 Hz', note: '' },
      { what: 'deviation', before: '2.90 kHz ± 10 Hz', after: '2.10 kHz ± 10 Hz', note: '' },
      { what: 'tone', before: '1.00 kHz ± 10 Hz', after: '', note: '' },
    ]);
    expect(all.map(({ by, compared }) => [by, compared])).toEqual([
      ['set in March; set in May', true],
      ['', false],
    ]);
    // How the receiver stood says nothing where no carrier was told.
    expect(tables(recording([figure('tone', 900)], { receiver: 'set in March' }))[0]?.by).toBe('');
  });
  it('of one state hide nothing that only one of them told', () =>
    expect(
      cells(recording([figure('deviation', 2900)]), recording([figure('low-corner', 300)]), recording([figure('deviation', 2800)])),
    ).toEqual([
      ['deviation', '2.80 kHz ± 10 Hz'],
      [jasmine.any(String) as unknown as string, '300 Hz ± 10 Hz'],
    ]));
  it('say when something was repaired since', () =>
    expect(cells(recording([figure('deviation', 2900)]), fit('C31'), recording([figure('deviation', 2100)]), fit('L4'))[0]?.[3]).toMatch(
      /^taken before: .*L4/,
    ));
  it('are drawn, each kind of curve once, dashed what was before', () => {
    const curve = (top: number): [number, number][] => [
      [-3000, -60],
      [0, top],
      [3000, -60],
    ];
    const drawn = (...bodies: readonly TapeBody[]) =>
      tables(...bodies).flatMap(({ pictures }) =>
        pictures.map(({ of, picture }) => [
          of,
          picture.lines.map((line) => line.of).join(' '),
          picture.least,
          picture.most,
          picture.from,
          picture.to,
        ]),
      );
    const spectrum = recording([figure('deviation', 1)], { curve: curve(-3) });
    expect(drawn(spectrum)).toEqual([['spectrum about the carrier', 'now', '−60 dB', '−3 dB', '−3 kHz', '3 kHz']]);
    expect(drawn(spectrum, fit('C31'), recording([figure('deviation', 1)], { curve: curve(0) }))[0]?.slice(1, 4)).toEqual([
      'before now',
      '−60 dB',
      '0 dB',
    ]);
    const response = recording([figure('high-corner', 2700)], { curve: curve(0) });
    expect(drawn(spectrum, response).map(([of]) => of)).toEqual(['spectrum about the carrier', 'response of the modulation']);
    expect(drawn(recording([figure('sinad', 1)], { of: 'sound', curve: curve(0) }))[0]?.[0]).toBe('response');
    expect(drawn(recording([figure('tone', 1)], { curve: [[0, 0]] }), recording([figure('tone', 1)]))).toEqual([]);
  });
});

describe('a watched point on the sheet', () => {
  const watched = (strip: (number | null)[], more: Partial<EntryOf<'watch'>> = {}): TapeBody => ({
    kind: 'watch',
    point: 'TP7',
    unit: 'V',
    step: 0.1,
    condition: { channel: 19 },
    seconds: 60,
    readings: 100,
    least: 3,
    most: 5,
    dropouts: 1,
    marks: [],
    strip,
    ...more,
  });
  it('is drawn over its time, broken where nothing was there; each watch stands', () => {
    const [first, second] = watchedStrips(card, tapeOf(watched([3, null, 5, 4]), watched([3])));
    expect([first?.title, first?.says]).toEqual(['TP7 tuning voltage watched for 1 min, ch 19', '3.0 V to 5.0 V, 1 dropout']);
    expect(first?.picture?.lines.at(-1)?.places.map((place) => place?.map((each) => Number(each.toFixed(2))) ?? null)).toEqual([
      [0, 0.12],
      null,
      [0.67, 0.92],
      [1, 0.52],
    ]);
    expect([first?.picture?.from, first?.picture?.to, first?.picture?.least]).toEqual(['0 s', '60 s', '2.9 V']);
    // Its limits on the card are 2.9 to 3.3 V on channel 19.
    expect(first?.picture?.lines.map(({ of }) => of)).toEqual(['limit', 'limit', 'now']);
    expect(watchedStrips(undefined, tapeOf(watched([3, 5])))[0]?.picture?.lines.map(({ of }) => of)).toEqual(['now']);
    expect(second).toEqual(jasmine.objectContaining({ title: first?.title }));
    expect(second?.picture).toBeUndefined();
  });
});
