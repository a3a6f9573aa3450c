import fc from 'fast-check';
import { foldEntries, admit } from '../entries/index.ts';
import type { CampaignState, Deed, Entry, EntryBodies, EntryKind } from '../record/index.ts';
import type { Basis, GateCondition } from '../checks/index.ts';
import { ANN, BASIS, BO, check, reading, Scribe } from '../testing/world.ts';
import { deriveStatus, differencesOf, partStatusOf, secondWalk, walkInHand } from './index.ts';

const CY = 'person-c';
const asking = (change: Partial<Extract<GateCondition, { kind: 'walkedAgain' }>> = {}): GateCondition => ({
  kind: 'walkedAgain',
  overridable: false,
  ...change,
});
/** A pack of nothing but looks, whose Power gate asks for a second walk. */
function basisOf(looks: number, condition = asking(), change: Partial<Basis['pack']> = {}): Basis {
  const [power] = BASIS.pack.gates;
  if (!power) throw new Error('a gate of the test');
  return {
    ...BASIS,
    pack: {
      ...BASIS.pack,
      checks: Array.from({ length: looks }, (_, i) =>
        check(`look-${i}`, { station: 'inspection', proves: [`structure.part${i}`] }),
      ),
      gates: [
        {
          ...power,
          conditions: [{ kind: 'proven', stations: ['inspection'], overridable: false }, condition],
        },
      ],
      ...change,
    },
  };
}

const part = (i: number): { check: string; subject: string } => ({ check: `look-${i}`, subject: 'aircraft' });
const confirm = (asExpected: boolean) => ({ kind: 'confirm' as const, asExpected });

/** Somebody at the door: what is not let in is told by its code, and is not in the record. */
class Team extends Scribe {
  now: CampaignState = foldEntries([]);

  override open(basis: Basis): this {
    super.open(basis);
    this.now = foldEntries(this.entries);
    return this;
  }

  does<K extends EntryKind>(by: string, kind: K, body: EntryBodies[K]): Entry | string {
    const draft = this.draft(kind, body, { by });
    const answer = admit(draft, this.now, draft.at);
    if (!answer.ok) return answer.error.code;
    const entry = this.add(kind, body, { by });
    this.now = foldEntries([entry], this.now);
    return entry;
  }

  walk() {
    const { index } = this.now;
    const walk = index && secondWalk(this.now, index);
    if (!index || !walk) throw new Error('a walk of the test');
    return { ...walk, differences: differencesOf(this.now, index) };
  }

  status() {
    const status = deriveStatus(this.now, new Date(this.now.clock).toISOString());
    if (!status) throw new Error('a status of the test');
    return status;
  }

  /** BO walks over the looks named, and finishes. */
  walks(id: string, found: Readonly<Record<number, boolean>>, by = BO): void {
    const done = [
      this.does(by, 'walk.begun', { walk: id }),
      ...Object.entries(found).map(([i, yes]) =>
        this.does(by, 'walk.said', { walk: id, ...part(Number(i)), answer: confirm(yes), facts: {} }),
      ),
      this.does(by, 'walk.finished', { walk: id }),
    ];
    expect(done.filter((d) => typeof d === 'string')).toEqual([]);
  }

  answers(i: number, yes: boolean, by = ANN): Entry | string {
    return this.does(by, 'answer.given', { ...part(i), answer: confirm(yes), facts: {} });
  }
}

const entryOf = (made: Entry | string): string => {
  if (typeof made === 'string') throw new Error(`refused: ${made}`);
  return made.id;
};

