import { BASIS, BO, check, PACK, plain, Scribe } from '../testing/world.ts';
import { foldEntries } from './index.ts';
import type { EntryBodies, EntryKind } from '../record/index.ts';

/** A record may come from elsewhere: what it says of things that there are not changes nothing, and breaks nothing. */

/** What a state says, without how far the record has come. */
const said = (s: Scribe): unknown => {
  const { count: _c, head: _h, clock: _k, lastOf: _l, ...rest } = foldEntries(s.entries);
  return plain(rest as never);
};

const about = { check: 'moon', subject: 'left' };
const nowhere = { check: 'idle', subject: 'moon' };
const confirmed = { answer: { kind: 'confirm', asExpected: true }, facts: {} } as const;
const ENTRIES: [EntryKind, object, { supersedes?: string }?][] = [
  ['answer.given', { ...about, ...confirmed }],
  ['answer.given', { ...nowhere, ...confirmed }],
  ['answer.notApplicable', { ...about, reason: 'none' }],
  ['answer.withdrawn', { ...about, reason: 'slip' }, { supersedes: 'entry-1' }],
  ['answer.withdrawn', { check: 'papers', subject: 'aircraft', reason: 'slip' }],
  ['answer.withdrawn', { check: 'papers', subject: 'aircraft', reason: 'slip' }, { supersedes: 'entry-1' }],
  ['timer.started', about],
  ['tag.off', { tag: 'moon', note: '', touches: ['engine.left'] }],
  ['finding.assessed', { finding: 'moon', severity: 'stops', reason: 'no', conditions: '' }],
  ['finding.closed', { finding: 'moon', note: '' }],
  ['inspection.signed', { action: 'moon', accepted: true, note: '' }],
];

test.each<[EntryKind, object, { supersedes?: string }?]>(ENTRIES)(
  '%s of something that there is not: %o',
  (kind, body, change = {}) => {
    const s = new Scribe().upToProven();
    const before = said(s);
    s.add(kind, body as EntryBodies[typeof kind], { by: BO, ...change });
    expect(said(s)).toEqual(before);
  },
);

test('a second person, and a decision, on an answer that there is not: nobody has seen, nothing is decided', () => {
  const s = new Scribe().upToProven();
  const shown = (): unknown =>
    [...foldEntries(s.entries).parts].map(([key, p]) => [
      key,
      p.history.map((h) => [h.entry, h.witness, h.decision]),
    ]);
  const before = shown();
  const on = { check: 'idle', subject: 'left', answerEntry: 'entry-1' };
  s.add('answer.witnessed', on, { by: BO });
  s.add('decision.recorded', { ...on, reason: 'yes' }, { by: BO, role: 'inspector' });
  expect(shown()).toEqual(before);
});

test('work on a finding that there is not is work all the same', () => {
  const s = new Scribe().upToProven();
  s.add('action.recorded', {
    action: 'a',
    finding: 'moon',
    what: 'Set',
    measure: '',
    touches: ['engine.left.idle'],
  });
  const state = foldEntries(s.entries);
  expect([...state.actions.keys()]).toEqual(['a']);
  expect([...state.findings.keys()]).toEqual([]);
  expect(state.proofs.has('idle@left')).toBe(false);
});

test('an inspection is asked for what touches any of the systems the pack names, and not for the rest', () => {
  const s = new Scribe().open({
    ...BASIS,
    pack: {
      ...PACK,
      independentInspection: ['engine.*.control', 'gear'],
      checks: [...PACK.checks, check('legs', { proves: ['gear.legs'] })],
    },
  });
  const needed = (...touches: string[]): boolean | undefined => {
    const action = `a${s.entries.length}`;
    s.add('action.recorded', { action, what: 'Work', measure: '', touches });
    return foldEntries(s.entries).actions.get(action)?.inspectionNeeded;
  };
  expect([needed('gear'), needed('engine.left.control'), needed('engine.left')]).toEqual([true, true, true]);
  expect([needed('engine.left.idle'), needed('engine.left.idle', 'gear')]).toEqual([false, true]);
});

test('work on one finding after another is kept in its order, by its own ids', () => {
  const s = new Scribe().upToProven();
  s.add('finding.raised', { finding: 'f', title: 'Idle', where: '' });
  expect(foldEntries(s.entries).findings.get('f')?.actions).toEqual([]);
  for (const action of ['one', 'two'])
    s.add('action.recorded', {
      action,
      finding: 'f',
      what: 'Set',
      measure: '',
      touches: ['engine.left.idle'],
    });
  expect(foldEntries(s.entries).findings.get('f')?.actions).toEqual(['one', 'two']);
});
