import { partKey, stateKey, type Part } from '../checks/basis-index.ts';
import type { AnswerRecord } from '../record/state.ts';
import { stateSubject } from '../record/states.ts';
import type { Draft } from './next-state.ts';

/** Marks what an answer set as taken back, or as holding again. */
function strikeSettings(draft: Draft, part: Part, answer: string, struck: boolean): void {
  const { index } = draft.state;
  if (!index || Object.keys(part.check.sets).length === 0) return;
  for (const name of Object.keys(part.check.sets)) {
    const key = stateKey(name, stateSubject(index, name, part.subject));
    const said = draft.state.states.get(key) ?? [];
    if (!said.some((s) => s.answer === answer)) continue;
    draft.put(
      'states',
      key,
      said.map((s) => {
        if (s.answer !== answer) return s;
        const { struck: _was, ...rest } = s;
        return struck ? { ...rest, struck: true } : rest;
      }),
    );
    // Whoever answered in a state that was taken back answered in another one.
    draft.stir();
  }
}

/** Strikes an answer through in the history of its part, and takes back what it set. */
export function strike(draft: Draft, part: Part, id: string, by: string, why: string): void {
  const history = draft.history(part.key);
  const at = history.findIndex((record) => record.entry === id);
  const old = history[at];
  if (!old || old.struck) return;
  history[at] = { ...old, struck: { by, reason: why } };
  strikeSettings(draft, part, id, true);
}

/** Lets an answer stand again whose correction was withdrawn, with what it had set. */
export function restore(draft: Draft, part: Part, id: string): void {
  const history = draft.history(part.key);
  const at = history.findIndex((record) => record.entry === id);
  const old = history[at];
  if (!old?.struck) return;
  const { struck: _struck, ...rest } = old;
  history[at] = rest;
  strikeSettings(draft, part, id, false);
}

/** Adds to the record of one answer, wherever it is in the history of its part. */
export function amend(
  draft: Draft,
  body: { check: string; subject: string; answerEntry: string },
  change: Partial<AnswerRecord>,
): void {
  const history = draft.history(partKey(body.check, body.subject));
  const at = history.findLastIndex((record) => record.entry === body.answerEntry);
  const old = history[at];
  if (old) history[at] = { ...old, ...change };
}
