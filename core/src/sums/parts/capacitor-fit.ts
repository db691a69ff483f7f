import * as z from 'zod';
import { defineSum } from '../define-sum';
import { above0, choice, figure, from0 } from '../field';
import { above, below } from '../refusal';
import { shown, step } from '../working';
import { capacitorRoles } from '../../words';

/** How far a new capacitor may depart from the old, as shares, by what it does. */
const allowed = {
  reservoir: [0.9, 1.5],
  coupling: [0.9, 2],
  timing: [0.95, 1.05],
  rf: [0.95, 1.05],
} as const;

const capacitor = z.strictObject({
  farad: above0('Value', 'F'),
  volts: above0('Rated', 'V'),
  celsius: figure('Up to', 'degC').optional(),
  diameterM: above0('Diameter', 'm').optional(),
  heightM: above0('Height', 'm').optional(),
  pitchM: above0('Lead pitch', 'm').optional(),
  esrOhm: from0('ESR', 'ohm').optional(),
  rippleA: from0('Ripple', 'A').optional(),
});

export const capacitorFit = defineSum({
  id: 'capacitor-fit',
  title: 'Capacitor in place of another',
  topic: 'parts',
  purpose: 'whether a capacitor from stock will do for the old one',
  keywords: ['capacitor', 'electrolytic', 'recap', 'esr', 'ripple', 'replace', 'substitute', 'size'],
  input: z.strictObject({
    old: capacitor.meta({ title: 'Old' }),
    new: capacitor.meta({ title: 'New' }),
    room: z
      .strictObject({ diameterM: above0('Diameter', 'm'), heightM: above0('Height', 'm') })
      .optional()
      .meta({ title: 'Room' }),
    role: choice('It is for', capacitorRoles).default('reservoir'),
  }),
  output: z.object({ fits: z.boolean().meta({ title: 'Fits' }), reasons: z.array(z.string()).meta({ title: 'Against it' }) }),
  source:
    'Workshop practice: value by role (reservoir −10 to +50 %, coupling −10 to +100 %, timing and RF ±5 %), every rating at least the old one.',
  example: {
    old: { farad: 220e-6, volts: 16, celsius: 85, diameterM: 0.008, heightM: 0.012 },
    new: { farad: 220e-6, volts: 25, celsius: 105, diameterM: 0.008, heightM: 0.0115 },
    room: { diameterM: 0.009, heightM: 0.013 },
  },
  caution: 'Discharge a capacitor and prove it with a meter before it is touched; mind the polarity of the new one.',
  compute({ old, new: fresh, room, role }) {
    const [least, most] = allowed[role];
    const share = fresh.farad / old.farad;
    const mm = (metres: number): string => `${shown(metres * 1000)} mm`;
    const both = (a: number | undefined, b: number | undefined): a is number => a !== undefined && b !== undefined;
    const reasons = [
      ...(below(share, least) || above(share, most)
        ? [
            `Value ${shown(fresh.farad, 'F')} is ${shown(100 * share, '%')} of ${shown(old.farad, 'F')}; for ${role} it must be ${shown(100 * least, '%')} to ${shown(100 * most, '%')}.`,
          ]
        : []),
      ...(below(fresh.volts, old.volts) ? [`Rated ${shown(fresh.volts, 'V')}, below ${shown(old.volts, 'V')}.`] : []),
      ...(both(fresh.celsius, old.celsius) && below(fresh.celsius, old.celsius ?? 0)
        ? [`Good to ${fresh.celsius} °C, below ${old.celsius} °C.`]
        : []),
      ...(both(fresh.rippleA, old.rippleA) && below(fresh.rippleA, old.rippleA ?? 0)
        ? [`Ripple current ${shown(fresh.rippleA, 'A')}, below ${shown(old.rippleA ?? 0, 'A')}.`]
        : []),
      ...(both(fresh.esrOhm, old.esrOhm) && above(fresh.esrOhm, old.esrOhm ?? 0)
        ? [`ESR ${shown(fresh.esrOhm, 'ohm')}, above ${shown(old.esrOhm ?? 0, 'ohm')}.`]
        : []),
      ...(both(fresh.diameterM, room?.diameterM) && above(fresh.diameterM, room?.diameterM ?? 0)
        ? [`Diameter ${mm(fresh.diameterM)}; there is room for ${mm(room?.diameterM ?? 0)}.`]
        : []),
      ...(both(fresh.heightM, room?.heightM) && above(fresh.heightM, room?.heightM ?? 0)
        ? [`Height ${mm(fresh.heightM)}; there is room for ${mm(room?.heightM ?? 0)}.`]
        : []),
    ];
    const pitch =
      both(fresh.pitchM, old.pitchM) && fresh.pitchM !== old.pitchM
        ? [step(`Lead pitch ${mm(fresh.pitchM)} against ${mm(old.pitchM ?? 0)}: form the leads`)]
        : [];
    return {
      fits: reasons.length === 0,
      reasons,
      working: [
        step(
          'Value',
          `${shown(fresh.farad, 'F')} / ${shown(old.farad, 'F')}`,
          `${shown(100 * share, '%')}, allowed ${shown(100 * least, '%')} to ${shown(100 * most, '%')}`,
        ),
        ...reasons.map((reason) => step(reason)),
        ...pitch,
        step(reasons.length === 0 ? 'It fits' : 'It does not fit'),
      ],
    };
  },
});
