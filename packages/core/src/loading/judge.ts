import type { Verdict } from '../limits/types.ts';
import { worstFirst } from '../limits/worst-first.ts';
import { reason, type Reason } from '../reasons/reason.ts';
import { isAlong } from './envelope.ts';
import { sheetProblems } from './problems.ts';
import { sheetStanding } from './solution.ts';
import { heaviestOf, shownSteps, stepFor } from './steps.ts';
import type { TrackCheck, TrackMargin } from './track.ts';
import type { LoadingSheet, Weighing } from './types.ts';
import type { FittedItem, LoadingData, LoadingUnits } from '../aircraft/loading-data.ts';
import { compareWeighing } from './compare-weighing.ts';
import { weigh, type Weighed, type WeighingRoom } from './weighing.ts';

const said = (state: Verdict['state'], why: Reason, decisionNeeded = false): Verdict => ({
  state,
  class: 'safety',
  rule: 'guarded',
  decisionNeeded,
  reason: why,
});

/** A mass and an arm for a sentence, in steps that suit the aircraft and in which they do not vanish. */
const massFigure = (value: number, units: LoadingUnits, heaviest: number): Reason['params'][string] => ({
  value,
  unit: units.mass,
  resolution: stepFor(value, shownSteps(units, heaviest).mass),
});
const armFigure = (value: number, units: LoadingUnits, heaviest: number): Reason['params'][string] => ({
  value,
  unit: units.arm,
  resolution: stepFor(value, shownSteps(units, heaviest).arm),
});

/**
 * Verdicts on a weighing beside those of the limit book: whether it is what the last one and the equipment changes
 * make expect, and whether repeated readings agree. A difference that nothing explains is out: it needs a finding.
 * Without a report, or with changes of unknown mass, there is nothing to compare with, and that is unknown.
 */
export function judgeWeighing(
  data: LoadingData | undefined,
  equipment: readonly FittedItem[],
  weighing: Weighing,
  room: WeighingRoom,
): { readonly weighed: Weighed | undefined; readonly verdicts: readonly Verdict[] } {
  const found = weigh(data, weighing, room);
  if (!found.ok) return { weighed: undefined, verdicts: [said('unknown', found.error)] };
  const weighed = found.value;
  const { units } = weighing;
  const verdicts: Verdict[] = weighed.apart.map(({ title, spread }) =>
    said(
      'near',
      reason('scalesApart', {
        thing: title,
        spread: massFigure(spread, units, weighed.mass),
      }),
    ),
  );
  // A model is balanced as it flies, not empty: there is no report of that to compare with.
  if (weighing.method === 'hand')
    return { weighed, verdicts: worstFirst([...verdicts, said('within', reason('balancedByHand'))]) };
  if (!data)
    return { weighed, verdicts: worstFirst([...verdicts, said('unknown', reason('noLoadingData'))]) };
  if (!data.report)
    return { weighed, verdicts: worstFirst([...verdicts, said('within', reason('firstWeighing'))]) };
  const compared = compareWeighing(data, equipment, weighed);
  if (!compared.ok) return { weighed, verdicts: worstFirst([...verdicts, said('unknown', compared.error)]) };
  const { difference, allowed, explained, expected } = compared.value;
  const params = {
    mass: massFigure(difference.mass, units, weighed.mass),
    arm: armFigure(difference.arm, units, weighed.mass),
    allowedMass: massFigure(allowed.mass, units, weighed.mass),
    allowedArm: armFigure(allowed.arm, units, weighed.mass),
    report: data.report.number,
    changes: expected.changes.length,
  };
  verdicts.push(
    explained
      ? said('within', reason('weighingExplained', params))
      : said('out', reason('weighingUnexplained', params)),
  );
  return { weighed, verdicts: worstFirst(verdicts) };
}

/** Where on the flight something is met, as figures for a sentence. */
function where(data: LoadingData, margin: TrackMargin): Reason['params'] {
  const along = isAlong(margin.direction) ? armFigure : massFigure;
  return {
    edge: margin.edge.name,
    margin: along(Math.abs(margin.value), data.units, heaviestOf(data)),
    left: { value: margin.at.left, unit: data.units.volume, resolution: 1 },
    at: margin.at.name ?? '',
    fuel: data.tanks.length,
  };
}

/** The figure of a track verdict: the centre where it is closest, between the edges it sees forward and aft. */
function figureOf(data: LoadingData, check: TrackCheck, at: TrackMargin): Partial<Verdict> {
  const { arm } = data.units;
  const sideways = (direction: string): number | undefined =>
    check.margins.find((m) => m.direction === direction)?.value;
  const here = at.at.centre.arm;
  const [forward, aft] = [sideways('forward'), sideways('aft')];
  return {
    value: here,
    unit: arm,
    resolution: shownSteps(data.units, heaviestOf(data)).arm,
    uncertainty: 2 * at.at.centre.sigmaArm,
    ...(check.state === 'outside' || forward === undefined || aft === undefined
      ? {}
      : { bounds: { low: here - forward, high: here + aft } }),
  };
}

