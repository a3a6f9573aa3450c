import type { PartAnswer } from '../answers/part-answer.ts';
import type { AnswerSpec } from '../checks/types.ts';
import { reading } from './world.ts';

/** Two locks, and a wing that goes onto a body: as much as two people can find different things at. */
export const LOCKED: AnswerSpec = {
  kind: 'locks',
  locks: [
    { id: 'pin', title: 'Pin', form: 'cotter-pin' },
    { id: 'nut', title: 'Nut', form: 'jam-nut' },
  ],
};
export const PUT_TOGETHER: AnswerSpec = {
  kind: 'assembly',
  parts: [
    { id: 'body', title: 'Body', steps: ['part', 'latch'] },
    { id: 'wing', title: 'Wing', on: ['body'], steps: ['part', 'joint', 'tug'] },
  ],
};

/** An answer to a check that is meant to be good, or not; `how` chooses the figure, or what of it is at fault. */
export function anyAnswer(spec: AnswerSpec, good: boolean, how: number): PartAnswer {
  const fault = good ? 'none' : how % 2 ? 'first' : 'second';
  if (spec.kind === 'reading') return { kind: 'reading', reading: reading(good ? 690 + (how % 21) : 900) };
  if (spec.kind === 'locks')
    return {
      kind: 'locks',
      locks: [
        { id: 'pin', seen: true, felt: true, ...(fault === 'first' ? { fault: 'bent' } : {}) },
        {
          id: 'nut',
          seen: true,
          felt: true,
          marked: true,
          ...(fault === 'second' ? { fault: 'turned' } : {}),
        },
      ],
    };
  if (spec.kind !== 'assembly') return { kind: 'confirm', asExpected: good };
  if (fault === 'first')
    return { kind: 'assembly', parts: [{ id: 'body', done: ['part'], fault: 'no click' }] };
  return {
    kind: 'assembly',
    parts: [
      { id: 'body', done: ['part', 'latch'] },
      fault === 'second'
        ? { id: 'wing', done: ['part'], fault: 'gap' }
        : { id: 'wing', done: ['part', 'joint', 'tug'] },
    ],
  };
}
