import { areasOf, FAMILY_IDS, layoutFor, walkOf } from '@kanzel/core';
import { BUILT_IN_LIBRARY, loadLibrary, readLibraryFolder } from './index.ts';
import './testing/laid.ts';

const packs = [...loadLibrary(readLibraryFolder(BUILT_IN_LIBRARY)).packs.values()];

test.each(FAMILY_IDS)(
  'a %s can be walked round: every check of the inspection is come to, by the shortest way',
  (family) => {
    const layout = layoutFor(family);
    const fitting = packs.filter((p) => p.families.includes(family));
    expect(fitting.length).toBeGreaterThan(0);
    const areas = new Set(areasOf(layout).map((a) => a.id));
    for (const pack of fitting) {
      const checks = pack.checks.filter((c) => c.station === 'inspection');
      const { stops, shortest, misplaced } = walkOf(checks, layout);
      expect([pack.id, misplaced]).toEqual([pack.id, []]);
      expect(shortest).toBe(true);
      const order = stops.flatMap((s) => [...s.checks]);
      expect([...order].sort()).toEqual(checks.map((c) => c.id).sort());
      expect(stops.every((s) => s.areas.length > 0 && s.areas.every((a) => areas.has(a.id)))).toBe(true);
      // What is looked into is not looked into again behind the panels; whoever stands back touches nothing after it.
      const last = checks.filter((c) => c.turn === 'last').map((c) => c.id);
      expect([...order.slice(order.length - last.length)].sort()).toEqual(last.sort());
    }
  },
);

test.each(packs.map((p) => [p.id, p] as const))(
  '%s searches for loose objects three ways that are never merged, has its locks one by one, and is looked at from afar last',
  (_id, pack) => {
    const here = pack.checks.filter((c) => c.station === 'inspection');
    const search = here.filter((c) => c.proves.some((p) => p.startsWith('structure.loose-objects.')));
    const counts = search.filter((c) => c.answer.kind === 'tally');
    const looks = search.filter((c) => c.answer.kind === 'confirm');
    expect(counts).toHaveLength(1);
    expect(looks.length).toBeGreaterThanOrEqual(2);
    for (const asked of [/ear to/, /[Ll]amp/])
      expect(looks.filter((c) => asked.test(c.challenge))).not.toHaveLength(0);
    // Counted when all has been looked into, and what closes it waits for the count.
    const looked = new Set(looks.map((c) => c.id));
    for (const count of counts) {
      expect([count.turn, count.after.some((id) => looked.has(id))]).toEqual(['closing', true]);
      expect(here.filter((c) => c.after.includes(count.id) && c.turn === 'closing').length).toBeGreaterThan(
        0,
      );
    }
    expect(here.filter((c) => c.turn === 'last')).toHaveLength(1);
    const locks = here.flatMap((c) => (c.answer.kind === 'locks' ? [c.answer.locks] : []));
    expect(locks.length).toBeGreaterThan(0);
    // Its name says which one it is: no two of a check are called the same.
    for (const rows of locks) expect(new Set(rows.map((l) => l.title)).size).toBe(rows.length);
  },
);
