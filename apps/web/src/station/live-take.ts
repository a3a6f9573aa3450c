import {
  formatFigure,
  isFigureSpec,
  judgeAnswer,
  movingWay,
  readSteady,
  settlingOf,
  type BasisIndex,
  type Fact,
  type Part,
  type Reading,
  type Series,
} from '@kanzel/core';
import { between, lastRiseThrough, newest, newestAt, recent } from '../sync/monitor-store.ts';
import { serverInstant } from '../sync/clock.ts';
import { figureNames, instrumentsFor } from './part-draft.ts';

/** Gaps longer than this break a reading (s). */
const GAP = 1;

/** How a channel looks right now, for the hand that is about to take it. */
export type LiveLook =
  | { readonly state: 'none' }
  | {
      readonly state: 'moving' | 'steady';
      readonly value: number;
      readonly reading?: Reading;
      /** It stands still for a moment only, and is on its way: heat takes longer than a look. */
      readonly way?: 'rising' | 'falling';
    };

/** The engine under which the monitor sends a part's channel. */
function engineOf(part: Part): string {
  return part.subject;
}

function channelOf(part: Part, name: string): string | undefined {
  const spec = part.check.answer;
  if (!isFigureSpec(spec) || !spec.channel) return undefined;
  return spec.kind === 'cylinders' ? `${spec.channel}-${name}` : spec.channel;
}

/** How long a steady reading can still be taken while the needle trembles around it (ms). */
const HOLD = 1500;

/** The last steady reading of each figure of a campaign, and when it was so. */
const held = new WeakMap<BasisIndex, Map<string, { readonly reading: Reading; readonly at: number }>>();

function heldOf(index: BasisIndex): Map<string, { readonly reading: Reading; readonly at: number }> {
  const own = held.get(index) ?? new Map<string, { readonly reading: Reading; readonly at: number }>();
  held.set(index, own);
  return own;
}

/** Whether a figure that is read once is still on its way, by a time that suits what it is. */
export function wayOf(part: Part, channel = channelOf(part, '')): 'rising' | 'falling' | undefined {
  const spec = part.check.answer;
  if (spec.kind !== 'reading' || channel === undefined) return undefined;
  const settling = settlingOf(spec.unit);
  return settling && movingWay(recent(engineOf(part), channel, settling.seconds + 0.5), spec.unit, GAP);
}

/** Looks at one figure of a part on the monitor: absent, moving, or steady with the reading that could be taken. */
export function lookAt(index: BasisIndex, part: Part, name: string): LiveLook {
  const spec = part.check.answer;
  const channel = channelOf(part, name);
  if (!isFigureSpec(spec) || !channel) return { state: 'none' };
  const value = newest(engineOf(part), channel);
  if (value === undefined) return { state: 'none' };
  const seconds = spec.steady?.seconds ?? 2;
  const tolerance = spec.steady?.tolerance ?? spec.resolution * 3;
  const { t, v } = recent(engineOf(part), channel, seconds + 0.5);
  const steady = readSteady({ t, v }, { seconds, tolerance, maximumGap: GAP });
  const key = `${part.key} ${name}`;
  if (!steady.steady) {
    // At the edge of steady an offer would come and go faster than a gloved hand can take it.
    const last = heldOf(index).get(key);
    const fresh = last && (newestAt() ?? 0) - last.at <= HOLD && steady.why === 'moving';
    return fresh && Math.abs(value - last.reading.value) <= tolerance
      ? { state: 'steady', value, reading: last.reading }
      : { state: 'moving', value };
  }
  const instrument = instrumentsFor(index, part.check, true)[0]?.id;
  const reading: Reading = {
    // What was measured is recorded and judged; the step of the check says only how much of it is worth showing.
    value: steady.mean,
    unit: spec.unit,
    text: formatFigure(steady.mean, spec.resolution),
    resolution: spec.resolution,
    source: 'live',
    ...(instrument ? { instrument } : {}),
    scatter: steady.scatter,
    count: steady.count,
  };
  const way = wayOf(part, channel);
  if (way) return { state: 'moving', value, reading, way };
  heldOf(index).set(key, { reading, at: newestAt() ?? 0 });
  return { state: 'steady', value, reading };
}

/** The power setting on the monitor now; undefined when the check has none or the monitor is silent. */
export function settingNow(part: Part): Record<string, Fact> | undefined {
  const { setting } = part.check;
  if (!setting) return {};
  const value = newest(engineOf(part), setting.channel);
  return value === undefined ? undefined : { [setting.channel]: { value, unit: setting.unit } };
}

/** Whether the power setting that a check asks for is set now, by the monitor. Undefined when nobody knows. */
export function settingMet(part: Part): boolean | undefined {
  const { setting } = part.check;
  if (!setting) return true;
  const value = newest(engineOf(part), setting.channel);
  return value === undefined ? undefined : Math.abs(value - setting.value) <= setting.tolerance;
}

/** Whether a reading would be out of limits as things are now. */
function isOut(index: BasisIndex, part: Part, reading: Reading): boolean {
  const facts = settingNow(part) ?? {};
  return judgeAnswer(index, part, { kind: 'reading', reading }, facts, serverInstant())[0]?.state === 'out';
}

/** Takes every figure of a part at once, if all are steady, or on their way and no longer out of limits. */
export function takeAll(index: BasisIndex, part: Part): Record<string, Reading> | undefined {
  const taken: Record<string, Reading> = {};
  for (const name of figureNames(index, part)) {
    const look = lookAt(index, part, name);
    if (look.state === 'none' || !look.reading || (look.state === 'moving' && !look.way)) return undefined;
    if (look.way && isOut(index, part, look.reading)) return undefined;
    taken[name] = look.reading;
  }
  return taken;
}

/** When a recording began by itself: the last time its trigger rose. Undefined without a trigger, or when it did not. */
function triggeredAt(part: Part): number | undefined {
  const spec = part.check.answer;
  if (spec.kind !== 'series' || !spec.trigger) return undefined;
  return lastRiseThrough(engineOf(part), spec.trigger.channel, spec.trigger.above);
}

/** The samples of a part's channel since an instant, as they would go into the record. */
function seriesSince(index: BasisIndex, part: Part, since: number): Series | undefined {
  const spec = part.check.answer;
  if (spec.kind !== 'series' || !spec.channel) return undefined;
  const until = Math.min(newestAt() ?? since, since + spec.seconds * 1000);
  const { t, v } = between(engineOf(part), spec.channel, since, until);
  const instrument = instrumentsFor(index, part.check, true)[0]?.id;
  return t.length < 2
    ? undefined
    : {
        unit: spec.unit,
        resolution: spec.resolution,
        source: 'live',
        ...(instrument ? { instrument } : {}),
        // Whole milliseconds: two samples are not made one instant by rounding.
        t: t.map((x) => Number(x.toFixed(3))),
        v,
      };
}

/** The recording as it stands: since its trigger, or over the last seconds when it has none. */
export function runningSeries(index: BasisIndex, part: Part): Series | undefined {
  const spec = part.check.answer;
  if (spec.kind !== 'series') return undefined;
  const since = spec.trigger ? triggeredAt(part) : (newestAt() ?? 0) - spec.seconds * 1000;
  return since === undefined ? undefined : seriesSince(index, part, since);
}
