import fc from 'fast-check';
import type { Role } from '../checks/types.ts';
import type { EntryBodies, EntryDraft, EntryKind } from '../record/index.ts';
import { deriveStatus } from '../standing/index.ts';
import { draws } from '../testing/draws.ts';
import { untold } from '../testing/untold.ts';
import { BO, Scribe, START } from '../testing/world.ts';
import { aboutOf, admit, coversSystems, foldEntries, nextOfFinding } from './index.ts';

/** Findings opened again, told to be one, found to be two, and given to somebody. */

const NOW = new Date(START + 10 * 3_600_000).toISOString();
const inspector = { role: 'inspector' as Role, by: BO };
type Change = Parameters<Scribe['draft']>[2];

function said<K extends EntryKind>(s: Scribe, kind: K, body: EntryBodies[K], change: Change = {}): string {
  const answer = admit(s.draft(kind, body, change) as EntryDraft, foldEntries(s.entries), NOW);
  if (answer.ok) return 'admitted';
  expect([answer.error.code, untold(answer.error)]).toEqual([answer.error.code, []]);
  return answer.error.code;
}
/** Findings that hold the first gate, by name. */
function holding(s: Scribe): readonly string[] {
  const status = deriveStatus(s.state(), NOW);
  const gate = status?.gates.find((g) => g.gate.id === 'power');
  return (gate?.holdings ?? []).flatMap((h) => (h.cure.to === 'finding' ? [h.cure.finding] : []));
}
const stands = (s: Scribe): boolean =>
  deriveStatus(s.state(), NOW)?.gates.find((g) => g.gate.id === 'power')?.passStands === true;
const open = (s: Scribe): readonly string[] =>
  (deriveStatus(s.state(), NOW)?.openFindings ?? []).map((f) => f.raised.finding);
const next = (s: Scribe, id: string): string | undefined => {
  const status = deriveStatus(s.state(), NOW);
  return status && nextOfFinding(s.state(), status, id, Date.parse(NOW));
};
const raise = (s: Scribe, finding: string, about: Partial<EntryBodies['finding.raised']> = {}): void =>
  void s.add('finding.raised', { finding, title: `Crack ${finding}`, where: '', ...about });
const assess = (s: Scribe, finding: string, severity: 'stops' | 'information'): void =>
  void s.add('finding.assessed', { finding, severity, reason: 'seen' }, inspector);
const work = (s: Scribe, action: string, finding: string): void =>
  void s.add('action.recorded', {
    action,
    finding,
    what: 'Drilled',
    measure: '',
    touches: ['engine.left.oil'],
  });
const close = (s: Scribe, finding: string): string =>
  said(s, 'finding.closed', { finding, note: '' }, inspector);
const merge = (s: Scribe, finding: string, into: string): void =>
  void s.add('finding.merged', { finding, into, reason: 'the same' }, inspector);

test('opened again it stands as it stood, and what closed it does not close it once more', () => {
  const s = new Scribe().upToRunning();
  raise(s, 'f');
  assess(s, 'f', 'stops');
  work(s, 'a', 'f');
  expect(close(s, 'f')).toBe('admitted');
  const again = (reason = 'there again'): string =>
    said(s, 'finding.reopened', { finding: 'f', reason }, { role: 'observer' });
  expect(again()).toBe('findingStands');
  s.add('finding.closed', { finding: 'f', note: '' }, inspector);
  s.add('gate.passed', { gate: 'power', snapshot: s.state().head });
  expect([holding(s), stands(s), open(s), next(s, 'f')]).toEqual([[], true, [], 'closed']);
  expect([again(' '), again()]).toEqual(['needsReason', 'admitted']);
  expect(said(s, 'finding.reopened', { finding: 'moon', reason: 'x' })).toBe('findingNotOpen');

  s.add('finding.reopened', { finding: 'f', reason: 'there again' });
  expect([holding(s), open(s), next(s, 'f'), close(s, 'f')]).toEqual([
    ['f'],
    ['f'],
    'act',
    'findingReopened',
  ]);
  work(s, 'b', 'f');
  expect([close(s, 'f'), next(s, 'f')]).toEqual(['admitted', 'close']);
  // Said to ground nothing any more, it holds no gate: but whoever passed had not seen that it was there again.
  assess(s, 'f', 'information');
  expect([holding(s), stands(s)]).toEqual([[], false]);
});

