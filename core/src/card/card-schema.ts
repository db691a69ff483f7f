import * as z from 'zod';
import { formatVersion } from '../format';
import { units } from '../quantity/unit';
import { historySchema } from './card-history';
import { conditionSchema } from './condition';

/**
 * The card: all that is known of one chassis. It is written for eight kinds of set, from a crystal-synthesised valve
 * set to a linear amplifier, so nothing here assumes a loop, a receiver or a battery. SI base units throughout, levels in dBm.
 */
export const cardFormat = 'amber-relay-card';

const id = z.string().regex(/^[a-z0-9]+(?:-[a-z0-9]+)*$/, 'small letters, digits and hyphens');
/** Letters, then a number, then perhaps a letter: C31, K2, IC2A. */
const designator = z.string().regex(/^[A-Z]{1,4}\d{1,4}[A-Z]?$/, 'a designator such as C31');

export const setKinds = [
  'cb-pll',
  'cb-ssb',
  'cb-crystal',
  'hf-hybrid',
  'hf-synthesised',
  'vhf-uhf-fm',
  'land-mobile',
  'linear-amplifier',
  'hf-valve',
  'vhf-all-mode',
  'hand-held',
  'repeater',
  'power-supply',
] as const;

export const sectionKinds = [
  'oscillator',
  'loop',
  'divider',
  'mixer',
  'filter',
  'amplifier',
  'detector',
  'control',
  'audio',
  'switch',
  'relay',
  'regulator',
  'power-amplifier',
  'valve',
  'transformer',
  'rectifier',
  'tank',
  'connector',
  'display',
] as const;

export const partKinds = [
  'electrolytic',
  'ceramic-capacitor',
  'film-capacitor',
  'resistor',
  'high-value-resistor',
  'trimmer',
  'coil',
  'cored-coil',
  'crystal',
  'ceramic-filter',
  'diode',
  'pin-diode',
  'varactor',
  'transistor',
  'fet',
  'power-transistor',
  'module',
  'ic',
  'regulator-ic',
  'valve',
  'relay',
  'switch',
  'connector',
  'fuse',
  'lamp',
  'transformer',
  'potentiometer',
  'joint',
] as const;

const needSchema = z.object({
  section: id,
  by: z.enum(['supply', 'injection', 'bias', 'switching', 'control']),
  /** Only needed under this condition; always when left out. */
  when: conditionSchema.optional(),
});

const sectionSchema = z.object({
  id,
  name: z.string().min(1),
  /** At most 15 letters, for the block diagram. */
  short: z.string().min(1).max(15),
  kind: z.enum(sectionKinds),
  board: z.string().optional(),
  side: z.enum(['part', 'track', 'chassis']).optional(),
  needs: z.array(needSchema).default([]),
  /** Known weak here, in words. */
  watch: z.string().optional(),
});

const partSchema = z.object({
  designator,
  section: id,
  kind: z.enum(partKinds),
  value: z.string(),
  rating: z.string().optional(),
  where: z.string().optional(),
  access: id.optional(),
  pins: z.array(z.object({ pin: z.string(), name: z.string() })).optional(),
});

/** A route is walked in order; `parallel` holds branches of which each carries part of the signal. */
export type RouteStep = string | { parallel: RouteStep[][] };
const routeStep: z.ZodType<RouteStep> = z.lazy(() => z.union([id, z.object({ parallel: z.array(z.array(routeStep)).min(2) })]));

const functionSchema = z.object({
  id,
  name: z.string().min(1),
  group: z.enum(['receive', 'transmit', 'control']),
  condition: conditionSchema,
  /** Column and row of the function grid. */
  row: z.string().optional(),
  column: z.string().optional(),
  route: z.array(routeStep).min(1),
  minutes: z.number().positive().default(1),
  how: z.string().optional(),
});

/** A voltage that follows from a divider of two parts: `of` volts, the upper and the lower part, less what a junction takes. */
const dividerSchema = z.object({ of: z.number(), upper: designator, lower: designator, less: z.number().optional() });

/** A figure that is usual for the kind of set, and not yet known of this chassis. */
const typical = z.literal(true).optional();

const expectationSchema = z
  .object({
    condition: conditionSchema,
    nominal: z.number().optional(),
    low: z.number().optional(),
    high: z.number().optional(),
    note: z.string().optional(),
    from: dividerSchema.optional(),
    typical,
  })
  .refine((e) => e.low !== undefined || e.high !== undefined, 'an expectation needs a limit');
