import { indexBasis, type Instrument, type Part } from '@kanzel/core';
import { AIRCRAFT, BASIS, check, GAUGE } from '../../../../../packages/core/src/testing/world.ts';
import { instrumentsFor, oneFigure } from './typed.ts';

const tool: Instrument = { ...GAUGE, id: 'torque-1', unit: 'Nm', measures: ['torque'] };
const figure = { unit: 'Nm', resolution: 0.5, plausible: { low: 0, high: 100 } };
const made = indexBasis({
  ...BASIS,
  aircraft: { ...AIRCRAFT, instruments: [tool, { ...GAUGE, measures: ['by-gauge'] }] },
  pack: {
    ...BASIS.pack,
    checks: [
      check('bolts', { answer: { kind: 'reading', tool: 'torque', ...figure } }),
      check('by-gauge', { answer: { kind: 'reading', ...figure } }),
    ],
  },
});
if (!made.ok) throw new Error('a basis of the test');
const index = made.value;
const part = (id: string): Part => index.parts.get(`${id}@aircraft`) as Part;
const readFrom = (id: string, instrument?: string): string | undefined => {
  const answer = oneFigure(index, part(id), {
    texts: { value: '18' },
    ...(instrument === undefined ? {} : { instrument }),
  });
  return answer.ok && answer.value.kind === 'reading' ? answer.value.reading.instrument : 'no figure';
};

test('a gauge is taken for read from where there is one; a tool is named by whoever had it in the hand', () => {
  expect(instrumentsFor(index, part('bolts').check, false).map((i) => i.id)).toEqual(['torque-1']);
  expect(readFrom('bolts')).toBeUndefined();
  expect(readFrom('bolts', 'torque-1')).toBe('torque-1');
  expect(readFrom('by-gauge')).toBe('gauge');
});
