import fc from 'fast-check';
import type { Layout, Place, Propulsor, Surface } from '../aircraft/types.ts';
import { CONTROL_LAYOUTS, everyQuestion } from '../testing/control-layouts.ts';
import { movesUnder, singleCauses, type ControlCause } from './causes.ts';
import { ControlFaults, type Explained, type SenseSeen } from './explain.ts';
import { fixOf } from './fix.ts';
import {
  expectedOf,
  SENSE_INPUT_IDS,
  SENSE_INPUTS,
  stickOf,
  watchedOf,
  type SenseQuestion,
} from './inputs.ts';
import { MOUNTINGS, takenFor } from './mountings.ts';
import { OUTPUT_GROUPS, outputsOf, type ControlOutput, type WayOfMoving } from './outputs.ts';

type Vector = readonly [x: number, y: number, z: number];
const cross = (a: Vector, b: Vector): Vector => [
  a[1] * b[2] - a[2] * b[1],
  a[2] * b[0] - a[0] * b[2],
  a[0] * b[1] - a[1] * b[0],
];

/*
 * The other route to the same signs: no table of who does what, but where a thing sits and which way the air pushes it. Axes of the
 * airframe: x forward, y right, z down; a moment about them is roll to the right, nose up, nose right.
 */
const SIDE = { left: -1, right: 1, centre: 0 } as const;
/** Where a surface sits and the force on it when it goes its plus way: down for a trailing edge that goes up, left for one that goes right. */
function pushedAt({ kind, side }: Surface): { readonly at: Vector; readonly force: Vector } | undefined {
  const y = SIDE[side];
  switch (kind) {
    case 'aileron':
    case 'flaperon':
    case 'elevon':
      // An elevon lies behind the centre of gravity, an aileron on it.
      return { at: [kind === 'elevon' ? -0.5 : 0, y, 0], force: [0, 0, 1] };
    case 'spoiler':
      return { at: [0, y, 0], force: [0, 0, 1] };
    case 'elevator':
      return { at: [-3, 0, 0], force: [0, 0, 1] };
    case 'canard':
      return { at: [3, 0, 0], force: [0, 0, 1] };
    case 'rudder':
      return { at: [-3, 0, 0], force: [0, -1, 0] };
    case 'ruddervator':
      // A V leans outwards: up on its left half is up and to the right, and the air pushes it down and to the left.
      return { at: [-3, y * 0.3, 0], force: [0, y, 1] };
    case 'nose-wheel':
      // The ground pushes a wheel that points right to the right, ahead of the centre of gravity.
      return { at: [2, 0, 0], force: [0, 1, 0] };
    case 'flap':
    case 'airbrake':
    case 'trim-tab':
      return undefined;
  }
}

const SPOTS: Readonly<Partial<Record<Place, readonly [number, number]>>> = {
  'front-left': [1, -1],
  'front-right': [1, 1],
  'middle-left': [0, -1],
  'middle-right': [0, 1],
  'rear-left': [-1, -1],
  'rear-right': [-1, 1],
};

/** Lift is up; what a rotor that turns clockwise, seen from above, gives back to the frame turns it anticlockwise. */
function momentOfMotor({ place, turns }: Propulsor): Vector {
  const [x, y] = SPOTS[place] ?? [0, 0];
  const [roll, pitch] = cross([x, y, 0], [0, 0, -1]);
  return [roll, pitch, turns === 'clockwise' ? -1 : 1];
}

const AXIS = { roll: 0, pitch: 1, yaw: 2 } as const;

/** A disc above the centre of gravity that leans takes its pull along; the tail is pushed at the end of its boom. */
function byLean({ id }: ControlOutput, axis: keyof typeof AXIS): number {
  const [at, force]: readonly [Vector, Vector] = id.endsWith('.sideways')
    ? [
        [0, 0, -1],
        [0, 0.1, -1],
      ]
    : id.endsWith('.along')
      ? [
          [0, 0, -1],
          [-0.1, 0, -1],
        ]
      : [
          [-4, 0, 0],
          [0, -1, 0],
        ];
  return Math.sign(cross(at, force)[AXIS[axis]]);
}

