import fc from 'fast-check';
import { priceLines } from '../money';
import { channelPlans, nearestChannel } from '../plan';
import { bleedDown } from './direct-current/bleed-down';
import { divider } from './direct-current/divider';
import { duty } from './direct-current/duty';
import { channel } from './frequency/channel';
import { minimalHittingSets } from './frequency/crystal-suspects';
import { lockSweep } from './frequency/lock-sweep';
import { mixerTerms, termLabel } from './frequency/mixer-products';
import { oscillatorErrors } from './frequency/oscillator-errors';
import { peakNames } from './frequency/peak-names';
import { pllN } from './frequency/pll-n';
import { lineWeights, stuckLine } from './frequency/stuck-line';
import { levelConvert } from './levels/level-convert';
import { verdict } from './levels/verdict';
import { boughtQuantity, compareOrders, type Offer } from './money/order-compare';
import { capacitorFit } from './parts/capacitor-fit';
import { readDateCode } from './parts/date-code';
import { tightestSets } from './parts/matched-set';
import { padArms, padInCircuit } from './parts/pad';
import { nearestPreferred } from './parts/preferred-values';
import { resistorBank, resistorBanks } from './parts/resistor-bank';
import { cascadeNoiseFigureDb } from './receive/level-plan';
import { sensitivity } from './receive/sensitivity';
import { soakPlan } from './soak/soak-plan';
import { soakVerdict } from './soak/soak-verdict';
import { solve } from './solve';
import { amModulation } from './transmit/am-modulation';
import { dcInput } from './transmit/dc-input';
import { subtone } from './transmit/subtone';
import { swr } from './transmit/swr';

const figure = (min: number, max: number): fc.Arbitrary<number> => fc.double({ min, max, noNaN: true });
const holds = <T>(arbitrary: fc.Arbitrary<T>, law: (value: T) => boolean): void =>
  expect(() => fc.assert(fc.property(arbitrary, law), { numRuns: 120 })).not.toThrow();
const close = (a: number, b: number, rel = 1e-9): boolean => Math.abs(a - b) <= rel * Math.max(1e-12, Math.abs(a), Math.abs(b));

describe('levels', () => {
  it('come back the same through every unit', () =>
    holds(figure(-150, 60), (dBm) => {
      const { output } = solve(levelConvert, { value: dBm, unit: 'dBm' });
      const back = [
        ['W', output.powerW],
        ['Vrms', output.vrms],
        ['Vpp', output.vpp],
        ['dBuV', output.dBuV],
        ['uVemf', (output.emfVrms ?? 0) * 1e6],
      ] as const;
      return back.every(([unit, value]) => Math.abs((solve(levelConvert, { value: value ?? 0, unit }).output.dBm ?? 0) - dBm) < 1e-9);
    }));

  it('are never judged more surely with more uncertainty', () =>
    holds(fc.tuple(figure(-10, 10), figure(0, 5), figure(0, 5)), ([value, u, more]) => {
      const small = solve(verdict, { value, uncertainty: u, low: -2, high: 3 }).output.verdict;
      const large = solve(verdict, { value, uncertainty: u + more, low: -2, high: 3 }).output.verdict;
      return large === small || large === 'cant-tell';
    }));
});

