import { model } from 'geomagnetism';
import { worldField } from './declination.ts';

test('agrees with another reckoning of the same model everywhere a compass tells something, and ends when the model ends', async () => {
  let compared = 0;
  for (let latitude = -80; latitude <= 80; latitude += 16)
    for (let longitude = -180; longitude < 180; longitude += 33) {
      const at = '2026-09-01T12:00:00.000Z';
      const own = await worldField({ latitude, longitude, height: 0 }, at);
      const other = model(new Date(at)).point([latitude, longitude]);
      if (!own.ok) {
        expect(own.error.code).toBe('modelBlackout');
        expect(other.h).toBeLessThan(2100);
        continue;
      }
      compared += 1;
      // It takes the day a little otherwise, and the height as none: some hundredths of a degree near the poles.
      expect(Math.abs(own.value.declination - other.decl)).toBeLessThan(0.1);
      expect(Math.abs(own.value.inclination - other.incl)).toBeLessThan(0.02);
      expect(Math.abs(own.value.horizontal - other.h)).toBeLessThan(20);
    }
  expect(compared).toBeGreaterThan(100);
  expect(
    await worldField({ latitude: 60, longitude: 0, height: 0 }, '2031-01-01T00:00:00.000Z'),
  ).toMatchObject({
    error: { code: 'modelOver' },
  });
});
