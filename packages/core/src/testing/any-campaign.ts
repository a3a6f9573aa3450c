import fc from 'fast-check';
import { indexBasis } from '../checks/basis-index.ts';
import { deriveStatus } from '../standing/derive.ts';
import { differencesOf, secondWalk, unsaidOf, walkInHand } from '../standing/walked-again.ts';
import type { Basis, Check, Pack, Role, StationId } from '../checks/types.ts';
import type { Limit } from '../limits/types.ts';
import { randomFrom } from '../planning/search.ts';
import { occasionOf, proposeScope } from '../scope/scope.ts';
import { admit } from '../entries/admit.ts';
import { chain } from '../record/chain.ts';
import { computedVerdicts } from '../standing/computed.ts';
import { makeDraft, type Making } from '../entries/make-draft.ts';
import type { Entry, EntryBodies, EntryDraft, EntryKind } from '../record/entry.ts';
import { foldEntries } from '../entries/fold.ts';
import { hasSeen } from '../record/seen.ts';
import { standingAnswer, type CampaignState } from '../record/state.ts';
import { stateSubject, stateValue, subjectsOfState } from '../record/states.ts';
import { AIRCRAFT, BOOK, check, reading } from './world.ts';
import { anyAnswer, LOCKED, PUT_TOGETHER } from './any-answer.ts';
import type { Meant } from './oracle.ts';

/** Random campaigns on random packs, by several devices that come and go, with clocks that are wrong. */

const STATIONS_USED: readonly StationId[] = ['papers', 'inspection', 'run-up', 'flight'];
const SYSTEMS = ['a', 'a.b', 'a.b.c', 'd', 'd.e', 'engine.{engine}.x', 'engine.{engine}.y', 'f'];
const TOUCHABLE = ['a', 'a.b', 'a.b.c', 'd.e', 'engine.left', 'engine.right.x', 'engine.*.y', 'f', 'g'];

const PRESSURE: Limit = {
  ...(BOOK.limits[2] as Limit),
  key: 'between',
  kind: 'band',
  class: 'airworthiness',
  acceptance: 'guarded',
  bounds: { low: 600, high: 800 },
} as Limit;

const FIGURE = { unit: 'rpm', resolution: 1, plausible: { low: 0, high: 3500 } };

