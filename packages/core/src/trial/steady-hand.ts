import { isSaidUnseen } from '../answers/told-after.ts';
import { stateKey, type Part } from '../checks/basis-index.ts';
import type { Gate, Role } from '../checks/types.ts';
import type { Limit } from '../limits/types.ts';
import { gatesFor, occasionOf } from '../scope/scope.ts';
import { passStands } from '../standing/pass.ts';
import { secondWalk } from '../standing/walked-again.ts';
import { admit } from '../entries/admit.ts';
import { chain } from '../record/chain.ts';
import { makeDraft } from '../entries/make-draft.ts';
import type { Entry, EntryBodies, EntryKind } from '../record/entry.ts';
import { type PartAnswer } from '../answers/part-answer.ts';
import { foldEntries } from '../entries/fold.ts';
import { stateSubject, stateValue } from '../record/states.ts';
import { EMPTY_CAMPAIGN, type CampaignState } from '../record/state.ts';
import { goodAnswer, limitFor, sheetMiddle, trialReading } from './good-answers.ts';
import { trialSheet } from './good-sheets.ts';
import { trialSphere } from './good-sphere.ts';
import type { Reason } from '../reasons/reason.ts';

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
    const draft = makeDraft(kind, body, {
      id,
      campaign: 'trial',
      at: this.now(),
      by,
      role,
      device: 'trial',
      seen: this.state.count,
    });
    const admitted = admit(draft, this.state, this.now());
    if (!admitted.ok) return { id, refused: admitted.error };
    const entry = chain(draft, this.entries[this.entries.length - 1], this.now());
    this.entries.push(entry);
    this.state = foldEntries([entry], this.state);
    return { id };
  }

  /** An answer that nobody wants, in the form of the check; undefined where the form has none. */
  private spoilt(part: Part): PartAnswer | undefined {
    const { check } = part;
    const spec = check.answer;
    if (spec.kind === 'confirm') return { kind: 'confirm', asExpected: false };
    const bad = spec.kind === 'choice' ? spec.options.find((o) => !o.good) : undefined;
    if (bad) return { kind: 'choice', option: bad.id };
    if (spec.kind === 'sense') {
      const good = goodAnswer(part, this.state, this.now());
      return good.kind === 'sense'
        ? {
            ...good,
            moves: good.moves.map((m) => ({
              output: m.output,
              way: 'way' in m && m.way === 'still' ? 'plus' : 'still',
            })),
          }
        : undefined;
    }
    if (spec.kind === 'positions') {
      const wrong = spec.steps.map((s) => spec.seen.find(({ id }) => id !== s.expected)?.id ?? s.expected);
      return { kind: 'positions', seen: wrong };
    }
    if (spec.kind === 'travel') {
      const good = goodAnswer(part, this.state, this.now());
      // Far beyond every end, and each surface otherwise: no limit of a travel takes that.
      return good.kind === 'travel'
        ? {
            ...good,
            rows: good.rows.map((row, i) => ({
              ...row,
              read: Object.fromEntries(
                Object.entries(row.read).map(([point, r]) => [point, trialReading(100 + 70 * i, r.unit)]),
              ),
            })),
          }
        : undefined;
    }
    if (spec.kind === 'side-by-side') {
      const good = goodAnswer(part, this.state, this.now());
      const [low, high] = [spec.plausible.low, spec.plausible.high];
      return good.kind === 'side-by-side'
        ? {
            ...good,
            readings: Object.fromEntries(
              Object.keys(good.readings).map((id, i) => [id, trialReading(i === 0 ? low : high, spec.unit)]),
            ),
          }
        : undefined;
    }
    if (spec.kind === 'heading') {
      const good = goodAnswer(part, this.state, this.now());
      return good.kind === 'heading' ? { ...good, own: trialReading(280, 'deg') } : undefined;
    }
    if (spec.kind === 'flow') {
      const good = goodAnswer(part, this.state, this.now());
      const drop = trialReading(0.001, 'L');
      return good.kind === 'flow'
        ? { ...good, runs: good.runs.map((r) => ({ ...r, volume: drop })) }
        : undefined;
    }
    if (spec.kind === 'sphere') return trialSphere(true);
    if (spec.kind === 'worksheet') {
      const { index } = this.state;
      return index ? trialSheet(spec, index, sheetMiddle(spec, index.limits), trialReading, true) : undefined;
    }
    if (spec.kind === 'swing') {
      const good = goodAnswer(part, this.state, this.now());
      // The compass stands still while the aircraft goes round.
      return good.kind === 'swing'
        ? {
            ...good,
            points: good.points.map((p) => ({
              ...p,
              reference: trialReading((p.shown.value + 90) % 360, 'deg'),
            })),
          }
        : undefined;
    }
    if (spec.kind === 'roll')
      return {
        kind: 'roll',
        calls: spec.calls.slice(0, 1).map(({ id }) => ({ id, came: false, after: 5 })),
        ended: 'stopped',
      };
    if (spec.kind === 'samples') {
      const water = Object.fromEntries(spec.drains.map((d) => [d.id, 'water' as const]));
      return { kind: 'samples', rounds: [{ after: 'standing', seen: water }] };
    }
    if (spec.kind === 'mission') {
      const good = goodAnswer(part, this.state, this.now());
      return good.kind === 'mission'
        ? { ...good, read: { ...good.read, items: good.read.items.slice(0, -1) } }
        : undefined;
    }
    if (spec.kind === 'parameters') {
      const good = goodAnswer(part, this.state, this.now());
      const items = Array.from({ length: 50 }, (_, i) => ({ name: `RESET${i}`, value: 0 }));
      return good.kind === 'parameters' ? { ...good, read: { ...good.read, items } } : undefined;
    }
    if (spec.kind !== 'reading') return undefined;
    const limit = limitFor(check, this.state.index?.limits ?? new Map<string, Limit>());
    const low = limit && 'bounds' in limit && limit.bounds.low !== undefined;
    return {
      kind: 'reading',
      reading: trialReading(low ? spec.plausible.low : spec.plausible.high, spec.unit),
    };
  }

  private answer(part: Part): PartAnswer {
    const spoilt = part.check.id === this.spoil ? this.spoilt(part) : undefined;
    const answer = spoilt ?? goodAnswer(part, this.state, this.now());
    // Whoever waits for a timer has waited.
    if (answer.kind === 'timer') this.time = Math.max(this.time, Date.parse(answer.endedAt));
    return answer;
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
    const answer = this.answer(part);
    const given = this.put('answer.given', { check: check.id, subject, answer, facts }, role);
    if (given.refused || !check.secondPerson) return given.refused;
    this.watched += 1;
    return this.put(
      'answer.witnessed',
      {
        check: check.id,
        subject,
        answerEntry: given.id,
        ...(isSaidUnseen(check) ? { saw: answer } : {}),
      },
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

  private hasPassed(gate: Gate): boolean {
    const { index, gatesPassed, opened } = this.state;
    const pass = gatesPassed.get(gate.id);
    if (!index || !pass) return false;
    const own = gatesFor(index, occasionOf(opened?.occasion));
    return passStands(gate, pass, own[own.indexOf(gate) - 1], this.state);
  }

  /** Somebody else walks the inspection again where a gate asks for it, and finds what is to be found. */
  private walkAgainFor(gate: Gate): void {
    if (!gate.conditions.some((c) => c.kind === 'walkedAgain')) return;
    const { index } = this.state;
    const before = index && secondWalk(this.state, index);
    if (!index || !before || (before.drawn && before.left.length === 0)) return;
    const walk = `walk-${this.state.walks.size + 1}`;
    this.put('walk.begun', { walk }, 'inspector', 'walker');
    for (const key of secondWalk(this.state, index)?.left ?? []) {
      const part = index.parts.get(key);
      if (!part) continue;
      const { id: check } = part.check;
      const answer = goodAnswer(part, this.state, this.now());
      this.put('walk.said', { walk, check, subject: part.subject, answer, facts: {} }, 'inspector', 'walker');
    }
    this.put('walk.finished', { walk }, 'inspector', 'walker');
  }

  /** Passes a gate with whoever it asks for; why the door would not let it. */
  pass(gate: Gate): Reason | undefined {
    this.walkAgainFor(gate);
    const crew = ['second', 'third'];
    return this.put('gate.passed', { gate: gate.id, snapshot: this.state.head, crew }).refused;
  }

  passGates(station: string): void {
    for (const gate of this.state.index?.gatesBefore.get(station) ?? [])
      if (gate.before !== 'release' && !this.hasPassed(gate)) this.pass(gate);
  }
}
