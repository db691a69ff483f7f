import fc from 'fast-check';
import { entryId, fitBody, readingBody, sampleCustomer, sampleJob, sampleSet, sampleShop, tapeOf } from '../testing/entries';
import { smallLaid } from '../testing/small-card';
import { traceModel, trace } from '../trace';
import { checkClaims, claimLines, claimText } from './claims';
import { testCourses } from './before-after';
import { evidenceOf } from './evidence';
import { stageStates, summarise } from './job-state';
import { problems } from './work-lines';
import { moneyText, parseMoney } from '../money';
import { jobPrice } from './price';
import { limitsText } from '../measure';
import { buildReport } from './report';
import { retests } from './retests';
import { openSafetyChecks, safetySigned } from './safety-checks';
import { labourClock } from './labour-clock';
import { standing, tapeEntrySchema, tapeLines, type TapeBody } from '../tape';

const card = smallLaid();
const fn = (functionId: string, result: 'works' | 'dead' | 'weak'): TapeBody => ({ kind: 'function', functionId, result });
const strike = (n: number, reason = 'slip'): TapeBody => ({ kind: 'strike', entry: entryId(n), reason });
const limitReading = (limit: string, value: number, verdict: 'in' | 'low' | 'high'): TapeBody =>
  readingBody('', value, verdict, { subject: { what: 'limit', limit }, unit: 'W', condition: { keyed: true, mode: 'AM', channel: 19 } });
const signed: TapeBody[] = [
  { kind: 'safety', check: 'fuse', result: 'right' },
  { kind: 'safety', check: 'hazard-rf', result: 'right' },
  { kind: 'sign-off', stage: 'safety' },
];

describe('the tape', () => {
  it('keeps a struck entry in its place, with the reason, and out of what stands', () => {
    const tape = tapeOf({ kind: 'note', text: 'a' }, { kind: 'note', text: 'b' }, strike(1, 'wrong set'));
    expect(tapeLines(tape)[0]?.struckBy?.reason).toBe('wrong set');
    expect(standing(tape).map((e) => e.seq)).toEqual([2]);
  });
  it('brings an entry back when its strike is struck, as often as one likes', () => {
    expect(standing(tapeOf({ kind: 'note', text: 'a' }, strike(1), strike(2))).map((e) => e.seq)).toEqual([1]);
    expect(standing(tapeOf({ kind: 'note', text: 'a' }, strike(1), strike(2), strike(3))).map((e) => e.seq)).toEqual([]);
  });
  it('counts labour from start to stop, breaks off, running until now', () => {
    const start = Date.UTC(2026, 1, 12, 9, 0);
    const tape = tapeOf(
      { kind: 'labour', act: 'start' },
      { kind: 'labour', act: 'start' },
      { kind: 'labour', act: 'break', minutes: 1 },
      { kind: 'labour', act: 'stop' },
      { kind: 'labour', act: 'stop' },
    );
    expect(labourClock(tape, start + 3_600_000)).toEqual({ seconds: 120, running: false });
    expect(labourClock(tape.slice(0, 1), start + 90_000)).toEqual({ seconds: 90, running: true });
  });
  it('has a schema that takes what was written and refuses what is not', () => {
    const [entry] = tapeOf(readingBody('TP7', 3.1, 'in'));
    expect(tapeEntrySchema.parse(JSON.parse(JSON.stringify(entry)))).toEqual(entry!);
    expect(tapeEntrySchema.safeParse({ ...entry, kind: 'gossip' }).success).toBeFalse();
    expect(tapeEntrySchema.safeParse({ ...entry, value: 'three' }).success).toBeFalse();
  });
});

