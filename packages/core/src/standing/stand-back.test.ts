import { indexBasis } from '../checks/index.ts';
import { foldEntries } from '../entries/index.ts';
import { proposeScope } from '../scope/index.ts';
import { BASIS, check, Scribe } from '../testing/world.ts';
import { deriveStatus } from './index.ts';

const LOOKS = [
  check('whole', { station: 'inspection', turn: 'last', proves: ['structure.alignment'] }),
  check('spar', { station: 'inspection', proves: ['structure.wings'] }),
  check('bolts', { station: 'inspection', subject: 'engine', proves: ['engine.{engine}.mount'] }),
];
const basis = { ...BASIS, pack: { ...BASIS.pack, checks: [...LOOKS, ...BASIS.pack.checks] } };

const statusOf = (scribe: Scribe) => {
  const state = foldEntries(scribe.entries);
  const status = deriveStatus(state, new Date(state.clock).toISOString());
  return status?.parts.get('whole@aircraft');
};
/** Everything at the inspection but the look at the whole. */
const OTHERS = [
  ['spar', 'aircraft'],
  ['linkage', 'left'],
  ['linkage', 'right'],
  ['bolts', 'left'],
  ['bolts', 'right'],
] as const;

test('the look at the whole waits for everything else at its station, on every engine, and for nothing beyond it', () => {
  const scribe = new Scribe().open(basis);
  for (const [id, subject] of OTHERS) {
    expect(statusOf(scribe)?.blocked?.code).toBe('orderFirst');
    scribe.confirm(id, subject);
  }
  expect(statusOf(scribe)?.blocked).toBeUndefined();
});

test('any touch re-opens it, whatever was touched; what touches nothing does not', () => {
  const touched = [
    ['tag.on', { tag: 't', thing: 'Radio out', where: 'panel', why: 'bench', touches: ['avionics.radio'] }],
    ['tag.on', { tag: 't', thing: 'A note', where: '', why: 'to be read', touches: [] }],
    ['finding.raised', { finding: 'f', title: 'Scratch', where: 'tail' }],
  ] as const;
  const again = touched.map(([kind, body]) => {
    const scribe = new Scribe().open(basis);
    for (const [id, subject] of OTHERS) scribe.confirm(id, subject);
    scribe.confirm('whole', 'aircraft');
    expect(statusOf(scribe)?.proven).toBe(true);
    scribe.add(kind, body);
    return [kind, statusOf(scribe)?.mark, statusOf(scribe)?.reasons[0]?.code];
  });
  expect(again).toEqual([
    ['tag.on', 'again', 'touched'],
    ['tag.on', 'within', 'asExpected'],
    ['finding.raised', 'within', 'asExpected'],
  ]);
});

test('work that was reported brings it into the scope, and nothing does when nothing was touched', () => {
  const index = indexBasis(basis);
  if (!index.ok) throw new Error('a basis of the test');
  const scope = (touches: readonly string[]) =>
    proposeScope(index.value, 'post-maintenance', {
      evidence: {},
      added: [],
      leftOut: [],
      work: [{ component: 'radio', action: 'replaced', touches }],
    }).get('whole@aircraft');
  expect(scope(['avionics.radio'])).toMatchObject({
    verdict: 'prove',
    why: { kind: 'touched', item: 0, system: 'avionics.radio' },
  });
  expect(scope([])?.verdict).toBe('untouched');
});

test('a held gate leads to what is looked at, then to what closes it, and to the look at the whole when nothing else is left', () => {
  const order = ['whole', 'hatch', 'spar', 'bolts', 'linkage'];
  const hatch = check('hatch', { station: 'inspection', turn: 'closing', proves: ['structure.panels'] });
  const all = [hatch, ...basis.pack.checks].sort((a, b) => order.indexOf(a.id) - order.indexOf(b.id));
  const asked = { ...basis, pack: { ...basis.pack, checks: all } };
  const scribe = new Scribe().open(asked);
  const cure = () => {
    const state = foldEntries(scribe.entries);
    const status = deriveStatus(state, new Date(state.clock).toISOString());
    const held = status?.gates.flatMap((g) => g.holdings) ?? [];
    // What waits for a second person is told apart: here is what is left to do.
    const left = held.filter((h) => h.reason.code === 'checksRemain');
    const first = left.find((h) => h.cure?.to === 'check' && order.includes(h.cure.check))?.cure;
    return first?.to === 'check' ? first.check : undefined;
  };
  expect(cure()).toBe('spar');
  for (const [id, subject] of OTHERS) scribe.confirm(id, subject);
  expect(cure()).toBe('hatch');
  scribe.confirm('hatch', 'aircraft');
  expect(cure()).toBe('whole');
});
