import * as fc from 'fast-check';
import { indexBasis, type BasisIndex } from '../checks/basis-index.ts';
import { overlaps } from '../systems/overlap.ts';
import type { Basis, Check, Occasion } from '../checks/types.ts';
import { deriveStatus } from '../standing/derive.ts';
import { admit } from '../entries/admit.ts';
import type { EntryDraft } from '../record/entry.ts';
import { BASIS, check, PACK, reading, Scribe } from '../testing/world.ts';
import { namesOf } from '../words/names.ts';
import { sayScopeChain } from '../words/plan-words.ts';
import { earlierEvidence } from '../standing/earlier-evidence.ts';
import { DEMANDS, proposeScope, scopeChain } from './scope.ts';
import type { EarlierEvidence, ScopeRequest } from '../record/scope.ts';

const STATION_OF = ['papers', 'inspection', 'run-up', 'flight', 'ready', 'debrief'] as const;

/** Packs of up to fourteen checks with links, states and systems drawn at random; links only go back. */
const checksOf = fc
  .array(
    fc.record({
      station: fc.constantFrom(...STATION_OF),
      perEngine: fc.boolean(),
      system: fc.constantFrom('a', 'a.b', 'a.b.c', 'b', 'b.c', 'c', 'd.e'),
      grounds: fc.array(fc.nat(20), { maxLength: 2 }),
      computed: fc.integer({ min: 0, max: 9 }),
      needs: fc.option(fc.constantFrom('off', 'on'), { nil: undefined }),
      sets: fc.integer({ min: 0, max: 4 }),
      place: fc.integer({ min: 0, max: 5 }),
    }),
    { minLength: 1, maxLength: 14 },
  )
  .map((drawn) =>
    drawn.map((d, i): Check => {
      const back = (n: number): string => `c${n % i}`;
      const grounds = i === 0 ? [] : [...new Set(d.grounds.map(back))];
      return check(`c${i}`, {
        station: d.station,
        subject: d.perEngine ? 'engine' : 'aircraft',
        proves: [d.perEngine ? `${d.system}.{engine}` : d.system],
        standsOn: grounds,
        ...(d.computed === 0 && grounds.length === 2
          ? { standsOn: [], answer: { kind: 'computed', from: grounds, value: 'reading' } as const }
          : {}),
        needs: d.needs ? { power: d.needs } : {},
        sets: d.sets === 0 ? { power: 'on' } : {},
        ...(d.station === 'flight' && d.place === 0
          ? {
              point: {
                risk: 1,
                configuration: 'clean',
                height: { low: 0, high: 100 },
                power: 'cruise',
                place: 'landing',
                entry: '',
                stop: '',
              } as const,
            }
          : {}),
      });
    }),
  );

function indexOf(checks: readonly Check[]): BasisIndex {
  const basis: Basis = {
    ...BASIS,
    pack: {
      ...PACK,
      states: [{ name: 'power', title: 'Power', per: 'aircraft', values: ['off', 'on'], initial: 'off' }],
      checks,
    },
  };
  const index = indexBasis(basis);
  if (!index.ok) throw new Error(JSON.stringify(index.error));
  return index.value;
}

const EVIDENCE: EarlierEvidence = { campaign: 'x', title: 'Spring', entry: 'e', at: '2026-05-01T08:00:00Z' };

/** The rules one by one, applied until nothing more comes in: no queue, no order, no splitting of names. */
function bruteForce(
  index: BasisIndex,
  occasion: Occasion,
  request: ScopeRequest,
): { prove: ReadonlySet<string>; leftOut: ReadonlySet<string> } {
  const out = new Set(request.leftOut.map((d) => d.check));
  const parts = [...index.parts.values()];
  const touched = new Set<string>();
  const within = new Set<string>();
  for (;;) {
    const before = touched.size + within.size;
    for (const p of parts) {
      const asks = (key: string): boolean =>
        within.has(key) && !out.has(index.parts.get(key)?.check.id ?? '');
      if (request.work.some((w) => w.touches.some((t) => p.proves.some((s) => overlaps(t, s)))))
        touched.add(p.key);
      if (p.standsOn.some((g) => touched.has(g))) touched.add(p.key);
      const flown = parts.some((o) => o.check.station === 'flight' && asks(o.key));
      const carried = request.evidence[p.key] !== undefined;
      const brings = Object.entries(p.check.sets).some(([state, value]) =>
        parts.some(
          (o) =>
            asks(o.key) &&
            o.check.needs[state] === value &&
            index.states.get(state)?.initial !== value &&
            (o.subject === p.subject ||
              !parts.some((s) => s.check.sets[state] === value && s.subject === o.subject)),
        ),
      );
      if (
        touched.has(p.key) ||
        DEMANDS[occasion].stations.includes(p.check.station) ||
        request.added.some((d) => d.check === p.check.id) ||
        parts.some(
          (o) =>
            asks(o.key) && o.standsOn.includes(p.key) && (!carried || o.check.answer.kind === 'computed'),
        ) ||
        brings ||
        (flown && (['ready', 'debrief'].includes(p.check.station) || p.check.point?.place !== undefined))
      )
        within.add(p.key);
    }
    if (touched.size + within.size === before) break;
  }
  const isOut = (key: string): boolean => out.has(index.parts.get(key)?.check.id ?? '');
  return {
    prove: new Set([...within].filter((k) => !isOut(k))),
    leftOut: new Set([...within].filter(isOut)),
  };
}

