import type { Card } from '../../../core/src/card';
import { DrawnCard } from './drawn-card';

const numbers = (from: number, to: number): number[] => Array.from({ length: to - from + 1 }, (_, i) => from + i);

/** A set of one channel plan, made by crystals, with the amplitude modulated in the collector: 24 to 28 sections. */
function crystalSet(name: string, seed: number, stages: number): Card {
  const d = new DrawnCard(name, seed);
  d.s('lead', 'connector', 'JOED').s('eight-volts', 'regulator', 'UEE', 's:lead').s('changeover', 'relay', 'KDQ', 's:lead');
  d.p('lead', 'own V 13.6 4%', 'rx', 'tx').p('eight-volts', 'own V 8 4%').p('changeover', 'own V 12.8 6%', 'tx');
  d.s('selector', 'switch', 'SJ', '', 'front');
  d.s('crystals-r', 'oscillator', 'XXXX', 'w:selector', 'front').s('crystals-t', 'oscillator', 'XXXX', 'w:selector', 'front');
  d.s('osc-r', 'oscillator', 'QCRN', 's:eight-volts i:crystals-r').s('osc-t', 'oscillator', 'QCRT', 's:eight-volts i:crystals-t?tx');
  d.p('osc-r', 'own Hz 26510000 0.001%', 'rx').p('osc-t', 'own Hz 26965000 0.001%', 'tx').p('osc-r', 'own V 1.1 25%');
  d.s('aerial', 'filter', 'LCCJ').s('rf', 'amplifier', 'QTTE', 's:eight-volts c:agc').s('mix', 'mixer', 'QTT', 's:eight-volts i:osc-r');
  const ifs = numbers(1, stages).map((i) => `if-${i}`);
  d.s('filt', 'filter', 'ZTC');
  ifs.forEach((id) => d.s(id, 'amplifier', 'QTER', `s:eight-volts${id === 'if-1' ? ' c:agc' : ''}`));
  d.s('det', 'detector', 'DDCR').s('agc', 'control', 'EDRR', 'i:det').s('squelch', 'switch', 'QPE', 's:eight-volts c:agc');
  d.s('af-pre', 'audio', 'QEPR', 's:eight-volts').s('af-out', 'audio', 'YYGEE', 's:lead').s('horn', 'connector', 'JJ', 'w:changeover?rx');
  d.s('mike', 'audio', 'QEJ', 's:eight-volts w:changeover?tx').s('modulator', 'transformer', 'G', '');
  d.s('drive-1', 'amplifier', 'QTT', 's:changeover')
    .s('drive-2', 'amplifier', 'QTLE', 's:modulator')
    .s('final', 'power-amplifier', 'YLCE', 's:modulator');
  let level = -62;
  for (const id of ['rf', 'mix', 'filt', ...ifs]) {
    level += id === 'filt' ? -5 : 14;
    d.p(id, `signal dBm ${level} 4`, 'rx&mode=AM');
    if (id !== 'filt') d.p(id, `own V ${d.chance.oneOf([1.4, 2.1, 3.2, 6.8])} 12%`, 'rx');
  }
  d.p('det', 'signal V 0.2 30%', 'rx').p('agc', 'own V 1.9 12%', 'rx').p('af-pre', 'own V 4.2 12%').p('af-out', 'own V 13.1 5%');
  d.p('drive-1', 'signal V 2.4 25%', 'tx').p('drive-2', 'signal V 9 25%', 'tx').p('final', 'signal W 3.8 18%', 'tx');
  const rx = ['rf', 'mix', 'filt', ...ifs, 'det', 'squelch', 'af-pre', 'af-out', 'horn'].join(' ');
  d.f('hears', 'receive', 'rx&mode=AM', `aerial ${rx}`)
    .f('hears-all-channels', 'receive', 'rx&mode=AM', `selector crystals-r osc-r aerial ${rx}`, 4)
    .f('sends', 'transmit', 'tx&mode=AM', 'osc-t drive-1 drive-2 final aerial')
    .f('sends-all-channels', 'transmit', 'tx&mode=AM', 'selector crystals-t osc-t drive-1 drive-2 final aerial', 4)
    .f('is-modulated', 'transmit', 'tx&mode=AM', 'mike af-pre af-out modulator final aerial')
    .f('squelch-closes', 'control', 'rx', 'squelch')
    .f('relay-pulls-in', 'control', 'tx', 'changeover');
  d.put('filt', 'hears').put('af-pre', 'hears').force('agc', 1.9, 'hears', 'agc');
  return d.card('cb-crystal', 'AM');
}