/** What an output has to do for a moment about an axis, by where it sits; its own small moments about other axes do not steer. */
function byPhysics(layout: Layout, output: ControlOutput, axis: keyof typeof AXIS): number {
  if (output.group === 'rotors') return byLean(output, axis);
  const motor = layout.propulsors.find((p) => p.id === output.id);
  if (motor) return Math.sign(momentOfMotor(motor)[AXIS[axis]]);
  const surface = layout.surfaces.find((s) => s.id === output.id);
  const pushed = surface && pushedAt(surface);
  if (!surface || !pushed) return 0;
  const steers: Readonly<Partial<Record<Surface['kind'], readonly (keyof typeof AXIS)[]>>> = {
    elevon: ['roll', 'pitch'],
    ruddervator: ['pitch', 'yaw'],
    elevator: ['pitch'],
    canard: ['pitch'],
    rudder: ['yaw'],
    'nose-wheel': ['yaw'],
  };
  if (!(steers[surface.kind] ?? ['roll']).includes(axis)) return 0;
  return Math.sign(cross(pushed.at, pushed.force)[AXIS[axis]]);
}

const FIGURE: Readonly<Record<WayOfMoving, number>> = { plus: 1, still: 0, minus: -1 };
const LAYOUTS = CONTROL_LAYOUTS.map((l) => ({ ...l, outputs: outputsOf(l.layout) }));

describe('which way everything has to go', () => {
  it.each(LAYOUTS)('follows from where it sits: $name', ({ layout, outputs }) => {
    for (const input of SENSE_INPUT_IDS) {
      const { by, axis, to } = SENSE_INPUTS[input];
      if (axis === 'flaps' || axis === 'brakes') continue;
      for (const group of ['surfaces', 'motors', 'rotors'] as const) {
        const expected = expectedOf(outputs, { group, input });
        if (!expected.ok) continue;
        for (const [id, way] of expected.value) {
          const output = outputs.find((o) => o.id === id)!;
          const wanted = byPhysics(layout, output, axis) * (by === 'correction' ? -to : to);
          expect({ input, id, way: FIGURE[way] + 0 }).toEqual({
            input,
            id,
            way: (output.oneSided ? Math.max(0, wanted) : wanted) + 0,
          });
        }
      }
    }
  });

  it.each(LAYOUTS)('what explains it starts from the same: $name', ({ outputs }) => {
    for (const input of SENSE_INPUT_IDS)
      for (const group of OUTPUT_GROUPS) {
        const expected = expectedOf(outputs, { group, input });
        if (!expected.ok) continue;
        const moves = movesUnder(outputs, [], input);
        expect({ input, moves: [...expected.value.keys()].map((id) => moves.get(id)) }).toEqual({
          input,
          moves: [...expected.value.values()],
        });
      }
  });

  it('flaps go down together, brakes come out together, and flaperons do both', () => {
    const { outputs } = LAYOUTS.find((l) => l.name.startsWith('wing of four'))!;
    const flaps = expectedOf(outputs, { group: 'surfaces', input: 'flaps-down' });
    const brakes = expectedOf(outputs, { group: 'surfaces', input: 'brakes-out' });
    expect(flaps.ok && Object.fromEntries(flaps.value)).toMatchObject({
      'flaperon-left': 'minus',
      'flaperon-right': 'minus',
      'spoiler-left': 'still',
    });
    expect(brakes.ok && Object.fromEntries(brakes.value)).toMatchObject({
      'airbrake-left': 'plus',
      'spoiler-right': 'plus',
      'flaperon-left': 'still',
    });
  });

  it('is not guessed where nobody described it', () => {
    const { layout } = LAYOUTS.find((l) => l.name === 'multirotor of four')!;
    const undescribed = outputsOf({
      ...layout,
      propulsors: layout.propulsors.map(({ turns: _, ...p }) => p),
    });
    expect(expectedOf(undescribed, { group: 'motors', input: 'stick-right' }).ok).toBe(true);
    expect(expectedOf(undescribed, { group: 'motors', input: 'nose-right' })).toMatchObject({
      ok: false,
      error: { code: 'senseUndescribed' },
    });
    const single = outputsOf({
      ...layout,
      surfaces: [{ id: 'e', title: 'E', kind: 'elevon', side: 'centre' }],
    });
    expect(expectedOf(single, { group: 'surfaces', input: 'stick-back' })).toMatchObject({
      ok: false,
      error: { code: 'senseUndescribed' },
    });
    expect(expectedOf([], { group: 'tilts', input: 'stick-back' })).toMatchObject({
      ok: false,
      error: { code: 'senseOfNothing' },
    });
  });

  it('a tilting pair goes apart to turn, and the left one forward turns right', () => {
    const { outputs } = LAYOUTS.find((l) => l.name.endsWith('tilting'))!;
    const tilts = expectedOf(outputs, { group: 'tilts', input: 'rudder-right' });
    expect(tilts.ok && [...tilts.value.values()]).toEqual(['plus', 'minus']);
  });

  it('at the end of cables only what the axis moves is asked about', () => {
    const { outputs, context } = LAYOUTS[0]!;
    const asked = watchedOf(outputs, context, { group: 'surfaces', input: 'stick-right' });
    expect(asked.map((o) => o.id)).toEqual(['aileron-left', 'aileron-right']);
  });

  it('each transmitter mode has its sticks: throttle is where the rest is not', () => {
    const right = (mode: '1' | '2' | '3' | '4'): string[] =>
      (['roll', 'pitch', 'yaw'] as const).filter((axis) => stickOf(mode, axis) === 'right');
    expect([right('1'), right('2'), right('3'), right('4')]).toEqual([
      ['roll'],
      ['roll', 'pitch'],
      ['yaw'],
      ['pitch', 'yaw'],
    ]);
    expect(stickOf('2', 'flaps')).toBeUndefined();
  });
});

