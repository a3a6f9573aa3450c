import { comparePack, fitSphere } from '@kanzel/core';
import { MagneticFieldStandin } from '@kanzel/standins';

const PACKS = Array.from({ length: 6 }, (_, i) => ({
  id: `pack-${i}`,
  title: `Pack ${i}`,
  mass: 3 + i / 2,
  energy: 600 + 80 * i,
  uncertainty: { mass: 0, arm: 0 },
  cells: 12,
  cold: [
    { temperature: -10, share: 0.7 },
    { temperature: 20, share: 1 },
  ],
  history: [{ on: '2026-01-01', cycles: 20, resistance: 36, temperature: 20 }],
}));
const ROOM = {
  power: {
    mass: 14,
    hover: 2350,
    cruise: 620,
    speed: 22,
    transition: 9,
    hoverSeconds: 45,
    band: 0.08,
    fullCurrent: 118,
    cellLow: 3.4,
    source: 'bench',
  },
  massWithout: 10,
  kilograms: 1,
  temperature: 6,
  wind: { from: 240, speed: 7 },
  points: Array.from({ length: 2000 }, (_, i) => ({
    north: 4000 * Math.sin(i / 90),
    east: 3000 * Math.cos(i / 130),
    height: 60 + 30 * Math.sin(i / 10),
  })),
};
/** A picture of a live sphere has so long at 50 a second (ms). */
const FRAME = 20;

/** Packs compared over a long mission, and a sphere that is fitted anew with every reading. */
export function benchEnergy(row, median) {
  const comparing = Array.from({ length: 30 }, () => {
    const begun = performance.now();
    for (const pack of PACKS) comparePack(pack, ROOM);
    return performance.now() - begun;
  });
  row(
    'six packs compared, home from 2,000 points each (median; at most 50 ms)',
    `${median(comparing).toFixed(1)} ms`,
  );
  const standin = new MagneticFieldStandin(
    500,
    {
      hard: [60, -20, 110],
      soft: [
        [1.05, 0.02, 0],
        [0.02, 0.97, 0],
        [0, 0, 1],
      ],
      unrest: 3,
    },
    5,
  );
  const samples = [];
  const fitting = Array.from({ length: 600 }, () => {
    samples.push(standin.read(standin.anywhere()));
    const begun = performance.now();
    fitSphere(samples);
    return performance.now() - begun;
  });
  row(
    'a sphere fitted with every reading, 600 of them at 50 a second: longest, and those later than a picture',
    `${Math.max(...fitting).toFixed(1)} ms, ${fitting.filter((ms) => ms > FRAME).length}`,
  );
}
