export { scriptedRecord, tryOrder, tryPack, type Trial } from './steady-hand.ts';
export { goodPapers, weighingOf, type ReadBy } from './good-papers.ts';
