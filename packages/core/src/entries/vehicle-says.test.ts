import { layoutFor } from '../aircraft/templates.ts';
import type { Basis, Check } from '../checks/types.ts';
import { goodAnswer } from '../trial/good-answers.ts';
import type { Fact } from '../limits/types.ts';
import { deriveStatus } from '../standing/derive.ts';
import { AIRCRAFT, BASIS, check, PACK, Scribe } from '../testing/world.ts';
import { admit } from './admit.ts';

/** What a vehicle says of itself while something is answered. */
const armed = {
  name: 'armed',
  title: 'Armed',
  per: 'aircraft',
  values: ['no', 'yes'],
  initial: 'no',
} as const;

function opened(...checks: readonly Check[]): Scribe {
  const basis: Basis = {
    ...BASIS,
    aircraft: { ...AIRCRAFT, family: 'electric-model', layout: layoutFor('electric-model') },
    pack: { ...PACK, gates: [], states: [...PACK.states, armed], checks },
  };
  return new Scribe().open(basis);
}

const door = (s: Scribe, id: string, facts: Readonly<Record<string, Fact>>): string => {
  const answer = { kind: 'confirm', asExpected: true } as const;
  const draft = s.draft('answer.given', { check: id, subject: 'aircraft', answer, facts });
  const admitted = admit(draft, s.state(), draft.at);
  return admitted.ok ? 'taken' : admitted.error.code;
};

test('what is done while the vehicle is armed otherwise than it is asked for does not count', () => {
  const s = opened(
    check('propellers', { needs: { armed: 'no' } }),
    check('arms', { sets: { armed: 'yes' } }),
    check('disarms', { needs: { armed: 'no' }, sets: { armed: 'no' } }),
    check('looks'),
  );
  const said = (id: string): string[] =>
    ['yes', 'no'].map((word) => door(s, id, { 'armed-by-vehicle': word }));
  expect(said('propellers')).toEqual(['vehicleArmedOther', 'taken']);
  // Whoever arms has armed when it is answered.
  expect(said('arms')).toEqual(['taken', 'vehicleArmedOther']);
  expect(said('disarms')).toEqual(['vehicleArmedOther', 'taken']);
  expect(said('looks')).toEqual(['taken', 'taken']);
  // No vehicle on the line, or one that says something else: it is as the record has it.
  expect([door(s, 'propellers', {}), door(s, 'arms', {})]).toEqual(['taken', 'taken']);
  expect(door(s, 'propellers', { 'armed-by-vehicle': { value: 1, unit: 'count' } })).toBe('taken');
});

describe('how it felt itself held while a correction was answered', () => {
  const correction = check('tilt', { answer: { kind: 'sense', input: 'left-side-down', of: 'surfaces' } });
  const stands = (facts: Readonly<Record<string, Fact>>, wrong = false) => {
    const s = opened(correction);
    const state = s.state();
    const part = state.index?.parts.get('tilt@aircraft');
    if (!part) throw new Error('The part is missing.');
    const good = goodAnswer(part, state, '2026-03-01T08:00:00.000Z');
    if (good.kind !== 'sense') throw new Error('Not a sense.');
    const back = { plus: 'minus', minus: 'plus', still: 'still' } as const;
    const answer = wrong
      ? { ...good, moves: good.moves.map((m) => ('way' in m ? { ...m, way: back[m.way] } : m)) }
      : good;
    s.add('answer.given', { check: 'tilt', subject: 'aircraft', answer, facts });
    const status = deriveStatus(s.state(), '2026-03-01T08:00:00.000Z')?.parts.get('tilt@aircraft');
    return [status?.mark, status?.proven, status?.verdicts.map((v) => v.reason.code).at(-1)];
  };

  test('as it was asked, or without a vehicle, it is what was seen', () => {
    expect(stands({ tilted: 'left-side-down' })).toEqual(['within', true, 'senseAsExpected']);
    expect(stands({})).toEqual(['within', true, 'senseAsExpected']);
    expect(stands({ tilted: 'left-side-down' }, true).slice(0, 2)).toEqual(['out', false]);
  });

  test('a box that felt something else proves nothing by it; what went wrong all the same stays wrong', () => {
    expect(stands({ tilted: 'right-side-down' })).toEqual(['unknown', false, 'tiltOtherwise']);
    expect(stands({ tilted: 'nose-up' })).toEqual(['unknown', false, 'tiltOtherwise']);
    expect(stands({ tilted: 'nose-up' }, true)).toEqual(['out', false, 'tiltOtherwise']);
    // It never moved, whatever was said of it.
    expect(stands({ tilted: 'not-tilted' })).toEqual(['unknown', false, 'tiltNone']);
    // Not a way in which anything is held: nothing is made of it.
    expect(stands({ tilted: '<b>' })).toEqual(['within', true, 'senseAsExpected']);
  });
});
