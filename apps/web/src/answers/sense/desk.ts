import {
  CALLS,
  err,
  ok,
  ownMember,
  reason,
  senseOutputs,
  WAYS_OF_MOVING,
  type Call,
  type SeenMove,
  type WayOfMoving,
} from '@kanzel/core';
import type { AnswerDesk } from '../answer-desk.ts';
import type { PartDraft } from '../desk.ts';

/** What can be said of an output: which way it went, or what a caller calls of it. */
export type Said = WayOfMoving | Call;

const SAID: readonly Said[] = [...WAYS_OF_MOVING, ...CALLS];

/** What a caller calls, as it is shown and heard. "Right" is a direction on the same aircraft, and is not said of what is right. */
export const CALL_WORDS: Readonly<Record<Call, string>> = { correct: 'Correct', wrong: 'Wrong' };

/** The name under which the caller stands on the desk; no output is called so, since it holds a space. */
const CALLER = 'called by';

/** What was said of an output on the desk; undefined while nobody said it. */
export function saidOf(draft: PartDraft, output: string): Said | undefined {
  const said = ownMember(draft.picks, output);
  return SAID.find((one) => one === said);
}

/** What the desk holds with something said of an output; said again, it is taken back. */
export function withSaid(draft: PartDraft, output: string, said: Said): Partial<PartDraft> {
  return { picks: { ...draft.picks, [output]: saidOf(draft, output) === said ? '' : said } };
}

/** Whether somebody else calls what he sees, and who; undefined where whoever holds the device looks himself. */
export function callerOnDesk(draft: PartDraft): string | undefined {
  return ownMember(draft.picks, CALLER) === undefined ? undefined : (ownMember(draft.texts, CALLER) ?? '');
}

/** What the desk holds with another caller, or none: a way that was seen is no call, so that what was said so far goes, "still" stays. */
export function withCaller(draft: PartDraft, caller: string | undefined): Partial<PartDraft> {
  const { [CALLER]: _, ...picks } = draft.picks ?? {};
  const changes = (callerOnDesk(draft) === undefined) !== (caller === undefined);
  const kept = changes
    ? Object.fromEntries(Object.entries(picks).map(([id, said]) => [id, said === 'still' ? said : '']))
    : picks;
  return caller === undefined
    ? { picks: kept, texts: { ...draft.texts, [CALLER]: '' } }
    : { picks: { ...kept, [CALLER]: 'yes' }, texts: { ...draft.texts, [CALLER]: caller } };
}

/** Which way everything goes, each by itself. */
export const SENSE_DESK: AnswerDesk<'sense'> = {
  title: 'Which way each surface or motor goes',
  begin: () => ({ kind: 'sense', input: 'stick-right', of: 'surfaces' }),
  figures: 'none',
  answer: ({ index, spec }, draft) => {
    const outputs = senseOutputs(index, spec);
    if (!outputs.some((o) => saidOf(draft, o.id) !== undefined)) return err(reason('notAnswered'));
    const moves: SeenMove[] = [];
    for (const { id, title } of outputs) {
      const said = saidOf(draft, id);
      if (said === undefined) return err(reason('senseUnanswered', { output: title }));
      moves.push(
        said === 'correct' || said === 'wrong' ? { output: id, called: said } : { output: id, way: said },
      );
    }
    const caller = callerOnDesk(draft)?.trim();
    if (caller === '') return err(reason('callerNotNamed'));
    return ok({ kind: 'sense', moves, ...(caller === undefined ? {} : { calledBy: caller }) });
  },
  typeAgain: {
    on: ['correction'],
    draft: ({ moves, calledBy }) => ({
      picks: {
        ...Object.fromEntries(moves.map((m) => [m.output, 'way' in m ? m.way : m.called])),
        ...(calledBy === undefined ? {} : { [CALLER]: 'yes' }),
      },
      ...(calledBy === undefined ? {} : { texts: { [CALLER]: calledBy } }),
    }),
  },
};