export type Expectation = z.infer<typeof expectationSchema>;

const testPointSchema = z.object({
  id: z.string().regex(/^[A-Z]{1,4}\d{1,3}[A-Z]?$/, 'a point such as TP7'),
  name: z.string().min(1),
  /** The section whose output it is. */
  section: id,
  /** `signal`: all that the signal passes on its way here counts. `own`: only this section and what it needs. */
  sees: z.enum(['signal', 'own']),
  unit: z.enum(units),
  /** None on a half-made card: what is right there is not known yet. */
  expect: z.array(expectationSchema).default([]),
  where: z.string().optional(),
  setUp: z.string().optional(),
  /** Read as alternating volts or not; where nothing is said, audio is, and the rest is not. */
  ac: z.boolean().optional(),
  loading: z.string().optional(),
  access: id.optional(),
  minutes: z.number().positive().default(2),
  hazard: z.enum(['none', 'live', 'rf', 'high-voltage']).default('none'),
});

const injectionSchema = z.object({
  id,
  name: z.string(),
  /** The signal goes in at this section's input. */
  into: id,
  hz: z.number().positive(),
  dBm: z.number(),
  /** The function that must then respond. */
  responds: id,
  access: id.optional(),
  minutes: z.number().positive().default(4),
  typical,
});

const forcingSchema = z.object({
  id,
  name: z.string(),
  /** The control line leaves this section. */
  line: id,
  value: z.number(),
  limit: z.number(),
  unit: z.enum(units),
  /** What must then follow. */
  responds: id,
  /** Sections that no longer matter once the line is held. */
  cuts: z.array(id),
  minutes: z.number().positive().default(5),
});

const accessSchema = z.object({
  id,
  remove: z.string(),
  minutes: z.number().positive(),
  /** What has to be off before this can come off. */
  behind: id.optional(),
});

const limitSchema = z
  .object({
    id,
    name: z.string(),
    /** What one types for it at the entry line, e.g. `pwr`. */
    word: z.string().regex(/^[a-z][a-z0-9-]*$/),
    condition: conditionSchema,
    unit: z.enum(units),
    low: z.number().optional(),
    high: z.number().optional(),
    /** The value is how far the frequency lies from that of the channel. */
    from: z.literal('channel').optional(),
    how: z.string().optional(),
    hazard: z.enum(['none', 'rf', 'high-voltage']).default('none'),
    typical,
  })
  .refine((limit) => limit.low !== undefined || limit.high !== undefined, 'a test needs a limit');

const hazardSchema = z.object({
  kind: z.enum(['high-voltage', 'mains', 'rf', 'esd', 'beryllium-oxide', 'solvent']),
  text: z.string(),
  /** High voltage: where to prove it gone, and below what. */
  dischargeAt: z.string().optional(),
  belowV: z.number().optional(),
});

const coldCheckSchema = z.object({
  id,
  name: z.string(),
  expect: z.string(),
  unit: z.enum(units).optional(),
  low: z.number().optional(),
  high: z.number().optional(),
  /** Where something is wrong when it is found wrong: it then speaks for this section. */
  section: id.optional(),
});

const alignmentSchema = z.object({
  id,
  name: z.string(),
  adjust: z.array(z.string()),
  at: z.string().optional(),
  expect: z.string(),
  after: z.array(id).default([]),
});

/**
 * The frequency plan: each node makes its frequency from those before it. `passes` is the middle of a filter, `locks`
 * a loop that multiplies its step by what the tuning sets. A node with sources and `hz` must come out at that figure.
 */
const frequencyNodeSchema = z.object({
  id,
  section: id,
  from: z.array(id).default([]),
  does: z.enum(['oscillates', 'multiplies', 'divides', 'mixes-up', 'mixes-down', 'locks', 'passes']),
  hz: z.number().positive().optional(),
  factor: z.number().positive().optional(),
  /** Its frequency is the one received, or sent. */
  carrier: z.enum(['receive', 'transmit']).optional(),
  typical,
});

/** What the synthesis is set to on one channel or band: frequency of an oscillator, or factor of a loop, by node. */
const tuningSchema = z.object({
  condition: conditionSchema,
  /** The frequency received or sent; from the channel plan when left out. */
  hz: z.number().positive().optional(),
  set: z.record(id, z.number().positive()),
  typical,
});

const levelSchema = z.object({ after: id, condition: conditionSchema, dBm: z.number(), typical });

const loopSchema = z.object({ id, name: z.string(), sections: z.array(id).min(2), openAt: z.string().optional(), forcing: id.optional() });

