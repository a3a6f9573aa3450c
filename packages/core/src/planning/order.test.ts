import * as fc from 'fast-check';
import { countChanges, findCircle, findOrder, fullOrder, judgeOrder, orderSteps } from './order.ts';
import type { Task, Work } from './tasks.ts';

const VALUES = ['off', 'on'] as const;

/** Works of up to six tasks: links back or forth, two states, two phases, now and then a find that a change spoils. */
const works = fc
  .array(
    fc.record({
      links: fc.array(fc.nat(5), { maxLength: 2 }),
      needs: fc.record(
        { power: fc.constantFrom(...VALUES), cowl: fc.constantFrom(...VALUES) },
        { requiredKeys: [] },
      ),
      sets: fc.record({ power: fc.constantFrom(...VALUES) }, { requiredKeys: [] }),
      phase: fc.constantFrom(0, 0, 1),
      ends: fc.option(fc.constantFrom(...VALUES), { nil: undefined, freq: 4 }),
    }),
    { minLength: 1, maxLength: 6 },
  )
  .map((drawn): Work => {
    const tasks = drawn.map((d, i): Task => ({
      id: `t${i}`,
      title: `t${i}`,
      station: 'run-up',
      phase: d.phase,
      minutes: 1,
      crew: [['technician']],
      place: 'desk',
      instruments: [],
      links: [...new Set(d.links)]
        .filter((l) => l < drawn.length && l !== i)
        .map((l) => ({ task: `t${l}`, kind: 'order' as const })),
      needs: d.needs,
      sets: d.sets,
      ends: d.ends ? [{ key: 'cowl', value: d.ends }] : [],
    }));
    return { tasks, initial: { power: 'off', cowl: 'on' }, gates: [] };
  });

function permutations<T>(items: readonly T[]): T[][] {
  if (items.length < 2) return [[...items]];
  return items.flatMap((item, i) =>
    permutations([...items.slice(0, i), ...items.slice(i + 1)]).map((rest) => [item, ...rest]),
  );
}

test('no order that can be worked has fewer changes, by trying all of them', () => {
  fc.assert(
    fc.property(works, (work) => {
      const all = permutations(work.tasks.map((t) => t.id)).filter((o) => judgeOrder(work, o).length === 0);
      const found = findOrder(work);
      if (!found.ok) {
        expect(all).toEqual([]);
        return;
      }
      expect(judgeOrder(work, found.value.order)).toEqual([]);
      expect(found.value.proven).toBe(true);
      expect(found.value.changes).toBe(countChanges(work, found.value.order));
      expect(found.value.changes).toBe(Math.min(...all.map((o) => countChanges(work, o))));
    }),
    { numRuns: 400 },
  );
});

test('a check that needs no change is put off where it carries one past what the change would spoil', () => {
  const task = (id: string, change: Partial<Task>): Task => ({
    id,
    title: id,
    station: 'run-up',
    phase: 0,
    minutes: 1,
    crew: [['technician']],
    place: 'desk',
    instruments: [],
    links: [],
    needs: {},
    sets: {},
    ends: [],
    ...change,
  });
  // The cowl is on: the look under it wants it off, and closing it again spoils what was measured before.
  const tasks = [
    task('measured', { ends: [{ key: 'cowl', value: 'on' }] }),
    task('under', { needs: { cowl: 'off' } }),
    task('closed', { needs: { cowl: 'on' } }),
    task('run', {
      needs: { cowl: 'on' },
      links: [{ task: 'measured', kind: 'order' }],
      ends: [{ key: 'cowl', value: 'off' }],
    }),
  ];
  const found = findOrder({ tasks, initial: { cowl: 'on' }, gates: [] });
  expect(found).toMatchObject({
    ok: true,
    value: { order: ['under', 'closed', 'measured', 'run'], changes: 2, proven: true },
  });
});

test('an order cut short can still be worked, and says that it is not proven', () => {
  fc.assert(
    fc.property(works, (work) => {
      const found = findOrder(work, 0);
      if (!found.ok) return;
      expect(judgeOrder(work, found.value.order)).toEqual([]);
      expect(found.value.changes).toBe(countChanges(work, found.value.order));
    }),
  );
});

