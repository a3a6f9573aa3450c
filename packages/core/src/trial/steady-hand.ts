import { stateKey, type Part } from '../checks/basis-index.ts';
import type { Check, Role } from '../checks/types.ts';
import type { Bounds, Limit, RateLimit, Reading } from '../limits/types.ts';
import { deriveStatus } from '../gates/derive.ts';
import { convert } from '../quantity/units.ts';
import { admit } from '../record/admit.ts';
import { chain } from '../record/chain.ts';
import {
  ENTRY_VERSIONS,
  type Entry,
  type EntryBodies,
  type EntryDraft,
  type EntryKind,
  type PartAnswer,
} from '../record/entry.ts';
import { foldEntries } from '../record/fold.ts';
import { runningTimer } from '../record/losses.ts';
import { stateSubject, stateValue } from '../record/states.ts';
import { EMPTY_CAMPAIGN, type CampaignState } from '../record/state.ts';
import { goodPapers } from './good-papers.ts';
import type { Reason } from '../words/reason.ts';

interface Span {
  readonly low: number;
  readonly high: number;
}
const ANYWHERE: Span = { low: -Infinity, high: Infinity };

function middleOf(bounds: Bounds, span: Span): number {
  const from = bounds.cautionLow ?? bounds.low;
  const to = bounds.cautionHigh ?? bounds.high;
  const wanted =
    from !== undefined && to !== undefined
      ? (from + to) / 2
      : from !== undefined
        ? from + Math.max(Math.abs(from) * 0.05, 0.001)
        : (to ?? 0) - Math.max(Math.abs(to ?? 0) * 0.5, 0.001);
  return Number(Math.min(span.high, Math.max(span.low, wanted)).toFixed(6));
}

/** The limit of a check whose conditions the check's own setting meets best: the first without words in them. */
function limitFor(check: Check, limits: ReadonlyMap<string, Limit>): Limit | undefined {
  return check.limits.map((key) => limits.get(key)).find((l) => l !== undefined && l.kind !== 'trend');
}

/** A figure that sits well inside a limit, in the unit of the gauge. */
function goodFigure(limit: Limit | undefined, unit: string, span: Span): number {
  const middle = (span.low + span.high) / 2;
  if (!limit) return middle;
  const inUnit = (value: number, from: string): number => {
    const found = convert(value, from, unit);
    return found.ok ? found.value : value;
  };
  if (limit.kind === 'relative')
    return 'value' in limit.expected ? inUnit(limit.expected.value, limit.unit) : middle;
  if (limit.kind === 'ratio') {
    const demand = 'value' in limit.demand ? inUnit(limit.demand.value, limit.demand.unit) : 1;
    return middleOf(limit.bounds, ANYWHERE) * demand * (limit.unit === '%' ? 0.01 : 1);
  }
  if (!('bounds' in limit)) return middle;
  const value = inUnit(middleOf(limit.bounds, ANYWHERE), limit.unit);
  return Number(Math.min(span.high, Math.max(span.low, value)).toFixed(6));
}

/** Seconds for a limit that may be timed by a stopwatch. */
const goodTime = (limit: Limit | undefined): number =>
  limit && 'bounds' in limit ? middleOf(limit.bounds, { low: 0, high: 3600 }) : 1;

/** A recording that rises or falls evenly, by the middle of what a rate limit allows. */
function steadySlope(limit: RateLimit, unit: string, span: Span): PartAnswer {
  const inUnit = convert(1, limit.unit, unit);
  const slope = middleOf(limit.bounds, ANYWHERE) * (inUnit.ok && inUnit.value > 0 ? inUnit.value : 1);
  const step = Math.min(limit.maximumGap, limit.window) / 2;
  const t = Array.from({ length: Math.ceil((limit.window * 2) / step) + 1 }, (_, i) => i * step);
  const start = slope < 0 ? span.high : span.low;
  return {
    kind: 'series',
    series: {
      unit,
      resolution: 0.000001,
      source: 'live',
      instrument: 'trial',
      t,
      v: t.map((at) => start + slope * at),
    },
  };
}

/**
 * A person who does every step as it should be done, in the order of the pack, and finds everything in the
 * middle of its limits. What stops such a person stops everybody.
 */
export class SteadyHand {
  readonly entries: Entry[] = [];
  private time = Date.parse('2026-01-01T08:00:00.000Z');
  state: CampaignState = EMPTY_CAMPAIGN;
  watched = 0;
  /** `spoil` is a check that it finds not as expected: everything that stands on it has to stay blocked. */
  constructor(private readonly spoil?: string) {}

  /** State values that some check has brought about. */
  private readonly reached = new Set<string>();

  now(): string {
    return new Date(this.time).toISOString();
  }

  /** Adds an entry, or says why the door would not let it in. */
  put<K extends EntryKind>(
    kind: K,
    body: EntryBodies[K],
    role: Role = 'technician',
    by = 'hand',
  ): { readonly id: string; readonly refused?: Reason } {
    this.time += 1000;
    const id = `trial-${this.entries.length + 1}`;
    const draft = {
      id,
      campaign: 'trial',
      at: this.now(),
      by,
      role,
      device: 'trial',
      seen: this.state.count,
      kind,
      version: ENTRY_VERSIONS[kind],
      body,
    } as unknown as EntryDraft;
    const admitted = admit(draft, this.state, this.now());
    if (!admitted.ok) return { id, refused: admitted.error };
    const entry = chain(draft, this.entries[this.entries.length - 1], this.now());
    this.entries.push(entry);
    this.state = foldEntries([entry], this.state);
    return { id };
  }

  private reading(value: number, unit: string): Reading {
    return { value, unit, text: String(value), resolution: 0.000001, source: 'typed', instrument: 'trial' };
  }

