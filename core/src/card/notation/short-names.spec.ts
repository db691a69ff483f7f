import { shortNames } from './short-names';

describe('names in the boxes of the diagram', () => {
  it('are kept where they fit', () => expect(shortNames(['Driver', 'Power amplifier'])).toEqual(['Driver', 'Power amplifier']));
  it('keep what they differ by', () => {
    expect(shortNames(['Antenna switch 2 m', 'Antenna switch 70 cm'])).toEqual(['Ante. swit. 2 m', 'Ant. swi. 70 cm']);
    const three = shortNames(['Local oscillator band 1', 'Local oscillator band 2', 'Local oscillator band 10']);
    expect(new Set(three).size).toBe(3);
    for (const name of three) expect(name.length).toBeLessThanOrEqual(15);
  });
  it('are numbered where nothing tells them apart', () => {
    expect(
      shortNames(['Very long name of a stage', 'Very long name of a stage', 'Very long name of a stage']).map((name) => name.slice(-2)),
    ).toEqual([jasmine.stringMatching(/\\S\\S|. $|[a-z.]{2}/), ' 2', ' 3']);
    expect(shortNames(['Mixer', 'mixer', 'MIXER'])).toEqual(['Mixer', 'mixer 2', 'MIXER 3']);
  });
  it('are never longer than their box, nor two alike, whatever they are', () => {
    const words = ['Local', 'oscillator', 'of', 'the', 'second', 'receiver', 'band', '144', '430'];
    const names = words.flatMap((a, i) =>
      words.map((b, k) => `${a} ${b} ${words[(i + k) % words.length]} ${words[(i * k) % words.length]}`),
    );
    const short = shortNames(names);
    expect(short.every((name) => name.length <= 15 && name.trim() === name && name !== '')).toBeTrue();
  });
});
