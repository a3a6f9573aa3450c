import type { Equipment, Layout } from '../airframe/types.ts';

/** Something that work can be done to, as people point at it or call it, and the systems it stands for. */
export interface Component {
  readonly id: string;
  readonly title: string;
  readonly touches: readonly string[];
  /** Id of the zone of the plan by which it is pointed at. */
  readonly zone?: string;
}

/** First parts of system names by what is pointed at, the most particular first. */
const DRIVES = ['engine', 'motor', 'motors', 'lift', 'fan', 'rotor', 'drive', 'propeller', 'propulsion'];
const STORES = { tank: ['fuel'], pack: ['energy', 'battery', 'pack'] } as const;

const under = (systems: readonly string[], name: string): string[] =>
  systems.some((s) => s === name || s.startsWith(`${name}.`)) ? [name] : [];

/** The first of some proposals that says anything. */
const firstOf = (...proposals: readonly (readonly string[])[]): readonly string[] =>
  proposals.find((p) => p.length > 0) ?? [];

/**
 * What work can be done to on an aircraft: its equipment, and every engine, surface, tank and pack of its layout,
 * each with the systems of the pack that it stands for; a proposal that a person corrects. `systems` are the names
 * that the checks of the campaign prove, as `systemsOf` lists them. Things that no system of the pack stands for
 * have none, and are asked about.
 * Example: the left engine of a twin stands for "engine.left", its left aileron for "controls".
 */
export function componentsOf(
  layout: Layout,
  equipment: readonly Equipment[],
  systems: readonly string[],
): readonly Component[] {
  const drive = (id: string): readonly string[] =>
    firstOf(
      ...DRIVES.map((d) => under(systems, `${d}.${id}`)),
      DRIVES.flatMap((d) => under(systems, d)),
    );
  const surface = (id: string, kind: string): readonly string[] =>
    firstOf(
      systems.filter((s) => s.split('.').includes(id)),
      systems.filter((s) => s.split('.')[0] === 'controls' && s.split('.').some((p) => p.startsWith(kind))),
      under(systems, 'controls'),
    );
  return [
    ...equipment.map((e) => ({ id: e.id, title: e.title, touches: e.touches })),
    ...layout.propulsors.map((p) => ({ id: p.id, title: p.title, touches: drive(p.id), zone: p.id })),
    ...layout.surfaces.map((s) => ({ id: s.id, title: s.title, touches: surface(s.id, s.kind), zone: s.id })),
    ...layout.stores.map((s) => ({
      id: s.id,
      title: s.title,
      touches: firstOf(...STORES[s.kind].map((name) => under(systems, name))),
      zone: s.id,
    })),
  ];
}
