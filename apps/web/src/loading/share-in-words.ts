import type { Inside } from '@kanzel/core';

const down = (value: number, digits: number): string =>
  (Math.floor(value * 10 ** digits + 1e-9) / 10 ** digits).toFixed(digits);
const up = (value: number, digits: number): string =>
  (Math.ceil(value * 10 ** digits - 1e-9) / 10 ** digits).toFixed(digits);

/**
 * A share in words that says no more than the draws do. None of n outside leaves three in n possible (the rule of
 * three, 95 %); otherwise two or one figures behind the point, by how well the share is known. Rounded to the side of
 * doubt: what left the envelope once is never said to stay inside always.
 * Example: "99.98 %"; a million of a million are "more than 99.999 %", 999,999 of them "99.99 %".
 */
export function shareInWords({ draws, inside }: Pick<Inside, 'draws' | 'inside'>): string {
  const fine = draws >= 300_000 ? 3 : 2;
  if (inside === draws) return `more than ${down(100 * (1 - 3 / draws), fine)} %`;
  if (inside === 0) return `less than ${up(300 / draws, fine)} %`;
  const share = inside / draws;
  const off = 2 * Math.sqrt((share * (1 - share)) / draws);
  const digits = off < 0.0005 ? 2 : 1;
  const shown = down(100 * share, digits);
  return Number(shown) === 0 ? `less than ${up(100 * share, digits)} %` : `${shown} %`;
}
