import { sha256 } from '@noble/hashes/sha2.js';
import { bytesToHex, utf8ToBytes } from '@noble/hashes/utils.js';
import type { Basis, Check, StationId } from '../checks/types.ts';
import type { Entry } from '../record/entry.ts';

/**
 * What a record proves, found the slow way: from the whole list of its entries, prefix by prefix, after "When something
 * counts", "What must be done again", "Findings" and "Gates" of the rules of judgement, and the decisions 022 to 026.
 * It shares no code with the record but the types. It knows checks answered by confirming, by a reading in a band,
 * lock by lock and part by part, n/a, figures computed from two readings, states, tags, findings, actions, second walks,
 * gates and overrides; no papers, no loading.
 */

/** What whoever made an answer meant it to be: the oracle judges no figures. */
export type Meant = ReadonlyMap<string, 'within' | 'near' | 'decide' | 'out'>;

export interface Foretold {
  /** By part key. */
  readonly marks: ReadonlyMap<string, string>;
  readonly proven: ReadonlySet<string>;
  /** By gate id. */
  readonly gates: ReadonlyMap<string, 'held' | 'open' | 'passed'>;
}

const ORDER: readonly StationId[] = [
  'papers',
  'loading',
  'inspection',
  'controls',
  'fuel',
  'run-up',
  'taxi',
  'ready',
  'flight',
  'debrief',
  'release',
];

interface OraclePart {
  readonly key: string;
  readonly check: Check;
  readonly subject: string;
  readonly proves: readonly string[];
  readonly grounds: readonly string[];
}

interface Said {
  readonly value: string;
  readonly e: Entry;
  readonly answer?: string;
}

const overlap = (a: string, b: string): boolean => {
  const [x, y] = [a.split('.'), b.split('.')];
  const same = (i: number): boolean => x[i] === y[i] || x[i] === '*' || y[i] === '*';
  return x.slice(0, y.length).every((_, i) => same(i));
};

function saw(e: Entry, f: Entry): boolean {
  if (f.seq <= (e.seen ?? e.seq - 1)) return true;
  return f.device === e.device && f.seq < e.seq && Date.parse(f.at) <= Date.parse(e.at);
}

/** By name, what somebody found not in order within one answer. */
function placesAtFault(e: Entry): readonly string[] {
  const answer = e.kind === 'answer.given' || e.kind === 'walk.said' ? e.body.answer : undefined;
  const rows: readonly { readonly id: string; readonly fault?: string }[] =
    answer?.kind === 'locks' ? answer.locks : answer?.kind === 'assembly' ? answer.parts : [];
  return rows.flatMap((r) => (r.fault === undefined ? [] : [r.id])).sort();
}

/** A finding as the oracle reads it. */
interface Told {
  readonly id: string;
  readonly check: string | undefined;
  said?: Entry<'finding.assessed'>['body'] | undefined;
  /** The last time it was said to stop the aircraft. */
  stopped?: Entry | undefined;
  closed?: Entry | undefined;
  /** With which it is one. */
  into?: string | undefined;
  /** The last time it was told to be one with another, and opened again. */
  moved: readonly Entry[];
}

/** A walk of somebody who looks again, as the oracle reads it. */
interface Walked {
  readonly hash: string;
  readonly said: Map<string, Entry<'walk.said'>>;
  readonly finished: readonly Entry[];
  /** Finished, and not given up. */
  readonly counts: boolean;
}

/** The record up to some entry, looked at as a whole. */
class Prefix {
  readonly engines: readonly string[];
  readonly parts: ReadonlyMap<string, OraclePart>;

  constructor(
    readonly basis: Basis,
    readonly entries: readonly Entry[],
    readonly meant: Meant,
    readonly clock: number,
    /** Since which entry each part has been proven without a break, by the prefix before. */
    readonly since: ReadonlyMap<string, Entry>,
  ) {
    this.engines = basis.aircraft.engines.map((e) => e.id);
    const of = { aircraft: ['aircraft'], engine: this.engines, side: ['left-side', 'right-side'] };
    const subjects = (c: Check): readonly string[] => of[c.subject];
    const parts = new Map<string, OraclePart>();
    for (const check of basis.pack.checks)
      for (const subject of subjects(check)) {
        const from = check.answer.kind === 'computed' ? check.answer.from : [];
        const grounds = [...check.standsOn, ...from].flatMap((id) => {
          const other = basis.pack.checks.find((c) => c.id === id) as Check;
          const theirs = subjects(other);
          return (theirs.includes(subject) ? [subject] : theirs).map((s) => `${id}@${s}`);
        });
        const proves = check.proves.map((p) => p.replace('{engine}', subject));
        parts.set(`${check.id}@${subject}`, {
          key: `${check.id}@${subject}`,
          check,
          subject,
          proves,
          grounds,
        });
      }
    this.parts = parts;
  }

