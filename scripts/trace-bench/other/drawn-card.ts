import { readCard, type Card, type CardInput } from '../../../core/src/card';
import { formatVersion } from '../../../core/src/format';
import { chanceFrom, type Chance } from '../../../core/src/chance';

type SectionInput = CardInput['sections'][number];
type PartInput = NonNullable<CardInput['parts']>[number];
type PointInput = NonNullable<CardInput['testPoints']>[number];
type FunctionInput = NonNullable<CardInput['functions']>[number];
type Condition = PointInput['expect'] extends readonly (infer E)[] | undefined ? (E extends { condition: infer C } ? C : never) : never;

/** Letters of the shorthand for parts, with the letters that they have on a diagram. */
const partLetters: Readonly<Record<string, readonly [PartInput['kind'], string]>> = {
  A: ['pin-diode', 'D'],
  B: ['varactor', 'D'],
  C: ['ceramic-capacitor', 'C'],
  D: ['diode', 'D'],
  E: ['electrolytic', 'C'],
  F: ['fet', 'Q'],
  G: ['transformer', 'T'],
  H: ['high-value-resistor', 'R'],
  I: ['ic', 'IC'],
  J: ['connector', 'J'],
  K: ['relay', 'K'],
  L: ['coil', 'L'],
  M: ['module', 'IC'],
  N: ['trimmer', 'C'],
  O: ['fuse', 'F'],
  P: ['potentiometer', 'VR'],
  Q: ['transistor', 'Q'],
  R: ['resistor', 'R'],
  S: ['switch', 'S'],
  T: ['cored-coil', 'T'],
  U: ['regulator-ic', 'IC'],
  V: ['valve', 'V'],
  W: ['joint', 'W'],
  X: ['crystal', 'X'],
  Y: ['power-transistor', 'Q'],
  Z: ['ceramic-filter', 'FL'],
};

/** `rx`, `tx`, `band=40`, `mode=AM`, joined by `&`. */
function conditionOf(text: string): Condition {
  const condition: Record<string, string | boolean> = {};
  for (const one of text.split('&').filter(Boolean)) {
    const [name = '', value = ''] = one.split('=');
    if (name === 'rx' || name === 'tx') condition['keyed'] = name === 'tx';
    else condition[name] = value;
  }
  return condition as Condition;
}

const needNames = { s: 'supply', i: 'injection', b: 'bias', w: 'switching', c: 'control' } as const;

/** A route in words: `rf mix ( a b | c d ) af`. */
function routeOf(text: string): FunctionInput['route'] {
  const words = text.split(' ').filter(Boolean);
  const read = (): FunctionInput['route'] => {
    const steps: FunctionInput['route'] = [];
    for (let word = words.shift(); word !== undefined && word !== ')' && word !== '|'; word = words.shift()) {
      if (word !== '(') {
        steps.push(word);
        continue;
      }
      const parallel: FunctionInput['route'][] = [];
      let last = '';
      do {
        const end = words.findIndex((w) => w === '|' || w === ')');
        last = words[end] ?? ')';
        parallel.push(read());
      } while (last === '|');
      steps.push({ parallel });
    }
    return steps;
  };
  return read();
}

/** A card put down in the shorthand of one who draws block diagrams by hand. Some of its points are left out, as they are in real life. */
export class DrawnCard {
  private readonly sections: SectionInput[] = [];
  private readonly parts: PartInput[] = [];
  private readonly points: PointInput[] = [];
  private readonly functions: FunctionInput[] = [];
  private readonly injections: NonNullable<CardInput['injections']> = [];
  private readonly forcings: NonNullable<CardInput['forcings']> = [];
  private readonly loops: NonNullable<CardInput['loops']> = [];
  private readonly numbers = new Map<string, number>();
  readonly chance: Chance;

  constructor(
    readonly name: string,
    seed: number,
    /** Share of its points that the card has. */
    private readonly known = 0.8,
  ) {
    this.chance = chanceFrom(seed);
  }

