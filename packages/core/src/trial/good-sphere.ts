import type { AnswerOf } from '../answers/kind.ts';
import { FEWEST_SAMPLES } from '../compass/magnetometer.ts';

/** Milligauss. */
const STRENGTH = 480;

/** A magnetometer that was turned about all round with next to nothing aboard that disturbs it; spoilt: beside something that moved. */
export function trialSphere(bad = false): AnswerOf<'sphere'> {
  const all = Array.from({ length: 3 * FEWEST_SAMPLES }, (_, i) => {
    const z = 1 - (2 * (i + 0.5)) / (3 * FEWEST_SAMPLES);
    const round = i * Math.PI * (3 - Math.sqrt(5));
    const flat = Math.sqrt(1 - z * z);
    const moved = bad ? 1 + 0.3 * Math.sin(i) : 1;
    return [flat * Math.cos(round), flat * Math.sin(round), z].map((v) => Math.round(STRENGTH * moved * v));
  });
  const part = (k: number): number[] => all.map((v) => v[k] ?? 0);
  return {
    kind: 'sphere',
    from: 'file',
    samples: { x: part(0), y: part(1), z: part(2) },
  };
}
