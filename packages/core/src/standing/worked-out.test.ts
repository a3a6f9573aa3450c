import {
  AIRCRAFT,
  BASIS,
  BO,
  BOOK,
  check,
  CHECKS,
  DIFFERENCE_LIMIT,
  PACK,
  reading,
  Scribe,
} from '../testing/world.ts';
import { foldEntries } from '../entries/index.ts';
import type { EntryBodies } from '../record/index.ts';
import { indexBasis, type Basis, type Check } from '../checks/index.ts';
import type { Limit } from '../limits/types.ts';
import { computedVerdicts, figuresOf } from './computed.ts';

/** Figures that are worked out from others: from which, as what, and when there is none. */

const figure = { unit: 'rpm', resolution: 1, channel: 'rpm', plausible: { low: 0, high: 3500 } };
const SPREAD: Limit = { ...DIFFERENCE_LIMIT, key: 'spread', title: 'Spread', kind: 'spread' } as Limit;

/** An aircraft with so many engines, whose idles are compared with each other. */
function world(engines: readonly string[], limits: readonly string[] = ['difference']): Basis {
  const checks: Check[] = [
    ...CHECKS.filter((c) => c.id !== 'idle'),
    check('idle', { subject: 'engine', answer: { kind: 'reading', ...figure } }),
    check('apart', {
      answer: { kind: 'computed', from: ['idle'], value: 'reading' },
      limits,
      standsOn: ['idle'],
    }),
  ];
  return {
    pack: { ...PACK, checks },
    limitBook: { ...BOOK, limits: [...BOOK.limits, SPREAD] },
    aircraft: { ...AIRCRAFT, engines: engines.map((id) => ({ id, title: id, cylinders: 4 })) },
  };
}

const read = (s: Scribe, engine: string, value: number) => s.read('idle', engine, value);
function worked(s: Scribe, key: string) {
  const state = foldEntries(s.entries);
  const index = state.index;
  const part = index?.parts.get(key);
  if (!index || !part) throw new Error(key);
  return computedVerdicts(state, index, part);
}

test('what it stands on besides is no figure of it, and a figure named twice is still one', () => {
  const basis = world(['left']);
  const s = new Scribe().open(basis);
  read(s, 'left', 700);
  // Compared with itself it would always be within.
  expect(worked(s, 'apart@aircraft')).toBeUndefined();
  const both = world(['left', 'right']);
  const besides = {
    ...both,
    pack: {
      ...both.pack,
      checks: both.pack.checks.map((c) => (c.id === 'apart' ? { ...c, standsOn: ['papers', 'idle'] } : c)),
    },
  };
  const t = new Scribe().open(besides);
  read(t, 'left', 700);
  read(t, 'right', 710);
  expect(worked(t, 'apart@aircraft')?.verdicts).toMatchObject([{ state: 'within' }]);
});

test('one check on two engines is a pair: nothing before both are there, then their difference', () => {
  const s = new Scribe().open(world(['left', 'right']));
  expect(worked(s, 'apart@aircraft')).toBeUndefined();
  const first = read(s, 'right', 700);
  expect(worked(s, 'apart@aircraft')).toBeUndefined();
  const second = read(s, 'left', 760);
  const found = worked(s, 'apart@aircraft');
  expect(found?.verdicts).toMatchObject([{ state: 'out', limit: 'difference' }]);
  expect(found?.from.entry).toBe(second.id);
  expect(found?.figure).toBe(`${second.id}+${first.id}`);
  // The newest of them dates it, whichever engine it is of.
  const third = read(s, 'right', 730);
  expect(worked(s, 'apart@aircraft')).toMatchObject({
    verdicts: [{ state: 'within' }],
    from: { entry: third.id },
    figure: `${second.id}+${third.id}`,
  });
});

test('one engine alone has nothing to differ from, and three are a set of figures by the engine', () => {
  const one = new Scribe().open(world(['left']));
  read(one, 'left', 700);
  expect(worked(one, 'apart@aircraft')).toBeUndefined();
  const s = new Scribe().open(world(['a', 'b', 'c'], ['spread']));
  read(s, 'a', 700);
  read(s, 'b', 720);
  expect(worked(s, 'apart@aircraft')).toBeUndefined();
  read(s, 'c', 790);
  expect(worked(s, 'apart@aircraft')?.verdicts).toMatchObject([{ state: 'out' }]);
  read(s, 'c', 710);
  expect(worked(s, 'apart@aircraft')?.verdicts).toMatchObject([{ state: 'within' }]);
});

