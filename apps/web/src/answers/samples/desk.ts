import {
  err,
  foundIn,
  ok,
  ownMember,
  reason,
  samplesWanting,
  SAMPLED_AFTER,
  SAMPLES_SEEN,
  type Photo,
  type SampledAfter,
  type SampleRound,
  type SampleSeen,
} from '@kanzel/core';
import type { AnswerDesk, SpecOf } from '../answer-desk.ts';
import type { PartDraft } from '../desk.ts';

/** Under which name photographs of what came are kept. */
export const FOUND = 'what came';

/** A round as it stands on the desk: some drains may not be said yet. */
export interface RoundOnDesk {
  readonly after: SampledAfter;
  readonly seen: Readonly<Record<string, SampleSeen>>;
  readonly whole: boolean;
}

const seenKey = (round: number, drain: string): string => `${round} ${drain}`;

/** What was done before a round: as was said, else as the check asks in its order. */
function afterOnDesk(spec: SpecOf<'samples'>, draft: PartDraft, round: number): SampledAfter {
  const said = ownMember(draft.picks, `${round} after`);
  return SAMPLED_AFTER.find((a) => a === said) ?? spec.after[round - 1] ?? 'standing';
}

function roundOnDesk(spec: SpecOf<'samples'>, draft: PartDraft, round: number): RoundOnDesk {
  const seen: Record<string, SampleSeen> = {};
  for (const { id } of spec.drains) {
    const said = ownMember(draft.picks, seenKey(round, id));
    const known = SAMPLES_SEEN.find((s) => s === said);
    if (known) seen[id] = known;
  }
  return {
    after: afterOnDesk(spec, draft, round),
    seen,
    whole: spec.drains.every((d) => ownMember(seen, d.id) !== undefined),
  };
}

/** The rounds that are said, and the one that comes next while sampling is not at its end. */
export function roundsOnDesk(spec: SpecOf<'samples'>, draft: PartDraft): readonly RoundOnDesk[] {
  const rounds: RoundOnDesk[] = [];
  for (;;) {
    const next = roundOnDesk(spec, draft, rounds.length + 1);
    const begun = Object.keys(next.seen).length > 0;
    const whole = rounds.filter((r) => r.whole);
    const dirty = foundIn(whole).some((f) => f.round === whole.length);
    const atEnd = whole.length > 0 && !dirty && samplesWanting(spec, { rounds: whole }) === undefined;
    if (!begun && (atEnd || rounds.some((r) => !r.whole))) return rounds;
    rounds.push(next);
    if (!next.whole) return rounds;
  }
}

/** The desk with one drain of a round said; said again it is taken back. */
export function withSeen(
  draft: PartDraft,
  round: number,
  drain: string,
  seen: SampleSeen,
): Partial<PartDraft> {
  const key = seenKey(round, drain);
  const picks = { ...draft.picks, [key]: ownMember(draft.picks, key) === seen ? '' : seen, stop: '' };
  return { picks };
}

/** The desk without a round and what came behind it. */
export function withoutRound(draft: PartDraft, round: number): Partial<PartDraft> {
  const kept = Object.entries(draft.picks ?? {}).filter(([key]) => !(Number.parseInt(key, 10) >= round));
  return { picks: { ...Object.fromEntries(kept), stop: '' } };
}

/** Samples out of every drain until clear. */
export const SAMPLES_DESK: AnswerDesk<'samples'> = {
  title: 'Samples until clear',
  begin: () => ({
    kind: 'samples',
    drains: [{ id: 'tank', title: 'Tank' }],
    after: ['standing', 'wings-rocked'],
  }),
  figures: 'none',
  answer: ({ spec }, draft) => {
    const begun = roundsOnDesk(spec, draft).filter((r) => Object.keys(r.seen).length > 0);
    const rounds = begun.map(({ after, seen }): SampleRound => ({ after, seen }));
    const wanting = samplesWanting(spec, { rounds });
    if (wanting) return err(wanting);
    const dirty = foundIn(rounds).some((f) => f.round === rounds.length);
    if (dirty && ownMember(draft.picks, 'stop') !== 'yes') return err(reason('samplesGoOn'));
    const photos = (ownMember(draft.scans, FOUND) ?? []).map((scan): Photo => ({ view: FOUND, scan }));
    return ok({ kind: 'samples', rounds, ...(photos.length > 0 ? { photos } : {}) });
  },
  typeAgain: {
    on: ['correction'],
    draft: ({ rounds, photos }) => ({
      picks: {
        stop: foundIn(rounds).some((f) => f.round === rounds.length) ? 'yes' : '',
        ...Object.fromEntries(
          rounds.flatMap(({ after, seen }, i): (readonly [string, string])[] => [
            [`${i + 1} after`, after],
            ...Object.entries(seen).map(([drain, what]) => [seenKey(i + 1, drain), what] as const),
          ]),
        ),
      },
      ...(photos ? { scans: { [FOUND]: photos.map((p) => p.scan) } } : {}),
    }),
  },
};
