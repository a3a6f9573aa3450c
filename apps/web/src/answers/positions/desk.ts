import { err, ok, ownMember, reason } from '@kanzel/core';
import type { AnswerDesk, SpecOf } from '../answer-desk.ts';
import type { PartDraft } from '../desk.ts';

/** What was said at each position on the desk, up to the first at which nothing was said. */
export function saidOnDesk({ seen, steps }: SpecOf<'positions'>, draft: PartDraft): readonly string[] {
  const said = steps.map((_, i) => ownMember(draft.picks, String(i)));
  const until = said.findIndex((id) => !seen.some((s) => s.id === id));
  return said.slice(0, until < 0 ? said.length : until).flatMap((id) => id ?? []);
}

/** What the desk holds with one position said; said again it is taken back, and what came behind it with it. */
export function withSaid(
  spec: SpecOf<'positions'>,
  draft: PartDraft,
  at: number,
  id: string,
): Partial<PartDraft> {
  const before = saidOnDesk(spec, draft);
  const next =
    before[at] === id ? before.slice(0, at) : [...before.slice(0, at), id, ...before.slice(at + 1)];
  return { picks: Object.fromEntries(spec.steps.map((_, i) => [String(i), next[i] ?? ''])) };
}

/** A switch, lever or knob, tried at each of its positions. */
export const POSITIONS_DESK: AnswerDesk<'positions'> = {
  title: 'What is seen at each position of a switch',
  begin: () => ({
    kind: 'positions',
    of: 'The switch',
    seen: [
      { id: 'works', text: 'Works' },
      { id: 'stands-still', text: 'Stands still' },
    ],
    steps: [
      { position: 'Off', expected: 'works' },
      { position: 'On', expected: 'stands-still' },
      { position: 'Off again', expected: 'works' },
    ],
  }),
  figures: 'none',
  answer: ({ spec }, draft) => {
    const said = saidOnDesk(spec, draft);
    if (said.length === 0) return err(reason('notAnswered'));
    const open = spec.steps[said.length];
    return open
      ? err(reason('positionUnanswered', { position: open.position }))
      : ok({ kind: 'positions', seen: said });
  },
  typeAgain: {
    on: ['correction'],
    draft: ({ seen }) => ({ picks: Object.fromEntries(seen.map((id, i) => [String(i), id])) }),
  },
};