describe('a second walk', () => {
  test('its minutes are part of the way to the gate that asks for it, drawn or not', () => {
    const team = new Team().open(basisOf(4, asking({ sample: 2 })));
    const minutes = (): number | undefined => team.status().gates[0]?.minutes;
    const [one] = team.now.index?.basis.pack.checks ?? [];
    const each = one?.minutes ?? 0;
    expect(each).toBeGreaterThan(0);
    expect(minutes()).toBe((4 + 2) * each);
    for (const i of [0, 1, 2, 3]) team.answers(i, true);
    expect(minutes()).toBe(2 * each);
    entryOf(team.does(BO, 'walk.begun', { walk: 'w' }));
    for (const key of team.walk().left)
      entryOf(
        team.does(BO, 'walk.said', {
          walk: 'w',
          check: key.split('@')[0] ?? '',
          subject: 'aircraft',
          answer: confirm(true),
          facts: {},
        }),
      );
    expect(minutes()).toBe(2 * each);
    entryOf(team.does(BO, 'walk.finished', { walk: 'w' }));
    expect(minutes()).toBe(0);
  });

  test('it is for somebody who gave none of the answers, shows nothing before it is finished, and is settled by name', () => {
    const team = new Team().open(basisOf(3));
    const answers = [0, 1, 2].map((i) => entryOf(team.answers(i, true)));
    expect(team.does(ANN, 'walk.begun', { walk: 'w' })).toBe('walkerIsFirst');
    const [held] = team.status().gates[0]?.holdings ?? [];
    expect([held?.reason, held?.cure]).toEqual([
      { code: 'secondWalkMissing', params: { count: 3, of: 3 } },
      { to: 'second-walk' },
    ]);

    entryOf(team.does(BO, 'walk.begun', { walk: 'w' }));
    expect(team.does(BO, 'walk.begun', { walk: 'another' })).toBe('walkInHand');
    const said = entryOf(
      team.does(BO, 'walk.said', { walk: 'w', ...part(0), answer: confirm(false), facts: {} }),
    );
    // Until it is finished nothing of it counts or is told.
    expect([team.walk().differences, team.walk().left.length]).toEqual([[], 3]);
    expect(team.does(BO, 'walk.finished', { walk: 'w' })).toBe('walkNotWhole');
    expect(team.does(ANN, 'walk.finished', { walk: 'w' })).toBe('notYourWalk');
    expect(team.does(ANN, 'walk.said', { walk: 'w', ...part(1), answer: confirm(true), facts: {} })).toBe(
      'notYourWalk',
    );
    for (const i of [1, 2])
      entryOf(team.does(BO, 'walk.said', { walk: 'w', ...part(i), answer: confirm(true), facts: {} }));
    entryOf(team.does(BO, 'walk.finished', { walk: 'w' }));
    expect(team.does(BO, 'walk.said', { walk: 'w', ...part(1), answer: confirm(false), facts: {} })).toBe(
      'walkIsFinished',
    );

    expect(team.walk().differences.map((d) => [d.part, d.first.entry, d.second.entry])).toEqual([
      ['look-0@aircraft', answers[0], said],
    ]);
    expect(team.status().parts.get('look-0@aircraft')).toMatchObject({ mark: 'unknown', proven: false });
    expect(team.status().gates[0]?.state).toBe('held');

    const settle = (by: string, holds: 'first' | 'second', reason = 'looked at together') =>
      team.does(by, 'walk.settled', { ...part(0), said, answerEntry: answers[0] ?? '', holds, reason });
    expect(settle(ANN, 'first')).toBe('settlesForOneself');
    expect(settle(BO, 'second')).toBe('settlesForOneself');
    expect(settle(CY, 'second', ' ')).toBe('needsReason');
    entryOf(settle(ANN, 'second'));
    expect(settle(CY, 'first')).toBe('noDifference');
    expect(team.status().parts.get('look-0@aircraft')?.reasons).toEqual([
      { code: 'secondWasRight', params: { why: 'looked at together' } },
    ]);
    // The first looks again and says what the second had found: nobody has to walk once more for it.
    entryOf(team.answers(0, false));
    expect(team.status().parts.get('look-0@aircraft')?.mark).toBe('out');
    expect([team.walk().left, team.walk().differences]).toEqual([[], []]);
  });

  test('the first one was right: it stands as it stood, and what stands on it was never taken', () => {
    const on = check('ground-run', { station: 'inspection', standsOn: ['look-0'] });
    const basis = basisOf(1);
    const team = new Team().open({
      ...basis,
      pack: { ...basis.pack, checks: [...basis.pack.checks, on] },
    });
    const first = entryOf(team.answers(0, true));
    entryOf(
      team.does(ANN, 'answer.given', {
        check: 'ground-run',
        subject: 'aircraft',
        answer: confirm(true),
        facts: {},
      }),
    );
    entryOf(team.does(BO, 'walk.begun', { walk: 'w' }));
    const said = entryOf(
      team.does(BO, 'walk.said', { walk: 'w', ...part(0), answer: confirm(false), facts: {} }),
    );
    entryOf(
      team.does(BO, 'walk.said', {
        walk: 'w',
        check: 'ground-run',
        subject: 'aircraft',
        answer: confirm(true),
        facts: {},
      }),
    );
    entryOf(team.does(BO, 'walk.finished', { walk: 'w' }));
    const marks = () => [...team.status().parts.values()].map((p) => [p.mark, p.proven]);
    expect(marks()).toEqual([
      ['unknown', false],
      ['within', true],
    ]);
    entryOf(
      team.does(BO, 'walk.settled', {
        ...part(0),
        said,
        answerEntry: first,
        holds: 'first',
        reason: 'a reflection',
      }),
    );
    expect(marks()).toEqual([
      ['within', true],
      ['within', true],
    ]);
  });

  test('whoever passes the gate has seen the walk finished and all of it settled', () => {
    const team = new Team().open(basisOf(1));
    entryOf(team.answers(0, true));
    const pass = () => team.does(CY, 'gate.passed', { gate: 'power', snapshot: team.now.head });
    expect(pass()).toBe('secondWalkMissing');
    team.walks('w', { 0: true });
    entryOf(pass());
    expect(team.status().gates[0]?.state).toBe('passed');
    entryOf(
      team.does(CY, 'tag.on', {
        tag: 't',
        thing: 'Panel open',
        where: '',
        why: 'work',
        touches: ['structure.part0'],
      }),
    );
    // Touched: to be answered again, and to be looked at again by somebody else.
    entryOf(team.answers(0, true));
    expect(team.status().gates[0]?.holdings.map((h) => h.reason.code)).toEqual(['secondWalkMissing']);
    team.walks('again', { 0: true });
    expect(team.status().gates[0]?.state).toBe('open');
  });

  test('one that cannot be finished is given up, counts for nothing, and is for somebody else from then on', () => {
    const team = new Team().open(basisOf(2));
    for (const i of [0, 1]) entryOf(team.answers(i, true));
    entryOf(team.does(BO, 'walk.begun', { walk: 'w' }));
    entryOf(team.does(BO, 'walk.said', { walk: 'w', ...part(0), answer: confirm(false), facts: {} }));
    expect(team.does(BO, 'walk.finished', { walk: 'w', givenUp: ' ' })).toBe('needsReason');
    entryOf(team.does(BO, 'walk.finished', { walk: 'w', givenUp: 'called away' }));
    expect([team.walk().left.length, team.walk().differences]).toEqual([2, []]);
    expect(team.does(BO, 'walk.begun', { walk: 'again' })).toBe('gaveUpBefore');
    team.walks('other', { 0: true, 1: true }, CY);
    expect(team.walk().left).toEqual([]);
  });

  test('where a builder works alone it may be the same person, after the hours of the pack', () => {
    const ways = {
      profile: 'circuit' as const,
      ways: { 'own-work': { choice: 'stated', why: 'nobody else' } },
    };
    const team = new Team().open(basisOf(1, asking(), { ownWork: { hours: 0.01 } }));
    entryOf(team.answers(0, true));
    expect(team.does(ANN, 'walk.begun', { walk: 'w' })).toBe('ownWorkNotChosen');
    entryOf(team.does(ANN, 'ways.chosen', ways));
    team.walks('w', { 0: true }, ANN);
    expect(team.walk().left).toEqual([]);
  });

  test('a sample is drawn by the server, once, from all of them, whoever begins another walk', () => {
    const drawn = (seconds: number): readonly string[] => {
      const team = new Team().open(basisOf(8, asking({ sample: 3 })));
      const draft = team.draft(
        'walk.begun',
        { walk: 'w' },
        {
          by: BO,
          at: `2026-11-24T09:${String(Math.floor(seconds / 60)).padStart(2, '0')}:${String(seconds % 60).padStart(2, '0')}.000Z`,
        },
      );
      // On a device that has not reached the server nobody knows it yet.
      const waiting = foldEntries(
        [{ ...draft, seq: team.now.count + 1, receivedAt: draft.at, prevHash: team.now.head, hash: '' }],
        team.now,
      );
      const { index } = waiting;
      expect(index && secondWalk(waiting, index)).toMatchObject({ drawn: false, count: 3, left: [] });
      team.add('walk.begun', { walk: 'w' }, { by: BO, at: draft.at });
      team.now = foldEntries(team.entries);
      const { asked, count } = team.walk();
      expect([asked.length, count]).toEqual([3, 3]);
      entryOf(team.does(CY, 'walk.begun', { walk: 'another' }));
      expect(team.walk().asked).toEqual(asked);
      return asked;
    };
    const often = new Map<string, number>();
    for (let i = 0; i < 160; i += 1) for (const key of drawn(i)) often.set(key, (often.get(key) ?? 0) + 1);
    // Sixty each on the average; the draw of these very records is settled by their hashes.
    expect([often.size, Math.min(...often.values()) > 35, Math.max(...often.values()) < 85]).toEqual([
      8,
      true,
      true,
    ]);
  });
});