/** A pack made from a seed: grounds always come before what stands on them. */
export function anyPack(seed: number): Pack {
  const random = randomFrom(seed * 7919 + 13);
  const pick = <T>(list: readonly T[]): T => list[Math.floor(random() * list.length)] as T;
  const maybe = (share: number): boolean => random() < share;
  const count = 5 + Math.floor(random() * 9);
  const checks: Check[] = [];
  for (let i = 0; i < count; i += 1) {
    const station = STATIONS_USED[Math.min(3, Math.floor((i / count) * 4 + random() * 0.7))] as StationId;
    const subject = maybe(0.4) ? 'engine' : maybe(0.2) ? 'side' : 'aircraft';
    const earlier = checks.map((c) => c.id);
    const figures = checks.filter((c) => c.answer.kind === 'reading' && c.subject === subject);
    const computed = figures.length >= 2 && maybe(0.3);
    const grounds = earlier.length > 0 && maybe(0.5) && !computed ? [pick(earlier)] : [];
    if (grounds.length > 0 && maybe(0.3)) grounds.push(pick(earlier));
    const answer: Check['answer'] = computed
      ? { kind: 'computed', from: figures.slice(0, 2).map((c) => c.id), value: 'reading' }
      : maybe(0.4)
        ? { kind: 'reading', ...FIGURE }
        : maybe(0.25)
          ? pick([LOCKED, PUT_TOGETHER])
          : { kind: 'confirm' };
    const validity = maybe(0.35)
      ? pick<NonNullable<Check['validity']>>([
          { hours: 2 },
          { hours: 1, until: { state: 'flown', becomes: 'yes' } },
          { endsWhen: { state: 'cowling', becomes: 'off' } },
          { flights: 1 },
          { engineStops: 0 },
          { powerCycles: 1 },
        ])
      : undefined;
    const needs =
      !computed && maybe(0.25) ? pick([{ engine: 'running' }, { power: 'on' }, { cowling: 'on' }]) : {};
    const sets =
      !computed && maybe(0.35)
        ? pick([
            ...(subject === 'side' ? [] : [{ engine: 'running' }, { engine: 'stopped' }]),
            { power: 'on' },
            { flown: 'yes' },
            { cowling: 'off' },
          ])
        : {};
    checks.push(
      check(`c${i}`, {
        station,
        subject,
        answer,
        needs: needs as Check['needs'],
        sets: sets as Check['sets'],
        standsOn: [...new Set(grounds)],
        proves: maybe(0.8) ? [pick(SYSTEMS.filter((s) => subject === 'engine' || !s.includes('{')))] : [],
        limits: computed ? ['apart'] : answer.kind === 'reading' ? ['between'] : [],
        secondPerson: !computed && maybe(0.2),
        ...(!computed && station === 'inspection' && maybe(0.25) ? { turn: 'last' as const } : {}),
        ...(validity ? { validity } : {}),
      }),
    );
  }
  const proven = (stations: readonly StationId[]) => ({
    kind: 'proven' as const,
    stations,
    overridable: false,
  });
  const rest = [
    { kind: 'noTags' as const, overridable: false },
    { kind: 'findingsSettled' as const, overridable: false },
    { kind: 'inspectionsSigned' as const, overridable: false },
  ];
  return {
    id: `random-${seed}`,
    revision: 1,
    title: 'Random',
    families: ['twin'],
    states: [
      { name: 'engine', title: 'Engine', per: 'engine', values: ['stopped', 'running'], initial: 'stopped' },
      { name: 'power', title: 'Power', per: 'aircraft', values: ['off', 'on'], initial: 'off' },
      { name: 'flown', title: 'Flight', per: 'aircraft', values: ['no', 'yes'], initial: 'no' },
      { name: 'cowling', title: 'Cowling', per: 'aircraft', values: ['on', 'off'], initial: 'on' },
    ],
    independentInspection: ['d', 'engine.*.x'],
    gates: [
      {
        id: 'power',
        title: 'Power',
        before: 'controls',
        conditions: [
          proven(['papers', 'inspection']),
          ...rest,
          // One pack in three asks for a second walk: of all of it, or of one step drawn.
          ...(seed % 3 === 0
            ? [
                {
                  kind: 'walkedAgain' as const,
                  overridable: false,
                  ...(seed % 2 === 0 ? { sample: 1 } : {}),
                },
              ]
            : []),
        ],
      },
      { id: 'fly', title: 'Fly', before: 'flight', conditions: [proven(['run-up']), ...rest.slice(0, 2)] },
      {
        id: 'release',
        title: 'Release',
        before: 'release',
        conditions: [proven(['papers', 'inspection', 'run-up', 'flight']), ...rest],
      },
    ],
    checks,
  };
}

const PLAIN_BOOK = {
  ...BOOK,
  limits: [PRESSURE, { ...(BOOK.limits[1] as Limit), key: 'apart' } as Limit],
};

export const randomBasis = (seed: number): Basis => ({
  pack: anyPack(seed),
  limitBook: PLAIN_BOOK,
  aircraft: AIRCRAFT,
});

const plainAnswer = ({ kind }: Check['answer']): Check['answer'] =>
  kind === 'locks' ? LOCKED : kind === 'assembly' ? PUT_TOGETHER : { kind: 'confirm' };

/**
 * A pack with its order, states, grounds, systems, validity and gates as they are, and its answers made plain: a figure
 * is a reading in a band, locks and an assembly are two of each, everything else is confirmed. What is left is what the oracle knows.
 */
