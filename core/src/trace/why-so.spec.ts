import { smallLaid } from '../testing/small-card';
import type { Evidence } from './evidence';
import { traceModel } from './model';
import { trace, type TraceResult } from './trace';
import { unreadCauses } from './why-it-died';
import type { FunctionOutcome, ReadingOutcome } from '../words';

const model = traceModel(smallLaid(), 20);
const { card } = model;
let made = 0;
const tried = (functionId: string, outcome: FunctionOutcome): Evidence => ({ id: `${made++}`, kind: 'function', functionId, outcome });
const read = (point: string, outcome: ReadingOutcome, text = ''): Evidence => ({
  ...{ id: `${made++}`, kind: 'reading', point, outcome, text },
  condition: card.testPoints.find((p) => p.id === point)?.expect[0]?.condition ?? {},
});
const sectionIn = ({ sections }: TraceResult, id: string) => sections.find(({ section }) => section === id);

describe('the chain from a fault to what fails', () => {
  it('goes by what the card says hangs on what, with what was read on the way', () => {
    const result = trace(model, [tried('receive-am', 'dead'), read('TP7', 'high', '6.9 V'), read('TP2', 'in', '8 V')]);
    expect(sectionIn(result, 'loop')?.chain).toEqual([
      'Loop filter (TP7 6.9 V high)',
      'steers the VCO',
      'drives the Mixer',
      'Receive AM dead',
    ]);
  });
  it('is short where what fails passes the section itself, and none where nothing failed or the section is hardly suspected', () => {
    const result = trace(model, [tried('receive-am', 'dead'), tried('hailer', 'works')]);
    expect(sectionIn(result, 'if-amp')?.chain).toEqual(['IF amplifier', 'Receive AM dead']);
    expect(sectionIn(result, 'mic')?.chain).toEqual([]);
    expect(trace(model, [tried('hailer', 'works')]).sections.every(({ chain }) => chain.length === 0)).toBeTrue();
  });
  it('follows only needs that hold while it was tried', () => {
    const result = trace(model, [tried('transmit-am', 'dead'), tried('receive-am', 'dead'), read('TP2', 'low', '5 V')]);
    const chain = sectionIn(result, 'supply')?.chain ?? [];
    expect(chain[0]).toBe('Supply (TP2 5 V low)');
    expect(chain.length).toBe(3);
  });
});

describe('what would overturn it', () => {
  const leading = [tried('receive-am', 'dead'), tried('hailer', 'works'), read('TP5', 'in'), read('TP2', 'in')];
  it('is told of what leads: a test that is offered, and what the section would then hold', () => {
    const result = trace(model, leading);
    const top = [...result.sections].sort((a, b) => b.chance - a.chance)[0];
    expect(top?.chance).toBeGreaterThan(0.5);
    const { overturn } = result;
    expect(overturn?.section).toBe(top?.section ?? '');
    expect(overturn?.then).toBeLessThan((top?.chance ?? 0) / 2);
    const probe = result.probes.find(({ test }) => test.id === overturn?.test);
    expect(probe?.outcomes.some(({ outcome }) => outcome === overturn?.outcome)).toBeTrue();
  });
  it('is not told while nothing leads', () => {
    expect(trace(model, [tried('receive-am', 'dead')]).overturn).toBeNull();
  });
});

describe('the card in doubt', () => {
  // TP6 says that the mixer gives nothing, and all behind it works and is in.
  const odd = [
    tried('receive-am', 'works'),
    tried('receive-fm', 'works'),
    read('TP5', 'in'),
    read('TP8', 'in'),
    read('TP6', 'dead', 'dead'),
  ];
  const broken = [
    tried('receive-am', 'dead'),
    tried('transmit-am', 'works'),
    read('TP6', 'dead', 'dead'),
    read('TP5', 'in'),
    read('TP8', 'in'),
  ];
  it('is asked of a point that reads as if it lay elsewhere', () => {
    // The audio is dead behind a detector that gives all: TP8 reads in. Then TP5 dead cannot be, unless it lay behind the audio.
    const one = trace(model, [
      ...broken.slice(0, 2),
      tried('hailer', 'dead'),
      read('TP8', 'in'),
      read('TP6', 'in'),
      read('TP5', 'dead', 'dead'),
    ]);
    expect(one.doubt?.evidence).toBeDefined();
    expect(one.doubt?.card).toMatch(/^TP\d reads as if it lay behind the .+, not behind the .+$/);
  });
  it('is not asked where no other place would explain it', () => {
    const { doubt } = trace(model, odd);
    if (doubt) expect(doubt.card).toBe('');
    expect(trace(model, [tried('receive-am', 'dead')]).doubt).toBeNull();
  });
});

describe('entries that no longer count', () => {
  it('are those that leant on what was renewed', () => {
    const dead = tried('receive-am', 'dead');
    const fit: Evidence = { id: 'fit', kind: 'fit', section: 'if-amp', designator: 'IC3' };
    expect(trace(model, [dead, tried('hailer', 'works')]).retired).toEqual([]);
    expect(trace(model, [dead, tried('hailer', 'works'), fit]).retired).toEqual([dead.id]);
  });
});

describe('what was measured beside what was tried by hand', () => {
  const by = (outcome: FunctionOutcome): Evidence => ({ ...tried('transmit-am', outcome), by: 'a test' }) as Evidence;
  const chances = (...evidence: readonly Evidence[]): readonly string[] =>
    trace(model, evidence, { count: 0 }).sections.map(({ chance }) => chance.toFixed(6));
  it('takes the place of an ear that had not noticed it, and is not taken back by one', () => {
    const [works, weak, off] = [tried('transmit-am', 'works'), by('weak'), by('wrong-frequency')];
    expect(chances(works, weak)).toEqual(chances(weak));
    expect(chances(works, off)).toEqual(chances(off));
    expect(chances(weak, tried('transmit-am', 'works'))).toEqual(chances(weak));
  });
  it('says nothing of what it does not measure', () => {
    const distorted = tried('transmit-am', 'distorted');
    expect(chances(distorted, by('works'))).toEqual(chances(distorted));
    expect(chances(by('works'), by('wrong-frequency'))).toEqual(chances(by('wrong-frequency')));
  });
  it('that it was dead and works now stays', () => {
    expect(chances(tried('transmit-am', 'dead'), by('works'))).not.toEqual(chances(by('works')));
  });
});

describe('what a final died of', () => {
  const pa = (more: readonly Evidence[]): readonly string[] => unreadCauses(card, 'pa', [tried('transmit-am', 'dead'), ...more]);
  it('is named as long as it has not been read, with its point where there is one', () => {
    expect(pa([])).toEqual(['drive: Driver', 'supply at TP2', 'load: Antenna filter']);
    expect(pa([read('TP2', 'in')])).toEqual(['drive: Driver', 'load: Antenna filter']);
  });
  it('is not asked of what mostly fails by itself', () => {
    expect(unreadCauses(card, 'if-amp', [])).toEqual([]);
    expect(unreadCauses(card, 'nowhere', [])).toEqual([]);
  });
});
