/** Which shop this is. The server says so; with the server gone, what it said last holds. */
export async function shopMode(): Promise<'demo' | 'shop'> {
  const remembered = localStorage.getItem('amber-relay-mode') === 'demo' ? 'demo' : 'shop';
  try {
    const answer = await fetch('/api/shop', { signal: AbortSignal.timeout(1500), cache: 'no-store' });
    if (!answer.ok) return remembered;
    const { mode } = (await answer.json()) as { mode?: unknown };
    const told = mode === 'demo' ? 'demo' : 'shop';
    localStorage.setItem('amber-relay-mode', told);
    return told;
  } catch {
    return remembered;
  }
}
