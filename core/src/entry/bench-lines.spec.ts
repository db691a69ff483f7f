import { attempt } from '../errors';
import type { EntryContext } from '../line';
import { entryCaution, entryTitle, type TapeBody } from '../tape';
import { smallLaid } from '../testing/small-card';
import { readLine } from './entry-line';
import { writeLine } from './write-line';

/** Lines as they are typed at a bench, and what each must be understood as, or refused with. */
const onSheets = new Set(['C1', 'C2', 'C3', 'D2', 'J52', 'K1']);
const context: EntryContext = {
  card: { ...smallLaid(), bands: ['20 m', '80 m'] },
  condition: {},
  instruments: [],
  onSheets: (name) => onSheets.has(name),
  now: new Date('2026-11-27T14:02'),
};
const bare: EntryContext = { condition: {}, instruments: [], now: new Date('2026-11-27T14:02') };

/** What was understood: each entry, or the state that holds from now on, or the refusal. */
function understood(line: string, under: EntryContext): string {
  const read = attempt(() => readLine(line, under));
  if (!read.ok) return `refused at ${read.failure.position}: ${read.failure.message}`;
  const { value } = read;
  if (!value.entry) return value.title;
  const figure = value.figure && !value.title.includes(value.figure) ? `, ${value.figure}` : '';
  return value.entry.kind === 'reading'
    ? `${value.title}${figure}`
    : [value.entry, ...(value.more ?? [])].map((entry) => entryTitle(entry, under.card)).join('; ');
}

const killer: EntryContext = {
  ...context,
  card: {
    ...smallLaid(),
    hazards: [{ kind: 'high-voltage', text: 'It holds 2 kV.', dischargeAt: 'foot of L10, each of C1 and C2', belowV: 20 }],
  },
};

