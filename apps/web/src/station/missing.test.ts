import {
  indexBasis,
  makeSentences,
  namesOf,
  EMPTY_CAMPAIGN,
  type BasisIndex,
  type Check,
  type Part,
} from '@kanzel/core';
import { AIRCRAFT, BASIS, check, PACK } from '../../../../packages/core/src/testing/world.ts';
import type { PartDraft } from '../answers/desk.ts';
import { missingOf } from './missing.ts';

jest.mock('../sync/device.ts', () => ({ DEVICE: 'test' }));

const FIGURE = { unit: 'rpm', resolution: 1, channel: 'rpm', plausible: { low: 0, high: 3500 } } as const;
const CHECKS: readonly Check[] = [
  check('drop', { station: 'run-up', subject: 'engine', answer: { kind: 'drop', ...FIGURE }, limits: [] }),
  check('heads', {
    station: 'run-up',
    subject: 'engine',
    answer: { kind: 'cylinders', ...FIGURE },
    limits: [],
  }),
  check('volts', { station: 'run-up', answer: { kind: 'reading', ...FIGURE }, limits: [] }),
  check('seen', { station: 'inspection', answer: { kind: 'photo', views: ['nose', 'tail'] }, limits: [] }),
  check('word', { station: 'inspection', answer: { kind: 'confirm' }, limits: [] }),
];
const built = indexBasis({ ...BASIS, pack: { ...PACK, checks: CHECKS, gates: [] } });
if (!built.ok) throw new Error('The world of the tests is not one.');
const index: BasisIndex = built.value;
const [engine] = AIRCRAFT.engines;
const view = { names: namesOf(index), say: makeSentences(namesOf(index)).say };
const partOf = (id: string): Part => {
  const [part] = index.partsOfCheck.get(id) ?? [];
  if (!part) throw new Error(`No part ${id}`);
  return part;
};
const missing = (id: string, draft: PartDraft): string | undefined =>
  missingOf(EMPTY_CAMPAIGN, index, partOf(id), draft, view);

test('what was begun says which figures it lacks, by name, and on which engine', () => {
  const where = ` on ${engine?.title.replace(/^./, (c) => c.toLowerCase()) ?? ''}`;
  expect(missing('drop', {})).toBe(`Still missing${where}: the figure before and the figure after.`);
  expect(missing('drop', { texts: { before: '1700' } })).toBe(`Still missing${where}: the figure after.`);
  expect(missing('drop', { texts: { before: '1700', after: '1650' } })).toBeUndefined();
  const heads = Array.from({ length: engine?.cylinders ?? 0 }, (_, i) => String(i + 1));
  const but = (...left: string[]): PartDraft => ({
    texts: Object.fromEntries(heads.filter((n) => !left.includes(n)).map((n) => [n, '200'])),
  });
  expect(missing('heads', but('2'))).toBe(`Still missing${where}: cylinder 2.`);
  expect(missing('heads', but('1', '3'))).toBe(`Still missing${where}: cylinders 1, 3.`);
  expect(missing('heads', but())).toBeUndefined();
  expect(missing('volts', {})).toBe('Still missing: the figure.');
  expect(missing('word', { note: 'scratched' })).toBe('Still missing: an answer.');
});

test('what cannot be read is said in the words of its reason, and a view by its name', () => {
  expect(missing('volts', { texts: { value: 'twelve' } })).toMatch(/figure|number/i);
  const scan = { sha256: 'a'.repeat(64), size: 1, type: 'image/jpeg' as const, name: 'a.jpg' };
  expect(missing('seen', { scans: { nose: [scan] } })).toMatch(/tail/);
});