function judgeTrack(data: LoadingData, check: TrackCheck, tilt: string | undefined): Verdict {
  const title = data.tilts.find((t) => t.id === tilt)?.title;
  const about = { envelope: check.envelope.title, ...(title ? { tilt: title } : {}) };
  const { worst, doubt, margins } = check;
  if (check.state === 'outside' && worst)
    return {
      ...said('out', reason('trackOutside', { ...about, ...where(data, worst) })),
      ...figureOf(data, check, worst),
    };
  const nearest = margins.find((m) => isAlong(m.direction));
  const figure = nearest ? figureOf(data, check, nearest) : {};
  if (check.state === 'reserve' && worst)
    return { ...said('near', reason('trackReserve', { ...about, ...where(data, worst) }), true), ...figure };
  if (doubt && doubt.sigmas < 2)
    return {
      ...said(
        'near',
        reason('trackTooClose', {
          ...about,
          ...where(data, doubt),
          uncertainty: (isAlong(doubt.direction) ? armFigure : massFigure)(
            doubt.uncertainty,
            data.units,
            heaviestOf(data),
          ),
        }),
        true,
      ),
      ...figure,
    };
  return {
    ...said('within', reason('trackInside', { ...about, ...(nearest ? where(data, nearest) : {}) })),
    ...figure,
  };
}

function judgeLateral(data: LoadingData, lateral: number, sigma: number): Verdict | undefined {
  if (!data.lateral) return undefined;
  const { low, high } = data.lateral;
  const about = {
    value: armFigure(Math.abs(lateral), data.units, heaviestOf(data)),
    side: lateral < 0 ? 'left' : 'right',
  };
  const margin = Math.min(lateral - low, high - lateral);
  if (margin < 0) return said('out', reason('lateralOutside', about));
  if (margin < 2 * sigma) return said('near', reason('lateralTooClose', about), true);
  return said('within', reason('lateralInside', about));
}

/**
 * What a sheet has left open so that it says nothing of the flight: seats and nobody on them, places for packs and
 * none aboard, tanks of which nothing is used until landing.
 */
export function sheetGaps(data: LoadingData, sheet: LoadingSheet): readonly Reason[] {
  const seats = data.stations.filter((s) => s.kind === 'seat');
  const seated = sheet.lines.some((l) => l.mass > 0 && seats.some((s) => s.id === l.station));
  return [
    ...(seats.length > 0 && !seated ? [reason('nobodyAboard')] : []),
    ...(data.bays.length > 0 && sheet.packs.length === 0 ? [reason('noPackAboard')] : []),
    ...(data.burn.length > 0 && sheet.used <= 0 ? [reason('nothingUsed')] : []),
  ];
}

/**
 * Verdicts on a loading sheet: what cannot be loaded so, what was left open (`sheetGaps`, unknown), then the whole flight against every envelope in every tilt
 * position, and the lateral. Inside by less than two standard deviations is near and needs a decision; outside only
 * on the reserve likewise. Without a description or an envelope nothing is known to be inside.
 */
export function judgeSheet(data: LoadingData | undefined, sheet: LoadingSheet): readonly Verdict[] {
  if (!data) return [said('unknown', reason('noLoadingData'))];
  const problems = sheetProblems(data, sheet);
  if (problems.length > 0) return problems.map((p) => said('unknown', p));
  const standing = sheetStanding(data, sheet);
  if (!standing) return [said('unknown', reason('noMass'))];
  const checks = standing.tracks.flatMap(({ tilt, checks: own }) =>
    own.map((c) => judgeTrack(data, c, tilt)),
  );
  const sigma = Math.max(...standing.tracks.flatMap((t) => t.points.map((p) => p.centre.sigmaLateral)));
  const lateral = judgeLateral(data, standing.lateral, sigma);
  if (checks.length === 0) return [said('unknown', reason('noEnvelope'))];
  const unheld = standing.tracks.flatMap((t) => (t.checks.length === 0 && t.tilt ? [t.tilt] : []));
  const gaps = [
    ...sheetGaps(data, sheet),
    ...unheld.map((id) =>
      reason('noEnvelopeTilted', { tilt: data.tilts.find((t) => t.id === id)?.title ?? id }),
    ),
  ].map((g) => said('unknown', g));
  return worstFirst([...gaps, ...checks, ...(lateral ? [lateral] : [])]);
}