describe('channels and loops', () => {
  it('find each channel of every plan from its own frequency', () => {
    for (const plan of channelPlans)
      for (const each of plan.channels) {
        const found = nearestChannel(plan, each.hz);
        expect(found.hz).toBe(each.hz);
        expect(solve(channel, { plan: plan.id, channel: each.channel }).output.frequencyHz).toBe(each.hz);
      }
  });
  it('know the numbers of the maritime band: duplex 4.6 MHz up, the calling channel on one frequency', () => {
    expect(solve(channel, { plan: 'marine-vhf', channel: 1 }).output.coastHz).toBe(160_650_000);
    expect(solve(channel, { plan: 'marine-vhf', channel: 60 }).output.frequencyHz).toBe(156_025_000);
    expect(solve(channel, { plan: 'marine-vhf', channel: 72 }).output.coastHz).toBe(156_625_000);
  });
  it('give no channel half a step or more away, and the lower of two as near', () => {
    const { output } = solve(channel, { plan: 'cb-us-40', frequencyHz: 26_995_000 });
    expect(output.channel).toBeNull();
    expect(output.nearest).toBe(3);
  });
  it('count N back to the output', () =>
    holds(
      fc.tuple(
        fc.integer({ min: 1, max: 9999 }),
        fc.constantFrom(2500, 5000, 6250, 10_000),
        fc.constantFrom(1, -1) as fc.Arbitrary<1 | -1>,
      ),
      ([n, referenceHz, sign]) => {
        const offsetHz = sign === 1 ? 10e6 : 200e6;
        const { output } = solve(pllN, { outputHz: offsetHz + sign * n * referenceHz, referenceHz, offsetHz, sign });
        const digits = output.bcd.split(' ').map((bits) => parseInt(bits, 2));
        return output.n === n && output.exact && parseInt(output.binary, 2) === n && Number(digits.join('')) === n;
      },
    ));
  it('find the lines that were stuck, against every other set', () =>
    holds(
      fc.tuple(
        fc.constantFrom('binary' as const, 'bcd' as const),
        fc.uniqueArray(fc.integer({ min: 0, max: 7 }), { maxLength: 3 }),
        fc.integer({ min: 0, max: 255 }),
      ),
      ([code, lines, levels]) => {
        const weights = lineWeights(code, 8);
        const stuck = new Map(lines.map((line) => [line, (levels >> line) & 1]));
        const numbers = [1, 9, 17, 34, 58, 66, 72, 89, 91];
        const bitsOf = (n: number): number[] =>
          code === 'binary'
            ? weights.map((_, k) => (n >> k) & 1)
            : weights.map((_, k) => ((Math.floor(n / 10 ** Math.floor(k / 4)) % 10) >> (k % 4)) & 1);
        const read = (n: number): number => bitsOf(n).reduce((sum, bit, line) => sum + (stuck.get(line) ?? bit) * (weights[line] ?? 0), 0);
        const { output } = solve(stuckLine, {
          code,
          bits: 8,
          channels: numbers.map((n, k) => ({ channel: k, expectedN: n, measuredN: read(n) })),
        });
        const explains = (faults: readonly { line: number; stuckAt: 0 | 1 }[]): boolean =>
          numbers.every(
            (n) =>
              bitsOf(n).reduce(
                (sum, bit, line) => sum + (faults.find((fault) => fault.line === line)?.stuckAt ?? bit) * (weights[line] ?? 0),
                0,
              ) === read(n),
          );
        return (
          output.unexplained.length === 0 && output.faults.length <= lines.length && [output.faults, ...output.alternatives].every(explains)
        );
      },
    ));
  it('leave the fewest unexplained where no set explains all', () => {
    const { output } = solve(stuckLine, {
      code: 'binary',
      bits: 4,
      channels: [
        { channel: 1, expectedN: 4, measuredN: 5 },
        { channel: 2, expectedN: 6, measuredN: 7 },
        { channel: 3, expectedN: 8, measuredN: 2 },
      ],
    });
    expect(output.faults).toEqual([{ line: 0, weight: 1, stuckAt: 1 }]);
    expect(output.unexplained).toEqual([3]);
    expect(output.explains).toBe(2);
  });
});

