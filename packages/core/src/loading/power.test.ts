import type { LoadingData, LoadPack, PowerData } from '../aircraft/loading-data.ts';
import { LOADING } from '../testing/loading.ts';
import { loadingProblems } from './problems.ts';

const POWER: PowerData = {
  mass: 14,
  hover: 2000,
  cruise: 600,
  speed: 20,
  transition: 0,
  hoverSeconds: 0,
  band: 0,
  fullCurrent: 100,
  cellLow: 3.4,
  source: 'flights',
};
const codes = (more: Partial<LoadingData>): readonly string[] =>
  loadingProblems({ ...LOADING, ...more }).map((p) => p.code);

test('power in flight is not taken before somebody has entered it', () => {
  expect(codes({ power: POWER })).toEqual([]);
  for (const name of ['mass', 'speed', 'fullCurrent', 'cellLow'] as const)
    expect([name, codes({ power: { ...POWER, [name]: 0 } })]).toEqual([name, ['powerFigures']]);
  for (const name of ['transition', 'hoverSeconds', 'band', 'hover', 'cruise'] as const)
    expect([name, codes({ power: { ...POWER, [name]: -1 } })]).toEqual([name, ['powerFigures']]);
  const { hover, cruise, ...neither } = POWER;
  expect([hover, cruise]).toEqual([2000, 600]);
  expect(codes({ power: neither })).toEqual(['powerFigures']);
  expect(codes({ power: { ...neither, cruise: 600 } })).toEqual([]);
});

test('cells, cold and resistance of a pack are figures that a pack can have', () => {
  const [first] = LOADING.packs;
  if (!first) throw new Error('The loading of the tests has no pack.');
  const pack = (more: Partial<LoadPack>): readonly string[] =>
    codes({ packs: LOADING.packs.map((p) => (p === first ? { ...p, ...more } : p)) });
  const measured = (resistance: number, cycles: number) => ({
    history: [{ on: '2026-01-01', cycles, resistance, temperature: 20 }],
  });
  expect([pack({ cells: 6 }), pack(measured(18, 0)), pack({ cold: [{ temperature: 0, share: 0 }] })]).toEqual(
    [[], [], []],
  );
  for (const bad of [
    { cells: 0 },
    measured(0, 5),
    measured(18, -1),
    { cold: [{ temperature: 0, share: -0.1 }] },
    { cold: [{ temperature: 0, share: 1.1 }] },
  ])
    expect(pack(bad)).toEqual(['packFigures']);
});
