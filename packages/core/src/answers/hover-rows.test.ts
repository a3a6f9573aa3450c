import type { Basis } from '../checks/types.ts';
import { BASIS, Scribe } from '../testing/world.ts';
import { layoutFor } from '../aircraft/index.ts';
import type { Spec } from '../testing/given-sheet.ts';
import { sheetForm, sheetRoom, sheetWorked } from './worksheet.ts';

const SPEC: Spec = { kind: 'worksheet', sheet: 'hover', figures: [] };
const indexOf = (propulsors: readonly (readonly [id: string, kind: 'lift-motor' | 'electric'])[]) => {
  const basis: Basis = {
    ...BASIS,
    aircraft: {
      ...BASIS.aircraft,
      layout: {
        ...layoutFor('multirotor'),
        propulsors: propulsors.map(([id, kind]) => ({
          id,
          title: `Motor ${id}`,
          kind,
          place: 'tail',
          cylinders: 0,
          diameter: 0.4,
        })),
      },
    },
  };
  const { index } = new Scribe().open(basis).state();
  if (!index) throw new Error('There is no basis.');
  return index;
};

test('a hover has a row for each motor that lifts, by name; a vehicle says them only where the aircraft is described by its numbers', () => {
  const of = (...propulsors: readonly (readonly [string, 'lift-motor' | 'electric'])[]) => {
    const form = sheetForm(sheetRoom(SPEC, indexOf(propulsors), { chosen: [] }));
    return [form.titles, form.columns[0]?.live];
  };
  expect(of(['1', 'lift-motor'], ['2', 'lift-motor'])).toEqual([
    ['Motor 1', 'Motor 2'],
    '{row}/motor-current',
  ]);
  // The motor that pushes holds nothing up; and which of front and rear a vehicle means by its first, nobody said.
  expect(of(['front', 'lift-motor'], ['rear', 'lift-motor'], ['push', 'electric'])).toEqual([
    ['Motor front', 'Motor rear'],
    undefined,
  ]);
  // Drawn in another order than it is numbered: not taken for one another.
  expect(of(['2', 'lift-motor'], ['1', 'lift-motor'])[1]).toBeUndefined();
  expect(of(['push', 'electric'])).toEqual([undefined, '{row}/motor-current']);
});

test('the motor that takes more is called by its name', () => {
  const room = sheetRoom(
    SPEC,
    indexOf([
      ['front', 'lift-motor'],
      ['middle', 'lift-motor'],
      ['rear', 'lift-motor'],
    ]),
    { chosen: [] },
  );
  const cell = (row: number, column: string, value: number, unit: string) => ({
    row,
    column,
    reading: { value, unit, text: String(value), resolution: 0.1, source: 'typed' as const },
  });
  const worked = sheetWorked(room, {
    kind: 'worksheet',
    chosen: [],
    cells: [
      cell(0, 'mass', 2, 'kg'),
      cell(0, 'diameter', 450, 'mm'),
      cell(0, 'volts', 22, 'V'),
      cell(0, 'pressure', 1013, 'hPa'),
      cell(0, 'temperature', 15, 'degC'),
      cell(1, 'current', 9, 'A'),
      cell(2, 'current', 9, 'A'),
      cell(3, 'current', 12, 'A'),
    ],
  });
  expect(worked).toMatchObject({
    ok: true,
    value: { says: '660 W; Motor rear is furthest off, 20 % above the mean' },
  });
});