describe('stages', () => {
  const state = (tape: ReturnType<typeof tapeOf>, stage: string) => stageStates(sampleJob, tape, card).find((s) => s.stage === stage);
  it('hold safety open until every check is answered and signed', () => {
    expect(openSafetyChecks(card, []).map(({ id }) => id)).toEqual(['fuse', 'hazard-rf']);
    // A set without a card has checks as well.
    expect(openSafetyChecks(undefined, []).length).toBe(5);
    expect(state([], 'safety')).toEqual({ stage: 'safety', state: 'missing', says: 'not signed' });
    expect(stageStates(sampleJob, [], undefined).find((s) => s.stage === 'safety')?.says).toBe('not signed');
    expect(state(tapeOf(...signed.slice(0, 2)), 'safety')?.says).toBe('ready to sign');
    expect(state(tapeOf(...signed), 'safety')?.state).toBe('done');
  });
  it('keep safety open while a check is wrong, until it is mended', () => {
    const wrong: TapeBody = { kind: 'safety', check: 'fuse', result: 'wrong' };
    const before = tapeOf(wrong, signed[1]!);
    expect(openSafetyChecks(card, before).map(({ id }) => id)).toEqual(['fuse']);
    expect(state(before, 'safety')).toEqual({ stage: 'safety', state: 'missing', says: '1 wrong, not signed' });
    expect(state(tapeOf(wrong, signed[1]!, signed[0]!), 'safety')?.says).toBe('ready to sign');
  });
  it('open safety again when a check is found wrong after the signature; mended, it is signed anew', () => {
    const wrong: TapeBody = { kind: 'safety', check: 'fuse', result: 'wrong' };
    expect(safetySigned(tapeOf(...signed, wrong))).toBeFalse();
    expect(safetySigned(tapeOf(...signed, wrong, signed[0]!))).toBeFalse();
    expect(safetySigned(tapeOf(...signed, wrong, signed[0]!, signed[2]!))).toBeTrue();
    // Found wrong by mistake: the entry is struck, and the signature holds.
    expect(safetySigned(tapeOf(...signed, wrong, strike(4)))).toBeTrue();
  });
  it('open safety again when the signature is struck', () => expect(state(tapeOf(...signed, strike(3)), 'safety')?.state).toBe('missing'));
  it('count functions tried, and those that fail', () => {
    expect(state(tapeOf(fn('receive-am', 'dead')), 'functions')?.says).toBe('1 of 4 tried');
    expect(state(tapeOf(...card.functions.map((f) => fn(f.id, f.id === 'hailer' ? 'dead' : 'works'))), 'functions')).toEqual(
      jasmine.objectContaining({ state: 'done', says: '1 of 4 fail' }),
    );
  });
  it('ask for the re-tests after a part was fitted', () => {
    const tape = tapeOf(fn('receive-am', 'dead'), fitBody('IC3', 'if-amp'));
    expect(state(tape, 'repair')).toEqual(jasmine.objectContaining({ state: 'missing', says: '1 re-test to do' }));
    expect(
      state([...tape, ...tapeOf(fn('receive-am', 'dead'), fn('receive-am', 'dead'), fn('receive-am', 'works')).slice(2)], 'repair')?.says,
    ).toBe('re-test passed');
  });
  it('say where the work stands and what it waits for', () => {
    const waiting = summarise(sampleJob, tapeOf(...signed, { kind: 'wait', reason: 'part', text: 'FL2', until: '2026-02-16' }), card);
    expect(waiting).toEqual(
      jasmine.objectContaining({ waits: 'part', waitText: 'FL2', waitUntil: '2026-02-16', finished: false, entries: 4 }),
    );
    expect(summarise(sampleJob, [], card).stage).toBe('safety');
    const done = summarise(sampleJob, tapeOf({ kind: 'wait', reason: 'part', text: 'x' }, { kind: 'handed-back', totalMinor: 0 }), card);
    expect(done).toEqual(jasmine.objectContaining({ finished: true, waits: 'nothing', stage: 'hand-back' }));
  });
  it('take a soak for not needed when told so, and back', () => {
    const off: TapeBody = { kind: 'stage', stage: 'soak', state: 'not-needed' };
    expect(state(tapeOf(off), 'soak')?.state).toBe('not-needed');
    expect(state(tapeOf(off, { kind: 'stage', stage: 'soak', state: 'reopened' }), 'soak')?.state).toBe('not-begun');
  });
});

