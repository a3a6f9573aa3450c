import {
  admit,
  chain,
  deriveStatus,
  ENTRY_VERSIONS,
  foldEntries,
  runningTimer,
  type Aircraft,
  type Basis,
  type CampaignState,
  type Check,
  type Entry,
  type EntryBodies,
  type EntryDraft,
  type EntryKind,
  type Limit,
  type Pack,
  type PartAnswer,
  type Reading,
  type Role,
} from '@kanzel/core';
import { BUILT_IN_LIBRARY, loadLibrary, readLibraryFolder } from './index.ts';

const library = loadLibrary(readLibraryFolder(BUILT_IN_LIBRARY));

const engines = (count: number, cylinders: number, title: string): Aircraft['engines'] =>
  Array.from({ length: count }, (_, i) => ({ id: String(i + 1), title: `${title} ${i + 1}`, cylinders }));

/** A suitable aircraft for each pack that ships, and the limit book it is held against. */
const SUITABLE: Readonly<Record<string, { book: string; engines: Aircraft['engines'] }>> = {
  'piston-magneto-multi': { book: 'tjeld-nl-6', engines: engines(2, 6, 'Engine') },
  'piston-magneto-single': { book: 'heilo', engines: engines(1, 4, 'Engine') },
  'piston-magneto-hand-started': { book: 'heilo', engines: engines(1, 4, 'Engine') },
  multirotor: { book: 'teist-t6', engines: engines(6, 0, 'Motor') },
};

function basisFor(pack: Pack): Basis {
  const suitable = SUITABLE[pack.id];
  const limitBook = library.limitBooks.get(suitable?.book ?? '');
  if (!suitable || !limitBook) throw new Error(`No suitable aircraft for ${pack.id}`);
  const aircraft: Aircraft = {
    mark: 'QX-TST',
    type: 'Testbed',
    description: 'for tests',
    family: pack.families[0] ?? '',
    serial: '1',
    engines: suitable.engines,
    configuration: { code: 'A', title: 'as built' },
    hours: 1,
    limitBook: limitBook.id,
    pack: pack.id,
    // Good enough for every guarded limit: what is tested here is the pack, not the arithmetic.
    instruments: pack.checks.flatMap((c) =>
      'plausible' in c.answer || c.answer.kind === 'computed'
        ? [
            {
              id: `gauge-${c.id}`,
              name: c.title,
              unit: 'unit' in c.answer ? c.answer.unit : '1',
              accuracy: 0.001,
              resolution: 0.001,
              calibratedUntil: null,
              measures: [c.id],
            },
          ]
        : [],
    ),
  };
  return { pack, limitBook, aircraft };
}

/** A figure in the middle of what a limit allows, in its unit. */
function middle(limit: Limit, plausible = { low: -Infinity, high: Infinity }): number {
  const within = (value: number): number =>
    Number(Math.min(plausible.high, Math.max(plausible.low, value)).toFixed(6));
  if (limit.kind === 'relative') return 'value' in limit.expected ? limit.expected.value : NaN;
  if (!('bounds' in limit)) return NaN;
  const { low, high, cautionLow, cautionHigh } = limit.bounds;
  const from = cautionLow ?? low;
  const to = cautionHigh ?? high;
  if (from !== undefined && to !== undefined) return within((from + to) / 2);
  return within(from !== undefined ? from * 1.05 : (to ?? 0) * 0.5);
}

/** A person who does every step as it should be done and finds everything in the middle of its limits. */
class SteadyHand {
  private readonly entries: Entry[] = [];
  private time = Date.parse('2026-11-25T08:00:00.000Z');
  state: CampaignState;

  constructor(basis: Basis) {
    this.state = foldEntries([]);
    this.put('campaign.opened', { title: 'Test', occasion: 'maiden', workItems: [], basis });
  }

  now(): string {
    return new Date(this.time).toISOString();
  }

  put<K extends EntryKind>(kind: K, body: EntryBodies[K], role: Role = 'technician', by = 'a'): string {
    this.time += 1000;
    const draft = {
      id: `entry-${this.entries.length + 1}`,
      campaign: 'campaign',
      at: this.now(),
      by,
      role,
      device: 'test',
      kind,
      version: ENTRY_VERSIONS[kind],
      body,
    } as unknown as EntryDraft;
    const admitted = admit(draft, this.state, this.now());
    if (!admitted.ok)
      throw new Error(`${kind} ${JSON.stringify(body).slice(0, 160)}: ${JSON.stringify(admitted.error)}`);
    const entry = chain(draft, this.entries[this.entries.length - 1], this.now());
    this.entries.push(entry);
    this.state = foldEntries([entry], this.state);
    return entry.id;
  }

  private reading(check: Check, value: number, unit: string): Reading {
    const instrument = `gauge-${check.id}`;
    return { value, unit, text: String(value), resolution: 0.001, source: 'typed', instrument };
  }

