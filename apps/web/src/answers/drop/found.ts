import {
  isSetTo,
  samplesBetween,
  speedChecksOf,
  standingAnswer,
  stateFor,
  WHOLE_AIRCRAFT,
  type BasisIndex,
  type CampaignState,
  type Part,
  type Reading,
  type SpeedCheck,
} from '@kanzel/core';
import { linesRead, newestAt } from '../../sync/monitor-store.ts';
import { readingOf } from '../figures/live-take.ts';

/** Something that was switched and switched back, found in what the monitor has shown. */
export interface FoundDrop {
  /** When the speed was lowest and steady, server clock (ms). */
  readonly from: number;
  readonly to: number;
  readonly looksLike: SpeedCheck['looksLike'];
  readonly before: Reading;
  readonly after: Reading;
  /** The part that already holds this one. */
  readonly keptBy: string | undefined;
}

/** What is looked back on (s). */
const LOOKED_BACK = 300;

/** Whether a check is one of an ignition, or of one of two lanes. */
const isOfIgnition = ({ check }: Part): boolean =>
  check.proves.some((system) => /\.(ignition|lane-[a-z])\b|\.ignition$/.test(system));

/**
 * Since when what this check asks for has held, and nothing has touched it (server clock, ms): what was switched before that was switched on
 * another engine than the one that is asked about, a cold one or one before its work.
 */
function sinceWhen(state: CampaignState, index: BasisIndex, { key, check, subject }: Part): number {
  const needed = Object.keys(check.needs).map((name) => {
    const per = index.states.get(name)?.per === 'engine' ? subject : WHOLE_AIRCRAFT;
    const standing = stateFor(state, name, per);
    return standing?.kind === 'is' && standing.by ? standing.by.since.instant : -Infinity;
  });
  const touched = state.parts.get(key)?.losses?.at(-1)?.at;
  return Math.max(-Infinity, ...needed, touched === undefined ? -Infinity : Date.parse(touched));
}

/** Which part of the same engine holds a figure that was taken in this time. */
function keptBy(
  state: CampaignState,
  index: BasisIndex,
  part: Part,
  from: number,
  to: number,
): string | undefined {
  for (const own of index.parts.values()) {
    if (own.subject !== part.subject) continue;
    const answer = standingAnswer(state.parts.get(own.key))?.answer;
    if (answer?.kind !== 'drop' || answer.after.at === undefined) continue;
    const at = Date.parse(answer.after.at);
    if (at >= from && at <= to + 1500) return own.key;
  }
  return undefined;
}

/**
 * What was switched at the speed of this check over the last five minutes, found in the trace in whatever order it was done. Only what can
 * be of this check: of an ignition what looks like one, of anything else what does not. Which ignition it was, whoever was there says.
 */
export function foundDrops(state: CampaignState, index: BasisIndex, part: Part): readonly FoundDrop[] {
  const spec = part.check.answer;
  const until = newestAt();
  if (spec.kind !== 'drop' || !spec.channel || until === undefined) return [];
  const of = (channel: string) =>
    samplesBetween(linesRead(), part.subject, channel, until - LOOKED_BACK * 1000, until);
  const speed = of(spec.channel);
  const cylinders = index.basis.aircraft.engines.find((e) => e.id === part.subject)?.cylinders ?? 0;
  // Samples count from their own first instant; those of one line begin together.
  const aligned = (channel: string) => {
    const { t, v, from } = of(channel);
    const shift = (from - speed.from) / 1000;
    return { t: t.map((at) => at + shift), v };
  };
  const exhausts = Array.from({ length: cylinders }, (_, i) => aligned(`exhaust-${i + 1}`)).filter(
    (s) => s.t.length > 1,
  );
  const found = speedChecksOf(speed, spec.resolution, { manifold: aligned('manifold-pressure'), exhausts });
  const { setting } = part.check;
  const since = sinceWhen(state, index, part);
  const ofIgnition = isOfIgnition(part);
  return found
    .filter(({ looksLike }) => looksLike === 'unknown' || (looksLike === 'ignition') === ofIgnition)
    .filter(({ looksLike }) => looksLike !== 'throttle')
    .filter((one) => speed.from + one.before.from * 1000 >= since)
    .filter(({ before }) => !setting || setting.channel !== spec.channel || isSetTo(before.mean, setting))
    .map(({ before, low, looksLike }) => {
      const at = (seconds: number): number => speed.from + seconds * 1000;
      const reading = (stretch: typeof low): Reading =>
        readingOf(
          index,
          part,
          spec,
          { value: stretch.mean, scatter: stretch.scatter, count: stretch.count },
          at(stretch.to),
        );
      return {
        from: at(low.from),
        to: at(low.to),
        looksLike,
        before: reading(before),
        after: reading(low),
        keptBy: keptBy(state, index, part, at(low.from), at(low.to)),
      };
    });
}
