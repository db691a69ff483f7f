import { units, type Unit } from '../../quantity';
import type { CardInput } from '../card-schema';
import { conditionKey, type Condition } from '../condition';
import { spreadOf } from '../usual-spread';
import { cells, conditionOf, figureOf, list } from './lines';
import type { Reading } from './reading';

type PointInput = NonNullable<CardInput['testPoints']>[number];

/** What a point should read under a condition, from its three figures; nothing where none is given. */
function expectationOf(
  condition: Condition,
  unit: Unit,
  [nominal, low, high]: readonly (number | undefined)[],
  known: NonNullable<PointInput['expect']>[number] | undefined,
): NonNullable<PointInput['expect']> {
  if (nominal === undefined && low === undefined && high === undefined) return [];
  const spread = nominal === undefined ? 0 : spreadOf(nominal, unit);
  const told = {
    condition,
    ...(nominal === undefined ? {} : { nominal }),
    ...((low ?? nominal) === undefined ? {} : { low: low ?? (nominal ?? 0) - spread }),
    ...((high ?? nominal) === undefined ? {} : { high: high ?? (nominal ?? 0) + spread }),
  };
  // What is known of figures that stay: where they come from, and that they are but usual.
  const stays = known && known.nominal === told.nominal && known.low === told.low && known.high === told.high;
  return [stays ? { ...known, ...told } : told];
}

/** Points as cells: point, name, section, sees, unit, condition, nominal, low, high, where; a point may have several lines. */
export function readPoints(text: string, { modes, bands, base, named, tell }: Reading): PointInput[] {
  const points = new Map<string, PointInput>();
  for (const { cells: row, line } of cells(text)) {
    const [
      rawId = '',
      name = '',
      place = '',
      sees = '',
      unitText = '',
      conditionCell = '',
      nominalText = '',
      lowText = '',
      highText = '',
      where = '',
    ] = row;
    if (/^(?:point|id)$/i.test(rawId)) continue;
    const id = rawId.toUpperCase();
    const section = named(place);
    const unit = units.find((u) => u.toLowerCase() === unitText.toLowerCase() || (u === 'ohm' && unitText === 'Ω'));
    if (!/^[A-Z]{1,4}\d{1,3}[A-Z]?$/.test(id))
      tell('points', line, `"${rawId}" is no name of a point.`, 'Begin the line with a name such as TP7.');
    else if (!section) tell('points', line, `"${place}" is no section.`, 'The third cell names the section whose output the point is.');
    else if (!unit) tell('points', line, `"${unitText}" is no unit known here.`, 'The fifth cell is V, dBm, Hz, ohm, A or W.');
    else {
      const condition = conditionOf(list(conditionCell), modes, bands);
      if (typeof condition === 'string') {
        tell('points', line, `"${condition}" is no condition.`, 'Write keyed, receive, a mode, a band or ch 19, with commas between.');
        continue;
      }
      const figures = [nominalText, lowText, highText].map((text) => figureOf(text, unit));
      const bad = figures.findIndex((f) => f === null);
      if (bad >= 0) {
        tell(
          'points',
          line,
          `"${[nominalText, lowText, highText][bad] ?? ''}" cannot be read as ${unit}.`,
          'Write it like 4.7, 480m or 10.695M.',
        );
        continue;
      }
      const before = points.get(id);
      const known = base?.testPoints.find((p) => p.id === id);
      const was = known?.expect.find((e) => conditionKey(e.condition) === conditionKey(condition));
      points.set(id, {
        ...(known ?? {}),
        id,
        name: name || known?.name || section.name,
        section: section.id,
        sees: /^sig/i.test(sees)
          ? 'signal'
          : /^own/i.test(sees)
            ? 'own'
            : (known?.sees ?? (['V', 'A', 'ohm'].includes(unit) ? 'own' : 'signal')),
        unit,
        expect: [...(before?.expect ?? []), ...expectationOf(condition, unit, figures as (number | undefined)[], was)],
        ...(where ? { where } : {}),
      });
    }
  }
  return [...points.values()];
}
