/** A table of channels. Frequencies in Hz; the coast station's only where it differs in kind from the ship's. */
export interface PlanChannel {
  readonly channel: number;
  readonly hz: number;
  readonly coastHz?: number;
}
export interface ChannelPlan {
  readonly id: PlanId;
  readonly title: string;
  /** Distance of neighbours in Hz; half of it is as far as a reading may be off and still belong to a channel. */
  readonly stepHz: number;
  readonly channels: readonly PlanChannel[];
}

export const planIds = ['cb-us-40', 'cb-eu-40', 'cb-uk-40', 'cb-us-23', 'frs-gmrs-22', 'pmr446-16', 'marine-vhf'] as const;
export type PlanId = (typeof planIds)[number];

const span = (from: number, to: number): number[] => Array.from({ length: to - from + 1 }, (_, k) => from + k);

/** The first 22 run upwards in 10 kHz steps past five frequencies that are not channels; 23 to 25 stand out of order. */
const cbFirst22Khz = [
  26965, 26975, 26985, 27005, 27015, 27025, 27035, 27055, 27065, 27075, 27085, 27105, 27115, 27125, 27135, 27155, 27165, 27175, 27185,
  27205, 27215, 27225,
];
const cbKhz = [...cbFirst22Khz, 27255, 27235, 27245, ...span(26, 40).map((n) => 27265 + 10 * (n - 26))];
const cb = (count: number): PlanChannel[] => cbKhz.slice(0, count).map((khz, k) => ({ channel: k + 1, hz: khz * 1000 }));

/** Channels of the maritime VHF band worked on one frequency; the others have the coast station 4.6 MHz higher. */
const marineSimplex = new Set([6, ...span(8, 17), ...span(67, 77), 87, 88]);
const marine = (channel: number): PlanChannel => {
  const hz = channel <= 28 ? 156_050_000 + 50_000 * (channel - 1) : 156_025_000 + 50_000 * (channel - 60);
  return { channel, hz, coastHz: marineSimplex.has(channel) ? hz : hz + 4_600_000 };
};

const handheld = (channel: number): PlanChannel => {
  const [from, hz] = channel <= 7 ? [1, 462_562_500] : channel <= 14 ? [8, 467_562_500] : [15, 462_550_000];
  return { channel, hz: hz + 25_000 * (channel - from) };
};

/**
 * The channel plans known here. Sources: 47 CFR 95.963 (CB), CEPT Recommendation T/R 20-02 (European CB), UK IR 2027
 * (27.60125 MHz upwards), 47 CFR 95.563 and 95.1763 (FRS and GMRS), ETSI EN 303 405 (PMR446), ITU Radio Regulations
 * Appendix 18 (maritime VHF).
 */
export const channelPlans: readonly ChannelPlan[] = [
  { id: 'cb-us-40', title: 'CB, 40 channels, North America', stepHz: 10_000, channels: cb(40) },
  { id: 'cb-eu-40', title: 'CB, 40 channels, Europe', stepHz: 10_000, channels: cb(40) },
  {
    id: 'cb-uk-40',
    title: 'CB, 40 channels from 27.60125 MHz',
    stepHz: 10_000,
    channels: span(1, 40).map((channel) => ({ channel, hz: 27_601_250 + 10_000 * (channel - 1) })),
  },
  { id: 'cb-us-23', title: 'CB, the first 23 channels', stepHz: 10_000, channels: cb(23) },
  { id: 'frs-gmrs-22', title: 'Hand-held 462 and 467 MHz, 22 channels', stepHz: 12_500, channels: span(1, 22).map(handheld) },
  {
    id: 'pmr446-16',
    title: 'Hand-held 446 MHz, 16 channels',
    stepHz: 12_500,
    channels: span(1, 16).map((channel) => ({ channel, hz: 446_006_250 + 12_500 * (channel - 1) })),
  },
  { id: 'marine-vhf', title: 'Maritime VHF', stepHz: 25_000, channels: [...span(1, 28), ...span(60, 88)].map(marine) },
];

export function channelPlan(id: PlanId): ChannelPlan {
  const plan = channelPlans.find((known) => known.id === id);
  if (!plan) throw new Error(`The channel plan ${id} is not in the table.`);
  return plan;
}

/** The channel closest to a frequency (by the ship's); of two as close, that of the lower frequency. */
export function nearestChannel(plan: ChannelPlan, hz: number): PlanChannel {
  return plan.channels.reduce((best, each) => {
    const gain = Math.abs(hz - best.hz) - Math.abs(hz - each.hz);
    return gain > 1e-6 || (gain >= -1e-6 && each.hz < best.hz) ? each : best;
  });
}
