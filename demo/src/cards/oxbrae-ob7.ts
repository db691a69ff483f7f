import type { CardInput } from '@amber-relay/core/card';

/**
 * A made-up 40-channel AM/FM CB chassis with one loop. The voltage-controlled oscillator runs 10.695 MHz below the
 * channel and is the first local oscillator; the 10.240 MHz reference is the second, which leaves 455 kHz.
 * On transmit the same oscillator is mixed with a 10.695 MHz crystal up to the channel.
 */
type Row<T> = readonly T[];
const rail = (section: string): { section: string; by: 'supply' } => ({ section, by: 'supply' });
const unkeyed = { keyed: false };

const sections: CardInput['sections'] = [
  { id: 'supply-in', name: 'Supply input', short: 'Supply input', kind: 'connector', board: 'main', side: 'part', needs: [] },
  { id: 'regulator', name: '8 V regulator', short: '8 V regulator', kind: 'regulator', board: 'main', side: 'part', needs: [rail('supply-in')] },
  { id: 'ptt', name: 'PTT switching', short: 'PTT switch', kind: 'switch', board: 'main', side: 'part', needs: [rail('regulator')] },
  { id: 'ant-filter', name: 'Antenna filter', short: 'Antenna filter', kind: 'filter', board: 'main', side: 'part', needs: [] },
  { id: 'tr-switch', name: 'T/R switch', short: 'T/R switch', kind: 'switch', board: 'main', side: 'part', needs: [{ section: 'ptt', by: 'switching' }] },
  { id: 'rf-amp', name: 'RF amplifier', short: 'RF amp', kind: 'amplifier', board: 'main', side: 'part', needs: [rail('ptt'), { section: 'agc', by: 'control' }] },
  { id: 'mixer-1', name: '1st mixer', short: '1st mixer', kind: 'mixer', board: 'main', side: 'part', needs: [rail('ptt'), { section: 'vco-buffer', by: 'injection' }] },
  { id: 'filter-10', name: '10.695 MHz filter', short: 'Filter 10.695', kind: 'filter', board: 'main', side: 'part', needs: [] },
  { id: 'mixer-2', name: '2nd mixer', short: '2nd mixer', kind: 'mixer', board: 'main', side: 'part', needs: [rail('ptt'), { section: 'reference', by: 'injection' }] },
  { id: 'filter-455', name: '455 kHz filter', short: 'Filter 455', kind: 'filter', board: 'main', side: 'part', needs: [], watch: 'Goes weak with age' },
  { id: 'if-amp', name: 'IF amplifier', short: 'IF amp', kind: 'amplifier', board: 'main', side: 'part', needs: [rail('regulator'), { section: 'agc', by: 'control' }] },
  { id: 'agc', name: 'AGC', short: 'AGC', kind: 'control', board: 'main', side: 'part', needs: [rail('regulator')] },
  { id: 'detector', name: 'AM detector', short: 'AM detector', kind: 'detector', board: 'main', side: 'part', needs: [] },
  { id: 'discriminator', name: 'FM detector', short: 'FM detector', kind: 'detector', board: 'main', side: 'part', needs: [rail('regulator')] },
  { id: 'squelch', name: 'Squelch gate', short: 'Squelch', kind: 'switch', board: 'main', side: 'part', needs: [rail('regulator')] },
  { id: 'af-amp', name: 'AF amplifier', short: 'AF amp', kind: 'audio', board: 'main', side: 'part', needs: [rail('regulator')] },
  { id: 'af-power', name: 'AF power stage', short: 'AF power', kind: 'audio', board: 'main', side: 'part', needs: [rail('supply-in')] },
  { id: 'speaker', name: 'Speaker and jack', short: 'Speaker, jack', kind: 'connector', board: 'chassis', side: 'chassis', needs: [] },
  { id: 'mic-amp', name: 'Microphone amplifier', short: 'Mic amp', kind: 'audio', board: 'main', side: 'part', needs: [rail('regulator')] },
  { id: 'reference', name: '10.240 MHz reference', short: 'Reference', kind: 'oscillator', board: 'main', side: 'part', needs: [rail('regulator')] },
  { id: 'channel-switch', name: 'Channel switch', short: 'Channel switch', kind: 'switch', board: 'front', side: 'part', needs: [rail('regulator')] },
  { id: 'divider', name: 'Programmable divider', short: 'Divider', kind: 'divider', board: 'main', side: 'part', needs: [rail('regulator'), { section: 'channel-switch', by: 'switching' }, { section: 'vco-buffer', by: 'injection' }] },
  { id: 'phase-detector', name: 'Phase detector', short: 'Phase detector', kind: 'loop', board: 'main', side: 'part', needs: [rail('regulator'), { section: 'divider', by: 'injection' }, { section: 'reference', by: 'injection' }] },
  { id: 'loop-filter', name: 'Loop filter', short: 'Loop filter', kind: 'loop', board: 'main', side: 'part', needs: [{ section: 'phase-detector', by: 'control' }] },
  { id: 'vco', name: 'VCO', short: 'VCO', kind: 'oscillator', board: 'main', side: 'part', needs: [rail('regulator'), { section: 'loop-filter', by: 'control' }], watch: 'Core and C31 drift' },
  { id: 'vco-buffer', name: 'VCO buffer', short: 'VCO buffer', kind: 'amplifier', board: 'main', side: 'part', needs: [rail('regulator'), { section: 'vco', by: 'injection' }] },
  { id: 'osc-tx', name: '10.695 MHz oscillator', short: 'Osc 10.695', kind: 'oscillator', board: 'main', side: 'part', needs: [rail('ptt')] },
  { id: 'tx-mixer', name: 'Transmit mixer and filter', short: 'Tx mixer', kind: 'mixer', board: 'main', side: 'part', needs: [rail('ptt'), { section: 'vco-buffer', by: 'injection' }] },
  { id: 'driver', name: 'Driver', short: 'Driver', kind: 'amplifier', board: 'main', side: 'part', needs: [rail('supply-in'), { section: 'ptt', by: 'bias' }] },
  { id: 'pa', name: 'Power amplifier', short: 'PA', kind: 'power-amplifier', board: 'main', side: 'part', needs: [rail('supply-in')] },
];

