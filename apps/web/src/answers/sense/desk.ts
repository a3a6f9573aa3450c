import {
  err,
  ok,
  ownMember,
  reason,
  senseOutputs,
  WAYS_OF_MOVING,
  type SeenMove,
  type WayOfMoving,
} from '@kanzel/core';
import type { AnswerDesk } from '../answer-desk.ts';
import type { PartDraft } from '../desk.ts';

/** Which way an output was said to go on the desk; undefined while nobody said it. */
export function wayOnDesk(draft: PartDraft, output: string): WayOfMoving | undefined {
  const said = ownMember(draft.picks, output);
  return WAYS_OF_MOVING.find((way) => way === said);
}

/** What the desk holds with the way of an output said; said again, it is taken back. */
export function withWay(draft: PartDraft, output: string, way: WayOfMoving): Partial<PartDraft> {
  return { picks: { ...draft.picks, [output]: wayOnDesk(draft, output) === way ? '' : way } };
}

/** Which way everything goes, each by itself. */
export const SENSE_DESK: AnswerDesk<'sense'> = {
  title: 'Which way each surface or motor goes',
  begin: () => ({ kind: 'sense', input: 'stick-right', of: 'surfaces' }),
  figures: 'none',
  answer: ({ index, spec }, draft) => {
    if (!Object.values(draft.picks ?? {}).some((p) => p !== '')) return err(reason('notAnswered'));
    const moves: SeenMove[] = [];
    for (const { id, title } of senseOutputs(index, spec)) {
      const way = wayOnDesk(draft, id);
      if (way === undefined) return err(reason('senseUnanswered', { output: title }));
      moves.push({ output: id, way });
    }
    return ok({ kind: 'sense', moves });
  },
  typeAgain: {
    on: ['correction'],
    draft: ({ moves }) => ({ picks: Object.fromEntries(moves.map((m) => [m.output, m.way])) }),
  },
};
