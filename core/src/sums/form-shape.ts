import type * as z from 'zod';
import type { Unit } from '../quantity';
import type { FieldMeta } from './field';
import type { Sum } from './define-sum';

/**
 * A field as a form, a document or a refusal sees it. `rows` is a table with `parts` as its columns, `group` a set of
 * fields under one name, `figures` a list of numbers in one line, `texts` a list of names, `named-figures` numbers by name.
 */
export interface FieldSpec {
  readonly name: string;
  readonly title: string;
  readonly kind:
    'number' | 'whole' | 'money' | 'choice' | 'yes-no' | 'text' | 'figures' | 'texts' | 'rows' | 'group' | 'named-figures' | 'named-values';
  readonly unit?: Unit;
  readonly shownUnit?: string;
  readonly hint?: string;
  readonly unitIn?: FieldMeta['unitIn'];
  readonly digits?: number;
  readonly optional: boolean;
  /** May be given as null, such as a level at which nothing happened. */
  readonly nullable: boolean;
  readonly default?: unknown;
  readonly choices?: readonly (string | number)[];
  readonly parts?: readonly FieldSpec[];
}

interface AnyDef {
  readonly type: string;
  readonly innerType?: z.ZodType;
  readonly element?: z.ZodType;
  readonly valueType?: z.ZodType;
  readonly defaultValue?: unknown;
  readonly entries?: Readonly<Record<string, string>>;
  readonly values?: readonly (string | number)[];
  readonly shape?: Readonly<Record<string, z.ZodType>>;
}
const defOf = (schema: z.ZodType): AnyDef => schema._zod.def as unknown as AnyDef;
const metaOf = (schema: z.ZodType): Partial<FieldMeta> => (schema.meta() ?? {}) as Partial<FieldMeta>;

function kindOf(schema: z.ZodType): FieldSpec['kind'] {
  const def = defOf(schema);
  if (metaOf(schema).money) return 'money';
  switch (def.type) {
    case 'number':
      return (schema as z.ZodNumber).format?.includes('int') ? 'whole' : 'number';
    case 'enum':
    case 'literal':
      return 'choice';
    case 'boolean':
      return 'yes-no';
    case 'array': {
      const item = def.element ? defOf(def.element).type : '';
      return item === 'object' ? 'rows' : item === 'number' ? 'figures' : 'texts';
    }
    case 'object':
      return 'group';
    case 'record':
      return def.valueType && defOf(def.valueType).type === 'number' ? 'named-figures' : 'named-values';
    default:
      return 'text';
  }
}

/** What a schema says of one field, through `optional`, `default` and `nullable`. */
export function fieldSpec(name: string, schema: z.ZodType): FieldSpec {
  let inner = schema;
  let optional = false;
  let nullable = false;
  let fallback: unknown;
  for (let def = defOf(inner); def.innerType; def = defOf(inner)) {
    optional ||= def.type === 'optional' || def.type === 'default';
    nullable ||= def.type === 'nullable';
    if (def.type === 'default') fallback = def.defaultValue;
    inner = def.innerType;
  }
  const def = defOf(inner);
  const { title = name, unit, shownUnit, hint, digits, unitIn } = { ...metaOf(inner), ...metaOf(schema) };
  const choices = def.type === 'enum' && def.entries ? Object.values(def.entries) : def.type === 'literal' ? def.values : undefined;
  const shape =
    def.type === 'object' ? def.shape : def.element && defOf(def.element).type === 'object' ? defOf(def.element).shape : undefined;
  return {
    name,
    title,
    kind: kindOf(inner),
    optional,
    nullable,
    ...(unit ? { unit } : {}),
    ...(shownUnit ? { shownUnit } : {}),
    ...(hint ? { hint } : {}),
    ...(unitIn ? { unitIn } : {}),
    ...(digits ? { digits } : {}),
    ...(fallback === undefined ? {} : { default: fallback }),
    ...(choices ? { choices } : {}),
    ...(shape ? { parts: Object.entries(shape).map(([key, value]) => fieldSpec(key, value)) } : {}),
  };
}

/** The fields of an object schema, in the order in which they are declared. */
export const fieldsOf = (schema: z.ZodObject): FieldSpec[] =>
  Object.entries(schema.shape).map(([name, value]) => fieldSpec(name, value as unknown as z.ZodType));

/** The field of a sum's input at a path; list indexes are passed over. */
export function fieldAt(sum: Sum, path: readonly PropertyKey[]): FieldSpec | undefined {
  let fields: readonly FieldSpec[] = fieldsOf(sum.input);
  let found: FieldSpec | undefined;
  for (const key of path) {
    if (typeof key === 'number') continue;
    found = fields.find((field) => field.name === key);
    if (!found) return undefined;
    fields = found.parts ?? [];
  }
  return found;
}

export const nameOf = (spec: FieldSpec): string => spec.title;