const part = (designator: string, section: string, kind: NonNullable<CardInput['parts']>[number]['kind'], value: string, more: object = {}) => ({ designator, section, kind, value, ...more });
const transistorPins = [
  { pin: 'E', name: 'emitter' },
  { pin: 'B', name: 'base' },
  { pin: 'C', name: 'collector' },
];

const parts: CardInput['parts'] = [
  part('F1', 'supply-in', 'fuse', '2 A quick'),
  part('D1', 'supply-in', 'diode', 'polarity guard, 3 A'),
  part('C1', 'supply-in', 'electrolytic', '1000 µF 25 V'),
  part('IC1', 'regulator', 'regulator-ic', '8 V 0.5 A'),
  part('C5', 'regulator', 'electrolytic', '100 µF 16 V'),
  part('Q1', 'ptt', 'transistor', 'PNP switch, receive line', { pins: transistorPins }),
  part('Q2', 'ptt', 'transistor', 'PNP switch, transmit line', { pins: transistorPins }),
  part('J2', 'ptt', 'connector', 'microphone socket, 5 pole'),
  part('L1', 'ant-filter', 'coil', '0.35 µH'),
  part('C61', 'ant-filter', 'ceramic-capacitor', '330 pF 500 V'),
  part('J1', 'ant-filter', 'connector', 'antenna socket'),
  part('D4', 'tr-switch', 'pin-diode', 'switching diode'),
  part('Q3', 'rf-amp', 'transistor', 'NPN, low noise', { pins: transistorPins, access: 'top-cover' }),
  part('T1', 'rf-amp', 'cored-coil', 'antenna coil'),
  part('Q4', 'mixer-1', 'transistor', 'NPN mixer', { pins: transistorPins }),
  part('T2', 'mixer-1', 'cored-coil', '10.695 MHz coil'),
  part('FL1', 'filter-10', 'ceramic-filter', '10.695 MHz'),
  part('Q5', 'mixer-2', 'transistor', 'NPN mixer', { pins: transistorPins }),
  part('C22', 'mixer-2', 'ceramic-capacitor', '10 nF'),
  part('FL2', 'filter-455', 'ceramic-filter', '455 kHz, 6 kHz wide'),
  part('T3', 'filter-455', 'cored-coil', '455 kHz coil'),
  part('IC3', 'if-amp', 'ic', 'IF amplifier'),
  part('D8', 'agc', 'diode', 'AGC detector'),
  part('C27', 'agc', 'electrolytic', '4.7 µF 16 V'),
  part('D9', 'detector', 'diode', 'AM detector'),
  part('IC4', 'discriminator', 'ic', 'FM detector'),
  part('T5', 'discriminator', 'cored-coil', 'quadrature coil'),
  part('Q9', 'squelch', 'transistor', 'NPN gate', { pins: transistorPins }),
  part('VR2', 'squelch', 'potentiometer', '10 kΩ'),
  part('C29', 'squelch', 'electrolytic', '1 µF 50 V'),
  part('Q10', 'af-amp', 'transistor', 'NPN', { pins: transistorPins }),
  part('VR1', 'af-amp', 'potentiometer', '50 kΩ log, with switch'),
  part('IC5', 'af-power', 'ic', '6 W audio'),
  part('C40', 'af-power', 'electrolytic', '470 µF 16 V'),
  part('T6', 'af-power', 'transformer', 'modulation transformer'),
  part('J3', 'speaker', 'connector', 'speaker jack, switched'),
  part('Q11', 'mic-amp', 'transistor', 'NPN', { pins: transistorPins }),
  part('X1', 'reference', 'crystal', '10.240 MHz'),
  part('C33', 'reference', 'trimmer', '20 pF trimmer'),
  part('S1', 'channel-switch', 'switch', '40 positions'),
  part('IC2', 'divider', 'ic', 'PLL, divider part'),
  part('R13', 'phase-detector', 'resistor', '4.7 kΩ'),
  part('C28', 'phase-detector', 'ceramic-capacitor', '1 nF'),
  part('R14', 'loop-filter', 'resistor', '22 kΩ'),
  part('C30', 'loop-filter', 'film-capacitor', '100 nF'),
  part('C32', 'loop-filter', 'electrolytic', '2.2 µF 25 V'),
  part('L4', 'vco', 'cored-coil', 'VCO coil', { access: 'vco-shield' }),
  part('C31', 'vco', 'ceramic-capacitor', '22 pF NP0', { access: 'vco-shield' }),
  part('D6', 'vco', 'varactor', 'varactor', { access: 'vco-shield' }),
  part('Q6', 'vco', 'fet', 'N-channel oscillator', { access: 'vco-shield' }),
  part('Q7', 'vco-buffer', 'transistor', 'NPN buffer', { pins: transistorPins }),
  part('X2', 'osc-tx', 'crystal', '10.695 MHz'),
  part('Q12', 'osc-tx', 'transistor', 'NPN', { pins: transistorPins }),
  part('IC6', 'tx-mixer', 'ic', 'balanced mixer'),
  part('T8', 'tx-mixer', 'cored-coil', '27 MHz coil'),
  part('Q14', 'driver', 'power-transistor', 'NPN driver', { pins: transistorPins }),
  part('Q15', 'pa', 'power-transistor', 'NPN final', { pins: transistorPins }),
  part('C58', 'pa', 'ceramic-capacitor', '150 pF'),
];

