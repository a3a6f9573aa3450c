import {
  AIRCRAFT,
  ANN,
  BASIS,
  BO,
  BOOK,
  check,
  CHECKS,
  PACK,
  plain,
  reading,
  Scribe,
  START,
} from '../testing/world.ts';
import { LOADING, SHEET } from '../testing/loading.ts';
import { untold } from '../testing/untold.ts';
import type { Basis, Pack, Role } from '../checks/types.ts';
import { deriveStatus } from '../standing/index.ts';
import { admit, foldEntries, overridable, whyNotClosable } from './index.ts';
import type { EntryBodies, EntryDraft, EntryKind } from '../record/index.ts';

/** What the door says of every kind of entry: the nearest one that is let in, and each that is not, by its reason. */

const NOW = new Date(START + 10 * 3_600_000).toISOString();
type Change = Parameters<Scribe['draft']>[2] & { readonly offset?: number };

function ask(s: Scribe, draft: unknown, now = NOW): string {
  const state = foldEntries(s.entries);
  const before = JSON.stringify(plain(state));
  const answer = admit(draft as EntryDraft, state, now);
  // A refusal changes nothing, and neither does being let in before it is folded.
  expect(JSON.stringify(plain(state))).toBe(before);
  if (answer.ok) return 'admitted';
  // Whoever is refused is told what was wrong, with everything that the sentence names.
  expect([answer.error.code, untold(answer.error)]).toEqual([answer.error.code, []]);
  return answer.error.code;
}
const said = <K extends EntryKind>(s: Scribe, kind: K, body: EntryBodies[K], change: Change = {}): string =>
  ask(s, { ...s.draft(kind, body, change), ...change });
const params = <K extends EntryKind>(
  s: Scribe,
  kind: K,
  body: EntryBodies[K],
  change: Change = {},
): unknown => {
  const answer = admit(
    { ...s.draft(kind, body, change), ...change } as unknown as EntryDraft,
    foldEntries(s.entries),
    NOW,
  );
  return answer.ok ? undefined : answer.error.params;
};
const head = (s: Scribe): string => foldEntries(s.entries).head;
const withPack = (change: Partial<Pack>): Basis => ({ ...BASIS, pack: { ...PACK, ...change } });
const inspector = { role: 'inspector' as Role, by: BO };
const part = { check: 'papers', subject: 'aircraft' };

test('before it is opened nothing goes in, opened twice it is not, and released it is closed', () => {
  const opening = { title: 'T', occasion: 'maiden' as const, workItems: [], basis: BASIS };
  expect(said(new Scribe(), 'tag.off', { tag: 't', note: '', touches: [] })).toBe('notOpened');
  expect(said(new Scribe(), 'campaign.opened', opening)).toBe('admitted');
  const s = new Scribe().open();
  expect(said(s, 'campaign.opened', opening)).toBe('alreadyOpened');
  const over = new Scribe().upToProven();
  over.add('release.signed', { meaning: '', snapshot: head(over), statement: '' }, { role: 'certifier' });
  expect(said(over, 'timer.started', part)).toBe('alreadyReleased');
});

test('a kind that nobody knows, and a version that is not this one, are named', () => {
  const s = new Scribe().open();
  const draft = s.draft('timer.started', part);
  expect(ask(s, { ...draft, kind: 'moon.landed' })).toBe('entryKindUnknown');
  expect(ask(s, { ...draft, version: draft.version + 1 })).toBe('entryVersionNewer');
  expect(ask(s, { ...draft, version: 0 })).toBe('entryVersionNewer');
});

describe('clocks', () => {
  const at = (minutes: number): string => new Date(START + minutes * 60_000).toISOString();
  const tag = { tag: 't', thing: 'Hose', where: '', why: 'off', touches: [] };

  test('five minutes are forgiven, to either side of now, of the beginning, and of one’s own last entry; a millisecond more is not', () => {
    const s = new Scribe().open();
    const opened = Date.parse(s.entries[0]?.at ?? '');
    const one = (ms: number, change: Change = {}) =>
      ask(s, { ...s.draft('tag.on', tag, change), at: new Date(ms).toISOString(), ...change });
    const now = Date.parse(NOW);
    expect([one(now + 300_000), one(now + 300_001)]).toEqual(['admitted', 'clockAhead']);
    // A device that knows how far it is ahead is set right by it.
    expect([one(now + 900_000, { offset: 600_000 }), one(now + 900_001, { offset: 600_000 })]).toEqual([
      'admitted',
      'clockAhead',
    ]);
    expect([one(opened - 300_000, { by: BO }), one(opened - 300_001, { by: BO })]).toEqual([
      'admitted',
      'clockBeforeCampaign',
    ]);
    s.add('tag.on', { ...tag, tag: 'last' }, { at: at(120) });
    const last = START + 120 * 60_000;
    expect([one(last - 300_000), one(last - 300_001)]).toEqual(['admitted', 'clockBack']);
    // Somebody else's clock, or the same person's other device, is not compared with it.
    expect(one(last - 3_600_000, { by: BO })).toBe('admitted');
    expect(one(last - 3_600_000, { device: 'other' })).toBe('admitted');
  });

  test('what is no instant, or has an offset that is no figure, is not taken for one', () => {
    const s = new Scribe().open();
    for (const when of ['2026-W48-2', '2026-11-24T09:00:00', 'noon', ''])
      expect([when, ask(s, { ...s.draft('tag.on', tag), at: when })]).toEqual([when, 'notAnInstant']);
    expect(ask(s, { ...s.draft('tag.on', tag), offset: NaN })).toBe('notAnInstant');
  });

  test('nobody has seen more than there is', () => {
    const s = new Scribe().open();
    expect(said(s, 'tag.on', tag, { seen: 1 })).toBe('admitted');
    expect(said(s, 'tag.on', tag, { seen: 2 })).toBe('seenAhead');
  });
});