/** A mobile for FM with one loop, a processor and diode switching: 34 to 40 sections. */
function mobile(name: string, seed: number, power: number, split: boolean): Card {
  const d = new DrawnCard(name, seed);
  d.s('plug', 'connector', 'JOED').s('main-5', 'regulator', 'UE', 's:plug').s('main-9', 'regulator', 'UEE', 's:plug');
  d.s('cpu', 'control', 'IXJ', 's:main-5', 'front')
    .s('t9', 'switch', 'QQD', 's:main-9 w:cpu?tx')
    .s('r9', 'switch', 'QD', 's:main-9 w:cpu?rx');
  d.p('plug', 'own V 13.8 4%')
    .p('main-5', 'own V 5 3%')
    .p('main-9', 'own V 9 3%')
    .p('t9', 'own V 8.7 4%', 'tx')
    .p('r9', 'own V 8.7 4%', 'rx');
  d.s('keypad', 'display', 'SJ', 's:main-5', 'front').s('tcxo', 'oscillator', 'XNC', 's:main-5', 'synthesiser');
  d.s('synth', 'loop', 'ICE', 's:main-5 i:tcxo i:lo-amp c:cpu', 'synthesiser').s('lag', 'loop', 'RCE', 'c:synth', 'synthesiser');
  const oscillators = split ? ['vco-r', 'vco-t'] : ['vco'];
  for (const id of oscillators)
    d.s(id, 'oscillator', 'FBLN', `c:lag ${id === 'vco-t' ? 's:t9' : id === 'vco-r' ? 's:r9' : 's:main-9'}`, 'synthesiser');
  d.s('lo-amp', 'amplifier', 'QCR', `s:main-9 ${split ? 'i:vco-r?rx i:vco-t?tx' : 'i:vco'}`, 'synthesiser');
  d.p('tcxo', 'own Hz 12800000 0.0004%').p('lag', 'own V 3.3 12%', 'rx', 'tx').p('lo-amp', 'own Hz 124300000 0.0004%', 'rx');
  d.p('lo-amp', 'own V 1.6 20%').p('synth', 'own V 4.9 4%');
  d.s('lpf', 'filter', 'LLCC')
    .s('aerial-switch', 'switch', 'AALC', 's:t9?tx')
    .s('front', 'filter', 'TTB')
    .s('lna', 'amplifier', 'FLCR', 's:r9');
  d.s('mix-1', 'mixer', 'FT', 's:r9 i:lo-amp').s('xtal-filter', 'filter', 'ZZT').s('if-high', 'amplifier', 'QTR', 's:r9');
  d.s('second-osc', 'oscillator', 'XC', 's:r9')
    .s('if-chip', 'detector', 'IZTE', 's:r9 i:second-osc')
    .s('deemph', 'audio', 'ICR', 's:main-9');
  d.s('mute', 'switch', 'QPI', 's:main-9 i:if-chip')
    .s('volume', 'audio', 'PJ', '')
    .s('af-power', 'audio', 'IEE', 's:plug')
    .s('speaker', 'connector', 'J');
  d.s('mic', 'connector', 'JJ', '', 'front').s('limiter', 'audio', 'IPE', 's:main-9').s('predrive', 'amplifier', 'QCL', 's:t9 i:lo-amp');
  d.s('driver', 'amplifier', 'YLC', 's:t9')
    .s('pa', 'power-amplifier', 'MWE', 's:plug b:apc')
    .s('detector-p', 'detector', 'DDR')
    .s('apc', 'control', 'QIP', 's:t9 c:detector-p');
  d.p('lna', 'signal dBm -76 4', 'rx')
    .p('mix-1', 'signal dBm -70 4', 'rx')
    .p('xtal-filter', 'signal dBm -73 4', 'rx')
    .p('if-high', 'signal dBm -57 4', 'rx');
  d.p('lna', 'own V 6.2 12%', 'rx')
    .p('if-high', 'own V 2 12%', 'rx')
    .p('if-chip', 'own V 5.1 8%', 'rx')
    .p('if-chip', 'signal V 0.31 25%', 'rx');
  d.p('deemph', 'signal V 0.25 25%', 'rx').p('af-power', 'signal V 1.4 25%', 'rx').p('af-power', 'own V 6.7 8%');
  d.p('predrive', 'signal dBm 6 3', 'tx')
    .p('driver', 'signal dBm 22 3', 'tx')
    .p('pa', `signal W ${power} 15%`, 'tx')
    .p('apc', 'own V 5.4 15%', 'tx');
  d.p('pa', 'own A 5 20%', 'tx').p('limiter', 'signal V 0.4 20%', 'tx').p('second-osc', 'own V 1.2 20%');
  const hears = 'lpf aerial-switch front lna mix-1 xtal-filter if-high if-chip deemph mute volume af-power speaker';
  d.f('receives', 'receive', 'rx', hears)
    .f('sends', 'transmit', 'tx', 'predrive driver pa aerial-switch lpf')
    .f('speech', 'transmit', 'tx', `mic limiter ${split ? 'vco-t' : 'vco'} lo-amp predrive driver pa aerial-switch lpf`);
  d.f('display-lit', 'control', '', 'keypad cpu')
    .f('squelch', 'control', 'rx', 'if-chip mute')
    .f('beeps', 'control', '', 'cpu volume af-power speaker');
  d.f('power-holds', 'transmit', 'tx', 'pa detector-p apc', 2).f('hold-on-frequency', 'control', '', 'tcxo synth lag lo-amp', 2);
  d.put('if-chip', 'receives').put('xtal-filter', 'receives').put('af-power', 'receives').force('lag', 3.3, 'receives', 'lag synth');
  d.loop('loop', ['synth', 'lag', ...oscillators, 'lo-amp'].join(' ')).loop('power', 'pa detector-p apc');
  return d.card('vhf-uhf-fm', 'FM');
}

