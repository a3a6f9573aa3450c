import { mkdirSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { transformFile } from '@swc/core';
import {
  drawInside,
  drawProblem,
  judgeSheet,
  randomFrom,
  sheetStanding,
  solveBallast,
  solveFuel,
  solvePack,
  solvePlace,
} from '@kanzel/core';

const ROOT = join(import.meta.dirname, '..');
const DRAWS = 1_000_000;

/** The invented aircraft of the tests, which is not part of what is built. */
async function testAircraft() {
  const { code } = await transformFile(join(ROOT, 'packages/core/src/testing/loading.ts'), {
    jsc: { parser: { syntax: 'typescript' }, target: 'es2022' },
    module: { type: 'es6' },
  });
  mkdirSync(join(ROOT, '.tmp'), { recursive: true });
  const file = join(ROOT, '.tmp/loading.mjs');
  writeFileSync(file, code);
  return import(file);
}

/** The same draws as one flat loop over typed arrays, with nothing of the product in it but the numbers. */
function plainLoop(problem, draws, random) {
  const { dry, points, tanks, lateral } = problem;
  const items = dry.length / 5;
  const count = points.length;
  const fuel = new Float64Array(count * tanks * 5);
  points.forEach((p, i) => fuel.set(p.fuel, i * tanks * 5));
  const polygon = points[0].polygons[0];
  const corners = polygon.length;
  const errors = new Float64Array(2 * tanks);
  let spare = 0;
  let has = false;
  const normal = () => {
    if (has) {
      has = false;
      return spare;
    }
    const r = Math.sqrt(-2 * Math.log(1 - random()));
    const a = 2 * Math.PI * random();
    spare = r * Math.sin(a);
    has = true;
    return r * Math.cos(a);
  };
  let inside = 0;
  for (let d = 0; d < draws; d += 1) {
    let mass = 0;
    let moment = 0;
    let side = 0;
    for (let i = 0; i < items; i += 1) {
      const at = i * 5;
      const m = dry[at] + (dry[at + 3] === 0 ? 0 : dry[at + 3] * normal());
      const x = dry[at + 1] + (dry[at + 4] === 0 ? 0 : dry[at + 4] * normal());
      mass += m;
      moment += m * x;
      side += m * dry[at + 2];
    }
    for (let t = 0; t < 2 * tanks; t += 1) errors[t] = normal();
    let all = true;
    for (let p = 0; p < count && all; p += 1) {
      let pm = mass;
      let px = moment;
      let ps = side;
      for (let t = 0; t < tanks; t += 1) {
        const at = (p * tanks + t) * 5;
        const gauged = Math.max(0, fuel[at] + fuel[at + 3] * errors[2 * t]);
        const m = gauged * (1 + fuel[at + 4] * errors[2 * t + 1]);
        pm += m;
        px += m * fuel[at + 1];
        ps += m * fuel[at + 2];
      }
      const arm = px / pm;
      if (ps / pm < lateral[0] || ps / pm > lateral[1]) all = false;
      let odd = false;
      for (let i = 0, j = corners - 2; i < corners; j = i, i += 2)
        if (
          polygon[i + 1] > pm !== polygon[j + 1] > pm &&
          arm <
            polygon[i] +
              ((pm - polygon[i + 1]) / (polygon[j + 1] - polygon[i + 1])) * (polygon[j] - polygon[i])
        )
          odd = !odd;
      if (!odd) all = false;
    }
    if (all) inside += 1;
  }
  return inside;
}

/** Draws a second beside a plain loop, and what a press and a key cost. */
export async function benchLoading(row, median) {
  const { LOADING, SHEET } = await testAircraft();
  const problem = drawProblem(LOADING, SHEET);
  const rates = { ours: [], plain: [] };
  for (let i = 0; i < 5; i += 1) {
    let began = performance.now();
    const ours = drawInside(problem, DRAWS, randomFrom(7 + i)).inside;
    rates.ours.push(DRAWS / (performance.now() - began) / 1000);
    began = performance.now();
    const plain = plainLoop(problem, DRAWS, randomFrom(7 + i));
    rates.plain.push(DRAWS / (performance.now() - began) / 1000);
    if (ours !== plain) throw new Error(`benchLoading: ${ours} inside, and ${plain} by the plain loop`);
  }
  row(
    `draws of a whole flight, ${problem.points.length} points, 3 tanks (median of 5)`,
    `${median(rates.ours).toFixed(2)} million a second`,
  );
  row(
    'the same draws by a plain loop over typed arrays',
    `${median(rates.plain).toFixed(2)} million a second; ours ${((100 * median(rates.ours)) / median(rates.plain)).toFixed(0)} %`,
  );
  const timed = (work) => {
    const all = [];
    for (let i = 0; i < 15; i += 1) {
      const began = performance.now();
      work();
      all.push(performance.now() - began);
    }
    return `${median(all).toFixed(1)} ms`;
  };
  row(
    'a loading sheet judged, whole track, exactly',
    timed(() => judgeSheet(LOADING, SHEET)),
  );
  row(
    'its margins alone',
    timed(() => sheetStanding(LOADING, SHEET)),
  );
  row(
    'ballast looked for at two stations, margin of 20 mm',
    timed(() => solveBallast(LOADING, SHEET, { kind: 'margin', arm: 20 })),
  );
  row(
    'what can be moved, margin of 20 mm',
    timed(() => solvePlace(LOADING, SHEET, { kind: 'margin', arm: 20 })),
  );
  row(
    'tanks filled with 120 L, three tanks',
    timed(() => solveFuel(LOADING, SHEET, 120)),
  );
  row(
    'packs for a mission',
    timed(() => solvePack(LOADING, SHEET, 1500)),
  );
}

/** Times between frames of the page while a million draws run beside it and figures are typed. */
export async function benchFrames(row, page, base) {
  await page.goto(`${base}/loading?check=loading-sheet-current`);
  await page.getByLabel('Step in progress').waitFor();
  const again = page.getByRole('button', { name: /^Repeat/ });
  if (await again.isVisible()) await again.click();
  const field = page.getByLabel('Hull locker, tools, mass in kg');
  await field.waitFor();
  await page.getByLabel('Probability').getByText('of a million draws').waitFor();
  const { gaps, drawn, late } = await field.evaluate(async (input) => {
    const setValue = Object.getOwnPropertyDescriptor(HTMLInputElement.prototype, 'value').set;
    const times = [];
    let running = true;
    const tick = (now) => {
      times.push(now);
      if (running) requestAnimationFrame(tick);
    };
    const said = () => document.querySelector('[aria-label="Probability"]')?.textContent ?? '';
    requestAnimationFrame(tick);
    setValue.call(input, '7.5');
    input.dispatchEvent(new Event('input', { bubbles: true }));
    const began = performance.now();
    while (!/Drawing/.test(said()) && performance.now() - began < 2000)
      await new Promise((r) => setTimeout(r, 5));
    while (!/of a million/.test(said()) && performance.now() - began < 20_000)
      await new Promise((r) => setTimeout(r, 20));
    running = false;
    return {
      late: times.slice(1).flatMap((t, i) => (t - times[i] > 25 ? [t - began] : [])),
      gaps: times.slice(1).map((t, i) => t - times[i]),
      drawn: performance.now() - began,
    };
  });
  const sorted = [...gaps].sort((a, b) => a - b);
  const at = (share) => sorted[Math.min(sorted.length - 1, Math.floor(sorted.length * share))].toFixed(1);
  row('from a key press to a million draws told, in the browser', `${(drawn / 1000).toFixed(2)} s`);
  row(
    `frames while they ran (${gaps.length}): median, 99th in a hundred, longest`,
    `${at(0.5)}; ${at(0.99)}; ${at(1)} ms`,
  );
  row(
    'frames that came a frame late (over 25 ms), and when (ms after the key)',
    late.length === 0 ? '0' : `${late.length}: ${late.map((t) => t.toFixed(0)).join(', ')}`,
  );
}
