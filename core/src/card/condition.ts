import * as z from 'zod';
import type { Unit } from '../quantity/unit';

/** The state of the set and the bench under which a thing holds. What is left out does not matter to it. */
export const conditionSchema = z.object({
  keyed: z.boolean().optional(),
  mode: z.string().optional(),
  band: z.string().optional(),
  channel: z.number().int().optional(),
  supplyV: z.number().optional(),
  power: z.enum(['high', 'mid', 'low']).optional(),
  preamp: z.enum(['in', 'out']).optional(),
  attenuator: z.enum(['in', 'out']).optional(),
  /** Level of the generator, as it is written: `1 mV`, `-73 dBm`. */
  generator: z.string().optional(),
  heat: z.enum(['hot', 'cold']).optional(),
  after: z.enum(['unkeying']).optional(),
  /** What the wattmeter shows of the envelope. */
  meter: z.enum(['average', 'peak']).optional(),
  /** Full scale in watts of the element or range that the wattmeter stood on. */
  elementW: z.number().positive().optional(),
});
export type Condition = z.infer<typeof conditionSchema>;

type SettingKey = 'power' | 'preamp' | 'attenuator' | 'heat' | 'after' | 'meter';
export interface Setting {
  readonly key: SettingKey;
  readonly state: Pick<Condition, SettingKey>;
  /** How it is said and written, then how else it may be typed; each of at most two words. */
  readonly words: readonly [string, ...string[]];
}
const setting = (state: Pick<Condition, SettingKey>, ...words: Setting['words']): Setting => ({
  key: Object.keys(state)[0] as SettingKey,
  state,
  words,
});

/** The states that have words of their own, whatever the card is of. */
export const settings: readonly Setting[] = [
  setting({ power: 'high' }, 'high power', 'hi power', 'full power'),
  setting({ power: 'mid' }, 'mid power', 'medium power'),
  setting({ power: 'low' }, 'low power', 'lo power'),
  setting({ preamp: 'in' }, 'preamp in', 'preamp on', 'preamplifier in', 'preamplifier on'),
  setting({ preamp: 'out' }, 'preamp out', 'preamp off', 'preamplifier out', 'preamplifier off'),
  setting({ attenuator: 'in' }, 'attenuator in', 'attenuator on', 'att in', 'att on'),
  setting({ attenuator: 'out' }, 'attenuator out', 'attenuator off', 'att out', 'att off'),
  setting({ heat: 'hot' }, 'hot', 'when hot'),
  setting({ heat: 'cold' }, 'cold', 'when cold'),
  setting({ after: 'unkeying' }, 'after unkeying', 'after unkey', 'after tx'),
  setting({ meter: 'average' }, 'average', 'avg', 'average meter', 'avg meter'),
  setting({ meter: 'peak' }, 'peak meter', 'pep', 'pep meter'),
];

/** The state that these words say, as a person writes them; undefined where they say none. */
export const settingSaid = (said: string): Setting | undefined =>
  settings.find(({ words }) =>
    words.includes(
      said
        .trim()
        .toLowerCase()
        .replace(/[\s-]+/g, ' '),
    ),
  );

const settingKeys = [...new Set(settings.map(({ key }) => key))];
/** The fields that any set may have, whatever its modes, bands and channels. */
export const benchStates = ['supplyV', ...settingKeys, 'elementW', 'generator'] as const;
/** The words of the states that hold, as each is written. */
export const settingTexts = (c: Condition): string[] =>
  settingKeys.flatMap((key) => {
    const holding = settings.find((each) => each.key === key && each.state[key] === c[key]);
    return c[key] !== undefined && holding ? [holding.words[0]] : [];
  });

/** Fields that hold in `c`, in the order in which they stand in the schema. */
const fieldsOf = (c: Condition): (keyof Condition)[] =>
  (Object.keys(conditionSchema.shape) as (keyof Condition)[]).filter((key) => c[key] !== undefined);

/** How many fields a condition names. */
export const narrowness = (c: Condition): number => fieldsOf(c).length;

/** A condition as one text that is the same for the same condition; not keyed is the same as nothing said of it. */
export const conditionKey = (c: Condition): string =>
  JSON.stringify(fieldsOf(c).flatMap((key) => (key === 'keyed' && !c.keyed ? [] : [[key, c[key]]])));

/** Whether `actual` meets every field that `wanted` names. Full power and no attenuator are what holds where nobody says otherwise. */
export const meets = (actual: Condition, wanted: Condition): boolean =>
  (wanted.keyed === undefined || wanted.keyed === (actual.keyed ?? false)) &&
  (wanted.power === undefined || wanted.power === (actual.power ?? 'high')) &&
  (wanted.attenuator === undefined || wanted.attenuator === (actual.attenuator ?? 'out')) &&
  (['mode', 'band', 'channel', 'preamp', 'heat', 'after'] as const).every(
    (key) => wanted[key] === undefined || wanted[key] === actual[key],
  );

/** Whether two conditions can hold at once. */
export const agrees = (a: Condition, b: Condition): boolean =>
  (['keyed', 'mode', 'band', 'channel'] as const).every((key) => a[key] === undefined || b[key] === undefined || a[key] === b[key]);

const ofPower: readonly Unit[] = ['W', 'A', 'dBm'];
const ofSignal: readonly Unit[] = ['V', 'dBm', 'dB'];

/**
 * Why a figure that the card states for `stated` does not hold for what was measured under `actual`; undefined where it does. Power and
 * current on low power, and a sensitivity behind an attenuator, are other figures than the card's unless it names that state.
 * @param isTest of a test; at a point only levels are moved by it, not the direct voltages of a rail
 */
export function otherFigure(stated: Condition, actual: Condition, unit: Unit, isTest: boolean): string | undefined {
  const keyed = stated.keyed ?? actual.keyed ?? false;
  const moved = (units: readonly Unit[]): boolean => (isTest ? units.includes(unit) : unit === 'dBm' || unit === 'W');
  if (keyed && stated.power === undefined && (actual.power === 'low' || actual.power === 'mid') && moved(ofPower))
    return `What the card states is for full power, not for ${actual.power} power.`;
  if (keyed || !moved(ofSignal)) return undefined;
  if (stated.attenuator === undefined && actual.attenuator === 'in') return 'What the card states is without the attenuator.';
  if (stated.preamp === undefined && actual.preamp === 'out') return 'What the card states is with the preamplifier in.';
  return undefined;
}

/** `ch 19, AM, keyed, low power`: a condition in the order in which one says it. */
export function conditionText(c: Condition): string {
  const words = [
    c.channel === undefined ? '' : `ch ${c.channel}`,
    c.band ?? '',
    c.mode ?? '',
    c.keyed === undefined ? '' : c.keyed ? 'keyed' : 'receive',
    c.supplyV === undefined ? '' : `at ${c.supplyV} V`,
    ...settingTexts(c),
    c.elementW === undefined ? '' : `element ${c.elementW} W`,
    c.generator === undefined ? '' : `generator ${c.generator}`,
  ];
  return words.filter(Boolean).join(', ');
}