export function plainPack(pack: Pack): Pack {
  const isFigure = (c: Check): boolean => ['reading', 'drop', 'cylinders', 'series'].includes(c.answer.kind);
  const figures = new Map(pack.checks.filter(isFigure).map((c) => [c.id, c.subject]));
  return {
    ...pack,
    checks: pack.checks.map((own) => {
      const { setting: _setting, waits: _waits, ...c } = own;
      const computed =
        own.answer.kind === 'computed' &&
        own.answer.from.length === 2 &&
        own.answer.from.every((id) => figures.get(id) === own.subject);
      if (own.answer.kind === 'computed' && computed)
        return { ...c, answer: { ...own.answer, value: 'reading' }, limits: ['apart'] };
      const grounds =
        own.answer.kind === 'computed' ? [...new Set([...c.standsOn, ...own.answer.from])] : c.standsOn;
      return isFigure(own)
        ? { ...c, answer: { kind: 'reading', ...FIGURE }, limits: ['between'] }
        : { ...c, standsOn: grounds, answer: plainAnswer(own.answer), limits: [] };
    }),
  };
}

/** A campaign's basis on a pack made plain, for an aircraft with engines of its own. */
export const plainBasis = (pack: Pack, engines: Basis['aircraft']['engines']): Basis => ({
  pack: plainPack(pack),
  limitBook: PLAIN_BOOK,
  aircraft: { ...AIRCRAFT, engines, family: pack.families[0] ?? AIRCRAFT.family },
});

/** One step: which device, what it does, and two numbers to choose with. */
export interface Step {
  readonly device: number;
  readonly what: number;
  readonly which: number;
  readonly how: number;
}

export const anySteps = fc.array(
  fc.record({
    device: fc.nat(2),
    // From 100 on somebody works on as the pack has it: without them nothing would ever be proven.
    what: fc.nat(249),
    which: fc.nat(999),
    how: fc.nat(999),
  }),
  { minLength: 5, maxLength: 45 },
);

const ROLES_OF: readonly (readonly [string, Role])[] = [
  ['ann', 'technician'],
  ['bo', 'inspector'],
  ['cy', 'pilot'],
];
/** Enough for any gate that asks for so many. */
const CREW = ['ann', 'bo', 'cy', 'di'];
const START = Date.parse('2026-11-24T08:00:00.000Z');
const HOUR = 3_600_000;

/** What a device has: what it heard of the server, what it made and has not sent, and its clock. */
interface Device {
  readonly name: string;
  heard: number;
  online: boolean;
  readonly waiting: EntryDraft[];
  /** Milliseconds that its clock is ahead, and whether it knows. */
  ahead: number;
  knows: boolean;
}

export interface Told {
  readonly basis: Basis;
  readonly entries: readonly Entry[];
  readonly meant: Meant;
  readonly now: number;
  readonly scopes: readonly { readonly from: number; readonly scope: ReadonlyMap<string, string> }[];
}