const front = ['ant-filter', 'tr-switch', 'rf-amp', 'mixer-1', 'filter-10', 'mixer-2', 'filter-455', 'if-amp'];
const back = ['squelch', 'af-amp', 'af-power', 'speaker'];
const carrier = ['osc-tx', 'tx-mixer', 'driver', 'pa', 'ant-filter'];

const functions: CardInput['functions'] = [
  { id: 'receive-am', name: 'Receive AM', group: 'receive', row: 'AM', column: 'Receive', condition: { keyed: false, mode: 'AM' }, route: [...front, 'detector', ...back], how: 'Signal from the generator, ch 19, squelch open.' },
  { id: 'receive-fm', name: 'Receive FM', group: 'receive', row: 'FM', column: 'Receive', condition: { keyed: false, mode: 'FM' }, route: [...front, 'discriminator', ...back] },
  { id: 'transmit-am', name: 'Transmit AM', group: 'transmit', row: 'AM', column: 'Transmit', condition: { keyed: true, mode: 'AM' }, route: carrier, how: 'Into the dummy load, no speech: carrier on the wattmeter.' },
  { id: 'transmit-fm', name: 'Transmit FM', group: 'transmit', row: 'FM', column: 'Transmit', condition: { keyed: true, mode: 'FM' }, route: carrier },
  { id: 'modulation-am', name: 'Modulation AM', group: 'transmit', row: 'AM', column: 'Modulation', condition: { keyed: true, mode: 'AM' }, route: ['mic-amp', 'af-power', 'pa', 'ant-filter'] },
  { id: 'modulation-fm', name: 'Modulation FM', group: 'transmit', row: 'FM', column: 'Modulation', condition: { keyed: true, mode: 'FM' }, route: ['mic-amp', 'vco', 'vco-buffer', 'tx-mixer', 'driver', 'pa', 'ant-filter'] },
  { id: 'hailer', name: 'Hailer', group: 'control', condition: { keyed: false }, route: ['mic-amp', 'af-amp', 'af-power', 'speaker'], how: 'Switch to PA, speak: heard in the outside speaker.' },
  { id: 'squelch-closes', name: 'Squelch closes and opens', group: 'control', condition: unkeyed, route: ['squelch'] },
  { id: 'meter', name: 'Meter follows the signal', group: 'control', condition: unkeyed, route: [...front, 'agc'] },
  { id: 'all-channels', name: 'All 40 channels alike', group: 'control', condition: { keyed: true }, route: ['channel-switch', 'divider', 'phase-detector', 'loop-filter', 'vco', 'vco-buffer', ...carrier], minutes: 3 },
  { id: 'ptt-releases', name: 'PTT releases cleanly', group: 'control', condition: {}, route: ['ptt'] },
  { id: 'lamps', name: 'Display and lamps', group: 'control', condition: {}, route: ['regulator'] },
];