describe('mixers', () => {
  it('make the same products whichever input comes first', () =>
    holds(fc.tuple(fc.integer({ min: 1, max: 40 }), fc.integer({ min: 1, max: 40 }), fc.integer({ min: 1, max: 5 })), ([f1, f2, order]) => {
      const rows = (a: number, b: number): [number, number][] =>
        mixerTerms(a * 1e5, b * 1e5, order).map((product) => [product.hz, product.order]);
      return JSON.stringify(rows(f1, f2)) === JSON.stringify(rows(f2, f1));
    }));
  it('hold every combination once, in order, of lowest order', () =>
    holds(fc.tuple(figure(1e5, 1e8), figure(1e5, 1e8), fc.integer({ min: 1, max: 6 })), ([f1, f2, order]) => {
      const rows = mixerTerms(f1, f2, order);
      const sorted = rows.every((row, k) => k === 0 || (rows[k - 1]?.hz ?? 0) < row.hz);
      return (
        sorted &&
        rows.every(
          ({ m, n, hz, order: own }) =>
            Math.abs(m * f1 + n * f2 - hz) < 1e-3 && own === Math.abs(m) + Math.abs(n) && own <= order && hz >= 0,
        )
      );
    }));
  it('name a term as one says it', () => {
    expect(
      termLabel([
        ['f1', 2],
        ['f2', -1],
      ]),
    ).toBe('2f1 − f2');
    expect(
      termLabel([
        ['f1', -1],
        ['f2', 1],
      ]),
    ).toBe('f2 − f1');
  });
  it('name every peak that was made from the oscillators', () =>
    holds(fc.tuple(fc.integer({ min: -2, max: 2 }), fc.integer({ min: 1, max: 2 })), ([a, b]) => {
      const hz = Math.abs(a * 37_660_000 + b * 10_695_000);
      const { output } = solve(peakNames, {
        sources: [
          { name: 'A', hz: 37_660_000 },
          { name: 'B', hz: 10_695_000 },
        ],
        peaks: [{ hz, dBm: 0 }],
        wantedHz: hz,
        toleranceHz: 10,
      });
      return output.peaks[0]?.label !== null && output.verdict === 'clean';
    }));
});

describe('suspects', () => {
  it('are the minimal hitting sets and all of them, against every subset', () =>
    holds(
      fc.array(fc.uniqueArray(fc.integer({ min: 0, max: 6 }), { minLength: 1, maxLength: 4 }), { minLength: 1, maxLength: 6 }),
      (channels) => {
        const dead = channels.map((uses) => uses.map(String));
        const hits = (set: number): boolean => channels.every((uses) => uses.some((k) => (set >> k) & 1));
        const all = Array.from({ length: 128 }, (_, set) => set).filter(hits);
        const minimal = all.filter((set) => !all.some((other) => other !== set && (other & set) === other));
        const got = minimalHittingSets(dead).map((set) => set.reduce((bits, name) => bits | (1 << Number(name)), 0));
        return JSON.stringify([...got].sort((a, b) => a - b)) === JSON.stringify([...minimal].sort((a, b) => a - b));
      },
    ));
  it('give each oscillator its own error back from clean readings', () =>
    holds(fc.tuple(figure(-500, 500), figure(-500, 500), figure(-500, 500)), ([a, b, c]) => {
      const rows = [
        { first: 1, second: 1, carrier: 0 },
        { first: 1, second: -1, carrier: 1 },
        { first: 0, second: 2, carrier: 1 },
        { first: 3, second: 0, carrier: -1 },
      ];
      const readings = rows.map((coefficients, k) => ({
        label: String(k),
        coefficients,
        errorHz: coefficients.first * a + coefficients.second * b + coefficients.carrier * c,
      }));
      const { output } = solve(oscillatorErrors, { oscillators: ['first', 'second', 'carrier'], readings });
      return (
        output.undetermined.length === 0 && [a, b, c].every((error, k) => Math.abs((output.estimates[k]?.errorHz ?? NaN) - error) < 1e-6)
      );
    }));
});

describe('lock voltage', () => {
  it('calls in lock only what lies inside and is not said to be unlocked', () =>
    holds(fc.array(fc.record({ volts: figure(0, 9), locked: fc.boolean() }), { minLength: 1, maxLength: 12 }), (points) => {
      const { output } = solve(lockSweep, {
        points: points.map((point, k) => ({ ...point, frequencyHz: 1e6 + k })),
        windowLowV: 2,
        windowHighV: 7,
        railV: 9,
      });
      return output.bands[0]?.inLock === points.every(({ volts, locked }) => volts >= 2 && volts <= 7 && locked);
    }));
  it('finds the slope of a straight tuning line', () => {
    const points = [2, 3, 4, 5].map((volts) => ({ volts, frequencyHz: 20e6 + 150_000 * volts }));
    expect(solve(lockSweep, { points, windowLowV: 1, windowHighV: 7, railV: 8 }).output.bands[0]?.slopeHzPerV).toBeCloseTo(150_000, 3);
  });
});

