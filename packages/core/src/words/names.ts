import type { BasisIndex } from '../checks/basis-index.ts';
import { WHOLE_AIRCRAFT, type SIDES } from '../checks/types.ts';
import { systemsProven } from '../systems/components.ts';
import { systemTitle as titleInTree } from '../systems/tree.ts';
import type { Names } from './catalogue.ts';
import { ownMember } from '../own-member.ts';

/** Channels and facts in the words of the trade. */
export const CHANNEL_TITLES: Readonly<Record<string, string>> = {
  rpm: 'Speed',
  'manifold-pressure': 'Manifold pressure',
  'fuel-flow': 'Fuel flow',
  'oil-pressure': 'Oil pressure',
  'oil-temperature': 'Oil temperature',
  volts: 'Generator volts',
  amps: 'Generator load',
  suction: 'Suction',
  'cylinder-head': 'Cylinder head',
  'cylinder-head-hottest': 'Hottest cylinder head',
  exhaust: 'Exhaust',
  'bus-volts': 'Battery volts',
  configuration: 'Configuration',
  station: 'Station',
};

/** A system name in words. Example: "engine.left.ignition.right" is "Left engine, ignition, right". */
function systemTitle(id: string, engines: ReadonlyMap<string, string>): string {
  const [first = '', second, ...rest] = id.split('.');
  const words = (text: string): string => text.replace(/-/g, ' ');
  if (first === 'engine' && second !== undefined)
    return [engines.get(second) ?? words(second), ...rest.map(words)].join(', ');
  const all = [first, ...(second === undefined ? [] : [second]), ...rest].map(words).join(', ');
  return all.charAt(0).toUpperCase() + all.slice(1);
}

/** What is no engine. */
const SUBJECT_TITLES: Readonly<Record<typeof WHOLE_AIRCRAFT | (typeof SIDES)[number], string>> = {
  aircraft: 'Aircraft',
  'left-side': 'Left side',
  'right-side': 'Right side',
};

/** The names a campaign gives to its parts, subjects, systems and facts. */
export function namesOf(index: BasisIndex | undefined): Names {
  const engines = new Map(index?.basis.aircraft.engines.map((e) => [e.id, e.title]));
  const subject = (id: string): string => engines.get(id) ?? ownMember(SUBJECT_TITLES, id) ?? id;
  return {
    subject,
    part: (key) => {
      const part = index?.parts.get(key);
      if (!part) return index?.checks.get(key)?.title ?? key;
      return part.subject === WHOLE_AIRCRAFT
        ? part.check.title
        : `${part.check.title}, ${subject(part.subject).toLowerCase()}`;
    },
    thing: (id) => {
      const tree = index?.basis.systems;
      const known = tree && titleInTree(tree, id, (engine) => engines.get(engine));
      return ownMember(CHANNEL_TITLES, id) ?? known ?? systemTitle(id, engines);
    },
  };
}

/**
 * Systems that work can touch, in a campaign: those of the tree that its checks prove, in the order of the tree; in a
 * campaign from before there was a tree everything its checks prove, with what lies above, sorted.
 */
export function systemsOf(index: BasisIndex): string[] {
  const { systems, aircraft } = index.basis;
  const proves = [...new Set([...index.parts.values()].flatMap((p) => p.proves))];
  if (systems) return [...systemsProven(systems, aircraft.engines, proves)];
  const found = new Set<string>();
  for (const part of index.parts.values()) {
    for (const system of part.proves) {
      const steps = system.split('.');
      const least = steps[0] === 'engine' ? 2 : 1;
      for (let i = least; i <= steps.length; i += 1) found.add(steps.slice(0, i).join('.'));
    }
  }
  return [...found].sort();
}
