import fc from 'fast-check';
import { sheetStanding, type LoadingSheet, type SheetStanding } from '../loading/index.ts';
import type { Envelope } from '../aircraft/index.ts';
import { LOADING, SHEET } from './loading.ts';

/** The track of a sheet of the invented aircraft. */
export const points = (sheet: LoadingSheet): SheetStanding['tracks'][0]['points'] =>
  sheetStanding(LOADING, sheet)!.tracks[0]!.points;

/** An envelope with a notch: inside at heavy and light, outside to the aft in between. */
export const NOTCHED: Envelope = {
  id: 'notched',
  title: 'Notched',
  corners: [
    { arm: 0, mass: 0 },
    { arm: 10, mass: 0 },
    { arm: 10, mass: 3 },
    { arm: 6, mass: 5 },
    { arm: 10, mass: 7 },
    { arm: 10, mass: 10 },
    { arm: 0, mass: 10 },
  ],
};

/** Sheets of the invented aircraft that can be loaded so. */
export const anySheet: fc.Arbitrary<LoadingSheet> = fc
  .record({
    pilot: fc.integer({ min: 50, max: 110 }),
    nose: fc.integer({ min: 0, max: 40 }),
    tail: fc.integer({ min: 0, max: 20 }),
    locker: fc.integer({ min: 0, max: 60 }),
    left: fc.integer({ min: 0, max: 80 }),
    right: fc.integer({ min: 0, max: 80 }),
    rear: fc.integer({ min: 0, max: 40 }),
    share: fc.double({ min: 0, max: 1, noNaN: true }),
  })
  .map((r) => ({
    ...SHEET,
    lines: [
      { station: 'pilot', mass: r.pilot },
      { station: 'nose-bay', mass: r.nose },
      { station: 'tail-bay', mass: r.tail },
      { station: 'locker', mass: r.locker },
    ],
    fuel: { left: r.left, right: r.right, tail: r.rear },
    used: Math.round((r.left + r.right + r.rear) * r.share),
  }));