test('two are told to be one by whoever inspects, with a reason, while both are open and neither is part of another', () => {
  const s = new Scribe().upToRunning();
  for (const f of ['f', 'g', 'h']) raise(s, f);
  const say = (finding: string, into: string, change: Change = inspector, reason = 'the same'): string =>
    said(s, 'finding.merged', { finding, into, reason }, change);
  expect(say('f', 'g')).toBe('admitted');
  expect(say('f', 'g', {})).toBe('roleNeeded');
  expect(say('f', 'g', inspector, ' ')).toBe('needsReason');
  expect([say('f', 'f'), say('f', 'moon'), say('moon', 'f')]).toEqual([
    'findingNotMerged',
    'findingNotMerged',
    'findingNotOpen',
  ]);
  merge(s, 'f', 'g');
  expect([say('f', 'h'), say('h', 'f'), say('g', 'h')]).toEqual([
    'findingNotMerged',
    'findingNotMerged',
    'admitted',
  ]);
  const touches = ['engine.left.oil'];
  expect([
    said(s, 'action.recorded', { action: 'a', finding: 'f', what: 'x', measure: '', touches }),
    said(s, 'finding.assessed', { finding: 'f', severity: 'stops', reason: 'x' }),
    said(s, 'finding.split', { finding: 'f', into: 'i', title: 'x', where: '', reason: 'x' }),
    said(s, 'finding.assigned', { finding: 'f', to: BO }),
    close(s, 'f'),
  ]).toEqual(Array(5).fill('findingMerged'));
  // What was one with the one that is told to be one with a third, is one with the third.
  merge(s, 'g', 'h');
  expect(next(s, 'f')).toBe('merged');
  assess(s, 'h', 'information');
  s.add('finding.closed', { finding: 'h', note: '' }, inspector);
  expect(open(s)).toEqual([]);
  expect(say('h', 'g')).toBe('findingNotOpen');
});

test('each goes on holding as it was assessed: a grave one is not made light by telling it to be one with a light one', () => {
  const s = new Scribe().upToRunning();
  raise(s, 'grave');
  assess(s, 'grave', 'stops');
  raise(s, 'light');
  assess(s, 'light', 'information');
  merge(s, 'grave', 'light');
  expect([holding(s), close(s, 'light')]).toEqual([['grave'], 'findingNeedsAction']);
  // Work done at the one that stays is work done on both: the way to the checks that would close them is open.
  const barred = (): unknown => deriveStatus(s.state(), NOW)?.parts.get('drop-a@left')?.blocked?.code;
  expect(barred()).toBe('gateHeld');
  work(s, 'a', 'light');
  expect([barred(), close(s, 'light')]).toEqual([undefined, 'admitted']);
  s.add('finding.closed', { finding: 'light', note: '' }, inspector);
  expect([holding(s), open(s)]).toEqual([[], []]);
  // Opened again, both are: the grave one grounds the aircraft as before.
  s.add('finding.reopened', { finding: 'light', reason: 'there again' });
  expect([holding(s), open(s), close(s, 'light'), next(s, 'grave')]).toEqual([
    ['grave'],
    ['grave', 'light'],
    'findingReopened',
    'merged',
  ]);
});

test('one that holds is said once, at the one that is worked on; assessed anew, both are', () => {
  const s = new Scribe().upToRunning();
  raise(s, 'f');
  raise(s, 'g');
  expect(holding(s)).toEqual(['f', 'g']);
  merge(s, 'f', 'g');
  expect(holding(s)).toEqual(['g']);
  assess(s, 'g', 'stops');
  expect([holding(s), s.state().findings.get('f')?.assessed?.severity]).toEqual([['g'], 'stops']);
  // Opened again it stands by itself, with what was said of both.
  s.add('finding.reopened', { finding: 'f', reason: 'another place' });
  expect(holding(s)).toEqual(['f', 'g']);
});

test('closing waits for the checks and the inspections of all that are one', () => {
  const s = new Scribe().upToProven();
  raise(s, 'f', { check: 'drop-a', subject: 'left' });
  raise(s, 'g');
  s.drop('drop-a', 'left', 1700, 1400);
  assess(s, 'f', 'stops');
  s.add('action.recorded', {
    action: 'a',
    finding: 'f',
    what: 'Arm set',
    measure: '',
    touches: ['engine.left.control'],
  });
  assess(s, 'g', 'information');
  merge(s, 'f', 'g');
  expect([close(s, 'g'), next(s, 'g')]).toEqual(['inspectionUnsigned', 'inspect']);
  s.add('inspection.signed', { action: 'a', accepted: true, note: '' }, inspector);
  expect([close(s, 'g'), next(s, 'g')]).toEqual(['findingChecksOpen', 'repeat']);
});