describe('receive', () => {
  it('lets the first stage rule the noise figure when it has the gain', () =>
    holds(fc.tuple(figure(0, 10), figure(20, 40), figure(0, 15)), ([nf, gain, second]) => {
      const total = cascadeNoiseFigureDb([
        { gainDb: gain, nfDb: nf },
        { gainDb: 0, nfDb: second },
      ]);
      return total >= nf - 1e-9 && total - nf < 1.5;
    }));
  it('finds the sensitivity wherever the points are taken, in any order', () =>
    holds(fc.tuple(figure(-125, -110), fc.shuffledSubarray([0, 1, 2, 3, 4, 5], { minLength: 6, maxLength: 6 })), ([level, order]) => {
      const points = order.map((k) => ({ dBm: level - 7 + 3 * k, sinadDb: 12 + 2 * (3 * k - 7) }));
      return close(solve(sensitivity, { points, targetDb: 12, bandwidthHz: 15_000 }).output.dBm, level, 1e-9);
    }));
});

describe('transmit', () => {
  it('knows fifty sub-audible tones, each a little above the one before', () => {
    const tones = new Set<number>();
    for (let hz = 66; hz < 256; hz += 0.1) tones.add(solve(subtone, { measuredHz: hz }).output.nearest);
    const list = [...tones].sort((a, b) => a - b);
    expect([list.length, list[0], list.at(-1)]).toEqual([50, 67, 254.1]);
    for (const [k, tone] of list.slice(1).entries()) {
      const ratio = tone / (list[k] ?? 0);
      expect(ratio).withContext(String(tone)).toBeGreaterThan(1.01);
      expect(ratio).withContext(String(tone)).toBeLessThan(1.038);
    }
  });
  it('says the same of a load by its ohms and by its powers', () =>
    holds(figure(5, 500), (loadOhm) => {
      const byLoad = solve(swr, { loadOhm }).output;
      const byPower = solve(swr, { forwardW: 100, reflectedW: 100 * byLoad.reflectionCoefficient ** 2 }).output;
      return close(byLoad.swr, byPower.swr, 1e-6) && byLoad.swr >= 1;
    }));
  it('says the same of a depth by its powers and by its envelope', () =>
    holds(figure(0.05, 0.95), (m) => {
      const powers = solve(amModulation, { carrierW: 4, pepW: 4 * (1 + m) ** 2 }).output;
      const envelope = solve(amModulation, { envelopeMax: 1 + m, envelopeMin: 1 - m }).output;
      return close(powers.modulationPercent, 100 * m, 1e-9) && close(envelope.modulationPercent, 100 * m, 1e-9);
    }));
  it('loses no watt between input, output and heat', () =>
    holds(fc.tuple(figure(100, 3000), figure(0.1, 1), figure(0, 1)), ([volts, amps, share]) => {
      const { output } = solve(dcInput, { volts, amps, outputW: volts * amps * share });
      return close((output.dissipationW ?? 0) + volts * amps * share, volts * amps, 1e-9);
    }));
});