/** A campaign whose inspection is asked for in other ways than by confirming. */
function mixed(checks: readonly ReturnType<typeof check>[]): Team {
  const basis = basisOf(1);
  return new Team().open({ ...basis, pack: { ...basis.pack, checks } });
}
const figure = { unit: 'rpm', resolution: 10, plausible: { low: 0, high: 3000 } };
const rpm = (value: number) => ({ kind: 'reading' as const, reading: reading(value) });
const options = [
  { id: 'clear', text: 'Clear', good: true },
  { id: 'clean', text: 'Wiped clean', good: true },
];

describe('what is walked again, and what two people can differ in', () => {
  test('things at the aircraft that are in the scope; no pictures, no words, nothing of another station', () => {
    const on = (id: string, change: Partial<ReturnType<typeof check>>) =>
      check(id, { station: 'inspection', proves: [`structure.${id}`], ...change });
    const team = mixed([
      on('seen', {}),
      on('read', { answer: { kind: 'reading', ...figure } }),
      on('chosen', { answer: { kind: 'choice', options } }),
      on('pictured', { answer: { kind: 'photo', views: ['above'] } }),
      on('written', { answer: { kind: 'text' } }),
      on('untouched', {}),
      on('run', { station: 'run-up' }),
    ]);
    team.add('scope.settled', {
      work: [
        {
          component: 'all of it',
          action: 'replaced',
          touches: ['seen', 'read', 'chosen', 'pictured', 'written', 'run'].map((id) => `structure.${id}`),
        },
      ],
      evidence: {},
      added: [],
      leftOut: [],
      note: '',
    });
    team.now = foldEntries(team.entries);
    expect(team.walk().asked).toEqual(['seen@aircraft', 'read@aircraft', 'chosen@aircraft']);
  });

  test('figures differ when something else is thought of them, words when they are others', () => {
    const team = mixed([
      check('read', { station: 'inspection', answer: { kind: 'reading', ...figure }, limits: ['idle'] }),
      check('close', { station: 'inspection', answer: { kind: 'reading', ...figure }, limits: ['idle'] }),
      check('chosen', { station: 'inspection', answer: { kind: 'choice', options } }),
    ]);
    const at = (id: string) => ({ check: id, subject: 'aircraft', facts: {} });
    entryOf(team.does(ANN, 'answer.given', { ...at('read'), answer: rpm(700) }));
    entryOf(team.does(ANN, 'answer.given', { ...at('close'), answer: rpm(700) }));
    entryOf(team.does(ANN, 'answer.given', { ...at('chosen'), answer: { kind: 'choice', option: 'clear' } }));
    entryOf(team.does(BO, 'walk.begun', { walk: 'w' }));
    const say = (id: string, answer: EntryBodies['answer.given']['answer']) =>
      team.does(BO, 'walk.said', { walk: 'w', ...at(id), answer });
    expect(say('read', confirm(true))).toBe('wrongForm');
    entryOf(say('read', rpm(850)));
    entryOf(say('close', rpm(710)));
    entryOf(say('chosen', { kind: 'choice', option: 'clean' }));
    entryOf(team.does(BO, 'walk.finished', { walk: 'w' }));
    expect(team.walk().differences.map((d) => d.part)).toEqual(['read@aircraft', 'chosen@aircraft']);
  });

  test('the state that a step needs is asked of the second one too', () => {
    const needs = { engine: 'running' };
    const team = mixed([check('warm', { station: 'inspection', subject: 'engine', needs })]);
    entryOf(team.does(BO, 'walk.begun', { walk: 'w' }));
    const said = { walk: 'w', check: 'warm', subject: 'left', answer: confirm(true), facts: {} };
    expect(team.does(BO, 'walk.said', said)).toBe('wrongState');
    entryOf(team.does(ANN, 'state.set', { state: 'engine', subject: 'left', value: 'running' }));
    entryOf(team.does(BO, 'walk.said', said));
  });
});

