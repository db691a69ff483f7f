import { inMemory, unpackShop } from '@amber-relay/core/archive';
import { layCard } from '@amber-relay/core/card';
import { checkClaims, evidenceOf, summarise } from '@amber-relay/core/job';
import { trace, traceModel } from '@amber-relay/core/trace';
import { demoShop, packedDemoShop } from './demo-shop';

describe('the demo shop', () => {
  const now = new Date('2026-02-12T14:22:00.000Z');
  const shop = demoShop(now);
  const laid = (number: number) => {
    const job = shop.jobs.find((j) => j.number === number)!;
    const set = shop.sets.find((s) => s.id === job.setId)!;
    const card = shop.cards.find((c) => c.id === set.cardId);
    return { job, tape: shop.tape.filter((e) => e.jobId === job.id), card: card && layCard(card, set.modelId ?? '', set.modifications) };
  };

  it('is an archive that the program takes', async () => expect(await unpackShop(inMemory(await packedDemoShop(now)))).toEqual(shop));

  it('lays every model over its card', () => {
    for (const card of shop.cards) for (const model of card.models) expect(() => layCard(card, model.id)).not.toThrow();
  });

  it('has a full card of the CB mobile: sections, parts, points with limits, access', () => {
    const card = shop.cards.find((c) => c.id === 'oxbrae-ob7')!;
    expect(card.sections.length).toBeGreaterThanOrEqual(25);
    expect(card.parts.length).toBeGreaterThanOrEqual(40);
    expect(card.testPoints.length).toBeGreaterThanOrEqual(20);
    for (const section of card.sections)
      expect(card.parts.some((p) => p.section === section.id))
        .withContext(section.id)
        .toBeTrue();
  });

  it('has jobs in many stages, waiting for different things, none dated after now', () => {
    const summaries = shop.jobs.map((j) => {
      const { job, tape, card } = laid(j.number);
      return summarise(job, tape, card);
    });
    expect(shop.jobs.length).toBeGreaterThanOrEqual(8);
    expect(new Set(summaries.map((s) => s.stage)).size).toBeGreaterThanOrEqual(4);
    expect(new Set(summaries.map((s) => s.waits)).size).toBeGreaterThanOrEqual(5);
    for (const entry of shop.tape)
      expect(Date.parse(entry.at))
        .withContext(`${entry.jobId} ${entry.seq}`)
        .toBeLessThanOrEqual(Math.max(now.getTime(), Date.UTC(2026, 1, 12, 23)));
  });

  it('holds a claim that the evidence contradicts', () => {
    const { job, tape, card } = laid(411);
    if (!card) return fail('no card');
    const result = trace(traceModel(card, 40), evidenceOf(card, job.symptoms, tape));
    expect(checkClaims(tape, result, (id) => id).map((c) => c.stands)).toContain('contradicted');
  });

  it('is made of the same ids each time', () => expect(demoShop(now).tape.map((e) => e.id)).toEqual(shop.tape.map((e) => e.id)));
});
