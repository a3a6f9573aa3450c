import { mkdirSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { transformFile } from '@swc/core';
import { findOrder, indexBasis, makeTimetable, proposeScope, searchSchedule, workOf } from '@kanzel/core';

const ROOT = join(import.meta.dirname, '..');

/** The generator of the tests, which is not part of what is built. */
async function instances() {
  const { code } = await transformFile(join(ROOT, 'packages/core/src/testing/instances.ts'), {
    jsc: { parser: { syntax: 'typescript' }, target: 'es2022' },
    module: { type: 'es6' },
  });
  mkdirSync(join(ROOT, '.tmp'), { recursive: true });
  const file = join(ROOT, '.tmp/instances.mjs');
  writeFileSync(file, code.replaceAll('../planning/search.ts', '@kanzel/core'));
  return import(file);
}

/** What the planner promises: a plan of 200 tasks in two seconds, and a scope while it is typed. */
export async function benchPlanning(row, median, largest) {
  const { INSTANCE_SHAPES, makeInstance } = await instances();
  const gaps = new Map();
  let worst = 0;
  for (const shape of INSTANCE_SHAPES) {
    const own = [];
    for (let seed = 1; seed <= 5; seed += 1) {
      const problem = makeInstance(shape, seed, { jobs: 200, people: 4, places: 3 });
      const began = performance.now();
      const found = searchSchedule(problem, {
        seed: 1,
        lists: Infinity,
        goOn: () => performance.now() - began < 1900,
      });
      worst = Math.max(worst, performance.now() - began);
      own.push(found.end / found.bound - 1);
    }
    gaps.set(shape, own);
  }
  for (const [shape, own] of gaps)
    row(
      `200 tasks, 4 people, 3 places, short of ${shape}: above the bound (5 seeds)`,
      `${(100 * median(own)).toFixed(1)} %, worst ${(100 * Math.max(...own)).toFixed(1)} %`,
    );
  row('longest of these searches', `${worst.toFixed(0)} ms`);

  // 3,000 checks in chains over ten systems, one system touched; nothing earlier to rest on.
  const checks = Array.from({ length: 3000 }, (_, i) => ({
    ...largest.pack.checks[0],
    id: `c${i}`,
    title: `c${i}`,
    subject: 'aircraft',
    limits: [],
    after: [],
    needs: {},
    sets: {},
    proves: [`system-${i % 10}.part-${i % 97}`],
    standsOn: i > 20 ? [`c${i - 7}`, `c${i - 20}`] : [],
  }));
  const index = indexBasis({ ...largest, pack: { ...largest.pack, checks } });
  if (!index.ok) throw new Error('benchPlanning: the checks do not compile');
  const scope = {
    work: [{ component: '', action: 'replaced', touches: ['system-3.part-13'] }],
    evidence: {},
    added: [],
    leftOut: [],
  };
  const times = [];
  let size = 0;
  for (let i = 0; i < 40; i += 1) {
    const began = performance.now();
    const items = proposeScope(index.value, 'post-maintenance', scope);
    times.push(performance.now() - began);
    size = [...items.values()].filter((item) => item.verdict === 'prove').length;
  }
  row(
    `scope of 3,000 checks, ${size} reached (median of 40; first)`,
    `${median(times).toFixed(1)} ms; ${times[0].toFixed(1)} ms`,
  );

  const real = indexBasis(largest);
  if (!real.ok) throw new Error('benchPlanning: the largest pack does not compile');
  const began = performance.now();
  const work = workOf(real.value, new Set(real.value.parts.keys()));
  const order = findOrder(work);
  row(
    `order of the largest pack, ${work.tasks.length} checks, ${order.value.changes} changes${order.value.proven ? ', proven fewest' : ''}`,
    `${(performance.now() - began).toFixed(0)} ms`,
  );
  const day = {
    start: '2026-06-01T06:00:00.000Z',
    hours: { from: 360, to: 1320, offset: 0 },
    days: 10,
    people: ['technician', 'inspector', 'pilot', 'observer'].map((role, i) => ({
      id: `p${i}`,
      name: role,
      roles: i === 1 ? ['inspector', 'technician', 'certifier'] : [role],
      away: [],
    })),
    places: {},
    instrumentsAway: {},
  };
  const start = performance.now();
  const made = makeTimetable(
    { work, order: order.value.order, day, flights: [], now: day.start },
    { seed: 1, lists: Infinity, goOn: () => performance.now() - start < 1900 },
  );
  row(
    'timetable of the same for four people in two seconds',
    made.ok
      ? `${((Date.parse(made.value.end) - Date.parse(day.start)) / 3_600_000).toFixed(1)} h; bound ${((Date.parse(made.value.bound) - Date.parse(day.start)) / 3_600_000).toFixed(1)} h`
      : JSON.stringify(made.error.conflict),
  );
}
