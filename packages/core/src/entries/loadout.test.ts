import { deriveStatus, aboardNow, emptyLine, firstSheet, peopleAboard } from '../standing/index.ts';
import { admit, foldEntries } from './index.ts';
import type { CampaignState, EntryBodies, EntryDraft, EntryKind } from '../record/index.ts';
import type { Basis, Check } from '../checks/index.ts';
import { judgeSheet, type LoadingSheet } from '../loading/index.ts';
import { provenAnew } from '../testing/asked-anew.ts';
import { LOADING, scaleReading, SCALES, weighing } from '../testing/loading.ts';
import { AIRCRAFT, BASIS, check, Scribe } from '../testing/world.ts';

const NOW = '2026-11-24T12:00:00.000Z';
const CHECKS: readonly Check[] = [
  check('permit', { station: 'papers', answer: { kind: 'document', runsOut: 'date', copy: false } }),
  check('weighed', {
    station: 'loading',
    answer: { kind: 'weighing', method: 'scales' },
    proves: ['loading.empty'],
  }),
  check('sheet', {
    station: 'loading',
    answer: { kind: 'loading' },
    standsOn: ['weighed'],
    proves: ['loading.sheet', 'loading.mass', 'loading.centre'],
  }),
  check('balanced', { station: 'loading', proves: ['loading.centre'] }),
  check('cells', { station: 'fuel', proves: ['energy.cells'] }),
  check('tools', { station: 'loading', proves: ['loading.tools'] }),
];
const basis: Basis = {
  pack: { ...BASIS.pack, gates: [], independentInspection: [], checks: CHECKS },
  limitBook: { ...BASIS.limitBook, limits: [] },
  aircraft: {
    ...AIRCRAFT,
    equipment: LOADING.report!.equipment,
    loading: LOADING,
    instruments: Object.values(SCALES),
  },
};

/** A campaign that is worked entry by entry through the door of the record. */
class Campaign {
  readonly scribe = new Scribe();
  state: CampaignState = foldEntries([]);

  constructor() {
    this.scribe.add('campaign.opened', { title: 'Test', occasion: 'maiden', workItems: [], basis });
    this.state = foldEntries(this.scribe.entries);
  }

  /** The code of the refusal, or nothing. */
  put<K extends EntryKind>(kind: K, body: EntryBodies[K]): string | undefined {
    const draft = this.scribe.draft(kind, body) as unknown as EntryDraft;
    const admitted = admit(draft, this.state, NOW);
    if (!admitted.ok) return admitted.error.code;
    this.scribe.add(kind, body);
    this.state = foldEntries(this.scribe.entries);
    expect([...this.state.proofs.keys()].sort()).toEqual(provenAnew(this.state));
    return undefined;
  }

  answer(id: string, answer: EntryBodies['answer.given']['answer']): string | undefined {
    return this.put('answer.given', { check: id, subject: 'aircraft', answer, facts: {} });
  }

  sheet(change: Partial<LoadingSheet> = {}): LoadingSheet {
    return { ...firstSheet(this.state, this.state.index!)!, ...change };
  }

  mark(id: string, now = NOW): string | undefined {
    return deriveStatus(this.state, now)?.parts.get(`${id}@aircraft`)?.mark;
  }
}

/** Net figures that give the report: 610 at 2040 on the points at 600 and 2500. */
const NOSE = (610 * (2500 - 2040)) / 1900;
const asReported = weighing([NOSE, (610 - NOSE) / 2, (610 - NOSE) / 2]);
const confirm = { kind: 'confirm', asExpected: true } as const;
const FUELLED = { fuel: { left: 40, right: 40, tail: 0 }, used: 60 } as const;

test('a sheet begins with the weighing that stands; another weighing takes it, and an old empty line is refused', () => {
  const c = new Campaign();
  expect(emptyLine(c.state, c.state.index!)).toMatchObject({ source: 'report', from: 'W-12', mass: 610 });
  expect(c.answer('sheet', { kind: 'loading', sheet: c.sheet() })).toBe('groundNotProven');
  expect(c.answer('weighed', { kind: 'weighing', weighing: asReported })).toBeUndefined();
  expect(c.mark('weighed')).toBe('within');
  const begun = c.sheet(FUELLED);
  expect(begun.empty).toMatchObject({ source: 'weighing', mass: expect.closeTo(610, 6) });
  expect(c.answer('sheet', { kind: 'loading', sheet: begun })).toBeUndefined();
  expect(c.mark('sheet')).toBe('within');
  // Weighed again, half a kilogram heavier on the nose: the sheet is to be done again, and not with the old line.
  expect(
    c.answer('weighed', {
      kind: 'weighing',
      weighing: weighing([NOSE + 0.5, (610 - NOSE) / 2, (610 - NOSE) / 2]),
    }),
  ).toBeUndefined();
  expect(c.mark('sheet')).toBe('again');
  expect(c.answer('sheet', { kind: 'loading', sheet: begun })).toBe('emptyLineStale');
  expect(
    c.answer('sheet', { kind: 'loading', sheet: { ...c.sheet(), fuel: begun.fuel, used: 60 } }),
  ).toBeUndefined();
  expect(c.mark('sheet')).toBe('within');
});