  /**
   * A section.
   * @param needs such as `s:rail i:lo w:tr?rx c:agc`.
   */
  s(id: string, kind: SectionInput['kind'], parts: string, needs = '', board = 'main'): this {
    this.sections.push({
      id,
      name: id.replaceAll('-', ' '),
      short: id.slice(0, 15),
      kind,
      board,
      needs: needs
        .split(' ')
        .filter(Boolean)
        .map((need) => {
          const [body = '', when = ''] = need.split('?');
          const [by = 's', section = ''] = body.split(':');
          return { by: needNames[by as keyof typeof needNames], section, ...(when ? { when: conditionOf(when) } : {}) };
        }),
    });
    for (const letter of parts) {
      const [kind, prefix] = partLetters[letter] ?? (['resistor', 'R'] as const);
      const number = (this.numbers.get(prefix) ?? 0) + 1;
      this.numbers.set(prefix, number);
      this.parts.push({ designator: `${prefix}${number}`, section: id, kind, value: kind });
    }
    return this;
  }

  /**
   * A point at a section.
   * @param what such as `own V 8 5%`, `signal dBm -30 5`, `own Hz 10240000 0.003%`.
   */
  p(section: string, what: string, ...conditions: string[]): this {
    const [sees = 'own', unit = 'V', nominal = '0', within = '10%'] = what.split(' ');
    if (!this.chance.happens(this.known)) return this;
    const value = Number(nominal);
    const half = within.endsWith('%') ? (Math.abs(value) * Number.parseFloat(within)) / 100 : Number(within);
    const keyed = conditions.some((c) => c.includes('tx'));
    this.points.push({
      id: `P${this.points.length + 1}`,
      name: `${unit} at ${section}`,
      section,
      sees: sees as PointInput['sees'],
      unit: unit as PointInput['unit'],
      minutes: unit === 'dBm' ? 4 : unit === 'V' && sees === 'own' ? 1.5 : 2.5,
      hazard: unit === 'V' && value > 60 ? 'high-voltage' : keyed ? 'rf' : 'none',
      expect: (conditions.length ? conditions : ['']).map((c) => ({
        condition: conditionOf(c),
        nominal: value,
        low: value - half,
        high: value + half,
      })),
      ...(this.chance.happens(0.35) ? { access: this.chance.oneOf(['lid', 'can', 'underside']) } : {}),
    });
    return this;
  }

  f(id: string, group: FunctionInput['group'], when: string, route: string, minutes = 1): this {
    this.functions.push({ id, name: id.replaceAll('-', ' '), group, condition: conditionOf(when), route: routeOf(route), minutes });
    return this;
  }

  /** A signal put in at a section's input. */
  put(into: string, responds: string): this {
    this.injections.push({ id: `into-${into}`, name: `into ${into}`, into, hz: 455e3, dBm: -40, responds });
    return this;
  }

  force(line: string, value: number, responds: string, cuts: string): this {
    this.forcings.push({
      id: `force-${line}`,
      name: `force ${line}`,
      line,
      value,
      limit: value * 2,
      unit: 'V',
      responds,
      cuts: cuts.split(' '),
    });
    return this;
  }

  loop(id: string, sections: string): this {
    this.loops.push({ id, name: id, sections: sections.split(' ') });
    return this;
  }

  card(kind: CardInput['kind'], modes: string, bands = ''): Card {
    return readCard({
      format: 'amber-relay-card',
      version: formatVersion,
      id: this.name,
      chassis: this.name,
      kind,
      madeFrom: 1978,
      madeTo: 1996,
      supply: { kind: 'dc', nominalV: 13.8, currentLimitA: 5 },
      modes: modes.split(' '),
      bands: bands.split(' ').filter(Boolean),
      models: [{ id: 'only', maker: 'Skarrow', name: this.name }],
      sections: this.sections,
      parts: this.parts,
      functions: this.functions,
      testPoints: this.points,
      injections: this.injections,
      forcings: this.forcings,
      access: [
        { id: 'lid', remove: 'lid', minutes: 2 },
        { id: 'can', remove: 'screening can', minutes: 5, behind: 'lid' },
        { id: 'underside', remove: 'bottom board', minutes: 8, behind: 'lid' },
      ],
      loops: this.loops,
    } satisfies CardInput);
  }
}