describe('a line of the bench', () => {
  describe('of a set that holds high voltage', () => {
    for (const [line, expected] of [
      ['gone c1 4v', 'High voltage at C1: right, 4 V'],
      ['gone c2 0.5', 'High voltage at C2: right, 500 mV'],
      ['gone l10 -12 V', 'High voltage at foot of L10: right, −12 V'],
      ['gone 4v', 'refused at 5: At which place?'],
      ['gone c1 1.2kV', 'refused at 5: 1.2 kV is still there.'],
      ['gone c1 25v', 'refused at 5: 25 V is still there.'],
      ['gone c9 4v', 'refused at 5: "c9" is no place where it is proven gone.'],
      ['gone c1', 'refused at 5: How much is left there?'],
    ] as const)
      it(`"${line}"`, () => expect(understood(line, killer)).toBe(expected));
    it('"gone 4v" of a set that has none', () =>
      expect(understood('gone 4v', context)).toBe('refused at 5: This card names no place with high voltage.'));
  });
  describe('with a card', () => {
    for (const [line, expected] of [
      // Readings, results, remarks, and what is left out of them.
      ['tp7 3.1v', 'TP7 tuning voltage, 3.1 V'],
      ['tp7 3.1 v', 'TP7 tuning voltage, 3.1 V'],
      ['tp7 3,1v', 'TP7 tuning voltage, 3.1 V'],
      ['tp7 3.1', 'TP7 tuning voltage, 3.1 V'],
      ['TP7 3.1V', 'TP7 tuning voltage, 3.1 V'],
      ['tp7 ch1 1.98v', 'TP7 tuning voltage, ch 1, 1.98 V'],
      ['tp7 keyed ch19 3.0v', 'TP7 tuning voltage, ch 19, keyed, 3.0 V'],
      ['tp7 dead', 'TP7 tuning voltage, dead'],
      ['tp7 nothing', 'TP7 tuning voltage, dead'],
      ['tp7', 'refused at 3: The value is missing.'],
      ['cleaned k1', 'K1 cleaned'],
      ['Tapped vco changes', 'VCO tapped: the symptom changed'],
      ['sealed c31', 'C31 sealed'],
      ['fitted c1 220u 25v', 'C1 fitted: 220u 25v'],
      ['tp7 3..1v', 'refused at 6: A second decimal sign.'],
      ['tp7 3.1v 3.2v', 'refused at 7: "v 3.2v" is not a unit known here.'],
      ['tp7 3.1a', 'refused at 7: A value in V belongs here, not A.'],
      ['tp7 10M', 'refused at 4: 10 MV is more than anything at this bench.'],
      ['tp99 3v', 'refused at 0: There is no test point TP99 on this card.'],
      ['tp5 −5 dBm', 'TP5 IF level, −5 dBm'],
      ['pwr am 3.7w', 'Carrier power AM, ch 19, AM, keyed, 3.7 W'],
      ['pwr fm 3.9w', 'Carrier power FM, ch 19, FM, keyed, 3.9 W'],
      ['pwr', 'refused at 3: In which mode?'],
      ['ch19 27.18512M', 'Frequency, ch 19, 27.18512 MHz'],
      ['ch19 27.185 MHz', 'Frequency, ch 19, 27.185 MHz'],
      ['ch19', 'Now: ch 19'],
      ['ch19 dead', 'Frequency, ch 19, dead'],
      ['ch41 27.4M', 'refused at 0: There is no channel 41.'],
      ['am', 'Now: AM'],
      ['fm keyed', 'Now: FM, keyed'],
      ['receive fm works', 'Receive FM: works'],
      ['receive fm', 'Now: FM, receive'],
      ['receive am weak', 'Receive AM: weak'],
      ['receive dead', 'refused at 0: More than one function is called so: Receive AM; Receive FM.'],
      ['transmit am comes and goes', 'Transmit AM: comes and goes'],
      ['rx am dead', 'Receive AM: dead'],
      ['receive am off', 'Receive AM: wrong frequency'],
      ['receive am dead today', 'refused at 11: "dead" is not understood.'],
      ['q3 c 13.2', 'Q3 pin c, Mixer, 13.2 V'],
      ['q3 c keyed 13.2', 'Q3 pin c, Mixer, keyed, 13.2 V'],
      ['q3 13.2v', 'Q3, Mixer, 13.2 V'],
      ['q3 13.2', 'refused at 3: The unit is missing.'],
      ['q3', 'refused at 2: The value is missing.'],
      ['c31 22p', 'C31, VCO, 22 pF'],
      ['c31 30.9pF', 'C31, VCO, 30.9 pF'],
      ['c31 30.9', 'refused at 4: Of which size?'],
      ['c31 0.047', 'refused at 4: Of which size?'],
      ['ic3 4 5.1v', 'IC3 pin 4, IF amplifier, 5.1 V'],
      ['ic3 14 -12v', 'IC3 pin 14, IF amplifier, −12 V'],
      ['l4 1.2uH', 'L4, VCO, 1.2 µH'],
      ['l4 12', 'refused at 3: Of which size?'],
      ['note', 'refused at 4: The note is missing.'],
      ['done contacts cleaned', 'Done: contacts cleaned'],
      ['done', 'refused at 4: What was done is missing.'],
      ['left scratched case', 'Left alone: scratched case'],
      ['watch relay was cleaned', 'Watch for: relay was cleaned'],
      ['claim PLL chip was changed', 'Claim, earlier repairer: PLL chip was changed'],
      ['nonsense', 'refused at 0: "nonsense" is not understood.'],
      ['3.1v', 'refused at 0: "3.1v" is not understood.'],
      ['tap c31 steady', 'C31 tapped: no change'],
      ['tap c31', 'refused at 7: Did the symptom change?'],
      ['heat vco changed', 'VCO warmed: the symptom changed'],
      ['reseat ic3 same', 'IC3 reseated: no change'],
      ['reflow c31', 'C31 reflowed'],
      ['reflow c31 c12 cured', 'C31 reflowed: the trouble is gone; C12 reflowed: the trouble is gone'],
      ['clean k1 contacts', 'K1 contacts cleaned'],
      ['clean k1 contacts same', 'K1 contacts cleaned: no change'],
      ['clean audio', 'Audio cleaned'],
      ['clean contacts of the channel switch', 'contacts of the channel switch cleaned'],
      ['clean', 'refused at 5: What was it done to?'],
      ['clean k99', 'refused at 6: K99 is not on this card, nor on its sheets.'],
      ['undo extra channels', 'extra channels undone'],
      ['tighten aerial socket cured', 'aerial socket tightened: the trouble is gone'],
      // Other units, another supply, and a part against its print.
      ['tp7 300mV', 'TP7 tuning voltage, 300 mV'],
      ['tp7 0 dBm', 'TP7 tuning voltage, 220 mV'],
      ['tp5 22uV', 'TP5 IF level, −80.1 dBm'],
      ['tp5 20dBuV', 'TP5 IF level, −87 dBm'],
      ['tp5 2.0uV emf', 'TP5 IF level, −107.0 dBm'],
      ['pwr am 36.0dBm', 'Carrier power AM, ch 19, AM, keyed, 3.98 W'],
      ['pwr am at 12V 3.0w', 'Carrier power AM, ch 19, AM, keyed, at 12 V, 3.0 W'],
      ['pwr am at 12 V 3.0w', 'Carrier power AM, ch 19, AM, keyed, at 12 V, 3.0 W'],
      ['at 12V at 13V 3.0w', 'refused at 7: Twice a supply: which one?'],
      // States of the set and the bench that have words of their own.
      // A day in front of any line.
      ['yesterday tp7 3.1v', 'TP7 tuning voltage, on 2026-11-26, 3.1 V'],
      ['11-25 found c31 leaking', 'C31 leaking, on 2026-11-25'],
      ['2026-11-25 found c31, c12 leaking', 'C31 leaking, on 2026-11-25; C12 leaking, on 2026-11-25'],
      ['today note hum', 'hum'],
      ['yesterday', 'refused at 9: What was done on that day?'],
      ['yesterday keyed', 'refused at 10: A state holds for what follows, not for a day.'],
      ['2026-11-29 tp7 3.1v', 'refused at 0: 2026-11-29 is still to come.'],
      ['yesterday 11-25 tp7 3.1v', 'refused at 10: Twice a day: which one?'],
      ['yesterday worked 2h10', 'Worked 2 h 10 min on 2026-11-26'],
      ['yesterday worked 2h10 11-25', 'refused at 0: Where does the day belong?'],
      ['yesterday start 9:00', 'refused at 0: Where does the day belong?'],
      ['yesterday tp7 3.1', 'TP7 tuning voltage, on 2026-11-26, 3.1 V'],
      ['yesterday tp7 hum', 'refused at 14: "h" is not the start of a number.'],
      ['low power', 'Now: low power'],
      ['low-power', 'Now: low power'],
      ['pwr am low power 1.1w', 'Carrier power AM, ch 19, AM, keyed, low power, 1.1 W'],
      ['low power pwr am 1.1w', 'Carrier power AM, ch 19, AM, keyed, low power, 1.1 W'],
      ['low power high power', 'refused at 10: Twice a state: which one?'],
      ['low power low power', 'Now: low power'],
      ['sens am attenuator in 20uV', 'Sensitivity AM, ch 19, AM, receive, attenuator in, 20 µV'],
      ['sens am att on 20uV', 'Sensitivity AM, ch 19, AM, receive, attenuator in, 20 µV'],
      ['sens am preamp off 2uV', 'Sensitivity AM, ch 19, AM, receive, preamp out, 2 µV'],
      ['tp7 hot 3.1v', 'TP7 tuning voltage, hot, 3.1 V'],
      ['tp7 hot', 'refused at 7: The value is missing.'],
      ['tp7 hot cold 3.1v', 'refused at 8: Twice a state: which one?'],
      ['tp7 after unkeying 3.1v', 'TP7 tuning voltage, receive, after unkeying, 3.1 V'],
      ['after unkeying keyed', 'refused at 15: Twice a state: which one?'],
      ['pwr am pep 3.6w', 'Carrier power AM, ch 19, AM, keyed, peak meter, 3.6 W'],
      ['pwr am avg element 10W 3.6w', 'Carrier power AM, ch 19, AM, keyed, average, element 10 W, 3.6 W'],
      ['element 10', 'refused at 0: "element" is not understood.'],
      ['element 0W', 'refused at 0: "element" is not understood.'],
      ['gen 1mV', 'Now: generator 1 mV'],
      ['gen 1 mV tp7 3.1v', 'TP7 tuning voltage, generator 1 mV, 3.1 V'],
      ['gen -73dBm', 'Now: generator -73 dBm'],
      ['gen -73 dBm gen 1mV', 'refused at 12: Twice a generator level: which one?'],
      ['gen off', 'Now: no condition'],
      ['gen 3MHz', 'refused at 0: "gen" is not understood.'],
      ['pwr am ch20 3.6w', 'Carrier power AM, ch 20, AM, keyed, 3.6 W'],
      ['pwr am 20 m 3.6w', 'Carrier power AM, ch 19, 20 m, AM, keyed, 3.6 W'],
      ['pwr am receive 3.6w', 'refused at 0: The card has no pwr for AM, receive.'],
      ['at 13.8V', 'Now: at 13.8 V'],
      ['c12 220u', 'C12, Audio, 220 µF'],
      // For, against and neutral; what others say.
      ['found vco clean', 'clean, VCO'],
      ['found c31 date code 8704', 'C31 date code 8704'],
      ['found if-amp joint dull', 'joint dull, IF amplifier'],
      ['claim vco is fine', 'Claim, earlier repairer: vco is fine'],
      // Adjustments.
      ['adj c31 3.6V > 2.0V', 'C31 adjusted, 3.6 V before, 2.0 V after'],
      ['set c31 3.6 > 2.0V at tp7', 'C31 set, 3.6 V before, 2.0 V after, at tp7'],
      ['adjust c31 2.0V', 'C31 adjusted, 2.0 V after'],
      ['trim c31 +120Hz -> 0Hz', 'C31 trimmed, 120 Hz before, 0 Hz after'],
      ['peak l4 -62dBm > -58dBm', 'L4 peaked, −62 dBm before, −58 dBm after'],
      ['', 'refused at 0: Nothing was written.'],
      ['   ', 'refused at 0: Nothing was written.'],
      ['peak l4 none', 'L4 no peak found'],
      ['peak l4 at the s-meter', 'L4 peaked, at the s-meter'],
      ['seal l4', 'L4 sealed'],
      ['seal l4 3V', 'refused at 8: A seal has no figure.'],
      ['dip l4', 'L4 dipped'],
      ['peak', 'refused at 4: What was turned?'],
      ['set c31 none', 'refused at 8: What has no set?'],
      ['set c31 low', 'refused at 8: "low" is not a figure.'],
      ['trim c31 12 r7', 'refused at 9: "12 r7" is not a figure.'],
      ['set c31 1V > 2V > 3V', 'refused at 8: Before and after are two figures.'],
      ['set c31 3V > 20mA', 'refused at 8: Before is in V, after in A.'],
      ['set vr99 3V', 'refused at 4: VR99 is not on this card, nor on its sheets.'],
      ['set fire 3V', 'refused at 4: "fire" is no adjuster, section or step of this card.'],
      // Cause and casualty.
      ['cause c31 leaks', 'Cause: C31 leaks'],
      ['casualty c12, c31 shorted', 'Casualty: C12 shorted; Casualty: C31 shorted'],
      ['suffered the fuse holder', 'May have suffered: the fuse holder'],
      ['cause', 'refused at 5: Cause is missing.'],
      ['lift audio', 'refused at 10: Does the supply come back?'],
      ['compare tp7 same', 'TP7 tuning voltage as in the healthy set'],
      ['compare tp7', 'refused at 11: How does it stand beside the healthy set?'],
      ['compare c31 same', 'refused at 8: Which point?'],
      ['found c31, l4 and c12 burnt', 'C31 burnt; L4 burnt; C12 burnt'],
      ['found corrosion under the lid', 'corrosion under the lid'],
      ['proof c31', 'refused at 9: Good or bad?'],
      ['proof c99 bad', 'refused at 6: C99 is not on this card, nor on its sheets.'],
      ['fit c31 22p NP0 @0.12 x2', 'C31 fitted: 22p NP0'],
      ['fit c31 22p x0', 'refused at 8: How many were fitted?'],
      ['fit ic3 IF amplifier', 'IC3 fitted: IF amplifier'],
      ['wait soak overnight', 'Waits for the soak: overnight'],
      ['wait answer, 2 days', 'Waits for an answer, until 2026-11-29'],
      ['wait part until', 'refused at 15: Until when?'],
      ['wait', 'refused at 4: Wait for what?'],
      ['break', 'refused at 5: How long was the break?'],
      ['break 20 min please', 'refused at 13: "please" is not understood here.'],
      ['worked 8 h yesterday less 30 min', 'Worked 7 h 30 min on 2026-11-26'],
      ['worked 09:00-17:00 11-26', 'Worked 8 h on 2026-11-26'],
      ['worked 9-5', 'refused at 10: How long was worked?'],
      ['start 25:00', 'refused at 6: "25:00" is not understood here.'],
      ['stop yesterday 18:00', 'Labour stopped 2026-11-26 18:00'],
      // Labour.
      ['start', 'Labour started'],
      ['start 05:15', 'Labour started 2026-11-27 05:15'],
      ['start 5.15', 'Labour started 2026-11-27 05:15'],
      ['start yesterday 09:00', 'Labour started 2026-11-26 09:00'],
      ['start 2026-11-25 05:15', 'Labour started 2026-11-25 05:15'],
      ['start 11-25 05:15', 'Labour started 2026-11-25 05:15'],
      ['stop 12:21', 'Labour stopped 2026-11-27 12:21'],
      ['stop 16:21', 'refused at 5: 16:21 of 2026-11-27 is still to come.'],
      ['start yesterday', 'refused at 15: At what time?'],
      ['start now please', 'refused at 6: "now" is not understood here.'],
      ['stop 12:21 for tea', 'refused at 11: "for" is not understood here.'],
      ['break 20 min', 'Break, 20 min'],
      ['break 20', 'Break, 20 min'],
      ['break 2 h', 'Break, 120 min'],
      ['break 1h30', 'Break, 90 min'],
      ['break soon', 'refused at 6: How long was the break?'],
      ['worked 05:15-16:21 less 15 min', 'Worked 10 h 51 min'],
      ['worked 22:30-00:15', 'Worked 1 h 45 min'],
      ['worked 2h10 yesterday', 'Worked 2 h 10 min on 2026-11-26'],
      ['worked yesterday 2h10', 'Worked 2 h 10 min on 2026-11-26'],
      ['worked 90 min today', 'Worked 1 h 30 min'],
      ['worked 10 h 51 min', 'Worked 10 h 51 min'],
      ['worked', 'refused at 6: How long was worked?'],
      ['worked 1 h less 2 h', 'refused at 19: Nothing is left of it.'],
      ['worked 1 h less', 'refused at 15: Less how much?'],
      ['worked 1 h 2027-01-05', 'refused at 21: 2027-01-05 is still to come.'],
      // Parts.
      ['fit c12 470u 25v', 'C12 fitted: 470u 25v'],
      ['fit c12 470u 25v @0.40', 'C12 fitted: 470u 25v'],
      ['fit d2 XB407S', 'D2 fitted: XB407S'],
      ['fit d2 XB407S 2.10', 'refused at 14: Is 2.10 the price?'],
      ['fit d2 XB407S @cheap', 'refused at 7: "cheap" is not a price.'],
      ['fit c1 c2 c3 kit', 'C1 fitted: kit; C2 fitted: kit; C3 fitted: kit'],
      ['fit c1-c3 kit', 'C1 fitted: kit; C2 fitted: kit; C3 fitted: kit'],
      ['fit c1, c2 and c3 kit', 'C1 fitted: kit; C2 fitted: kit; C3 fitted: kit'],
      ['fit c1-c9 kit', 'refused at 4: C4 is not on this card, nor on its sheets.'],
      ['fit c99 kit', 'refused at 4: C99 is not on this card, nor on its sheets.'],
      ['fit j52 resoldered', 'refused at 8: "resoldered" is work, not a part.'],
      ['fit j52', 'refused at 7: The new part is missing.'],
      ['fit', 'refused at 3: Which part?'],
      ['proof c31 bad 30.9p', 'C31 proved bad, 30.9p'],
      ['proof d2 good', 'D2 proved good'],
      ['proof c31 perhaps', 'refused at 10: Good or bad?'],
      // Readings of parts.
      ['c1 esr 12', 'C1 ESR, 12 Ω'],
      ['c1 esr 0.4ohm', 'C1 ESR, 400 mΩ'],
      ['q3 hfe 120', 'Q3 hFE, Mixer, 120'],
      ['d2 vf 0.645', 'D2 forward voltage, 645 mV'],
      ['q3 b 0.6', 'Q3 pin b, Mixer, 600 mV'],
      ['q3 foo 12', 'refused at 3: "foo" is no pin of Q3.'],
      ['k1 rx 4.2ohm', 'K1, receive, 4.2 Ω'],
      ['c31 open', 'C31 proved bad, open'],
      // No range left: of what conducts a proof, of a capacitor and a junction only what was read.
      ['l4 OL', 'L4 proved bad, OL'],
      ['c31 esr OL', 'C31 proved bad, esr OL'],
      ['c31 OL', 'C31, VCO, over 10 MΩ'],
      ['d2 ol', 'D2, over 10 MΩ'],
      ['q3 c ol', 'Q3 pin c, Mixer, over 10 MΩ'],
      ['q3 b-e ol', 'Q3 pin b-e, Mixer, over 10 MΩ'],
      ['q3 c >2M', 'Q3 pin c, Mixer, over 2 MΩ'],
      ['d2 > 40M', 'D2, over 40 MΩ'],
      ['c31 >2u', 'refused at 5: More than the meter shows is kept of a resistance only.'],
      ['q3 c >40V', 'refused at 8: A value in ohm belongs here, not V.'],
      // How it was found, as one says it.
      ['c31 bad 30.9p', 'C31 proved bad, 30.9p'],
      ['c31 30.9p bad', 'C31 proved bad, 30.9p'],
      ['d2 ok', 'D2 proved good'],
      // A pin that is right is no part that is good.
      ['q3 c 8.1 ok', 'refused at 9: "ok" is not a unit known here.'],
      ['q3 c ok', 'refused at 5: "o" is not the start of a number.'],
      ['d2 short', 'D2 proved bad, short'],
      ['q3 b-e short', 'Q3 proved bad, b-e short'],
      ['c12 leaky', 'C12 proved bad, leaky'],
      ['gain 80w 690w', 'Gain of an amplifier: gain 9.36 dB, 80 W to 690 W'],
      ['swr 690w 12w', 'SWR and return loss: SWR 1.3, 12 W of 690 W comes back'],
      ['swr 12w 690w', 'refused at 8: Reflected 690 W is not below forward 12 W.'],
      ['gain 0w 690w', 'refused at 8: A power of a gain is above nothing.'],
      ['c31 20 r7', 'refused at 7: "r7" is not understood here.'],
      // Findings.
      ['found c31 leaking', 'C31 leaking'],
      ['found c1, c2 dried', 'C1 dried; C2 dried'],
      ['found c3-c1 dried', 'c3-c1 dried'],
      ['found c1-r3 dried', 'c1-r3 dried'],
      ['found c1-c3 dried', 'C1 dried; C2 dried; C3 dried'],
      ['found c31, c99 dried', 'refused at 11: C99 is not on this card, nor on its sheets.'],
      ['found smells of smoke', 'smells of smoke'],
      ['found c31', 'C31 found at fault'],
      ['found', 'refused at 5: What was found is missing.'],
      // Waits.
      ['wait part FL2 ordered', 'Waits for a part: FL2 ordered'],
      ['wait part FL2 from the coast, 6 days', 'Waits for a part: FL2 from the coast, until 2026-12-03'],
      ['wait part FL2 until 12-04', 'Waits for a part: FL2, until 2026-12-04'],
      ['wait part FL2 in 2 weeks', 'Waits for a part: FL2, until 2026-12-11'],
      ['wait part FL2 until 13-04', 'refused at 20: There is no day 13-04.'],
      ['wait answer', 'Waits for an answer'],
      ['wait nothing', 'Waits for nothing'],
      ['wait tea', 'refused at 5: Wait for what?'],
      // Acts of fault finding.
      ['tap c31 changed', 'C31 tapped: the symptom changed'],
      ['tap c31 changed a bit', 'refused at 16: "a" is not understood here.'],
      ['reflow c31 cured', 'C31 reflowed: the trouble is gone'],
      ['lift Antenna filter recovers', 'Feed of the Antenna filter lifted: the supply comes back'],
      ['lift c31 recovers', 'refused at 5: C31 is a part; a feed is lifted of a section.'],
      ['lift nowhere recovers', 'refused at 5: "nowhere" is no part or section of this card.'],
      ['compare tp7 higher', 'TP7 tuning voltage higher than in the healthy set'],
      ['compare tp7 higher still', 'refused at 19: "still" is not understood here.'],
      // Conditions.
      ['20 m am', 'Now: 20 m, AM'],
      ['am fm', 'refused at 3: Twice a mode: which one?'],
      ['keyed rx', 'refused at 6: Twice a state: which one?'],
      ['ch1 ch19 am', 'refused at 4: Twice a channel: which one?'],
      ['tp7 20 m 3.1v', 'TP7 tuning voltage, 20 m, 3.1 V'],
      ['receive am dead', 'Receive AM: dead'],
      ['note 20 m am 3.1v or so', '20 m am 3.1v or so'],
    ] as const)
      it(`"${line}"`, () => expect(understood(line, context)).toBe(expected));
  });

  describe('of what somebody changed in the set', () => {
    for (const [line, expected] of [
      ['modified c12 470u made louder', { title: 'made louder', designator: 'C12', value: '470u' }],
      ['modified C12 220 µF 35 V', { title: 'part changed', designator: 'C12', value: '220 µF 35 V' }],
      ['modified ic3 removed', { title: 'part taken out', designator: 'IC3', value: 'removed' }],
      ['modified c99 100n in if amplifier squeal tamed', { title: 'squeal tamed', designator: 'C99', value: '100n', section: 'if-amp' }],
      ['modified microphone socket wired otherwise', { title: 'microphone socket wired otherwise' }],
      ['modified', 'refused at 8: What was changed in this set?'],
      ['modified c12', 'refused at 12: What is C12 now?'],
      ['modified c99 100n', 'refused at 17: C99 is not on the card: where is it?'],
      ['modified c99 100n in nowhere', 'refused at 21: in which section?'],
      ['modified c99 removed', 'refused at 9: C99 is not on the card, so it cannot be taken off it.'],
    ] as const)
      it(`"${line}"`, () => {
        const read = attempt(() => readLine(line, context));
        expect<unknown>(read.ok ? read.value.entry : `refused at ${read.failure.position}: ${read.failure.message}`).toEqual(
          typeof expected === 'string' ? expected : { kind: 'modification', ...expected },
        );
      });
    it('warns of what may be forbidden', () => {
      const caution = (line: string): string => entryCaution(readLine(line, context).entry as TapeBody);
      expect(caution('modified c12 470u channels opened')).toContain('may be forbidden');
      expect(caution('modified c12 470u new lamp')).toBe('');
    });
  });

  describe('of a signal put in', () => {
    const card = smallLaid();
    const said = (line: string, of: EntryContext = context): unknown => {
      const read = attempt(() => readLine(line, of));
      return read.ok ? read.value.entry : `refused at ${read.failure.position}: ${read.failure.message}`;
    };
    const injected = (rest: object): unknown => ({ kind: 'injection', ...rest });
    it('is one of the card where it has one there', () => {
      for (const line of [
        'inject if-amp works',
        'inject if amplifier ok',
        'inject IF amplifier 455k works',
        'inject if-amp 455 kHz -40 dBm works',
      ])
        expect(said(line))
          .withContext(line)
          .toEqual(injected({ injection: 'into-if', result: 'works' }));
      expect(said('inject if-amp comes and goes')).toEqual(injected({ injection: 'into-if', result: 'comes-and-goes' }));
    });
    it('is one of its own where it is far stronger or weaker than that of the card: the level is not lost', () => {
      expect(said('inject if-amp 455k -41dBm works')).toEqual(injected({ injection: 'into-if', result: 'works' }));
      expect(said('inject if-amp 455k 0dBm works')).toEqual(
        injected({ injection: '455-khz-into-if-amplifier', into: 'if-amp', hz: 455_000, dBm: 0, responds: 'receive-am', result: 'works' }),
      );
      expect(said('inject if-amp 0dBm works')).toContain('at what frequency');
    });
    it('is one of its own where it has none, in dBm or volts', () => {
      expect(said('inject audio 1k -30dBm weak')).toEqual(
        injected({ injection: '1-khz-into-audio', into: 'audio', hz: 1000, dBm: -30, responds: 'receive-am', result: 'weak' }),
      );
      expect(said('inject audio 10mV 1 kHz dead')).toEqual(
        injected({ injection: '1-khz-into-audio', into: 'audio', hz: 1000, dBm: -26.99, responds: 'receive-am', result: 'dead' }),
      );
      expect(said('inject if-amp 10.7M -60dBm works')).toEqual(
        injected({
          injection: '10-7-mhz-into-if-amplifier',
          into: 'if-amp',
          hz: 10_700_000,
          dBm: -60,
          responds: 'receive-am',
          result: 'works',
        }),
      );
    });
    it('is heard by the function of the mode that is set', () => {
      const fm = {
        ...card,
        functions: card.functions.map((fn) => ({ ...fn, id: 'receive-fm', name: 'Receive FM', condition: { keyed: false, mode: 'FM' } })),
      };
      const both = { ...card, functions: [...card.functions, ...fm.functions.slice(0, 1)] };
      const heard = (mode: string): unknown =>
        (said('inject audio 1k -30dBm works', { ...context, card: both, condition: { mode } }) as { responds?: string }).responds;
      expect([heard('AM'), heard('FM')]).toEqual(['receive-am', 'receive-fm']);
    });
    it('is refused by the word that is wrong or missing', () => {
      for (const [line, expected] of [
        ['inject', 'refused at 6: Into which section does the signal go?'],
        ['inject nowhere 1k works', 'refused at 7: "nowhere" is no section of this card.'],
        ['inject audio 1k -30dBm', 'refused at 22: What came of it?'],
        ['inject audio 1k works', 'refused at 21: The card has no injection there: at what frequency, and how strong?'],
        ['inject audio works', 'refused at 18: The card has no injection there: at what frequency, and how strong?'],
        ['inject audio 1k 2k works', 'refused at 16: A signal has one frequency and one level, in dBm or volts.'],
        ['inject if-amp works fine', 'refused at 20: "fine" is not understood here.'],
      ] as const)
        expect(said(line)).withContext(line).toBe(expected);
      const { card: _, ...without } = context;
      expect(said('inject if-amp works', without)).toContain('Without a card nothing is known of its sections.');
    });
    it('asks which is meant where the card has two there', () => {
      const two = { ...card, injections: [...card.injections, { ...card.injections[0]!, id: 'second', name: 'Second', hz: 10_700_000 }] };
      const of = { ...context, card: two };
      expect(said('inject if-amp works', of)).toContain('more than one injection there');
      expect(said('inject if-amp 10.7M works', of)).toEqual(injected({ injection: 'second', result: 'works' }));
      const entry = readLine('inject if-amp 10.7M works', of).entry as TapeBody;
      expect(readLine(writeLine(entry, two)!, of).entry).toEqual(entry);
    });
    it('says itself, before the card knows it and after', () => {
      const entry = readLine('inject audio 1k -30dBm weak', context).entry as TapeBody;
      expect(entryTitle(entry, card)).toBe('1 kHz, -30 dBm into the Audio, for Receive AM: weak');
    });
  });

  describe('with a stock', () => {
    const stock = [
      { id: 's1', part: '220 µF 25 V', drawer: 'B3', quantity: 4, priceMinor: 40 },
      { id: 's2', part: 'XB407S', drawer: 'T1', quantity: 1 },
      { id: 's3', part: 'XB500', drawer: 'T1', quantity: 2, priceMinor: 190 },
    ];
    const fitted = (line: string): unknown => {
      const read = attempt(() => readLine(line, { ...context, stock }));
      return read.ok ? read.value.entry : `refused at ${read.failure.position}: ${read.failure.message}`;
    };
    for (const [line, expected] of [
      ['fit c12 220u 25v', { newPart: '220 µF 25 V', stock: 's1', source: 'stock, B3', priceMinor: 40 }],
      ['fit c12 220uF 25V @0.35', { newPart: '220 µF 25 V', stock: 's1', priceMinor: 35 }],
      ['fit c12 from b3 x2', { newPart: '220 µF 25 V', stock: 's1', quantity: 2 }],
      ['fit c12 from drawer B3', { newPart: '220 µF 25 V', stock: 's1' }],
      ['fit q3 xb407s from stock', { newPart: 'XB407S', stock: 's2', priceMinor: 0 }],
      ['fit q3 xb500 from T1', { newPart: 'XB500', stock: 's3', priceMinor: 190 }],
      ['fit c12 220u 35v from a scrapped set', { newPart: '220u 35v', source: 'a scrapped set', priceMinor: 0 }],
      ['fit c12 220u 35v', { newPart: '220u 35v', source: '' }],
    ] as const)
      it(`"${line}"`, () => {
        expect(fitted(line)).toEqual(jasmine.objectContaining(expected as Record<string, unknown>));
        if (!('stock' in expected)) expect(fitted(line)).not.toEqual(jasmine.objectContaining({ stock: jasmine.anything() as unknown }));
      });
    it('asks which of a drawer, and for a drawer that there is not', () => {
      expect(fitted('fit q3 from T1')).toBe('refused at 7: T1 holds several parts.');
      expect(fitted('fit q3 from Z9')).toBe('refused at 7: No drawer is called Z9.');
      const mend = (line: string): string => {
        const read = attempt(() => readLine(line, { ...context, stock }));
        return read.ok ? '' : read.failure.remedy;
      };
      expect(mend('fit q3 from T1')).toBe('Which one: XB407S; XB500?');
      expect(mend('fit q3 from Z9')).toBe('Name the part before from, such as: fit c12 220u 25v from B3');
    });
  });

  describe('of a set whose card only begins', () => {
    const begun: EntryContext = { ...bare, card: { ...smallLaid(), begunFrom: 'cb-am-fm' } };
    for (const [line, expected] of [
      ['tp33 8.1v', 'TP33, new on the card, 8.1 V'],
      ['tp33 keyed 8.1', 'TP33, new on the card, keyed, 8.1 V'],
      ['tp33 -12dBm', 'TP33, new on the card, −12 dBm'],
      ['q14 c 8.1v', 'Q14 pin c, 8.1 V'],
      ['proof q14 bad short', 'Q14 proved bad, short'],
      ['fit q14 XB407S', 'Q14 fitted: XB407S'],
      ['found c99 leaking', 'C99 leaking'],
      ['tp33', 'refused at 4: The value is missing.'],
      ['tp33 28.1M', 'refused at 5: The unit is missing.'],
    ] as const)
      it(`"${line}"`, () => expect(understood(line, begun)).toBe(expected));
    for (const [line, expected] of [
      ['tp33 8.1v', 'TP33, 8.1 V'],
      ['tp33 keyed -12dBm', 'TP33, keyed, −12 dBm'],
      ['tp33 dead', 'TP33, dead'],
      ['tp33 8.1', 'refused at 5: The unit is missing.'],
    ] as const)
      it(`"${line}", where there is no card yet`, () => expect(understood(line, bare)).toBe(expected));
    it('is asked where the point is, and judged by nothing', () => {
      const read = readLine('tp33 8.1v', begun);
      expect(read.effect).toContain('say at which rail or stage');
      expect(read.entry).toEqual(jasmine.objectContaining({ subject: { what: 'point', point: 'TP33' }, verdict: 'no-limit' }));
    });
    it('puts no figure down to a band that nobody said', () => {
      const [limit] = begun.card!.limits;
      const banded = ['80 m', '20 m'].map((band) => ({
        ...limit!,
        id: band,
        word: 'gain',
        unit: 'dB' as const,
        condition: { keyed: true, band },
      }));
      const amplifier = { ...begun, card: { ...begun.card!, bands: ['80 m', '20 m'], limits: banded } };
      expect(understood('gain 80w 690w', amplifier)).toBe('refused at 4: In which band?');
      expect(understood('gain 9.4', amplifier)).toBe('refused at 4: In which band?');
      expect(understood('gain 20m 9.4', amplifier)).toContain('20 m');
      expect(readLine('gain 80w 690w', { ...amplifier, condition: { band: '20 m' } }).entry).toEqual(
        jasmine.objectContaining({ subject: { what: 'limit', limit: '20 m' } }),
      );
      // A band that stays is kept, also where the card has no test of it.
      const stays = readLine('gain 9.4', {
        ...amplifier,
        card: { ...amplifier.card, bands: ['80 m', '20 m', '15 m'] },
        condition: { band: '15 m' },
      });
      expect(stays.entry).toEqual(jasmine.objectContaining({ verdict: 'no-limit', condition: { keyed: true, band: '15 m' } }));
      // Where there is but one band, there is nothing to ask.
      expect(understood('gain 80w 690w', { ...amplifier, card: { ...amplifier.card, limits: banded.slice(1) } })).toContain('20 m');
    });
    it('judges by what is typical, and says so', () => {
      const card = begun.card!;
      const usual = { ...begun, card: { ...card, limits: card.limits.map((limit) => ({ ...limit, typical: true as const })) } };
      expect(readLine('pwr am 3.6w', usual).entry).toEqual(jasmine.objectContaining({ verdict: 'in', typical: true }));
      expect(readLine('pwr am 3.6w', usual).effect).toBe('Typical of its kind: 3.4–4 W.');
      expect(readLine('pwr am at 12V 2.6w', usual).entry).toEqual(jasmine.objectContaining({ typical: true }));
      expect(readLine('pwr am 3.6w', begun).entry).not.toEqual(jasmine.objectContaining({ typical: true }));
    });
  });

  describe('of a set without a card', () => {
    for (const [line, expected] of [
      ['fit d2 XB407S', 'D2 fitted: XB407S'],
      ['fit c1 c2 kit', 'C1 fitted: kit; C2 fitted: kit'],
      ['fit c1-c4 kit @0.30', 'C1 fitted: kit; C2 fitted: kit; C3 fitted: kit; C4 fitted: kit'],
      ['found r7, c1-c2 dried', 'R7 dried; C1 dried; C2 dried'],
      ['found q3 burnt', 'Q3 burnt'],
      ['proof q3 bad short b-e', 'Q3 proved bad, short b-e'],
      ['clean k1 contacts cured', 'K1 contacts cleaned: the trouble is gone'],
      ['adj vr3 3.6V > 2.0V', 'VR3 adjusted, 3.6 V before, 2.0 V after'],
      ['r7 4k7', 'R7, 4.7 kΩ'],
      ['q3 e 0.6', 'Q3 pin e, 600 mV'],
      ['ic2 4 5.1v', 'IC2 pin 4, 5.1 V'],
      ['tap vco changed', 'refused at 4: This set has no card yet, so "vco" is no section that is known.'],
    ] as const)
      it(`"${line}"`, () => expect(understood(line, bare)).toBe(expected));
  });
});