test('a scope is the transitive closure of its rules, and every chain leads from a reason to the part', () => {
  fc.assert(
    fc.property(
      checksOf,
      fc.array(fc.constantFrom('a', 'a.b', 'b.c', 'c.left', 'd'), { maxLength: 2 }),
      fc.constantFrom<Occasion>('post-maintenance', 'post-maintenance', 'maiden'),
      fc.array(fc.nat(40), { maxLength: 12 }),
      fc.array(fc.nat(13), { maxLength: 2 }),
      fc.array(fc.nat(13), { maxLength: 2 }),
      (checks, touches, occasion, carried, added, leftOut) => {
        const index = indexOf(checks);
        const keys = [...index.parts.keys()];
        const decide = (list: readonly number[]) =>
          [...new Set(list)].map((n) => ({ check: `c${n % checks.length}`, reason: 'said so' }));
        const request: ScopeRequest = {
          work: touches.map((t) => ({ component: t, action: 'replaced', touches: [t] })),
          evidence: Object.fromEntries(carried.map((n) => [keys[n % keys.length], EVIDENCE])),
          added: decide(added),
          leftOut: decide(leftOut),
        };
        const scope = proposeScope(index, occasion, request);
        const expected = bruteForce(index, occasion, request);
        const got = (verdict: string): string[] => keys.filter((k) => scope.get(k)?.verdict === verdict);
        expect(got('prove')).toEqual(keys.filter((k) => expected.prove.has(k)));
        expect(got('leftOut')).toEqual(keys.filter((k) => expected.leftOut.has(k)));
        for (const key of [...got('prove'), ...got('leftOut')]) {
          const chain = scopeChain(scope, key);
          expect(chain.at(-1)?.part).toBe(key);
          expect(['touched', 'demanded', 'added']).toContain(chain[0]?.why.kind);
        }
        for (const key of got('rests')) expect(request.evidence[key]).toBeDefined();
      },
    ),
    { numRuns: 400 },
  );
});

/** The twin of the tests, opened with a scope for work on the linkage of the left engine. */
function scoped(change: Partial<ScopeRequest> = {}): Scribe {
  const scribe = new Scribe().open();
  scribe.add('scope.settled', {
    work: [{ component: 'Left governor', action: 'replaced', touches: ['engine.left.ignition'] }],
    evidence: {},
    added: [],
    leftOut: [],
    note: '',
    ...change,
  });
  return scribe;
}

test('the chain is said from the work to the part', () => {
  const state = scoped().state();
  if (!state.index || !state.scope) throw new Error('opened');
  expect(sayScopeChain(state.scope.items, 'idle@left', state.scope.work, namesOf(state.index))).toEqual([
    'Left governor: replaced touches left engine, ignition',
    'stands on “drop-a, left engine”',
  ]);
});

test('what lies outside the scope holds no gate, until something in the campaign touches it', () => {
  const scribe = scoped();
  const at = '2026-11-24T10:00:00.000Z';
  const status = deriveStatus(scribe.state(), at);
  expect(status?.parts.get('drop-a@right')).toMatchObject({
    mark: 'notApplicable',
    proven: true,
    outside: true,
  });
  expect(status?.parts.get('drop-a@left')).toMatchObject({ mark: 'notStarted', proven: false });
  // The start is needed to bring the engine to run, the linkage by nothing.
  expect(status?.checks.get('linkage')?.outside).toBe(true);
  expect(status?.checks.get('start')?.parts.map((p) => p.outside === true)).toEqual([false, true]);
  scribe.add('action.recorded', {
    action: 'x',
    what: 'Right ignition timed',
    measure: '',
    touches: ['engine.right.ignition'],
  });
  const after = deriveStatus(scribe.state(), at);
  expect(after?.parts.get('drop-a@right')).toMatchObject({ proven: false });
  expect(after?.parts.get('drop-a@right')?.outside).toBeUndefined();
});

