import { EMPTY_CAMPAIGN, indexBasis, type AnswerSpec, type BasisIndex, type LoadingData } from '@kanzel/core';
import { AIRCRAFT, BASIS, check, PACK } from '../../../../../packages/core/src/testing/world.ts';
import { LOADING } from '../../../../../packages/core/src/testing/loading.ts';
import type { PartDraft } from '../desk.ts';
import { withMission } from '../mission/desk.ts';
import { SPHERE_DESK, MOST_SAMPLES, samplesOnDesk, withReading, withTable } from '../sphere/desk.ts';
import { cellName, formOnDesk, rowsOnDesk, WORKSHEET_DESK } from './desk.ts';

type Spec = Extract<AnswerSpec, { kind: 'worksheet' }>;

function deskFor(spec: Spec, loading?: LoadingData) {
  const made = indexBasis({
    ...BASIS,
    aircraft: { ...AIRCRAFT, ...(loading ? { loading } : {}) },
    pack: { ...PACK, gates: [], checks: [check('asked', { answer: spec, limits: [] })] },
  });
  if (!made.ok) throw new Error('The world of the tests is not one.');
  const index: BasisIndex = made.value;
  const part = index.parts.get('asked@aircraft');
  if (!part) throw new Error('The part is missing.');
  const room = { state: EMPTY_CAMPAIGN, index, spec, part };
  return { index, said: (draft: PartDraft) => WORKSHEET_DESK.answer(room, draft), form: formOnDesk };
}

const texts = (rows: readonly (readonly string[])[], columns: readonly string[]): Record<string, string> =>
  Object.fromEntries(
    rows.flatMap((row, i) => row.map((text, k) => [cellName(i + 1, columns[k] ?? ''), text] as const)),
  );

const GAUGE: Spec = { kind: 'worksheet', sheet: 'gauge-steps', figures: [] };

test('a sheet is read row by row: what is missing is said by its row, and a row that nobody began is none', () => {
  const { said } = deskFor(GAUGE);
  const columns = ['in', 'shows'];
  expect(said({})).toMatchObject({ error: { code: 'notAnswered' } });
  expect(said({ texts: texts([['0', '0'], ['20']], columns) })).toMatchObject({
    error: { code: 'headingLacks', params: { what: 'Step 2, gauge shows' } },
  });
  const three = [
    ['0', '1'],
    ['', ''],
    ['20', '20,5'],
    ['40', '40'],
  ];
  expect(said({ texts: texts(three, columns) })).toMatchObject({
    error: { code: 'sheetRowsLeft', params: { left: 1, row: 'Step' } },
  });
  const whole = said({ texts: texts([...three, ['60', '59']], columns) });
  expect(whole).toMatchObject({ ok: true });
  if (!whole.ok || whole.value.kind !== 'worksheet') throw new Error('Not whole.');
  // The row that was left out is none: those behind it move up.
  expect(whole.value.cells.map((c) => [c.row, c.column, c.reading.value])).toEqual([
    [1, 'in', 0],
    [1, 'shows', 1],
    [2, 'in', 20],
    [2, 'shows', 20.5],
    [3, 'in', 40],
    [3, 'shows', 40],
    [4, 'in', 60],
    [4, 'shows', 59],
  ]);
  expect(said({ texts: texts([['0', 'much']], columns) }).ok).toBe(false);
  // Typed again to be corrected, it says the same.
  const { typeAgain } = WORKSHEET_DESK;
  if (typeAgain === 'never') throw new Error('A sheet can be corrected.');
  expect(said(typeAgain.draft(whole.value))).toEqual(whole);
});