test('one that is two: the new one begins as the old one stood, about the same check, and is closed by itself', () => {
  const s = new Scribe().upToRunning();
  raise(s, 'f', { check: 'papers', subject: 'aircraft' });
  assess(s, 'f', 'stops');
  const split = (body: Partial<EntryBodies['finding.split']> = {}): string =>
    said(s, 'finding.split', {
      finding: 'f',
      into: 'g',
      title: 'Nick',
      where: 'tip',
      reason: 'two',
      ...body,
    });
  expect([split(), split({ into: 'f' }), split({ title: ' ' }), split({ reason: ' ' })]).toEqual([
    'admitted',
    'findingExists',
    'findingNeedsTitle',
    'needsReason',
  ]);
  expect(split({ finding: 'moon' })).toBe('findingNotOpen');
  s.add('finding.split', { finding: 'f', into: 'g', title: 'Nick', where: 'tip', reason: 'two' });
  const made = s.state().findings.get('g');
  expect([made?.raised.check, made?.raised.title, made?.splitFrom]).toEqual(['papers', 'Nick', 'f']);
  work(s, 'a', 'f');
  s.add('finding.closed', { finding: 'f', note: '' }, inspector);
  expect([holding(s), open(s), close(s, 'g')]).toEqual([['g'], ['g'], 'findingNeedsAction']);
  expect(split({ into: 'h' })).toBe('findingNotOpen');
});

test('given to somebody, by a day that is one; it holds nothing and opens nothing', () => {
  const s = new Scribe().upToRunning();
  raise(s, 'f');
  const give = (due?: string): string =>
    said(s, 'finding.assigned', { finding: 'f', to: BO, minutes: 40, ...(due === undefined ? {} : { due }) });
  expect([give(), give('2026-12-01'), give('2026-02-30')]).toEqual(['admitted', 'admitted', 'notADay']);
  expect(said(s, 'finding.assigned', { finding: 'moon' })).toBe('findingNotOpen');
  const before = [holding(s), open(s), next(s, 'f')];
  s.add('finding.assigned', { finding: 'f', to: BO, minutes: 40 });
  expect([[holding(s), open(s), next(s, 'f')], s.state().findings.get('f')?.assigned?.minutes]).toEqual([
    before,
    40,
  ]);
});

test('what was found again is assessed anew, or worked on, before it is closed; its checks are those of all that are one', () => {
  const s = new Scribe().upToProven();
  raise(s, 'f', { check: 'drop-a', subject: 'left' });
  raise(s, 'g');
  for (const f of ['f', 'g']) assess(s, f, 'information');
  merge(s, 'f', 'g');
  const about = aboutOf(s.draft('finding.closed', { finding: 'g', note: '' }) as EntryDraft, s.state());
  expect([coversSystems(['engine.right'], about), coversSystems(['engine.left'], about)]).toEqual([
    false,
    true,
  ]);
  s.drop('drop-a', 'left', 1700, 1400);
  expect(close(s, 'g')).toBe('findingChecksOpen');
  s.drop('drop-a', 'left', 1700, 1620);
  expect(close(s, 'g')).toBe('admitted');
  s.add('finding.closed', { finding: 'g', note: '' }, inspector);
  s.add('finding.reopened', { finding: 'g', reason: 'there again' });
  expect(close(s, 'g')).toBe('findingReopened');
  assess(s, 'g', 'information');
  expect(close(s, 'g')).toBe('admitted');
});

test('whoever passed a gate had seen what became of a finding that once grounded the aircraft: merged, or split off and closed', () => {
  const grounded = (): Scribe => {
    const s = new Scribe().upToRunning();
    raise(s, 'f');
    assess(s, 'f', 'stops');
    s.add('finding.split', { finding: 'f', into: 'g', title: 'Nick', where: '', reason: 'two' });
    for (const f of ['f', 'g']) assess(s, f, 'information');
    s.add('gate.passed', { gate: 'power', snapshot: s.state().head });
    return s;
  };
  const s = grounded();
  expect(stands(s)).toBe(true);
  raise(s, 'h');
  assess(s, 'h', 'information');
  expect(stands(s)).toBe(true);
  merge(s, 'f', 'h');
  expect(stands(s)).toBe(false);
  const t = grounded();
  t.add('finding.closed', { finding: 'g', note: '' }, inspector);
  expect(stands(t)).toBe(false);
});

