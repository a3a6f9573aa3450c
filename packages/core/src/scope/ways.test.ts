import { indexBasis } from '../checks/basis-index.ts';
import { BASIS, check, PACK, Scribe } from '../testing/world.ts';
import { makeSentences } from '../words/english.ts';
import { namesOf } from '../words/names.ts';
import { WAY_TITLES } from '../words/way-titles.ts';
import { WAYS, type WayQuestion } from '../checks/ways.ts';
import { recommendWays, wayFacts, type WayFacts } from './ways.ts';

const FACTS: WayFacts = {
  occasion: 'maiden',
  hours: 0,
  stabilised: false,
  model: false,
  hasFlaps: true,
  hasWheels: true,
  doubts: [],
  trimOut: false,
  beginner: false,
  inspectors: 1,
};

test('each school is recommended where the table of the work says so, and forced where it says so', () => {
  const choice = (change: Partial<WayFacts>, question: WayQuestion) => {
    const advice = recommendWays({ ...FACTS, ...change })[question];
    return advice && [advice.choice, advice.forced];
  };
  expect(choice({}, 'reach')).toEqual(['circuit', false]);
  expect(choice({ occasion: 'post-maintenance' }, 'reach')).toEqual(['overhead', false]);
  expect(choice({ occasion: 'post-maintenance', doubts: ['Fuel flow short'] }, 'reach')).toEqual([
    'circuit',
    true,
  ]);
  expect(choice({}, 'first-take-off')).toBeUndefined();
  expect(choice({ stabilised: true }, 'first-take-off')).toEqual(['unassisted', false]);
  expect(choice({ stabilised: true, beginner: true }, 'first-take-off')).toEqual(['assisted', false]);
  expect(choice({}, 'stall')).toEqual(['before', false]);
  expect(choice({ trimOut: true }, 'stall')).toEqual(['never', true]);
  expect(choice({ model: true }, 'stall')).toEqual(['if-benign', false]);
  expect(choice({}, 'landing-flap')).toEqual(['half', false]);
  expect(choice({ model: true, beginner: true }, 'landing-flap')).toEqual(['none', false]);
  expect(choice({ hasFlaps: false }, 'landing-flap')).toBeUndefined();
  expect(choice({}, 'fairings')).toEqual(['off', false]);
  expect(choice({ inspectors: 0 }, 'own-work')).toEqual(['stated', false]);
  const { say } = makeSentences(namesOf(undefined));
  for (const occasion of ['maiden', 'acceptance', 'post-maintenance', 'site-release'] as const)
    for (const flag of [true, false])
      for (const [question, advice] of Object.entries(
        recommendWays({ ...FACTS, occasion, model: flag, stabilised: flag, beginner: flag, trimOut: flag }),
      )) {
        expect(WAYS[question as WayQuestion] as readonly string[]).toContain(advice.choice);
        expect(WAY_TITLES[question as WayQuestion].choices[advice.choice]).toBeDefined();
        expect(say(advice.why)).not.toMatch(/^Reason /);
      }
});

test('an open finding about fuel, engine or structure is a doubt; one about the radio is not; one nobody can place is', () => {
  const basis = {
    ...BASIS,
    pack: {
      ...PACK,
      checks: [
        check('flow', { station: 'fuel', proves: ['fuel.flow'] }),
        check('radio', { station: 'controls', proves: ['radio.range'] }),
      ],
    },
  };
  const index = indexBasis(basis);
  if (!index.ok) throw new Error('basis');
  const doubtsOf = (about: string | undefined): readonly string[] => {
    const scribe = new Scribe().open(basis);
    scribe.add('finding.raised', {
      finding: 'f',
      title: 'Something',
      where: '',
      ...(about ? { check: about, subject: 'aircraft' } : {}),
    });
    return wayFacts(scribe.state(), index.value, 'maiden', { beginner: false, inspectors: 1 }).doubts;
  };
  expect(doubtsOf('flow')).toEqual(['Something']);
  expect(doubtsOf('radio')).toEqual([]);
  expect(doubtsOf(undefined)).toEqual(['Something']);
});