const am = { keyed: false, mode: 'AM', channel: 19 };
const fm = { keyed: false, mode: 'FM', channel: 19 };
const keyedAm = { keyed: true, mode: 'AM', channel: 19 };
const generator = 'Generator −47 dBm at the antenna socket, ch 19, 1 kHz at 30 %.';

const testPoints: CardInput['testPoints'] = [
  { id: 'TP1', name: 'supply after the fuse', section: 'supply-in', sees: 'own', unit: 'V', expect: [{ condition: {}, nominal: 13.8, low: 13.2, high: 14.2 }], where: 'Main board, by C1', minutes: 1 },
  { id: 'TP2', name: '8 V rail', section: 'regulator', sees: 'own', unit: 'V', expect: [{ condition: {}, nominal: 8, low: 7.8, high: 8.3 }], where: 'Main board, pin 3 of IC1', minutes: 1 },
  { id: 'TP3', name: 'reference', section: 'reference', sees: 'own', unit: 'Hz', expect: [{ condition: {}, nominal: 10.24e6, low: 10.2398e6, high: 10.2402e6 }], where: 'Main board, by X1', loading: '10 MΩ probe, 12 pF pulls it under 30 Hz' },
  { id: 'TP4', name: '2nd oscillator injection', section: 'mixer-2', sees: 'own', unit: 'V', expect: [{ condition: unkeyed, nominal: 0.25, low: 0.15, high: 0.4 }], where: 'Base of Q5', setUp: 'RF probe' },
  {
    id: 'TP5', name: 'VCO frequency', section: 'vco-buffer', sees: 'signal', unit: 'Hz', where: 'Emitter of Q7', minutes: 2,
    expect: [
      { condition: { channel: 19 }, nominal: 16.49e6, low: 16.489e6, high: 16.491e6 },
      { condition: { channel: 1 }, nominal: 16.27e6, low: 16.269e6, high: 16.271e6 },
      { condition: { channel: 40 }, nominal: 16.71e6, low: 16.709e6, high: 16.711e6 },
    ],
  },
  { id: 'TP6', name: 'divider output', section: 'divider', sees: 'signal', unit: 'Hz', expect: [{ condition: {}, nominal: 10e3, low: 9.99e3, high: 10.01e3, note: 'Lower if the VCO lags' }], where: 'Pin 7 of IC2', minutes: 2 },
  {
    id: 'TP7', name: 'tuning voltage', section: 'loop-filter', sees: 'own', unit: 'V', where: 'Main board, by R14', setUp: 'Meter of 10 MΩ', loading: 'lifts under 0.1 V at 10 MΩ', minutes: 1,
    expect: [
      { condition: { channel: 1 }, nominal: 2, low: 1.8, high: 2.2 },
      { condition: { channel: 19 }, nominal: 3.1, low: 2.9, high: 3.3 },
      { condition: { channel: 40 }, nominal: 4.2, low: 4, high: 4.4 },
    ],
  },
  { id: 'TP8', name: 'VCO level at the buffer', section: 'vco-buffer', sees: 'signal', unit: 'V', expect: [{ condition: {}, nominal: 0.45, low: 0.3, high: 0.65 }], where: 'Collector of Q7', setUp: 'RF probe' },
  { id: 'TP9', name: 'receive line', section: 'ptt', sees: 'own', unit: 'V', expect: [{ condition: { keyed: false }, nominal: 7.9, low: 7.6, high: 8.3 }, { condition: { keyed: true }, nominal: 0, low: -0.1, high: 0.3 }], where: 'Collector of Q1', minutes: 1 },
  { id: 'TP10', name: 'transmit line', section: 'ptt', sees: 'own', unit: 'V', expect: [{ condition: { keyed: true }, nominal: 7.9, low: 7.6, high: 8.3 }, { condition: { keyed: false }, nominal: 0, low: -0.1, high: 0.3 }], where: 'Collector of Q2', minutes: 1, hazard: 'rf' },
  { id: 'TP11', name: 'AGC line, no signal', section: 'agc', sees: 'own', unit: 'V', expect: [{ condition: unkeyed, nominal: 2.3, low: 2, high: 2.6 }], where: 'Plus of C27', minutes: 1 },
  { id: 'TP12', name: 'RF amplifier collector', section: 'rf-amp', sees: 'own', unit: 'V', expect: [{ condition: unkeyed, nominal: 7.1, low: 6.6, high: 7.7 }], where: 'Collector of Q3', minutes: 1 },
  { id: 'TP26', name: 'level after the RF amplifier', section: 'rf-amp', sees: 'signal', unit: 'dBm', expect: [{ condition: am, nominal: -33, low: -37, high: -29 }], where: 'Secondary of T1', setUp: generator, minutes: 3 },
  { id: 'TP13', name: 'level after the 1st mixer', section: 'mixer-1', sees: 'signal', unit: 'dBm', expect: [{ condition: am, nominal: -38, low: -42, high: -34 }], where: 'Input of FL1', setUp: generator, minutes: 3 },
  { id: 'TP14', name: 'level after the 10.695 filter', section: 'filter-10', sees: 'signal', unit: 'dBm', expect: [{ condition: am, nominal: -43, low: -47, high: -39 }], where: 'Output of FL1', setUp: generator, minutes: 3 },
  { id: 'TP15', name: 'level after the 2nd mixer', section: 'mixer-2', sees: 'signal', unit: 'dBm', expect: [{ condition: am, nominal: -30, low: -34, high: -26 }], where: 'Input of FL2', setUp: generator, minutes: 3 },
  { id: 'TP16', name: 'level after the 455 filter', section: 'filter-455', sees: 'signal', unit: 'dBm', expect: [{ condition: am, nominal: -36, low: -40, high: -32 }], where: 'Output of FL2', setUp: generator, minutes: 3 },
  { id: 'TP17', name: 'level after the IF amplifier', section: 'if-amp', sees: 'signal', unit: 'dBm', expect: [{ condition: am, nominal: -6, low: -11, high: -1 }], where: 'Pin 9 of IC3', setUp: generator, minutes: 3 },
  { id: 'TP18', name: 'AM audio', section: 'detector', sees: 'signal', unit: 'V', expect: [{ condition: am, nominal: 0.1, low: 0.06, high: 0.14 }], where: 'Cathode of D9', setUp: generator, minutes: 2 },
  { id: 'TP19', name: 'FM audio', section: 'discriminator', sees: 'signal', unit: 'V', expect: [{ condition: fm, nominal: 0.13, low: 0.08, high: 0.2 }], where: 'Pin 6 of IC4', setUp: 'Generator −47 dBm at the antenna socket, ch 19, 1 kHz at 1.5 kHz deviation.', minutes: 2 },
  { id: 'TP20', name: 'audio after the squelch', section: 'squelch', sees: 'signal', unit: 'V', expect: [{ condition: am, nominal: 0.09, low: 0.05, high: 0.13 }], where: 'Top of VR1', setUp: generator, minutes: 2 },
  { id: 'TP21', name: 'audio after the AF amplifier', section: 'af-amp', sees: 'signal', unit: 'V', expect: [{ condition: am, nominal: 0.5, low: 0.3, high: 0.8 }], where: 'Collector of Q10', setUp: `${generator} Volume half.`, minutes: 2 },
  { id: 'TP22', name: 'audio power stage, rest voltage', section: 'af-power', sees: 'own', unit: 'V', expect: [{ condition: unkeyed, nominal: 6.8, low: 6.2, high: 7.4 }], where: 'Pin 4 of IC5', minutes: 1 },
  { id: 'TP23', name: 'transmit mixer output', section: 'tx-mixer', sees: 'signal', unit: 'V', expect: [{ condition: { keyed: true }, nominal: 0.6, low: 0.4, high: 0.9 }], where: 'Base of Q14', setUp: 'RF probe, dummy load on', hazard: 'rf', minutes: 2 },
  { id: 'TP24', name: 'driver output', section: 'driver', sees: 'signal', unit: 'V', expect: [{ condition: keyedAm, nominal: 3.2, low: 2.4, high: 4.2 }], where: 'Base of Q15', setUp: 'RF probe, dummy load on', hazard: 'rf', minutes: 2 },
  { id: 'TP25', name: 'final collector', section: 'pa', sees: 'own', unit: 'V', expect: [{ condition: { keyed: true }, nominal: 13.3, low: 12.6, high: 14 }], where: 'Collector of Q15', hazard: 'rf', minutes: 2 },
];

