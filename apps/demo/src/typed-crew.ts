import { runningTimer, type Check, type Fact, type Limit, type PartAnswer, type Reading } from '@kanzel/core';
import { TwinStandin } from '@kanzel/standins';
import { type RecordService } from '@kanzel/server';
import { type StoryPapers } from '@kanzel/world';
import { timedIntoCan } from './timed-into-can.ts';
import { ScriptedCrew, type Cast, type StoryClock } from './crew.ts';

/** A figure well inside what a limit allows, in its unit. */
function inside(limit: Limit, low: number, high: number): number {
  if (limit.kind === 'relative') return 'value' in limit.expected ? limit.expected.value : low;
  if (!('bounds' in limit)) return low;
  const { bounds } = limit;
  const from = bounds.cautionLow ?? bounds.low;
  const to = bounds.cautionHigh ?? bounds.high;
  const wanted =
    from !== undefined && to !== undefined
      ? (from + to) / 2
      : from !== undefined
        ? from * 1.05
        : (to ?? high) * 0.5;
  return Math.min(high, Math.max(low, wanted));
}

/**
 * A scripted crew without an engine monitor: it reads gauges by eye and types what they show, as told by the story,
 * else something well inside the limit.
 */
export class TypedCrew extends ScriptedCrew {
  constructor(
    record: RecordService,
    clock: StoryClock,
    cast: Cast,
    campaign: string,
    private readonly figures: Readonly<Record<string, number>> = {},
    papers: StoryPapers = {},
  ) {
    super(record, clock, new TwinStandin(1), cast, campaign, papers);
  }

  /** Nothing turns that it could read: time is all that passes. */
  override pass(seconds: number): void {
    this.clock.advance(seconds);
  }

  private async figure(
    check: Check,
    subject: string,
    wanted: number | undefined,
    unit: string,
  ): Promise<Reading> {
    const spec = check.answer;
    if (!('plausible' in spec)) throw new Error(`TypedCrew: ${check.id} is not answered with a figure`);
    const { index } = await this.state();
    const limit = index?.limits.get(check.limits[0] ?? '');
    const told = this.figures[`${check.id}@${subject}`] ?? this.figures[check.id];
    const value = wanted ?? told ?? (limit ? inside(limit, spec.plausible.low, spec.plausible.high) : 1);
    const step = unit === 's' ? 0.1 : spec.resolution;
    const rounded = Number((Math.round(value / step) * step).toFixed(4));
    const instrument = index?.basis.aircraft.instruments.find((i) =>
      i.measures.some(
        (m) =>
          m === check.id ||
          (unit === 's' && m === 'stopwatch') ||
          m === spec.channel ||
          (spec.kind === 'reading' && m === spec.tool),
      ),
    )?.id;
    return {
      value: rounded,
      unit,
      text: String(rounded),
      resolution: step,
      source: 'typed',
      ...(instrument ? { instrument } : {}),
    };
  }

  protected override async answerFor(check: Check, subject: string): Promise<PartAnswer | undefined> {
    const spec = check.answer;
    if (spec.kind === 'reading')
      return { kind: 'reading', reading: await this.figure(check, subject, undefined, spec.unit) };
    if (spec.kind === 'count')
      return { kind: 'count', count: (await this.figure(check, subject, undefined, spec.unit)).value };
    if (spec.kind === 'flow') return timedIntoCan(this.figures[check.id] ?? 80);
    if (spec.kind === 'series')
      return { kind: 'reading', reading: await this.figure(check, subject, undefined, 's') };
    if (spec.kind === 'drop') {
      const { index } = await this.state();
      const limit = index?.limits.get(check.limits[0] ?? '');
      const before = check.setting?.value ?? this.figures[`${check.id} before`] ?? spec.plausible.high * 0.5;
      const drop = this.figures[check.id] ?? (limit ? inside(limit, 0, before) : 0);
      return {
        kind: 'drop',
        before: await this.figure(check, subject, before, spec.unit),
        after: await this.figure(check, subject, before - drop, spec.unit),
      };
    }
    if (spec.kind === 'timer') {
      await this.post('timer.started', { check: check.id, subject });
      const startedAt = runningTimer((await this.state()).parts.get(`${check.id}@${subject}`))?.at ?? '';
      this.pass(spec.seconds + 1);
      return { kind: 'timer', startedAt, endedAt: this.clock.now().toISOString() };
    }
    return super.answerFor(check, subject);
  }

  protected override factsFor(check: Check, _subject: string, answer: PartAnswer): Record<string, Fact> {
    const { setting } = check;
    if (!setting) return {};
    return answer.kind === 'drop'
      ? { [setting.channel]: { value: answer.before.value, unit: answer.before.unit } }
      : { [setting.channel]: { value: setting.value, unit: setting.unit } };
  }
}