describe('answers', () => {
  const drop = (before: number, after: number): EntryBodies['answer.given'] => ({
    check: 'drop-a',
    subject: 'left',
    answer: { kind: 'drop', before: reading(before), after: reading(after) },
    facts: {},
  });

  test('a correction says what was wrong, and of which answer that stands; of somebody else’s only who may', () => {
    const s = new Scribe().upToRunning();
    const first = s.drop('drop-a', 'left', 1700, 1620).id;
    const again = (change: Change, body = {}) =>
      said(s, 'answer.given', { ...drop(1700, 1610), ...body }, change);
    expect(again({})).toBe('admitted');
    expect(again({ supersedes: first })).toBe('correctionNeedsReason');
    expect(again({ supersedes: first }, { correction: ' ' })).toBe('correctionNeedsReason');
    expect(again({ supersedes: first }, { correction: 'misread' })).toBe('admitted');
    expect(again({ supersedes: 'entry-1' }, { correction: 'misread' })).toBe('notStanding');
    expect(again({ supersedes: first, by: BO }, { correction: 'misread' })).toBe('notYourAnswer');
    expect(again({ supersedes: first, ...inspector }, { correction: 'misread' })).toBe('admitted');
    const second = s.drop('drop-a', 'left', 1700, 1615).id;
    expect(again({ supersedes: first }, { correction: 'misread' })).toBe('notStanding');
    expect(again({ supersedes: second }, { correction: 'misread' })).toBe('admitted');
  });

  test('an observer answers only what nobody else has answered', () => {
    const s = new Scribe().upToRunning();
    const observer = { by: BO, role: 'observer' as Role };
    expect(said(s, 'answer.given', drop(1700, 1620), observer)).toBe('admitted');
    s.drop('drop-a', 'left', 1700, 1620);
    expect(said(s, 'answer.given', drop(1700, 1620), observer)).toBe('notYourAnswer');
    expect(said(s, 'answer.given', drop(1700, 1620), { by: BO })).toBe('admitted');
  });

  test('the power setting has to have been there, by what was sent along', () => {
    const checks = CHECKS.map((c) =>
      c.id === 'drop-a' ? { ...c, setting: { channel: 'rpm', value: 1700, tolerance: 50, unit: 'rpm' } } : c,
    );
    const s = new Scribe().upToRunning(withPack({ checks }));
    const at = (rpm: number) =>
      said(s, 'answer.given', { ...drop(1700, 1620), facts: { rpm: { value: rpm, unit: 'rpm' } } });
    expect([at(1649), at(1650), at(1750), at(1751)]).toEqual([
      'conditionFigure',
      'admitted',
      'admitted',
      'conditionFigure',
    ]);
    expect(said(s, 'answer.given', drop(1700, 1620))).toBe('factMissing');
  });

  test('the form is that of the check: every cylinder and no other, a stopwatch for a recording, and nothing for what is worked out', () => {
    const figure = { unit: 'rpm', resolution: 1, channel: 'rpm', plausible: { low: 0, high: 3500 } };
    const checks = [
      ...CHECKS,
      check('heads', { subject: 'engine', answer: { kind: 'cylinders', ...figure } }),
      check('heads-of-all', { answer: { kind: 'cylinders', ...figure } }),
      check('rise', { subject: 'engine', answer: { kind: 'series', seconds: 10, ...figure } }),
    ];
    const s = new Scribe().upToRunning(withPack({ checks }));
    const give = (id: string, answer: unknown, subject = 'left') =>
      said(s, 'answer.given', { check: id, subject, answer, facts: {} } as EntryBodies['answer.given']);
    const cylinders = (...names: string[]) => ({
      kind: 'cylinders',
      readings: Object.fromEntries(names.map((n) => [n, reading(200)])),
    });
    expect(give('heads', cylinders('1', '2', '3', '4'))).toBe('admitted');
    expect(give('heads', cylinders('1', '2', '3'))).toBe('wrongForm');
    expect(give('heads', cylinders('1', '2', '3', '4', '5'))).toBe('wrongForm');
    expect(give('heads', cylinders('1', '2', '3', '5'))).toBe('wrongForm');
    expect(give('heads-of-all', cylinders(), 'aircraft')).toBe('wrongForm');
    // Each engine has its own number of them.
    const uneven = new Scribe().upToRunning({
      ...withPack({ checks }),
      aircraft: {
        ...AIRCRAFT,
        engines: AIRCRAFT.engines.map((e) => (e.id === 'right' ? { ...e, cylinders: 6 } : e)),
      },
    });
    const six = cylinders('1', '2', '3', '4', '5', '6');
    const onEach = (subject: string) =>
      said(uneven, 'answer.given', { check: 'heads', subject, answer: six, facts: {} } as never);
    expect([onEach('left'), onEach('right')]).toEqual(['wrongForm', 'admitted']);
    const series = {
      kind: 'series',
      series: { unit: 'rpm', resolution: 1, source: 'live', t: [0, 1], v: [1, 2] },
    };
    expect(give('rise', series)).toBe('admitted');
    expect(give('rise', { kind: 'reading', reading: reading(8, { unit: 's', instrument: undefined }) })).toBe(
      'admitted',
    );
    expect(give('rise', { kind: 'reading', reading: reading(8) })).toBe('wrongForm');
    expect(give('drops-apart', { kind: 'reading', reading: reading(8) })).toBe('wrongForm');
    // Its ground is not proven: that is asked before the form.
    expect(give('idle', { kind: 'confirm', asExpected: true })).toBe('groundNotProven');
  });

  test('not applicable: with a reason, where the check allows it, never over an out by who found it, never behind a held gate', () => {
    const s = new Scribe().upToRunning();
    const none = (change: Change = {}, body = {}) =>
      said(
        s,
        'answer.notApplicable',
        { check: 'drop-a', subject: 'left', reason: 'none fitted', ...body },
        change,
      );
    expect(none()).toBe('admitted');
    expect(none({}, { reason: '  ' })).toBe('needsReason');
    expect(none({}, { check: 'papers', subject: 'aircraft' })).toBe('notApplicableForbidden');
    expect(none({}, { check: 'moon' })).toBe('checkUnknown');
    s.drop('drop-a', 'left', 1700, 1400);
    expect(none()).toBe('notApplicableOverOut');
    expect(none(inspector)).toBe('admitted');
    s.drop('drop-a', 'left', 1700, 1620);
    expect(none({ by: BO })).toBe('notYourAnswer');
    expect(none(inspector)).toBe('admitted');
    const early = new Scribe().open();
    expect(said(early, 'answer.notApplicable', { check: 'drop-a', subject: 'left', reason: 'none' })).toBe(
      'gateHeld',
    );
    early.confirm('papers', 'aircraft');
    const { id } = early.confirm('linkage', 'left');
    early.add('answer.witnessed', { check: 'linkage', subject: 'left', answerEntry: id }, { by: BO });
    const right = early.confirm('linkage', 'right').id;
    early.add('answer.witnessed', { check: 'linkage', subject: 'right', answerEntry: right }, { by: BO });
    expect(said(early, 'answer.notApplicable', { check: 'drop-a', subject: 'left', reason: 'none' })).toBe(
      'gateNotPassed',
    );
  });

  test('withdrawing: with a reason, the answer that stands, one’s own', () => {
    const s = new Scribe().upToRunning();
    const { id } = s.drop('drop-a', 'left', 1700, 1620);
    const away = (change: Change, reason = 'slip', about = 'drop-a') =>
      said(s, 'answer.withdrawn', { check: about, subject: 'left', reason }, change);
    expect(away({ supersedes: id })).toBe('admitted');
    expect(away({ supersedes: id }, ' ')).toBe('needsReason');
    expect(away({})).toBe('notStanding');
    expect(away({ supersedes: 'entry-1' })).toBe('notStanding');
    expect(away({ supersedes: id }, 'slip', 'moon')).toBe('checkUnknown');
    expect(away({ supersedes: id, by: BO })).toBe('notYourAnswer');
    expect(away({ supersedes: id, ...inspector })).toBe('admitted');
    s.add('answer.withdrawn', { check: 'drop-a', subject: 'left', reason: 'slip' }, { supersedes: id });
    expect(away({ supersedes: id })).toBe('notStanding');
  });

  test('a second person and a decision are about the answer that stands; a decision also about a figure worked out', () => {
    const s = new Scribe().upToProven();
    const about = (check: string, answerEntry: string) => ({ check, subject: 'left', answerEntry });
    const first = foldEntries(s.entries).parts.get('drop-a@left')?.history[0]?.entry ?? '';
    const decide = (check: string, answerEntry: string, reason = 'agreed') =>
      said(s, 'decision.recorded', { ...about(check, answerEntry), reason }, inspector);
    expect(decide('drop-a', first)).toBe('admitted');
    expect(decide('drop-a', first, ' ')).toBe('needsReason');
    expect(decide('drop-a', 'entry-1')).toBe('notStanding');
    expect(decide('moon', first)).toBe('checkUnknown');
    const second = foldEntries(s.entries).parts.get('drop-b@left')?.history[0]?.entry ?? '';
    expect(decide('drops-apart', `${first}+${second}`)).toBe('admitted');
    expect(decide('drops-apart', first)).toBe('notStanding');
    expect(said(s, 'answer.witnessed', about('drop-a', first), { by: BO })).toBe('admitted');
    expect(said(s, 'answer.witnessed', about('drop-a', 'entry-1'), { by: BO })).toBe('notStanding');
    expect(said(s, 'answer.witnessed', about('moon', first), { by: BO })).toBe('checkUnknown');
    expect(said(s, 'answer.witnessed', about('drop-a', first))).toBe('samePerson');
  });

  test('timers: of a check that has one, and not before it may be worked', () => {
    const s = new Scribe().upToRunning();
    expect(said(s, 'timer.started', { check: 'warm', subject: 'aircraft' })).toBe('admitted');
    expect(said(s, 'timer.started', { check: 'drop-a', subject: 'left' })).toBe('wrongForm');
    expect(said(s, 'timer.started', { check: 'moon', subject: 'left' })).toBe('checkUnknown');
    expect(said(new Scribe().open(), 'timer.started', { check: 'warm', subject: 'aircraft' })).toBe(
      'gateHeld',
    );
  });

  test('a timer: a clock set back lets no 600 s pass in one, and one that ends after it was answered has not ended', () => {
    const checks = CHECKS.map((c) =>
      c.id === 'warm' ? { ...c, answer: { kind: 'timer', seconds: 600 } as const } : c,
    );
    const s = new Scribe().upToRunning(withPack({ checks }));
    const started = s.add('timer.started', { check: 'warm', subject: 'aircraft' });
    const begin = Date.parse(started.at);
    const answer = (endedMs: number, atMs: number, change: Change = {}) =>
      ask(s, {
        ...s.draft('answer.given', {
          check: 'warm',
          subject: 'aircraft',
          answer: { kind: 'timer', startedAt: started.at, endedAt: new Date(begin + endedMs).toISOString() },
          facts: {},
        }),
        at: new Date(begin + atMs).toISOString(),
        ...change,
      });
    expect(answer(600_000, 600_000)).toBe('admitted');
    expect(answer(599_999, 600_000)).toBe('timerShort');
    // The clock that runs is the one that was started, and no other.
    expect(
      said(s, 'answer.given', {
        check: 'warm',
        subject: 'aircraft',
        answer: { kind: 'timer', startedAt: s.entries[0]?.at ?? '', endedAt: started.at },
        facts: {},
      }),
    ).toBe('timerNotStarted');
    expect(answer(600_000, 598_999)).toBe('timerEndsLater');
    expect(answer(600_000, 599_000)).toBe('admitted');
    // The clock was set ten minutes on while it ran, and the device knows.
    expect(answer(601_000, 601_000, { offset: 600_000 })).toBe('timerShort');
    expect(answer(1_200_000, 1_200_000, { offset: 600_000 })).toBe('admitted');
  });
});