describe('how a box lies', () => {
  it('there are 24 ways, each of them its own', () => {
    const seen = new Set(
      MOUNTINGS.map((m) =>
        JSON.stringify([takenFor(m, [1, 0, 0]), takenFor(m, [0, 1, 0]), takenFor(m, [0, 0, 1])]),
      ),
    );
    expect([MOUNTINGS.length, seen.size]).toEqual([24, 24]);
  });

  // By hand, with a box of cardboard: what it feels when the right side goes down, the nose up, the nose right.
  it.each([
    ['forward', 'up', [1, 0, 0], [0, 1, 0], [0, 0, 1]],
    ['aft', 'up', [-1, 0, 0], [0, -1, 0], [0, 0, 1]],
    ['forward', 'down', [1, 0, 0], [0, -1, 0], [0, 0, -1]],
    ['aft', 'down', [-1, 0, 0], [0, 1, 0], [0, 0, -1]],
    // Arrow to the right wing: right side down is its nose down, nose up is its roll to the right.
    ['right', 'up', [0, -1, 0], [1, 0, 0], [0, 0, 1]],
    ['left', 'up', [0, 1, 0], [-1, 0, 0], [0, 0, 1]],
    // Stood on its tail, top aft: nose right is its roll to the left.
    ['up', 'aft', [0, 0, 1], [0, 1, 0], [-1, 0, 0]],
  ] as const)('arrow %s, top %s', (arrow, top, roll, pitch, yaw) => {
    const plain = (v: readonly number[]): number[] => v.map((x) => x + 0);
    expect(
      [
        [1, 0, 0],
        [0, 1, 0],
        [0, 0, 1],
      ].map((v) => plain(takenFor({ arrow, top }, v as unknown as Vector))),
    ).toEqual([roll, pitch, yaw].map(plain));
  });

  it('a turn stays as large as it was, and left-handed boxes there are none', () => {
    fc.assert(
      fc.property(
        fc.constantFrom(...MOUNTINGS),
        fc.tuple(
          fc.integer({ min: -9, max: 9 }),
          fc.integer({ min: -9, max: 9 }),
          fc.integer({ min: -9, max: 9 }),
        ),
        (m, v) => {
          const size = (u: readonly number[]): number => u.reduce((s, x) => s + x * x, 0);
          expect(size(takenFor(m, v))).toBe(size(v));
          const [x, y, z] = [takenFor(m, [1, 0, 0]), takenFor(m, [0, 1, 0]), takenFor(m, [0, 0, 1])];
          const [a, b, c] = cross(x, y);
          expect(a * z[0] + b * z[1] + c * z[2]).toBe(1);
        },
      ),
    );
  });
});

