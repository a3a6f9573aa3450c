/** A seeded source of random figures: the same seed gives the same aircraft on every run. */
export interface RandomSource {
  /** Uniform in [0, 1). */
  readonly uniform: () => number;
  /** Normal with mean 0 and standard deviation 1. */
  readonly normal: () => number;
}

/** A 32-bit generator by the splitmix finaliser, and normals by Box and Muller. */
export function seededRandom(seed: number): RandomSource {
  let state = seed >>> 0;
  const uniform = (): number => {
    state = (state + 0x9e3779b9) >>> 0;
    let z = state;
    z = Math.imul(z ^ (z >>> 16), 0x85ebca6b);
    z = Math.imul(z ^ (z >>> 13), 0xc2b2ae35);
    return ((z ^ (z >>> 16)) >>> 0) / 4294967296;
  };
  return {
    uniform,
    normal: () => Math.sqrt(-2 * Math.log(1 - uniform())) * Math.cos(2 * Math.PI * uniform()),
  };
}