describe('problems', () => {
  it('keep their order and their latest state', () => {
    const tape = tapeOf(
      { kind: 'problem', problem: 'a', title: 'no receive', state: 'open' },
      { kind: 'problem', problem: 'b', title: 'dead lamp', state: 'open' },
      { kind: 'problem', problem: 'a', title: 'no receive', state: 'repaired' },
    );
    expect(problems(tape)).toEqual([
      { id: 'a', title: 'no receive', state: 'repaired', sort: 'problem' },
      { id: 'b', title: 'dead lamp', state: 'open', sort: 'problem' },
    ]);
  });
});

describe('before and after', () => {
  const tape = tapeOf(
    limitReading('power-am', 1.2, 'low'),
    limitReading('power-am', 1.3, 'low'),
    fitBody('IC3', 'if-amp'),
    limitReading('power-am', 3.7, 'in'),
  );
  it('take the last reading before the first part and the last after the last part', () => {
    const row = testCourses(card, tape).find((r) => r.limit.id === 'power-am');
    expect([row?.before?.value, row?.after?.value]).toEqual([1.3, 3.7]);
  });
  it('have no after until something was fitted', () => expect(testCourses(card, tape.slice(0, 2))[0]?.after).toBeUndefined());
});

describe('re-tests', () => {
  it('are what failed before the last part, each until it was tried again', () => {
    const tape = tapeOf(
      fn('receive-am', 'dead'),
      fn('transmit-am', 'works'),
      readingBody('TP5', -70, 'low', { unit: 'dBm' }),
      readingBody('TP2', 8, 'in'),
      fitBody('IC3', 'if-amp'),
      fn('receive-am', 'works'),
      readingBody('TP5', -60, 'low', { unit: 'dBm' }),
    );
    expect(retests(card, tape).map((r) => [r.kind, r.id, r.now])).toEqual([
      ['function', 'receive-am', 'passes'],
      ['reading', 'TP5', 'fails'],
    ]);
    expect(retests(card, tape.slice(0, 4))).toEqual([]);
    // What the owner complained of comes back even when it was never tried here.
    const complained = retests(card, tape, [{ functionId: 'hailer', result: 'dead', text: 'Hailer' }]);
    expect(complained.map((r) => r.id)).toContain('hailer');
    expect(complained.find((r) => r.id === 'hailer')?.now).toBeUndefined();
  });
  it('leave out what was already right again before the part', () => {
    expect(retests(card, tapeOf(fn('receive-am', 'dead'), fn('receive-am', 'works'), fitBody('IC3', 'if-amp')))).toEqual([]);
  });
});

describe('evidence', () => {
  it('is what stands: no claims, nothing struck, nothing the instrument could not tell', () => {
    const tape = tapeOf(
      fn('receive-am', 'dead'),
      { kind: 'claim', claimant: 'x', text: 'all good' },
      readingBody('TP2', 8, 'cant-tell'),
      readingBody('TP7', 6, 'high'),
      strike(4),
      { kind: 'finding', finding: 'cracked-part', text: 'cracked', designator: 'C31', severity: 'plain', previousHands: true },
    );
    expect(
      evidenceOf(card, [{ functionId: 'receive-fm', result: 'dead', text: '' }], tape).map(
        (e) => e.kind + ('section' in e ? ` ${e.section}` : ''),
      ),
    ).toEqual(['function', 'function', 'finding vco']);
  });
});