/** A short-wave set with valves in the transmitter, one oscillator for tuning and a crystal for each band: 46 to 54 sections. */
function hybrid(name: string, seed: number, bands: readonly string[], ifs: number): Card {
  const d = new DrawnCard(name, seed);
  d.s('mains', 'connector', 'JOS')
    .s('mains-tf', 'transformer', 'G', 's:mains')
    .s('hv', 'rectifier', 'DDEEHH', 's:mains-tf')
    .s('screen', 'rectifier', 'DEH', 's:mains-tf');
  d.s('neg', 'rectifier', 'DEP', 's:mains-tf').s('glow', 'transformer', 'J', 's:mains-tf').s('low', 'rectifier', 'DDE', 's:mains-tf');
  d.s('v12', 'regulator', 'UE', 's:low')
    .s('v6', 'regulator', 'UQE', 's:v12')
    .s('vox-ptt', 'switch', 'QQPJ', 's:v12')
    .s('relay', 'relay', 'KK', 's:v12 w:vox-ptt?tx');
  d.s('trans-line', 'switch', 'QD', 's:v12 w:relay?tx').s('rec-line', 'switch', 'QD', 's:v12 w:relay?rx');
  d.p('hv', 'own V 820 8%', 'rx').p('screen', 'own V 210 6%').p('neg', 'own V -55 8%').p('v12', 'own V 12 4%').p('v6', 'own V 6 4%');
  d.p('trans-line', 'own V 11.6 5%', 'tx').p('rec-line', 'own V 11.6 5%', 'rx').p('glow', 'own V 12.6 6%');
  d.s('band-switch', 'switch', 'SSJ', '', 'front').s('mode-switch', 'switch', 'SJ', '', 'front');
  for (const band of bands) d.s(`xtal-${band}`, 'oscillator', 'XN', `w:band-switch?band=${band}`);
  d.s('band-osc', 'oscillator', 'QTR', `s:v6 ${bands.map((b) => `i:xtal-${b}?band=${b}`).join(' ')}`).s(
    'tuning',
    'oscillator',
    'FNLP',
    's:v6',
    'vfo',
  );
  d.s('premix', 'mixer', 'QQT', 's:v12 i:band-osc i:tuning')
    .s('premix-filter', 'filter', 'TTT', 'i:premix w:band-switch')
    .s('injection', 'amplifier', 'QTE', 's:v12 i:premix-filter');
  d.s('carrier-xtals', 'oscillator', 'XXN', 'w:mode-switch').s('carrier', 'oscillator', 'QTC', 's:v12 i:carrier-xtals');
  d.p('band-osc', 'own V 0.5 30%')
    .p('tuning', 'own Hz 5250000 0.01%')
    .p('injection', 'own V 0.9 30%')
    .p('carrier', 'own Hz 8998500 0.002%', 'mode=USB')
    .p('carrier', 'own V 0.7 30%');
  d.p('injection', 'own Hz 23245000 0.01%', `band=${bands[0] ?? ''}`);
  d.s('coax-relay', 'relay', 'KJ', 'w:vox-ptt?tx')
    .s('preselect', 'filter', 'TTNS')
    .s('rf', 'amplifier', 'FTTE', 's:rec-line c:agc')
    .s('rx-mix', 'mixer', 'FFT', 's:rec-line i:injection');
  d.s('blanker', 'switch', 'DDQT', 's:rec-line').s('ssb-filter', 'filter', 'ZTT');
  const chain = numbers(1, ifs).map((i) => `if-${i}`);
  chain.forEach((id, i) => d.s(id, 'amplifier', 'QTER', `s:v12${i < 2 ? ' c:agc' : ''}`));
  d.s('product', 'detector', 'DDTR', 'i:carrier')
    .s('agc', 'control', 'FQEDP', 's:v12 i:' + (chain.at(-1) ?? 'ssb-filter'))
    .s('af-1', 'audio', 'QEP', 's:v12')
    .s('af-2', 'audio', 'IEE', 's:low');
  d.s('phones', 'connector', 'JW', '').s('meter', 'display', 'JP', 'i:agc?rx');
  d.s('mic-amp', 'audio', 'QQEP', 's:trans-line')
    .s('balanced', 'mixer', 'DDTN', 's:trans-line i:carrier')
    .s('tx-if', 'amplifier', 'QTT', 's:trans-line c:alc')
    .s('tx-mix', 'mixer', 'QQTT', 's:trans-line i:injection');
  d.s('drive', 'valve', 'VTTC', 's:screen s:glow w:relay?tx')
    .s('finals', 'valve', 'VVHC', 's:hv b:neg s:glow')
    .s('pi', 'tank', 'NNLC')
    .s('alc', 'control', 'DEP', 'c:finals');
  d.p('alc', 'own V 0.2 1.2', 'tx')
    .p('finals', 'own A 0.25 18%', 'tx')
    .p('drive', 'own V 195 8%', 'tx')
    .p('pi', 'signal W 95 15%', 'tx&mode=USB');
  let level = -58;
  for (const id of ['rf', 'rx-mix', 'blanker', 'ssb-filter', ...chain]) {
    level += id === 'ssb-filter' || id === 'blanker' ? -4 : 12;
    d.p(id, `signal dBm ${level} 4`, `rx&mode=USB&band=${bands[0] ?? ''}`);
    d.p(id, `own V ${d.chance.oneOf([1.2, 2.6, 3.3, 8.2])} 12%`, 'rx');
  }
  d.p('product', 'signal V 0.06 30%', 'rx&mode=USB')
    .p('agc', 'own V 3.1 10%', 'rx')
    .p('af-2', 'own V 11 10%')
    .p('mic-amp', 'signal V 0.3 30%', 'tx')
    .p('tx-if', 'signal dBm -6 4', 'tx&mode=USB')
    .p('tx-mix', 'signal V 0.25 25%', 'tx&mode=USB');
  d.p('drive', 'signal V 48 25%', 'tx&mode=USB');
  const ear = `coax-relay preselect rf rx-mix blanker ssb-filter ${chain.join(' ')} product af-1 af-2 phones`;
  const air = 'balanced ssb-filter tx-if tx-mix drive finals pi coax-relay';
  for (const band of bands) {
    d.f(`hears-usb-${band}`, 'receive', `rx&mode=USB&band=${band}`, `band-switch ${ear}`).f(
      `sends-usb-${band}`,
      'transmit',
      `tx&mode=USB&band=${band}`,
      `mic-amp band-switch ${air}`,
      2,
    );
  }
  d.f('hears-cw', 'receive', `rx&mode=CW&band=${bands[0] ?? ''}`, `mode-switch ${ear}`).f(
    'sends-cw',
    'transmit',
    `tx&mode=CW&band=${bands[0] ?? ''}`,
    `mode-switch carrier tx-if tx-mix drive finals pi coax-relay`,
    2,
  );
  d.f('s-meter', 'control', 'rx', `preselect rf rx-mix blanker ssb-filter ${chain.join(' ')} agc meter`)
    .f('relay-clicks', 'control', 'tx', 'vox-ptt relay')
    .f('valves-glow', 'control', '', 'glow')
    .f('dial-lamps', 'control', '', 'low');
  d.put('ssb-filter', `hears-usb-${bands[0] ?? ''}`)
    .put('af-1', `hears-usb-${bands[0] ?? ''}`)
    .force('agc', 3.1, `hears-usb-${bands[0] ?? ''}`, 'agc');
  d.loop('agc-loop', ['rf', ...chain, 'agc'].join(' '));
  return d.card('hf-hybrid', 'USB CW', bands.join(' '));
}

