import { check, PACK, BASIS, BO, Scribe, START } from '../testing/world.ts';
import { costOf, foldEntries } from './index.ts';
import { runningTimer, deriveStatus } from '../standing/index.ts';
import { standingAnswer, stateValue, type CampaignState, type Entry } from '../record/index.ts';
import { admit } from './admit.ts';
import type { EntryDraft } from '../record/entry.ts';

/** When an entry was made, on the server's clock; what its author had seen; what is taken back when it is struck. */

const BEGIN = START + 60_000;
const later = (minutes: number, ms = 0): string => new Date(START + minutes * 60_000 + ms).toISOString();

/** The instant of the answer of an entry as it is folded, in minutes after the beginning. */
function minutesOf(s: Scribe, change: Partial<Entry>): number {
  const made = s.confirm('papers', 'aircraft');
  const entries = [...s.entries.slice(0, -1), { ...made, ...change } as Entry];
  const answer = standingAnswer(foldEntries(entries).parts.get('papers@aircraft'));
  return ((answer?.instant ?? NaN) - START) / 60_000;
}

describe('the instant of an entry', () => {
  const busy = (): Scribe => {
    const s = new Scribe().open();
    s.add('tag.on', { tag: 't', thing: 'Hose', where: '', why: 'off', touches: [] }, { at: later(50) });
    return s;
  };

  test('is that of its clock, less what the clock was ahead', () => {
    expect(minutesOf(busy(), { at: later(90), receivedAt: later(100) })).toBe(90);
    expect(minutesOf(busy(), { at: later(90), offset: 600_000, receivedAt: later(100) })).toBe(80);
    expect(minutesOf(busy(), { at: later(90), offset: -300_000, receivedAt: later(100) })).toBe(95);
  });

  test('is never after it was received, once the server has it; on the device alone nothing is known of that', () => {
    expect(minutesOf(busy(), { at: later(90), receivedAt: later(70) })).toBe(70);
    expect(minutesOf(busy(), { at: later(90), receivedAt: later(70), hash: '' })).toBe(90);
  });

  test('is never before what its author had seen at the head; who had not seen it may have acted before', () => {
    expect(minutesOf(busy(), { at: later(20), receivedAt: later(100) })).toBe(50);
    expect(minutesOf(busy(), { at: later(20), receivedAt: later(100), seen: 2 })).toBe(50);
    expect(minutesOf(busy(), { at: later(20), receivedAt: later(100), seen: 1 })).toBe(20);
    // And never before the beginning, whatever the clock says.
    expect(minutesOf(busy(), { at: later(-60), receivedAt: later(100), seen: 1 })).toBe(
      (BEGIN - START) / 60_000,
    );
  });

  test('an author has seen what they say, and no more than there was', () => {
    const seen = (change: Partial<Entry>): number | undefined => {
      const s = busy();
      const made = s.confirm('papers', 'aircraft');
      const state = foldEntries([...s.entries.slice(0, -1), { ...made, ...change } as Entry]);
      return standingAnswer(state.parts.get('papers@aircraft'))?.seen;
    };
    expect(seen({})).toBe(2);
    expect(seen({ seen: 1 })).toBe(1);
    expect(seen({ seen: 9 })).toBe(2);
  });

  test('what only the device has is pending; what the server has is not', () => {
    const s = busy();
    const made = s.confirm('papers', 'aircraft');
    const pending = (change: Partial<Entry>): boolean | undefined =>
      standingAnswer(
        foldEntries([...s.entries.slice(0, -1), { ...made, ...change } as Entry]).parts.get(
          'papers@aircraft',
        ),
      )?.pending;
    expect([pending({}), pending({ hash: '' })]).toEqual([false, true]);
  });
});

