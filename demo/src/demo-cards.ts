import { readCard, type Card } from '@amber-relay/core/card';
import dunvickPost6 from '../cards/dunvick-post-6.json';
import halyetLampOne from '../cards/halyet-lamp-one.json';
import murreloTwin from '../cards/murrelo-twin.json';
import oxbraeGannet from '../cards/oxbrae-gannet.json';
import oxbraeOb12 from '../cards/oxbrae-ob12.json';
import oxbraeOb7 from '../cards/oxbrae-ob7.json';
import ternhalHybridFive from '../cards/ternhal-hybrid-five.json';
import ternhalN9 from '../cards/ternhal-n9.json';

/** The chassis that the demo shop knows: one of each kind of set. */
export const demoCards = (): Card[] =>
  [oxbraeOb7, oxbraeOb12, oxbraeGannet, ternhalHybridFive, ternhalN9, murreloTwin, dunvickPost6, halyetLampOne].map((card) =>
    readCard(card),
  );
