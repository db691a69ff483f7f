import * as z from 'zod';

/** A language of dates as BCP 47 writes it, such as `nl` or `de-CH`. */
export const isLocale = (text: string): boolean => {
  try {
    return Intl.DateTimeFormat.supportedLocalesOf([text]).length > 0;
  } catch {
    return false;
  }
};

/** How a shop writes its hand-back sheets. */
export const paperSettingsSchema = z.object({
  /** The language of its dates; those of the program where it is left out. */
  locale: z.string().max(35).optional(),
  /** Its own words by those of the program. */
  words: z.record(z.string(), z.string().max(500)).optional(),
  /** What stands at the foot of each sheet, such as where to pay to. */
  foot: z.string().max(2000).optional(),
});
export type PaperSettings = z.infer<typeof paperSettingsSchema>;