describe('states, tags and what is aboard', () => {
  test('a state that there is, a value it can have, a subject it is of', () => {
    const s = new Scribe().open();
    const set = (state: string, subject: string, value: string) =>
      said(s, 'state.set', { state, subject, value });
    expect(set('engine', 'left', 'running')).toBe('admitted');
    expect(set('engine', 'left', 'purring')).toBe('stateUnknown');
    expect(set('moon', 'left', 'full')).toBe('stateUnknown');
    expect(set('engine', 'moon', 'running')).toBe('stateSubjectUnknown');
    expect(set('engine', 'aircraft', 'running')).toBe('stateSubjectUnknown');
  });

  test('a tag names a thing and why, has a name of its own, and comes off once', () => {
    const s = new Scribe().open();
    const on = (tag: string, thing = 'Hose', why = 'off') =>
      said(s, 'tag.on', { tag, thing, where: '', why, touches: [] });
    const off = (tag: string) => said(s, 'tag.off', { tag, note: '', touches: [] });
    expect([on('t'), on('t', ' '), on('t', 'Hose', ' ')]).toEqual([
      'admitted',
      'tagNeedsWords',
      'tagNeedsWords',
    ]);
    expect(off('t')).toBe('tagNotOn');
    s.add('tag.on', { tag: 't', thing: 'Hose', where: '', why: 'off', touches: [] });
    expect([on('t'), off('t')]).toEqual(['tagExists', 'admitted']);
    s.add('tag.off', { tag: 't', note: '', touches: [] });
    expect([on('t'), off('t')]).toEqual(['tagExists', 'tagNotOn']);
    s.add('action.recorded', { action: 'a', what: 'Set', measure: '', touches: ['engine.left.idle'] });
    expect(on('a')).toBe('tagExists');
  });

  test('what is put aboard has a place, fits it, and weighs something', () => {
    const bay = LOADING.bays[0];
    const aboard = (
      place: string,
      item: string,
      mass?: number,
      basis: Basis = { ...BASIS, aircraft: { ...AIRCRAFT, loading: LOADING } },
    ) =>
      said(new Scribe().open(basis), 'loadout.changed', {
        place,
        item,
        note: '',
        ...(mass === undefined ? {} : { mass }),
      });
    const station = LOADING.stations[0]?.id ?? '';
    expect(aboard(station, 'Sand', 12)).toBe('admitted');
    expect(aboard(station, 'Sand', 0)).toBe('admitted');
    expect(aboard(station, 'Sand', -0.1)).toBe('negativeMass');
    expect(aboard('moon', 'Sand')).toBe('stationUnknown');
    expect(aboard(station, 'Sand', 1, BASIS)).toBe('noLoadingData');
    if (bay) {
      expect(aboard(bay.id, bay.packs[0] ?? '')).toBe('admitted');
      expect(aboard(bay.id, '')).toBe('admitted');
      expect(aboard(bay.id, 'somebody else’s')).toBe('packNotForBay');
    }
  });

  test('a loading sheet is asked for what it cannot be, where the loading is described', () => {
    const checks = [...CHECKS, check('sheet', { station: 'inspection', answer: { kind: 'loading' } })];
    const give = (sheet: typeof SHEET, loading: typeof LOADING | undefined) =>
      said(
        new Scribe().open({
          ...BASIS,
          pack: { ...PACK, checks },
          aircraft: { ...AIRCRAFT, ...(loading ? { loading } : {}) },
        }),
        'answer.given',
        { check: 'sheet', subject: 'aircraft', answer: { kind: 'loading', sheet }, facts: {} },
      );
    expect(give(SHEET, undefined)).toBe('admitted');
    expect(give({ ...SHEET, lines: [...SHEET.lines, { station: 'moon', mass: 1 }] }, LOADING)).toBe(
      'stationUnknown',
    );
  });
});

