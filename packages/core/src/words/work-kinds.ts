/** Kinds of work that a tag is told apart by, at a glance. */
export const WORK_KINDS = [
  'powerplant',
  'fuel',
  'controls',
  'airframe',
  'electrical',
  'avionics',
  'several',
  'other',
] as const;
export type WorkKind = (typeof WORK_KINDS)[number];

export const WORK_KIND_TITLES: Readonly<Record<WorkKind, string>> = {
  powerplant: 'Engine, motor, rotor',
  fuel: 'Fuel and energy',
  controls: 'Controls',
  airframe: 'Airframe and gear',
  electrical: 'Electrical',
  avionics: 'Avionics and links',
  several: 'More than one kind',
  other: 'Of no named system',
};

const KIND_OF_SYSTEM: ReadonlyMap<string, WorkKind> = new Map([
  ['engine', 'powerplant'],
  ['motor', 'powerplant'],
  ['rotor', 'powerplant'],
  ['fuel', 'fuel'],
  ['energy', 'fuel'],
  ['controls', 'controls'],
  ['stabiliser', 'controls'],
  ['structure', 'airframe'],
  ['gear', 'airframe'],
  ['hydraulics', 'airframe'],
  ['cabin', 'airframe'],
  ['deice', 'airframe'],
  ['launch', 'airframe'],
  ['payload', 'airframe'],
  ['electrical', 'electrical'],
  ['avionics', 'avionics'],
  ['air-data', 'avionics'],
  ['autopilot', 'avionics'],
  ['failsafe', 'avionics'],
  ['link', 'avionics'],
  ['ground-station', 'avionics'],
]);

/** Parts of an engine or motor that are work of another kind: its fuel side. */
const BELOW: ReadonlyMap<string, WorkKind> = new Map([['fuel', 'fuel']]);

function kindOfSystem(name: string): WorkKind {
  const [system = '', , part = ''] = name.split('.');
  const kind = KIND_OF_SYSTEM.get(system) ?? 'other';
  return kind === 'powerplant' ? (BELOW.get(part) ?? kind) : kind;
}

/** What is opened on the way to any work, and what is looked for when it is done: of no kind where the work has one. */
const ON_THE_WAY = /^structure\.(panels|loose-objects)(\.|$)/;

/**
 * What kind of work something is, by the systems that it touches: `several` where they are of more than one, `other` where none
 * of them has a kind. It is derived, so that two people who tag the same thing tag it alike.
 * Example: "engine.left.fuel" and "fuel.tanks" are fuel; "engine.left.oil" with "electrical.battery" is several; "autopilot" behind
 * "structure.panels" is avionics, and "structure.panels" alone the airframe.
 */
export function kindOfWork(touches: readonly string[]): WorkKind {
  const own = touches.filter((t) => !ON_THE_WAY.test(t));
  const kindsOf = (some: readonly string[]): Set<WorkKind> =>
    new Set(some.map(kindOfSystem).filter((k) => k !== 'other'));
  const ownKinds = kindsOf(own);
  const kinds = ownKinds.size > 0 ? ownKinds : kindsOf(touches);
  const [only] = kinds;
  return kinds.size > 1 ? 'several' : (only ?? 'other');
}