describe('claims', () => {
  it('are held against the evidence: contradicted, confirmed or open', () => {
    const model = traceModel(card);
    const tape = tapeOf(
      { kind: 'claim', claimant: 'an earlier shop', text: 'IF is good', section: 'if-amp', says: 'good' },
      { kind: 'claim', claimant: 'an earlier shop', text: 'PA is bad', section: 'pa', says: 'bad' },
      { kind: 'claim', claimant: 'the owner', text: 'it was dropped' },
      fn('receive-am', 'dead'),
      fn('transmit-am', 'works'),
      fn('hailer', 'works'),
      { kind: 'proof', designator: 'IC3', result: 'bad' },
    );
    const result = trace(model, evidenceOf(card, [], tape));
    expect(checkClaims(tape, result, (id) => id).map((c) => c.stands)).toEqual(['contradicted', 'contradicted', 'open']);
  });
});

describe('what a claim says', () => {
  const stands = (says: 'good' | 'bad', chance: number): string | undefined =>
    checkClaims(
      tapeOf({ kind: 'claim', claimant: 'a shop', text: 'it', section: 'pa', says }),
      { sections: [{ section: 'pa', chance }] } as unknown as ReturnType<typeof trace>,
      (id) => id,
    )[0]?.stands;
  for (const [chance, good, bad] of [
    [0.5, 'contradicted', 'confirmed'],
    [0.49, 'open', 'open'],
    [0.01, 'open', 'open'],
    [0.009, 'confirmed', 'contradicted'],
  ] as const)
    it(`is held against ${chance * 100} in 100`, () => expect([stands('good', chance), stands('bad', chance)]).toEqual([good, bad]));
});

describe('a claim of which nothing can be said', () => {
  it('stays open, with the reason', () => {
    const result = { sections: [{ section: 'pa', chance: 0.9 }] } as unknown as ReturnType<typeof trace>;
    const claims: TapeBody[] = [
      { kind: 'claim', claimant: 'a shop', text: 'it', section: 'pa' },
      { kind: 'claim', claimant: 'a shop', text: 'it', section: 'gone', says: 'bad' },
      { kind: 'claim', claimant: 'a shop', text: 'it', says: 'bad' },
    ];
    for (const { stands, why } of checkClaims(tapeOf(...claims), result, (id) => id))
      expect([stands, why]).toEqual(['open', 'nothing measured bears on it']);
  });
});

describe('a claim that was looked into at the bench', () => {
  const claim: TapeBody = { kind: 'claim', claimant: 'a shop', text: 'PA is bad', section: 'pa', says: 'bad' };
  const of = tapeOf(claim)[0]!.id;
  const said = (stands: 'open' | 'confirmed' | 'contradicted'): TapeBody => ({ kind: 'claim-checked', of, title: 'PA is bad', stands });
  const result = { sections: [{ section: 'pa', chance: 0.9 }] } as unknown as ReturnType<typeof trace>;
  const stands = (...more: readonly TapeBody[]): readonly string[] =>
    checkClaims(tapeOf(claim, ...more), result, (id) => id).map((check) => `${check.stands}: ${check.why}`);
  it('stands as it was found there, whatever the evidence says; the latest counts', () => {
    expect(stands(said('contradicted'))).toEqual(['contradicted: so it was found at the bench']);
    expect(stands(said('contradicted'), said('confirmed'))).toEqual(['confirmed: so it was found at the bench']);
    expect(stands(said('contradicted'), said('open'))).toEqual(['confirmed: the pa stands at 90 in 100']);
  });
  it('is read so by the owner', () => {
    expect(claimLines(tapeOf(claim)).map(claimText)).toEqual(['PA is bad (so says: a shop)']);
    expect(claimLines(tapeOf(claim, said('contradicted'))).map(claimText)).toEqual(['PA is bad (so says: a shop; found otherwise)']);
  });
});