  private readonly memo = new Map<string, boolean>();
  private readonly saidBefore = new Map<string, Said[]>();

  /** Answers of a part, with those struck through that were corrected or withdrawn and not restored. */
  private answers(key: string): { e: Entry; struck: boolean }[] {
    const list: { e: Entry; struck: boolean }[] = [];
    const strike = (id: string | undefined, struck: boolean): void => {
      const found = list.find((a) => a.e.id === id);
      if (found) found.struck = struck;
    };
    for (const e of this.entries) {
      // Who called and does not take the answer asks it anew: it counts for nothing, and nobody else's call does that.
      if (e.kind === 'call.made')
        for (const id of e.body.check === key.split('@')[0] ? (e.body.again?.answers ?? []) : []) {
          const answered = list.find((a) => a.e.id === id)?.e;
          const called = answered?.kind === 'answer.given' ? answered.body.call : undefined;
          const call = this.entries.find((c) => c.kind === 'call.made' && c.id === called);
          if (answered && call && call.seq < answered.seq && call.by === e.by) strike(id, true);
        }
      if (e.kind !== 'answer.given' && e.kind !== 'answer.notApplicable' && e.kind !== 'answer.withdrawn')
        continue;
      if (`${e.body.check}@${e.body.subject}` !== key) continue;
      if (e.kind === 'answer.given') strike(e.supersedes, true);
      if (e.kind === 'answer.withdrawn') {
        if (e.supersedes === undefined) continue;
        const gone = list.find((a) => a.e.id === e.supersedes);
        strike(e.supersedes, true);
        if (gone?.e.kind === 'answer.given' && gone.e.supersedes !== undefined)
          strike(gone.e.supersedes, false);
      } else list.push({ e, struck: false });
    }
    return list;
  }

  standing(key: string): Entry | undefined {
    return this.answers(key).findLast((a) => !a.struck)?.e;
  }

  /** Systems that an entry touches. */
  private touches(e: Entry): readonly string[] {
    if (e.kind === 'action.recorded' || e.kind === 'tag.on') return e.body.touches;
    if (e.kind !== 'tag.off') return [];
    const on = this.entries.find((o) => o.kind === 'tag.on' && o.body.tag === e.body.tag);
    return on?.kind === 'tag.on' ? [...on.body.touches, ...e.body.touches] : [];
  }

  private touchesPart(e: Entry, part: OraclePart): boolean {
    const touched = this.touches(e);
    // Whoever stands back last does so again after any touch.
    if (part.check.turn === 'last') return touched.length > 0;
    return touched.some((t) => part.proves.some((p) => overlap(t, p)));
  }

  /** Whether an entry touches a part or anything that it stands on, at any depth. */
  private reaches(e: Entry, key: string): boolean {
    const part = this.parts.get(key) as OraclePart;
    return this.touchesPart(e, part) || part.grounds.some((g) => this.reaches(e, g));
  }

  /** Every statement about a state; answers speak only if they were good, and in the right state when they came. */
  private said(name: string, subject: string): Said[] {
    const known = this.saidBefore.get(`${name} ${subject}`);
    if (known) return known;
    const found: Said[] = [];
    for (const e of this.entries) {
      if (e.kind === 'state.set' && e.body.state === name && e.body.subject === subject)
        found.push({ value: e.body.value, e });
      if (e.kind !== 'answer.given') continue;
      const part = this.parts.get(`${e.body.check}@${e.body.subject}`);
      const value = part?.check.sets[name];
      if (!part || value === undefined || this.stateSubject(name, part.subject) !== subject) continue;
      if (this.meant.get(e.id) === 'out') continue;
      if (this.wrongWhenItCame(part, e)) continue;
      found.push({ value, e, answer: e.id });
    }
    const standing = found.filter((s) => s.answer === undefined || !this.isStruck(s.e));
    this.saidBefore.set(`${name} ${subject}`, standing);
    return standing;
  }