test('an entry that no door let in makes of a record no other: one that is there is not split into, none is put under itself', () => {
  const s = new Scribe().upToRunning();
  raise(s, 'f');
  raise(s, 'g');
  assess(s, 'g', 'stops');
  s.add('finding.split', { finding: 'f', into: 'g', title: 'Nick', where: '', reason: 'two' });
  merge(s, 'f', 'g');
  merge(s, 'g', 'f');
  expect([holding(s), s.state().findings.get('g')?.raised.title]).toEqual([['g'], 'Crack g']);
});

/** What is done about findings, by number: the finding it is about, and another. */
const anyDeed = fc.record({
  what: fc.constantFrom('raise', 'stops', 'information', 'merge', 'split', 'reopen', 'close', 'work'),
  which: fc.nat(5),
  other: fc.nat(5),
});

/** A finding as whoever keeps a list by hand would write it down: one line each, with the line it was put under. */
interface Line {
  grave: boolean | undefined;
  shut: boolean;
  under: number | undefined;
}

test('whatever is told in whatever order: what holds is what a list kept by hand says', () => {
  fc.assert(
    fc.property(fc.array(anyDeed, { maxLength: 24 }), (deeds) => {
      const s = new Scribe().upToRunning();
      const lines: Line[] = [];
      const id = (n: number): string => `f${n}`;
      const block = (n: number): Line[] => lines.filter((l, i) => i === n || l.under === n);
      const add = <K extends EntryKind>(kind: K, body: EntryBodies[K]): boolean => {
        const draft = s.draft(kind, body, inspector) as EntryDraft;
        if (!admit(draft, s.state(), NOW).ok) return false;
        s.add(kind, body, inspector);
        return true;
      };
      deeds.forEach(({ what, which, other }, i) => {
        const line = lines[which];
        switch (what) {
          case 'raise':
            if (add('finding.raised', { finding: id(lines.length), title: 'x', where: '' }))
              lines.push({ grave: undefined, shut: false, under: undefined });
            break;
          case 'stops':
          case 'information':
            if (add('finding.assessed', { finding: id(which), severity: what, reason: 'x' }))
              for (const l of block(which)) l.grave = what === 'stops';
            break;
          case 'merge': {
            const below = block(which);
            if (!add('finding.merged', { finding: id(which), into: id(other), reason: 'x' })) break;
            for (const l of below) {
              l.under = other;
              l.grave ??= lines[other]?.grave;
            }
            break;
          }
          case 'split':
            if (
              add('finding.split', {
                finding: id(which),
                into: id(lines.length),
                title: 'x',
                where: '',
                reason: 'x',
              })
            )
              lines.push({ grave: line?.grave, shut: false, under: undefined });
            break;
          case 'reopen':
            if (!add('finding.reopened', { finding: id(which), reason: 'x' })) break;
            for (const l of block(which)) l.shut = false;
            if (line) line.under = undefined;
            break;
          case 'close':
            if (add('finding.closed', { finding: id(which), note: '' }))
              for (const l of block(which)) l.shut = true;
            break;
          case 'work':
            add('action.recorded', {
              action: `a${i}`,
              finding: id(which),
              what: 'x',
              measure: '',
              touches: ['engine.left.oil'],
            });
        }
      });
      // An unassessed one without a place holds the first gate as a grave one does; the grave ones under others say so there.
      const holds = lines.flatMap((l, i) => {
        const above = l.under === undefined ? undefined : lines[l.under];
        return !l.shut && l.grave !== false && (above === undefined || above.grave === false) ? [id(i)] : [];
      });
      expect([holding(s), open(s)]).toEqual([holds, lines.flatMap((l, i) => (l.shut ? [] : [id(i)]))]);
      // Nothing is ever under what is itself under another, or shut while it is open.
      for (const l of lines) {
        const above = l.under === undefined ? undefined : lines[l.under];
        expect([above?.under, above === undefined || above.shut === l.shut]).toEqual([undefined, true]);
      }
    }),
    { numRuns: draws(300) },
  );
});
