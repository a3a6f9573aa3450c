import type { AnswerSpec } from '../checks/types.ts';
import { foundIn, samplesLeft, type SampleSeen } from '../fuel/samples.ts';
import { ownMember } from '../own-member.ts';
import { reason, type Reason } from '../reasons/reason.ts';
import { many } from './figure-text.ts';
import type { AnswerKind, AnswerOf } from './kind.ts';
import { judgedAlone, measuresNothing, plain, RECORDED } from './said.ts';

type SamplesSpec = Extract<AnswerSpec, { readonly kind: 'samples' }>;

/** What came, as it is said. */
export const SAMPLE_WORDS: Readonly<Record<SampleSeen, string>> = {
  clear: 'clear',
  water: 'water',
  sediment: 'sediment',
  colour: 'another colour',
};

const drainTitle = ({ drains }: SamplesSpec, id: string): string =>
  drains.find((d) => d.id === id)?.title ?? id;

/**
 * Samples out of every drain, round after round, with the aircraft moved between as the check asks, until the last two rounds are
 * clear. What came before that is told: stirred up once, it may come again. A last round that is not clear is out.
 * Example: water at the left drain, then clear twice, wings rocked between: near, and the open screens are looked at after the flight.
 */
export const SAMPLES: AnswerKind<'samples'> = {
  measured: measuresNothing,
  isWhole({ rounds }, { check: { answer: spec } }) {
    if (spec.kind !== 'samples') return false;
    const drains = spec.drains
      .map((d) => d.id)
      .sort()
      .join();
    const left = samplesLeft(rounds, spec.after);
    const dirty = foundIn(rounds).some((f) => f.round === rounds.length);
    return (
      rounds.length > 0 &&
      rounds.every((r) => Object.keys(r.seen).sort().join() === drains) &&
      // Whoever stops at fuel that is not clear says so; whoever says that it is clear has done all of it.
      (dirty || (left.moves.length === 0 && left.rounds === 0))
    );
  },
  judge({ rounds }, { part: { check } }) {
    const spec = check.answer;
    if (spec.kind !== 'samples') return RECORDED;
    const found = foundIn(rounds);
    const last = found.filter((f) => f.round === rounds.length);
    const [first] = last.length > 0 ? last : found;
    if (!first) return [plain('within', 'samplesClear', { rounds: rounds.length })];
    const params = {
      seen: SAMPLE_WORDS[first.seen],
      drain: drainTitle(spec, first.drain),
      round: first.round,
    };
    return [
      last.length > 0 ? plain('out', 'samplesNotClear', params) : plain('near', 'samplesStirred', params),
    ];
  },
  copies: ({ photos }) => (photos ?? []).map((p) => p.scan),
  agrees: judgedAlone,
  over: 'never',
  describe({ rounds }, index, check) {
    const spec = index.checks.get(check)?.answer;
    const found = foundIn(rounds).map(
      (f) =>
        `${SAMPLE_WORDS[f.seen]} at ${spec?.kind === 'samples' ? drainTitle(spec, f.drain).toLowerCase() : f.drain} in round ${f.round}`,
    );
    const end = found.some((_, i) => foundIn(rounds)[i]?.round === rounds.length) ? '' : ', then clear';
    return `${many(rounds.length, 'round', 'rounds')}: ${found.length === 0 ? 'clear' : `${found.join(', ')}${end}`}`;
  },
};

/** Why samples are not at their end yet, for whoever is taking them; undefined when they are, or were given up at fuel that is not clear. */
export function samplesWanting(
  spec: SamplesSpec,
  { rounds }: Pick<AnswerOf<'samples'>, 'rounds'>,
): Reason | undefined {
  if (rounds.length === 0) return reason('notAnswered');
  const open = rounds.flatMap((r, i) =>
    spec.drains.filter((d) => ownMember(r.seen, d.id) === undefined).map((d) => ({ d, round: i + 1 })),
  )[0];
  if (open) return reason('samplesUnseen', { drain: open.d.title, round: open.round });
  if (foundIn(rounds).some((f) => f.round === rounds.length)) return undefined;
  const left = samplesLeft(rounds, spec.after);
  const [move] = left.moves;
  if (move !== undefined) return reason('samplesUnmoved', { move });
  return left.rounds > 0 ? reason('samplesMore', { rounds: left.rounds }) : undefined;
}
