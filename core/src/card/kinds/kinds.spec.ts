import { trace, traceModel } from '../../trace';
import { cardFromKind, usualBands, usualModes } from '../card-from-kind';
import { checkCard } from '../check-card';
import { readTexts, textsOf } from '../notation';
import { layCard } from '../lay-card';
import { instrumentKinds } from '../../measure';
import { channelPlans, nodeFrequencies } from '../../plan';
import { routeSections } from '../read-card';
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
        for (const figures of [card.limits, card.injections, card.frequencyPlan, card.tunings, card.levels])
          expect(figures.every(({ typical }) => typical)).toBeTrue();
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
      it('loses a level in what is passive, and lifts it by what a stage can', () => {
        const inDbm = -73;
        for (const fn of card.functions.filter(({ group }) => group === 'receive')) {
          const along = routeSections(fn.route).flatMap((id) => {
            const level = card.levels.find(({ after }) => after === id);
            const section = card.sections.find((each) => each.id === id);
            return level && section ? [{ kind: section.kind, dBm: level.dBm }] : [];
          });
          along.forEach(({ kind: does, dBm }, i) => {
            const gain = dBm - (along[i - 1]?.dBm ?? inDbm);
            const [least, most] = does === 'amplifier' || does === 'valve' ? [0, 40] : does === 'mixer' ? [-8, 15] : [-8, 0];
            expect(gain >= least && gain <= most)
              .withContext(`${fn.name}, ${does}: ${gain} dB`)
              .toBeTrue();
          });
        }
      });
      it('makes the frequency of each channel by its plan', () => {
        const plan = channelPlans.find(({ id }) => id === card.channelPlan);
        for (const tuning of card.tunings) {
          const made = nodeFrequencies(card.frequencyPlan, tuning.set);
          const hz = plan?.channels.find(({ channel }) => channel === tuning.condition.channel)?.hz;
          for (const node of card.frequencyPlan.filter(({ carrier }) => carrier)) expect(made.get(node.id)).toBeCloseTo(hz ?? 0, 3);
        }
      });
      it('asks for nothing that no instrument reads', () => {
        const units = new Set(instrumentKinds.flatMap(({ instrument }) => instrument.measures));
        expect(
          [...card.limits, ...card.testPoints].filter(({ unit }) => !units.has(unit)).map(({ name, unit }) => `${name}, ${unit}`),
        ).toEqual([]);
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

describe('plans and levels of kinds', () => {
  const cards = setKindList.map((kind) => cardFromKind(kind, { ...set, modes: usualModes(kind), bands: usualBands(kind) }));
  it('stand wherever the kind fixes them', () => {
    expect(cards.filter(({ levels }) => levels.length).length).toBeGreaterThanOrEqual(10);
    const am = cards.find(({ begunFrom }) => begunFrom === 'cb-am-fm');
    expect(am?.tunings.length).toBe(40);
    expect(am && nodeFrequencies(am.frequencyPlan, am.tunings[0]?.set).get('loop')).toBeCloseTo(16_270_000, 3);
  });
  it('are typical until they are changed by hand', () => {
    const am = cards.find(({ begunFrom }) => begunFrom === 'cb-am-fm')!;
    const texts = textsOf(am);
    const same = readTexts(texts, am).card;
    expect(same?.levels).toEqual(am.levels);
    expect(same?.frequencyPlan).toEqual(am.frequencyPlan);
    expect(same?.tunings).toEqual(am.tunings);
    const own = readTexts({ ...texts, levels: texts.levels.replace('-60', '-62'), tunings: texts.tunings.replace('1627', '1628') }, am);
    expect(own.card?.levels.map(({ typical }) => typical)).toEqual([true, undefined, true, true, true]);
    expect(own.card?.tunings.filter(({ typical }) => !typical).length).toBe(1);
  });
});
