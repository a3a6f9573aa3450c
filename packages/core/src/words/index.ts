export * from './reason.ts';
export { makeSentences, type Names, type Sentences } from './english.ts';
export * from './labels.ts';
export { CHANNEL_TITLES, namesOf, systemsOf } from './names.ts';
export { describeAnswer, marginFigure, verdictFigure } from './answer.ts';
export { armText, massText, sideText } from './loading-words.ts';
export * from './limit-words.ts';
export * from './plan-words.ts';
export * from './way-titles.ts';