const limits: CardInput['limits'] = [
  { id: 'frequency-error', word: 'freq', name: 'Frequency error', condition: { keyed: true, channel: 19 }, unit: 'Hz', low: -600, high: 600, hazard: 'rf' },
  { id: 'power-am', word: 'pwr', name: 'Carrier power AM', condition: { keyed: true, mode: 'AM', channel: 19 }, unit: 'W', low: 3.4, high: 4, hazard: 'rf' },
  { id: 'power-am-40', word: 'pwr', name: 'Carrier power AM', condition: { keyed: true, mode: 'AM', channel: 40 }, unit: 'W', low: 3.4, high: 4, hazard: 'rf' },
  { id: 'power-fm', word: 'pwr', name: 'Carrier power FM', condition: { keyed: true, mode: 'FM', channel: 19 }, unit: 'W', low: 3.4, high: 4, hazard: 'rf' },
  { id: 'deviation', word: 'dev', name: 'Deviation FM', condition: { keyed: true, mode: 'FM', channel: 19 }, unit: 'Hz', low: 1500, high: 2000, how: '1 kHz at 20 mV into the microphone socket', hazard: 'rf' },
  { id: 'sensitivity-am', word: 'sens', name: 'Sensitivity AM, 10 dB (S+N)/N', condition: { keyed: false, mode: 'AM', channel: 19 }, unit: 'V', high: 1e-6, how: '1 kHz at 30 %' },
  { id: 'sensitivity-fm', word: 'sens', name: 'Sensitivity FM, 12 dB SINAD', condition: { keyed: false, mode: 'FM', channel: 19 }, unit: 'V', high: 0.5e-6, how: '1 kHz at 1.5 kHz deviation' },
  { id: 'squelch-opens', word: 'sql', name: 'Squelch opens, AM', condition: { keyed: false, mode: 'AM', channel: 19 }, unit: 'V', low: 0.3e-6, high: 0.7e-6, how: 'Knob at first click' },
  { id: 'meter-s9', word: 's9', name: 'Meter reads S9', condition: { keyed: false, mode: 'AM', channel: 19 }, unit: 'V', low: 70e-6, high: 140e-6, how: 'This shop uses 100 µV' },
  { id: 'current-keyed', word: 'amps', name: 'Current, transmit AM', condition: { keyed: true, mode: 'AM', channel: 19 }, unit: 'A', low: 1, high: 1.4, how: 'No modulation', hazard: 'rf' },
  { id: 'harmonic-2', word: 'h2', name: '2nd harmonic, 54.370 MHz', condition: { keyed: true, mode: 'AM', channel: 19 }, unit: 'dBc', high: -60, hazard: 'rf' },
];