describe('what comes between', () => {
  test('whoever answers while on the walk does not say so again; what is touched is said anew before it is finished', () => {
    const team = new Team().open(basisOf(2));
    entryOf(team.answers(0, true));
    entryOf(team.does(BO, 'walk.begun', { walk: 'w' }));
    entryOf(team.answers(1, true, BO));
    const say = (i: number) =>
      team.does(BO, 'walk.said', { walk: 'w', ...part(i), answer: confirm(true), facts: {} });
    expect(say(1)).toBe('walkerIsFirst');
    entryOf(say(0));
    const touches = ['structure.part0'];
    entryOf(team.does(CY, 'action.recorded', { action: 'a', what: 'Turned', measure: '1', touches }));
    expect(team.does(BO, 'walk.finished', { walk: 'w' })).toBe('walkNotWhole');
    entryOf(say(0));
    entryOf(team.does(BO, 'walk.finished', { walk: 'w' }));
    expect(team.walk().left).toEqual(['look-1@aircraft']);
  });

  test('a pass by somebody who had not seen the walk finished, or a difference settled, does not stand', () => {
    const team = new Team().open(basisOf(1));
    const first = entryOf(team.answers(0, true));
    const before = team.now.count;
    team.walks('w', { 0: false });
    const walked = team.now.count;
    const said = [...team.now.walks.values()][0]?.said.get('look-0@aircraft')?.entry ?? '';
    const settle = { ...part(0), said, answerEntry: first, holds: 'first' as const, reason: 'dirt' };
    entryOf(team.does(BO, 'walk.settled', settle));
    const settled = team.now.count;
    const stands = (seen: number): boolean | undefined => {
      const passed = new Team();
      passed.entries.push(...team.entries);
      passed.add('gate.passed', { gate: 'power', snapshot: '' }, { by: CY, device: 'other', seen });
      passed.now = foldEntries(passed.entries);
      return passed.status().gates[0]?.passStands;
    };
    expect([before, walked, settled].map(stands)).toEqual([false, false, true]);
    // Finished and nothing to settle: the walk alone is what has to be seen.
    const agreed = new Team().open(basisOf(1));
    entryOf(agreed.answers(0, true));
    const unseen = agreed.now.count;
    agreed.walks('w', { 0: true });
    agreed.add('gate.passed', { gate: 'power', snapshot: '' }, { by: CY, device: 'other', seen: unseen });
    agreed.now = foldEntries(agreed.entries);
    expect(agreed.status().gates[0]?.passStands).toBe(false);
  });

  test('a difference holds a gate that asks only for what is proven, for one step asked for alone as for all of them', () => {
    const basis = basisOf(2);
    const [power] = basis.pack.gates;
    if (!power) throw new Error('a gate of the test');
    // The walk is asked for by a later gate; Power asks for the inspection, and for nothing else.
    const gates = [
      { ...power, conditions: power.conditions.slice(0, 1) },
      { ...power, id: 'arm', before: 'run-up' as const, conditions: [asking()] },
    ];
    const moves = check('moves', { station: 'controls' });
    const checks = [...basis.pack.checks, moves];
    const team = new Team().open({ ...basis, pack: { ...basis.pack, checks, gates } });
    const alone = () => partStatusOf(team.now, 'moves@aircraft', new Date(team.now.clock).toISOString());
    const stands = (): unknown[] => {
      expect(alone()).toEqual(team.status().parts.get('moves@aircraft'));
      return [team.status().gates[0]?.state, alone()?.blocked?.code];
    };
    for (const i of [0, 1]) entryOf(team.answers(i, true));
    expect(stands()).toEqual(['open', 'gateNotPassed']);
    entryOf(team.does(CY, 'gate.passed', { gate: 'power', snapshot: team.now.head }));
    expect(stands()).toEqual(['passed', undefined]);
    team.walks('w', { 0: true, 1: false });
    expect(stands()).toEqual(['held', 'gateHeld']);
  });

  test('if the second one was right, what stands on the step is taken with it', () => {
    const basis = basisOf(1);
    const run = check('ground-run', { station: 'inspection', standsOn: ['look-0'] });
    const team = new Team().open({ ...basis, pack: { ...basis.pack, checks: [...basis.pack.checks, run] } });
    const first = entryOf(team.answers(0, true));
    const at = { check: 'ground-run', subject: 'aircraft', answer: confirm(true), facts: {} };
    entryOf(team.does(ANN, 'answer.given', at));
    entryOf(team.does(BO, 'walk.begun', { walk: 'w' }));
    const said = entryOf(
      team.does(BO, 'walk.said', { walk: 'w', ...part(0), answer: confirm(false), facts: {} }),
    );
    entryOf(team.does(BO, 'walk.said', { walk: 'w', ...at }));
    entryOf(team.does(BO, 'walk.finished', { walk: 'w' }));
    const settle = { ...part(0), said, answerEntry: first, holds: 'second' as const, reason: 'cracked' };
    entryOf(team.does(ANN, 'walk.settled', settle));
    expect([...team.status().parts.values()].map((p) => p.mark)).toEqual(['again', 'again']);
    expect([...team.now.proofs.keys()]).toEqual([]);
    entryOf(team.answers(0, false));
    entryOf(team.answers(0, true));
    // Proven again is not healed: who ran it had not seen that.
    expect(team.status().parts.get('ground-run@aircraft')?.mark).toBe('again');
    expect(team.now.proofs.has('ground-run@aircraft')).toBe(false);
  });

  test('nobody is on a walk any more once the campaign is released', () => {
    const team = new Team().open(basisOf(1));
    entryOf(team.does(BO, 'walk.begun', { walk: 'w' }));
    expect(walkInHand(team.now, BO)?.begun.walk).toBe('w');
    const release = { ...(team.now.opened as Deed), meaning: '', snapshot: '', statement: '' };
    expect(walkInHand({ ...team.now, release }, BO)).toBeUndefined();
  });
});