  private answer(check: Check, subject: string): PartAnswer {
    const spec = check.answer;
    const limit = this.state.index?.limits.get(check.limits[0] ?? '');
    switch (spec.kind) {
      case 'choice':
        return { kind: 'choice', option: spec.options.find((o) => o.good)?.id ?? '' };
      case 'text':
        return { kind: 'text', text: 'Nothing to add.' };
      case 'timer': {
        this.put('timer.started', { check: check.id, subject });
        const part = this.state.index?.parts.get(`${check.id}@${subject}`);
        const startedAt = runningTimer(this.state.parts.get(part?.key ?? ''))?.at ?? '';
        this.time += spec.seconds * 1000;
        return { kind: 'timer', startedAt, endedAt: this.now() };
      }
      case 'series': {
        if (limit?.kind !== 'rate')
          return { kind: 'reading', reading: this.reading(check, limit ? middle(limit) : 5, 's') };
        const t = Array.from({ length: 41 }, (_, i) => i / 2);
        const instrument = `gauge-${check.id}`;
        return {
          kind: 'series',
          series: {
            unit: spec.unit,
            resolution: 0.1,
            source: 'live',
            instrument,
            t,
            v: t.map((x) => 60 + x / 2),
          },
        };
      }
      case 'drop': {
        const before = check.setting?.value ?? spec.plausible.high * 0.7;
        const after = before - (limit ? middle(limit) : 1);
        return {
          kind: 'drop',
          before: this.reading(check, before, spec.unit),
          after: this.reading(check, after, spec.unit),
        };
      }
      case 'cylinders': {
        const cylinders =
          this.state.index?.basis.aircraft.engines.find((e) => e.id === subject)?.cylinders ?? 0;
        const value = limit?.kind === 'band' ? middle(limit) : 200;
        return {
          kind: 'cylinders',
          readings: Object.fromEntries(
            Array.from({ length: cylinders }, (_, i) => [
              String(i + 1),
              this.reading(check, value + i, spec.unit),
            ]),
          ),
        };
      }
      case 'reading': {
        const value = limit ? middle(limit, spec.plausible) : (spec.plausible.low + spec.plausible.high) / 2;
        return { kind: 'reading', reading: this.reading(check, value, spec.unit) };
      }
      default:
        return { kind: 'confirm', asExpected: true };
    }
  }

  /** Works one check on one subject, with a second person where the pack asks for one. */
  work(check: Check, subject: string): void {
    const answer = this.answer(check, subject);
    const { setting } = check;
    const facts = setting ? { [setting.channel]: { value: setting.value, unit: setting.unit } } : {};
    const role: Role = ['taxi', 'ready', 'flight'].includes(check.station) ? 'pilot' : 'technician';
    const entry = this.put('answer.given', { check: check.id, subject, answer, facts }, role);
    if (check.secondPerson)
      this.put('answer.witnessed', { check: check.id, subject, answerEntry: entry }, 'inspector', 'b');
  }

  passGates(station: string): void {
    for (const gate of this.state.index?.gatesBefore.get(station) ?? [])
      if (!this.state.gatesPassed.has(gate.id) && gate.before !== 'release')
        this.put('gate.passed', { gate: gate.id, snapshot: this.state.head });
  }
}

test.each([...library.packs.values()].map((p) => [p.id, p] as const))(
  'pack %s is worked to its release by one steady hand, in its own order, without a detour',
  (_, pack) => {
    const hand = new SteadyHand(basisFor(pack));
    for (const check of pack.checks) {
      if (check.answer.kind === 'computed') continue;
      hand.passGates(check.station);
      for (const part of hand.state.index?.partsOfCheck.get(check.id) ?? []) hand.work(check, part.subject);
    }
    const status = deriveStatus(hand.state, hand.now());
    const open = [...(status?.parts.values() ?? [])].filter((p) => !p.proven);
    expect(open.map((p) => [p.key, p.reasons[0]])).toEqual([]);
    hand.put('release.signed', { meaning: '', snapshot: hand.state.head, statement: '' }, 'certifier', 'c');
    expect(hand.state.release?.by).toBe('c');
    // A state that no step ever sets would be a word without a meaning.
    for (const state of pack.states)
      expect([state.name, pack.checks.some((c) => state.name in c.sets)]).toEqual([state.name, true]);
  },
);

test('every pack that ships has a suitable aircraft here, and every limit of its book is used by some pack', () => {
  expect([...library.packs.keys()].sort()).toEqual(Object.keys(SUITABLE).sort());
  for (const book of library.limitBooks.values()) {
    const used = new Set(
      [...library.packs.values()]
        .filter((p) => SUITABLE[p.id]?.book === book.id)
        .flatMap((p) => p.checks.flatMap((c) => c.limits)),
    );
    expect([book.id, book.limits.map((l) => l.key).filter((k) => !used.has(k))]).toEqual([book.id, []]);
  }
});

test('no two checks of the library say the same words, and each has a why of its own', () => {
  const checks = new Map(
    [...library.packs.values()].flatMap((p) => p.checks.map((c) => [`${c.module} ${c.id}`, c])),
  );
  const challenges = [...checks.values()].map((c) => `${c.module} ${c.challenge}`);
  expect(checks.size).toBeGreaterThanOrEqual(260);
  const byId = new Map<string, Set<string>>();
  for (const c of checks.values()) byId.set(c.id, (byId.get(c.id) ?? new Set()).add(c.module));
  expect([...byId].filter(([, modules]) => modules.size > 1)).toEqual([]);
  expect(new Set(challenges).size).toBe(challenges.length);
});
