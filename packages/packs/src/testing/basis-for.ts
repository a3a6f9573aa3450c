import type { Aircraft, Basis, LimitBook, LoadingData, Pack } from '@kanzel/core';
import type { Library } from '../library.ts';
import { SUITABLE, withLayout } from './suitable.ts';

/** The middle of a band of a book, or something ordinary where it has none. */
function middle(book: LimitBook, key: string, usual: number): number {
  const limit = book.limits.find((l) => l.key === key);
  const { low, high } = limit && 'bounds' in limit ? limit.bounds : {};
  return low !== undefined && high !== undefined ? (low + high) / 2 : usual;
}

/** Where its cells are held against a book: a pack so light that it moves no balance, and what it drives. */
function drivenFor(
  { limits }: LimitBook,
  mass: number,
  arm: number,
): Pick<LoadingData, 'packs' | 'bays' | 'power'> {
  if (!limits.some((l) => l.key === 'cell-resistance')) return { packs: [], bays: [] };
  return {
    packs: [
      {
        id: 'pack',
        title: 'Pack',
        mass: mass / 1e6,
        energy: 600,
        uncertainty: { mass: 0, arm: 1 },
        cells: 6,
        history: [{ on: '2025-12-01', cycles: 10, resistance: 18, temperature: 20 }],
      },
    ],
    bays: [{ id: 'bay', title: 'Bay', arm, lateral: 0, packs: ['pack'], usual: 'pack' }],
    power: {
      mass,
      hover: 2000,
      cruise: 500,
      speed: 20,
      transition: 5,
      hoverSeconds: 30,
      band: 0.1,
      fullCurrent: 100,
      cellLow: 3.4,
      source: 'test flights',
    },
  };
}

/** A loading that agrees with a book: the empty aircraft as its limits want it, a seat and a tank at the centre. */
function loadingFor(book: LimitBook): LoadingData {
  const mass = middle(book, 'empty-mass', middle(book, 'lc-mass', 100));
  const arm = middle(book, 'empty-centre', middle(book, 'lc-balance', 1000));
  const good = { mass: 0.001 * mass, arm: 1 };
  const corner = (x: number, m: number): { arm: number; mass: number } => ({ arm: arm + x, mass: mass * m });
  return {
    units: { mass: 'kg', arm: 'mm', volume: 'L' },
    datum: 'tip of the nose',
    extent: { from: arm - 5000, to: arm + 5000, side: 6000 },
    weighing: {
      points: [
        { id: 'front', title: 'Front', arm: arm - 800, lateral: 0 },
        { id: 'left', title: 'Left', arm: arm + 300, lateral: -700 },
        { id: 'right', title: 'Right', arm: arm + 300, lateral: 700 },
      ],
      armUncertainty: 0.5,
      tolerance: good,
    },
    stations: [
      {
        id: 'seat',
        title: 'Seat',
        kind: 'seat',
        arm,
        lateral: 0,
        maximum: mass,
        usual: mass * 0.15,
        uncertainty: good,
      },
    ],
    tanks: [
      {
        id: 'tank',
        title: 'Tank',
        usable: mass / 8,
        unusable: 0,
        density: 0.72,
        densityBand: 0.01,
        arms: [{ volume: mass / 8, arm, lateral: 0 }],
        gauge: 0.5,
      },
    ],
    burn: [['tank']],
    ...drivenFor(book, mass, arm),
    envelopes: [
      {
        id: 'all',
        title: 'All',
        corners: [corner(-60, 0.9), corner(60, 0.9), corner(60, 1.8), corner(-60, 1.8)],
      },
    ],
    tilts: [],
    report: {
      number: 'T-1',
      on: '2025-12-01',
      mass,
      arm,
      lateral: 0,
      uncertainty: good,
      equipment: EQUIPMENT,
    },
  };
}

const EQUIPMENT = [{ id: 'radio', title: 'Radio', partNumber: 'VR-20', serial: '1', mass: 1, arm: 900 }];

/** A pack on a suitable aircraft with the book that it is held against. */
export function basisFor(library: Library, pack: Pack): Basis {
  const suitable = SUITABLE[pack.id];
  const limitBook = library.limitBooks.get(suitable?.book ?? '');
  if (!suitable || !limitBook) throw new Error(`No suitable aircraft for ${pack.id}`);
  const aircraft: Aircraft = {
    mark: 'QX-TST',
    type: 'Testbed',
    description: 'for tests',
    family: pack.families[0] ?? '',
    serial: '1',
    engines: suitable.engines,
    ...withLayout(pack),
    configuration: { code: 'A', title: 'as built' },
    hours: 1,
    limitBook: limitBook.id,
    pack: pack.id,
    instruments: [],
    equipment: EQUIPMENT,
    loading: loadingFor(limitBook),
  };
  return { pack, limitBook, aircraft };
}