  private wrongWhenItCame(part: OraclePart, e: Entry): boolean {
    const known = arrivals.get(e);
    if (known !== undefined) return known;
    // What it corrects is taken back before it is asked in which state it was given.
    arrivals.set(e, true);
    const then = new Prefix(this.basis, this.entries.slice(0, e.seq), this.meant, 0, new Map());
    const wrong = then.stateWrong(part, e);
    arrivals.set(e, wrong);
    return wrong;
  }

  private isStruck(e: Entry): boolean {
    if (e.kind !== 'answer.given') return false;
    return this.answers(`${e.body.check}@${e.body.subject}`).some((a) => a.e.id === e.id && a.struck);
  }

  private stateSubject(name: string, subject: string): string {
    return this.basis.pack.states.find((s) => s.name === name)?.per === 'engine' ? subject : 'aircraft';
  }

  private initial(name: string): string {
    return this.basis.pack.states.find((s) => s.name === name)?.initial ?? '';
  }

  /** A value, or undefined where two people said different things and neither had seen the other. */
  private valueOf(name: string, said: readonly Said[]): string | undefined {
    const heads = said.filter((s) => !said.some((later) => later.e.seq > s.e.seq && saw(later.e, s.e)));
    const values = new Set(heads.map((h) => h.value));
    if (values.size === 0) return this.initial(name);
    return values.size === 1 ? [...values][0] : undefined;
  }

  private subjects(name: string, part: OraclePart): readonly string[] {
    const perEngine = this.basis.pack.states.find((s) => s.name === name)?.per === 'engine';
    if (!perEngine) return ['aircraft'];
    return part.check.subject === 'engine' ? [part.subject] : this.engines;
  }

  stateWrong(part: OraclePart, e: Entry): boolean {
    return Object.entries(part.check.needs).some(([name, wanted]) =>
      this.subjects(name, part).some((subject) => {
        const known = this.said(name, subject).filter((s) => saw(e, s.e));
        return this.valueOf(name, known) !== wanted;
      }),
    );
  }

  /** Changes of a state that an answer's author had not seen, with what it was before. */
  private changes(name: string, part: OraclePart, e: Entry): { value: string; was: string; e: Entry }[] {
    return this.subjects(name, part).flatMap((subject) => {
      const said = this.said(name, subject);
      const changes = said.filter((s) => {
        const known = said.filter((b) => b.e.seq < s.e.seq && saw(s.e, b.e));
        return this.valueOf(name, known) !== s.value;
      });
      return changes
        .map((c, i) => ({ value: c.value, was: changes[i - 1]?.value ?? this.initial(name), e: c.e }))
        .filter((c) => !saw(e, c.e));
    });
  }

  private touchedHere(key: string): boolean {
    return this.entries.some((e) => this.reaches(e, key));
  }

  outside(key: string, scope: ReadonlyMap<string, string> | undefined): boolean {
    const verdict = scope?.get(key);
    if (verdict === undefined || verdict === 'prove') return false;
    return this.standing(key) === undefined && !this.touchedHere(key);
  }

  scope: ReadonlyMap<string, string> | undefined;

  private flightDue(when: number): boolean {
    const landed = this.said('flown', 'aircraft')
      .filter((s) => s.value === 'yes')
      .at(-1);
    const written = this.valueOf('flown', this.said('flown', 'aircraft')) === 'yes' && landed !== undefined;
    // What was flown may be written down for half a day.
    if (written && when - (instants.get(landed.e) ?? 0) <= 12 * 3_600_000) return false;
    return [...this.parts.values()].some((part) => {
      if (part.check.station !== 'flight' || part.check.answer.kind === 'computed') return false;
      const answer = this.standing(part.key);
      if (!answer) return !this.outside(part.key, this.scope);
      return this.entries.some((t) => this.reaches(t, part.key) && !saw(answer, t));
    });
  }

