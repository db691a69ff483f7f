import { attempt } from '@amber-relay/core/errors';
import {
  differencesOf,
  homographyOf,
  laidOver,
  lightOf,
  samePlaces,
  type Compared,
  type FoundPlaces,
  type Pair,
  type Picture,
} from '@amber-relay/core/overlay';
import { expose } from 'comlink';

/** The second picture as it lies over the first, and where the two differ; or why it does not. */
export type Laid = ({ readonly ok: true; readonly over: Picture } & Compared) | { readonly ok: false; readonly message: string };

const api = {
  find: (first: Picture, second: Picture): FoundPlaces | undefined => samePlaces(lightOf(first), lightOf(second)),
  lay(first: Picture, second: Picture, by: readonly Pair[] | FoundPlaces): Laid {
    const made = 'by' in by ? ({ ok: true, value: by.by } as const) : attempt(() => homographyOf(by));
    if (!made.ok) return { ok: false, message: `${made.failure.message} ${made.failure.remedy}` };
    const over = laidOver(first, second, made.value);
    return { ok: true, over, ...differencesOf(first, over) };
  },
};
expose(api);
export type OverApi = typeof api;