test('what was taken of a vehicle counts until somebody types over it, and comes back as it was taken', () => {
  const pack = { id: 'a', title: 'A', mass: 1, energy: 1, uncertainty: { mass: 0, arm: 0 }, cells: 2 };
  const { said, index } = deskFor(
    { kind: 'worksheet', sheet: 'cells', figures: [] },
    { ...LOADING, packs: [pack], bays: [] },
  );
  const live = (value: number) =>
    ({ value, unit: 'V', text: String(value), resolution: 0.001, source: 'live' }) as const;
  const draft: PartDraft = {
    taken: { '1 rest': live(4.18), '2 rest': live(4.17) },
    picks: { 'choice pack': 'a' },
  };
  expect(said({ ...draft, picks: {} })).toMatchObject({
    error: { code: 'headingLacks', params: { what: 'Pack' } },
  });
  const whole = said(draft);
  expect(whole).toMatchObject({
    value: { cells: [{ reading: { source: 'live' } }, { reading: { value: 4.17 } }] },
  });
  expect(said({ ...draft, texts: { '2 rest': '4,1' } })).toMatchObject({
    value: { cells: [{ reading: { source: 'live' } }, { reading: { value: 4.1, source: 'typed' } }] },
  });
  // Cleared again it is missing: what was taken does not come back by itself.
  expect(said({ ...draft, texts: { '2 rest': '' } })).toMatchObject({ error: { code: 'headingLacks' } });
  const { typeAgain } = WORKSHEET_DESK;
  if (!whole.ok || whole.value.kind !== 'worksheet' || typeAgain === 'never') throw new Error('Not whole.');
  expect(said(typeAgain.draft(whole.value))).toEqual(whole);
  const form = formOnDesk({ kind: 'worksheet', sheet: 'cells', figures: [] }, index, draft);
  expect([form.titles, rowsOnDesk(form, draft)]).toEqual([['Cell 1', 'Cell 2'], 2]);
});

test('a mission is taken from its file, and one that cannot be reckoned is left out', () => {
  const spec: Spec = { kind: 'worksheet', sheet: 'endurance', figures: [] };
  const pack = { id: 'a', title: 'A', mass: 1, energy: 1, uncertainty: { mass: 0, arm: 0 } };
  const { said } = deskFor(spec, { ...LOADING, packs: [pack], bays: [] });
  const item = (frame: number) => ({
    sequence: 0,
    frame,
    command: 16,
    autocontinue: true,
    parameters: [0, 0, 0, 0],
    x: 600_000_000,
    y: 0,
    z: 50,
  });
  const draft: PartDraft = {
    texts: { '0 temperature': '12', '0 wind-from': '240', '0 wind': '5', '0 carried': '1' },
    picks: { 'choice pack': 'a' },
  };
  expect(said(draft)).toMatchObject({ ok: true, value: { cells: { length: 4 } } });
  const flown = { ...draft, ...withMission(draft, 'planned', 'out.csv', [item(3)]) };
  expect(said(flown)).toMatchObject({
    value: { mission: { name: 'out.csv', points: [{ north: 0, east: 0, height: 50 }] } },
  });
  const sea = said({ ...draft, ...withMission(draft, 'planned', 'sea.csv', [item(0)]) });
  expect(sea.ok && 'mission' in sea.value).toBe(false);
});

test('a magnetometer that is held still says the same again; turned on it says more, up to what tells enough', () => {
  let draft: PartDraft = {};
  const hear = (x: number, y: number, z: number): void =>
    void (draft = { ...draft, ...withReading(draft, [x, y, z]) });
  hear(500, 0, 0);
  hear(505, 5, -5);
  hear(470, 0, 0);
  expect(samplesOnDesk(draft)).toEqual({ x: [500, 470], y: [0, 0], z: [0, 0] });
  for (let i = 0; i < 2 * MOST_SAMPLES; i += 1) hear(1000 * i, 0, 0);
  expect(samplesOnDesk(draft).x).toHaveLength(MOST_SAMPLES);
  // A file takes the place of what was heard, and what is heard then takes that of the file.
  draft = { ...draft, ...withTable({ x: [1], y: [2], z: [3] }) };
  const room = deskFor(GAUGE);
  const spec = { kind: 'sphere', figures: [] } as const;
  const said = SPHERE_DESK.answer(
    { state: EMPTY_CAMPAIGN, index: room.index, spec, part: [...room.index.parts.values()][0] as never },
    draft,
  );
  expect(said).toMatchObject({ error: { code: 'sphereTooFew' } });
  hear(9, 9, 9);
  expect(samplesOnDesk(draft)).toEqual({ x: [9], y: [9], z: [9] });
});