  /** Why an answer was good and is so no longer; undefined while it is. */
  private over(part: OraclePart, e: Entry, when: number): boolean {
    const { validity } = part.check;
    if (!validity) return false;
    const made = instants.get(e) ?? 0;
    if (validity.hours !== undefined) {
      const { until } = validity;
      let end = when;
      const reached = until
        ? this.changes(until.state, part, e).find(
            (c) => c.value === until.becomes && (instants.get(c.e) ?? 0) >= made,
          )
        : undefined;
      if (
        reached &&
        (instants.get(reached.e) ?? 0) <= when &&
        !(until?.state === 'flown' && this.flightDue(when))
      )
        end = instants.get(reached.e) ?? 0;
      if ((end - made) / 3_600_000 > validity.hours) return true;
    }
    const count = (name: string, counts: (c: { value: string; was: string }) => boolean): number =>
      this.changes(name, part, e).filter(counts).length;
    if (validity.flights !== undefined) {
      const flown = count('flown', (c) => c.value === 'yes');
      if (flown > 0 && flown >= validity.flights && this.flightDue(when)) return true;
    }
    if (validity.engineStops !== undefined) {
      const stops = count('engine', (c) => c.was === 'running' && c.value !== 'running');
      if (stops > validity.engineStops) return true;
    }
    if (validity.powerCycles !== undefined && count('power', (c) => c.value === 'on') > validity.powerCycles)
      return true;
    return false;
  }

  private witnessed(e: Entry): boolean {
    // A word about something that is not there yet says nothing.
    return this.entries.some(
      (w) => w.kind === 'answer.witnessed' && w.seq > e.seq && w.body.answerEntry === e.id,
    );
  }

  private decided(e: Entry): boolean {
    return this.entries.some(
      (d) => d.kind === 'decision.recorded' && d.seq > e.seq && d.body.answerEntry === e.id,
    );
  }

  private fine(meant: string | undefined, decided: boolean): boolean {
    return meant === 'within' || meant === 'near' || (meant === 'decide' && decided);
  }

  private groundBad(part: OraclePart, e: Entry, when: number): boolean {
    return part.grounds.some((g) => {
      if (!this.good(g, when)) return true;
      const since = this.since.get(g);
      return since !== undefined && !saw(e, since);
    });
  }

  /** The mark of a part at an instant. */
  mark(key: string, when: number, told = true): string {
    const part = this.parts.get(key) as OraclePart;
    if (this.outside(key, this.scope)) return 'notApplicable';
    if (part.check.answer.kind === 'computed') return this.computedMark(part, when);
    const e = this.standing(key);
    if (!e) return 'notStarted';
    if (this.secondWasRight(e)) return 'again';
    const lost = this.entries.some((t) => this.reaches(t, key) && !saw(e, t));
    const ends = part.check.validity?.endsWhen;
    const ended =
      ends !== undefined && this.changes(ends.state, part, e).some((c) => c.value === ends.becomes);
    if (lost || ended || this.over(part, e, when)) return 'again';
    if (e.kind === 'answer.given' && this.stateWrong(part, e))
      return this.wrongWhenItCame(part, e) ? 'unknown' : 'again';
    if (this.groundBad(part, e, when)) return 'again';
    // Two who found different things: nothing was touched, so what stands on it stands; an out stays out.
    if (told && this.differs(part)) return this.meant.get(e.id) === 'out' ? 'out' : 'unknown';
    if (e.kind === 'answer.notApplicable') return 'notApplicable';
    const meant = this.meant.get(e.id);
    if (part.check.secondPerson && !this.witnessed(e) && meant !== 'out') return 'inHand';
    return meant === 'decide' ? 'near' : (meant ?? 'unknown');
  }

  private computedMark(part: OraclePart, when: number): string {
    const from = part.grounds.map((g) => this.standing(g));
    if (from.some((e) => e?.kind !== 'answer.given')) return 'notStarted';
    const figures = from as Entry<'answer.given'>[];
    const direct = this.entries.some((t) => this.touchesPart(t, part) && figures.some((f) => !saw(f, t)));
    if (direct || figures.some((f) => this.over(part, f, when))) return 'again';
    if (part.grounds.some((g) => !this.good(g, when))) return 'again';
    const values = figures.map((f) => (f.body.answer.kind === 'reading' ? f.body.answer.reading.value : NaN));
    return Math.abs((values[0] ?? NaN) - (values[1] ?? NaN)) <= 50 ? 'within' : 'out';
  }

  good(key: string, when: number): boolean {
    const memoKey = `${key} ${when}`;
    const known = this.memo.get(memoKey);
    if (known !== undefined) return known;
    const part = this.parts.get(key) as OraclePart;
    const mark = this.mark(key, when, false);
    const e = this.standing(key);
    let good = mark === 'within' || mark === 'near' || mark === 'notApplicable';
    if (part.check.answer.kind !== 'computed' && e?.kind === 'answer.given' && good)
      good = this.fine(this.meant.get(e.id), this.decided(e));
    this.memo.set(memoKey, good);
    return good;
  }