describe('findings, actions and inspections', () => {
  const raised = (): Scribe => {
    const s = new Scribe().upToRunning();
    s.add('finding.raised', { finding: 'f', title: 'Crack', where: '' });
    return s;
  };
  const assess = (s: Scribe, body: Partial<EntryBodies['finding.assessed']>, change: Change = inspector) =>
    said(s, 'finding.assessed', { finding: 'f', severity: 'stops', reason: 'seen', ...body }, change);

  test('found once, with a title; assessed while open, with a reason', () => {
    const s = raised();
    expect(said(s, 'finding.raised', { finding: 'g', title: 'Dent', where: '' })).toBe('admitted');
    expect(said(s, 'finding.raised', { finding: 'g', title: ' ', where: '' })).toBe('findingNeedsTitle');
    expect(said(s, 'finding.raised', { finding: 'f', title: 'Dent', where: '' })).toBe('findingExists');
    expect(assess(s, {})).toBe('admitted');
    expect(assess(s, { reason: ' ' })).toBe('needsReason');
    expect(assess(s, { finding: 'moon' })).toBe('findingNotOpen');
    s.add('finding.assessed', { finding: 'f', severity: 'information', reason: 'paint' }, inspector);
    s.add('finding.closed', { finding: 'f', note: '' }, inspector);
    expect(assess(s, {})).toBe('findingNotOpen');
  });

  test('a technician says that it stops, and no less; a deferral has conditions and an end of any kind', () => {
    const s = raised();
    expect(assess(s, {}, {})).toBe('admitted');
    expect(assess(s, { severity: 'information' }, {})).toBe('roleNeeded');
    expect(assess(s, { severity: 'deferred', conditions: 'by day', until: '2026-12-01' }, {})).toBe(
      'roleNeeded',
    );
    expect(assess(s, { severity: 'deferred', until: '2026-12-01' })).toBe('deferralNeedsConditions');
    expect(assess(s, { severity: 'deferred', conditions: ' ', until: '2026-12-01' })).toBe(
      'deferralNeedsConditions',
    );
    expect(assess(s, { severity: 'deferred', conditions: 'by day' })).toBe('deferralNeedsEnd');
    for (const until of ['tomorrow', '2026-02-30', '2026-99-99', '2026-12-01T00:00:00Z', ''])
      expect(assess(s, { severity: 'deferred', conditions: 'by day', until })).toBe('notADay');
    for (const end of [{ until: '2026-12-01' }, { untilHours: 20 }, { untilFlights: 0 }])
      expect(assess(s, { severity: 'deferred', conditions: 'by day', ...end })).toBe('admitted');
  });

  test('work is named, touches something, is new, and is done on a finding that is open', () => {
    const s = raised();
    const work = (body: Partial<EntryBodies['action.recorded']>) =>
      said(s, 'action.recorded', {
        action: 'a',
        what: 'Set',
        measure: '',
        touches: ['engine.left.idle'],
        ...body,
      });
    expect(work({})).toBe('admitted');
    expect(work({ finding: 'f' })).toBe('admitted');
    expect(work({ finding: 'moon' })).toBe('findingNotOpen');
    expect(work({ what: ' ' })).toBe('actionNeedsWords');
    expect(work({ touches: [] })).toBe('actionNeedsSystems');
    s.add('tag.on', { tag: 'a', thing: 'Hose', where: '', why: 'off', touches: [] });
    expect(work({})).toBe('actionExists');
    s.add('action.recorded', { action: 'b', what: 'Set', measure: '', touches: ['engine.left.idle'] });
    expect(work({ action: 'b' })).toBe('actionExists');
    s.add('finding.assessed', { finding: 'f', severity: 'information', reason: 'paint' }, inspector);
    s.add('finding.closed', { finding: 'f', note: '' }, inspector);
    expect(work({ action: 'c', finding: 'f' })).toBe('findingNotOpen');
  });

  test('an inspection is of work that there is, by somebody else', () => {
    const s = raised();
    s.add('action.recorded', { action: 'a', what: 'Arm set', measure: '', touches: ['engine.left.control'] });
    const sign = (action: string, by: string) =>
      said(s, 'inspection.signed', { action, accepted: true, note: '' }, { by, role: 'inspector' });
    expect([sign('a', BO), sign('a', ANN), sign('moon', BO)]).toEqual([
      'admitted',
      'inspectorIsDoer',
      'actionUnknown',
    ]);
  });

  test('closing waits for the assessment, the work, its inspection, and its checks; and says which', () => {
    const s = new Scribe().upToProven();
    const close = (finding = 'f') => said(s, 'finding.closed', { finding, note: '' }, inspector);
    s.drop('drop-a', 'left', 1700, 1400);
    expect(close()).toBe('findingNotOpen');
    s.add('finding.raised', { finding: 'f', title: 'Drop', where: '', check: 'drop-a', subject: 'left' });
    expect(close()).toBe('findingUnassessed');
    s.add('finding.assessed', { finding: 'f', severity: 'stops', reason: 'arm' });
    expect(close()).toBe('findingNeedsAction');
    s.add('action.recorded', {
      action: 'a',
      finding: 'f',
      what: 'Arm set',
      measure: '',
      touches: ['engine.left.control'],
    });
    expect(close()).toBe('inspectionUnsigned');
    s.add('inspection.signed', { action: 'a', accepted: false, note: '' }, inspector);
    expect(close()).toBe('inspectionUnsigned');
    s.add('inspection.signed', { action: 'a', accepted: true, note: '' }, inspector);
    expect(params(s, 'finding.closed', { finding: 'f', note: '' }, inspector)).toEqual({
      part: 'drop-a@left',
    });
    s.drop('drop-a', 'left', 1700, 1620);
    // The work touched the linkage; that is to be proven again as well.
    expect(params(s, 'finding.closed', { finding: 'f', note: '' }, inspector)).toEqual({
      part: 'linkage@left',
    });
    const state = foldEntries(s.entries);
    const status = deriveStatus(state, NOW);
    expect(status && whyNotClosable(state, status, 'f')).toEqual({
      code: 'findingChecksOpen',
      params: { part: 'linkage@left' },
    });
    const { id } = s.confirm('linkage', 'left');
    s.add('answer.witnessed', { check: 'linkage', subject: 'left', answerEntry: id }, { by: BO });
    expect(close()).toBe('admitted');
    s.add('finding.closed', { finding: 'f', note: '' }, inspector);
    expect(close()).toBe('findingNotOpen');
  });

  test('information is closed without work; a finding that names no engine is about both', () => {
    const s = new Scribe().upToProven();
    s.add('finding.raised', { finding: 'f', title: 'Drop', where: '', check: 'drop-a' });
    s.add('finding.assessed', { finding: 'f', severity: 'information', reason: 'paint' }, inspector);
    expect(said(s, 'finding.closed', { finding: 'f', note: '' }, inspector)).toBe('admitted');
    s.drop('drop-a', 'right', 1700, 1400);
    expect(params(s, 'finding.closed', { finding: 'f', note: '' }, inspector)).toEqual({
      part: 'drop-a@right',
    });
  });

  test('one’s own work is looked at again where the pack allows it, it was chosen, and the hours have passed', () => {
    const lone = withPack({ ownWork: { hours: 2 } });
    const worked = (basis: Basis, chosen: boolean): Scribe => {
      const s = new Scribe().open(basis);
      if (chosen)
        s.add('ways.chosen', {
          profile: 'circuit',
          ways: { 'own-work': { choice: 'stated', why: 'nobody else here' } },
        } as EntryBodies['ways.chosen']);
      s.add('action.recorded', {
        action: 'a',
        what: 'Arm set',
        measure: '',
        touches: ['engine.left.control'],
      });
      return s;
    };
    const look = (s: Scribe, hours: number, change: Change = {}) => {
      const done = Date.parse(s.entries[s.entries.length - 1]?.at ?? '');
      return ask(s, {
        ...s.draft('inspection.signed', { action: 'a', accepted: true, note: '' }, { role: 'inspector' }),
        at: new Date(done + hours * 3_600_000).toISOString(),
        ...change,
      });
    };
    expect(look(worked(BASIS, true), 3)).toBe('inspectorIsDoer');
    expect(look(worked(lone, false), 3)).toBe('ownWorkNotChosen');
    expect(look(worked(lone, true), 1.999)).toBe('ownWorkTooSoon');
    expect(look(worked(lone, true), 2)).toBe('admitted');
    // A clock that is two hours ahead makes no two hours.
    expect(look(worked(lone, true), 2, { offset: 7_200_000 })).toBe('ownWorkTooSoon');
  });
});