/** A line followed over the sheets, from where it comes to where it goes: points and pins in order. */
const chainSchema = z.object({
  id,
  name: z.string().min(1),
  carries: z.enum(['supply', 'agc', 'ptt', 'bias', 'injection', 'signal']),
  stops: z.array(z.object({ name: designator, pin: z.string().max(4).optional() })).min(1),
  /** At so many places the drawing did not say whether lines are one, when it was followed. */
  doubts: z.number().int().positive().optional(),
});

const itemLists = {
  sections: z.array(sectionSchema).min(1),
  parts: z.array(partSchema).default([]),
  functions: z.array(functionSchema).default([]),
  testPoints: z.array(testPointSchema).default([]),
  injections: z.array(injectionSchema).default([]),
  forcings: z.array(forcingSchema).default([]),
  access: z.array(accessSchema).default([]),
  limits: z.array(limitSchema).default([]),
  hazards: z.array(hazardSchema).default([]),
  coldChecks: z.array(coldCheckSchema).default([]),
  alignment: z.array(alignmentSchema).default([]),
  frequencyPlan: z.array(frequencyNodeSchema).default([]),
  tunings: z.array(tuningSchema).default([]),
  levels: z.array(levelSchema).default([]),
  loops: z.array(loopSchema).default([]),
  chains: z.array(chainSchema).default([]),
};

/** The lists whose items have a name of their own, and the field it stands in. */
export const keyOfList = {
  sections: 'id',
  parts: 'designator',
  functions: 'id',
  testPoints: 'id',
  injections: 'id',
  forcings: 'id',
  access: 'id',
  limits: 'id',
  coldChecks: 'id',
  alignment: 'id',
  frequencyPlan: 'id',
  loops: 'id',
  chains: 'id',
} as const;
export type ListName = keyof typeof keyOfList;

/** One difference from the chassis: a field changed, an item added whole, or an item gone. */
export const changeSchema = z.discriminatedUnion('act', [
  z.object({ act: z.literal('set'), list: z.string(), item: z.string(), fields: z.record(z.string(), z.unknown()) }),
  z.object({ act: z.literal('add'), list: z.string(), value: z.record(z.string(), z.unknown()) }),
  z.object({ act: z.literal('drop'), list: z.string(), item: z.string() }),
]);
export type CardChange = z.infer<typeof changeSchema>;

const modelSchema = z.object({
  id,
  maker: z.string().min(1),
  name: z.string().min(1),
  differs: z.array(changeSchema).default([]),
  note: z.string().optional(),
});

/** What may be fitted to a set of this chassis, and what is otherwise then. */
const optionSchema = z.object({ id, name: z.string().min(1), changes: z.array(changeSchema).default([]) });

/** A change made to one set by somebody, which can be listed and rolled back. */
export const modificationSchema = z.object({
  id: z.string().min(1),
  title: z.string().min(1),
  by: z.string().optional(),
  on: z.iso.date().optional(),
  changes: z.array(changeSchema),
  rolledBack: z.boolean().default(false),
});
export type Modification = z.infer<typeof modificationSchema>;

export const cardSchema = z.object({
  format: z.literal(cardFormat),
  version: z.literal(formatVersion),
  id,
  chassis: z.string().min(1),
  kind: z.enum(setKinds),
  madeFrom: z.number().int().min(1930).max(2100),
  madeTo: z.number().int().min(1930).max(2100),
  supply: z.object({ kind: z.enum(['dc', 'mains']), nominalV: z.number().positive(), currentLimitA: z.number().positive() }),
  channelPlan: z.string().optional(),
  channels: z.object({ from: z.number().int(), to: z.number().int(), usual: z.number().int() }).optional(),
  modes: z.array(z.string()).default([]),
  bands: z.array(z.string()).default([]),
  /** The kind of set from which it was begun, by its id: it is then not yet known in full. */
  begunFrom: z.string().optional(),
  /** What it has learned at the bench and what was changed by hand, the oldest first. */
  history: historySchema.optional(),
  models: z.array(modelSchema).min(1),
  options: z.array(optionSchema).default([]),
  ...itemLists,
});
export type Card = z.infer<typeof cardSchema>;
export type CardInput = z.input<typeof cardSchema>;
export type Section = Card['sections'][number];
export type Part = Card['parts'][number];
export type CardFunction = Card['functions'][number];
export type TestPoint = Card['testPoints'][number];
export type TestLimit = Card['limits'][number];
export type Hazard = Card['hazards'][number];
