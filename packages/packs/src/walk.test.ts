import { areasOf, FAMILY_IDS, layoutFor, walkOf } from '@kanzel/core';
import { BUILT_IN_LIBRARY, loadLibrary, readLibraryFolder } from './index.ts';

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