describe('gates, overrides and the release', () => {
  test('a gate is passed when it is open, by so many as it asks for, over what was seen', () => {
    const gates = PACK.gates.map((g) =>
      g.id === 'power'
        ? { ...g, conditions: [...g.conditions, { kind: 'crew' as const, minimum: 2, overridable: false }] }
        : g,
    );
    const s = new Scribe().upToRunning(withPack({ gates }));
    const pass = (body: Partial<EntryBodies['gate.passed']>) =>
      said(s, 'gate.passed', { gate: 'power', snapshot: head(s), ...body });
    expect(pass({ crew: [BO] })).toBe('admitted');
    expect(pass({})).toBe('crewTooSmall');
    expect(pass({ crew: [ANN] })).toBe('crewTooSmall');
    expect(params(s, 'gate.passed', { gate: 'power', snapshot: head(s) })).toEqual({ count: 1, wanted: 2 });
    expect(pass({ crew: [BO], snapshot: 'f'.repeat(64) })).toBe('snapshotStale');
    expect(pass({ gate: 'moon' })).toBe('gateUnknown');
    // The last one is opened by the signature of the release, and is not passed.
    expect(pass({ gate: 'release' })).toBe('gateUnknown');
  });

  test('an override names what it covers, as it is, with a reason, over what was seen', () => {
    const s = new Scribe().upToProven();
    s.add('tag.on', { tag: 't', thing: 'Panel', where: '', why: 'open', touches: [] });
    const status = deriveStatus(foldEntries(s.entries), NOW);
    const covers = status ? overridable(status, 'release', 'noTags') : [];
    expect(covers).toEqual(['tag:t']);
    expect(status && overridable(status, 'moon', 'noTags')).toEqual([]);
    expect(status && overridable(status, 'release', 'findingsSettled')).toEqual([]);
    const override = (body: Partial<EntryBodies['gate.overridden']>) =>
      said(
        s,
        'gate.overridden',
        { gate: 'release', condition: 'noTags', reason: 'taped', snapshot: head(s), covers, ...body },
        { role: 'certifier' },
      );
    expect(override({})).toBe('admitted');
    expect(override({ covers: [] })).toBe('overrideCoversNothing');
    expect(override({ covers: ['tag:other'] })).toBe('overrideCoversNothing');
    expect(override({ covers: [...covers, 'tag:other'] })).toBe('overrideCoversNothing');
    expect(override({ reason: ' ' })).toBe('needsReason');
    expect(override({ snapshot: 'f'.repeat(64) })).toBe('snapshotStale');
    expect(override({ gate: 'power' })).toBe('notOverridable');
    expect(override({ condition: 'proven' })).toBe('notOverridable');
    expect(override({ gate: 'moon' })).toBe('notOverridable');
  });

  test('a release is signed over every gate passed, and not by whoever flew, in whatever role and whatever became of it', () => {
    const checks = [...CHECKS, check('circuit', { station: 'flight' })];
    const gates = [
      ...PACK.gates.filter((g) => g.id === 'power'),
      { id: 'fly', title: 'Fly', before: 'flight' as const, conditions: [] },
      ...PACK.gates.filter((g) => g.id === 'release'),
    ];
    const s = new Scribe().upToProven(withPack({ checks, gates }));
    const sign = (by: string) =>
      ask(
        s,
        s.draft(
          'release.signed',
          { meaning: '', snapshot: head(s), statement: '' },
          { by, role: 'certifier' },
        ),
        new Date(START + 2 * 3_600_000).toISOString(),
      );
    expect(sign('cy')).toBe('gateNotPassed');
    s.add('gate.passed', { gate: 'fly', snapshot: head(s) });
    const flown = s.add(
      'answer.given',
      { check: 'circuit', subject: 'aircraft', answer: { kind: 'confirm', asExpected: true }, facts: {} },
      { by: BO, role: 'observer' },
    );
    expect([sign('cy'), sign(BO), sign(ANN)]).toEqual(['admitted', 'certifierFlew', 'admitted']);
    s.add(
      'answer.given',
      {
        check: 'circuit',
        subject: 'aircraft',
        answer: { kind: 'confirm', asExpected: true },
        facts: {},
        correction: 'by me',
      },
      { by: ANN, role: 'inspector', supersedes: flown.id },
    );
    expect([sign('cy'), sign(BO), sign(ANN)]).toEqual(['admitted', 'certifierFlew', 'certifierFlew']);
  });
});

