import type { Word } from './line-words';

/** What follows the first word of a line, taken word by word. Whoever reads the line sees in the end what nobody took. */
export class LineRest {
  private taken = 0;

  constructor(
    private readonly line: string,
    private readonly words: readonly Word[],
  ) {}

  /** The next word, which stays. */
  get next(): Word | undefined {
    return this.words[this.taken];
  }
  /** Where the next word stands, or should stand. */
  get at(): number {
    return this.next?.at ?? this.line.length;
  }
  /** The words that no one has taken, as they were typed. */
  get text(): string {
    return this.next ? this.line.slice(this.next.at).trimEnd() : '';
  }
  get left(): readonly Word[] {
    return this.words.slice(this.taken);
  }

  take(): Word | undefined {
    const { next } = this;
    if (next) this.taken += 1;
    return next;
  }
  /** Takes the next word if it fits, in small letters. */
  takeIf<T>(fits: (word: string) => T | undefined): T | undefined {
    const found = this.next && fits(this.next.text.toLowerCase());
    if (found !== undefined) this.taken += 1;
    return found;
  }
  /** Takes so many words at once. */
  skip(words: number): void {
    this.taken = Math.min(this.words.length, this.taken + words);
  }
  /** Takes all that is left, as it was typed. */
  takeText(): string {
    const { text } = this;
    this.taken = this.words.length;
    return text;
  }
}
