import { trace, traceModel } from '../../trace';
import { cardFromKind, usualBands, usualModes } from '../card-from-kind';
import { checkCard } from '../check-card';
import { layCard } from '../lay-card';
import { channelPlans } from '../../plan';
import { kindTexts, setKindList } from './index';
import { withModes } from './set-kind';

const set = { maker: 'Larkholm', model: 'Seven', year: 1990 };

describe('a kind of set', () => {
  it('has an id and a name of its own', () => {
    expect(new Set(setKindList.map(({ id }) => id)).size).toBe(setKindList.length);
    expect(new Set(setKindList.map(({ name }) => name)).size).toBe(setKindList.length);
  });
  for (const kind of setKindList)
    describe(kind.name, () => {
      const usual = { ...set, modes: usualModes(kind), bands: usualBands(kind) };
      const made = [
        ['as usual', usual],
        ['with every mode and band', { ...set, modes: kind.modes, bands: kind.bands }],
        ['with one mode and no band', { ...set, modes: kind.modes.slice(0, 1), bands: [] }],
      ] as const;
      for (const [how, first] of made)
        it(`makes a card that adds up, ${how}`, () => {
          const card = cardFromKind(kind, first);
          expect(checkCard(card).filter((flaw) => flaw.weight === 'wrong')).toEqual([]);
          expect(card.functions.length).toBeGreaterThan(1);
          expect(new Set(card.functions.map(({ id }) => id)).size).toBe(card.functions.length);
          expect(new Set(card.sections.map(({ short }) => short)).size).toBe(card.sections.length);
        });
      const card = layCard(cardFromKind(kind, usual), 'seven');
      it('says of every figure that it is typical', () => {
        expect(card.begunFrom).toBe(kind.id);
        expect(card.limits.every(({ typical }) => typical)).toBeTrue();
        expect(card.testPoints.flatMap(({ expect: e }) => e).every(({ typical }) => typical)).toBeTrue();
      });
      it('has tests, points, checks and cautions to begin with', () => {
        expect(card.limits.length).toBeGreaterThan(4);
        expect(card.testPoints.length).toBeGreaterThan(2);
        expect(card.coldChecks.length).toBeGreaterThan(2);
        expect(card.hazards.length).toBeGreaterThan(0);
        expect(card.alignment.length).toBeGreaterThan(2);
      });
      it('proves high voltage gone wherever it has it', () => {
        for (const hazard of card.hazards.filter((each) => each.kind === 'high-voltage')) expect(hazard.dischargeAt).toBeTruthy();
        if (kind.supply.kind === 'mains') expect(card.hazards.some((each) => each.kind === 'mains')).toBeTrue();
      });
      it('knows its channels', () => {
        if (!kind.channelPlan) return;
        const plan = channelPlans.find(({ id }) => id === kind.channelPlan);
        expect(plan?.channels.some(({ channel }) => channel === kind.channels?.usual)).toBeTrue();
        expect(plan?.channels.at(-1)?.channel).toBe(kind.channels?.to);
      });
      it('gives Trace something to do from the first minute', () => {
        const [fn] = card.functions;
        const result = trace(traceModel(card), [{ id: 'a', kind: 'function', functionId: fn?.id ?? '', outcome: 'dead' }], {});
        expect(result.probes.filter(({ cannot }) => !cannot).length).toBeGreaterThan(2);
      });
      it('needs no test twice for one state', () => {
        const keys = card.limits.map(({ word, condition }) => `${word} ${JSON.stringify(condition)}`);
        expect(keys.filter((key, k) => keys.indexOf(key) !== k)).toEqual([]);
      });
    });
});

describe('the card of a kind', () => {
  const kind = setKindList.find(({ id }) => id === 'fm-mobile')!;
  const card = cardFromKind(kind, { ...set, modes: [], bands: ['2 m'] });
  it('has the usual modes where none is chosen', () => expect(card.modes).toEqual(['FM']));
  it('lets one look at the output of each stage, and says but whether anything is there', () => {
    const output = card.testPoints.find(({ section }) => section === 'first-mixer');
    expect(output).toEqual(
      jasmine.objectContaining({ id: 'FIMI1', name: 'output of First mixer', sees: 'signal', unit: 'dBm', hazard: 'none' }),
    );
    expect(output?.expect).toEqual([{ condition: { keyed: false }, low: -78, typical: true }]);
    expect(output?.setUp).toContain('1 mV at the antenna');
    const sent = card.testPoints.find(({ section }) => section === 'transmit-buffer');
    expect([sent?.expect[0]?.condition.keyed, sent?.hazard]).toEqual([true, 'rf']);
    expect(card.testPoints.find(({ section }) => section === 'microphone-amplifier')?.unit).toBe('V');
  });
  it('offers no look at what holds power or high voltage, nor twice at one stage', () => {
    for (const each of setKindList) {
      const made = cardFromKind(each, { ...set, modes: usualModes(each), bands: usualBands(each) });
      const own = new Set(
        kindTexts(each, usualModes(each), usualBands(each))
          .points.split('\n')
          .map((line) => line.split('|')[0]?.trim()),
      );
      const outputs = made.testPoints.filter(({ id }) => !own.has(id));
      for (const point of outputs) {
        const section = made.sections.find(({ id }) => id === point.section);
        expect(section?.kind).not.toMatch(/^(valve|tank|power-amplifier|rectifier|transformer|relay)$/);
        expect(made.testPoints.filter((other) => other.section === point.section).length)
          .withContext(point.name)
          .toBe(1);
      }
    }
  });
});

describe('the lines of a kind', () => {
  it('are made for each mode and band that the set has, and for no other', () => {
    const text = '[AM FM] pwr | Power {mode} {band} | keyed, {mode}, {band} | W\n[bands] Band switch\n[SSB] Carrier\nAudio';
    expect(withModes(text, ['AM'], ['2 m', '6 m']).split('\n')).toEqual([
      'pwr | Power AM 2 m | keyed, AM, 2 m | W',
      'pwr | Power AM 6 m | keyed, AM, 6 m | W',
      'Band switch',
      'Audio',
    ]);
    expect(withModes(text, ['SSB'], []).split('\n')).toEqual(['Carrier', 'Audio']);
    expect(withModes('Receive {mode} {band} (receive, {mode}, {band}): A > B', ['FM'], [])).toBe('Receive FM (receive, FM): A > B');
    expect(withModes('Amplify {band} (transmit, {band}): A', [], [])).toBe('Amplify (transmit): A');
  });
});
