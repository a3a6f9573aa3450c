import {
  channelUnit,
  err,
  formatFigure,
  isFigureSpec,
  isSetTo,
  judgeAnswer,
  lastRiseThrough,
  lookAtSignal,
  ok,
  samplesBetween,
  sideBySide,
  standstillOf,
  wayOf as signalWay,
  type BasisIndex,
  type Fact,
  type HeldFigure,
  type LiveSignal,
  type Part,
  type Reading,
  type Reason,
  type Result,
  type Series,
  type SteadyFigure,
} from '@kanzel/core';
import { linesRead, newest, newestAt } from '../../sync/monitor-store.ts';
import { serverInstant } from '../../sync/clock.ts';
import { figureNames } from '../desks.ts';
import { instrumentsFor } from './typed.ts';

/** How a channel looks right now, for the hand that is about to take it. */
export type LiveTake =
  | { readonly state: 'none' }
  | {
      readonly state: 'moving' | 'steady';
      readonly value: number;
      readonly reading?: Reading;
      readonly way?: 'rising' | 'falling';
    };

/** The signal of one figure of a part; undefined where the monitor has none for it. */
function signalOf(part: Part, name = ''): LiveSignal | undefined {
  const spec = part.check.answer;
  if (!isFigureSpec(spec) || !spec.channel) return undefined;
  const { channel, kind, unit, resolution, steady } = spec;
  // Of a heading the vehicle tells its own, and nothing of what it is held against; stops are found in what was heard.
  if ((kind === 'heading' && name !== 'own') || (kind === 'side-by-side' && spec.timed === true))
    return undefined;
  // In another unit than its channel is shown in, what is shown is another figure: it is typed.
  if ((channelUnit(channel) ?? unit) !== unit) return undefined;
  return {
    subject: kind === 'side-by-side' ? name : part.subject,
    channel: kind === 'cylinders' ? `${channel}-${name}` : channel,
    unit,
    resolution,
    steady,
    settles: kind === 'reading',
  };
}

/** The last steady figure of each part of a campaign. */
const held = new WeakMap<BasisIndex, Map<string, HeldFigure>>();

function heldOf(index: BasisIndex): Map<string, HeldFigure> {
  const own = held.get(index) ?? new Map<string, HeldFigure>();
  held.set(index, own);
  return own;
}

/** Whether the figure of a part is still on its way. */
export function wayOf(part: Part): 'rising' | 'falling' | undefined {
  const signal = signalOf(part);
  return signal && signalWay(linesRead(), signal);
}

/** What is recorded of a steady figure. What was measured is judged; the step of the check says only how much of it is shown. */
export function readingOf(
  index: BasisIndex,
  part: Part,
  { unit, resolution }: Pick<LiveSignal, 'unit' | 'resolution'>,
  figure: SteadyFigure,
  at: number,
): Reading {
  const instrument = instrumentsFor(index, part.check, true)[0]?.id;
  return {
    value: figure.value,
    scatter: figure.scatter,
    count: figure.count,
    unit,
    text: formatFigure(figure.value, resolution),
    resolution,
    source: 'live',
    at: new Date(at).toISOString(),
    ...(instrument ? { instrument } : {}),
  };
}

/** Looks at one figure of a part on the monitor: absent, moving, or steady with the reading that could be taken. */
export function lookAt(index: BasisIndex, part: Part, name: string): LiveTake {
  const signal = signalOf(part, name);
  const value = signal && newest(signal.subject, signal.channel);
  if (!signal || value === undefined) return { state: 'none' };
  const key = `${part.key} ${name}`;
  const look = lookAtSignal(linesRead(), signal, value, heldOf(index).get(key));
  if (!('figure' in look)) return { state: look.state, value };
  if (look.hold) heldOf(index).set(key, look.hold);
  const reading = readingOf(index, part, signal, look.figure, newestAt() ?? Date.parse(serverInstant()));
  return { state: look.state, value, reading, ...(look.way ? { way: look.way } : {}) };
}