/** A linear amplifier of two to four boards side by side: 20 to 26 sections. */
function fourBoards(name: string, seed: number, boards: number, bands: readonly string[]): Card {
  const d = new DrawnCard(name, seed);
  d.s('bolts', 'connector', 'JOOW')
    .s('fans', 'control', 'QJ', 's:bolts')
    .s('key', 'switch', 'QJD', 's:bolts')
    .s('bias-reg', 'regulator', 'UPE', 's:bolts w:key?tx')
    .s('delay', 'control', 'QE', 's:bolts i:key');
  d.s('in-relay', 'relay', 'K', 's:bolts w:delay?tx')
    .s('out-relay', 'relay', 'KW', 's:bolts w:delay?tx')
    .s('in-match', 'filter', 'TRC')
    .s('split', 'transformer', 'GRR')
    .s('join', 'transformer', 'GRRW');
  const ids = numbers(1, boards).map((i) => `board-${i}`);
  ids.forEach((id) => d.s(id, 'power-amplifier', 'YYTEW', 's:bolts b:bias-reg', id));
  for (const band of bands) d.s(`lpf-${band}`, 'filter', 'LLCC', `w:lpf-relays?band=${band}`);
  d.s('lpf-relays', 'relay', 'KKKK', 's:bolts c:band-select')
    .s('band-select', 'switch', 'SJ', '', 'front')
    .s('bridge', 'detector', 'DDTN')
    .s('trip', 'control', 'QIKP', 's:bolts i:bridge')
    .s('bars', 'display', 'IJ', 's:bolts i:bridge');
  d.p('bolts', 'own V 13.8 3%', 'rx', 'tx')
    .p('bias-reg', 'own V 0.66 4%', 'tx')
    .p('key', 'own V 13.2 5%', 'tx')
    .p('delay', 'own V 12.6 6%', 'tx')
    .p('split', 'signal W 9 20%', 'tx')
    .p('in-match', 'signal W 10 20%', 'tx');
  ids.forEach((id) => d.p(id, 'own A 14 15%', 'tx').p(id, `own V 13.4 4%`, 'tx').p(id, 'own ohm 60 30%'));
  d.p('join', `signal W ${110 * boards} 15%`, 'tx')
    .p('bridge', 'own V 2.1 20%', 'tx')
    .p('lpf-relays', 'own V 13.1 6%');
  const through = `( ${ids.join(' | ')} )`;
  for (const band of bands) {
    d.f(`amplifies-${band}`, 'transmit', `tx&band=${band}`, `in-relay in-match split ${through} join lpf-${band} bridge out-relay`).f(
      `passes-${band}`,
      'receive',
      `rx&band=${band}`,
      'out-relay in-relay',
    );
  }
  d.f('keys', 'control', 'tx', 'key delay in-relay out-relay')
    .f('fans-run', 'control', '', 'fans')
    .f('bars-follow', 'control', 'tx', 'bridge bars')
    .f('trips', 'control', 'tx', 'bridge trip', 3);
  return d.card('linear-amplifier', 'SSB', bands.join(' '));
}