test('steps replay to the states every check needs, with every gate before what lies behind it', () => {
  fc.assert(
    fc.property(works, (work) => {
      const found = findOrder(work);
      if (!found.ok) return;
      const values: Record<string, string> = { ...work.initial };
      for (const step of orderSteps(work, found.value.order)) {
        if (step.kind === 'state') {
          expect(values[step.key]).toBe(step.from);
          values[step.key] = step.to;
        } else if (step.kind === 'check')
          expect(work.tasks.find((t) => t.id === step.task)?.needs).toMatchObject(
            Object.fromEntries(
              Object.keys(work.tasks.find((t) => t.id === step.task)?.needs ?? {}).map((k) => [k, values[k]]),
            ),
          );
      }
    }),
  );
});

test('a circle is named by the shortest way round', () => {
  const link = (task: string) => ({ task, kind: 'order' as const });
  const tasks = [
    { id: 'a', links: [link('b'), link('d')] },
    { id: 'b', links: [link('c')] },
    { id: 'c', links: [link('a')] },
    { id: 'd', links: [link('a')] },
    { id: 'e', links: [link('a')] },
  ];
  expect(findCircle(tasks)).toEqual(['a', 'd', 'a']);
  expect(findCircle(tasks.slice(3))).toBeUndefined();
});

test('dragging says what it breaks', () => {
  const task = (id: string, change: Partial<Task>): Task => ({
    id,
    title: id,
    station: 'run-up',
    phase: 0,
    minutes: 1,
    crew: [],
    place: 'desk',
    instruments: [],
    links: [],
    needs: {},
    sets: {},
    ends: [],
    ...change,
  });
  const work: Work = {
    tasks: [
      task('start', { sets: { engine: 'running' } }),
      task('drop', { needs: { engine: 'running' }, links: [{ task: 'start', kind: 'state' }] }),
      task('taxi', { phase: 1 }),
    ],
    initial: { engine: 'stopped' },
    gates: [
      { id: 'roll', title: 'Roll', before: 'taxi', conditions: [] },
      { id: 'release', title: 'Release', before: 'release', conditions: [] },
    ],
  };
  expect(judgeOrder(work, ['drop', 'start', 'taxi']).map((f) => [f.task, f.reason.code])).toEqual([
    ['drop', 'early.state'],
  ]);
  expect(judgeOrder(work, ['start', 'taxi', 'drop']).map((f) => [f.task, f.reason.code])).toEqual([
    ['drop', 'behindGate'],
  ]);
  expect(orderSteps(work, ['start', 'drop', 'taxi']).map((s) => s.kind)).toEqual([
    'check',
    'state',
    'check',
    'gate',
    'check',
    'gate',
  ]);
});

test('what comes in after an order was kept stands where it can be worked, whatever is missing (property)', () => {
  fc.assert(
    fc.property(works, fc.array(fc.boolean(), { minLength: 6, maxLength: 6 }), (drawn, keep) => {
      // A pack as packs are: what is waited for comes before, and no gate is passed backwards.
      const phases = drawn.tasks.map((t) => t.phase).sort((a, b) => a - b);
      const tasks = drawn.tasks.map((t, i) => ({
        ...t,
        phase: phases[i] ?? 0,
        links: t.links.filter((l) => Number(l.task.slice(1)) < i),
      }));
      const work: Work = { ...drawn, tasks };
      const kept = tasks.filter((_, i) => keep[i]).map((t) => t.id);
      const full = fullOrder(work, kept);
      expect([...full].sort()).toEqual(tasks.map((t) => t.id).sort());
      expect(full.filter((id) => kept.includes(id))).toEqual(kept);
      const faults = judgeOrder(work, full).map((f) => f.reason.code);
      expect(faults.filter((code) => code !== 'spoils')).toEqual([]);
    }),
    { numRuns: 2000 },
  );
});
