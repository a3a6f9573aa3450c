import { calledFigure } from './called-figure.ts';

test('a figure is called in the unit of the limit, else as the gauge is marked: airspeed in knots', () => {
  expect(calledFigure('rpm', 2664.4, undefined)).toBe('2\u202f664 rpm');
  // 30 m/s is 58.3 knots.
  expect(calledFigure('airspeed', 30, undefined)).toBe('58 kt');
  expect(calledFigure('airspeed', 30, 'km/h')).toBe('108 km/h');
  // 65.27 psi is 4.5 bar; a limit of another kind changes nothing, and the unit stays with the figure.
  expect(calledFigure('oil-pressure', 65.267, 'bar')).toBe('4.5 bar');
  expect(calledFigure('oil-pressure', 65.267, 'degC')).toBe('65 psi');
});