test('what has no figure of the kind that is asked for makes none: another form, not applicable, a check by hand', () => {
  const s = new Scribe().upToRunning();
  s.drop('drop-a', 'left', 1700, 1620);
  s.add('answer.notApplicable', { check: 'drop-b', subject: 'left', reason: 'One system' });
  expect(worked(s, 'drops-apart@left')).toBeUndefined();
  expect(worked(s, 'drop-a@left')).toBeUndefined();
  const mixed = new Scribe().open({
    ...BASIS,
    pack: {
      ...PACK,
      checks: CHECKS.map((c) =>
        c.id === 'drops-apart'
          ? {
              ...c,
              answer: { kind: 'computed' as const, from: ['drop-a', 'idle'], value: 'reading' as const },
            }
          : c,
      ),
    },
  });
  mixed.drop('drop-a', 'left', 1700, 1620);
  mixed.read('idle', 'left', 700);
  expect(worked(mixed, 'drops-apart@left')).toBeUndefined();
  const dropped = new Scribe().open({
    ...BASIS,
    pack: {
      ...PACK,
      checks: CHECKS.map((c) =>
        c.id === 'drops-apart'
          ? { ...c, answer: { kind: 'computed' as const, from: ['drop-a', 'idle'], value: 'drop' as const } }
          : c,
      ),
    },
  });
  dropped.drop('drop-a', 'left', 1700, 1620);
  dropped.read('idle', 'left', 700);
  expect(worked(dropped, 'drops-apart@left')).toBeUndefined();
});

test('without a limit it says that it does not know; a decision holds for the figures it was made on', () => {
  const s = new Scribe().open(world(['left', 'right'], []));
  read(s, 'left', 700);
  read(s, 'right', 700);
  expect(worked(s, 'apart@aircraft')?.verdicts).toEqual([
    { state: 'unknown', decisionNeeded: false, reason: { code: 'notAnswered', params: {} } },
  ]);
  const d = new Scribe().open(world(['left', 'right']));
  read(d, 'left', 700);
  read(d, 'right', 760);
  const { figure: name = '' } = worked(d, 'apart@aircraft') ?? {};
  const body = { check: 'apart', subject: 'aircraft', answerEntry: name, reason: 'Seen twice' };
  d.add('decision.recorded', body as EntryBodies['decision.recorded'], { by: BO, role: 'inspector' });
  expect(worked(d, 'apart@aircraft')?.decision?.reason).toBe('Seen twice');
  read(d, 'right', 761);
  expect(worked(d, 'apart@aircraft')?.decision).toBeUndefined();
});

test('the answers a figure is made from are those that stand', () => {
  const s = new Scribe().upToRunning();
  const state = () => foldEntries(s.entries);
  const part = () => {
    const found = state().index?.parts.get('drops-apart@left');
    if (!found) throw new Error('no part');
    return found;
  };
  expect(figuresOf(state(), part())).toEqual([]);
  const a = s.drop('drop-a', 'left', 1700, 1620);
  expect(figuresOf(state(), part()).map((f) => f.entry)).toEqual([a.id]);
  s.add('answer.given', {
    check: 'drop-b',
    subject: 'left',
    answer: { kind: 'drop', before: reading(1700), after: reading(1650) },
    facts: {},
  });
  expect(figuresOf(state(), part())).toHaveLength(2);
});

test('a basis for engines of one kind asks nothing of the others, and all of those that do not say what they are', () => {
  const [left, right] = AIRCRAFT.engines as [
    Basis['aircraft']['engines'][number],
    Basis['aircraft']['engines'][number],
  ];
  const parts = (kinds: Check['kinds'], engines: Basis['aircraft']['engines']) => {
    const only = check('bells', { subject: 'engine', ...(kinds ? { kinds } : {}) });
    const made = indexBasis({
      ...BASIS,
      pack: { ...PACK, checks: [only, check('after', { after: ['bells'] })] },
      aircraft: { ...AIRCRAFT, engines },
    });
    return made.ok ? [...made.value.parts.keys()] : made.error.map((e) => e.code);
  };
  const mixed = [
    { ...left, kind: 'piston' as const },
    { ...right, kind: 'electric' as const },
  ];
  expect(parts(['electric'], mixed)).toEqual(['bells@right', 'after@aircraft']);
  expect(parts(undefined, mixed)).toEqual(['bells@left', 'bells@right', 'after@aircraft']);
  expect(parts(['electric'], [left, right])).toEqual(['bells@left', 'bells@right', 'after@aircraft']);
  expect(parts(['lift-motor'], mixed)).toEqual(['after@aircraft']);
});
