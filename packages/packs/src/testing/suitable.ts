import { FAMILY_IDS, layoutFor, turningFrom, type Aircraft, type Pack } from '@kanzel/core';

type Kind = NonNullable<Aircraft['engines'][number]['kind']>;
const KINDS: Readonly<Record<string, Kind>> = {
  Engine: 'piston',
  Motor: 'electric',
  Lift: 'lift-motor',
  Fan: 'ducted-fan',
  Drive: 'flapping-drive',
};
const engines = (count: number, cylinders: number, title: string, first = 1): Aircraft['engines'] =>
  Array.from({ length: count }, (_, i) => ({
    id: String(i + first),
    title: `${title} ${i + first}`,
    cylinders,
    kind: KINDS[title] ?? 'electric',
  }));

/** A suitable aircraft for each pack that ships, and the limit book it is held against. */
export const SUITABLE: Readonly<Record<string, { book: string; engines: Aircraft['engines'] }>> = {
  'piston-magneto-multi': { book: 'tjeld-nl-6', engines: engines(2, 6, 'Engine') },
  'piston-multi-boosted': { book: 'skarv-m4', engines: engines(4, 9, 'Engine') },
  'piston-dual-lane': { book: 'dompap-nl-2', engines: engines(1, 4, 'Engine') },
  'home-built-maiden': { book: 'heilo', engines: engines(1, 4, 'Engine') },
  'vintage-maiden': { book: 'steinskvett', engines: engines(1, 4, 'Engine') },
  'avionics-installation': { book: 'dompap-nl-2', engines: engines(1, 4, 'Engine') },
  'powerplant-modification': { book: 'heilo', engines: engines(1, 4, 'Engine') },
  'works-acceptance': { book: 'dompap-nl-2', engines: engines(1, 4, 'Engine') },
  sailplane: { book: 'havelle', engines: [] },
  'motor-glider': { book: 'dompap-nl-2', engines: engines(1, 4, 'Engine') },
  rotorcraft: { book: 'rype', engines: engines(1, 4, 'Engine') },
  'electric-model': { book: 'vipe', engines: engines(1, 0, 'Motor') },
  'ducted-fan': { book: 'svale', engines: engines(1, 0, 'Fan') },
  'flying-wing': { book: 'terne', engines: engines(1, 0, 'Motor') },
  'flapping-bird': { book: 'lerke', engines: engines(1, 0, 'Drive') },
  'lift-and-cruise-electric': {
    book: 'lomvi-l4',
    engines: [...engines(4, 0, 'Lift'), ...engines(1, 0, 'Motor', 5)],
  },
  'lift-and-cruise-tilt': { book: 'lomvi-l4t', engines: engines(4, 0, 'Lift') },
  'lift-and-cruise-fuel': {
    book: 'havhest-h5',
    engines: [...engines(4, 0, 'Lift'), ...engines(1, 2, 'Engine', 5)],
  },
  'piston-magneto-single': { book: 'heilo', engines: engines(1, 4, 'Engine') },
  'piston-magneto-hand-started': { book: 'heilo', engines: engines(1, 4, 'Engine') },
  multirotor: { book: 'teist-t6', engines: engines(6, 0, 'Lift') },
};

/** The layout that a suitable aircraft begins with: that of the first family of the pack which has one. */
export function withLayout({ families }: Pack): Partial<Pick<Aircraft, 'layout' | 'family'>> {
  const family = FAMILY_IDS.find((f) => families.includes(f));
  return family ? { family, layout: turningFrom(layoutFor(family), 'anticlockwise') } : {};
}
