import { channelPlan, channelPlans, nearestChannel, type PlanId } from './index';

const hzOf = (id: PlanId, channel: number): number | undefined => channelPlan(id).channels.find((each) => each.channel === channel)?.hz;

describe('the channel plans', () => {
  // Published figures: 47 CFR 95.963, UK IR 2027, 47 CFR 95.1763, ETSI EN 303 405, ITU RR Appendix 18.
  for (const [id, channel, hz] of [
    ['cb-us-40', 1, 26_965_000],
    ['cb-us-40', 3, 26_985_000],
    ['cb-us-40', 4, 27_005_000],
    ['cb-us-40', 19, 27_185_000],
    ['cb-us-40', 22, 27_225_000],
    ['cb-us-40', 23, 27_255_000],
    ['cb-us-40', 24, 27_235_000],
    ['cb-us-40', 25, 27_245_000],
    ['cb-us-40', 26, 27_265_000],
    ['cb-us-40', 40, 27_405_000],
    ['cb-us-23', 23, 27_255_000],
    ['cb-uk-40', 1, 27_601_250],
    ['cb-uk-40', 40, 27_991_250],
    ['frs-gmrs-22', 1, 462_562_500],
    ['frs-gmrs-22', 7, 462_712_500],
    ['frs-gmrs-22', 14, 467_712_500],
    ['frs-gmrs-22', 15, 462_550_000],
    ['frs-gmrs-22', 22, 462_725_000],
    ['pmr446-16', 1, 446_006_250],
    ['pmr446-16', 16, 446_193_750],
    ['marine-vhf', 1, 156_050_000],
    ['marine-vhf', 16, 156_800_000],
    ['marine-vhf', 28, 157_400_000],
    ['marine-vhf', 60, 156_025_000],
    ['marine-vhf', 88, 157_425_000],
  ] as const)
    it(`has channel ${channel} of ${id} on ${hz / 1e6} MHz`, () => expect(hzOf(id, channel)).toBe(hz));

  it('leaves out the five frequencies between CB channels that are none', () => {
    const taken = channelPlan('cb-us-40').channels.map(({ hz }) => hz);
    for (const hz of [26_995_000, 27_045_000, 27_095_000, 27_145_000, 27_195_000]) expect(taken).not.toContain(hz);
  });
  it('has no channel and no frequency twice', () => {
    for (const { channels } of channelPlans) {
      expect(new Set(channels.map(({ channel }) => channel)).size).toBe(channels.length);
      expect(new Set(channels.map(({ hz }) => hz)).size).toBe(channels.length);
    }
  });
  it('sets coast stations of duplex channels 4.6 MHz up, and those of simplex channels on the same', () => {
    for (const { channel, hz, coastHz } of channelPlan('marine-vhf').channels) {
      expect([hz, hz + 4_600_000]).toContain(coastHz ?? 0);
      if ([6, 16, 77, 87].includes(channel)) expect(coastHz).toBe(hz);
      if ([1, 28, 60, 84].includes(channel)) expect(coastHz).toBe(hz + 4_600_000);
    }
  });
  it('gives the nearest, and of two as near the lower', () => {
    const plan = channelPlan('cb-us-40');
    expect(nearestChannel(plan, 27_186_000).channel).toBe(19);
    expect(nearestChannel(plan, 27_190_000).hz).toBe(27_185_000);
    expect(nearestChannel(plan, 0).channel).toBe(1);
  });
  it('knows no other plan', () => expect(() => channelPlan('none' as PlanId)).toThrowError(/none/));
});
