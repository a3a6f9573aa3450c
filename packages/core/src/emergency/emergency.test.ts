import {
  cardsOf,
  figuresNamed,
  linesOf,
  type CardOfAircraft,
  type EmergencyCard,
  type EmergencySet,
} from './index.ts';

/** Emergency cards: of the family or the aircraft's own, with its own figures and never another's. */

const card = (id: string, change: Partial<EmergencyCard> = {}): EmergencyCard => ({
  id,
  title: id,
  phase: 'flight',
  when: 'It stops below {turn-back}.',
  steps: ['Glide. {best-glide}.', 'Fuel off.'],
  ...change,
});
const SET: EmergencySet = {
  id: 'one',
  revision: 1,
  title: 'One engine',
  families: ['single', 'vintage'],
  figures: { 'best-glide': 'Best glide', 'turn-back': 'Lowest height to turn back' },
  cards: [card('stops', { never: 'Never below {turn-back}.' }), card('fire'), card('brake')],
  aircraft: [
    {
      type: 'Tug',
      figures: {
        'best-glide': { value: 58, unit: 'kt', resolution: 1 },
        'turn-back': { value: 150, unit: 'm', resolution: 10 },
      },
    },
    {
      type: 'Tourer',
      figures: { 'best-glide': { value: 61.5, unit: 'kt', resolution: 0.5 } },
      cards: [card('fire', { title: 'Fire, tourer' }), card('ditch')],
      without: ['brake'],
    },
  ],
};
/** A figure and its unit stay on one line; here an ordinary space tells it as well. */
const of = (family: string, type: string, sets = [SET]): readonly CardOfAircraft[] =>
  JSON.parse(JSON.stringify(cardsOf(sets, { family, type })).replaceAll('\u00a0', ' ')) as CardOfAircraft[];

test('the figures of the aircraft stand in every line, with the unit and the step of its placard', () => {
  expect(of('single', 'Tug')[0]).toEqual({
    id: 'stops',
    title: 'stops',
    phase: 'flight',
    when: { text: 'It stops below 150 m.', missing: [] },
    steps: [
      { text: 'Glide. 58 kt.', missing: [] },
      { text: 'Fuel off.', missing: [] },
    ],
    never: { text: 'Never below 150 m.', missing: [] },
  });
  expect(of('single', 'Tourer')[0]?.steps[0]?.text).toBe('Glide. 61.5 kt.');
});

test('a figure that nobody gave is a dash and is named; it is never that of another type', () => {
  const [stops] = of('single', 'Tourer');
  expect(stops?.when).toEqual({ text: 'It stops below —.', missing: ['Lowest height to turn back'] });
  const [unknown] = of('vintage', 'Nobody');
  expect(unknown?.steps[0]).toEqual({ text: 'Glide. —.', missing: ['Best glide'] });
  expect(JSON.stringify(of('vintage', 'Nobody'))).not.toMatch(/58|61|150/);
});

test('an aircraft’s own card stands in the place of the family’s, what it has no use for is left out, and more come behind', () => {
  expect(of('single', 'Tug').map((c) => c.title)).toEqual(['stops', 'fire', 'brake']);
  expect(of('single', 'Tourer').map((c) => c.title)).toEqual(['stops', 'Fire, tourer', 'ditch']);
});

test('a family without a set has none; of two sets the first card of an id counts, and both are read', () => {
  expect(of('rotor', 'Tug')).toEqual([]);
  const second: EmergencySet = {
    ...SET,
    id: 'two',
    cards: [card('fire', { title: 'Other' }), card('smoke')],
    aircraft: [],
  };
  expect(of('single', 'Tug', [SET, second]).map((c) => c.title)).toEqual(['stops', 'fire', 'brake', 'smoke']);
});

test('names in braces are found in every line', () => {
  expect(figuresNamed('{a} and {b-c}, not { d')).toEqual(['a', 'b-c']);
  expect(figuresNamed('none')).toEqual([]);
  expect(linesOf(card('x', { never: 'No.' }))).toEqual([
    'It stops below {turn-back}.',
    'Glide. {best-glide}.',
    'Fuel off.',
    'No.',
  ]);
});