/** A repeater with receiver, transmitter and what links them: 40 to 44 sections. */
function repeater(name: string, seed: number, helpers: number): Card {
  const d = new DrawnCard(name, seed);
  d.s('mains', 'connector', 'JO')
    .s('psu', 'rectifier', 'GDEE', 's:mains')
    .s('pass', 'regulator', 'YYUE', 's:psu')
    .s('battery', 'switch', 'KDO', 's:pass')
    .s('ten', 'regulator', 'UE', 's:battery')
    .s('five', 'regulator', 'UE', 's:battery');
  d.p('psu', 'own V 22 8%')
    .p('pass', 'own V 13.8 3%', 'rx', 'tx')
    .p('battery', 'own V 13.4 4%')
    .p('ten', 'own V 10 3%')
    .p('five', 'own V 5 3%');
  d.s('logic', 'control', 'IXE', 's:five', 'logic')
    .s('watch', 'control', 'IE', 's:five i:logic', 'logic')
    .s('ident', 'audio', 'IR', 's:five i:logic', 'logic');
  d.s('duplexer-r', 'filter', 'JL', '', 'cavity')
    .s('duplexer-t', 'filter', 'JL', '', 'cavity')
    .s('preamp', 'amplifier', 'FLD', 's:ten', 'receiver')
    .s('helical', 'filter', 'TT', '', 'receiver');
  for (const i of numbers(1, helpers)) d.s(`rx-if-${i}`, 'amplifier', 'QTR', 's:ten', 'receiver');
  d.s('rx-xtal', 'oscillator', 'XN', '', 'receiver')
    .s('rx-osc', 'oscillator', 'QTC', 's:ten i:rx-xtal', 'receiver')
    .s('tripler', 'amplifier', 'QTT', 's:ten i:rx-osc', 'receiver')
    .s('rx-mix', 'mixer', 'FT', 's:ten i:tripler', 'receiver');
  d.s('if-filter', 'filter', 'ZT', '', 'receiver')
    .s('discriminator', 'detector', 'ITZ', 's:ten', 'receiver')
    .s('cor', 'switch', 'IP', 's:ten i:discriminator', 'receiver')
    .s('line', 'audio', 'IPE', 's:ten', 'logic')
    .s('gate', 'switch', 'IQ', 's:five w:cor', 'logic');
  d.s('tx-key', 'switch', 'QK', 's:battery w:logic?tx', 'transmitter')
    .s('tx-xtal', 'oscillator', 'XN', '', 'transmitter')
    .s('tx-osc', 'oscillator', 'QTC', 's:tx-key i:tx-xtal', 'transmitter')
    .s('phase', 'mixer', 'BQ', 's:tx-key i:tx-osc', 'transmitter');
  for (const i of [1, 2]) d.s(`mult-${i}`, 'amplifier', 'QTT', `s:tx-key i:${i === 1 ? 'phase' : 'mult-1'}`, 'transmitter');
  d.s('exciter', 'amplifier', 'YLC', 's:tx-key', 'transmitter')
    .s('pa', 'power-amplifier', 'MWE', 's:battery b:levelling', 'heat sink')
    .s('levelling', 'control', 'QP', 's:tx-key', 'transmitter')
    .s('isolator', 'filter', 'JR', '', 'cavity')
    .s('lamps', 'display', 'J', 's:five i:logic');
  d.p('rx-osc', 'own Hz 45100000 0.0006%')
    .p('tripler', 'own V 0.4 30%')
    .p('preamp', 'signal dBm -62 4', 'rx')
    .p('helical', 'signal dBm -65 4', 'rx')
    .p('rx-mix', 'signal dBm -58 4', 'rx')
    .p('if-filter', 'signal dBm -62 4', 'rx');
  let level = -62;
  for (const i of numbers(1, helpers)) {
    level += 15;
    d.p(`rx-if-${i}`, `signal dBm ${level} 4`, 'rx').p(`rx-if-${i}`, 'own V 2.2 12%');
  }
  d.p('discriminator', 'signal V 0.35 25%', 'rx')
    .p('line', 'signal V 0.5 20%', 'rx')
    .p('cor', 'own V 4.6 10%', 'rx')
    .p('gate', 'own V 4.7 10%', 'rx');
  d.p('tx-osc', 'own Hz 14500000 0.0006%', 'tx')
    .p('tx-key', 'own V 13.1 5%', 'tx')
    .p('mult-1', 'own V 1.1 30%', 'tx')
    .p('mult-2', 'own V 1.4 30%', 'tx')
    .p('exciter', 'signal W 0.4 25%', 'tx')
    .p('pa', 'signal W 30 15%', 'tx')
    .p('levelling', 'own V 6 15%', 'tx');
  const rx = `duplexer-r preamp helical rx-mix if-filter ${numbers(1, helpers)
    .map((i) => `rx-if-${i}`)
    .join(' ')} discriminator`;
  const tx = 'tx-osc phase mult-1 mult-2 exciter pa isolator duplexer-t';
  d.f('hears', 'receive', 'rx', `${rx} line`)
    .f('opens', 'control', 'rx', `${rx} cor gate`, 2)
    .f('carrier', 'transmit', 'tx', tx)
    .f('repeats', 'transmit', 'tx', `line gate ${tx}`, 2)
    .f('ident', 'transmit', 'tx', `ident ${tx}`, 3);
  d.f('lamps', 'control', '', 'lamps').f('on-battery', 'control', '', 'battery', 3).f('recovers', 'control', '', 'watch logic', 2);
  d.put('if-filter', 'hears').put('discriminator', 'hears').put('line', 'repeats');
  return d.card('repeater', 'FM');
}

