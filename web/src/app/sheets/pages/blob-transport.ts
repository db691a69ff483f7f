import { PDFDataRangeTransport } from 'pdfjs-dist';

/** Gives a PDF to its reader piece by piece as it asks, so that a large manual is never whole in memory. */
export class BlobTransport extends PDFDataRangeTransport {
  /** Bytes handed over so far. */
  given = 0;

  constructor(private readonly blob: Blob) {
    super(blob.size, null);
  }

  override requestDataRange(begin: number, end: number): void {
    this.given += end - begin;
    void this.blob
      .slice(begin, end)
      .arrayBuffer()
      .then((piece) => this.onDataRange(begin, new Uint8Array(piece)));
  }
}
