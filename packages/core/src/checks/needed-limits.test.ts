import { BASIS, BOOK, check, PACK } from '../testing/world.ts';
import type { Limit } from '../limits/index.ts';
import { checksWithoutLimit, fittingPacks, limitsNeeded } from './index.ts';

test('a pack asks for each limit once, in the order of its checks, as the library calls it and without its figures', () => {
  const needs = limitsNeeded(PACK, BOOK.limits);
  const order = [...new Set(PACK.checks.flatMap((c) => c.limits))];
  expect(needs.map((n) => n.key)).toEqual(order);
  for (const need of needs) {
    const like = BOOK.limits.find((l) => l.key === need.key);
    expect(need).toMatchObject({
      title: like?.title,
      kind: like?.kind,
      unit: like?.unit,
      class: like?.class,
    });
    const figures = JSON.stringify(need).match(/"(low|high|cautionLow|cautionHigh|expected|tolerance)":/g);
    expect({ key: need.key, figures }).toEqual({ key: need.key, figures: null });
    expect(need.checks.map((c) => c.title)).toEqual(
      PACK.checks.filter((c) => c.limits.includes(need.key)).map((c) => c.title),
    );
  }
});

test('how it is reckoned comes along, what belongs to the type does not; unknown ones follow from their check', () => {
  const settle: Limit = {
    key: 'rise',
    kind: 'settle',
    title: 'Pressure rises',
    unit: 'psi',
    class: 'safety',
    acceptance: 'guarded',
    source: { document: 'M', revision: '1' },
    conditions: [{ fact: 'oil-temperature', low: 40, unit: 'degC' }],
    target: { low: 25 },
    hold: 3,
    maximumGap: 1,
    bounds: { high: 10 },
  };
  const pack = { ...PACK, checks: [check('x', { limits: ['rise', 'nobody-knows'] })] };
  const [first, second] = limitsNeeded(pack, [settle, { ...settle, title: 'Another book' }]);
  expect(first).toMatchObject({ title: 'Pressure rises', method: { hold: 3, maximumGap: 1 } });
  expect(first?.method).not.toHaveProperty('target');
  expect(first).not.toHaveProperty('conditions');
  expect(second).toMatchObject({ key: 'nobody-knows', title: 'x', kind: 'band', method: {} });
});

test('checks without a limit are those that name one which is not there, and none of a whole book', () => {
  expect(checksWithoutLimit(PACK, BASIS.limitBook)).toEqual([]);
  const [gone, ...rest] = BOOK.limits;
  const named = PACK.checks.filter((c) => c.limits.includes(gone?.key ?? '')).map((c) => c.id);
  expect(checksWithoutLimit(PACK, { limits: rest }).map((c) => c.id)).toEqual(named);
  expect(checksWithoutLimit(PACK, { limits: [] })).toHaveLength(
    PACK.checks.filter((c) => c.limits.length > 0).length,
  );
});

test('of packs that serve a family the one made for it comes first, then the one for fewest, then the fullest', () => {
  const pack = (id: string, families: string[], checks = 10) => ({ id, families, checks });
  const packs = [
    pack('many', ['sailplane', 'twin', 'single'], 99),
    pack('other', ['twin']),
    pack('own-small', ['single', 'twin'], 5),
    pack('own', ['single', 'twin'], 50),
    pack('second', ['twin', 'single']),
  ];
  expect(fittingPacks(packs, 'single').map((p) => p.id)).toEqual(['own', 'own-small', 'second', 'many']);
  expect(fittingPacks(packs, 'flapping')).toEqual([]);
});