/** Two bands in one case, each with its own front, loop and output: 44 to 50 sections. */
function twoBands(name: string, seed: number, sharedIf: boolean): Card {
  const d = new DrawnCard(name, seed);
  d.s('cell', 'connector', 'JOW')
    .s('three', 'regulator', 'UE', 's:cell')
    .s('head', 'control', 'IXJ', 's:three', 'front')
    .s('screen', 'display', 'IJ', 's:three i:head', 'front')
    .s('ref', 'oscillator', 'XN', 's:three');
  d.p('cell', 'own V 7.4 5%', 'rx', 'tx').p('three', 'own V 3.3 3%').p('ref', 'own Hz 14400000 0.0003%');
  for (const band of ['two', 'seventy']) {
    d.s(`r-${band}`, 'switch', 'QD', `s:cell w:head?rx&band=${band}`).s(`t-${band}`, 'switch', 'QD', `s:cell w:head?tx&band=${band}`);
    d.s(`pll-${band}`, 'loop', 'IC', `s:three i:ref i:buf-${band} c:head`, 'synthesiser')
      .s(`lag-${band}`, 'loop', 'RE', `c:pll-${band}`, 'synthesiser')
      .s(`vco-${band}`, 'oscillator', 'FBL', `s:three c:lag-${band}`, 'synthesiser')
      .s(`buf-${band}`, 'amplifier', 'QR', `s:three i:vco-${band}`, 'synthesiser');
    d.s(`sw-${band}`, 'switch', 'AAL', `s:t-${band}?tx`)
      .s(`fe-${band}`, 'filter', 'TB')
      .s(`lna-${band}`, 'amplifier', 'FL', `s:r-${band}`)
      .s(`mix-${band}`, 'mixer', 'FT', `s:r-${band} i:buf-${band}`);
    d.s(`drv-${band}`, 'amplifier', 'QLC', `s:t-${band} i:buf-${band}`).s(`pa-${band}`, 'power-amplifier', 'MW', `s:cell b:apc`);
    d.p(`lag-${band}`, 'own V 1.6 15%', `rx&band=${band}`)
      .p(`buf-${band}`, 'own V 0.3 30%', `band=${band}`)
      .p(`lna-${band}`, 'signal dBm -70 4', `rx&band=${band}`)
      .p(`mix-${band}`, 'signal dBm -66 4', `rx&band=${band}`);
    d.p(`drv-${band}`, 'signal dBm 17 3', `tx&band=${band}`)
      .p(`pa-${band}`, 'signal W 5 15%', `tx&band=${band}`)
      .p(`r-${band}`, 'own V 6.9 5%', `rx&band=${band}`)
      .p(`t-${band}`, 'own V 6.9 5%', `tx&band=${band}`);
    if (!sharedIf) d.s(`filter-${band}`, 'filter', 'ZT').s(`back-${band}`, 'detector', 'IZT', `s:r-${band} i:second`);
  }
  d.s('diplexer', 'filter', 'LCJ')
    .s('apc', 'control', 'QD', 's:cell')
    .s('second', 'oscillator', 'XC', 's:three')
    .s('mic-amp', 'audio', 'QE', 's:three')
    .s('tone', 'audio', 'IR', 's:three i:head');
  if (sharedIf) d.s('filter', 'filter', 'ZT').s('if-amp', 'amplifier', 'QT', 's:three').s('back', 'detector', 'IZT', 's:three i:second');
  d.s('af', 'audio', 'IEP', 's:cell')
    .s('squelch', 'switch', 'QI', 's:three')
    .s('speaker', 'connector', 'JW')
    .s('charger', 'regulator', 'UQE', '');
  d.p('af', 'own V 3.6 8%')
    .p('second', 'own V 0.6 25%')
    .p('apc', 'own V 3 20%', 'tx')
    .p(sharedIf ? 'back' : 'back-two', 'signal V 0.2 25%', `rx&band=two`)
    .p('mic-amp', 'signal V 0.1 25%', 'tx');
  for (const band of ['two', 'seventy']) {
    const back = sharedIf ? 'filter if-amp back' : `filter-${band} back-${band}`;
    d.f(`hears-${band}`, 'receive', `rx&band=${band}`, `diplexer sw-${band} fe-${band} lna-${band} mix-${band} ${back} squelch af speaker`)
      .f(`sends-${band}`, 'transmit', `tx&band=${band}`, `drv-${band} pa-${band} sw-${band} diplexer`)
      .f(`speech-${band}`, 'transmit', `tx&band=${band}`, `mic-amp vco-${band} buf-${band} drv-${band} pa-${band} sw-${band} diplexer`);
  }
  d.f('screen', 'control', '', 'screen')
    .f('beep', 'control', '', 'head af speaker')
    .f('tone', 'transmit', 'tx&band=two', 'tone vco-two buf-two drv-two pa-two sw-two diplexer', 2)
    .f('charges', 'control', '', 'charger');
  for (const band of ['two', 'seventy']) d.loop(`loop-${band}`, `pll-${band} lag-${band} vco-${band} buf-${band}`);
  d.put(sharedIf ? 'back' : 'back-two', 'hears-two').put('af', 'hears-two');
  return d.card('hand-held', 'FM', 'two seventy');
}