test('a technician may leave out a check, an inspector also a required one; each with a reason', () => {
  const scribe = new Scribe().open();
  const state = scribe.state();
  const ask = (check: string, role: 'technician' | 'inspector', reason = 'Done at the works') =>
    admit(
      scribe.draft(
        'scope.settled',
        {
          work: [{ component: 'Linkage', action: 'adjusted', touches: ['engine.left'] }],
          evidence: {},
          added: [],
          leftOut: [{ check, reason }],
          note: '',
        },
        { role },
      ),
      state,
      '2026-11-24T10:00:00.000Z',
    );
  expect(ask('idle', 'technician').ok).toBe(true);
  expect(ask('linkage', 'technician')).toMatchObject({ ok: false, error: { code: 'requiredLeftOut' } });
  expect(ask('linkage', 'inspector').ok).toBe(true);
  expect(ask('idle', 'inspector', ' ')).toMatchObject({ ok: false, error: { code: 'needsReason' } });
  expect(ask('nothing', 'inspector')).toMatchObject({ ok: false, error: { code: 'checkUnknown' } });
});

/** A campaign that proves everything of the tests' pack and is released. */
function released(): Scribe {
  const scribe = new Scribe().upToRunning();
  for (const engine of ['left', 'right']) {
    scribe.drop('drop-a', engine, 1700, 1630);
    scribe.drop('drop-b', engine, 1700, 1640);
    scribe.add('answer.given', {
      check: 'idle',
      subject: engine,
      answer: { kind: 'reading', reading: reading(700) },
      facts: {},
    });
  }
  const { at } = scribe.add('timer.started', { check: 'warm', subject: 'aircraft' });
  scribe.add('answer.given', {
    check: 'warm',
    subject: 'aircraft',
    answer: { kind: 'timer', startedAt: at, endedAt: new Date(Date.parse(at) + 40_000).toISOString() },
    facts: {},
  });
  const snapshot = scribe.entries.at(-1)?.hash ?? '';
  const draft = scribe.draft(
    'release.signed',
    { meaning: '', snapshot, statement: '' },
    { role: 'certifier', by: 'x' },
  );
  expect(admit(draft as unknown as EntryDraft, scribe.state(), draft.at)).toEqual({ ok: true, value: true });
  scribe.add('release.signed', draft.body, { role: 'certifier', by: 'x' });
  return scribe;
}

test('evidence carries from a released campaign until a limit changes, its hours run out, or work touches it', () => {
  const index = indexBasis(BASIS);
  if (!index.ok) throw new Error('basis');
  const earlier = [{ id: 'spring', state: released().state() }];
  const soon = '2026-11-24T10:00:00.000Z';
  const found = earlierEvidence(earlier, index.value, soon);
  expect(found['drop-a@left']).toMatchObject({ campaign: 'spring' });
  expect(found['idle@left']?.until).toBeDefined();
  // Three hours were promised for the idle, and no more.
  expect(earlierEvidence(earlier, index.value, '2026-11-25T10:00:00.000Z')['idle@left']).toBeUndefined();
  // What is worked out carries as long as everything it is worked out from.
  expect(found['drops-apart@left']).toMatchObject({ campaign: 'spring' });
  const tighter = indexBasis({
    ...BASIS,
    limitBook: {
      ...BASIS.limitBook,
      limits: BASIS.limitBook.limits.map((l) => (l.kind === 'drop' ? { ...l, bounds: { high: 100 } } : l)),
    },
  });
  if (!tighter.ok) throw new Error('basis');
  const other = earlierEvidence(earlier, tighter.value, soon);
  expect(other['drop-a@left']).toBeUndefined();
  expect(other['start@left']).toBeDefined();
  // A campaign still in hand that has to prove it takes it away; one whose scope left it alone does not.
  const inHand = { id: 'now', state: scoped().state() };
  const both = earlierEvidence([...earlier, inHand], index.value, soon);
  expect(both['drop-a@left']).toBeUndefined();
  expect(both['drops-apart@left']).toBeUndefined();
  expect(both['drop-a@right']).toMatchObject({ campaign: 'spring' });
});