  /** Whether a part is shown as proven: two who found different things prove nothing between them. */
  shown(key: string, when: number): boolean {
    const part = this.parts.get(key) as OraclePart;
    return this.good(key, when) && (this.outside(key, this.scope) || !this.differs(part));
  }

  private partOf(about: { readonly check: string; readonly subject: string }): OraclePart | undefined {
    return this.parts.get(`${about.check}@${about.subject}`);
  }

  /** The walks of those who look again, in the order in which they were begun; said again, the newest holds. */
  private walks(): readonly Walked[] {
    const found = new Map<string, Walked>();
    for (const e of this.entries) {
      if (e.kind === 'walk.begun' && !found.has(e.body.walk))
        found.set(e.body.walk, { hash: e.hash, said: new Map(), finished: [], counts: false });
      if (e.kind !== 'walk.said' && e.kind !== 'walk.finished') continue;
      const walk = found.get(e.body.walk);
      if (!walk || walk.finished.length > 0) continue;
      if (e.kind === 'walk.finished')
        found.set(e.body.walk, { ...walk, finished: [e], counts: e.body.givenUp === undefined });
      else if (this.partOf(e.body)) walk.said.set(`${e.body.check}@${e.body.subject}`, e);
    }
    return [...found.values()];
  }

  /** What is looked at again: all of the inspection, or so many steps, by the place that the first walk gave them. */
  private askedAgain(sample: number | undefined): readonly string[] | undefined {
    const keys = [...this.parts.values()]
      .filter(
        ({ key, check }) =>
          check.station === 'inspection' &&
          check.answer.kind !== 'computed' &&
          check.decides === undefined &&
          !this.outside(key, this.scope),
      )
      .map((p) => p.key);
    if (sample === undefined || sample >= keys.length) return keys;
    const [first] = this.walks();
    const place = (key: string): string => bytesToHex(sha256(utf8ToBytes(`${first?.hash ?? ''} ${key}`)));
    return first && keys.toSorted((a, b) => (place(a) < place(b) ? -1 : 1)).slice(0, sample);
  }

  /** What somebody else said of a part on a walk that counts, and that nothing has touched since. */
  private secondLook(key: string): Entry<'walk.said'> | undefined {
    const said = this.walks()
      .flatMap((w) => (w.counts ? (w.said.get(key) ?? []) : []))
      .toSorted((a, b) => a.seq - b.seq)
      .at(-1);
    if (!said || this.entries.some((t) => this.reaches(t, key) && !saw(said, t))) return undefined;
    return this.standing(key)?.by === said.by ? undefined : said;
  }

  private secondWasRight(answer: Entry): boolean {
    return this.entries.some(
      (s) =>
        s.kind === 'walk.settled' &&
        s.body.holds === 'second' &&
        s.body.answerEntry === answer.id &&
        this.partOf(s.body) !== undefined,
    );
  }

  /** Whether two found different things at a part, and nobody has said which of them holds. */
  private differs({ key }: OraclePart): boolean {
    const [first, second] = [this.standing(key), this.secondLook(key)];
    if (!first || !second || this.entries.some((t) => this.reaches(t, key) && !saw(first, t))) return false;
    if (
      this.entries.some(
        (s) => s.kind === 'walk.settled' && s.body.said === second.id && s.body.answerEntry === first.id,
      )
    )
      return false;
    const nothing = first.kind === 'answer.notApplicable';
    if (nothing || second.body.answer === undefined) return nothing !== (second.body.answer === undefined);
    // What is found at one lock, or at one part of an assembly, is not what is found at another.
    const told = (e: Entry): string =>
      [(this.meant.get(e.id) ?? '').replace('decide', 'near'), ...placesAtFault(e)].join(' ');
    return told(first) !== told(second);
  }

  gates(when: number): Map<string, 'held' | 'open' | 'passed'> {
    const found = new Map<string, 'held' | 'open' | 'passed'>();
    let before: { id: string; state: string } | undefined;
    for (const station of ORDER)
      for (const gate of this.basis.pack.gates.filter((g) => g.before === station)) {
        const held = this.holds(gate, when) || (before !== undefined && before.state !== 'passed');
        const state = held ? 'held' : this.passStands(gate, before?.id) ? 'passed' : 'open';
        found.set(gate.id, state);
        before = { id: gate.id, state };
      }
    return found;
  }