const levels: Row<readonly [string, number]> = [
  ['mixer-1', -38],
  ['filter-10', -43],
  ['mixer-2', -30],
  ['filter-455', -36],
  ['if-amp', -6],
];

export const oxbraeOb7: CardInput = {
  format: 'amber-relay-card',
  version: 1,
  id: 'oxbrae-ob7',
  chassis: 'Oxbrae OB-7',
  kind: 'cb-pll',
  madeFrom: 1983,
  madeTo: 1991,
  supply: { kind: 'dc', nominalV: 13.8, currentLimitA: 2 },
  channelPlan: 'cb-us-40',
  channels: { from: 1, to: 40, usual: 19 },
  modes: ['AM', 'FM'],
  models: [
    { id: 'wren-40', maker: 'Oxbrae', name: 'Wren 40' },
    {
      id: 'teal-40', maker: 'Skarrow Marine', name: 'Teal 40', note: 'The same chassis without hailer, with a 3 A fuse.',
      differs: [
        { act: 'drop', list: 'functions', item: 'hailer' },
        { act: 'set', list: 'parts', item: 'F1', fields: { value: '3 A quick' } },
        { act: 'set', list: 'coldChecks', item: 'fuse', fields: { expect: '3 A quick' } },
      ],
    },
  ],
  sections, parts, functions, testPoints, limits,
  injections: [
    { id: 'into-rf', name: 'Put 27.185 MHz in at the base of Q3, hear it in AM', into: 'rf-amp', hz: 27.185e6, dBm: -50, responds: 'receive-am' },
    { id: 'into-455', name: 'Put 455 kHz in after the 455 filter, hear it in AM', into: 'if-amp', hz: 455e3, dBm: -36, responds: 'receive-am' },
    { id: 'into-10695', name: 'Put 10.695 MHz in before the 2nd mixer, hear it in AM', into: 'mixer-2', hz: 10.695e6, dBm: -43, responds: 'receive-am' },
    { id: 'into-audio', name: 'Put 1 kHz in at the top of the volume control', into: 'af-amp', hz: 1000, dBm: -20, responds: 'receive-am', minutes: 2 },
  ],
  forcings: [
    { id: 'hold-agc', name: 'Hold the AGC line at 2.3 V, try receive AM', line: 'agc', value: 2.3, limit: 4, unit: 'V', responds: 'receive-am', cuts: ['agc'] },
    { id: 'hold-tuning', name: 'Hold the tuning line at 3.1 V, try receive AM near ch 19', line: 'loop-filter', value: 3.1, limit: 7, unit: 'V', responds: 'receive-am', cuts: ['loop-filter', 'phase-detector', 'divider', 'channel-switch'] },
  ],
  access: [
    { id: 'top-cover', remove: 'top cover, 4 screws', minutes: 2 },
    { id: 'vco-shield', remove: 'VCO shield, 2 tags to unsolder', minutes: 4, behind: 'top-cover' },
  ],
  coldChecks: [
    { id: 'fuse', name: 'Fuse fitted', expect: '2 A quick' },
    { id: 'polarity', name: 'Supply lead polarity', expect: 'red to plus, black to minus' },
    { id: 'shorts', name: 'Resistance across the supply, switched on', expect: 'above 20 Ω after charging', unit: 'ohm', low: 20 },
    { id: 'current-limit', name: 'Bench supply current limit set', expect: '2 A for first power', unit: 'A', high: 2 },
  ],
  hazards: [
    { kind: 'rf', text: 'Key only into a 50 Ω dummy load of 5 W or more; RF burns, and an open socket kills the final.' },
    { kind: 'esd', text: 'Q6 and IC2 are damaged by static: wrist strap and earthed iron.' },
    { kind: 'solvent', text: 'Contact cleaner and flux remover: fresh air, supply off, no sparks until dry.' },
  ],
  alignment: [
    { id: 'align-reference', name: 'Reference', adjust: ['C33'], at: 'TP3', expect: '10.24000 MHz' },
    { id: 'align-vco', name: 'VCO', adjust: ['L4'], at: 'TP7', expect: '3.10 V on ch 19', after: ['align-reference'] },
    { id: 'align-if', name: 'IF coils', adjust: ['T2', 'T3'], at: 'TP17', expect: 'a real peak', after: ['align-vco'] },
    { id: 'align-tx', name: 'Transmit mixer coil', adjust: ['T8'], at: 'TP24', expect: 'a real peak', after: ['align-vco'] },
  ],
  frequencyPlan: [
    { id: 'fp-reference', section: 'reference', does: 'oscillates', hz: 10.24e6 },
    { id: 'fp-step', section: 'phase-detector', from: ['fp-reference'], does: 'divides', factor: 1024 },
    { id: 'fp-vco', section: 'vco', from: ['fp-step'], does: 'locks' },
    { id: 'fp-tx-crystal', section: 'osc-tx', does: 'oscillates', hz: 10.695e6 },
    { id: 'fp-tx', section: 'tx-mixer', from: ['fp-vco', 'fp-tx-crystal'], does: 'mixes-up' },
  ],
  levels: levels.map(([after, dBm]) => ({ after, dBm, condition: am })),
  loops: [{ id: 'loop', name: 'phase-locked loop', sections: ['vco', 'vco-buffer', 'divider', 'phase-detector', 'loop-filter'], openAt: 'R14', forcing: 'hold-tuning' }],
  sheets: [
    { id: 'sheet-1', title: 'Schematic', kind: 'schematic' },
    { id: 'sheet-2', title: 'Board, part side', kind: 'board' },
  ],
};
