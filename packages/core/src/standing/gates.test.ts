import fc from 'fast-check';
import { deriveStatus, type CampaignStatus } from './index.ts';
import { admit, foldEntries, overridable, whyNotClosable } from '../entries/index.ts';
import type { CampaignState, EntryDraft } from '../record/index.ts';
import { BASIS, CHECKS, PACK, reading, Scribe, START } from '../testing/world.ts';
import { anyRecord } from '../testing/any-record.ts';

const NOW = new Date(START + 3_600_000).toISOString();
const statusOf = (state: CampaignState, now = NOW): CampaignStatus =>
  deriveStatus(state, now) as CampaignStatus;

describe('gates and findings', () => {
  const complete = (basis = BASIS): Scribe => new Scribe().upToProven(basis);
  const pass = (s: Scribe): void =>
    void s.add('gate.passed', { gate: 'power', snapshot: foldEntries(s.entries).head });
  const release = (s: Scribe) => statusOf(foldEntries(s.entries)).gates.find((g) => g.gate.id === 'release');
  const codes = (s: Scribe): string[] => release(s)?.holdings.map((h) => h.reason.code) ?? [];

  test('open when everything is proven; never on stale data', () => {
    const s = complete();
    expect(release(s)).toMatchObject({ state: 'open', minutes: 0 });
    const state = foldEntries(s.entries);
    expect(
      deriveStatus(state, NOW, { waiting: 1, confirmed: true })?.gates.every((g) => g.state === 'held'),
    ).toBe(true);
    expect(
      deriveStatus(state, NOW, { waiting: 0, confirmed: false })?.gates.every((g) => g.state === 'held'),
    ).toBe(true);
  });

  test('held by a tag until it comes off, by a deferral past its day, by an uninspected action', () => {
    const s = complete();
    s.add('tag.on', { tag: 't', thing: 'Cowl', where: 'left', why: 'look', touches: [] });
    expect(codes(s)).toEqual(['tagOpen', 'gateHeld']);
    s.add('tag.off', { tag: 't', note: '', touches: [] });
    // Whoever passed Power had not seen that something was open: it is passed again.
    expect(codes(s)).toEqual(['gateNotPassed']);
    pass(s);
    s.add('finding.raised', { finding: 'f', title: 'Lamp', where: '' });
    expect(codes(s)).toEqual(['findingUnassessed', 'gateHeld']);
    s.add('finding.assessed', {
      finding: 'f',
      severity: 'deferred',
      reason: 'on order',
      conditions: 'day only',
      until: '2026-11-24',
    });
    expect(codes(s)).toEqual([]);
    expect(
      deriveStatus(foldEntries(s.entries), '2026-11-25T00:00:01Z')
        ?.gates.at(-1)
        ?.holdings.map((h) => h.reason.code),
    ).toContain('findingDeferralOver');
    s.add('action.recorded', { action: 'a', what: 'Arm set', measure: '', touches: ['engine.left.control'] });
    expect(codes(s)).toEqual(['checksAgain', 'inspectionUnsigned', 'gateHeld']);
  });

  test('a finding from found to closed: what was found beyond a gate leaves the way to its cure open', () => {
    const s = complete();
    s.drop('drop-a', 'right', 1700, 1500);
    s.add('finding.raised', { finding: 'f', title: 'Drop', where: '', check: 'drop-a', subject: 'right' });
    s.add('finding.assessed', { finding: 'f', severity: 'stops', reason: 'plug' });
    const gateStates = (): string[] => statusOf(foldEntries(s.entries)).gates.map((g) => g.state);
    // It stops the aircraft: every gate is held, also those that lie before what was found.
    expect(gateStates()).toEqual(['held', 'held']);
    const blocked = (key: string): string | undefined =>
      statusOf(foldEntries(s.entries)).parts.get(key)?.blocked?.code;
    expect(blocked('drop-a@right')).toBe('gateHeld');
    const why = (): string | undefined =>
      whyNotClosable(foldEntries(s.entries), statusOf(foldEntries(s.entries)), 'f')?.code;
    expect(why()).toBe('findingNeedsAction');
    s.add('action.recorded', {
      action: 'fix',
      finding: 'f',
      what: 'Plug',
      measure: '',
      touches: ['engine.right.ignition.a'],
    });
    expect(why()).toBe('findingChecksOpen');
    // Its work is done: the gates stay held, and the way to the checks that would close it is open.
    expect(gateStates()).toEqual(['held', 'held']);
    expect(blocked('drop-a@right')).toBeUndefined();
    s.drop('drop-a', 'right', 1700, 1620);
    expect(why()).toBe('findingChecksOpen');
    s.add('answer.given', {
      check: 'idle',
      subject: 'right',
      answer: { kind: 'reading', reading: reading(700) },
      facts: {},
    });
    expect(why()).toBeUndefined();
    s.add('finding.closed', { finding: 'f', note: '' });
    expect(gateStates()).toEqual(['open', 'held']);
    pass(s);
    expect(gateStates()).toEqual(['passed', 'open']);
  });

  test('an override takes a certifying person, a condition the pack marks, and covers only what was known', () => {
    const gates = PACK.gates.map((g) => ({
      ...g,
      conditions: g.conditions.filter((c) => g.id === 'release' || c.kind !== 'noTags'),
    }));
    const s = complete({ ...BASIS, pack: { ...PACK, gates } });
    const tag = (id: string): void =>
      void s.add('tag.on', { tag: id, thing: 'Panel', where: '', why: 'open', touches: [] });
    tag('first');
    const release = () => statusOf(foldEntries(s.entries)).gates.find((g) => g.gate.id === 'release');
    expect(release()?.holdings).toMatchObject([{ condition: 'noTags', overridable: true }]);
    const asked = (condition: string, role: 'certifier' | 'inspector') => {
      const state = foldEntries(s.entries);
      const covers = overridable(statusOf(state), 'release', 'noTags');
      const body = { gate: 'release', condition, reason: 'Panel is taped', snapshot: state.head, covers };
      const said = admit(s.draft('gate.overridden', body, { role }) as unknown as EntryDraft, state, NOW);
      if (said.ok) s.add('gate.overridden', body, { role });
      return said.ok ? 'ok' : said.error.code;
    };
    expect(asked('findingsSettled', 'certifier')).toBe('notOverridable');
    expect(asked('noTags', 'inspector')).toBe('roleNeeded');
    expect(asked('noTags', 'certifier')).toBe('ok');
    expect(release()?.state).toBe('open');
    tag('second');
    expect(release()?.holdings).toMatchObject([{ cure: { to: 'tag', tag: 'second' } }]);
  });

  test('whatever is recorded, a gate that is open has nothing unproven before it (property)', () => {
    fc.assert(
      fc.property(anyRecord, (entries) => {
        const status = statusOf(foldEntries(entries));
        for (const gate of status.gates.filter((g) => g.state !== 'held')) {
          const stations = gate.gate.conditions.flatMap((c) => (c.kind === 'proven' ? c.stations : []));
          for (const check of CHECKS.filter((c) => stations.includes(c.station as (typeof stations)[number])))
            expect(status.checks.get(check.id)?.proven).toBe(true);
        }
      }),
      { numRuns: 60 },
    );
  });

  test('a release is signed by a certifying person, on an open gate, over the head that was shown', () => {
    const s = complete();
    const state = foldEntries(s.entries);
    const sign = (role: 'certifier' | 'technician', snapshot: string) =>
      admit(
        s.draft(
          'release.signed',
          { meaning: '', snapshot, statement: '' },
          { role },
        ) as unknown as EntryDraft,
        state,
        NOW,
      );
    expect(sign('technician', state.head)).toMatchObject({ ok: false, error: { code: 'roleNeeded' } });
    expect(sign('certifier', 'f'.repeat(64))).toMatchObject({ ok: false, error: { code: 'snapshotStale' } });
    expect(sign('certifier', state.head).ok).toBe(true);
    s.add('release.signed', { meaning: '', snapshot: state.head, statement: '' }, { role: 'certifier' });
    expect(
      admit(
        s.draft('tag.off', { tag: 't', note: '', touches: [] }) as unknown as EntryDraft,
        foldEntries(s.entries),
        NOW,
      ),
    ).toMatchObject({ ok: false, error: { code: 'alreadyReleased' } });
  });
});
