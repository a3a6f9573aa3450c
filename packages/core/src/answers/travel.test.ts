import { layoutFor } from '../aircraft/templates.ts';
import { indexBasis } from '../checks/basis-index.ts';
import type { AnswerSpec, Basis } from '../checks/types.ts';
import type { TravelPoint } from '../controls/travel.ts';
import { admit } from '../entries/admit.ts';
import type { Instrument, Limit, Reading } from '../limits/types.ts';
import { AIRCRAFT, BASIS, BOOK, check, IDLE_LIMIT, PACK, Scribe } from '../testing/world.ts';
import { makeSentences } from '../words/english.ts';
import { describeAnswer } from './answers.ts';
import { judgeAnswer } from './judge-answer.ts';
import type { PartAnswer, TravelRow } from './part-answer.ts';
import { travelOutputs } from './travel.ts';

type Travel = Extract<PartAnswer, { readonly kind: 'travel' }>;

const RULE: Instrument = {
  id: 'rule',
  name: 'Steel rule',
  unit: 'mm',
  accuracy: 0.5,
  resolution: 0.5,
  calibratedUntil: null,
  measures: ['asked'],
};
const layout = {
  ...layoutFor('electric-model'),
  surfaces: (['left', 'right'] as const).map((side) => ({
    id: `${side}-aileron`,
    title: `${side === 'left' ? 'Left' : 'Right'} aileron`,
    kind: 'aileron' as const,
    side,
  })),
};

const band = (key: string, unit: string, bounds: Extract<Limit, { kind: 'band' }>['bounds']): Limit => ({
  ...IDLE_LIMIT,
  kind: 'band',
  key,
  title: key,
  unit,
  bounds,
});

/** Between 20° and 24° up; no more than 3 mm apart; neutral no more than 5 % of the travel. */
const LIMITS = [
  band('up', 'deg-angle', { low: 20, high: 24 }),
  band('apart', 'mm', { high: 3 }),
  band('share', '%', { cautionHigh: 5, high: 10 }),
];

const UP: AnswerSpec = {
  kind: 'travel',
  axis: 'roll',
  takes: ['plus'],
  in: 'deg-angle',
  figures: [{ figure: 'throw-plus', limit: 'up' }],
};
const APART: AnswerSpec = {
  kind: 'travel',
  axis: 'roll',
  takes: ['plus', 'minus', 'neutral'],
  in: 'mm',
  figures: [
    { figure: 'difference', limit: 'apart' },
    { figure: 'neutral-share', limit: 'share' },
  ],
};

const reading = (value: number, unit: string, instrument?: string): Reading => ({
  value,
  unit,
  text: String(value),
  resolution: 0.5,
  source: 'typed',
  ...(instrument ? { instrument } : {}),
});

const row = (
  side: 'left' | 'right',
  values: Partial<Record<TravelPoint, number>>,
  unit = 'deg-angle',
  more: { radius?: number; instrument?: string } = {},
): TravelRow => ({
  output: `${side}-aileron`,
  ...(more.radius === undefined ? {} : { radius: reading(more.radius, 'mm') }),
  read: Object.fromEntries(Object.entries(values).map(([p, v]) => [p, reading(v, unit, more.instrument)])),
});

function said(
  spec: AnswerSpec,
  answer: Travel,
  limits: readonly Limit[] = LIMITS,
  change: Partial<Instrument> = {},
) {
  const held = spec.kind === 'travel' ? spec.figures.map((f) => f.limit) : [];
  const basis: Basis = {
    ...BASIS,
    aircraft: { ...AIRCRAFT, layout, instruments: [{ ...RULE, ...change }] },
    limitBook: { ...BOOK, limits },
    pack: { ...PACK, gates: [], checks: [check('asked', { answer: spec, limits: held })] },
  };
  const s = new Scribe().open(basis);
  const draft = s.draft('answer.given', { check: 'asked', subject: 'aircraft', answer, facts: {} });
  const admitted = admit(draft, s.state(), draft.at);
  const { index } = s.state();
  const part = index?.parts.get('asked@aircraft');
  if (!index || !part) throw new Error('The part is missing.');
  const sentences = makeSentences({ part: String, subject: String, thing: String });
  const verdicts = judgeAnswer(index, part, answer, {}, draft.at);
  return {
    door: admitted.ok ? 'taken' : admitted.error.code,
    verdicts: verdicts.map((v) => `${v.state} ${sentences.say(v.reason)}`.replace(/\s/g, ' ')),
    text: describeAnswer(index, 'asked', answer).replace(/\s/g, ' '),
  };
}

const degrees = (left: number, right: number): Travel => ({
  kind: 'travel',
  rows: [row('left', { plus: left }), row('right', { plus: right })],
});

test('each surface is held against its limit by itself, the worst first, and whose it is stands with it', () => {
  expect(said(UP, degrees(22, 19.5))).toEqual({
    door: 'taken',
    verdicts: [
      expect.stringMatching(/^out Right aileron, up: 19.5° is below the limit of 20°/),
      expect.stringMatching(/^within Left aileron, up: 22.0° is inside/),
    ],
    text: 'Left aileron up 22.0° · Right aileron up 19.5°',
  });
  // Exactly on an edge is inside.
  expect(said(UP, degrees(20, 24)).verdicts.map((v) => v.split(' ')[0])).toEqual(['within', 'within']);
});

