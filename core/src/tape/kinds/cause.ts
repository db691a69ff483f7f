import * as z from 'zod';
import { namesParts, need, takeDesignators, type EntryContext, type LineRest } from '../../line';
import { defineKind, type EntryBody } from '../entry-kind';
import { eachOf } from './answers';

const roles = ['cause', 'casualty', 'suffered'] as const;
type Role = (typeof roles)[number];
const titles: Readonly<Record<Role, string>> = { cause: 'Cause', casualty: 'Casualty', suffered: 'May have suffered' };
const fields = {
  role: z.enum(roles).meta({ title: 'Whether it began the trouble, was destroyed by it, or may have suffered' }),
  designator: z.string().optional().meta({ title: 'Part' }),
  section: z.string().optional().meta({ title: 'Section' }),
  text: z.string().meta({ title: 'In words' }),
};
type Body = EntryBody<'cause', typeof fields>;

const said = ({ designator, text }: Pick<Body, 'designator' | 'text'>): string => [designator, text].filter(Boolean).join(' ');

function takeRole(role: Role, rest: LineRest, context: EntryContext): Body | readonly Body[] {
  const example = { cause: 'cause c31 leaks', casualty: 'casualty q7 shorted', suffered: 'suffered q8, ran hot' }[role];
  if (!namesParts(rest, context)) return { kind: 'cause', role, text: need(rest, titles[role], example) };
  const parts = takeDesignators(rest, context, example);
  const text = rest.takeText();
  return parts.map(({ designator, part }) => ({ kind: 'cause', role, designator, ...(part ? { section: part.section } : {}), text }));
}

export const cause = defineKind('cause', {
  title: 'Cause and casualty',
  about: 'What began the trouble, what it destroyed, and what else may have suffered.',
  fields,
  words: (entry) => ({ what: `${titles[entry.role]}: ${said(entry)}` }),
  paper: { lines: (entry) => [{ place: entry.role, text: said(entry) }] },
  line: {
    verbs: eachOf<Role, Body>(roles, (role) => (rest, context) => takeRole(role, rest, context)),
    write: (entry) => `${entry.role} ${said({ ...entry, designator: entry.designator?.toLowerCase() })}`,
  },
  examples: [
    { kind: 'cause', role: 'cause', designator: 'C31', section: 'vco', text: 'leaks' },
    { kind: 'cause', role: 'casualty', text: 'the fuse' },
  ],
});
