import {
  componentsOf,
  FAMILIES,
  FAMILY_IDS,
  indexBasis,
  isEveryTime,
  layoutFor,
  reachOfWork,
  type BasisIndex,
  type Family,
  type LimitBook,
  type Pack,
  type SystemTree,
  type WorkAction,
} from '@kanzel/core';
import type { Library } from './library.ts';

const ACTIONS: readonly WorkAction[] = ['replaced', 'adjusted', 'disconnected'];

/** A pack on the layout that its family begins with, as far as the graph of its checks needs an aircraft. */
function indexOn(pack: Pack, family: Family, limitBook: LimitBook, systems: SystemTree): BasisIndex {
  const layout = layoutFor(family);
  const engines = layout.propulsors
    .filter((p) => p.driven !== true)
    .map(({ id, title, cylinders, kind }) => ({ id, title, cylinders, kind }));
  const index = indexBasis({
    pack,
    limitBook,
    systems,
    aircraft: {
      mark: 'QX-TST',
      type: FAMILIES[family],
      description: 'as its family begins',
      family,
      serial: '1',
      engines,
      configuration: { code: '00000', title: 'as described' },
      hours: 0,
      limitBook: limitBook.id,
      pack: pack.id,
      instruments: [],
    },
  });
  if (!index.ok) throw new Error(`${pack.id} on ${family}: ${index.error.map((e) => e.code).join()}`);
  return index.value;
}

/**
 * What work on each component re-opens, as a table to be read by a mechanic: made of the tree of systems and the pack
 * alone. Checks that are looked at every time stand in none of its cells. What the second and third column say is what
 * they have beside or less than the first.
 */
function consequencesOf(pack: Pack, family: Family, limitBook: LimitBook, systems: SystemTree): string {
  const index = indexOn(pack, family, limitBook, systems);
  const proves = [...new Set([...index.parts.values()].flatMap((p) => p.proves))];
  const rows = componentsOf(systems, layoutFor(family), [], proves).map((component) => {
    const opened = ACTIONS.map((action) => {
      const reached = index.reachOf(reachOfWork(systems, component.touches, action));
      const checks = reached.flatMap(({ part }) => {
        const found = index.parts.get(part);
        const always = found?.proves.length && found.proves.every((s) => isEveryTime(systems, s));
        return found && !always ? [found.check.id] : [];
      });
      return [...new Set(checks)];
    });
    const [replaced = []] = opened;
    const beside = (list: readonly string[]): string => {
      const less = replaced.filter((c) => !list.includes(c));
      if (less.length === 0) return 'the same';
      if (list.length <= less.length) return list.join(', ') || 'nothing';
      return `all but ${less.join(', ')}`;
    };
    return `| ${component.title} | ${replaced.join(', ')} | ${opened.slice(1).map(beside).join(' | ')} |`;
  });
  return [
    `# ${pack.title}: ${FAMILIES[family]}`,
    '',
    `Made by \`npm run consequences\` from the tree of systems and the pack \`${pack.id}\`; compared in a test.`,
    '',
    '| Component | Replaced | Adjusted | Disconnected |',
    '| --- | --- | --- | --- |',
    ...rows,
    '',
  ].join('\n');
}

/**
 * The tables of a library, by the name of their file: every pack on every family that it is for, with the first limit
 * book that has all its limits.
 */
export function consequencesTables(library: Library): ReadonlyMap<string, string> {
  const { systems } = library;
  const found = new Map<string, string>();
  if (!systems) return found;
  for (const pack of library.packs.values()) {
    const wanted = new Set(pack.checks.flatMap((c) => c.limits));
    const book = [...library.limitBooks.values()].find((b) =>
      [...wanted].every((key) => b.limits.some((l) => l.key === key)),
    );
    for (const family of FAMILY_IDS)
      if (book && pack.families.includes(family))
        found.set(`${pack.id}-on-${family}.md`, consequencesOf(pack, family, book, systems));
  }
  return found;
}
