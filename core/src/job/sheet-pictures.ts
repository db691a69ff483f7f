import { ofKind, standing, type EntryOf, type TapeEntry } from '../tape';
import type { ShownAs } from '../words';

/** A picture that was chosen for the hand-back sheet. */
export interface SheetPicture {
  /** Id of the attachment. */
  readonly id: string;
  readonly as: Exclude<ShownAs, 'not'>;
  readonly caption: string;
}

const order = ['before', 'after', 'beside'] as const;
/** What is known of a picture by its own entry. */
const said = ({ designator, text, name }: EntryOf<'picture'>): string =>
  [designator, text ?? (designator ? '' : name)].filter(Boolean).join(' ');

/** The pictures whose own entry is struck, by the ids of their attachments: they were not to be there. */
export function struckPictures(tape: readonly TapeEntry[]): ReadonlySet<string> {
  const own = new Set(ofKind(standing(tape), 'picture').map(({ attachment }) => attachment));
  return new Set(ofKind(tape, 'picture').flatMap(({ attachment }) => (own.has(attachment) ? [] : [attachment])));
}

/**
 * The pictures of the sheet: those before, those after, then those beside; within each in the order in which they were first chosen. A
 * picture whose own entry is struck is not among them.
 */
export function sheetPictures(tape: readonly TapeEntry[]): readonly SheetPicture[] {
  const stood = standing(tape);
  const latest = new Map(ofKind(stood, 'shown').map((entry) => [entry.attachment, entry]));
  const own = new Map(ofKind(stood, 'picture').map((entry) => [entry.attachment, entry]));
  const struck = struckPictures(tape);
  return order.flatMap((as) =>
    [...latest.values()]
      .filter((entry) => entry.as === as && !struck.has(entry.attachment))
      .map(({ attachment, caption }) => {
        const entry = own.get(attachment);
        return { id: attachment, as, caption: caption ?? (entry ? said(entry) : '') };
      }),
  );
}
