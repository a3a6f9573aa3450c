export { ANSWERS, describeAnswer, kindOf, scansOf } from './answers.ts';
export type { AnswerKind, AnswerKindName, AnswerOf, AnswerRoom } from './kind.ts';