/** A person who sees everything right on an aircraft with these causes. */
function answering(
  outputs: readonly ControlOutput[],
  context: Parameters<typeof watchedOf>[1],
  causes: readonly ControlCause[],
) {
  return (q: SenseQuestion): SenseSeen => {
    const moves = movesUnder(outputs, causes, q.input);
    return {
      ...q,
      ways: Object.fromEntries(watchedOf(outputs, context, q).map((o) => [o.id, moves.get(o.id)!])),
    };
  };
}

/** Asks what the product chooses until it is sure of a cause, or until it has no question left. */
function diagnose(
  faults: ControlFaults,
  answer: (q: SenseQuestion) => SenseSeen,
  from: readonly SenseSeen[],
  until: 'sure' | 'nothing left',
): { explained: Explained; asked: number } {
  const seen = [...from];
  for (;;) {
    const explained = faults.explain(seen);
    if (!explained.next || (until === 'sure' && explained.settled))
      return { explained, asked: seen.length - from.length };
    seen.push(answer(explained.next));
  }
}

const wordOf = (seen: SenseSeen): string => JSON.stringify(Object.entries(seen.ways));

describe('what would explain the answers', () => {
  const whole = { asked: 0, all: 0 };

  it.each(LAYOUTS)('finds every single cause, and pairs: $name', ({ outputs, context }) => {
    const questions = everyQuestion(outputs, context);
    const faults = new ControlFaults(outputs, context, questions);
    const inOrder = answering(outputs, context, []);
    const alike = (a: readonly ControlCause[], b: readonly ControlCause[]): boolean =>
      questions.every(
        (q) => wordOf(answering(outputs, context, a)(q)) === wordOf(answering(outputs, context, b)(q)),
      );
    const singles = singleCauses(outputs, context);
    for (const cause of singles) {
      const answer = answering(outputs, context, [cause]);
      const symptom = questions.find((q) => wordOf(answer(q)) !== wordOf(inOrder(q)));
      // What shows on nothing that can be asked is no fault that could be found.
      if (!symptom) continue;
      const { explained, asked } = diagnose(faults, answer, [answer(symptom)], 'sure');
      const [first] = explained.ranked;
      const told = [first!.causes, ...first!.tied];
      expect({
        cause,
        told,
        found: told.some(
          (causes) => causes.length === 1 && JSON.stringify(causes[0]) === JSON.stringify(cause),
        ),
      }).toMatchObject({ cause, found: true });
      // What is said to be as good is as good: nothing that can be asked tells it apart.
      for (const causes of told)
        expect({ cause, causes, alike: alike(causes, [cause]) }).toMatchObject({ alike: true });
      whole.asked += asked;
      whole.all += questions.length - 1;
    }
    const pairs = fc.sample(fc.tuple(fc.constantFrom(...singles), fc.constantFrom(...singles)), {
      numRuns: 25,
      seed: 7,
    });
    for (const pair of pairs) {
      if (pair[0] === pair[1] || pair.every((c) => c.kind === 'mounting')) continue;
      const { explained } = diagnose(faults, answering(outputs, context, pair), [], 'nothing left');
      expect({
        pair,
        first: explained.ranked[0]!.causes,
        alike: alike(explained.ranked[0]!.causes, pair),
      }).toMatchObject({ pair, alike: true });
    }
  });

  it('asks at most half of what it could ask', () => {
    expect(whole.all).toBeGreaterThan(1000);
    expect(whole.asked / whole.all).toBeLessThan(0.5);
  });

  it('an aircraft in order is explained by nothing being wrong', () => {
    for (const { outputs, context } of LAYOUTS) {
      const questions = everyQuestion(outputs, context);
      const { ranked, next } = new ControlFaults(outputs, context, questions).explain(
        questions.map(answering(outputs, context, [])),
      );
      expect({ causes: ranked[0]!.causes, explained: ranked[0]!.explained, next }).toEqual({
        causes: [],
        explained: questions.length,
        next: undefined,
      });
    }
  });

  it('one mistaken call among many does not make two faults of one', () => {
    const { outputs, context } = LAYOUTS.find((l) => l.name === 'V-tail with ailerons')!;
    const questions = everyQuestion(outputs, context);
    const turned: ControlCause = { kind: 'mounting', mounting: { arrow: 'aft', top: 'up' } };
    const seen = questions.map(answering(outputs, context, [turned]));
    const [first, ...rest] = seen;
    const mistaken = { ...first!, ways: { ...first!.ways, [outputs[0]!.id]: 'still' as const } };
    const [leader] = new ControlFaults(outputs, context, questions).explain([mistaken, ...rest]).ranked;
    expect(leader!.causes).toContainEqual(turned);
    expect(new ControlFaults(outputs, context, questions).explain(seen).ranked[0]!.causes).toEqual([turned]);
  });

  it('says what it leaves unexplained, as the study draws it: turned half round before a gain reversed in roll', () => {
    const { outputs, context } = LAYOUTS.find((l) => l.name === 'V-tail with ailerons')!;
    const questions = everyQuestion(outputs, context);
    const faults = new ControlFaults(outputs, context, questions);
    const answer = answering(outputs, context, [{ kind: 'mounting', mounting: { arrow: 'aft', top: 'up' } }]);
    const asked = questions.filter((q) => q.input !== 'nose-right');
    const { ranked, next } = faults.explain(asked.map(answer));
    expect(ranked[0]!).toMatchObject({
      causes: [{ kind: 'mounting', mounting: { arrow: 'aft', top: 'up' } }],
      explained: 5,
      unexplained: [],
    });
    const roll = faults.explain(asked.filter((q) => q.input !== 'nose-down').map(answer));
    expect(roll.settled).toBe(false);
    expect(roll.next?.input).toBe('nose-down');
    expect(
      roll.ranked.some(
        (r) => JSON.stringify(r.causes) === JSON.stringify([{ kind: 'gain-reversed', axis: 'roll' }]),
      ),
    ).toBe(true);
    // Two mountings agree on roll and pitch with one of yaw; a third axis decides nothing between boxes.
    expect(next === undefined || next.input === 'nose-right').toBe(true);
  });

  it('an autopilot that turns away from its heading bug: its servo, where the stick is right; the circuit, where both are wrong', () => {
    const { outputs, context } = LAYOUTS.find(
      (l) => l.name === 'conventional, by cables, with an autopilot',
    )!;
    const faults = new ControlFaults(outputs, context, everyQuestion(outputs, context));
    const right = { 'aileron-left': 'minus', 'aileron-right': 'plus' } as const;
    const wrong = { 'aileron-left': 'plus', 'aileron-right': 'minus' } as const;
    const still = { 'aileron-left': 'still', 'aileron-right': 'still' } as const;
    const first = (
      stick: SenseSeen['ways'],
      bug: SenseSeen['ways'],
      pitch?: SenseSeen['ways'],
    ): readonly ControlCause[] | undefined =>
      faults.explain([
        { input: 'stick-right', group: 'surfaces', ways: stick },
        { input: 'heading-bug-right', group: 'surfaces', ways: bug },
        ...(pitch ? [{ input: 'pitch-up-asked', group: 'surfaces', ways: pitch } as const] : []),
      ]).ranked[0]?.causes;
    expect(first(right, { ...wrong, elevator: 'still' })).toEqual([{ kind: 'servo-reversed', axis: 'roll' }]);
    expect(first(right, { ...still, elevator: 'still' })).toEqual([{ kind: 'servo-dead', axis: 'roll' }]);
    expect(first(wrong, { ...wrong, elevator: 'still' })).toEqual([
      { kind: 'channel-reversed', axis: 'roll' },
    ]);
    expect(first(right, { ...still, elevator: 'plus' }, { ...right, elevator: 'still' })).toEqual([
      { kind: 'servos-swapped', axes: ['roll', 'pitch'] },
    ]);
  });

  it('what nobody said of a surface counts neither way', () => {
    const { outputs, context } = LAYOUTS.find((l) => l.name === 'V-tail with ailerons')!;
    const faults = new ControlFaults(outputs, context, everyQuestion(outputs, context));
    const { ranked } = faults.explain([
      { input: 'stick-right', group: 'surfaces', ways: { 'aileron-right': 'plus' } },
    ]);
    expect(ranked[0]!.causes).toEqual([]);
  });
});