describe('scope, plan, ways, instruments and moving', () => {
  test('a scope names checks that there are, says why, and leaves out what is required only by who may', () => {
    const s = new Scribe().open();
    const work = [{ component: 'Governor', action: 'replaced' as const, touches: ['engine.left.control'] }];
    const settle = (body: Partial<EntryBodies['scope.settled']>, change: Change = {}) =>
      said(s, 'scope.settled', { work, evidence: {}, added: [], leftOut: [], note: '', ...body }, change);
    expect(settle({})).toBe('admitted');
    expect(settle({ added: [{ check: 'moon', reason: 'why not' }] })).toBe('checkUnknown');
    expect(settle({ added: [{ check: 'warm', reason: ' ' }] })).toBe('needsReason');
    expect(settle({ leftOut: [{ check: 'warm', reason: '' }] })).toBe('needsReason');
    expect(settle({ work: [] })).toBe('scopeWithoutWork');
    expect(settle({ work: [{ ...work[0], component: ' ' } as (typeof work)[0]] })).toBe('workNeedsSystems');
    expect(settle({ work: [{ ...work[0], touches: [] } as unknown as (typeof work)[0]] })).toBe(
      'workNeedsSystems',
    );
    // One that says nothing is enough, whatever stands beside it.
    expect(settle({ work: [...work, { ...work[0], touches: [] } as unknown as (typeof work)[0]] })).toBe(
      'workNeedsSystems',
    );
    const maiden = new Scribe();
    maiden.add('campaign.opened', { title: 'T', occasion: 'maiden', workItems: [], basis: BASIS });
    const nothing = { work: [], evidence: {}, added: [], leftOut: [], note: '' };
    expect(said(maiden, 'scope.settled', nothing)).toBe('admitted');
    const leftOut = [{ check: 'linkage', reason: 'not this time' }];
    expect(settle({ leftOut })).toBe('requiredLeftOut');
    expect(settle({ leftOut: [{ check: 'warm', reason: 'cold oil' }] })).toBe('admitted');
    expect(settle({ leftOut }, inspector)).toBe('admitted');
  });

  test('a plan names checks of the pack, each once; ways say why; an instrument is noted with a reason', () => {
    const s = new Scribe().open();
    const plan = (order: string[], flights?: string[][]) =>
      said(s, 'plan.kept', {
        order,
        note: '',
        ...(flights ? { flights: { flights, budget: {} } } : {}),
      } as unknown as EntryBodies['plan.kept']);
    expect(plan(['papers', 'start'])).toBe('admitted');
    expect(plan(['papers', 'papers'])).toBe('plannedTwice');
    expect(plan(['papers', 'moon'])).toBe('checkUnknown');
    expect(plan([], [['start'], ['start']])).toBe('plannedTwice');
    expect(plan(['start'], [['start'], ['moon']])).toBe('checkUnknown');
    expect(plan(['start'], [['start'], ['idle']])).toBe('admitted');
    const ways = (why: string) =>
      said(s, 'ways.chosen', {
        profile: 'circuit',
        ways: { chute: { choice: 'yes', why } },
      } as unknown as EntryBodies['ways.chosen']);
    expect([ways('over water'), ways(' ')]).toEqual(['admitted', 'needsReason']);
    const both = { chute: { choice: 'yes', why: 'over water' }, boat: { choice: 'yes', why: '' } };
    expect(said(s, 'ways.chosen', { profile: 'circuit', ways: both })).toBe('needsReason');
    const reach = { reach: { choice: 'overhead', why: 'clear day' } };
    expect(said(s, 'ways.chosen', { profile: 'overhead', ways: reach })).toBe('admitted');
    expect(said(s, 'ways.chosen', { profile: 'circuit', ways: reach })).toBe('profileContradicts');
    const instrument = AIRCRAFT.instruments[0];
    const note = (reason: string) =>
      said(s, 'instrument.noted', { instrument, reason } as EntryBodies['instrument.noted'], inspector);
    expect([note('back from the works'), note(' ')]).toEqual(['admitted', 'needsReason']);
  });

  test('a campaign moves to something else that works, of the same aircraft, with a reason', () => {
    const s = new Scribe().open();
    const move = (basis: Basis, reason = 'revised') =>
      said(s, 'basis.moved', { basis, reason }, { role: 'inspector' });
    const revised = {
      ...BASIS,
      limitBook: { ...BOOK, revision: 2, limits: BOOK.limits.map((l) => ({ ...l, title: `${l.title} 2` })) },
    };
    expect(move(revised)).toBe('admitted');
    expect(move(revised, ' ')).toBe('needsReason');
    expect(move(BASIS)).toBe('nothingMoves');
    expect(move({ ...revised, aircraft: { ...AIRCRAFT, mark: 'QX-OTH' } })).toBe('otherAircraft');
    const waitsForNothing = PACK.checks.map((c, i) => (i === 0 ? { ...c, after: ['ghost'] } : c));
    expect(move({ ...revised, pack: { ...PACK, checks: waitsForNothing } })).toBe('checkMissing');
  });
});
