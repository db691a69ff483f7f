import { CoreError } from '../errors';

export { above, below } from '../measure/compare';

/** Refuses an input by the path of the field from the top of the input, `stages.1.ratio`. */
export function refuse(field: string, message: string, remedy: string): never {
  throw new CoreError('out-of-range', field, message, remedy);
}

/** Refuses a window that stands upside down, on its high limit. */
export function windowStands(lowV: number, highV: number, highField: string): void {
  if (highV < lowV) refuse(highField, `The high limit ${highV} is below the low limit ${lowV}.`, 'Change one of the two.');
}

/** Refuses a name that stands twice in a list, on the second. */
export function namesDiffer(list: readonly string[], field: (index: number) => string): void {
  list.forEach((name, index) => {
    if (list.indexOf(name) !== index) refuse(field(index), `The name ${name} stands twice.`, 'Give each its own name.');
  });
}
