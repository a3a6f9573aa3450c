import fc from 'fast-check';
import { draws } from '../testing/draws.ts';
import { readFileSync, readdirSync } from 'node:fs';
import { join } from 'node:path';
import { convert, formatFigure, UNIT_IDS, unitOf } from '../quantity/index.ts';
import { makeSentences, verdictFigure } from '../words/index.ts';
import { judgeBounds, type BoundsQuestion } from './index.ts';

/** Reads a figure back from what was shown, as a person would. */
const readBack = (shown: string): number => Number(shown.replace(/[\u202f\u00a0]/g, '').replace('−', '-'));

const { say } = makeSentences({ part: String, subject: String, thing: String });

/** Figures in a sentence about psi, in their order. */
const figuresIn = (sentence: string): number[] =>
  [...sentence.matchAll(/−?[\d\u202f]+(?:\.\d+)?(?=\u00a0psi| to )/g)].map((m) => readBack(m[0]));

type Edges = { low?: number; high?: number; cautionLow?: number; cautionHigh?: number };

/** Every edge that ships, with the step its gauges have in the books' checks: read as text, not through the loader. */
function shippedEdges(): Edges[] {
  const folder = join(__dirname, '../../../packs/library/limit-books');
  return readdirSync(folder).flatMap((file) => {
    const text = readFileSync(join(folder, file), 'utf8');
    const written = text.matchAll(
      /bounds:\s*(?:\{([^}]*)\}|((?:\n\s+(?:low|high|cautionLow|cautionHigh): .*)+))/g,
    );
    return [...written].map((m): Edges => {
      const edges: Record<string, number> = {};
      for (const e of (m[1] ?? m[2] ?? '').matchAll(/(low|high|cautionLow|cautionHigh): *(-?[\d.]+)/g))
        edges[e[1] ?? ''] = Number(e[2]);
      return edges;
    });
  });
}

/** A verdict by the words of the brief alone: on an edge is inside, guarded by at least the uncertainty. */
function judged(q: BoundsQuestion): string {
  const { low = -Infinity, high = Infinity, cautionLow = -Infinity, cautionHigh = Infinity } = q.bounds;
  const same =
    1e-9 *
    Math.max(1e-3, ...[q.value, low, high, cautionLow, cautionHigh].filter(Number.isFinite).map(Math.abs));
  if (q.value < low - same || q.value > high + same) return 'out';
  const margin = Math.min(q.value - low, high - q.value);
  if (q.rule === 'guarded' && margin < Infinity) {
    if (q.uncertainty === undefined) return 'unknown';
    if (margin < q.uncertainty - same) return 'near';
  }
  return q.value < cautionLow - same || q.value > cautionHigh + same ? 'near' : 'within';
}

const EDGES = shippedEdges();
const common = { limit: 'x', class: 'safety', unit: 'psi' } as const;

/** Values around an edge: on it, beside it by ever less, beside it by a step. */
const around = (edge: number, k: number): number =>
  [edge, edge + 10 ** -(k % 9), edge - 10 ** -(k % 9), edge * (1 + 1e-8), edge * (1 - 1e-8), edge + 0.4999][
    k % 6
  ] ?? edge;

