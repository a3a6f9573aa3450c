import type { Aircraft } from '@kanzel/core';

const engines = (count: number, cylinders: number, title: string): Aircraft['engines'] =>
  Array.from({ length: count }, (_, i) => ({ id: String(i + 1), title: `${title} ${i + 1}`, cylinders }));

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
  'lift-and-cruise-electric': { book: 'lomvi-l4', engines: engines(5, 0, 'Motor') },
  'lift-and-cruise-tilt': { book: 'lomvi-l4t', engines: engines(4, 0, 'Motor') },
  'lift-and-cruise-fuel': { book: 'havhest-h5', engines: engines(4, 0, 'Motor') },
  'piston-magneto-single': { book: 'heilo', engines: engines(1, 4, 'Engine') },
  'piston-magneto-hand-started': { book: 'heilo', engines: engines(1, 4, 'Engine') },
  multirotor: { book: 'teist-t6', engines: engines(6, 0, 'Motor') },
};