/** Tells a campaign step by step; `asks`: through the door, or as whatever was posted; `touchable`: systems that are worked on. */
export function tellCampaign(
  basis: Basis,
  steps: readonly Step[],
  asks: boolean,
  touchable: readonly string[] = TOUCHABLE,
): Told {
  const index = indexBasis(basis);
  if (!index.ok) throw new Error(`tellCampaign: ${JSON.stringify(index.error)}`);
  const { engines } = basis.aircraft;
  const entries: Entry[] = [];
  const meant = new Map<string, 'within' | 'near' | 'decide' | 'out'>();
  const scopes: { from: number; scope: ReadonlyMap<string, string> }[] = [];
  let time = START;
  let made = 0;
  let state: CampaignState = foldEntries([]);
  const devices: Device[] = ['one', 'two', 'three'].map((name, i) => ({
    name,
    heard: 0,
    online: true,
    waiting: [],
    ahead: i === 1 ? 7 * 60_000 : 0,
    knows: i === 1,
  }));
  const viewOf = (d: Device): CampaignState => {
    if (d.heard === entries.length && d.waiting.length === 0) return state;
    const own = d.waiting.map((w, i) => ({
      ...w,
      seq: d.heard + 1 + i,
      receivedAt: w.at,
      prevHash: '',
      hash: '',
    })) as Entry[];
    return foldEntries([...entries.slice(0, d.heard), ...own]);
  };
  const receive = (draft: EntryDraft): void => {
    if (entries.some((e) => e.id === draft.id)) return;
    if (asks) {
      const placed = { ...draft, seen: draft.seen ?? 0, seq: entries.length + 1 };
      const known = entries.filter((e) => hasSeen(placed, e));
      const asSeen = known.length === entries.length ? state : foldEntries(known);
      if (!admit(draft, state, new Date(time).toISOString(), () => asSeen).ok) return;
    }
    const entry = chain(draft, entries.at(-1), new Date(time).toISOString());
    entries.push(entry);
    state = foldEntries([entry], state);
    if (entry.kind === 'scope.settled') {
      const scope = proposeScope(index.value, occasionOf('acceptance'), entry.body);
      scopes.push({ from: entry.seq, scope: new Map([...scope].map(([k, v]) => [k, v.verdict])) });
    }
  };
  const flush = (d: Device, twice: boolean): void => {
    const sent = [...d.waiting];
    d.waiting.length = 0;
    for (const draft of twice ? [...sent, ...sent] : sent) receive(draft);
    d.heard = entries.length;
  };
  const make = <K extends EntryKind>(
    d: Device,
    kind: K,
    body: EntryBodies[K],
    change: Partial<Making> = {},
  ): string => {
    made += 1;
    const id = `e${made}`;
    const [by, role] = ROLES_OF[devices.indexOf(d)] as readonly [string, Role];
    d.waiting.push(
      makeDraft(kind, body, {
        id,
        campaign: 'campaign',
        at: new Date(time + d.ahead).toISOString(),
        ...(d.knows && d.ahead !== 0 ? { offset: d.ahead } : {}),
        seen: d.heard,
        by,
        role,
        device: d.name,
        ...change,
      }),
    );
    if (d.online) flush(d, false);
    return id;
  };
  make(devices[0] as Device, 'campaign.opened', {
    title: 'Random',
    occasion: 'acceptance',
    workItems: [],
    basis,
  });
  for (const d of devices) d.heard = entries.length;
  const parts = [...index.value.parts.values()].filter((p) => p.check.answer.kind !== 'computed');
  /** One thing that brings the campaign on, as whoever holds a device sees it; false when there is nothing. */
  const workOn = (d: Device, how: number): boolean => {
    const view = viewOf(d);
    const status = deriveStatus(view, new Date(time).toISOString());
    const second = devices.find((o) => o !== d && o.online) ?? d;
    for (const gate of status?.gates ?? [])
      if (gate.state === 'open' && gate.gate.before !== 'release') {
        make(d, 'gate.passed', {
          gate: gate.gate.id,
          snapshot: entries[d.heard - 1]?.hash ?? '',
          crew: CREW,
        });
        return true;
      }
    for (const part of parts) {
      const own = status?.parts.get(part.key);
      if (!own || own.proven) continue;
      const about = { check: part.check.id, subject: part.subject };
      const standing = own.answer;
      if (own.mark === 'inHand' && standing) {
        second.heard = second.online ? entries.length : second.heard;
        make(second, 'answer.witnessed', { ...about, answerEntry: standing.entry });
        return true;
      }
      if (own.mark === 'near' && standing) {
        make(devices[1] as Device, 'decision.recorded', {
          ...about,
          answerEntry: standing.entry,
          reason: 'agreed',
        });
        return true;
      }
      const wrong = Object.entries(part.check.needs).find(
        ([name, value]) => stateValue(view, name, stateSubject(index.value, name, part.subject)) !== value,
      );
      if (wrong && (own.blocked?.code === 'wrongState' || own.blocked?.code === 'stateContested')) {
        for (const subject of subjectsOfState(index.value, wrong[0]))
          make(d, 'state.set', { state: wrong[0], subject, value: wrong[1] });
        return true;
      }
      if (own.blocked) continue;
      meant.set(
        make(d, 'answer.given', { ...about, answer: anyAnswer(part.check.answer, true, how), facts: {} }),
        'within',
      );
      return true;
    }
    return false;
  };
  /** Findings as whoever holds a device sees them: raised, assessed, merged, split, reopened or closed. */
  const aboutFindings = (d: Device, which: number, how: number): void => {
    const ids = [...viewOf(d).findings.keys()];
    const finding = ids[which % Math.max(1, ids.length)];
    if (finding === undefined || ids.length < 2) {
      make(d, 'finding.raised', { finding: `f${made}`, title: 'Found', where: '' });
      return;
    }
    const into = ids[(which + 1) % ids.length] ?? finding;
    switch (how % 6) {
      case 0:
        make(d, 'finding.closed', { finding, note: '' });
        break;
      case 1:
        make(d, 'finding.reopened', { finding, reason: 'there again' });
        break;
      case 2:
      case 3:
        make(devices[1] as Device, 'finding.merged', { finding, into, reason: 'the same' });
        break;
      case 4:
        make(devices[1] as Device, 'finding.assessed', {
          finding,
          severity: how % 4 ? 'information' : 'stops',
          reason: 'seen',
        });
        break;
      default:
        make(d, 'finding.split', {
          finding,
          into: `part-${made}`,
          title: 'another',
          where: '',
          reason: 'two',
        });
    }
  };
  /** The next thing of a second walk, as whoever holds a device sees it: begun, said, finished or given up, settled. */
  const walkAgain = (d: Device, which: number, how: number): void => {
    const view = viewOf(d);
    const asked = secondWalk(view, index.value);
    if (!asked) return;
    const [by] = ROLES_OF[devices.indexOf(d)] as readonly [string, Role];
    const difference = differencesOf(view, index.value)[0];
    const walk = walkInHand(view, by);
    if (difference && how % 2) {
      const { part: key, first, second } = difference;
      const part = index.value.parts.get(key);
      if (part)
        make(d, 'walk.settled', {
          check: part.check.id,
          subject: part.subject,
          said: second.entry,
          answerEntry: first.entry,
          holds: how % 3 ? 'second' : 'first',
          reason: 'seen',
        });
    } else if (!walk) make(d, 'walk.begun', { walk: `walk-${made}` });
    else {
      const left = asks ? unsaidOf(view, index.value, walk) : asked.eligible;
      const part = index.value.parts.get(left[which % Math.max(1, left.length)] ?? '');
      if (part && how % 5 < 4) {
        const good = how % 4 !== 0;
        const answer = anyAnswer(part.check.answer, good, how);
        const about = { check: part.check.id, subject: part.subject };
        const id = make(d, 'walk.said', { walk: walk.begun.walk, ...about, answer, facts: {} });
        meant.set(id, good ? 'within' : 'out');
      } else
        make(d, 'walk.finished', {
          walk: walk.begun.walk,
          ...(how % 7 === 0 ? { givenUp: 'called away' } : {}),
        });
    }
  };
  /** One reads, another looks and answers, now and then with the wrong words; and it is called again by the one or by the other. */
  const callAndAnswer = (d: Device, part: (typeof parts)[number], which: number, how: number): void => {
    const about = { check: part.check.id, subject: part.subject };
    const call = make(d, 'call.made', { check: part.check.id, to: 'tail' });
    const looker = devices[(devices.indexOf(d) + 1 + (how % 2)) % 3] as Device;
    if (looker.online) looker.heard = entries.length;
    time += 5000;
    const good = how % 4 !== 0;
    const answered = make(looker, 'answer.given', {
      ...about,
      answer: anyAnswer(part.check.answer, good, how),
      facts: {},
      confirmed: true,
      call: how % 11 === 0 ? 'e0' : call,
    });
    meant.set(answered, good ? 'within' : 'out');
    if (how % 3 === 0) return;
    const again = which % 5 === 0 ? looker : d;
    if (again.online) again.heard = entries.length;
    make(again, 'call.made', {
      check: part.check.id,
      to: 'tail',
      again: { answers: [answered], because: how % 2 ? 'habitual' : 'wrong' },
    });
  };
  /** Something noticed is kept, given other words, or something comes of it. */
  const noteOrSettle = (d: Device, which: number, how: number): void => {
    const view = viewOf(d);
    const notes = [...view.notes.keys()];
    const note = notes[which % Math.max(1, notes.length)];
    const finding = [...view.findings.keys()][how % Math.max(1, view.findings.size)];
    if (note === undefined || how % 3 === 0) make(d, 'note.kept', { note: `n${made}`, text: '' });
    else if (how % 3 === 1) make(d, 'note.kept', { note, text: 'a knock' });
    else
      make(d, 'note.settled', {
        note,
        ...(how % 2 && finding !== undefined ? { finding } : {}),
        reason: how % 5 ? 'as always' : '',
      });
  };
  for (const { device, what, which, how } of steps) {
    time += ((how % 37) + 1) * 20_000;
    const d = devices[device % 3] as Device;
    if (d.online) d.heard = entries.length;
    const part = parts[which % parts.length];
    if (!part) continue;
    const about = { check: part.check.id, subject: part.subject };
    const view = viewOf(d);
    const standing = standingAnswer(view.parts.get(part.key));
    const answer = (good: boolean): EntryBodies['answer.given']['answer'] =>
      part.check.answer.kind === 'reading' && good && how % 5 === 0
        ? { kind: 'reading', reading: reading(602) }
        : anyAnswer(part.check.answer, good, how);
    const mean = (id: string, good: boolean): void => {
      const near = part.check.answer.kind === 'reading' && how % 5 === 0;
      meant.set(id, !good ? 'out' : near ? 'decide' : 'within');
    };
    // Whoever looks again is mostly the one who works on least.
    const looker = devices[how % 5 ? 2 : device % 3] as Device;
    if (what >= 240) noteOrSettle(d, which, how);
    else if (what >= 230) callAndAnswer(d, part, which, how);
    else if (what >= 205) aboutFindings(d, which, how);
    else if (what >= 170)
      for (let i = 0; i <= how % 8; i += 1) {
        if (looker.online) looker.heard = entries.length;
        walkAgain(looker, which + i, how + 3 * i);
        time += 60_000;
      }
    else if (what >= 100) {
      for (let i = 0; i <= how % 9; i += 1) {
        if (!workOn(device % 3 === 2 && how % 4 ? (devices[0] as Device) : d, how)) break;
        time += 60_000;
        if (d.online) d.heard = entries.length;
      }
    } else if (what < 38) {
      const good = how % 7 !== 0;
      mean(make(d, 'answer.given', { ...about, answer: answer(good), facts: {}, confirmed: true }), good);
    } else if (what < 43 && standing) {
      const good = how % 3 !== 0;
      const body = { ...about, answer: answer(good), facts: {}, confirmed: true, correction: 'misread' };
      const id = make(d, 'answer.given', body, { supersedes: standing.entry });
      mean(id, good);
      if (how % 4 === 0)
        make(d, 'answer.withdrawn', { ...about, reason: 'was right before' }, { supersedes: id });
    } else if (what < 47 && standing)
      make(d, 'answer.withdrawn', { ...about, reason: 'slip' }, { supersedes: standing.entry });
    else if (what < 49) make(d, 'answer.notApplicable', { ...about, reason: 'none fitted' });
    else if (what < 56 && standing) make(d, 'answer.witnessed', { ...about, answerEntry: standing.entry });
    else if (what < 61) {
      const computed = [...index.value.parts.values()].filter((p) => p.check.answer.kind === 'computed');
      const one = computed[which % Math.max(1, computed.length)];
      const figure = one && how % 4 === 0 ? computedVerdicts(view, index.value, one)?.figure : undefined;
      if (one && figure)
        make(d, 'decision.recorded', {
          check: one.check.id,
          subject: one.subject,
          answerEntry: figure,
          reason: 'agreed',
        });
      else if (standing)
        make(d, 'decision.recorded', { ...about, answerEntry: standing.entry, reason: 'agreed' });
    } else if (what < 69) {
      const states = basis.pack.states;
      const one = states[which % states.length];
      if (!one) continue;
      const subject =
        one.per === 'engine' ? (engines[how % Math.max(1, engines.length)]?.id ?? '') : 'aircraft';
      make(d, 'state.set', { state: one.name, subject, value: one.values[how % one.values.length] ?? '' });
    } else if (what < 75)
      make(d, 'action.recorded', {
        action: `w${made}`,
        ...(how % 3 === 0 && view.findings.size > 0
          ? { finding: [...view.findings.keys()][which % view.findings.size] ?? '' }
          : {}),
        what: 'Work',
        measure: '',
        touches: [touchable[which % touchable.length] ?? 'a'],
      });
    else if (what < 78)
      make(d, 'tag.on', {
        tag: `t${made}`,
        thing: 'Hose',
        where: '',
        why: 'off',
        touches: how % 2 ? [touchable[which % touchable.length] ?? 'a'] : [],
      });
    else if (what < 81) {
      const open = [...view.tags.values()].filter((t) => !t.off);
      const tag = open[which % Math.max(1, open.length)];
      if (tag) make(d, 'tag.off', { tag: tag.on.tag, note: '', touches: [] });
    } else if (what < 83)
      make(d, 'finding.raised', {
        finding: `f${made}`,
        title: 'Found',
        where: '',
        ...(how % 2 ? { check: part.check.id, subject: part.subject } : {}),
      });
    else if (what < 87) {
      const finding = [...view.findings.keys()][which % Math.max(1, view.findings.size)];
      const severity = (['stops', 'deferred', 'information'] as const)[how % 3] ?? 'stops';
      if (finding !== undefined)
        make(d, 'finding.assessed', {
          finding,
          severity,
          reason: 'seen',
          ...(severity === 'deferred'
            ? { conditions: 'by day', until: how % 2 ? '2026-11-24' : '2026-12-24' }
            : {}),
        });
    } else if (what < 89) {
      const action = [...view.actions.keys()][which % Math.max(1, view.actions.size)];
      if (action !== undefined) make(d, 'inspection.signed', { action, accepted: how % 4 !== 0, note: '' });
    } else if (what < 90) aboutFindings(d, which, how);
    else if (what < 94) {
      const passable = basis.pack.gates.filter((g) => g.before !== 'release');
      const gate = passable[how % passable.length];
      if (gate)
        make(d, 'gate.passed', { gate: gate.id, snapshot: entries[d.heard - 1]?.hash ?? '', crew: CREW });
    } else if (what < 95)
      make(d, 'scope.settled', {
        work: [
          { component: 'Thing', action: 'replaced', touches: [touchable[which % touchable.length] ?? 'a'] },
        ],
        evidence: {},
        added: [],
        leftOut: how % 2 ? [{ check: part.check.id, reason: 'not this time' }] : [],
        note: '',
      });
    else if (what < 98) {
      d.online = !d.online;
      if (d.online) flush(d, how % 2 === 0);
    } else if (what < 99) time += (how % 5) * HOUR;
    else {
      d.ahead = ((how % 41) - 20) * 4 * 60_000;
      d.knows = how % 3 !== 0;
    }
  }
  for (const d of devices) flush(d, false);
  return { basis, entries, meant, now: time + ((steps.at(-1)?.how ?? 0) % 4) * HOUR, scopes };
}
