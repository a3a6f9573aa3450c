/** Kilograms of air in a cubic metre, cold and dense: no engine that breathes by itself gets more. */
const DENSEST_AIR = 1.4;
/** Kilograms of air that one of fuel takes at the least; richer than that it does not burn. */
const RICHEST = 8;
/** Kilograms in a litre of the lightest petrol. */
const LIGHTEST = 0.68;

/**
 * The most fuel that an engine of four strokes can take at a speed, in litres an hour: its whole swept volume filled at every second turn
 * with the densest air, as rich as burns. `swept` in litres, `speed` in revolutions a minute, `boost`: manifold pressure over that outside.
 * What is shown above it is no flow of this engine, but a fault of the counter. Source: swept volume and speed give the air, the limit of
 * rich mixtures (about 8:1 by mass) the fuel.
 * Example: 2 litres at 5,000 rpm: 77 L/h.
 */
export const mostFuelFlow = (swept: number, speed: number, boost = 1): number =>
  ((swept / 1000) * (speed / 2) * 60 * DENSEST_AIR * boost) / RICHEST / LIGHTEST;
