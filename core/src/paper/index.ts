export type { Paper, PaperBlock, PaperCell, PaperDrawing, PaperPictures, PaperSignature, PaperTable } from './block';
export { handBackPaper, handOverWords, priceTable } from './hand-back-paper';
export { drawingSize, linePaths, signaturePath } from './line-paths';
export { ownWordTrouble, paperWords } from './paper-words';
export { paperDates } from './paper-dates';
export { paperHtml, type PaperFaces } from './paper-html';
export { drawingSvg, signatureSvg } from './svg';