/** The power setting on the monitor now; undefined when the check has none or the monitor is silent. */
export function settingNow(part: Part): Record<string, Fact> | undefined {
  const { setting } = part.check;
  if (!setting) return {};
  const value = newest(part.subject, setting.channel);
  return value === undefined ? undefined : { [setting.channel]: { value, unit: setting.unit } };
}

/** Whether the power setting that a check asks for is set now, by the monitor. Undefined when nobody knows. */
export function settingMet(part: Part): boolean | undefined {
  const { setting } = part.check;
  if (!setting) return true;
  const value = newest(part.subject, setting.channel);
  return value === undefined ? undefined : isSetTo(value, setting);
}

/** Whether a reading would be out of limits as things are now. */
function isOut(index: BasisIndex, part: Part, reading: Reading): boolean {
  const facts = settingNow(part) ?? {};
  return judgeAnswer(index, part, { kind: 'reading', reading }, facts, serverInstant())[0]?.state === 'out';
}

/** Takes every figure of a part at once, if all are steady, or on their way and no longer out of limits. */
export function takeAll(index: BasisIndex, part: Part): Record<string, Reading> | undefined {
  const taken: Record<string, Reading> = {};
  // What nothing tells of a heading is typed beside it.
  const names = part.check.answer.kind === 'heading' ? ['own'] : figureNames(index, part);
  for (const name of names) {
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
  return lastRiseThrough(linesRead(), part.subject, spec.trigger.channel, spec.trigger.above);
}

/** What is looked back on to find when motors stood (s). */
const STOPS_WITHIN = 30;

/** A speed at which a motor stands: a turn a second, which no motor keeps up by itself (rpm). */
const STANDS = 60;

/**
 * When each of what a check times came to stand, after the first of them, from the speeds that were heard; the error says why it is not
 * known yet. Undefined where no vehicle tells speeds. What was heard before `since`, when the step was come to, is another stop. Two samples are one instant apart: that is the resolution of each time.
 */
export function stopsHeard(
  index: BasisIndex,
  part: Part,
  since: number,
): Result<Record<string, Reading>, Reason> | undefined {
  const spec = part.check.answer;
  if (spec.kind !== 'side-by-side' || spec.timed !== true || !spec.speeds) return undefined;
  const channel = spec.speeds;
  const until = newestAt();
  const all = sideBySide(index, spec);
  if (until === undefined || all.every(({ id }) => newest(id, channel) === undefined)) return undefined;
  const stood: { id: string; at: number; gap: number }[] = [];
  for (const { id, title } of all) {
    const samples = samplesBetween(
      linesRead(),
      id,
      channel,
      Math.max(since, until - STOPS_WITHIN * 1000),
      until,
    );
    const found = standstillOf(samples, STANDS);
    if (!found.ok) return err({ ...found.error, params: { ...found.error.params, whose: title } });
    stood.push({ id, at: samples.from / 1000 + found.value.at, gap: found.value.gap });
  }
  const least = Math.min(...stood.map((s) => s.at));
  return ok(
    Object.fromEntries(
      stood.map(({ id, at, gap }) => [
        id,
        {
          value: Number((at - least).toFixed(3)),
          unit: 's',
          text: formatFigure(at - least, 0.01),
          resolution: Math.max(0.001, Number(gap.toFixed(3))),
          source: 'live',
        },
      ]),
    ),
  );
}

/** The samples of a part's channel since an instant, as they would go into the record. */
function seriesSince(index: BasisIndex, part: Part, since: number): Series | undefined {
  const spec = part.check.answer;
  if (spec.kind !== 'series' || !spec.channel || (channelUnit(spec.channel) ?? spec.unit) !== spec.unit)
    return undefined;
  const until = Math.min(newestAt() ?? since, since + spec.seconds * 1000);
  const { t, v } = samplesBetween(linesRead(), part.subject, spec.channel, since, until);
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