/** A short-wave set that mixes upwards with two loops: 56 to 62 sections. */
function upwards(name: string, seed: number, parts: number): Card {
  const d = new DrawnCard(name, seed, 0.75);
  d.s('socket', 'connector', 'JOKE')
    .s('a8', 'regulator', 'UE', 's:socket')
    .s('d5', 'regulator', 'UE', 's:socket')
    .s('brain', 'control', 'IIX', 's:d5', 'front')
    .s('panel', 'display', 'IJ', 's:d5 i:brain', 'front')
    .s('knob', 'switch', 'SJ', '', 'front');
  d.s('ptt-line', 'switch', 'QQ', 's:a8 w:brain')
    .s('r8', 'switch', 'QD', 's:a8 w:ptt-line?rx')
    .s('t8', 'switch', 'QD', 's:a8 w:ptt-line?tx');
  d.p('socket', 'own V 13.8 4%', 'rx', 'tx')
    .p('a8', 'own V 8 3%')
    .p('d5', 'own V 5 3%')
    .p('r8', 'own V 7.8 4%', 'rx')
    .p('t8', 'own V 7.8 4%', 'tx');
  d.s('standard', 'oscillator', 'XNQ', 's:a8', 'synthesiser')
    .s('times', 'amplifier', 'QT', 's:a8 i:standard', 'synthesiser')
    .s('pd-1', 'loop', 'ICE', 's:d5 i:standard i:pre-1 c:brain', 'synthesiser')
    .s('lf-1', 'loop', 'RCE', 'c:pd-1', 'synthesiser');
  for (const i of numbers(1, 3)) d.s(`vco-${i}`, 'oscillator', 'FBL', `s:a8 c:lf-1 w:brain?band=b${i}`, 'synthesiser');
  d.s('pre-1', 'divider', 'I', 's:d5 i:lo-1', 'synthesiser').s(
    'lo-1',
    'amplifier',
    'QT',
    `s:a8 ${numbers(1, 3)
      .map((i) => `i:vco-${i}?band=b${i}`)
      .join(' ')}`,
    'synthesiser',
  );
  d.s('pd-2', 'loop', 'IC', 's:d5 i:standard i:vcxo c:brain', 'synthesiser')
    .s('lf-2', 'loop', 'RE', 'c:pd-2', 'synthesiser')
    .s('vcxo', 'oscillator', 'XBQ', 's:a8 c:lf-2', 'synthesiser')
    .s('lo-2', 'amplifier', 'QT', 's:a8 i:times', 'synthesiser')
    .s('bfo', 'oscillator', 'XNQ', 's:a8 i:vcxo', 'synthesiser');
  d.p('standard', 'own Hz 30720000 0.0003%')
    .p('lf-1', 'own V 4 20%', 'band=b1', 'band=b2', 'band=b3')
    .p('lf-2', 'own V 3.5 15%')
    .p('lo-1', 'own V 0.5 25%')
    .p('lo-1', 'own Hz 64455000 0.0003%', 'band=b1')
    .p('lo-2', 'own V 0.5 25%')
    .p('bfo', 'own Hz 453500 0.01%', 'mode=USB')
    .p('bfo', 'own V 0.3 30%');
  d.s('ant-relay', 'relay', 'KJ', 's:socket w:ptt-line?tx');
  for (const i of numbers(1, 3))
    d.s(`bpf-${i}`, 'filter', 'LLCD', `w:brain?band=b${i}`).s(`lpf-${i}`, 'filter', 'LLCC', `w:brain?band=b${i}`);
  d.s('preamp', 'amplifier', 'FLR', 's:r8 c:agc')
    .s('up', 'mixer', 'FFT', 's:r8 i:lo-1')
    .s('roof', 'filter', 'ZTT')
    .s('amp-64', 'amplifier', 'FT', 's:r8 c:agc')
    .s('down', 'mixer', 'FT', 's:r8 i:lo-2')
    .s('nb', 'switch', 'DQT', 's:r8');
  d.s('filter-ssb', 'filter', 'Z').s('filter-am', 'filter', 'Z').s('filter-select', 'switch', 'DDD', 'c:knob');
  const ifs = numbers(1, parts).map((i) => `if-${i}`);
  ifs.forEach((id) => d.s(id, 'amplifier', 'QTR', 's:r8 c:agc'));
  d.s('prod', 'detector', 'I', 's:r8 i:bfo')
    .s('env', 'detector', 'DCR', 's:r8')
    .s('agc', 'control', 'QEDP', `s:r8 i:${ifs.at(-1) ?? 'nb'}`)
    .s('mute', 'switch', 'Q', 's:a8 w:ptt-line?rx')
    .s('af-v', 'audio', 'PI', 's:a8')
    .s('af-p', 'audio', 'IEE', 's:socket')
    .s('cone', 'connector', 'JW');
  d.s('meter', 'display', 'J', 'i:agc?rx')
    .s('mic', 'audio', 'QEP', 's:t8')
    .s('bm', 'mixer', 'IP', 's:t8 i:bfo')
    .s('t-455', 'amplifier', 'QT', 's:t8')
    .s('t-up', 'mixer', 'FFT', 's:t8 i:lo-2')
    .s('t-64', 'amplifier', 'FT', 's:t8 c:alc')
    .s('t-down', 'mixer', 'FFT', 's:t8 i:lo-1');
  d.s('yg', 'amplifier', 'QQT', 's:t8')
    .s('driver', 'amplifier', 'YYTE', 's:t8')
    .s('bias', 'regulator', 'DQP', 's:t8')
    .s('pa', 'power-amplifier', 'YYTEW', 's:socket b:bias')
    .s('swr', 'detector', 'DDT')
    .s('alc', 'control', 'IQP', 's:t8 c:swr');
  let level = -68;
  for (const id of ['preamp', 'up', 'roof', 'amp-64', 'down', 'nb', ...ifs]) {
    level += ['roof', 'nb'].includes(id) ? -4 : 10;
    d.p(id, `signal dBm ${level} 4`, 'rx&mode=USB&band=b1');
    d.p(id, `own V ${d.chance.oneOf([1.5, 2.2, 5.9])} 12%`, 'rx');
  }
  d.p('prod', 'signal V 0.05 30%', 'rx&mode=USB')
    .p('env', 'signal V 0.08 30%', 'rx&mode=AM')
    .p('agc', 'own V 2.9 10%', 'rx')
    .p('af-p', 'own V 6.8 8%')
    .p('t-455', 'signal dBm -14 4', 'tx&mode=USB')
    .p('t-64', 'signal dBm -22 4', 'tx&mode=USB')
    .p('t-down', 'signal dBm -20 4', 'tx&mode=USB&band=b1');
  d.p('yg', 'signal dBm 4 4', 'tx&mode=USB&band=b1')
    .p('driver', 'signal dBm 33 3', 'tx&mode=USB&band=b1')
    .p('pa', 'signal W 100 15%', 'tx&mode=USB')
    .p('bias', 'own V 0.65 5%', 'tx')
    .p('alc', 'own V 2.5 20%', 'tx');
  for (const i of numbers(1, 3)) {
    const front = `ant-relay bpf-${i} preamp up roof amp-64 down nb`;
    d.f(`usb-b${i}`, 'receive', `rx&mode=USB&band=b${i}`, `${front} filter-select filter-ssb ${ifs.join(' ')} prod mute af-v af-p cone`).f(
      `sends-b${i}`,
      'transmit',
      `tx&mode=USB&band=b${i}`,
      `mic bm filter-ssb t-455 t-up roof t-64 t-down yg driver pa lpf-${i} swr ant-relay`,
      2,
    );
  }
  d.f(
    'am',
    'receive',
    'rx&mode=AM&band=b1',
    `ant-relay bpf-1 preamp up roof amp-64 down nb filter-select filter-am ${ifs.join(' ')} env mute af-v af-p cone`,
  )
    .f('s-meter', 'control', 'rx', 'agc meter')
    .f('display', 'control', '', 'panel brain')
    .f('side-tone', 'control', '', 'brain af-v af-p cone');
  d.f('tunes', 'control', '', 'knob brain panel').f('power-cut', 'transmit', 'tx&mode=USB&band=b1', 'pa swr alc', 2);
  d.put('nb', 'usb-b1')
    .put('af-v', 'usb-b1')
    .put('amp-64', 'usb-b1')
    .force('agc', 2.9, 'usb-b1', 'agc')
    .force('lf-1', 4, 'usb-b1', 'lf-1 pd-1 pre-1');
  d.loop('first', 'pd-1 lf-1 vco-1 vco-2 vco-3 lo-1 pre-1')
    .loop('second', 'pd-2 lf-2 vcxo')
    .loop('agc-loop', `preamp amp-64 ${ifs.join(' ')} agc`);
  return d.card('hf-synthesised', 'USB AM', 'b1 b2 b3');
}