/** What is done in a made-up campaign of three looks. */
type Doing =
  | { readonly do: 'answer'; readonly by: string; readonly i: number; readonly yes: boolean }
  | { readonly do: 'touch'; readonly i: number }
  | { readonly do: 'begin'; readonly by: string }
  | { readonly do: 'finish'; readonly by: string }
  | { readonly do: 'giveUp'; readonly by: string }
  /** Somebody walks over all that is left, in one go. */
  | { readonly do: 'walk'; readonly by: string; readonly found: readonly boolean[] }
  | { readonly do: 'say'; readonly by: string; readonly i: number; readonly yes: boolean }
  | { readonly do: 'settle'; readonly by: string; readonly i: number; readonly holds: 'first' | 'second' };

const who = fc.constantFrom(ANN, BO, CY);
const which = fc.nat({ max: 2 });
const deed: fc.Arbitrary<Doing> = fc.oneof(
  {
    weight: 4,
    arbitrary: fc.record({ do: fc.constant('answer' as const), by: who, i: which, yes: fc.boolean() }),
  },
  { weight: 1, arbitrary: fc.record({ do: fc.constant('touch' as const), i: which }) },
  {
    weight: 4,
    arbitrary: fc.record({
      do: fc.constant('walk' as const),
      by: who,
      found: fc.array(fc.boolean(), { minLength: 3, maxLength: 3 }),
    }),
  },
  { weight: 2, arbitrary: fc.record({ do: fc.constant('begin' as const), by: who }) },
  { weight: 1, arbitrary: fc.record({ do: fc.constant('giveUp' as const), by: who }) },
  { weight: 3, arbitrary: fc.record({ do: fc.constant('finish' as const), by: who }) },
  {
    weight: 8,
    arbitrary: fc.record({ do: fc.constant('say' as const), by: who, i: which, yes: fc.boolean() }),
  },
  {
    weight: 3,
    arbitrary: fc.record({
      do: fc.constant('settle' as const),
      by: who,
      i: which,
      holds: fc.constantFrom('first' as const, 'second' as const),
    }),
  },
);

