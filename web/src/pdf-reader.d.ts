/** The reader of PDFs, which its package leaves without types; it is only handed on. */
declare module 'pdfjs-dist/build/pdf.worker.mjs' {
  export const WorkerMessageHandler: unknown;
}
