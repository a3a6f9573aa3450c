import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import { gunzipSync } from 'node:zlib';
import { deriveStatus } from '../standing/derive.ts';
import { verifyChain } from '../record/chain.ts';
import type { Entry } from '../record/entry.ts';
import { foldEntries } from './fold.ts';

interface Then {
  readonly count: number;
  readonly head: string;
  readonly proofs: readonly string[];
  readonly parts: readonly unknown[];
  readonly gates: readonly unknown[];
}
interface OldRecord {
  readonly mark: string;
  readonly title: string;
  readonly entries: readonly Entry[];
  /** What was thought of it, and of its beginnings, by the product that recorded it. */
  readonly then: readonly Then[];
}

/** The records of the demonstration as they were before the ways of answering were parted, with what was thought of them then. */
const OLD = JSON.parse(
  gunzipSync(readFileSync(join(__dirname, '../testing/old-records.json.gz'))).toString(),
) as readonly OldRecord[];

function thoughtOf(entries: readonly Entry[]): Then {
  const state = foldEntries(entries);
  const last = Date.parse(entries[entries.length - 1]?.receivedAt ?? '');
  const status = deriveStatus(state, new Date(last + 60_000).toISOString());
  return {
    count: entries.length,
    head: state.head,
    proofs: [...state.proofs.keys()].sort(),
    parts: [...(status?.parts.values() ?? [])].map((p) => [
      p.key,
      p.mark,
      p.proven,
      p.verdicts.map((v) => [v.state, v.reason.code, v.value ?? null, v.margin?.value ?? null]),
      p.reasons.map((r) => r.code),
    ]),
    gates: (status?.gates ?? []).map((g) => [g.gate.id, g.state, g.holdings.map((h) => h.reason.code)]),
  };
}

test.each(OLD.map((o) => [`${o.mark}, ${o.title}`, o] as const))(
  '%s: an old record verifies, and folds to what it folded to',
  (_name, { entries, then }) => {
    expect(verifyChain(entries).ok).toBe(true);
    for (const old of then) expect(thoughtOf(entries.slice(0, old.count))).toEqual(old);
  },
);

test('there are records to compare, long ones and unfinished ones', () => {
  expect(OLD.map((o) => o.entries.length).sort((a, b) => b - a)).toEqual([176, 154, 149, 94, 55, 14]);
});
