import fc from 'fast-check';
import { SENSE_INPUTS, type SenseInput } from './inputs.ts';
import { TILTED_BY, tiltOf, type Attitude } from './tilt.ts';

const REST: Attitude = { roll: 0.4, pitch: -0.7, heading: 143 };
const said = (change: Partial<Attitude>, rest = REST): string => {
  const now = {
    roll: rest.roll + (change.roll ?? 0),
    pitch: rest.pitch + (change.pitch ?? 0),
    heading: (rest.heading + (change.heading ?? 0) + 360) % 360,
  };
  const tilt = tiltOf(now, rest);
  return tilt.state === 'tilted' ? `${tilt.input} ${tilt.degrees.toFixed(1)}` : tilt.state;
};

test.each([
  [{}, 'level'],
  [{ roll: 18 }, 'right-side-down 18.0'],
  [{ roll: -18 }, 'left-side-down 18.0'],
  [{ pitch: 25, roll: 3 }, 'nose-up 25.0'],
  [{ pitch: -11 }, 'nose-down 11.0'],
  [{ heading: 30 }, 'nose-right 30.0'],
  [{ heading: -30 }, 'nose-left 30.0'],
  // A heading comes along with a roll; it is the roll that was asked for.
  [{ roll: 15, heading: 40 }, 'right-side-down 15.0'],
  [{ roll: 15, pitch: 12 }, 'between'],
  [{ roll: -20, pitch: 10 }, 'between'],
  [{ roll: -20, pitch: 9.9 }, 'left-side-down 20.0'],
  [{ roll: 9.9, pitch: -9.9, heading: 9.9 }, 'level'],
])('held by %j is %s', (change, expected) => {
  expect(said(change)).toBe(expected);
});

test('exactly ten degrees is tilted, and north is passed the short way', () => {
  const level = { roll: 0, pitch: 0, heading: 355 };
  expect(tiltOf({ ...level, roll: TILTED_BY }, level)).toMatchObject({ input: 'right-side-down' });
  expect(tiltOf({ ...level, heading: 20 }, level)).toEqual({
    state: 'tilted',
    input: 'nose-right',
    degrees: 25,
  });
  expect(tiltOf({ ...level, heading: 340 }, level)).toMatchObject({ input: 'nose-left', degrees: 15 });
});

test('a box that lies turned half round says the other way of what is done, and one turned by a quarter another axis (property)', () => {
  // What each box feels of a turn about the airframe's axes: its own axes lie otherwise, the turn is one.
  const boxes = { 0: [1, 0, 0, 1], 90: [0, 1, -1, 0], 180: [-1, 0, 0, -1], 270: [0, -1, 1, 0] } as const;
  const inputs: readonly SenseInput[] = ['right-side-down', 'left-side-down', 'nose-up', 'nose-down'];
  fc.assert(
    fc.property(
      fc.constantFrom(...inputs),
      fc.double({ min: 10.5, max: 60, noNaN: true }),
      fc.constantFrom(0, 90, 180, 270),
      (input, degrees, box) => {
        const { axis, to } = SENSE_INPUTS[input];
        const [roll, pitch] = axis === 'roll' ? [to * degrees, 0] : [0, to * degrees];
        const [a, b, c, d] = boxes[box as keyof typeof boxes];
        const felt = said({ roll: a * roll + b * pitch, pitch: c * roll + d * pitch });
        expect(felt.startsWith(input)).toBe(box === 0);
        const other = {
          'right-side-down': 'left',
          'left-side-down': 'right',
          'nose-up': 'nose-down',
          'nose-down': 'nose-up',
        };
        if (box === 180) expect(felt.startsWith(other[input as keyof typeof other])).toBe(true);
        else if (box !== 0) expect(felt.startsWith('nose')).toBe(axis === 'roll');
      },
    ),
  );
});