test('a rule at a chord radius is held against degrees, by how it was held; without its radius nothing is concluded', () => {
  const by = (held: 'straight' | 'square' | undefined, radius?: number): Travel => ({
    kind: 'travel',
    ...(held ? { held } : {}),
    rows: (['left', 'right'] as const).map((side) =>
      row(side, { plus: 20.5 }, 'mm', radius === undefined ? {} : { radius }),
    ),
  });
  // 2·asin(20.5 / 100) is 23.66°; asin(20.5 / 50) is 24.20°: one is inside, the other is not.
  expect(said(UP, by('straight', 50)).verdicts[0]).toMatch(/^within Left aileron, up: 23.7°/);
  expect(said(UP, by('square', 50)).verdicts[0]).toMatch(/^out Left aileron, up: 24.2°/);
  expect(said(UP, by(undefined)).verdicts[0]).toMatch(/^unknown Left aileron, up: read in millimetres/);
  expect(said(UP, by('straight', 10)).verdicts[0]).toMatch(
    /^unknown Left aileron, up: no surface goes so far/,
  );
  // Who says a radius says how the rule was held to it.
  expect(said(UP, by(undefined, 50)).door).toBe('wrongForm');
});

test('left beside right is one figure, of the larger difference; the share of neutral is one of each', () => {
  const answer: Travel = {
    kind: 'travel',
    rows: [
      row('left', { plus: 18, minus: 12, neutral: 0 }, 'mm'),
      row('right', { plus: 17, minus: 16, neutral: 1 }, 'mm'),
    ],
  };
  // Up 18 beside 16, down 12 beside 17; neutral of the right one is 1 of half of 33.
  expect(said(APART, answer).verdicts).toEqual([
    expect.stringMatching(/^out Left aileron and right aileron, apart: 5.0 mm is above the limit of 3/),
    expect.stringMatching(/^near Right aileron, neutral, of its travel: 6.1 %/),
    expect.stringMatching(/^within Left aileron, neutral, of its travel: 0.0 %/),
  ]);
});

test('no limit, no verdict; an instrument that has run out, no verdict either', () => {
  const missing = said(UP, degrees(22, 22), []);
  expect(missing.verdicts).toEqual([expect.stringMatching(/^unknown No limit entered/)]);
  const some = said(
    APART,
    {
      kind: 'travel',
      rows: [
        row('left', { plus: 9, minus: 9, neutral: 0 }, 'mm'),
        row('right', { plus: 9, minus: 9, neutral: 0 }, 'mm'),
      ],
    },
    LIMITS.slice(0, 2),
  );
  expect(some.verdicts.map((v) => v.split(' ')[0])).toEqual(['unknown', 'within']);
  const byRule = (['left', 'right'] as const).map((side) =>
    row(side, { plus: 22 }, 'deg-angle', { instrument: 'rule' }),
  );
  expect(
    said(UP, { kind: 'travel', rows: byRule }, LIMITS, { calibratedUntil: '2026-01-31', unit: 'deg-angle' })
      .verdicts[0],
  ).toMatch(/^unknown .*Steel rule/);
});

test('the door takes every surface with every point, and no other; nothing that cannot be read', () => {
  const left = row('left', { plus: 22 });
  const right = row('right', { plus: 22 });
  const door = (...rows: readonly TravelRow[]): string => said(UP, { kind: 'travel', rows }).door;
  expect(door(left, right)).toBe('taken');
  for (const rows of [
    [left],
    [left, left],
    [left, right, right],
    [left, { ...right, output: 'rudder' }],
    [left, { ...right, read: {} }],
    [left, row('right', { plus: 22, minus: 20 })],
    [left, row('right', { minus: 22 })],
  ])
    expect([rows.length, door(...rows)]).toEqual([rows.length, 'wrongForm']);
  expect(door(left, row('right', { plus: 22 }, 'V'))).toBe('travelUnit');
  expect(door(left, row('right', { plus: 181 }))).toBe('throwBeyondRadius');
  expect(door(left, row('right', { plus: 22 }, 'deg-angle', { instrument: 'nobody' }))).toBe(
    'unknownInstrument',
  );
  const withRadius = (value: number, unit: string): string =>
    said(UP, {
      kind: 'travel',
      held: 'straight',
      rows: [left, { ...right, radius: reading(value, unit) }],
    }).door;
  expect([withRadius(50, 'mm'), withRadius(0, 'mm'), withRadius(50, 'deg-angle')]).toEqual([
    'taken',
    'travelBelowNothing',
    'travelUnit',
  ]);
  const play: AnswerSpec = { ...UP, takes: ['play'], figures: [] };
  const played = (value: number): string =>
    said(play, { kind: 'travel', rows: [row('left', { play: value }), row('right', { play: 0 })] }).door;
  expect([played(0), played(-1)]).toEqual(['taken', 'travelBelowNothing']);
});

test('a wheel that turns with the rudder is no surface whose travel is asked for', () => {
  const surface = (kind: 'rudder' | 'nose-wheel') => ({
    id: kind,
    title: kind,
    kind,
    side: 'centre' as const,
  });
  const basis: Basis = {
    ...BASIS,
    aircraft: { ...AIRCRAFT, layout: { ...layout, surfaces: [surface('rudder'), surface('nose-wheel')] } },
  };
  const made = indexBasis(basis);
  const yaw = { kind: 'travel', axis: 'yaw', takes: ['plus'], in: 'deg-angle', figures: [] } as const;
  expect(made.ok && travelOutputs(made.value, yaw).map((o) => o.id)).toEqual(['rudder']);
});
