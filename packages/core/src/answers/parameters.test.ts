import type { Basis } from '../checks/types.ts';
import { admit } from '../entries/admit.ts';
import type { Limit } from '../limits/types.ts';
import type { VehicleParameter } from '../parameters/parameters.ts';
import { BASIS, BOOK, check, IDLE_LIMIT, PACK, Scribe } from '../testing/world.ts';
import { describeAnswer } from './answers.ts';
import { judgeAnswer } from './judge-answer.ts';

const NONE: Limit = { ...IDLE_LIMIT, kind: 'band', key: 'differences', unit: 'count', bounds: { high: 0 } };
const LEFT: readonly VehicleParameter[] = [
  { name: 'GAIN', value: 0.15 },
  { name: 'MODE', value: 4 },
  { name: 'RATE', value: 200 },
];
const READ = [
  { name: 'GAIN', value: 0.15 },
  { name: 'MODE', value: 5 },
  { name: 'NEW', value: 1 },
];

function said(
  read: readonly VehicleParameter[],
  accepted: readonly { readonly name: string; readonly why: string }[] = [],
  left = LEFT,
) {
  const asked = check('asked', { answer: { kind: 'parameters' }, limits: ['differences'] });
  const basis: Basis = {
    ...BASIS,
    limitBook: { ...BOOK, limits: [NONE] },
    pack: { ...PACK, gates: [], checks: [asked] },
  };
  const s = new Scribe().open(basis);
  const answer = {
    kind: 'parameters',
    left: { name: 'left.csv', items: left },
    read: { from: 'file', items: read },
    accepted,
  } as const;
  const draft = s.draft('answer.given', { check: 'asked', subject: 'aircraft', answer, facts: {} });
  const admitted = admit(draft, s.state(), draft.at);
  const { index } = s.state();
  const part = index?.parts.get('asked@aircraft');
  if (!index || !part) throw new Error('The part is missing.');
  return {
    door: admitted.ok ? 'taken' : admitted.error.code,
    state: judgeAnswer(index, part, answer, {}, draft.at).map((v) => `${v.state} ${v.value ?? ''}`),
    text: describeAnswer(index, 'asked', answer),
  };
}

test('each difference is accepted with its reason or is to be put back: what is left of them is held against the limit', () => {
  expect(said(LEFT)).toEqual({ door: 'taken', state: ['within 0'], text: '3 parameters, none to put back' });
  expect(said(READ)).toEqual({ door: 'taken', state: ['out 3'], text: '3 parameters, 3 to put back' });
  const why = 'as the maker’s sheet 12 says';
  expect(said(READ, [{ name: 'MODE', why }])).toMatchObject({
    state: ['out 2'],
    text: '3 parameters, 2 to put back, 1 accepted',
  });
  const all = ['MODE', 'NEW', 'RATE'].map((name) => ({ name, why }));
  expect(said(READ, all)).toEqual({
    door: 'taken',
    state: ['within 0'],
    text: '3 parameters, none to put back, 3 accepted',
  });
});

test('the door takes no reason that is none, none twice, and none for what is as it was', () => {
  const door = (...accepted: readonly { name: string; why: string }[]): string => said(READ, accepted).door;
  expect(door({ name: 'MODE', why: 'so' })).toBe('taken');
  expect(door({ name: 'MODE', why: '  ' })).toBe('wrongForm');
  expect(door({ name: 'GAIN', why: 'so' })).toBe('wrongForm');
  expect(door({ name: 'MODE', why: 'so' }, { name: 'MODE', why: 'too' })).toBe('wrongForm');
  const twice = [...LEFT, { name: 'GAIN', value: 1 }];
  expect([said([]).door, said(twice).door, said(LEFT, [], []).door, said(LEFT, [], twice).door]).toEqual(
    Array(4).fill('wrongForm'),
  );
});