  private passOf(gate: string): Entry | undefined {
    return this.entries.findLast((e) => e.kind === 'gate.passed' && e.body.gate === gate);
  }

  /** Whoever passed a gate had seen everything that it rests on. */
  private passStands(gate: Basis['pack']['gates'][number], before: string | undefined): boolean {
    const pass = this.passOf(gate.id);
    if (!pass) return false;
    const rests: (Entry | undefined)[] = [before === undefined ? undefined : this.passOf(before)];
    for (const condition of gate.conditions) {
      if (condition.kind === 'proven')
        for (const part of this.parts.values())
          if (condition.stations.includes(part.check.station)) rests.push(this.since.get(part.key));
      if (condition.kind === 'noTags')
        rests.push(
          ...this.entries.filter((e) => e.kind === 'tag.on' || (e.kind === 'tag.off' && this.tagOn(e))),
        );
      if (condition.kind === 'inspectionsSigned') rests.push(...this.inspections().flat());
      if (condition.kind === 'walkedAgain')
        rests.push(
          ...this.walks().flatMap((w) => (w.counts ? w.finished : [])),
          ...this.entries.filter((e) => e.kind === 'walk.settled' && this.partOf(e.body) !== undefined),
        );
    }
    for (const f of this.findings()) if (f.stopped) rests.push(f.stopped, f.closed, ...f.moved);
    return rests.every((r) => r === undefined || saw(pass, r));
  }

  private tagOn(off: Entry<'tag.off'>): Entry | undefined {
    return this.entries.find((e) => e.kind === 'tag.on' && e.body.tag === off.body.tag);
  }

  private independent(touches: readonly string[]): boolean {
    return touches.some((t) => this.basis.pack.independentInspection.some((i) => overlap(t, i)));
  }

  /** Work that asks for an inspection, each with the inspection that it last had. */
  private inspections(): (readonly [Entry, Entry | undefined])[] {
    return this.entries.flatMap((e): (readonly [Entry, Entry | undefined])[] => {
      const id =
        e.kind === 'action.recorded'
          ? e.body.action
          : e.kind === 'tag.off' && this.tagOn(e)
            ? e.body.tag
            : undefined;
      if (id === undefined || !this.independent(this.touches(e))) return [];
      const signed = this.entries.findLast((s) => s.kind === 'inspection.signed' && s.body.action === id);
      return [[e, signed]];
    });
  }

  /** Findings, told once more from the entries about them: what is one with another goes through everything with it. */
  private findings(): readonly Told[] {
    const all = new Map<string, Told>();
    const one = (id: string): Told[] => [...all.values()].filter((f) => f.id === id || f.into === id);
    for (const e of this.entries) {
      if (e.kind === 'finding.raised')
        all.set(e.body.finding, { id: e.body.finding, check: e.body.check, moved: [] });
      if (e.kind === 'finding.split') {
        const from = all.get(e.body.finding);
        if (from && !all.has(e.body.into))
          all.set(e.body.into, {
            id: e.body.into,
            check: from.check,
            said: from.said,
            stopped: from.stopped,
            moved: [],
          });
      }
      if (e.kind === 'finding.assessed')
        for (const f of one(e.body.finding)) {
          f.said = e.body;
          if (e.body.severity === 'stops') f.stopped = e;
        }
      if (e.kind === 'finding.closed') for (const f of one(e.body.finding)) f.closed = e;
      if (e.kind === 'finding.merged') {
        const [into, from] = [all.get(e.body.into), all.get(e.body.finding)];
        // None is put under what is shut, or under what lies under another; nothing shut is put under anything.
        if (!into || !from || into === from || into.into !== undefined || into.closed || from.closed)
          continue;
        for (const f of one(e.body.finding)) {
          f.into = e.body.into;
          f.moved = [...f.moved.filter((m) => m.kind !== e.kind), e];
          if (f.said) continue;
          f.said = into.said;
          f.stopped = into.stopped;
        }
      }
      if (e.kind === 'finding.reopened')
        for (const f of one(e.body.finding)) {
          f.closed = undefined;
          f.moved = [...f.moved.filter((m) => m.kind !== e.kind), e];
          if (f.id !== e.body.finding) continue;
          f.into = undefined;
          f.moved = [e];
        }
    }
    return [...all.values()];
  }

