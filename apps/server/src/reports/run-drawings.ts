import { ownMember, type Reading, type Series } from '@kanzel/core';

const INK = '#12202E';
const OUT = '#B01E2B';
const SOFT = '#7C8790';

const WIDTH = 500;
const tidy = (x: number): string => x.toFixed(1);

/** Cylinders side by side: bars of now, a mark where each was before, those in `named` in the colour of what is out and with a ring. */
export function cylinderStrips(
  now: Readonly<Record<string, Reading>>,
  before: Readonly<Record<string, Reading>>,
  named: ReadonlySet<string>,
): string {
  const height = 56;
  const names = Object.keys(now);
  const values = [...Object.values(now), ...Object.values(before)].map((r) => r.value);
  const [low, high] = [Math.min(...values), Math.max(...values)];
  const reach = Math.max(80, (high - low) * 1.2);
  const middle = (low + high) / 2;
  const y = (value: number): number => height - ((value - middle) / reach + 0.5) * height;
  const step = Math.min(46, WIDTH / names.length);
  const bars = names.map((name, i) => {
    const value = ownMember(now, name)?.value ?? 0;
    const then = ownMember(before, name)?.value;
    const x = i * step + step / 2;
    const colour = named.has(name) ? OUT : INK;
    return [
      `<rect x="${tidy(x - 7)}" y="${tidy(y(value))}" width="14" height="${tidy(height - y(value))}" fill="${colour}"/>`,
      then === undefined
        ? ''
        : `<line x1="${tidy(x - 12)}" x2="${tidy(x + 12)}" y1="${tidy(y(then))}" y2="${tidy(y(then))}" stroke="${SOFT}" stroke-width="1.5" stroke-dasharray="3 2"/>`,
      named.has(name)
        ? `<circle cx="${tidy(x)}" cy="${height + 7}" r="7" fill="none" stroke="${OUT}" stroke-width="1.2"/>`
        : '',
      `<text x="${tidy(x)}" y="${height + 10}" font-size="8" text-anchor="middle" fill="${colour}">${name}</text>`,
    ].join('');
  });
  return `<svg xmlns="http://www.w3.org/2000/svg" width="${WIDTH}" height="${height + 16}" viewBox="0 0 ${WIDTH} ${height + 16}">${bars.join('')}</svg>`;
}

/** So many steps of its gauge the scale of a recording spans at least. */
const LEAST_STEPS = 20;

/** A recording, and that of the run before under it, over the same seconds and on one scale. */
export function overlaidTraces(now: Series, before: Series | undefined): string {
  const [height, left] = [80, 34];
  const all = [now, ...(before ? [before] : [])];
  const values = all.flatMap((s) => [...s.v]);
  // What only trembles by a step of its gauge is drawn as a line, not as a mountain range.
  const middle = (Math.min(...values) + Math.max(...values)) / 2;
  const reach = Math.max(Math.max(...values) - Math.min(...values), LEAST_STEPS * now.resolution);
  const [low, high] = [middle - reach / 2, middle + reach / 2];
  const long = Math.max(1, ...all.map((s) => s.t.at(-1) ?? 0));
  const x = (t: number): number => left + (t / long) * (WIDTH - left - 4);
  const y = (v: number): number => 4 + (1 - (v - low) / Math.max(high - low, 1e-9)) * (height - 8);
  const line = ({ t, v }: Series, style: string): string => {
    // A gap stays a gap: the pen is lifted.
    const path = t
      .map(
        (at, i) => `${i === 0 || at - (t[i - 1] ?? 0) > 1 ? 'M' : 'L'}${tidy(x(at))} ${tidy(y(v[i] ?? 0))}`,
      )
      .join('');
    return `<path d="${path}" fill="none" ${style}/>`;
  };
  const label = (text: string, at: number): string =>
    `<text x="${left - 3}" y="${tidy(at + 3)}" font-size="7" text-anchor="end" fill="${SOFT}">${text}</text>`;
  const step = now.resolution >= 1 ? 0 : now.resolution >= 0.1 ? 1 : 2;
  return [
    `<svg xmlns="http://www.w3.org/2000/svg" width="${WIDTH}" height="${height + 12}" viewBox="0 0 ${WIDTH} ${height + 12}">`,
    `<line x1="${left}" x2="${WIDTH}" y1="${height}" y2="${height}" stroke="${SOFT}" stroke-width="0.6"/>`,
    label(high.toFixed(step), y(high)),
    label(low.toFixed(step), y(low)),
    `<text x="${WIDTH}" y="${height + 9}" font-size="7" text-anchor="end" fill="${SOFT}">${tidy(long)} s</text>`,
    before ? line(before, `stroke="${SOFT}" stroke-width="1" stroke-dasharray="4 2"`) : '',
    line(now, `stroke="${INK}" stroke-width="1.2"`),
    '</svg>',
  ].join('');
}