describe('soak', () => {
  it('asks longer for more confidence, and longer still when the rate is only judged', () =>
    holds(fc.tuple(figure(0.5, 0.98), fc.integer({ min: 1, max: 20 })), ([confidence, failures]) => {
      const known = solve(soakPlan, { failuresPerHour: failures, confidence }).output.holdS ?? 0;
      const surer = solve(soakPlan, { failuresPerHour: failures, confidence: confidence + 0.01 }).output.holdS ?? 0;
      const judged = solve(soakPlan, { failures, observedS: 3600, confidence }).output.holdS ?? 0;
      return surer > known && judged > known;
    }));
  it('has held from the end of the last dropout, wherever it was', () =>
    holds(fc.array(fc.boolean(), { minLength: 2, maxLength: 30 }), (inside) => {
      const points = inside.map((good, k) => ({ tS: 10 * k, value: good ? 4 : 9 }));
      const { output } = solve(soakVerdict, { low: 3, high: 5, points });
      const lastOut = inside.lastIndexOf(false);
      const heldFrom = lastOut < 0 ? 0 : Math.min(lastOut + 1, inside.length - 1);
      return output.heldS === 10 * (inside.length - 1 - heldFrom) && (output.verdict === 'held') === lastOut < 0;
    }));
});

describe('direct current', () => {
  it('stands at the safe voltage after the wait', () =>
    holds(fc.tuple(figure(1e-6, 1e-3), figure(1e3, 1e6), figure(31, 5000)), ([c, r, v]) => {
      const seconds = solve(bleedDown, { capacitanceF: c, resistanceOhm: r, startV: v }).output.seconds ?? 0;
      return close(v * Math.exp(-seconds / (r * c)), 30, 1e-9);
    }));
  it('loses no watt in a divider', () =>
    holds(fc.tuple(figure(10, 1e5), figure(10, 1e5), figure(1, 50), figure(100, 1e6)), ([topOhm, bottomOhm, supplyV, loadOhm]) => {
      const { volts, currentA, topW, bottomW } = solve(divider, { topOhm, bottomOhm, supplyV, loadOhm }).output;
      return close(topW + bottomW + volts ** 2 / loadOhm, supplyV * currentA, 1e-9);
    }));
  it('never allows longer for more power', () =>
    holds(fc.tuple(figure(101, 1000), figure(101, 1000)), ([a, b]) => {
      const curve = [
        { watts: 100, minutes: 60 },
        { watts: 200, minutes: 10 },
        { watts: 1000, minutes: 0.5 },
      ];
      const time = (powerW: number): number => solve(duty, { ratedW: 50, curve, powerW }).output.allowedS ?? Infinity;
      return a < b ? time(a) >= time(b) : time(b) >= time(a);
    }));
});

describe('pads', () => {
  it('have the loss they were made for and are matched, by circuit analysis', () =>
    holds(fc.tuple(figure(0.5, 60), figure(20, 600), fc.constantFrom('pi' as const, 'tee' as const)), ([lossDb, z0, topology]) => {
      const built = padInCircuit(padArms(lossDb, z0, topology), z0, topology);
      const heat = Object.values(built.arms).reduce((sum, watts) => sum + watts, 0);
      return (
        close(-20 * Math.log10(built.outV), lossDb, 1e-6) &&
        close(built.inputOhm, z0, 1e-6) &&
        close(heat + built.outV ** 2 / z0, built.inW, 1e-9)
      );
    }));
  it('take the nearest value of a series', () => {
    expect(nearestPreferred(789.8, 'E24')).toBe(820);
    expect(nearestPreferred(0.97, 'E12')).toBe(1);
    expect(nearestPreferred(9.8e6, 'E96')).toBeCloseTo(9.76e6, 0);
  });
  it('know the series: steps of equal ratio, rounded, with the eight of E24 that are printed otherwise', () => {
    const printed: Readonly<Record<number, number>> = { 26: 27, 29: 30, 32: 33, 35: 36, 38: 39, 42: 43, 46: 47, 83: 82 };
    const at = (series: 'E12' | 'E24' | 'E96', k: number): number => {
      const [steps, digits] = series === 'E96' ? [96, 100] : [series === 'E12' ? 12 : 24, 10];
      const round = Math.round(digits * 10 ** (k / steps));
      return series === 'E96' ? round : (printed[round] ?? round);
    };
    for (const [series, steps] of [
      ['E12', 12],
      ['E24', 24],
      ['E96', 96],
    ] as const)
      for (let k = 0; k < steps; k += 1) {
        const value = at(series, k);
        // Just beside each value it is that value, so that there is none too many and none too few.
        for (const beside of [0.999, 1, 1.001])
          expect(nearestPreferred(value * beside, series))
            .withContext(`${series} ${value} × ${beside}`)
            .toBeCloseTo(value, 9);
      }
  });
});