/** The same told from the list of entries, looked through from its end for each question. */
function foretold(entries: readonly Entry[], i: number): { left: boolean; differs: boolean; mark: string } {
  const at = (e: { check?: string }): boolean => e.check === `look-${i}`;
  const touches = entries.filter(
    (e) => e.kind === 'action.recorded' && e.body.touches.includes(`structure.part${i}`),
  );
  const since = (e: Entry): boolean => touches.some((t) => t.seq > e.seq);
  const finished = new Set(
    entries.flatMap((e) => (e.kind === 'walk.finished' && e.body.givenUp === undefined ? [e.body.walk] : [])),
  );
  const answer = entries.findLast((e) => e.kind === 'answer.given' && at(e.body));
  const look = entries.findLast((e) => e.kind === 'walk.said' && at(e.body) && finished.has(e.body.walk));
  const yes = (e: Entry | undefined): boolean | undefined =>
    (e?.kind === 'answer.given' || e?.kind === 'walk.said') && e.body.answer?.kind === 'confirm'
      ? e.body.answer.asExpected
      : undefined;
  const left = !look || since(look) || answer?.by === look.by;
  const settled = entries.findLast(
    (e): e is Entry<'walk.settled'> =>
      e.kind === 'walk.settled' && e.body.answerEntry === answer?.id && e.body.said === look?.id,
  );
  const against = entries.some(
    (e) => e.kind === 'walk.settled' && e.body.answerEntry === answer?.id && e.body.holds === 'second',
  );
  const differs = answer !== undefined && !since(answer) && !left && yes(answer) !== yes(look) && !settled;
  const mark = !answer
    ? 'notStarted'
    : against || since(answer)
      ? 'again'
      : differs && yes(answer)
        ? 'unknown'
        : yes(answer)
          ? 'within'
          : 'out';
  return { left, differs, mark };
}

