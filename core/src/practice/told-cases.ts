import { setKindList, type Card } from '../card';
import { toldSchema, type Told } from './lesson';
import { practiceCards } from './practice-card';

/** A case with a story, on one of the made-up sets that ship with the program. */
export interface ToldCase {
  readonly id: string;
  readonly kind: string;
  readonly card: Card;
  readonly told: Told;
}

type Fault = Told['hidden']['faults'][number];
interface Story extends Pick<Told, 'title' | 'owner' | 'words' | 'text' | 'after'> {
  readonly kind: string;
  /** What does not do what it should, and how. */
  readonly fails: readonly [functionId: string, result: Told['complaint']['result']];
  readonly faults?: readonly Fault[];
  readonly turnedDb?: number;
  readonly kills?: readonly [cause: string, casualty: string];
}

const farm = 'Tessa Morven, hill farm at Brannock';
const harbour = 'Harbour office, Skarrow Sound';
const rally = 'Rally marshals of Larkholm';
const ferry = 'Ferry Tern of Oxbrae';
const club = 'Amateur club of Upper Larkholm';
const maud = 'Maud Carrick, Stell Head';
const quarry = 'Quarry gang at Rowan Pass';
const orrin = 'Orrin Vale, Zellen Reach';

/** Told by hand: the owner's words, what lies about, and what looks suspicious and is not. */
const stories: Readonly<Record<string, Story>> = {
  'farm-gate': {
    kind: 'cb-am-fm',
    title: 'The set from the farm gate',
    owner: farm,
    words: 'It lights up and it is dead quiet. The dog had the microphone, but that still works, they say.',
    text: 'Its microphone cord is chewed, and taped. There is straw in the case. The fuse is the right one.',
    after:
      'The cord was no matter: they hear her. Sound and transmitter share the supply, so a supply was never in it; the hailer and the squelch part the rest.',
    fails: ['receive-am', 'dead'],
    faults: [{ section: 'af-power-stage', how: 'dead' }],
  },
  'wet-marshal': {
    kind: 'cb-am-fm',
    title: 'Rain at the third stage',
    owner: rally,
    words: 'On AM it hears nothing. On FM it is as it ever was. It stood in the rain at stage three.',
    text: 'Rust on the mounting screws, water marks under the board. It was dried on a stove.',
    after: 'One mode of two: all that both share was cleared by the one that works, before a lid was off.',
    fails: ['receive-am', 'dead'],
    faults: [{ section: 'am-detector', how: 'dead', visible: true }],
  },
  'market-special': {
    kind: 'cb-am-fm',
    title: 'Made better at the market',
    owner: orrin,
    words: 'I paid a man to make it stronger. Now they say it wanders, and I hear no one.',
    text: 'Sealing wax lies in the case in crumbs. Several cores stand higher than the others.',
    after:
      'Every core had been turned. No part of it is bad, and none should be bought: it goes through its alignment, from the first step on.',
    fails: ['receive-am', 'weak'],
    turnedDb: 4.5,
  },
  'no-lock': {
    kind: 'cb-am-fm',
    title: 'All forty, and none of them',
    owner: quarry,
    words: 'It will neither hear nor be heard, on no channel. It just sits there and glows.',
    text: 'It lay on the seat of a digger through two winters. The channel knob is cracked.',
    after:
      'Neither way on any channel: that is the oscillator chain or a supply. One voltage, at the tuning line, says which half of the loop to look at.',
    fails: ['all-channels-alike', 'dead'],
    faults: [{ section: 'reference', how: 'dead' }],
  },
  'warm-clarifier': {
    kind: 'cb-ssb',
    title: 'Sounds like a duck by noon',
    owner: maud,
    words: 'Good in the morning. By noon they all talk like ducks, and I to them.',
    text: 'The set stands on a shelf over the stove.',
    after: 'It comes with warmth: cold and a warm breath at one part after the other find it in minutes, and nothing else does.',
    fails: ['receive-usb', 'comes-and-goes'],
    faults: [{ section: 'carrier-oscillator', how: 'dead', afterMinutes: 20 }],
  },
  'sideband-only': {
    kind: 'cb-ssb',
    title: 'Loud on one, silent on two',
    owner: club,
    words: 'AM and FM go out. On the sidebands nobody hears me.',
    text: 'A slip of paper in the case: "final changed, spring". The new final is of the right type.',
    after:
      'The final is shared by all four, so AM had already cleared it. What only the sidebands use is short: the balanced modulator and what feeds it.',
    fails: ['transmit-usb', 'dead'],
    faults: [{ section: 'balanced-modulator', how: 'dead' }],
  },
  'bias-runaway': {
    kind: 'cb-ssb',
    title: 'The third final this year',
    owner: orrin,
    words: 'No power. It is the third final, and I am not paying for a fourth.',
    text: 'Two dead power transistors come in a bag with it. The heat sink is blue at one end.',
    after: 'The bias killed each of them. Who reads the bias before the new one goes in needs one part; who does not needs two.',
    fails: ['transmit-am', 'dead'],
    faults: [
      { section: 'bias', how: 'weak' },
      { section: 'power-amplifier', how: 'dead', visible: true },
    ],
    kills: ['bias', 'power-amplifier'],
  },
  'thin-receiver': {
    kind: 'cb-fm',
    title: 'Hears the island, not the mainland',
    owner: harbour,
    words: 'The island comes in, the mainland has gone since the storm.',
    text: 'A storm took the mast down; the antenna is new. They say lightning struck the church, half a mile off.',
    after:
      'A near strike takes the first stage. A level put in at the antenna and again behind it parts front end from the rest in two tests.',
    fails: ['receive-fm', 'weak'],
    faults: [{ section: 'rf-amplifier', how: 'weak' }],
  },
  'stuck-key': {
    kind: 'cb-fm',
    title: 'A plug of his own',
    owner: quarry,
    words: 'I put another microphone plug on it. Since then it does not send.',
    text: 'The plug is soldered neatly. The old microphone lies in the box, cut off.',
    after: 'What was changed last is looked at first. No part was bad: two wires were exchanged.',
    fails: ['transmit-fm', 'dead'],
    faults: [{ section: 'ptt-switch', how: 'dead', wiring: true, visible: true }],
  },
  'low-rail': {
    kind: 'cb-fm',
    title: 'A little of everything',
    owner: farm,
    words: 'It hears badly, it sends badly, and the light is yellow.',
    text: 'The supply lead is thin bell wire, some metres of it. With a proper lead it is the same.',
    after: 'A bit of everything is a supply. It read low because something pulled it down: with all lifted that it feeds, it came back.',
    fails: ['receive-fm', 'weak'],
    faults: [{ section: 'microphone-amplifier', how: 'pulls-supply' }],
  },
  'twelve-of-them': {
    kind: 'cb-crystal',
    title: 'Neither in nor out, on no channel',
    owner: maud,
    words: 'It was in the loft for twenty years. I hear noise, and nobody.',
    text: 'Mouse nest. The speaker has a hole, and works.',
    after: 'One of its oscillators had stopped. Noise behind it, so all from the detector on was well: the noise was evidence.',
    fails: ['receive-am', 'dead'],
    faults: [{ section: 'second-oscillator', how: 'dead' }],
  },
  'agc-deaf': {
    kind: 'cb-crystal',
    title: 'Strong ones come, weak ones do not',
    owner: ferry,
    words: 'Harbour talks through, but the pilot boat is gone, and the needle hangs.',
    text: 'The needle stands at a third without a signal. The lamp behind it is new.',
    after:
      'The needle was the clue: it shows the control line. Held from outside, the receiver came back, so all that it controls was well.',
    fails: ['receive-am', 'weak'],
    faults: [{ section: 'agc', how: 'weak' }],
  },
  'relay-chatter': {
    kind: 'cb-crystal',
    title: 'Sometimes both, sometimes neither',
    owner: rally,
    words: 'I press, and sometimes it sends. I let go, and sometimes it hears.',
    text: 'It rode in a rally car for six seasons.',
    after: 'What comes and goes on both ways lies where both ways meet. A tap there, while it was away, named it.',
    fails: ['receive-am', 'comes-and-goes'],
    faults: [{ section: 'ptt-relay', how: 'dead', comesAndGoes: 0.5, contact: true }],
  },
  'hum-in-the-hall': {
    kind: 'cb-crystal-valve',
    title: 'It glows, and hums, and that is all',
    owner: club,
    words: 'The old one from the hall. It glows so nicely. Hums, and nothing more.',
    text: 'A mains plug of two kinds, one inside the other. The can of the smoothing capacitor bulges.',
    after: 'The high tension was low and rough. First it is proven gone, each time anew, before hands go in.',
    fails: ['receive-am', 'dead'],
    faults: [{ section: 'ht-smoothing', how: 'dead', visible: true }],
  },
  'cold-heater': {
    kind: 'cb-crystal-valve',
    title: 'One of them stays dark',
    owner: maud,
    words: 'One of the little lights inside does not glow any more.',
    text: 'Who looks through the slots sees it at once.',
    after: 'What is seen first saves most: yet a dark valve may have a good heater and a bad socket.',
    fails: ['receive-am', 'dead'],
    faults: [{ section: 'if-amplifier', how: 'dead', visible: true }],
  },
  'one-band': {
    kind: 'hf-synthesised',
    title: 'Deaf on forty',
    owner: club,
    words: 'Forty metres has died. All other bands play.',
    text: 'The club has had it open for the memory cell. The cell is new, and in the right way round.',
    after: 'One band of five: the four that play clear all that they share. Only what belongs to that band was left.',
    fails: ['receive-usb-40-m', 'dead'],
    faults: [{ section: '40-m-vco-and-filters', how: 'dead' }],
  },
  'am-for-the-net': {
    kind: 'hf-synthesised',
    title: 'The morning net in AM',
    owner: orrin,
    words: 'The morning net is in AM, and I do not hear it any more. The rest I do.',
    text: 'There is a modification board in it with a made-up name on it. It is not connected.',
    after: 'The board that looked so suspicious was not connected at all. One mode alone: its detector.',
    fails: ['receive-am-80-m', 'dead'],
    faults: [{ section: 'am-detector', how: 'dead' }],
  },
  'no-drive': {
    kind: 'hf-synthesised',
    title: 'Receives like new, sends nothing',
    owner: harbour,
    words: 'It hears to the other end of the world. It sends not to the end of the pier.',
    text: 'The antenna was torn off in a gale while it was on. The finals are what everybody suspects.',
    after:
      'Everybody suspects the finals after a gale. A look at the level behind the mixers, and they were cleared: nothing came to them.',
    fails: ['transmit-usb-80-m', 'dead'],
    faults: [{ section: 'transmit-if-amplifier', how: 'dead' }],
  },
  'second-behind': {
    kind: 'hf-synthesised',
    title: 'Mended, and still not well',
    owner: club,
    words: 'It is quite deaf. The club man changed something, then it was deaf in another way.',
    text: 'A new transistor in the audio, well soldered, of the right type.',
    after: 'Two faults, one behind the other. After the first repair what was complained of is tried again, and not taken as said.',
    fails: ['receive-usb-80-m', 'dead'],
    faults: [
      { section: 'af-power-stage', how: 'dead' },
      { section: 'product-detector', how: 'weak' },
    ],
  },
  'hybrid-lights': {
    kind: 'hf-hybrid',
    title: 'Plates glow, needle does not',
    owner: orrin,
    words: 'It tunes and tunes and no power comes. It gets hot, though.',
    text: 'The tank coil has a dark turn. The load was a lamp.',
    after: 'High voltage: proven gone first. The dark turn was old; what lacked was the drive.',
    fails: ['transmit-usb-80-m', 'dead'],
    faults: [{ section: 'driver', how: 'dead' }],
  },
  'band-switch-wipers': {
    kind: 'hf-hybrid',
    title: 'Wiggle it and it plays',
    owner: maud,
    words: 'If you wiggle the band knob it plays. Mostly.',
    text: 'The knob is loose on its shaft, and was always so.',
    after: 'A loose knob is not a dirty contact, but here there was one behind it. Cleaning cures what no part cures.',
    fails: ['receive-usb-80-m', 'comes-and-goes'],
    faults: [{ section: 'band-switch', how: 'dead', comesAndGoes: 0.55, contact: true }],
  },
  'tired-bottle': {
    kind: 'hf-hybrid',
    title: 'Half the power it had',
    owner: club,
    words: 'Half of what it gave when it was new.',
    text: 'The final valves are the first ones. So is the owner, says the owner.',
    after: 'A final that is tired is found by what it is given: bias, drive and supply right, and still half.',
    fails: ['transmit-usb-80-m', 'weak'],
    faults: [{ section: 'power-amplifier', how: 'weak' }],
  },
  'wrong-value': {
    kind: 'hf-hybrid',
    title: 'Never right since the repair',
    owner: harbour,
    words: 'Since it was repaired last year, the others sound thin, and far away.',
    text: 'One part on the board shines. It is of another maker, and of the same size.',
    after: 'The part that shone was of another value than the card says. It was never bad: it was wrong.',
    fails: ['receive-usb-80-m', 'weak'],
    faults: [{ section: 'if-amplifier', how: 'weak', visible: true }],
  },
  'valve-front': {
    kind: 'hf-valve',
    title: 'The grand old receiver',
    owner: club,
    words: 'It hears the strong ones. It used to hear everything.',
    text: 'Nine valves, each tested last year in a tester that nobody has tested.',
    after: 'A valve that tests good is good in the tester. The level along the chain found the weak one.',
    fails: ['receive-usb-80-m', 'weak'],
    faults: [{ section: 'rf-amplifier', how: 'weak' }],
  },
  'osc-stop': {
    kind: 'hf-valve',
    title: 'Dead above the middle',
    owner: orrin,
    words: 'No band plays. It crackles when I switch, so the speaker is there.',
    text: 'The crackle is right: that is what one hears through a sound audio stage.',
    after: 'The crackle had cleared the audio. No band at all: the one oscillator that all of them need.',
    fails: ['receive-usb-80-m', 'dead'],
    faults: [{ section: 'tuning-oscillator', how: 'dead' }],
  },
  'sideband-and-fm': {
    kind: 'vhf-all-mode',
    title: 'FM yes, sideband no',
    owner: club,
    words: 'FM is fine both ways. Sideband hears nothing and says nothing.',
    text: 'It fell off a roof rack, and the case is bent by the handle.',
    after: 'Both ways in one mode: what sends and hears there, and nothing else, is one oscillator.',
    fails: ['receive-usb-2-m', 'dead'],
    faults: [{ section: 'carrier-oscillator', how: 'dead' }],
  },
  'transmit-line': {
    kind: 'vhf-all-mode',
    title: 'The needle says no',
    owner: rally,
    words: 'Press it: the light goes red, and not a watt.',
    text: 'The antenna lead is new, its plug is crimped and shines.',
    after: 'The light hangs on the key, not on the transmit line. The line itself was dead.',
    fails: ['transmit-fm-2-m', 'dead'],
    faults: [{ section: 'transmit-line', how: 'dead' }],
  },
  'taxi-quiet': {
    kind: 'fm-mobile',
    title: 'Hiss, and no talk',
    owner: harbour,
    words: 'It hisses when I open the squelch, but nobody comes through.',
    text: 'The hiss is loud and even.',
    after: 'Loud hiss clears all from the limiter to the speaker. What was left was in front, and there an oscillator had stopped.',
    fails: ['receive-2-m', 'dead'],
    faults: [{ section: 'second-oscillator', how: 'dead' }],
  },
  'no-repeater': {
    kind: 'fm-mobile',
    title: 'The hill does not answer',
    owner: rally,
    words: 'Direct it goes. Over the hill nobody answers, and others get over it well.',
    text: 'Channel list taped to the dash, two of them crossed out.',
    after: 'The tone was not sent. Everything else it does had been said by the owner before the lid was off.',
    fails: ['tone-opens-the-repeater', 'dead'],
    faults: [{ section: 'tone-encoder', how: 'dead' }],
  },
  muffled: {
    kind: 'fm-mobile',
    title: 'They say: a man in a cupboard',
    owner: ferry,
    words: 'They say I sound like a man in a cupboard. I hear them well.',
    text: 'The microphone has been washed by the sea and rinsed.',
    after: 'Washed microphones are what one looks at, and it was not that. The carrier was full, the speech was not.',
    fails: ['speech-2-m', 'weak'],
    faults: [{ section: 'microphone-amplifier', how: 'weak' }],
  },
  'upper-half': {
    kind: 'fm-dual-band',
    title: 'One half asleep',
    owner: club,
    words: 'Two metres plays, seventy hears nothing and sends nothing.',
    text: 'The memory was lost once, and everything was set anew.',
    after: 'One band of two, both ways: its synthesiser. All that the halves share was cleared by the half that plays.',
    fails: ['receive-70-cm', 'dead'],
    faults: [{ section: 'vco-70-cm', how: 'dead' }],
  },
  'final-two': {
    kind: 'fm-dual-band',
    title: 'Hot, and weak',
    owner: quarry,
    words: 'On two metres it gets hot, and nobody hears me beyond the quarry.',
    text: 'It was used for a day without an antenna, says his brother.',
    after:
      'A day without an antenna, and the final is the first thought. This time the first thought was right: but a thought is no proof.',
    fails: ['transmit-2-m', 'weak'],
    faults: [{ section: 'power-amplifier-2-m', how: 'weak' }],
  },
  'pocket-radio': {
    kind: 'hand-held',
    title: 'Dropped in the heather',
    owner: farm,
    words: 'I dropped it in the heather. It goes when I squeeze it.',
    text: 'The battery has a little rust at one tongue.',
    after: 'Squeezing moved a contact. Clean, bend, and try again while it is shaken: no part was bad.',
    fails: ['receive-2-m', 'comes-and-goes'],
    faults: [{ section: 'battery-contacts', how: 'dead', comesAndGoes: 0.5, contact: true }],
  },
  'deaf-pocket': {
    kind: 'hand-held',
    title: 'Only in the same room',
    owner: ferry,
    words: 'We hear each other in the saloon, and not from bow to stern.',
    text: 'Its antenna is a size too short and belongs to another set. With the right one it is the same.',
    after: 'The wrong antenna was there, and was not it. The receiver itself was down by the gain of one stage.',
    fails: ['receive-2-m', 'weak'],
    faults: [{ section: 'antenna-switch', how: 'weak' }],
  },
  'nothing-at-all': {
    kind: 'hand-held',
    title: 'The new deckhand says it is broken',
    owner: ferry,
    words: 'The new hand says it does not reach the harbour. I have not tried it.',
    text: 'The charger is on the wrong voltage for half of the boats.',
    after: 'Nothing was wrong with it. To say so, and to be sure of it, is a skill like any other.',
    fails: ['transmit-2-m', 'weak'],
  },
  dispatch: {
    kind: 'land-mobile',
    title: 'The office hears all, the van hears nothing',
    owner: harbour,
    words: 'In the van it stays dead quiet, even with the squelch open.',
    text: 'The speaker lead was trapped in the door, and is mended.',
    after: 'With the squelch open and no hiss, it is behind the detector: the audio, its supply, or its lead.',
    fails: ['receive-low-band', 'dead'],
    faults: [{ section: 'af-amplifier', how: 'dead' }],
  },
  'drifting-van': {
    kind: 'land-mobile',
    title: 'Off by half a channel',
    owner: quarry,
    words: 'The other vans say I am beside the channel.',
    text: 'It hung over the heater of the van.',
    after: 'Beside the channel both ways is the reference. A counter says so in two minutes, before anything is opened.',
    fails: ['receive-low-band', 'weak'],
    faults: [{ section: 'reference', how: 'weak' }],
  },
  'on-the-hill': {
    kind: 'repeater',
    title: 'It hears, and keeps it to itself',
    owner: club,
    words: 'It keys up when we call, and sends nothing of what we say.',
    text: 'A bird has nested on the duplexer.',
    after: 'It keys: so it hears. What lies between receiver and transmitter is the link audio.',
    fails: ['repeats-what-it-hears', 'dead'],
    faults: [{ section: 'link-audio', how: 'dead' }],
  },
  'hill-in-winter': {
    kind: 'repeater',
    title: 'Comes up weaker every winter',
    owner: rally,
    words: 'You could hear it at the pass. Now not even at the bend.',
    text: 'The supply was changed in autumn, and gives what it should.',
    after: 'Receiver well, transmitter down, supply right: along the transmit chain, from the end that is quickest to read.',
    fails: ['transmit-vhf', 'weak'],
    faults: [{ section: 'driver', how: 'weak' }],
  },
  'bypass-only': {
    kind: 'amp-transistor',
    title: 'Straight through, and no more',
    owner: orrin,
    words: 'It lets me through, and adds nothing.',
    text: 'A fuse of twice the rating is in it.',
    after: 'It did not key: the relays never came. A fuse too large had meant nothing yet; it goes back to the right one all the same.',
    fails: ['amplify-80-m', 'dead'],
    faults: [{ section: 'key-sensing', how: 'dead' }],
  },
  'bias-again': {
    kind: 'amp-transistor',
    title: 'New transistors, gone in a minute',
    owner: club,
    words: 'We put new ones in, and they went in a minute.',
    text: 'The dead pair lies in the box. They are a matched pair, bought well.',
    after: 'What feeds their bases killed them. The bias comes first, then the pair.',
    fails: ['amplify-80-m', 'dead'],
    faults: [
      { section: 'bias', how: 'weak' },
      { section: 'power-transistors', how: 'dead', visible: true },
    ],
    kills: ['bias', 'power-transistors'],
  },
  'big-bottle': {
    kind: 'amp-valve',
    title: 'The lights dim, and it hums',
    owner: orrin,
    words: 'It keys, the lights in the house dim, and I am no stronger.',
    text: 'The lid has been sealed by the last owner. The interlock works.',
    after:
      'High voltage that kills: discharged, and proven gone, before anything else. Then it was the input that never reached the valve.',
    fails: ['amplify-80-m', 'dead'],
    faults: [{ section: 'input-network', how: 'dead' }],
  },
  'no-hv': {
    kind: 'amp-valve',
    title: 'Glows, and no more',
    owner: club,
    words: 'The valve glows, the meter stays down.',
    text: 'Somebody has bridged a resistor across the rectifier, with a clip.',
    after:
      'The clip was somebody else’s guess. The rectifier had an open string; it is measured cold, after the capacitors are proven empty.',
    fails: ['hv-comes-up', 'dead'],
    faults: [{ section: 'hv-rectifier', how: 'dead', visible: true }],
  },
  'supply-sags': {
    kind: 'supply-mains',
    title: 'Twelve on the label, nine on the bench',
    owner: quarry,
    words: 'It gives what it says until I take something out of it.',
    text: 'Its terminals are black, and one nut is missing.',
    after: 'Without load right, with load low: pass stage, drive or the reservoir before them. The ripple would have told at once.',
    fails: ['holds-under-load', 'weak'],
    faults: [{ section: 'reservoir', how: 'weak' }],
  },
  'supply-trips': {
    kind: 'supply-dc',
    title: 'Nothing out of it',
    owner: ferry,
    words: 'Off the ferry, from the bridge. It clicks, and gives nothing.',
    text: 'Salt on the lid.',
    after: 'It clicked: so the controller lived. What it switches did not.',
    fails: ['output-voltage', 'dead'],
    faults: [{ section: 'switching-stage', how: 'dead' }],
  },
};

let made: readonly ToldCase[] | undefined;
/** The told cases that ship with the program, on the made-up sets that ship with it. */
export function toldCases(): readonly ToldCase[] {
  return (made ??= Object.entries(stories).map(
    (
      [
        id,
        {
          kind,
          fails: [functionId, result],
          faults = [],
          turnedDb,
          kills,
          ...told
        },
      ],
      n,
    ) => {
      const card = practiceCards()[setKindList.findIndex((each) => each.id === kind)];
      if (!card) throw new RangeError(`There is no kind "${kind}".`);
      return {
        id,
        kind,
        card,
        told: toldSchema.parse({
          ...told,
          by: 'Amber Relay',
          complaint: { functionId, result },
          hidden: {
            faults,
            ...(turnedDb === undefined ? {} : { turnedDb }),
            ...(kills ? { kills: { cause: kills[0], casualty: kills[1] } } : {}),
          },
          seed: 100 + n,
        }),
      };
    },
  ));
}