  /** An answer that nobody wants, in the form of the check; undefined where the form has none. */
  private spoilt({ check }: Part): PartAnswer | undefined {
    const spec = check.answer;
    if (spec.kind === 'confirm') return { kind: 'confirm', asExpected: false };
    const bad = spec.kind === 'choice' ? spec.options.find((o) => !o.good) : undefined;
    if (bad) return { kind: 'choice', option: bad.id };
    if (spec.kind !== 'reading') return undefined;
    const limit = limitFor(check, this.state.index?.limits ?? new Map<string, Limit>());
    const low = limit && 'bounds' in limit && limit.bounds.low !== undefined;
    return {
      kind: 'reading',
      reading: this.reading(low ? spec.plausible.low : spec.plausible.high, spec.unit),
    };
  }

  private answer(part: Part): PartAnswer {
    const { check, subject } = part;
    const spec = check.answer;
    const spoilt = check.id === this.spoil ? this.spoilt(part) : undefined;
    if (spoilt) return spoilt;
    const limits = this.state.index?.limits ?? new Map<string, Limit>();
    const limit = limitFor(check, limits);
    switch (spec.kind) {
      case 'choice': {
        const wanted = limit?.kind === 'sense' ? limit.expected['answer'] : undefined;
        return { kind: 'choice', option: wanted ?? spec.options.find((o) => o.good)?.id ?? '' };
      }
      case 'text':
        return {
          kind: 'text',
          text: limit?.kind === 'equals' && 'text' in limit.expected ? limit.expected.text : 'As seen.',
        };
      case 'timer': {
        const { at = this.now() } = runningTimer(this.state.parts.get(part.key)) ?? {};
        this.time += spec.seconds * 1000;
        return { kind: 'timer', startedAt: at, endedAt: this.now() };
      }
      case 'drop': {
        const { plausible, unit } = spec;
        const bounds = limit && 'bounds' in limit ? limit.bounds : {};
        const drop = middleOf(bounds, ANYWHERE);
        const from =
          limit?.kind === 'responds'
            ? { before: 0, after: limit.direction === 'up' ? drop : -drop }
            : { before: drop, after: 0 };
        const base = Math.max(
          plausible.low - Math.min(from.before, from.after),
          (plausible.low + plausible.high) / 2,
        );
        return {
          kind: 'drop',
          before: this.reading(Number((base + from.before).toFixed(6)), unit),
          after: this.reading(Number((base + from.after).toFixed(6)), unit),
        };
      }
      case 'series':
        if (limit?.kind === 'rate') return steadySlope(limit, spec.unit, spec.plausible);
        return { kind: 'reading', reading: this.reading(goodTime(limit), 's') };
      case 'cylinders': {
        const cylinders =
          this.state.index?.basis.aircraft.engines.find((e) => e.id === subject)?.cylinders ?? 0;
        const each = check.limits
          .map((key) => limits.get(key))
          .find((l) => l?.kind === 'band' || l?.kind === 'relative');
        const value = goodFigure(each, spec.unit, spec.plausible);
        return {
          kind: 'cylinders',
          readings: Object.fromEntries(
            Array.from({ length: cylinders }, (_, i) => [String(i + 1), this.reading(value, spec.unit)]),
          ),
        };
      }
      case 'reading':
        return {
          kind: 'reading',
          reading: this.reading(goodFigure(limit, spec.unit, spec.plausible), spec.unit),
        };
      case 'confirm':
      case 'computed':
        return { kind: 'confirm', asExpected: true };
      default:
        return goodPapers(spec, check, this.state, this.now());
    }
  }

  /** Works a part, with a second person where the pack asks for one; the reason when the door refuses. */
  work(part: Part): Reason | undefined {
    const { check, subject } = part;
    this.bringBack(part);
    if (check.answer.kind === 'timer') {
      const started = this.put('timer.started', { check: check.id, subject });
      if (started.refused) return started.refused;
    }
    const { setting } = check;
    const facts = setting ? { [setting.channel]: { value: setting.value, unit: setting.unit } } : {};
    const role: Role = ['taxi', 'ready', 'flight'].includes(check.station) ? 'pilot' : 'technician';
    const given = this.put(
      'answer.given',
      { check: check.id, subject, answer: this.answer(part), facts },
      role,
    );
    if (given.refused || !check.secondPerson) return given.refused;
    this.watched += 1;
    return this.put(
      'answer.witnessed',
      { check: check.id, subject, answerEntry: given.id },
      'inspector',
      'second',
    ).refused;
  }

  /** Changes by hand what was changed from how the pack begins, as people do: the tail is lowered again by no check. */
  private bringBack(part: Part): void {
    const { index } = this.state;
    if (!index) return;
    for (const [name, wanted] of Object.entries(part.check.needs)) {
      const subject = stateSubject(index, name, part.subject);
      const was = stateValue(this.state, name, subject);
      const again = this.reached.has(`${stateKey(name, subject)}=${wanted}`);
      if (was !== wanted && (index.states.get(name)?.initial === wanted || again))
        this.put('state.set', { state: name, subject, value: wanted });
    }
    for (const [name, value] of Object.entries(part.check.sets))
      this.reached.add(`${stateKey(name, stateSubject(index, name, part.subject))}=${value}`);
  }

  private hasPassed(gate: string): boolean {
    const status = deriveStatus(this.state, this.now());
    return status?.gates.find((g) => g.gate.id === gate)?.passStands === true;
  }

  passGates(station: string): void {
    for (const gate of this.state.index?.gatesBefore.get(station) ?? [])
      if (gate.before !== 'release' && !this.hasPassed(gate.id))
        this.put('gate.passed', { gate: gate.id, snapshot: this.state.head, crew: ['second', 'third'] });
  }
}
