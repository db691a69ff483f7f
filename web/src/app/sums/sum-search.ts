import { allSums, topics, type Sum } from '@amber-relay/core/sums';
import MiniSearch from 'minisearch';

const index = new MiniSearch<{ id: string; title: string; keywords: string; purpose: string; topic: string }>({
  fields: ['title', 'keywords', 'purpose', 'topic', 'id'],
  searchOptions: { prefix: true, fuzzy: 0.2, boost: { title: 3, keywords: 2, id: 2 }, combineWith: 'OR' },
});
index.addAll(
  allSums.map((sum) => ({
    id: sum.id,
    title: sum.title,
    keywords: sum.keywords.join(' '),
    purpose: sum.purpose,
    topic: topics[sum.topic],
  })),
);

/** The sums that answer to what was typed, the best first. */
export function findSums(words: string): Sum[] {
  const hits = index.search(words);
  const best = hits[0]?.score ?? 0;
  return hits.filter((hit) => hit.score > best / 6).flatMap((hit) => allSums.find((sum) => sum.id === hit.id) ?? []);
}
