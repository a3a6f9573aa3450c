/** By degrees of freedom from one to twenty. Source: JCGM 100:2008, table G.2, 95 %. */
const TWO_SIDED: readonly number[] = [
  12.71, 4.3, 3.18, 2.78, 2.57, 2.45, 2.36, 2.31, 2.26, 2.23, 2.2, 2.18, 2.16, 2.14, 2.13, 2.12, 2.11, 2.1,
  2.09, 2.09,
];

/**
 * Student's t, two-sided 95 %: by how many standard errors a figure may be off, where the error itself was taken from few figures.
 * Units: none. Boundary: beyond twenty degrees that of twenty, which is wider by less than a fifteenth; of less than one there is none, and infinity is told.
 * Example: from six figures that have one unknown, five degrees are left: 2.57.
 */
export const studentT = (freedom: number): number =>
  freedom < 1 ? Infinity : (TWO_SIDED[Math.min(Math.floor(freedom), TWO_SIDED.length) - 1] ?? Infinity);
