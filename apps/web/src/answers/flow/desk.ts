import {
  err,
  ok,
  ownMember,
  readQuantity,
  reason,
  type FlowRun,
  type Part,
  type Reading,
  type Reason,
  type Result,
  type RunTimedBy,
} from '@kanzel/core';
import type { AnswerDesk, DeskFigures, SpecOf } from '../answer-desk.ts';
import type { PartDraft } from '../desk.ts';

/** So many runs are taken at most: whoever needs more has another question. */
export const MOST_RUNS = 10;

/** How many rows there are on the desk: as many as the check asks for, and those that were added. */
export function runsOnDesk({ runs }: SpecOf<'flow'>, draft: PartDraft): number {
  const added = Number(ownMember(draft.picks, 'runs') ?? 0);
  return Math.min(MOST_RUNS, Math.max(runs, Number.isInteger(added) ? added : 0));
}

const typed = (draft: PartDraft, name: string): string =>
  ownMember(draft.texts, name)?.trim() ?? ownMember(draft.taken, name)?.text ?? '';

/** Since when the clock of a run is running, in milliseconds since 1970; undefined while none does. */
export function runningOnDesk(
  draft: PartDraft,
): { readonly run: number; readonly since: number } | undefined {
  const run = Number(ownMember(draft.picks, 'running') ?? 0);
  return run > 0 && draft.takenAt !== undefined ? { run, since: draft.takenAt } : undefined;
}

/** The first run whose time is not there yet; 0 when all have theirs. */
export function runToTime(spec: SpecOf<'flow'>, draft: PartDraft): number {
  for (let run = 1; run <= runsOnDesk(spec, draft); run += 1)
    if (typed(draft, `time ${run}`) === '') return run;
  return 0;
}

/** The clock of a run is started; one that runs goes on, whoever presses again. `now` in milliseconds since 1970. */
export const withStart = (draft: PartDraft, run: number, now: number): Partial<PartDraft> =>
  runningOnDesk(draft)
    ? {}
    : {
        picks: { ...draft.picks, running: String(run) },
        takenAt: now,
        texts: { ...draft.texts, [`time ${run}`]: '' },
      };

/** The clock is stopped: the time of the run in hundredths, as a hand presses. */
export function withStop(draft: PartDraft, now: number): Partial<PartDraft> {
  const running = runningOnDesk(draft);
  if (!running) return {};
  const seconds = Math.max(0, Math.round((now - running.since) / 10) / 100);
  return {
    picks: { ...draft.picks, running: '', [`pressed ${running.run}`]: seconds.toFixed(2) },
    texts: { ...draft.texts, [`time ${running.run}`]: seconds.toFixed(2) },
  };
}

/** How the time of a run was taken: what a hand typed since was read off a watch. */
export const timedByOnDesk = (draft: PartDraft, run: number): RunTimedBy =>
  ownMember(draft.picks, `pressed ${run}`) === typed(draft, `time ${run}`) ? 'press' : 'watch';

export const isPrepared = (part: Part, draft: PartDraft): boolean =>
  part.check.cautions.length === 0 || ownMember(draft.picks, 'prepared') === 'yes';

const lacks = (what: string) => err(reason('headingLacks', { what }));

function read(draft: PartDraft, name: string, unit: string, what: string): Result<Reading, Reason> {
  const text = typed(draft, name);
  if (text === '') return lacks(what);
  const quantity = readQuantity(text, unit);
  return quantity.ok ? ok({ ...quantity.value, source: 'typed' as const }) : quantity;
}

/** The runs on the desk, without rows that nobody has begun; or what the first of them lacks. */
function runsFrom(spec: SpecOf<'flow'>, draft: PartDraft): Result<readonly FlowRun[], Reason> {
  const runs: FlowRun[] = [];
  for (let run = 1; run <= runsOnDesk(spec, draft); run += 1) {
    if (typed(draft, `volume ${run}`) === '' && typed(draft, `time ${run}`) === '') continue;
    const time = read(draft, `time ${run}`, 's', `The time of run ${run}`);
    if (!time.ok) return time;
    const volume = read(draft, `volume ${run}`, 'L', `The volume of run ${run}`);
    if (!volume.ok) return volume;
    runs.push({ volume: volume.value, time: time.value, timedBy: timedByOnDesk(draft, run) });
  }
  return ok(runs);
}

/** The attitude, what the can reads to, and a volume and a time of every run. */
export const FLOW_FIGURES: DeskFigures = {
  names: ({ check: { answer: spec } }) =>
    spec.kind === 'flow'
      ? [
          ...(spec.attitude === undefined ? [] : ['attitude']),
          'reads-to',
          ...Array.from({ length: spec.runs }, (_, i) => [`volume ${i + 1}`, `time ${i + 1}`]).flat(),
        ]
      : [],
  label: (name) => {
    const [what, run = ''] = name.split(' ');
    if (what === 'attitude') return { over: 'Nose above the level', spoken: 'nose above the level, degrees' };
    if (what === 'reads-to') return { over: 'The can reads to ±', spoken: 'the can reads to, litres' };
    return what === 'volume'
      ? { over: 'Into the can', spoken: `run ${run}, litres` }
      : { over: 'In', spoken: `run ${run}, seconds` };
  },
  // What is missing is said by what it is of.
  lacking: () => [],
};

/** Fuel timed into a can. */
export const FLOW_DESK: AnswerDesk<'flow'> = {
  title: 'Fuel timed into a can',
  begin: () => ({ kind: 'flow', runs: 2 }),
  figures: FLOW_FIGURES,
  answer: ({ part, spec }, draft) => {
    if (runningOnDesk(draft)) return err(reason('flowStillRuns'));
    const runs = runsFrom(spec, draft);
    if (!runs.ok) return runs;
    if (runs.value.length === 0) return err(reason('notAnswered'));
    if (!isPrepared(part, draft)) return err(reason('flowNotPrepared'));
    const readsTo = read(draft, 'reads-to', 'L', 'What the can reads to');
    if (!readsTo.ok) return readsTo;
    const attitude =
      spec.attitude === undefined ? undefined : read(draft, 'attitude', 'deg-angle', 'The attitude');
    if (attitude && !attitude.ok) return attitude;
    if (runs.value.length < spec.runs)
      return err(reason('flowRunsLeft', { left: spec.runs - runs.value.length }));
    return ok({
      kind: 'flow',
      prepared: true,
      readsTo: readsTo.value,
      ...(attitude ? { attitude: attitude.value } : {}),
      runs: runs.value,
    });
  },
  typeAgain: {
    on: ['correction'],
    draft: ({ readsTo, attitude, runs, prepared }) => ({
      texts: {
        'reads-to': readsTo.text,
        ...(attitude ? { attitude: attitude.text } : {}),
        ...Object.fromEntries(
          runs.flatMap((r, i) => [
            [`volume ${i + 1}`, r.volume.text],
            [`time ${i + 1}`, r.time.text],
          ]),
        ),
      },
      picks: {
        runs: String(runs.length),
        prepared: prepared ? 'yes' : '',
        ...Object.fromEntries(
          runs.map((r, i) => [`pressed ${i + 1}`, r.timedBy === 'press' ? r.time.text : '']),
        ),
      },
    }),
  },
};
