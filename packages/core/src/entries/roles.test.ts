import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import { ROLES, type Role } from '../checks/types.ts';
import { SAMPLE_BODIES } from '../testing/sample-bodies.ts';
import { ANN, BASIS, BO, CHECKS, PACK, reading, Scribe, START } from '../testing/world.ts';
import { untold } from '../testing/untold.ts';
import { aboutOf, admit, coversSystems, foldEntries } from './index.ts';
import type { Deed, EntryBodies, EntryDraft, EntryKind } from '../record/index.ts';

const NOW = new Date(START + 3_600_000).toISOString();

/** The table of docs/roles.md: kinds by line, roles by column. */
function printedTable(): Map<string, ReadonlyMap<Role, boolean>> {
  const text = readFileSync(join(__dirname, '../../../../docs/roles.md'), 'utf8');
  const lines = text.split('\n').filter((l) => l.startsWith('|'));
  const cells = (line: string): string[] =>
    line
      .split('|')
      .slice(1, -1)
      .map((c) => c.trim());
  const [head = [], , ...rows] = lines.map(cells);
  return new Map(
    rows.map((row) => [
      (row[0] ?? '').replace(/`/g, ''),
      new Map(
        ROLES.map((role) => {
          const at = head.indexOf(role);
          return [role, at >= 0 && row[at] === 'yes'] as const;
        }),
      ),
    ]),
  );
}

const said = (scribe: Scribe, draft: unknown): string => {
  const answer = admit(draft as EntryDraft, foldEntries(scribe.entries), NOW);
  if (answer.ok) return 'admitted';
  expect([answer.error.code, untold(answer.error)]).toEqual([answer.error.code, []]);
  return answer.error.code;
};

test('every kind in every role: the door asks as the table in the docs says', () => {
  const table = printedTable();
  expect([...table.keys()].sort()).toEqual(
    [...Object.keys(SAMPLE_BODIES), 'basis.moved', 'campaign.opened'].sort(),
  );
  for (const [kind, may] of table)
    for (const role of ROLES) {
      const s = new Scribe();
      if (kind !== 'campaign.opened') s.open();
      const body =
        kind === 'basis.moved'
          ? { basis: BASIS, reason: 'why' }
          : kind === 'campaign.opened'
            ? { title: '', occasion: 'maiden', workItems: [], basis: BASIS }
            : SAMPLE_BODIES[kind as keyof typeof SAMPLE_BODIES];
      const answer = said(s, s.draft(kind as EntryKind, body as never, { role }));
      expect([kind, role, answer === 'roleNeeded']).toEqual([kind, role, may.get(role) === false]);
    }
});

describe('what a smaller right does not reach', () => {
  const withFinding = (): Scribe => {
    const s = new Scribe().upToRunning();
    s.add('finding.raised', { finding: 'crack', title: 'Spar cracked', where: 'spar' }, { role: 'observer' });
    return s;
  };
  test('an observer assesses nothing, closes nothing, passes nothing; a technician may ground, and no less', () => {
    const s = withFinding();
    const assess = (role: Role, severity: 'stops' | 'information'): string =>
      said(s, s.draft('finding.assessed', { finding: 'crack', severity, reason: 'seen' }, { role }));
    expect(assess('observer', 'stops')).toBe('roleNeeded');
    expect(assess('technician', 'stops')).toBe('admitted');
    expect(assess('technician', 'information')).toBe('roleNeeded');
    expect(assess('pilot', 'information')).toBe('roleNeeded');
    expect(assess('inspector', 'information')).toBe('admitted');
    expect(said(s, s.draft('finding.closed', { finding: 'crack', note: '' }, { role: 'observer' }))).toBe(
      'roleNeeded',
    );
  });

  test('a deferral has an end', () => {
    const s = withFinding();
    const defer = (change: object): string =>
      said(
        s,
        s.draft(
          'finding.assessed',
          { finding: 'crack', severity: 'deferred', reason: 'small', conditions: 'by day', ...change },
          { role: 'inspector' },
        ),
      );
    expect(defer({})).toBe('deferralNeedsEnd');
    expect(defer({ until: '2026-12-24' })).toBe('admitted');
    expect(defer({ untilHours: 20 })).toBe('admitted');
    expect(defer({ untilFlights: 2 })).toBe('admitted');
  });

  test('what somebody else found out of limits is not corrected, withdrawn, repeated or made not applicable by whoever likes', () => {
    const s = new Scribe().upToRunning();
    const out = s.add(
      'answer.given',
      {
        check: 'drop-a',
        subject: 'left',
        answer: { kind: 'drop', before: reading(1700), after: reading(1500) },
        facts: {},
      },
      { by: BO, role: 'inspector' },
    );
    const about = { check: 'drop-a', subject: 'left' };
    const good = {
      ...about,
      answer: { kind: 'drop' as const, before: reading(1700), after: reading(1620) },
      facts: {},
    };
    const as = (role: Role, by = ANN) => ({ role, by });
    const correct = (who: object): string =>
      said(s, s.draft('answer.given', { ...good, correction: 'no' }, { supersedes: out.id, ...who }));
    const withdraw = (who: object): string =>
      said(s, s.draft('answer.withdrawn', { ...about, reason: 'no' }, { supersedes: out.id, ...who }));
    const none = (who: object): string =>
      said(s, s.draft('answer.notApplicable', { ...about, reason: 'none' }, { ...who }));
    for (const role of ['technician', 'pilot', 'observer'] as const) {
      expect(correct(as(role))).toBe('notYourAnswer');
      expect(withdraw(as(role))).toBe('notYourAnswer');
      expect(none(as(role))).toBe(role === 'observer' ? 'roleNeeded' : 'notApplicableOverOut');
    }
    expect(said(s, s.draft('answer.given', good, as('observer')))).toBe('notYourAnswer');
    expect(said(s, s.draft('answer.given', good, as('technician')))).toBe('admitted');
    for (const ask of [correct, withdraw, none]) expect(ask(as('inspector'))).toBe('admitted');
    // Whoever gave it may correct it, in the role of the day.
    expect(correct(as('technician', BO))).toBe('admitted');
  });

  test('whoever flew does not certify the flight: in no other role, and not by having been corrected', () => {
    const checks = [
      ...CHECKS,
      { ...(CHECKS[0] as (typeof CHECKS)[number]), id: 'climb', station: 'flight' as const },
    ];
    const gates = PACK.gates.filter((g) => g.id === 'release').map((g) => ({ ...g, conditions: [] }));
    const basis = { ...BASIS, pack: { ...PACK, checks, gates } };
    const sign = (s: Scribe): string => {
      const { head } = foldEntries(s.entries);
      return said(
        s,
        s.draft(
          'release.signed',
          { meaning: '', snapshot: head, statement: '' },
          { by: BO, role: 'certifier' },
        ),
      );
    };
    const flown = (role: Role): Scribe => {
      const s = new Scribe().open(basis);
      const own = s.add(
        'answer.given',
        { check: 'climb', subject: 'aircraft', answer: { kind: 'confirm', asExpected: true }, facts: {} },
        { by: BO, role },
      );
      s.add(
        'answer.given',
        {
          check: 'climb',
          subject: 'aircraft',
          answer: { kind: 'confirm', asExpected: true },
          facts: {},
          correction: 'mine',
        },
        { supersedes: own.id, by: ANN, role: 'inspector' },
      );
      return s;
    };
    for (const role of ['pilot', 'inspector', 'observer', 'technician'] as const)
      expect(sign(flown(role))).toBe('certifierFlew');
    expect(sign(new Scribe().open(basis))).toBe('admitted');
  });

  test('one’s own second look: only where the pack allows it, it was chosen, and a night lies between', () => {
    const look = (pack: typeof PACK, chosen: boolean, hours: number): string => {
      const s = new Scribe().open({ ...BASIS, pack });
      const answer = s.confirm('linkage', 'left');
      if (chosen)
        s.add('ways.chosen', {
          profile: 'circuit',
          ways: { 'own-work': { choice: 'stated', why: 'alone' } },
        });
      const at = new Date(Date.parse(answer.at) + hours * 3_600_000).toISOString();
      const draft = s.draft(
        'answer.witnessed',
        { check: 'linkage', subject: 'left', answerEntry: answer.id },
        { at },
      );
      const told = admit(draft, foldEntries(s.entries), at);
      return told.ok ? 'admitted' : told.error.code;
    };
    const solo = { ...PACK, ownWork: { hours: 12 } };
    expect(look(PACK, true, 24)).toBe('samePerson');
    expect(look(solo, false, 24)).toBe('ownWorkNotChosen');
    expect(look(solo, true, 11.9)).toBe('ownWorkTooSoon');
    expect(look(solo, true, 12)).toBe('admitted');
  });

  test('an authorisation for some systems serves for these and for nothing else', () => {
    const s = new Scribe().upToRunning();
    const state = foldEntries(s.entries);
    const about = (kind: EntryKind, body: object) => aboutOf(s.draft(kind, body as never), state);
    const ignition = ['engine.left.ignition'];
    const drop = about('answer.given', {
      ...SAMPLE_BODIES['answer.given'],
      check: 'drop-a',
      subject: 'left',
    });
    expect(coversSystems(ignition, drop)).toBe(true);
    expect(coversSystems(['engine.left'], drop)).toBe(true);
    expect(coversSystems(['engine.right'], drop)).toBe(false);
    expect(coversSystems(['engine.left.ignition.a.lead'], drop)).toBe(false);
    expect(coversSystems(ignition, about('gate.passed', SAMPLE_BODIES['gate.passed']))).toBe(false);
    expect(coversSystems(ignition, about('finding.assessed', SAMPLE_BODIES['finding.assessed']))).toBe(true);
    expect(coversSystems(undefined, about('release.signed', SAMPLE_BODIES['release.signed']))).toBe(true);
  });
});

test('clocks: an entry from before the campaign, from years ago, from the future, or without a zone is refused', () => {
  const s = new Scribe().upToRunning();
  const at = (instant: string, change = {}): string =>
    said(s, { ...s.draft('tag.on', SAMPLE_BODIES['tag.on'], { at: instant }), ...change });
  expect(at(NOW)).toBe('admitted');
  expect(at('2020-01-01T00:00:00Z')).toBe('clockBeforeCampaign');
  expect(at(new Date(START - 3_600_000).toISOString())).toBe('clockBeforeCampaign');
  // Two minutes after the opening, when the same person and device had worked on for ten: the clock was set back.
  const entries = s.entries.length;
  expect(entries).toBeGreaterThan(8);
  expect(at(new Date(START + 60_000).toISOString())).toBe('clockBack');
  expect(at(new Date(START + 60_000).toISOString(), { device: 'another' })).toBe('admitted');
  expect(at(new Date(START + 90 * 60_000).toISOString())).toBe('clockAhead');
  // Ahead, and known to be: it is set right by what the device says of its clock.
  expect(at(new Date(START + 90 * 60_000).toISOString(), { offset: 40 * 60_000 })).toBe('admitted');
  expect(at('2026-11-24T09:00:00')).toBe('notAnInstant');
  expect(at('2026-W48-2')).toBe('notAnInstant');
  expect(at(NOW, { seen: 999 })).toBe('seenAhead');
});

test('a timer is not passed by a clock that is set meanwhile', () => {
  const s = new Scribe().upToRunning();
  const { at } = s.add('timer.started', { check: 'warm', subject: 'aircraft' });
  const begun = Date.parse(at);
  const ends = (endedAt: number, given: number, offset?: number): string => {
    const draft = s.draft('answer.given', {
      check: 'warm',
      subject: 'aircraft',
      answer: { kind: 'timer', startedAt: at, endedAt: new Date(endedAt).toISOString() },
      facts: {},
    });
    return said(s, {
      ...draft,
      at: new Date(given).toISOString(),
      ...(offset === undefined ? {} : { offset }),
    });
  };
  expect(ends(begun + 30_000, begun + 30_000)).toBe('admitted');
  expect(ends(begun + 20_000, begun + 20_000)).toBe('timerShort');
  // Set forward by ten minutes a second after the start; the device knows by how much it is ahead since.
  expect(ends(begun + 601_000, begun + 601_000, 600_000)).toBe('timerShort');
  // Said to have ended after it was said.
  expect(ends(begun + 40_000, begun + 10_000)).toBe('timerEndsLater');
});

/** What a deed says and the body of its entry as well: laid over the deed it would say that somebody else did it. */
type Clashing = { [K in EntryKind]: Extract<keyof EntryBodies[K], keyof Deed> }[EntryKind];

test('no body has a member by which a deed says who did it, and when', () => {
  const none: [Clashing] extends [never] ? true : Clashing = true;
  expect(none).toBe(true);
  const deed: readonly (keyof Deed)[] = [
    'entry',
    'seq',
    'at',
    'instant',
    'by',
    'role',
    'device',
    'seen',
    'pending',
  ];
  for (const body of Object.values(SAMPLE_BODIES))
    expect(Object.keys(body).filter((k) => deed.some((d) => d === k))).toEqual([]);
});
