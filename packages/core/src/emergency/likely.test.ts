import { CARDS_LED_TO, likelyEmergencies } from './likely.ts';
import type { CardOfAircraft } from './types.ts';

const cards = (...ids: string[]): CardOfAircraft[] =>
  ids.map((id) => ({ id, title: id, phase: 'flight', when: { text: '', missing: [] }, steps: [] }));
const ids = (...args: Parameters<typeof likelyEmergencies>): string[] =>
  likelyEmergencies(...args).map((l) => l.card.id);
const LIST = cards(
  'engine-stops-low',
  'engine-stops-high',
  'fire-in-flight',
  'smoke',
  'runaway-propeller',
  'door-open',
  'control-jam',
);

test('with nothing found and nothing worked on, the list as it stands', () => {
  expect(ids(LIST, [], [])).toEqual(['engine-stops-low', 'engine-stops-high', 'fire-in-flight']);
  expect(likelyEmergencies(LIST, [], [])[0]?.by).toEqual([]);
  expect(ids(cards('smoke'), [], [])).toEqual(['smoke']);
});

test('what was worked on leads to its own, and what was found weighs more', () => {
  // The propeller is named by its card; the engine that stops is led to by any part of an engine.
  expect(ids(LIST, ['engine.left.propeller', 'engine.right.propeller'], [])).toEqual([
    'runaway-propeller',
    'engine-stops-low',
    'engine-stops-high',
  ]);
  expect(ids(LIST, ['engine.left.ignition'], [])[0]).toBe('engine-stops-low');
  expect(ids(LIST, ['engine.left.propeller'], ['controls.aileron.cables'])[0]).toBe('control-jam');
  // A pattern of a check stands for every engine.
  const [first] = likelyEmergencies(LIST, [], ['engine.{engine}.exhaust', 'electrical.generator']);
  expect([first?.card.id, first?.by]).toEqual([
    'fire-in-flight',
    ['engine.{engine}.exhaust', 'electrical.generator'],
  ]);
});

test('a part that only begins alike leads nowhere', () => {
  expect(ids(LIST, ['fueling.cart', 'engine'], [])).toEqual([
    'engine-stops-low',
    'engine-stops-high',
    'fire-in-flight',
  ]);
  expect(likelyEmergencies(LIST, ['fueling.cart'], []).every((l) => l.by.length === 0)).toBe(true);
  expect(CARDS_LED_TO).toContain('tail-rotor-fails');
});