describe('each stage', () => {
  const says = (stage: string, ...bodies: readonly TapeBody[]): readonly [string, string] | undefined => {
    const found = stageStates(sampleJob, tapeOf(...bodies), card).find((one) => one.stage === stage);
    return found && [found.state, found.says];
  };
  const finding = (kind: 'clean' | 'bad-joint'): TapeBody => ({
    kind: 'finding',
    finding: kind,
    text: '',
    severity: 'plain',
    previousHands: false,
  });
  const after = limitReading('power-am', 3.8, 'in');
  for (const [what, stage, bodies, expected] of [
    ['nothing looked at', 'first-look', [], ['not-begun', 'not begun']],
    ['all clean', 'first-look', [finding('clean')], ['done', 'looks clean']],
    ['one finding', 'first-look', [finding('bad-joint'), finding('clean')], ['done', '1 finding']],
    ['no reading', 'trace', [], ['not-begun', 'not begun']],
    ['one reading', 'trace', [readingBody('TP2', 8, 'in')], ['in-hand', '1 reading']],
    ['a part proved good', 'trace', [{ kind: 'proof', designator: 'C31', result: 'good' }], ['not-begun', 'not begun']],
    ['a part proved bad', 'trace', [{ kind: 'proof', designator: 'C31', result: 'bad' }], ['done', 'proven: C31']],
    ['a core turned, which is no fault found', 'trace', [{ kind: 'adjustment', how: 'set', adjuster: 'L4' }], ['not-begun', 'not begun']],
    [
      'contacts cleaned, a core turned after it',
      'trace',
      [
        { kind: 'remedy', remedy: 'clean', designator: 'K1', text: '' },
        { kind: 'adjustment', how: 'set', adjuster: 'L4' },
      ],
      ['done', 'led to: K1 cleaned'],
    ],
    [
      'two parts fitted without a proof',
      'trace',
      ['C1', 'C2'].map((name) => ({ ...fitBody(name, 'audio'), proof: '' })),
      ['done', '2 parts renewed'],
    ],
    [
      'a kit fitted',
      'trace',
      ['C1', 'C2', 'C3', 'C5', 'C6'].map((name) => ({ ...fitBody(name, 'audio'), proof: '' })),
      ['done', '5 parts renewed'],
    ],
    [
      'a kit fitted with what was proven among it',
      'trace',
      [
        { kind: 'proof', designator: 'C12', result: 'bad' },
        ...['C12', 'C2', 'C3', 'C5', 'C6'].map((name) => ({ ...fitBody(name, 'audio'), proof: '' })),
      ],
      ['done', 'led to C12'],
    ],
    [
      'a list in part fitted',
      'parts',
      [{ kind: 'listed', designator: 'C12' }, { kind: 'listed', designator: 'C31' }, fitBody('C12', 'audio')],
      ['in-hand', '1 of 2 on the list done'],
    ],
    ['a part fitted', 'trace', [{ kind: 'proof', designator: 'C31', result: 'bad' }, fitBody('IC3', 'if-amp')], ['done', 'led to IC3']],
    ['no part', 'parts', [], ['not-begun', 'waits for Trace']],
    ['two parts', 'parts', [fitBody('IC3', 'if-amp'), fitBody('Q3', 'mixer')], ['done', '2 parts fitted']],
    ['a test before', 'test', [after], ['in-hand', 'before: 1 of 3']],
    ['a test after', 'test', [fitBody('IC3', 'if-amp'), after], ['in-hand', 'after: 1 of 3']],
    ['a test before only', 'test', [after, fitBody('Q10', 'pa')], ['not-begun', 'not begun']],
    ['a test that the repair does not concern', 'test', [after, fitBody('IC3', 'if-amp')], ['in-hand', 'after: 1 of 3']],
    ['a stage told done', 'align', [{ kind: 'stage', stage: 'align', state: 'done' }], ['done', 'done']],
    ['a promise', 'hand-back', [], ['not-begun', 'promised 02-13']],
    ['handed back', 'hand-back', [{ kind: 'handed-back', totalMinor: 0 }], ['done', 'handed back']],
  ] as const)
    it(`says how it stands: ${what}`, () => expect(says(stage, ...(bodies as readonly TapeBody[]))).toEqual([...expected]));

  it('is where the work goes on: what was left behind only where something is missing', () => {
    const at = (...bodies: readonly TapeBody[]): string => summarise(sampleJob, tapeOf(...bodies), card).stage;
    expect(at()).toBe('safety');
    expect(at(...signed)).toBe('first-look');
    expect(at(...signed, readingBody('TP2', 8, 'in'))).toBe('trace');
    expect(at(readingBody('TP2', 8, 'in'))).toBe('safety');
    expect(at({ kind: 'handed-back', totalMinor: 0 })).toBe('hand-back');
  });
});

