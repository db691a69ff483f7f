import { PDFDataRangeTransport } from 'pdfjs-dist';

interface Wanted {
  readonly begin: number;
  readonly piece: Uint8Array<ArrayBuffer>;
}

/** From so many pieces on it is sooner done to go through all that lies between the first and the last than to ask for each, */
const many = 24;
/** as long as no more bytes than this lie between two of them, on the average. */
const apart = 1_000_000;
/** So many bytes are held at once while going through. */
const passBytes = 1_048_576;

/** Gives a PDF to its reader piece by piece as it asks, so that a large manual is never whole in memory. */
export class BlobTransport extends PDFDataRangeTransport {
  /** Bytes handed over so far. */
  given = 0;
  private wanted: Wanted[] = [];

  constructor(private readonly blob: Blob) {
    super(blob.size, null);
  }

  override requestDataRange(begin: number, end: number): void {
    this.given += end - begin;
    // A reader that looks at every page asks for hundreds of pieces in one go; they are looked at together.
    if (!this.wanted.length) setTimeout(() => this.serve(this.wanted.splice(0)));
    this.wanted.push({ begin, piece: new Uint8Array(end - begin) });
  }

  private serve(wanted: Wanted[]): void {
    wanted.sort((a, b) => a.begin - b.begin);
    const span = end(wanted.at(-1)) - (wanted[0]?.begin ?? 0);
    const together = wanted.length >= many && span <= apart * wanted.length;
    void (together ? this.passThrough(wanted) : Promise.resolve())
      // Where a browser cannot go through a file in this way, each is asked for.
      .catch(() => undefined)
      .then(() => wanted.forEach((one) => void this.fetch(one)));
  }

  private async fetch({ begin, piece }: Wanted): Promise<void> {
    const bytes = await this.blob.slice(begin, begin + piece.length).arrayBuffer();
    this.onDataRange(begin, new Uint8Array(bytes));
  }

  /** Goes through the file once; of `wanted`, which stands in the order of its places, those that were given are taken out. */
  private async passThrough(wanted: Wanted[]): Promise<void> {
    let at = wanted[0]?.begin ?? 0;
    const stretch = this.blob.slice(at, end(wanted.at(-1)));
    const reader = stretch.stream().getReader({ mode: 'byob' });
    let room = new Uint8Array(passBytes);
    for (;;) {
      const { value: read } = await reader.read(room);
      if (!read?.length) return;
      const upTo = at + read.length;
      for (const one of wanted) {
        if (one.begin >= upTo) break;
        const [from, to] = [Math.max(one.begin, at), Math.min(end(one), upTo)];
        if (to > from) one.piece.set(read.subarray(from - at, to - at), from - one.begin);
      }
      for (let one = wanted[0]; one && end(one) <= upTo; one = wanted[0]) {
        wanted.shift();
        this.onDataRange(one.begin, one.piece);
      }
      at = upTo;
      room = new Uint8Array(read.buffer);
    }
  }
}

const end = (one: Wanted | undefined): number => (one ? one.begin + one.piece.length : 0);
