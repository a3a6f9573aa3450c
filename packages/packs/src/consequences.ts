import {
  FAMILIES,
  FAMILY_IDS,
  isEveryTime,
  reachOfWork,
  type Family,
  type Pack,
  type SystemTree,
  type WorkAction,
} from '@kanzel/core';
import type { Library } from './library.ts';
import { componentsOn, indexOn } from './reopening.ts';

const ACTIONS: readonly WorkAction[] = ['replaced', 'adjusted', 'disconnected'];

/**
 * What work on each component re-opens, as a table to be read by a mechanic: made of the tree of systems and the pack
 * alone. Checks that are looked at every time stand in none of its cells. What the second and third column say is what
 * they have beside or less than the first.
 */
function consequencesOf(pack: Pack, family: Family, systems: SystemTree): string | undefined {
  const index = indexOn(pack, family, systems);
  if (!index) return undefined;
  const rows = componentsOn(index, family, systems).map((component) => {
    const opened = ACTIONS.map((action) => {
      const reached = index.reachOf(reachOfWork(systems, component.touches, action));
      const checks = reached.flatMap(({ part }) => {
        const found = index.parts.get(part);
        const always =
          found?.check.turn === 'last' ||
          (found?.proves.length && found.proves.every((s) => isEveryTime(systems, s)));
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

/** The tables of a library, by the name of their file: every pack on every family that it is for. */
export function consequencesTables(library: Library): ReadonlyMap<string, string> {
  const { systems } = library;
  const found = new Map<string, string>();
  if (!systems) return found;
  for (const pack of library.packs.values())
    for (const family of FAMILY_IDS) {
      const table = pack.families.includes(family) ? consequencesOf(pack, family, systems) : undefined;
      if (table !== undefined) found.set(`${pack.id}-on-${family}.md`, table);
    }
  return found;
}