describe('what is said of a reading before it is kept', () => {
  const effect = (line: string, under = context): string => {
    const { effect: said } = readLine(line, under);
    return said;
  };
  const doubt = (line: string): string => {
    const read = readLine(line, context);
    return read.entry ? (read.doubt ?? '') : '';
  };
  it('names the unit in which it was typed, and across what', () => {
    expect(effect('tp7 0 dBm')).toContain('0 dBm, across 50 Ω.');
    expect(readLine('tp7 0 dBm', context).entry).toEqual(jasmine.objectContaining({ unit: 'V', typed: '0 dBm' }));
    expect(readLine('tp7 3.1v', context).entry).not.toEqual(jasmine.objectContaining({ typed: jasmine.anything() as unknown }));
  });
  it('is judged by what the set owes at its supply', () => {
    // 3.4 W at 13.8 V are 2.57 W at 12 V.
    expect(effect('pwr am at 12V 2.6w')).toContain('at 12 V: should be 2.57–3.02 W');
    expect(readLine('pwr am at 12V 2.7w', context).entry).toEqual(jasmine.objectContaining({ verdict: 'in', low: 2.57 }));
    expect(readLine('pwr am 2.7w', context).entry).toEqual(jasmine.objectContaining({ verdict: 'low', low: 3.4 }));
    expect(effect('pwr am at 13.8V 3.5w')).toBe('Should be 3.4–4 W.');
  });
  it('is held against no figure of another state', () => {
    // Another state has other figures: none of the card's is claimed for it.
    expect(readLine('pwr am low power 1.1w', context).entry).toEqual(jasmine.objectContaining({ verdict: 'no-limit' }));
    expect(effect('pwr am low power 1.1w')).toContain('for full power, not for low power');
    expect(readLine('sens am att in 20uV', context).entry).toEqual(jasmine.objectContaining({ verdict: 'no-limit' }));
    expect(readLine('sens am att out 20uV', context).entry).toEqual(jasmine.objectContaining({ verdict: 'high' }));
    expect(effect('pwr am pep 3.6w')).toContain('Should be 3.4–4 W');
  });
  it('does not judge the peak envelope of speech by an average', () => {
    const card = { ...smallLaid(), modes: ['SSB'] };
    const pep = { ...card.limits[0]!, id: 'pep', word: 'pwr', condition: { keyed: true, mode: 'SSB' }, low: 10, high: 14 };
    const under = { ...context, card: { ...card, limits: [pep] } };
    expect(readLine('pwr ssb avg 6w', under).entry).toEqual(jasmine.objectContaining({ verdict: 'cant-tell' }));
    expect(effect('pwr ssb avg 6w', under)).toContain('of these PEP is twice the average');
    expect(readLine('pwr ssb pep 6w', under).entry).toEqual(jasmine.objectContaining({ verdict: 'low' }));
    expect(readLine('pwr ssb 6w', under).entry).toEqual(jasmine.objectContaining({ verdict: 'low' }));
  });
  it('takes the element of a wattmeter for the full scale of its accuracy', () => {
    const wattmeter = { id: 'watt', name: 'Wattmeter', measures: ['W' as const], percentOfRange: 5, ranges: [5, 50, 500] };
    const under = { ...context, instruments: [wattmeter] };
    const uncertainty = (line: string): unknown => readLine(line, under).entry;
    expect(uncertainty('pwr am 3.60w')).toEqual(jasmine.objectContaining({ uncertainty: 0.25, verdict: 'cant-tell' }));
    expect(uncertainty('pwr am element 50W 3.60w')).toEqual(jasmine.objectContaining({ uncertainty: 2.5 }));
    expect(uncertainty('pwr am element 2.5W 3.60w')).toEqual(jasmine.objectContaining({ uncertainty: 0.125 }));
  });
  it('holds a part against its print', () => {
    expect(effect('c12 220u')).toContain('Printed 220 µF −20 +50%');
    expect(readLine('c12 100u', context).entry).toEqual(jasmine.objectContaining({ verdict: 'low' }));
    expect(readLine('c12 400u', context).entry).toEqual(jasmine.objectContaining({ verdict: 'high' }));
    expect(readLine('c12 esr 0.4', context).entry).toEqual(jasmine.objectContaining({ verdict: 'no-limit' }));
  });
  it('asks of what is hardly so', () => {
    expect(doubt('tp2 8mV')).toContain('is it 8 V?');
    expect(doubt('tp2 8.0v')).toBe('');
    expect(doubt('tp2 0.02v')).toBe('');
  });
  it('accuses nobody by a date code, and a section by name', () => {
    expect(readLine('found c31 date code 8704', context).entry).toEqual(jasmine.objectContaining({ severity: 'neutral' }));
    expect(readLine('found vco clean', context).entry).toEqual(jasmine.objectContaining({ finding: 'clean', section: 'vco' }));
    expect(readLine('claim q3 was changed', context).entry).toEqual(jasmine.objectContaining({ section: 'mixer', says: 'replaced' }));
    expect(readLine('claim it fell', context).entry).toEqual({ kind: 'claim', claimant: 'earlier repairer', text: 'it fell' });
  });
});
