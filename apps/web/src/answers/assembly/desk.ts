import {
  err,
  ok,
  ownMember,
  reason,
  standingOfAssembly,
  stepsOf,
  type AssemblyPart,
  type AssemblyStep,
  type PartStanding,
  type PutOn,
} from '@kanzel/core';
import type { AnswerDesk } from '../answer-desk.ts';
import type { PartDraft } from '../desk.ts';

const nameOf = (part: string, step: AssemblyStep | 'fault'): string => `${step} of ${part}`;

/** Whether a step of a part, or that something is wrong with it, was pressed on the desk. */
export const isPressed = (draft: PartDraft, part: string, step: AssemblyStep | 'fault'): boolean =>
  ownMember(draft.picks, nameOf(part, step)) === 'yes';

/** What was pressed and typed so far, as an answer would say it. */
function putSoFar(parts: readonly AssemblyPart[], draft: PartDraft): readonly PutOn[] {
  return parts.flatMap((part) => {
    const done = stepsOf(part).filter((s) => isPressed(draft, part.id, s));
    const faulty = isPressed(draft, part.id, 'fault');
    if (done.length === 0 && !faulty) return [];
    return [
      { id: part.id, done, ...(faulty ? { fault: ownMember(draft.texts, part.id)?.trim() ?? '' } : {}) },
    ];
  });
}

/** How far the assembly on the desk is, part by part. */
export const standingOnDesk = (parts: readonly AssemblyPart[], draft: PartDraft): readonly PartStanding[] =>
  standingOfAssembly(parts, putSoFar(parts, draft));

/** A part and all that stands on it, at any depth: what comes off with it. */
function withWhatIsOn(parts: readonly AssemblyPart[], id: string): ReadonlySet<string> {
  const off = new Set([id]);
  for (const part of parts) if (part.on?.some((under) => off.has(under))) off.add(part.id);
  return off;
}

/**
 * What the desk holds with a step done, or taken back. With a step taken back, or something wrong with the part, goes whatever
 * was done behind it: the later steps of the part and all that was put on it.
 */
export function withStep(
  parts: readonly AssemblyPart[],
  draft: PartDraft,
  { id, step, done }: { readonly id: string; readonly step: AssemblyStep | 'fault'; readonly done: boolean },
): Partial<PartDraft> {
  const picks: Record<string, string> = { ...draft.picks, [nameOf(id, step)]: done ? 'yes' : '' };
  if (done && step !== 'fault') return { picks };
  const off = withWhatIsOn(parts, id);
  for (const part of parts) {
    if (!off.has(part.id)) continue;
    const steps = stepsOf(part);
    const from = part.id !== id ? 0 : step === 'fault' ? steps.length : steps.indexOf(step);
    for (const later of steps.slice(from)) picks[nameOf(part.id, later)] = '';
    if (part.id !== id) picks[nameOf(part.id, 'fault')] = '';
  }
  return { picks };
}

/** An aircraft put together on site, part by part. */
export const ASSEMBLY_DESK: AnswerDesk<'assembly'> = {
  title: 'Assembly on site, in its order',
  begin: () => ({
    kind: 'assembly',
    parts: [{ id: 'part-1', title: 'First part', steps: ['part', 'joint', 'latch', 'tug'] }],
  }),
  figures: 'none',
  answer: ({ spec: { parts } }, draft) => {
    const put = putSoFar(parts, draft);
    if (put.length === 0) return err(reason('notAnswered'));
    const standing = standingOfAssembly(parts, put);
    const unsaid = standing.find(
      (s) => s.state === 'atFault' && put.some((p) => p.id === s.part.id && p.fault === ''),
    );
    if (unsaid) return err(reason('partFaultUnsaid', { what: unsaid.part.title }));
    const next = standing.find((s) => s.state === 'open');
    if (next) return err(reason('partNext', { what: next.part.title, step: next.step ?? '' }));
    return ok({ kind: 'assembly', parts: put });
  },
  typeAgain: {
    on: ['correction'],
    draft: ({ parts }) => ({
      picks: Object.fromEntries(
        parts.flatMap((p): [string, string][] => [
          ...p.done.map((s): [string, string] => [nameOf(p.id, s), 'yes']),
          [nameOf(p.id, 'fault'), p.fault === undefined ? '' : 'yes'],
        ]),
      ),
      texts: Object.fromEntries(parts.flatMap((p) => (p.fault === undefined ? [] : [[p.id, p.fault]]))),
    }),
  },
};
