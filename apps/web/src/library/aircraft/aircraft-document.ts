import {
  FAMILIES,
  type AircraftDescription,
  type ConfigurationOption,
  type Equipment,
  type Family,
  type Layout,
  type Propulsor,
  type Store,
  type Surface,
} from '@kanzel/core';

/** An aircraft as its file says it. */
export interface AircraftDocument extends AircraftDescription {
  readonly format: 'kanzel-aircraft';
  readonly version: 2;
}

/** What is known of an aircraft when its description is begun. */
export interface FreshAircraft {
  readonly family: Family;
  readonly pack: string;
  readonly limitBook: string;
  readonly type: string;
  readonly layout: Layout;
}

/** A new aircraft of a family, with everything that follows from it. */
export function freshAircraft(
  mark: string,
  { family, pack, limitBook, type, layout }: FreshAircraft,
): AircraftDocument {
  return {
    format: 'kanzel-aircraft',
    version: 2,
    mark,
    revision: 1,
    type,
    description: FAMILIES[family].toLowerCase(),
    family,
    serial: '-',
    layout,
    equipment: [],
    options: [],
    chosen: {},
    hours: 0,
    limitBook,
    pack,
    instruments: [],
  };
}

/** Everything in the layout that has an id of its own, by its list. */
export type Part =
  | { readonly list: 'surfaces'; readonly part: Surface }
  | { readonly list: 'propulsors'; readonly part: Propulsor }
  | { readonly list: 'stores'; readonly part: Store };

export function findPart(about: AircraftDescription, id: string | undefined): Part | undefined {
  const { surfaces, propulsors, stores } = about.layout;
  const surface = surfaces.find((p) => p.id === id);
  if (surface) return { list: 'surfaces', part: surface };
  const propulsor = propulsors.find((p) => p.id === id);
  if (propulsor) return { list: 'propulsors', part: propulsor };
  const store = stores.find((p) => p.id === id);
  return store && { list: 'stores', part: store };
}

const slug = (text: string): string =>
  text
    .toLowerCase()
    .replace(/[^a-z0-9]+/g, '-')
    .replace(/^-+|-+$/g, '')
    .slice(0, 40) || 'part';

/** An id that is not taken in a list. */
export function freeId(list: readonly { readonly id: string }[], wanted: string): string {
  const stem = slug(wanted);
  const taken = new Set(list.map((p) => p.id));
  if (!taken.has(stem)) return stem;
  let n = 2;
  while (taken.has(`${stem}-${n}`)) n += 1;
  return `${stem}-${n}`;
}

/** A layout with a part changed, added (where it is not there yet), or taken out (`undefined`). */
export function withPart<A extends AircraftDescription>(
  about: A,
  list: Part['list'],
  id: string,
  part: Surface | Propulsor | Store | undefined,
): A {
  const old = about.layout[list] as readonly (Surface | Propulsor | Store)[];
  const there = old.some((p) => p.id === id);
  const next =
    part === undefined
      ? old.filter((p) => p.id !== id)
      : there
        ? old.map((p) => (p.id === id ? part : p))
        : [...old, part];
  return { ...about, layout: { ...about.layout, [list]: next } };
}

/** A new part like the last of its list. */
export function freshPart(about: AircraftDescription, list: Part['list']): Surface | Propulsor | Store {
  const all = [...about.layout.surfaces, ...about.layout.propulsors, ...about.layout.stores];
  if (list === 'surfaces')
    return { id: freeId(all, 'surface'), title: 'Surface', kind: 'flap', side: 'left' };
  if (list === 'stores')
    return { id: freeId(all, 'tank'), title: 'Tank', kind: 'tank', place: 'centre', capacity: 50 };
  const like = about.layout.propulsors.at(-1);
  return {
    id: freeId(all, 'engine'),
    title: 'Engine',
    kind: like?.kind ?? 'piston',
    place: 'centre',
    cylinders: like?.cylinders ?? 4,
    diameter: like?.diameter ?? 1,
  };
}

/** An option with its first two choices. */
export function freshOption(about: AircraftDescription): ConfigurationOption {
  const id = freeId(about.options, 'option');
  return {
    id,
    title: 'Option',
    choices: [
      { id: 'first', title: 'first', touches: [] },
      { id: 'second', title: 'second', touches: [] },
    ],
  };
}

export const freshEquipment = (about: AircraftDescription): Equipment => ({
  id: freeId(about.equipment, 'equipment'),
  title: 'Equipment',
  partNumber: '',
  serial: '',
  touches: [],
});
