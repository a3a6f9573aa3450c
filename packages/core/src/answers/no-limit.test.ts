import { indexBasis, partKey } from '../checks/index.ts';
import { deriveStatus } from '../standing/index.ts';
import { foldEntries } from '../entries/index.ts';
import { BASIS, BOOK, CHECKS, Scribe } from '../testing/world.ts';
import { judgeAnswer } from './index.ts';

const without = (...keys: string[]) => ({
  ...BASIS,
  limitBook: { ...BOOK, limits: BOOK.limits.filter((l) => !keys.includes(l.key)) },
});

test('a figure whose limit nobody has entered is unknown, whatever the figure; one whose limit is there is judged', () => {
  const key = CHECKS.find((c) => c.id === 'idle')?.limits[0] ?? '';
  for (const value of [0, 650, 700, 5000]) {
    const [found, whole] = [without(key), BASIS].map((basis) => {
      const made = indexBasis(basis);
      if (!made.ok) throw new Error('basis');
      const part = made.value.parts.get(partKey('idle', 'left'));
      if (!part) throw new Error('part');
      const reading = { value, unit: 'rpm', text: String(value), resolution: 10, source: 'typed' as const };
      return judgeAnswer(made.value, part, { kind: 'reading', reading }, {}, '2026-05-04T10:00:00Z');
    });
    expect([found?.[0]?.state, found?.[0]?.reason.code]).toEqual(['unknown', 'noLimitEntered']);
    expect(found?.[0]?.reason.params).toEqual({
      check: CHECKS.find((c) => c.id === 'idle')?.title,
      book: BOOK.title,
    });
    expect(whole?.map((v) => v.reason.code)).not.toContain('noLimitEntered');
  }
});

test('a campaign without any limit is opened, worked, and proves nothing that needs one; worked-out figures neither', () => {
  const scribe = new Scribe().upToRunning(without(...BOOK.limits.map((l) => l.key)));
  for (const engine of ['left', 'right']) {
    scribe.drop('drop-a', engine, 1700, 1620);
    scribe.drop('drop-b', engine, 1700, 1625);
    scribe.read('idle', engine, 700);
  }
  const state = foldEntries(scribe.entries);
  const status = deriveStatus(state, new Date(state.clock).toISOString());
  expect(state.unreadable).toEqual([]);
  let seen = 0;
  for (const [key, part] of state.index?.parts ?? []) {
    const found = status?.parts.get(key);
    if (part.check.limits.length === 0) continue;
    seen += 1;
    expect({ key, proven: found?.proven }).toEqual({ key, proven: false });
    if (found?.answer) expect(found.answer.good).not.toBe('yes');
  }
  expect(seen).toBeGreaterThan(4);
  // What needs no limit is as good as ever: the engines run, so that their start has been proven.
  expect(status?.parts.get('start@left')?.proven).toBe(true);
});

test('a figure worked out from others is unknown as soon as one of its limits is missing, though the other holds', () => {
  const worked = CHECKS.find((c) => c.answer.kind === 'computed');
  if (!worked) throw new Error('no worked-out check');
  const proven = (limits: readonly string[]) => {
    const checks = CHECKS.map((c) => (c.id === worked.id ? { ...c, limits } : c));
    const scribe = new Scribe().upToRunning({ ...BASIS, pack: { ...BASIS.pack, checks } });
    for (const engine of ['left', 'right']) {
      scribe.drop('drop-a', engine, 1700, 1620);
      scribe.drop('drop-b', engine, 1700, 1625);
      scribe.read('idle', engine, 700);
    }
    const state = foldEntries(scribe.entries);
    const status = deriveStatus(state, new Date(state.clock).toISOString());
    const found = [...(status?.parts ?? [])].find(([key]) => key.startsWith(`${worked.id}@`))?.[1];
    return [found?.proven, found?.verdicts[0]?.state, found?.verdicts[0]?.reason.code];
  };
  expect(proven(worked.limits).slice(0, 2)).toEqual([true, 'within']);
  expect(proven([...worked.limits, 'nobody-entered-it'])).toEqual([false, 'unknown', 'noLimitEntered']);
});