describe('what touched a part', () => {
  const touch = (s: Scribe, touches: string[], device = 'test'): Entry =>
    s.add(
      'action.recorded',
      { action: `a${s.entries.length}`, what: 'Work', measure: '', touches },
      { device },
    );

  test('is kept once for each device and way: the latest, and those of others beside it', () => {
    const s = new Scribe().upToProven();
    touch(s, ['engine.left.ignition.a']);
    const second = touch(s, ['engine.left.ignition.a']);
    const losses = (): readonly { seq: number; through?: true }[] =>
      foldEntries(s.entries)
        .parts.get('idle@left')
        ?.losses?.map(({ seq, through }) => ({ seq, through })) ?? [];
    expect(losses()).toEqual([{ seq: second.seq, through: true }]);
    const direct = touch(s, ['engine.left.idle']);
    const tablet = touch(s, ['engine.left.ignition.a'], 'tablet');
    const again = touch(s, ['engine.left.idle']);
    expect(direct.seq).toBeLessThan(again.seq);
    expect(losses()).toEqual([
      { seq: second.seq, through: true },
      { seq: tablet.seq, through: true },
      { seq: again.seq, through: undefined },
    ]);
  });

  test('work that touches nothing takes nothing; a tag without systems holds, and re-opens nothing', () => {
    const s = new Scribe().upToProven();
    const before = [...foldEntries(s.entries).proofs.keys()];
    s.add('tag.on', { tag: 't', thing: 'Door', where: '', why: 'open', touches: [] });
    s.add('tag.off', { tag: 't', note: '', touches: [] });
    expect([...foldEntries(s.entries).proofs.keys()]).toEqual(before);
    expect(costOf(foldEntries(s.entries), deriveStatus(s.state(), later(200))!, [], false).checks).toEqual(
      [],
    );
  });

  test('a timer started before it does not run for the answer after it; one started after does', () => {
    const checks = [
      ...BASIS.pack.checks,
      check('soak', { answer: { kind: 'timer', seconds: 60 }, proves: ['gear'] }),
    ];
    const s = new Scribe().open({ ...BASIS, pack: { ...PACK, checks, gates: [] } });
    const running = (): boolean =>
      runningTimer(foldEntries(s.entries).parts.get('soak@aircraft')) !== undefined;
    expect(running()).toBe(false);
    const { at } = s.add('timer.started', { check: 'soak', subject: 'aircraft' });
    expect(running()).toBe(true);
    touch(s, ['gear']);
    expect(running()).toBe(false);
    s.add('timer.started', { check: 'soak', subject: 'aircraft' });
    expect(running()).toBe(true);
    s.add('answer.given', {
      check: 'soak',
      subject: 'aircraft',
      answer: { kind: 'timer', startedAt: at, endedAt: new Date(Date.parse(at) + 61_000).toISOString() },
      facts: {},
    });
    // It has served the answer that was given on it.
    expect(running()).toBe(false);
  });
});

describe('what an answer set is taken back with it, and nothing else', () => {
  const engine = (s: Scribe): string | undefined => stateValue(foldEntries(s.entries), 'engine', 'left');
  const checks = [
    check('start', { subject: 'engine', sets: { engine: 'running' } }),
    check('stop', { subject: 'engine', sets: { engine: 'stopped' } }),
  ];
  const begun = (): Scribe => new Scribe().open({ ...BASIS, pack: { ...PACK, gates: [], checks } });
  const away = (s: Scribe, of: Entry): Entry =>
    s.add(
      'answer.withdrawn',
      { check: String((of.body as { check: string }).check), subject: 'left', reason: 'slip' },
      { supersedes: of.id },
    );

  test('what a hand said, and what another answer set, stay', () => {
    const s = begun();
    s.add('state.set', { state: 'engine', subject: 'left', value: 'running' });
    const start = s.confirm('start', 'left');
    away(s, start);
    expect(engine(s)).toBe('running');
    const t = begun();
    const first = t.confirm('start', 'left');
    const stopped = t.confirm('stop', 'left');
    expect(engine(t)).toBe('stopped');
    away(t, stopped);
    expect(engine(t)).toBe('running');
    // Withdrawn twice it is withdrawn once.
    away(t, stopped);
    expect(engine(t)).toBe('running');
    away(t, first);
    expect(engine(t)).toBe('stopped');
  });

  test('a correction that is withdrawn lets what was set before hold again', () => {
    const s = begun();
    const first = s.confirm('start', 'left');
    const corrected = s.add(
      'answer.given',
      {
        check: 'start',
        subject: 'left',
        answer: { kind: 'confirm', asExpected: false },
        facts: {},
        correction: 'it did not',
      },
      { supersedes: first.id },
    );
    expect(engine(s)).toBe('stopped');
    away(s, corrected);
    expect(engine(s)).toBe('running');
    // The other engine never ran.
    expect(stateValue(foldEntries(s.entries), 'engine', 'right')).toBe('stopped');
  });
});

test('what somebody could do is asked of what they had before them; what may be added, of what there is', () => {
  const s = new Scribe().upToRunning();
  const seen = foldEntries(s.entries);
  s.add('state.set', { state: 'engine', subject: 'left', value: 'stopped' });
  const now = foldEntries(s.entries);
  const draft = {
    ...s.draft('answer.given', {
      check: 'drop-a',
      subject: 'left',
      answer: {
        kind: 'drop',
        before: {
          value: 1700,
          unit: 'rpm',
          text: '1700',
          resolution: 1,
          source: 'typed',
          instrument: 'gauge',
        },
        after: {
          value: 1620,
          unit: 'rpm',
          text: '1620',
          resolution: 1,
          source: 'typed',
          instrument: 'gauge',
        },
      },
      facts: {},
    }),
    by: BO,
    device: 'tablet',
    seen: seen.count,
  } as unknown as EntryDraft;
  const asked = (state: CampaignState, asSeen?: CampaignState): string => {
    const answer = admit(draft, state, later(60), () => asSeen ?? state);
    return answer.ok ? 'admitted' : answer.error.code;
  };
  expect([asked(now), asked(now, now), asked(now, seen), asked(seen)]).toEqual([
    'wrongState',
    'wrongState',
    'admitted',
    'admitted',
  ]);
  // And the other way round: who had seen it stopped may not, whatever it does now.
  expect(asked({ ...seen, count: now.count }, now)).toBe('wrongState');
});
