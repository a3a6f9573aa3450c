import fc from 'fast-check';
import { channelUnit, inChannelUnit } from './channel-units.ts';

/** How many of the channel's unit one of the monitor's is, from the tables of the units themselves (NIST SP 811). */
const BY_HAND: readonly (readonly [channel: string, unit: string, slope: number, offset: number])[] = [
  ['oil-pressure', 'bar', 14.503_773_8, 0],
  ['oil-pressure', 'kPa', 0.145_037_738, 0],
  ['manifold-pressure', 'hPa', 0.029_529_983, 0],
  ['suction', 'hPa', 0.029_529_983, 0],
  ['oil-temperature', 'degF', 5 / 9, -160 / 9],
  ['exhaust-3', 'degF', 5 / 9, -160 / 9],
  ['cylinder-head-12', 'degF', 5 / 9, -160 / 9],
  ['exhaust', 'K', 1, -273.15],
  ['airspeed', 'kt', 1852 / 3600, 0],
  ['cell-imbalance', 'mV', 0.001, 0],
];

test('a monitor that speaks other units says the same: every channel against the tables (property)', () => {
  fc.assert(
    fc.property(
      fc.constantFrom(...BY_HAND),
      fc.double({ min: -50, max: 2000, noNaN: true }),
      (row, value) => {
        const [channel, unit, slope, offset] = row;
        const found = inChannelUnit(channel, value, unit);
        expect(found.ok).toBe(true);
        expect(found.ok ? found.value : NaN).toBeCloseTo(slope * value + offset, 2);
      },
    ),
  );
});

test('its own unit is not touched, an unknown channel neither; another kind of quantity is refused', () => {
  expect(inChannelUnit('rpm', 1702, 'rpm')).toEqual({ ok: true, value: 1702 });
  expect(channelUnit('spinner')).toBeUndefined();
  expect(inChannelUnit('spinner', 12, 'bar')).toEqual({ ok: true, value: 12 });
  expect(inChannelUnit('oil-pressure', 80, 'degC')).toMatchObject({
    ok: false,
    error: { code: 'lineOtherKind', params: { wanted: 'psi' } },
  });
});
