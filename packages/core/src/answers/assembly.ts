import { ASSEMBLY_STEPS, type AssemblyPart, type AssemblyStep } from '../checks/types.ts';
import type { Verdict } from '../limits/types.ts';
import { many } from './figure-text.ts';
import type { AnswerKind } from './kind.ts';
import type { PutOn } from './part-answer.ts';
import { measuresNothing, noCopies, plain } from './said.ts';

/**
 * How far a part of an assembly is: home, not in order at a step, not to be reached because something that it goes onto is
 * not home, or still to be done.
 */
export interface PartStanding {
  readonly part: AssemblyPart;
  readonly state: 'home' | 'atFault' | 'waits' | 'open';
  /** What comes next with it, or what was not in order. */
  readonly step?: AssemblyStep;
  /** The first of the parts it goes onto that is not home. */
  readonly under?: AssemblyPart;
}

/** What is done with a part, in the order of the work, whatever order a pack writes it in. */
export const stepsOf = ({ steps }: AssemblyPart): readonly AssemblyStep[] =>
  ASSEMBLY_STEPS.filter((s) => steps.includes(s));

/**
 * How far an assembly is, part by part in the order of the pack. A part counts as far as its steps were done one after the
 * other without a gap, and only where everything it goes onto is home; a fault is at the first step that was not done.
 * Example: centre body home, its left wing in the joint: the wing is open at its latch, and the winglet on it waits.
 */
export function standingOfAssembly(
  parts: readonly AssemblyPart[],
  put: readonly PutOn[],
): readonly PartStanding[] {
  const found = new Map<string, PartStanding>();
  for (const part of parts) {
    const under = (part.on ?? [])
      .map((id) => found.get(id))
      .find((other) => other !== undefined && other.state !== 'home');
    const [row, ...more] = put.filter((p) => p.id === part.id);
    const steps = stepsOf(part);
    const done = row?.done ?? [];
    const step = steps.find((s, i) => s !== done[i]);
    if (under) found.set(part.id, { part, state: 'waits', under: under.part });
    else if (row?.fault !== undefined)
      found.set(part.id, { part, state: 'atFault', ...(step ? { step } : {}) });
    else if (step === undefined && done.length === steps.length && more.length === 0)
      found.set(part.id, { part, state: 'home' });
    else found.set(part.id, { part, state: 'open', ...(step ? { step } : {}) });
  }
  return [...found.values()];
}

/** Whether a row says what can be: its steps from the first on, each once; words where something is wrong; nothing where it waits. */
function isPossible({ part, state, step }: PartStanding, put: readonly PutOn[]): boolean {
  const rows = put.filter((p) => p.id === part.id);
  if (state === 'waits') return rows.length === 0;
  const [row, ...more] = rows;
  return (
    row !== undefined &&
    more.length === 0 &&
    state !== 'open' &&
    row.done.every((s, i) => s === stepsOf(part)[i]) &&
    (state === 'home' || (step !== undefined && row.fault?.trim() !== ''))
  );
}

/**
 * An aircraft put together on site: each part onto what is home already, each step of it after the one before. It is whole when
 * every part is home, or is named with what is wrong with it, and nothing stands on what is not home.
 * Example: a latch that does not seat is out by the name of its part, and what goes onto it is unknown.
 */
export const ASSEMBLY: AnswerKind<'assembly'> = {
  measured: measuresNothing,
  isWhole({ parts: put }, { check: { answer: spec } }) {
    if (spec.kind !== 'assembly') return false;
    const standing = standingOfAssembly(spec.parts, put);
    const known = new Set(spec.parts.map((p) => p.id));
    return put.every((p) => known.has(p.id)) && standing.every((s) => isPossible(s, put));
  },
  judge({ parts: put }, { part: { check } }) {
    const spec = check.answer;
    const standing = spec.kind === 'assembly' ? standingOfAssembly(spec.parts, put) : [];
    const fault = ({ part }: PartStanding): string => put.find((p) => p.id === part.id)?.fault ?? '';
    const told = (state: PartStanding['state'], say: (s: PartStanding) => Verdict): readonly Verdict[] =>
      standing.filter((s) => s.state === state).map(say);
    const verdicts = [
      ...told('atFault', (s) =>
        plain('out', 'partNotHome', { what: s.part.title, step: s.step ?? '', fault: fault(s) }),
      ),
      ...told('waits', (s) =>
        plain('unknown', 'partWaits', { what: s.part.title, under: s.under?.title ?? '' }),
      ),
      ...told('open', (s) => plain('unknown', 'partNext', { what: s.part.title, step: s.step ?? '' })),
    ];
    return verdicts.length > 0 ? verdicts : [plain('within', 'assembled', { count: standing.length })];
  },
  copies: noCopies,
  agrees: ({ parts }, second) =>
    parts.every((p) =>
      second.parts.some((o) => o.id === p.id && (o.fault === undefined) === (p.fault === undefined)),
    ),
  over: 'never',
  describe: ({ parts }) => {
    const faults = parts.filter((p) => p.fault !== undefined).length;
    return `${many(parts.length - faults, 'part', 'parts')} home${faults === 0 ? '' : `, ${faults} not`}`;
  },
};
