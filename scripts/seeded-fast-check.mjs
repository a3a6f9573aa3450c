import fc from '../node_modules/fast-check/lib/cjs/fast-check.js';

/**
 * What a test gets for `fast-check`: the package itself, drawing from one seed. A suite that refuses or lets through must say the same of the same code twice;
 * what nobody drew yet is searched for by `npm run fuzz -- --properties`, with the seed of the clock. See docs/decisions/075.
 */
fc.configureGlobal({ seed: Number(process.env.KANZEL_PROPERTY_SEED ?? 20_261_130) });

export * from '../node_modules/fast-check/lib/cjs/fast-check.js';
export default fc;
