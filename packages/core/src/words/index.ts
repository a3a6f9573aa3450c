export * from './reason.ts';
export { makeSentences, type Names, type Sentences } from './english.ts';
export * from './labels.ts';
