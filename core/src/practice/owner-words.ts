import type { CardFunction } from '../card';
import type { Chance } from '../chance';

/** Who brings sets in for practice; nobody of these is in any shop. */
export const practiceOwners = [
  'Harbour office, Skarrow Sound',
  'Tessa Morven, hill farm at Brannock',
  'Rally marshals of Larkholm',
  'Orrin Vale, Zellen Reach',
  'Ferry Tern of Oxbrae',
  'Amateur club of Upper Larkholm',
  'Maud Carrick, Stell Head',
  'Quarry gang at Rowan Pass',
] as const;

type Told = 'weak' | 'dead' | 'comes-and-goes';

const words: Readonly<Record<CardFunction['group'], Readonly<Record<Told, readonly string[]>>>> = {
  receive: {
    weak: ['I hear them, but only just. Others hear them well.', 'It has gone deaf. Near stations come, far ones do not.'],
    dead: ['I hear nothing at all any more.', 'Not a word comes out of it, whatever I turn.'],
    'comes-and-goes': ['I hear them for a while, then they are gone, then they are back.', 'It stops hearing when it likes.'],
  },
  transmit: {
    weak: ['They say I am in the noise now. It used to reach over the sound.', 'My signal is down, they tell me.'],
    dead: ['Nobody hears me any more.', 'I call and call. No answer, not even from next door.'],
    'comes-and-goes': ['Sometimes they hear me, sometimes they do not.', 'They say I drop out in the middle of a word.'],
  },
  control: {
    weak: ['It does it, but not as it did.', 'It does that only half.'],
    dead: ['It does not do that at all any more.', 'That has stopped. The rest I have not looked at.'],
    'comes-and-goes': ['It does it when it wants to.', 'On some days it does it, on others not.'],
  },
};
const warm = ['Fine in the morning. After half an hour it goes.', 'When it is cold it works. Leave it on, and it goes.'];
const nothingWrong = ['The new man says it does not work. I have not tried it.', 'It does not get as far as the old one did.'];
const byWay: Readonly<Record<string, readonly string[]>> = {
  miswired: [
    'A friend fitted another plug. Since then it has not been the same.',
    'The cable was changed, and it never worked after that.',
  ],
  'wrong-part': ['It was repaired last year, and has never been as it was.', 'A man at the market had it open. It came back so.'],
  turned: ['My cousin turned the screws in it to make it better.', 'Somebody went through it with a screwdriver.'],
};

/** What the owner says of it, in words of his own; and what is written down of it. */
export function ownerWords(fn: CardFunction, told: Told, way: string, chance: Chance): string {
  const said = chance.oneOf(words[fn.group][told]);
  const before =
    way === 'with-warmth'
      ? chance.oneOf(warm)
      : way === 'outside' || way === 'healthy'
        ? chance.oneOf(nothingWrong)
        : byWay[way] && chance.oneOf(byWay[way]);
  return [before, said].filter(Boolean).join(' ');
}
