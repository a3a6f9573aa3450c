export { scriptedRecord, tryOrder, tryPack, type Trial } from './try-pack.ts';
export { goodAnswer } from './good-answers.ts';
export { goodPapers, weighingOf, type ReadBy } from './good-papers.ts';