describe('where it is put right', () => {
  const { outputs, context } = LAYOUTS.find((l) => l.name === 'V-tail with ailerons')!;
  it.each([
    [{ kind: 'channel-reversed', axis: 'roll' }, 'transmitter', 'servo'],
    [{ kind: 'mounting', mounting: { arrow: 'aft', top: 'up' } }, 'stabiliser', 'servo'],
    [{ kind: 'gain-reversed', axis: 'pitch' }, 'stabiliser', 'servo'],
    [{ kind: 'rod-reversed', output: 'aileron-left' }, 'linkage', 'transmitter'],
    [
      { kind: 'outputs-swapped', outputs: ['ruddervator-left', 'ruddervator-right'] },
      'wiring',
      'transmitter',
    ],
    [{ kind: 'output-dead', output: 'aileron-left' }, 'wiring', undefined],
    [{ kind: 'mode-inactive' }, 'mode', undefined],
    [{ kind: 'servo-reversed', axis: 'roll' }, 'autopilot', undefined],
  ] as const)('%j: %s, and the wrong place is the %s', (cause, place, hiddenBy) => {
    const fix = fixOf(cause as ControlCause, outputs, context);
    expect([fix.place, fix.hiddenBy]).toEqual([place, hiddenBy]);
    expect(fix.touches.length).toBeGreaterThan(0);
  });

  it('the wrong place hides it: the half that was wrong looks right, and the other half is wrong instead', () => {
    // A box turned half round, "put right" by turning both aileron servos round.
    const turned: ControlCause = { kind: 'mounting', mounting: { arrow: 'aft', top: 'up' } };
    const servos: ControlCause[] = ['aileron-left', 'aileron-right'].map((output) => ({
      kind: 'output-reversed',
      output,
    }));
    const ailerons = (
      causes: readonly ControlCause[],
      input: SenseQuestion['input'],
    ): (WayOfMoving | undefined)[] => {
      const moves = movesUnder(outputs, causes, input);
      return [moves.get('aileron-left'), moves.get('aileron-right')];
    };
    expect(ailerons([turned, ...servos], 'right-side-down')).toEqual(ailerons([], 'right-side-down'));
    expect(ailerons([turned, ...servos], 'stick-right')).not.toEqual(ailerons([], 'stick-right'));
  });
});
