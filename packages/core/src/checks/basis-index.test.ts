import { indexBasis, partKey } from './index.ts';
import { BASIS, CHECKS, PACK } from '../testing/world.ts';

test('a basis that cannot work is refused with every problem: missing check, cycle, no engine', () => {
  const broken = (change: object): string[] => {
    const made = indexBasis({ ...BASIS, ...change });
    return made.ok ? [] : made.error.map((e) => e.code);
  };
  // A limit that nobody has entered keeps nothing from starting: its checks are unknown, see judge-answer.test.ts.
  expect(broken({ limitBook: { ...BASIS.limitBook, limits: [] } })).toEqual([]);
  expect(broken({ aircraft: { ...BASIS.aircraft, engines: [] } })).toEqual(['noEngines']);
  const checks = PACK.checks.map((c) => (c.id === 'start' ? { ...c, standsOn: ['idle'] } : c));
  expect(broken({ pack: { ...PACK, checks } })).toEqual(['cycle']);
  expect(broken({ pack: { ...PACK, checks: [{ ...CHECKS[0], after: ['ghost'] }] } })).toEqual([
    'checkMissing',
  ]);
  expect(partKey('a', 'b')).toBe('a@b');
});
