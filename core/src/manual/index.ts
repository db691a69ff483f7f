export type { Found, Has } from './found';
export { printedFigures, type PrintedFigures } from './printed-figures';
export { propose, proposalLists, type FoundAt, type Proposal, type ProposalList } from './propose';
export { drawnPoints } from './find-points';
export { readPage } from './read-page';
export { sectionFor } from './section-guess';
export { withProposals, type Taken } from './with-proposals';
