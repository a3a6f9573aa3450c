import type { AnswerOf } from '@kanzel/core';
import { MagneticFieldStandin } from '@kanzel/standins';

/** A magnetometer as it was turned about on the field of the story: so many readings, the iron of a small vehicle. */
export function turnedAbout(): AnswerOf<'sphere'> {
  const standin = new MagneticFieldStandin(
    506,
    {
      hard: [58, -31, 104],
      soft: [
        [1.03, 0.02, 0],
        [0.02, 0.98, 0.01],
        [0, 0.01, 1],
      ],
      unrest: 3,
    },
    17,
  );
  const all = Array.from({ length: 220 }, () => standin.read(standin.anywhere()).map(Math.round));
  const axis = (k: number): number[] => all.map((v) => v[k] ?? 0);
  return { kind: 'sphere', from: 'vehicle', samples: { x: axis(0), y: axis(1), z: axis(2) } };
}