describe('labour', () => {
  const at = (minutes: number): string => new Date(Date.UTC(2026, 1, 12, 9, minutes)).toISOString();
  const seconds = (...bodies: readonly TapeBody[]): number => labourClock(tapeOf(...bodies), Date.UTC(2026, 1, 12, 12)).seconds;
  it('told afterwards counts when it was', () => {
    expect(seconds({ kind: 'labour', act: 'start', when: at(-60) }, { kind: 'labour', act: 'stop' })).toBe(61 * 60);
    // The end told first, and the start after it.
    expect(seconds({ kind: 'labour', act: 'stop', when: at(-10) }, { kind: 'labour', act: 'start', when: at(-40) })).toBe(30 * 60);
  });
  it('told at once is added, whatever the clock does', () => {
    expect(seconds({ kind: 'labour', act: 'worked', minutes: 651, day: '2026-02-11' })).toBe(651 * 60);
    expect(seconds({ kind: 'labour', act: 'start' }, { kind: 'labour', act: 'worked', minutes: 30 }, { kind: 'labour', act: 'stop' })).toBe(
      32 * 60,
    );
  });
});

describe('the sheet of a job from another shop', () => {
  const names = { labour: 'Labour', parts: 'Parts', total: 'Total', 'total-in-two': 'Total, in two currencies' };
  const lines = (bodies: readonly TapeBody[]): string[] =>
    buildReport({
      shop: { ...sampleShop, currency: 'Mk', ratePerHourMinor: 6000 },
      job: { ...sampleJob, currency: 'Kr' },
      customer: { id: 'c', name: 'A', phone: '', email: '', address: '', note: '' },
      set: { id: 's', customerId: 'c', maker: 'Oxbrae', model: 'Wren', serial: '', previousOwners: [], modifications: [] },
      tape: tapeOf(...bodies),
      card,
      nowMs: 0,
    }).priceLines.map(({ what, amount }) => `${(names as Record<string, string>)[what] ?? what}: ${amount}`);
  const worked: TapeBody = { kind: 'labour', act: 'worked', minutes: 60 };
  it('adds no two currencies', () => {
    expect(lines([worked, fitBody('IC3', 'if-amp', 460)])).toEqual([
      'Labour: Mk 60.00',
      'Parts: Kr 4.60',
      'Total, in two currencies: Mk 60.00 + Kr 4.60',
    ]);
  });
  it('writes the one that is there', () => {
    expect(lines([worked]).at(-1)).toBe('Total: Mk 60.00');
    expect(lines([fitBody('IC3', 'if-amp', 460)]).at(-1)).toBe('Total: Kr 4.60');
  });
});