test('what is shown, read back, gives the same verdict, for every edge that ships and for any other (property)', () => {
  expect(EDGES.length).toBeGreaterThan(150);
  const random = fc
    .record({
      low: fc.option(fc.double({ min: -500, max: 500, noNaN: true }), { nil: undefined }),
      width: fc.double({ min: 0.001, max: 3000, noNaN: true }),
      decimals: fc.integer({ min: 0, max: 4 }),
      caution: fc.double({ min: 0, max: 0.4, noNaN: true }),
    })
    .map(({ low, width, decimals, caution }) => {
      const cut = (v: number): number => Number(v.toFixed(decimals));
      const from = cut(low ?? 0);
      const to = cut(from + width) > from ? cut(from + width) : cut(from + 1);
      return {
        ...(low === undefined ? {} : { low: from }),
        high: to,
        cautionHigh: Math.min(to, Math.max(from, cut(to - caution * (to - from)))),
      };
    });
  fc.assert(
    fc.property(
      fc.oneof(fc.constantFrom(...EDGES), random),
      fc.nat(200),
      fc.nat(3),
      fc.constantFrom(1, 5, 0.5, 0.1, 0.01),
      fc.constantFrom('simple' as const, 'guarded' as const),
      fc.option(fc.double({ min: 1e-6, max: 40, noNaN: true }), { nil: undefined }),
      (bounds, k, which, resolution, rule, uncertainty) => {
        const edges = Object.values(bounds);
        const value = around(edges[which % edges.length] ?? 0, k);
        // On the very edge of the tolerance itself either answer is right.
        const noise = 1e-9 * Math.max(1e-3, Math.abs(value), ...edges.map(Math.abs));
        const near = edges.map((e) => Math.abs(value - e)).filter((d) => d > 1e-13);
        fc.pre(near.every((d) => d > 2 * noise || d < 1e-10 * Math.max(1e-3, Math.abs(value))));
        const q: BoundsQuestion = { ...common, rule, bounds, value, uncertainty, resolution };
        const verdict = judgeBounds(q);
        expect(verdict.state).toBe(judged(q));
        // As the row and the card show it.
        const row = readBack((verdictFigure(verdict) ?? '').replace('psi', ''));
        expect(judged({ ...q, value: row, uncertainty: undefined, rule: 'simple' })).toBe(
          judged({ ...q, uncertainty: undefined, rule: 'simple' }),
        );
        // As the ruler shows its stops.
        for (const edge of edges) expect(readBack(formatFigure(edge))).toBeCloseTo(edge, 9);
        // As the sentence says it: value, edges, and the uncertainty where that decides.
        const sentence = say(verdict.reason);
        const [shown = NaN] = figuresIn(sentence);
        const guard = /uncertainty of ±/.test(sentence);
        const [told] =
          sentence
            .match(/±([\d\u202f.]+)/)
            ?.slice(1)
            .map(readBack) ?? [];
        const again = { ...q, value: shown, ...(guard ? { uncertainty: told } : {}) };
        if (verdict.state !== 'unknown' && (guard || rule === 'simple'))
          expect(judged(again)).toBe(verdict.state);
        if (verdict.state === 'out') {
          const [, limit = NaN] = figuresIn(sentence);
          expect(edges.some((e) => e === limit)).toBe(true);
          expect(Math.sign(shown - limit)).toBe(verdict.reason.code === 'belowLow' ? -1 : 1);
        }
      },
    ),
    { numRuns: draws(4000) },
  );
});

test('an edge typed in another unit is that edge: no conversion puts it outside, for any unit and any whole figure (property)', () => {
  fc.assert(
    fc.property(
      fc.constantFrom(...UNIT_IDS),
      fc.constantFrom(...UNIT_IDS),
      fc.integer({ min: -500, max: 2000 }),
      fc.constantFrom('low' as const, 'high' as const),
      (from, to, figure, side) => {
        fc.pre(unitOf(from).kind === unitOf(to).kind);
        const there = convert(figure, from, to);
        const back = there.ok ? convert(there.value, to, from) : there;
        if (!back.ok) return;
        const verdict = judgeBounds({
          limit: 'x',
          class: 'safety',
          rule: 'simple',
          unit: from,
          resolution: 1,
          uncertainty: undefined,
          value: back.value,
          bounds: { [side]: figure },
        });
        expect(verdict.state).toBe('within');
      },
    ),
    { numRuns: draws(3000) },
  );
});

test.each([NaN, -1, -0.001, Infinity])(
  'an uncertainty of %p is not known, and passes nothing',
  (uncertainty) => {
    const q = {
      ...common,
      rule: 'guarded' as const,
      resolution: 1,
      value: 50,
      bounds: { low: 0, high: 100 },
    };
    expect(judgeBounds({ ...q, uncertainty }).state).toBe('unknown');
  },
);