test('a sheet without people, packs or fuel to use says nothing of a flight', () => {
  const c = new Campaign();
  c.answer('weighed', { kind: 'weighing', weighing: asReported });
  const flown = c.sheet(FUELLED);
  const gaps = (change: Partial<LoadingSheet>): string[] =>
    judgeSheet(LOADING, { ...flown, ...change })
      .filter((v) => v.state === 'unknown')
      .map((v) => v.reason.code);
  expect(gaps({})).toEqual([]);
  expect(gaps({ used: 0 })).toEqual(['nothingUsed']);
  expect(gaps({ packs: [] })).toEqual(['noPackAboard']);
  expect(gaps({ lines: flown.lines.map((l) => ({ ...l, mass: 0 })) })).toEqual(['nobodyAboard']);
  // It may be kept, as what is known so far; it proves nothing.
  expect(c.answer('sheet', { kind: 'loading', sheet: { ...flown, used: 0 } })).toBeUndefined();
  expect(c.mark('sheet')).toBe('unknown');
});

test('another pack opens the sheet, the balance and the energy again, and not the weighing or the tools', () => {
  const c = new Campaign();
  c.answer('weighed', { kind: 'weighing', weighing: asReported });
  c.answer('sheet', { kind: 'loading', sheet: c.sheet(FUELLED) });
  for (const id of ['balanced', 'cells', 'tools']) c.answer(id, confirm);
  expect(aboardNow(c.state, LOADING).get('bay')).toEqual({ pack: 'small' });
  // A sheet cannot name another pack in silence.
  const large = c.sheet({ packs: [{ bay: 'bay', pack: 'large' }] });
  expect(c.answer('sheet', { kind: 'loading', sheet: large })).toBe('packNotAboard');
  expect(c.put('loadout.changed', { place: 'bay', item: 'other', note: '' })).toBe('packNotForBay');
  expect(c.put('loadout.changed', { place: 'nowhere', item: 'large', note: '' })).toBe('stationUnknown');
  expect(c.put('loadout.changed', { place: 'bay', item: 'large', note: '' })).toBeUndefined();
  expect(['weighed', 'sheet', 'balanced', 'cells', 'tools'].map((id) => c.mark(id))).toEqual([
    'within',
    'again',
    'again',
    'again',
    'within',
  ]);
  expect(c.sheet().packs).toEqual([{ bay: 'bay', pack: 'large' }]);
  expect(c.answer('sheet', { kind: 'loading', sheet: large })).toBeUndefined();
  expect(c.mark('sheet')).toBe('within');
  // Back to the first one: again everything.
  expect(c.put('loadout.changed', { place: 'bay', item: 'small', note: '' })).toBeUndefined();
  expect(c.mark('sheet')).toBe('again');
});

test('a permit narrows the loading, and what runs out takes its standing', () => {
  const c = new Campaign();
  const permit = (value: number): EntryBodies['answer.given']['answer'] => ({
    kind: 'document',
    document: {
      number: 'T-1',
      expiresOn: '2026-11-28',
      conditions: [
        { kind: 'heaviest', value, unit: 'kg', text: '' },
        { kind: 'crew', value: 1, text: '' },
      ],
      scans: [],
    },
  });
  c.answer('weighed', { kind: 'weighing', weighing: asReported });
  const aboard = (now = NOW): unknown => peopleAboard(c.state, c.state.index!, now);
  expect(aboard()).toBeUndefined();
  c.answer('sheet', { kind: 'loading', sheet: c.sheet(FUELLED) });
  expect(aboard()).toEqual({ seats: ['Pilot'], allowed: undefined });
  // 610 + 80 + 10, and 80 L at 0.72.
  c.answer('permit', permit(757.6));
  expect(c.mark('sheet')).toBe('within');
  expect(aboard()).toEqual({ seats: ['Pilot'], allowed: { count: 1, number: 'T-1' } });
  // One that is over allows nobody any more, and forbids nobody.
  expect(aboard('2026-11-29T08:00:00.000Z')).toEqual({ seats: ['Pilot'], allowed: undefined });
  c.answer('permit', permit(757.5));
  expect(deriveStatus(c.state, NOW)?.parts.get('sheet@aircraft')).toMatchObject({
    mark: 'out',
    proven: false,
    reasons: [{ code: 'permitHeaviest' }],
  });
  // Within the week that a campaign without a plan is taken to last: said now, and in force all the same.
  expect(deriveStatus(c.state, NOW)?.parts.get('permit@aircraft')).toMatchObject({
    mark: 'near',
    proven: true,
    reasons: [{ code: 'documentEnding' }],
  });
  const later = deriveStatus(c.state, '2026-11-29T08:00:00.000Z');
  expect(later?.parts.get('permit@aircraft')).toMatchObject({
    mark: 'again',
    proven: false,
    reasons: [{ code: 'documentExpired' }],
  });
  // A permit that is over narrows nothing any more.
  expect(later?.parts.get('sheet@aircraft')?.mark).toBe('within');
});

test('an unlevel reading without an instrument proves nothing; the sheet cannot be built on it', () => {
  const c = new Campaign();
  const { instrument: _none, ...plain } = scaleReading(0.5, 'deg-angle', 'level');
  c.answer('weighed', {
    kind: 'weighing',
    weighing: { ...asReported, level: { along: plain, across: plain } },
  });
  expect(c.mark('weighed')).toBe('unknown');
  expect(c.answer('sheet', { kind: 'loading', sheet: c.sheet() })).toBe('groundNotProven');
  expect(emptyLine(c.state, c.state.index!)).toMatchObject({ source: 'report' });
});
