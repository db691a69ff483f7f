/**
 * Which stage of the kind's card each section of a demo card is, as whoever repairs the set would say: `section: stage`, sections that
 * are the same stage side by side, and a section that is several stages with all of them. What a kind has no stage for is left out.
 */
const table: Readonly<Record<string, string>> = {
  'dunvick-post-6': `supply-in ignition: supply-input
    reg-9: 8-v-regulator
    reg-5: 5-v-regulator
    controller memory: controller
    display: display
    ptt: ptt-switch
    rx-line: receive-line
    tx-line: transmit-line
    harmonic-filter: antenna-filter
    antenna-switch front-filter: antenna-switch
    rf-amp: rf-amplifier
    mixer-1: first-mixer
    crystal-filter if-amp: crystal-filter
    second-osc: second-oscillator
    if-ic: second-mixer if-amplifier
    filter-455: 455-khz-filter
    discriminator: fm-detector
    squelch audio-gate: squelch
    deemphasis: af-amplifier
    af-power: af-power-stage
    speaker: speaker
    mic-amp data-port tx-audio: microphone-amplifier
    tone-encoder tone-decoder: tone-encoder
    reference: reference
    pll: pll
    loop-filter: loop-filter
    rx-vco tx-vco: vco
    injection-amp: vco-buffer
    tx-buffer: transmit-buffer
    driver: driver
    pa: power-amplifier
    apc coupler: power-control`,
  'halyet-lamp-one': `mains-in: mains-input
    interlock: interlock
    soft-start: soft-start
    hv-transformer: hv-transformer
    hv-rectifier: hv-rectifier
    hv-reservoir: hv-reservoir
    filament: filament-transformer
    blower: fan
    relay-supply: relay-supply
    key-line: key-line
    input-relay: input-relay
    antenna-relay: antenna-relay
    input-network: input-network
    band-switch band-switch-high: band-switch
    bias: bias
    valve: valve
    plate-choke: plate-choke
    tank tank-high: pi-tank
    load-cap: loading-capacitor
    plate-meter hv-meter: plate-meter
    grid-meter: grid-protection`,
  'murrelo-twin': `supply-in power-switch: supply-input
    reg-8: 8-v-regulator
    reg-5: 5-v-regulator
    controller: controller
    display: display
    ptt: ptt-switch receive-line transmit-line
    duplexer: duplexer
    vhf-tr vhf-lpf: antenna-switch-vhf
    vhf-preamp vhf-bpf: rf-amplifier-vhf
    vhf-mixer: first-mixer-vhf
    vhf-if: crystal-filter-vhf
    vhf-if2: second-mixer-vhf 455-khz-filter-vhf if-amplifier-vhf fm-detector-vhf
    uhf-tr uhf-lpf: antenna-switch-uhf
    uhf-preamp uhf-bpf: rf-amplifier-uhf
    uhf-mixer: first-mixer-uhf
    uhf-if: crystal-filter-uhf
    uhf-if2: second-mixer-uhf 455-khz-filter-uhf if-amplifier-uhf fm-detector-uhf
    squelch: squelch
    af-amp: af-amplifier
    af-power: af-power-stage
    speaker: speaker
    mic-amp: microphone-amplifier
    tone-encoder: tone-encoder
    reference: reference
    vhf-pll: pll-vhf
    vhf-loop: loop-filter-vhf
    vhf-vco: vco-vhf
    vhf-vco-amp: vco-buffer-vhf
    uhf-pll: pll-uhf
    uhf-loop: loop-filter-uhf
    uhf-vco: vco-uhf
    uhf-vco-amp: vco-buffer-uhf
    vhf-driver: driver-vhf
    vhf-pa: power-amplifier-vhf
    uhf-driver: driver-uhf
    uhf-pa: power-amplifier-uhf
    apc: power-control`,
  'oxbrae-gannet': `mains-in: mains-input
    transformer: power-transformer
    heaters: heater-supply
    ht-rectifier: ht-rectifier
    ht-smoothing ht-screen: ht-smoothing
    ptt: ptt-relay
    ant-filter: antenna-filter
    rf-amp: rf-amplifier
    mixer-1: first-mixer
    if-high: first-if-coils
    mixer-2: second-mixer
    if-455: second-if-coils
    if-amp: if-amplifier
    detector: detector
    agc meter: agc
    squelch: squelch
    af-amp: af-amplifier
    af-power: af-power-stage
    modulation-tf: output-transformer
    speaker: speaker
    mic-amp: microphone-amplifier
    channel-switch: channel-switch
    crystals-a: first-crystals
    crystals-rx: second-crystals
    osc-a: first-oscillator
    osc-rx-b: second-oscillator
    crystals-tx osc-tx-b: transmit-oscillator
    tx-mixer tx-filter: transmit-mixer
    driver: driver
    pa: power-amplifier`,
  'oxbrae-ob12': `supply-in: supply-input
    regulator: regulator
    ptt: ptt-switch
    mode-switch af-switch: mode-switch
    ant-filter: antenna-filter
    tr-switch: t-r-switch
    rf-amp: rf-amplifier
    rx-mixer noise-gate: receive-mixer
    ssb-filter: crystal-filter
    if-amp: if-amplifier
    agc meter: agc
    am-detector: am-detector
    product-det: product-detector
    fm-detector: fm-detector
    squelch: squelch
    af-amp: af-amplifier
    af-power am-mod: af-power-stage
    speaker: speaker
    mic-socket mic-amp: microphone-amplifier
    carrier-osc: carrier-oscillator
    balanced-mod tx-if: balanced-modulator
    tx-mixer tx-filter: transmit-mixer
    predriver driver: driver
    pa: power-amplifier
    pa-bias: bias
    reference offset-osc tripler: reference
    channel-switch: channel-switch
    clarifier: clarifier
    divider loop-mixer: divider
    phase-detector: phase-detector
    loop-filter: loop-filter
    vco: vco
    vco-buffer: vco-buffer`,
  'oxbrae-ob7': `supply-in: supply-input
    regulator: regulator
    ptt: ptt-switch
    ant-filter: antenna-filter
    tr-switch: t-r-switch
    rf-amp: rf-amplifier
    mixer-1 filter-10 mixer-2: mixer
    filter-455: if-filter
    if-amp: if-amplifier
    agc: agc
    detector: am-detector
    discriminator: fm-detector
    squelch: squelch
    af-amp: af-amplifier
    af-power: af-power-stage
    speaker: speaker
    mic-amp: microphone-amplifier
    reference: reference
    channel-switch: channel-switch
    divider: divider
    phase-detector: phase-detector
    loop-filter: loop-filter
    vco: vco
    vco-buffer: vco-buffer
    osc-tx tx-mixer: transmit-mixer
    driver: driver
    pa: power-amplifier`,
  'ternhal-hybrid-five': `mains-in: mains-input
    transformer: power-transformer
    hv-supply: hv-rectifier
    ht-210: hv-reservoir
    bias-100: bias-supply
    heaters: heater-supply
    low-supply regulator: low-voltage-regulator
    ptt relay-1 relay-2: t-r-relay
    band-switch: band-switch
    preselector front-high front-low: preselector
    rf-amp: rf-amplifier
    rx-mixer noise-gate: receive-mixer
    crystal-filter: crystal-filter
    if-amp: if-amplifier
    agc meter: agc
    product-det: product-detector
    af-amp: af-amplifier
    af-power: af-power-stage
    speaker: speaker
    vfo vfo-buffer rit: tuning-oscillator
    band-crystals-low band-crystals-high: band-crystals
    band-osc: band-oscillator
    premix: premixer
    carrier-osc: carrier-oscillator
    mic-amp: microphone-amplifier
    balanced-mod tx-if: balanced-modulator
    alc: alc
    tx-mixer: transmit-mixer
    driver: driver
    finals neutralising: power-amplifier
    tank-low tank-high load-cap: pi-tank`,
  'ternhal-n9': `supply-in main-switch: supply-input
    reg-8: 8-v-regulator
    reg-5: 5-v-regulator
    controller encoder: controller
    band-decoder: band-switching
    display: display
    ptt: t-r-switch
    antenna-relay: antenna-relay
    lpf-low lpf-mid lpf-high lpf-top: low-pass-filters
    attenuator: rf-amplifier
    bpf-low bpf-mid bpf-high: band-filters
    mixer-1: first-mixer
    filter-58: first-if-filter
    amp-58: first-if-amplifier
    mixer-2 noise-gate: second-mixer
    filter-ssb filter-am: crystal-filter
    if-amp: second-if-amplifier
    agc: agc
    product-det: product-detector
    am-detector: am-detector
    fm-unit: fm-detector
    af-switch af-amp: af-amplifier
    af-power: af-power-stage
    speaker: speaker
    reference: reference
    pll: pll
    loop-filter: loop-filter
    vco-select: vco band-switching
    vco-a vco-b vco-c vco-d: vco
    lo1-amp: vco-buffer
    lo2: second-oscillator
    carrier-osc: carrier-oscillator
    mic-amp: microphone-amplifier
    balanced-mod: balanced-modulator
    tx-amp-8: transmit-if-amplifier
    tx-mixer-2 tx-mixer-1: transmit-mixers
    predriver driver: driver
    finals: power-amplifier
    bias: bias
    alc: alc
    coupler: coupler`,
};

/**
 * Stages of the kind's card by section of the demo card.
 * @throws Error for a name that one of the two does not have
 */
export function kinTable(card: string, own: readonly string[], stages: readonly string[]): ReadonlyMap<string, readonly string[]> {
  const kin = new Map<string, readonly string[]>();
  for (const line of (table[card] ?? '').split('\n')) {
    const [left = [], right = []] = line.split(':').map((part) => part.trim().split(/\s+/).filter(Boolean));
    for (const section of left) {
      const unknown = right.find((stage) => !stages.includes(stage));
      if (!own.includes(section)) throw new Error(`${card} has no section ${section}.`);
      if (unknown) throw new Error(`The kind of ${card} has no stage ${unknown}.`);
      kin.set(section, right);
    }
  }
  return kin;
}
