import { CoreError } from '../errors/core-error';
import { plainIssue } from '../errors/plain-issue';
import { formatVersion, isRecord, upRecord } from '../format';
import { cardSchema, type Card, type RouteStep } from './card-schema';

/** Sections of a route in the order in which the signal meets them, branches one after the other. */
export function routeSections(route: readonly RouteStep[]): string[] {
  return route.flatMap((step) => (typeof step === 'string' ? [step] : step.parallel.flatMap(routeSections)));
}

/** Sections that stand in a branch beside others: one of them failing only weakens the route. */
export function branchSections(route: readonly RouteStep[]): Set<string> {
  return new Set(route.flatMap((step) => (typeof step === 'string' ? [] : step.parallel.flatMap(routeSections))));
}

/**
 * Checks that what the card refers to is on it: sections of parts, routes, needs and points, functions of injections,
 * access that lies behind other access without going round in a circle, and no name given twice.
 * @throws CoreError `broken-card` with the place of the first fault found.
 */
export function checkReferences(card: Card): Card {
  const refuse = (path: string, message: string): never => {
    throw new CoreError('broken-card', path, message, 'Correct the card and read it again; nothing was changed.');
  };
  const names = <T>(list: readonly T[], name: (item: T) => string, path: string): Set<string> => {
    const seen = new Set<string>();
    list.forEach((item, i) => {
      if (seen.has(name(item))) refuse(`${path}.${i}`, `"${name(item)}" is there twice.`);
      seen.add(name(item));
    });
    return seen;
  };
  const sections = names(card.sections, (s) => s.id, 'sections');
  const functions = names(card.functions, (f) => f.id, 'functions');
  const access = names(card.access, (a) => a.id, 'access');
  const forcings = names(card.forcings, (f) => f.id, 'forcings');
  names(card.parts, (p) => p.designator, 'parts');
  names(card.testPoints, (p) => p.id, 'testPoints');
  names(card.limits, (l) => l.id, 'limits');
  names(card.coldChecks, (c) => c.id, 'coldChecks');
  names(card.injections, (n) => n.id, 'injections');
  names(card.loops, (l) => l.id, 'loops');
  names(card.models, (m) => m.id, 'models');
  names(card.options, (o) => o.id, 'options');
  const mustHave = (known: Set<string>, name: string | undefined, path: string, what: string): void => {
    if (name !== undefined && !known.has(name)) refuse(path, `There is no ${what} "${name}" on this card.`);
  };
  card.sections.forEach((s, i) => s.needs.forEach((n, j) => mustHave(sections, n.section, `sections.${i}.needs.${j}.section`, 'section')));
  card.parts.forEach((p, i) => {
    mustHave(sections, p.section, `parts.${i}.section`, 'section');
    mustHave(access, p.access, `parts.${i}.access`, 'access step');
  });
  card.functions.forEach((f, i) => routeSections(f.route).forEach((s) => mustHave(sections, s, `functions.${i}.route`, 'section')));
  card.testPoints.forEach((p, i) => {
    mustHave(sections, p.section, `testPoints.${i}.section`, 'section');
    mustHave(access, p.access, `testPoints.${i}.access`, 'access step');
    p.expect.forEach((e, j) => {
      if (e.low !== undefined && e.high !== undefined && e.high < e.low)
        refuse(`testPoints.${i}.expect.${j}.high`, 'The high limit is below the low one.');
    });
  });
  card.limits.forEach((l, i) => {
    if (l.low !== undefined && l.high !== undefined && l.high < l.low) refuse(`limits.${i}.high`, 'The high limit is below the low one.');
  });
  card.injections.forEach((n, i) => {
    mustHave(sections, n.into, `injections.${i}.into`, 'section');
    mustHave(functions, n.responds, `injections.${i}.responds`, 'function');
  });
  card.forcings.forEach((f, i) => {
    mustHave(sections, f.line, `forcings.${i}.line`, 'section');
    mustHave(functions, f.responds, `forcings.${i}.responds`, 'function');
    f.cuts.forEach((s) => mustHave(sections, s, `forcings.${i}.cuts`, 'section'));
  });
  card.loops.forEach((l, i) => {
    l.sections.forEach((s) => mustHave(sections, s, `loops.${i}.sections`, 'section'));
    mustHave(forcings, l.forcing, `loops.${i}.forcing`, 'forcing');
  });
  const nodes = names(card.frequencyPlan, (n) => n.id, 'frequencyPlan');
  card.tunings.forEach((t, i) => Object.keys(t.set).forEach((n) => mustHave(nodes, n, `tunings.${i}.set.${n}`, 'frequency')));
  card.frequencyPlan.forEach((n, i) => n.from.forEach((f) => mustHave(nodes, f, `frequencyPlan.${i}.from`, 'frequency')));
  card.coldChecks.forEach((c, i) => c.section && mustHave(sections, c.section, `coldChecks.${i}.section`, 'section'));
  card.levels.forEach((l, i) => mustHave(sections, l.after, `levels.${i}.after`, 'section'));
  card.frequencyPlan.forEach((n, i) => mustHave(sections, n.section, `frequencyPlan.${i}.section`, 'section'));
  card.access.forEach((a, i) => {
    mustHave(access, a.behind, `access.${i}.behind`, 'access step');
    const passed = new Set([a.id]);
    for (let next = a.behind; next; next = card.access.find((b) => b.id === next)?.behind) {
      if (passed.has(next)) refuse(`access.${i}.behind`, `"${a.id}" lies behind itself.`);
      passed.add(next);
    }
  });
  return card;
}

/**
 * Reads a card from parsed JSON, of this version or an earlier one.
 * @throws CoreError `newer-version` for a later format, `broken-card` with the path of the first field at fault.
 */
export function readCard(data: unknown): Card {
  const version = isRecord(data) ? data['version'] : undefined;
  if (typeof version === 'number' && version > formatVersion)
    throw new CoreError(
      'newer-version',
      'version',
      `The card is of version ${version}; this program reads up to ${formatVersion}.`,
      'Update the program, then read it again.',
    );
  const parsed = cardSchema.safeParse(upRecord('cards', data, formatVersion));
  if (!parsed.success) {
    const issue = plainIssue(parsed.error);
    throw new CoreError(
      'broken-card',
      issue.path,
      issue.path ? issue.message : 'This is not a card.',
      'Correct the card and read it again; nothing was changed.',
    );
  }
  return checkReferences(parsed.data);
}

/**
 * A card from the text of a file.
 * @throws CoreError `unreadable` for what is no JSON; as `readCard` for the rest
 */
export function readCardText(text: string): Card {
  let data: unknown;
  try {
    data = JSON.parse(text);
  } catch {
    throw new CoreError(
      'unreadable',
      'the file',
      'It is not JSON, or it is cut short.',
      'Choose a card that this program saved; nothing was changed.',
    );
  }
  return readCard(data);
}