  private holds(gate: Basis['pack']['gates'][number], when: number): boolean {
    for (const f of this.findings()) {
      if (f.closed) continue;
      const assessed = f.said;
      if (assessed?.severity === 'stops') return true;
      if (assessed?.until !== undefined && new Date(when).toISOString().slice(0, 10) > assessed.until)
        return true;
      const check = this.basis.pack.checks.find((c) => c.id === f.check);
      const settles = gate.conditions.some((c) => c.kind === 'findingsSettled');
      const behind = check !== undefined && ORDER.indexOf(check.station) >= ORDER.indexOf(gate.before);
      if (!assessed && settles && !behind) return true;
    }
    if (
      gate.before === 'release' &&
      this.entries.some(
        (kept) =>
          kept.kind === 'note.kept' &&
          !this.entries.some((e) => e.kind === 'note.settled' && e.body.note === kept.body.note),
      )
    )
      return true;
    return gate.conditions.some((condition) => {
      if (condition.kind === 'proven')
        return [...this.parts.values()].some(
          (p) => condition.stations.includes(p.check.station) && !this.shown(p.key, when),
        );
      if (condition.kind === 'noTags')
        return this.entries.some(
          (on) =>
            on.kind === 'tag.on' &&
            !this.entries.some((off) => off.kind === 'tag.off' && off.body.tag === on.body.tag),
        );
      if (condition.kind === 'inspectionsSigned')
        return this.inspections().some(
          ([, signed]) => !(signed?.kind === 'inspection.signed' && signed.body.accepted),
        );
      if (condition.kind === 'walkedAgain') {
        const asked = this.askedAgain(condition.sample);
        return asked?.some((key) => !this.secondLook(key)) ?? true;
      }
      return false;
    });
  }
}

/** When each entry was made, as far as the record can know. */
let instants = new Map<Entry, number>();
/** Whether an answer was given in another state than it needs, as it was when it came. */
let arrivals = new Map<Entry, boolean>();
/** Stands before everything: what need not be proven here was good before anybody did anything. */
const EVER = { seq: 0, device: '', at: '1970-01-01T00:00:00Z' } as Entry;

/** Entries with the latest instant the record had reached by each. */
function timed(entries: readonly Entry[]): number[] {
  instants = new Map();
  arrivals = new Map();
  let clock = 0;
  return entries.map((e, i) => {
    const told = Date.parse(e.at) - (e.offset ?? 0);
    const least =
      i > 0 && (e.seen ?? e.seq - 1) < e.seq - 1
        ? Math.min(instants.get(entries[0] as Entry) ?? 0, clock)
        : clock;
    const instant = Math.max(Math.min(told, Date.parse(e.receivedAt)), least);
    instants.set(e, instant);
    clock = Math.max(clock, instant);
    return clock;
  });
}

/**
 * Foretells what the record must say of every part and gate at `now`. `scopes` is what the newest settled scope says of
 * each part, from the entry on that settled it.
 */
export function foretell(
  entries: readonly Entry[],
  basis: Basis,
  meant: Meant,
  now: number,
  scopes: readonly { readonly from: number; readonly scope: ReadonlyMap<string, string> }[] = [],
): Foretold {
  const clocks = timed(entries);
  const since = new Map<string, Entry>();
  const at = (count: number, clock: number): Prefix => {
    const prefix = new Prefix(basis, entries.slice(0, count), meant, clock, since);
    prefix.scope = scopes.findLast((s) => s.from <= count)?.scope;
    return prefix;
  };
  entries.forEach((e, i) => {
    const clock = clocks[i] ?? 0;
    if (i > 0) {
      // What had run out by the time of this entry was lost before it.
      const before = at(i, clock);
      const gone = [...since.keys()].filter((key) => !before.good(key, clock));
      for (const key of gone) since.delete(key);
    }
    // Grounds come before what stands on them in these packs, so that one pass settles all.
    const prefix = at(i + 1, clock);
    for (const part of prefix.parts.values()) {
      if (prefix.outside(part.key, prefix.scope)) {
        if (!since.has(part.key)) since.set(part.key, EVER);
        continue;
      }
      if (!prefix.good(part.key, clock)) since.delete(part.key);
      else if (!since.has(part.key)) since.set(part.key, e);
    }
  });
  const when = Math.max(now, clocks.at(-1) ?? 0);
  const end = at(entries.length, when);
  const keys = [...end.parts.keys()];
  return {
    marks: new Map(keys.map((key) => [key, end.mark(key, when)])),
    proven: new Set(keys.filter((key) => end.shown(key, when))),
    gates: end.gates(when),
  };
}