describe('the price', () => {
  const shop = { ...sampleShop, ratePerHourMinor: 3800, taxPercent: 8 };
  it('takes the started minute, the parts and the tax, each rounded half up', () => {
    const tape = tapeOf({ kind: 'labour', act: 'start' }, fitBody('IC3', 'if-amp', 460), { kind: 'labour', act: 'stop' });
    // 2 min at 38.00 an hour: 1.2667, so 1.27; 1.27 + 4.60 = 5.87; 8 % of it 0.4696, so 0.47.
    expect(jobPrice(tape, shop, 0)).toEqual({
      labourMinutes: 2,
      labourMinor: 127,
      partsMinor: 460,
      taxMinor: 47,
      totalMinor: 634,
      extraMinor: 0,
      goodwillMinor: 0,
    });
  });
  it('never drifts: it is the sum of its lines, whatever they are', () => {
    const sum = fc.property(
      fc.array(fc.integer({ min: 0, max: 9_999_999 }), { maxLength: 30 }),
      fc.integer({ min: 0, max: 40_000 }),
      (prices, rate) => {
        const price = jobPrice(tapeOf(...prices.map((p) => fitBody('IC3', 'if-amp', p))), { ratePerHourMinor: rate, taxPercent: 0 }, 0);
        return price.totalMinor === prices.reduce((a, b) => a + b, 0) && Number.isInteger(price.totalMinor);
      },
    );
    expect(() => fc.assert(sum)).not.toThrow();
  });
  it('reads and writes money', () => {
    expect(['12', '12.4', '12,40', '0.05'].map(parseMoney)).toEqual([1200, 1240, 1240, 5]);
    expect(['', 'x', '1.234', '-2', '1e3'].map(parseMoney)).toEqual([undefined, undefined, undefined, undefined, undefined]);
    expect(moneyText(1205, 'Mk')).toBe('Mk 12.05');
  });
});

describe('the report', () => {
  it('holds complaint, found, done, parts, before and after, left alone, watch for, price and cautions', () => {
    const tape = tapeOf(
      { kind: 'problem', problem: 'a', title: 'no receive', state: 'repaired' },
      { kind: 'problem', problem: 'b', title: 'scratched case', state: 'left-alone' },
      { kind: 'finding', finding: 'bad-joint', text: 'ringed joint', designator: 'Q3', severity: 'plain', previousHands: true },
      { kind: 'note', text: 'not for the owner' },
      limitReading('power-am', 3.7, 'in'),
      fitBody('IC3', 'if-amp', 460),
      limitReading('power-am', 3.71, 'in'),
      { kind: 'remark', about: 'watch-for', text: 'relay was cleaned' },
      { kind: 'remark', about: 'watch-for', text: 'struck one' },
      strike(9),
    );
    const report = buildReport({
      shop: sampleShop,
      job: sampleJob,
      customer: sampleCustomer,
      set: sampleSet,
      card,
      tape,
      nowMs: 0,
    });
    expect(report.complaint).toBe(sampleJob.complaint);
    expect(report.found).toEqual(['no receive: repaired', 'scratched case: left alone by agreement', 'Q3 ringed joint (earlier work)']);
    expect(report.done).toEqual(['IC3 replaced: old by new']);
    expect(report.parts[0]).toEqual({ what: 'IC3', old: 'old', fitted: 'new', why: 'bad; measured', price: '4.60' });
    expect(report.tests[0]).toEqual(
      jasmine.objectContaining({ limits: '3.4–4 W', before: { text: '3.70 W', verdict: 'in' }, after: { text: '3.71 W', verdict: 'in' } }),
    );
    expect(report.leftAlone).toEqual(['scratched case']);
    expect(report.watchFor).toEqual(['relay was cleaned']);
    expect(report.cautions).toContain('Key only into a dummy load.');
    expect(JSON.stringify(report.found)).not.toContain('not for the owner');
  });
  it('writes limits as one says them', () => {
    expect(limitsText(1500, 2000, 'Hz')).toBe('1.5–2 kHz');
    expect(limitsText(27_404_400, 27_405_600, 'Hz')).toBe('27.4044–27.4056 MHz');
    expect(limitsText(3.4, 4, 'W')).toBe('3.4–4 W');
    expect(limitsText(-600, 600, 'Hz')).toBe('±600 Hz');
    expect(limitsText(undefined, 1e-6, 'V')).toBe('max 1 µV');
    expect(limitsText(-42, -34, 'dBm')).toBe('−42 dBm to −34 dBm');
    expect(limitsText(3, undefined, 'W')).toBe('min 3 W');
  });
});