test('whatever is answered, touched, walked and settled: what is left, what differs and every mark, by a second route (property)', () => {
  let compared = 0;
  let differed = 0;
  fc.assert(
    fc.property(fc.array(deed, { minLength: 10, maxLength: 45 }), (deeds) => {
      const team = new Team().open(basisOf(3));
      const walkOf = (by: string) =>
        [...team.now.walks.values()].find((w) => w.begun.by === by && !w.finished);
      for (const [n, d] of deeds.entries()) {
        if (d.do === 'answer') team.answers(d.i, d.yes, d.by);
        else if (d.do === 'touch')
          team.does(ANN, 'action.recorded', {
            action: `a${n}`,
            what: 'Worked on',
            measure: '1 turn',
            touches: [`structure.part${d.i}`],
          });
        else if (d.do === 'walk') {
          team.does(d.by, 'walk.begun', { walk: `w${n}` });
          const walk = walkOf(d.by)?.begun.walk ?? 'none';
          for (const [i, yes] of d.found.entries())
            team.does(d.by, 'walk.said', { walk, ...part(i), answer: confirm(yes), facts: {} });
          team.does(d.by, 'walk.finished', { walk });
        } else if (d.do === 'begin') team.does(d.by, 'walk.begun', { walk: `w${n}` });
        else if (d.do === 'finish')
          team.does(d.by, 'walk.finished', { walk: walkOf(d.by)?.begun.walk ?? 'none' });
        else if (d.do === 'giveUp')
          team.does(d.by, 'walk.finished', {
            walk: walkOf(d.by)?.begun.walk ?? 'none',
            givenUp: 'called away',
          });
        else if (d.do === 'say')
          team.does(d.by, 'walk.said', {
            walk: walkOf(d.by)?.begun.walk ?? 'none',
            ...part(d.i),
            answer: confirm(d.yes),
            facts: {},
          });
        else {
          const found = team.walk().differences.find((o) => o.part === `look-${d.i}@aircraft`);
          if (found)
            team.does(d.by, 'walk.settled', {
              ...part(d.i),
              said: found.second.entry,
              answerEntry: found.first.entry,
              holds: d.holds,
              reason: 'looked at',
            });
        }
      }
      const { left, differences } = team.walk();
      const { parts } = team.status();
      for (const i of [0, 1, 2]) {
        const key = `look-${i}@aircraft`;
        compared += 1;
        differed += differences.some((o) => o.part === key) ? 1 : 0;
        expect({
          left: left.includes(key),
          differs: differences.some((o) => o.part === key),
          mark: parts.get(key)?.mark,
        }).toEqual(foretold(team.entries, i));
      }
      // Folded at once or one by one, it is the same.
      expect(foldEntries(team.entries).walks).toEqual(team.now.walks);
    }),
    { numRuns: 300 },
  );
  // It is not compared over campaigns in which nothing happens.
  expect(differed).toBeGreaterThan(compared / 100);
});