describe('parts', () => {
  it('of a bank share its power among them, none of it lost and none too hot', () =>
    holds(fc.tuple(figure(20, 200), figure(0.5, 6)), ([targetOhm, powerW]) => {
      const drawer = [
        { ohm: 100, ratedW: 2, count: 4 },
        { ohm: 47, ratedW: 2, count: 3 },
        { ohm: 220, ratedW: 1, count: 3 },
      ];
      const rated = (ohm: number): number => drawer.find((part) => part.ohm === ohm)?.ratedW ?? 0;
      return resistorBanks(targetOhm, powerW, 10, drawer, 5, 0.6).every(({ groups, ohm, worstLoadPercent, parts }) => {
        const amps = Math.sqrt(powerW / ohm);
        const groupOhm = groups.map((group) => 1 / group.reduce((sum, each) => sum + 1 / each, 0));
        const shares = groups.flatMap((group, k) =>
          group.map((each) => ({ watts: (amps * (groupOhm[k] ?? 0)) ** 2 / each, rated: rated(each) })),
        );
        const counts = drawer.every((part) => groups.flat().filter((each) => each === part.ohm).length <= part.count);
        return (
          counts &&
          shares.length === parts &&
          close(
            shares.reduce((sum, each) => sum + each.watts, 0),
            powerW,
            1e-9,
          ) &&
          close(Math.max(...shares.map((each) => (100 * each.watts) / each.rated)), worstLoadPercent, 1e-9) &&
          worstLoadPercent <= 60 * (1 + 1e-9)
        );
      });
    }));
  it('leave out no bank of up to four parts', () =>
    holds(
      fc.tuple(
        fc.uniqueArray(fc.integer({ min: 10, max: 90 }), { minLength: 2, maxLength: 3 }),
        fc.integer({ min: 1, max: 3 }),
        fc.integer({ min: 10, max: 120 }),
        fc.constantFrom(3, 10),
      ),
      ([values, count, targetOhm, tolerance]) => {
        const drawer = values.map((ohm) => ({ ohm, ratedW: 1000, count }));
        const most = 4;
        // By brute force: every way to put up to four parts into groups, each bank told by its sorted groups.
        const banks = new Set<string>();
        const spread = (groups: readonly (readonly number[])[], parts: number): void => {
          const ohm = groups.reduce((sum, group) => sum + 1 / group.reduce((g, each) => g + 1 / each, 0), 0);
          if (parts > 0 && Math.abs(ohm - targetOhm) <= (tolerance / 100) * targetOhm * (1 + 1e-9))
            banks.add(
              groups
                .map((group) => [...group].sort((a, b) => a - b).join('+'))
                .sort()
                .join('|'),
            );
          if (parts === most) return;
          for (const value of values) {
            if (groups.flat().filter((each) => each === value).length === count) continue;
            spread([...groups, [value]], parts + 1);
            groups.forEach((group, k) => spread([...groups.slice(0, k), [...group, value], ...groups.slice(k + 1)], parts + 1));
          }
        };
        spread([], 0);
        const found = resistorBanks(targetOhm, 1, tolerance, drawer, most, 0.6);
        return banks.size > 40 ? found.length === 40 : found.length === banks.size;
      },
    ));
  it('leave out no bank of strings in parallel, and give none that groups in series make as well', () =>
    holds(
      fc.tuple(
        fc.uniqueArray(fc.integer({ min: 10, max: 90 }), { minLength: 2, maxLength: 2 }),
        fc.integer({ min: 1, max: 3 }),
        fc.integer({ min: 10, max: 120 }),
      ),
      ([values, count, targetOhm]) => {
        const drawer = values.map((ohm) => ({ ohm, ratedW: 1000, count }));
        const banks = new Set<string>();
        const spread = (strings: readonly (readonly number[])[], parts: number): void => {
          const ohm = 1 / strings.reduce((sum, each) => sum + 1 / each.reduce((a, b) => a + b, 0), 0);
          const own = strings.length > 1 && strings.some(({ length }) => length > 1);
          if (own && Math.abs(ohm - targetOhm) <= 0.1 * targetOhm * (1 + 1e-9))
            banks.add(
              strings
                .map((each) => [...each].sort((a, b) => a - b).join('+'))
                .sort()
                .join('|'),
            );
          if (parts === 4) return;
          for (const value of values) {
            if (strings.flat().filter((each) => each === value).length === count) continue;
            spread([...strings, [value]], parts + 1);
            strings.forEach((each, k) => spread([...strings.slice(0, k), [...each, value], ...strings.slice(k + 1)], parts + 1));
          }
        };
        spread([], 0);
        const found = resistorBanks(targetOhm, 1, 10, drawer, 4, 0.6, 'parallel');
        return banks.size > 40 ? found.length === 40 : found.length === banks.size;
      },
    ));
  it('share the volts of strings among their parts', () => {
    // Four of 47 kΩ and a string of two, all in parallel: 1 / (4/47 + 1/94) kΩ; across 225 W of it each single part has 225 W × 10.44/47.
    const drawer = [{ ohm: 47_000, ratedW: 100, count: 6 }];
    const [bank] = resistorBanks(10_444, 225, 0.1, drawer, 6, 0.6, 'parallel');
    expect(bank?.layout).toBe('(2 × 47 kΩ in series), in parallel with 4 × 47 kΩ');
    expect(bank?.worstLoadPercent).toBeCloseTo((225 * 10_444.4) / 47_000, 2);
    expect(resistorBanks(10_444, 225, 0.1, drawer, 6, 0.6)).toEqual([]);
    // Each of the string has half the volts of the bank, each other all of them: √(225 × 10444) = 1533 V.
    expect(resistorBanks(10_444, 225, 0.1, [{ ...drawer[0]!, ratedV: 1500 }], 6, 0.6, 'parallel')).toEqual([]);
    expect(resistorBanks(10_444, 225, 0.1, [{ ...drawer[0]!, ratedV: 1540 }], 6, 0.6, 'parallel').length).toBe(1);
  });
  it('are refused where there would be too many banks to try', () =>
    expect(() =>
      solve(resistorBank, {
        ...resistorBank.example,
        maxParts: 8,
        drawer: Array.from({ length: 24 }, (_, k) => ({ ohm: 10 + k, ratedW: 1, count: 8 })),
      }),
    ).toThrowMatching((error: { path?: string }) => error.path === 'maxParts'));
  it('that match best are the best of all subsets, and so are the next', () =>
    holds(
      fc.tuple(fc.uniqueArray(fc.integer({ min: 0, max: 300 }), { minLength: 4, maxLength: 8 }), fc.integer({ min: 2, max: 4 })),
      ([values, size]) => {
        const parts = values.map((value, k) => ({ id: String(k), value }));
        const spreads: number[] = [];
        for (let set = 0; set < 2 ** values.length; set += 1) {
          const chosen = values.filter((_, k) => (set >> k) & 1);
          if (chosen.length === size) spreads.push(Math.max(...chosen) - Math.min(...chosen));
        }
        spreads.sort((a, b) => a - b);
        return tightestSets(parts, size, 4).every((set, k) => set.spread === spreads[k] && set.ids.length === size);
      },
    ));
  it('of a higher rating never fit worse', () =>
    holds(figure(1, 3), (times) => {
      const old = { farad: 1e-6, volts: 16, celsius: 85, esrOhm: 0.5, rippleA: 0.1 };
      return solve(capacitorFit, {
        old,
        new: { ...old, volts: 16 * times, celsius: 85 * times, esrOhm: 0.5 / times, rippleA: 0.1 * times },
      }).output.fits;
    }));
  it('read a date code in every form that a calendar allows', () => {
    expect(readDateCode('8732')).toEqual([{ year: 1987, week: 32, form: 'YYWW' }]);
    expect(readDateCode('9999')).toEqual([]);
    expect(readDateCode('012').map(({ year }) => year)).toEqual([1960, 1970, 1980, 1990, 2000, 2010, 2020]);
  });
});