/** A mains supply for the bench: 12 sections. */
function mainsSupply(name: string, seed: number): Card {
  const d = new DrawnCard(name, seed, 1);
  d.s('inlet', 'connector', 'JOS')
    .s('tf', 'transformer', 'G', 's:inlet')
    .s('bridge', 'rectifier', 'DDDD', 's:tf')
    .s('reservoir', 'rectifier', 'EEW', 's:bridge')
    .s('aux', 'rectifier', 'DE', 's:tf')
    .s('ref', 'regulator', 'DIP', 's:aux');
  d.s('error', 'control', 'IQR', 's:aux i:ref')
    .s('passes', 'regulator', 'YYYRR', 's:reservoir b:error')
    .s('limit', 'control', 'QR', 's:aux')
    .s('crowbar', 'switch', 'QDO', 's:passes')
    .s('out', 'connector', 'JJE', 's:crowbar')
    .s('meters', 'display', 'PJ', 's:out');
  d.p('tf', 'own V 17.5 6%')
    .p('reservoir', 'own V 22 8%', 'rx', 'tx')
    .p('aux', 'own V 15 8%')
    .p('ref', 'own V 6.2 3%')
    .p('error', 'own V 15.2 8%')
    .p('passes', 'own V 13.8 2%', 'rx', 'tx')
    .p('out', 'own V 13.8 3%', 'rx', 'tx')
    .p('limit', 'own V 0.2 30%', 'tx');
  d.f('gives-volts', 'control', 'rx', 'passes crowbar out')
    .f('holds-load', 'control', 'tx', 'reservoir passes limit crowbar out', 2)
    .f('meters', 'control', '', 'meters')
    .f('hum-free', 'control', 'tx', 'bridge reservoir passes', 2);
  return d.card('power-supply', 'DC');
}

/** Twenty cards that had no part in making Trace: of other sets, drawn by other rules. */
export function otherCards(): Card[] {
  return [
    crystalSet('quarry', 101, 2),
    crystalSet('quarry-two', 102, 3),
    crystalSet('quarry-three', 103, 2),
    mobile('fell', 104, 25, true),
    mobile('fell-ten', 105, 10, false),
    mobile('tarn', 106, 45, true),
    hybrid('combe', 107, ['80', '40', '20'], 3),
    hybrid('combe-two', 108, ['80', '40', '20', '15', '10'], 4),
    hybrid('holt', 109, ['40', '20'], 3),
    fourBoards('anvil', 110, 4, ['low', 'mid', 'high']),
    fourBoards('anvil-half', 111, 2, ['low', 'high']),
    fourBoards('bellows', 112, 3, ['low', 'high']),
    repeater('beacon', 113, 2),
    repeater('beacon-two', 114, 3),
    twoBands('finch', 115, true),
    twoBands('wren', 116, false),
    upwards('moor', 117, 2),
    upwards('moor-two', 118, 3),
    upwards('heath', 119, 3),
    mainsSupply('keel', 120),
  ];
}