describe('orders', () => {
  const offer = fc.record({
    supplier: fc.constantFrom('a', 'b', 'c'),
    part: fc.constantFrom('x', 'y', 'z'),
    unitPrice: fc.integer({ min: 1, max: 50 }),
    minimum: fc.integer({ min: 1, max: 5 }),
    multiple: fc.integer({ min: 1, max: 3 }),
    leadDays: fc.integer({ min: 1, max: 5 }),
  });
  it('are the cheapest and the fastest of all splits', () =>
    holds(fc.array(offer, { minLength: 6, maxLength: 10 }), (offers: Offer[]) => {
      const lines = ['x', 'y', 'z'].filter((part) => offers.some((each) => each.part === part)).map((part) => ({ part, quantity: 2 }));
      const shipping = [
        { supplier: 'a', price: 30 },
        { supplier: 'b', price: 20, freeOver: 60 },
        { supplier: 'c', price: 0 },
      ];
      let all: { total: number; days: number }[] = [{ total: 0, days: 0 }];
      let goods: Record<string, number>[] = [{}];
      for (const line of lines) {
        const next: typeof all = [];
        const nextGoods: typeof goods = [];
        all.forEach((order, k) => {
          for (const each of offers.filter((one) => one.part === line.part)) {
            next.push({ total: 0, days: Math.max(order.days, each.leadDays) });
            const cost = boughtQuantity(line.quantity, each) * each.unitPrice;
            nextGoods.push({ ...goods[k], [each.supplier]: (goods[k]?.[each.supplier] ?? 0) + cost });
          }
        });
        all = next;
        goods = nextGoods;
      }
      all.forEach((order, k) => {
        for (const [supplier, sum] of Object.entries(goods[k] ?? {})) {
          const way = shipping.find((each) => each.supplier === supplier);
          order.total += sum + (way?.freeOver !== undefined && sum >= way.freeOver ? 0 : (way?.price ?? 0));
        }
      });
      const cheapest = [...all].sort((p, q) => p.total - q.total || p.days - q.days)[0];
      const fastest = [...all].sort((p, q) => p.days - q.days || p.total - q.total)[0];
      const options = compareOrders(lines, offers, shipping);
      const [best, quick] = [options[0], options.at(-1)];
      const sums = options.every((each) => each.total === each.split.reduce((sum, one) => sum + one.goods + one.shipping, 0));
      return (
        sums &&
        best?.total === cheapest?.total &&
        best?.days === cheapest?.days &&
        quick?.total === fastest?.total &&
        quick?.days === fastest?.days
      );
    }));
});

describe('money', () => {
  it('never drifts: whole figures that add up, each line by itself or all together', () =>
    holds(
      fc.array(
        fc.record({
          price: fc.integer({ min: 0, max: 99_999 }),
          quantity: fc.integer({ min: 0, max: 9 }),
          markupPercent: fc.integer({ min: 0, max: 400 }).map((x) => x / 8),
        }),
        { maxLength: 30 },
      ),
      (parts) => {
        const all = priceLines({ labour: [], parts, taxPercent: 17.5 });
        const single = parts.reduce((sum, line) => sum + priceLines({ labour: [], parts: [line] }).parts, 0);
        return Number.isInteger(all.total) && all.parts === single && all.total === all.parts + all.tax;
      },
    ));
  it('rounds a half up where a binary fraction would round it down', () => {
    // 1.005 × 100 is 100.4999… in binary.
    expect(priceLines({ labour: [], parts: [{ price: 100, quantity: 1.005 }] }).parts).toBe(101);
    expect(priceLines({ labour: [{ minutes: 0.1, ratePerHour: 300 }], parts: [] }).labour).toBe(1);
  });
});
