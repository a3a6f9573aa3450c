import type { FindingLineView } from '@kanzel/contract';
import { atStep, foundBefore, isMeant, sorted, STEPS_SHOWN } from './listed.ts';

const line = (finding: string, more: Partial<FindingLineView> = {}): FindingLineView => ({
  finding,
  campaign: 'c',
  campaignTitle: 'Annual',
  mark: 'QX-TJD',
  title: finding,
  where: 'left wing',
  raisedAt: '2026-11-20T10:00:00.000Z',
  raisedBy: 'p',
  released: false,
  next: 'act',
  ...more,
});

test('a finding is meant when every word stands somewhere in its line', () => {
  const lamp = line('Landing lamp intermittent', { conditions: 'Day flights only' });
  expect(['', ' ', 'LAMP tjd', 'day annual', 'left wing'].map((w) => isMeant(lamp, w))).toEqual(
    Array(5).fill(true),
  );
  expect(['right', 'lamp night'].map((w) => isMeant(lamp, w))).toEqual([false, false]);
});

test('each finding is at one step; one whose record cannot be read is not lost', () => {
  const { next: _, ...unread } = line('b');
  const all = [line('a'), unread, line('c', { next: 'deferred' }), line('d', { next: 'closed' })];
  const at = [undefined, ...STEPS_SHOWN].flatMap((step) => atStep(all, step).map((l) => [step, l.finding]));
  expect(at).toEqual([
    [undefined, 'b'],
    ['act', 'a'],
    ['deferred', 'c'],
  ]);
});

test('sorting keeps the order of what is equal, so that one may sort twice', () => {
  const all = [
    line('b', { mark: 'QX-HEI', severity: 'information' }),
    line('a', { severity: 'stops' }),
    line('d', { mark: 'QX-HEI' }),
    line('c', { severity: 'deferred' }),
  ];
  const order = (...by: readonly (readonly [Parameters<typeof sorted>[1], boolean])[]): string =>
    by
      .reduce<readonly FindingLineView[]>((l, [b, down]) => sorted(l, b, down), all)
      .map((l) => l.finding)
      .join('');
  expect(order(['title', false])).toBe('abcd');
  expect(order(['title', true])).toBe('dcba');
  expect(order(['title', false], ['mark', false])).toBe('bdac');
  // What grounds comes first, then what nobody has assessed.
  expect(order(['severity', false])).toBe('adcb');
});

test('how often something was found is counted on the aircraft, by the check or by words and place', () => {
  const at = (day: number, more: Partial<FindingLineView> = {}): FindingLineView =>
    line(`f${day}`, { title: 'Hinge loose', raisedAt: `2026-11-0${day}T10:00:00.000Z`, ...more });
  const all = [
    at(1, { check: 'hinges' }),
    at(2, { check: 'hinges', title: 'Play at the hinge' }),
    at(3, { check: 'hinges', mark: 'QX-HEI' }),
    at(4, { check: 'hinges' }),
    at(5),
    at(6, { title: 'hinge loose', where: 'Left Wing' }),
    at(7, { where: 'tail' }),
  ];
  expect(all.map((l) => foundBefore(l, all).length + 1)).toEqual([1, 2, 1, 3, 3, 4, 1]);
  // One that the list does not hold yet is told of those before it all the same.
  expect(foundBefore(at(8, { check: 'hinges', campaign: 'new' }), all).map((l) => l.finding)).toEqual([
    'f1',
    'f2',
    'f4',
    'f5',
    'f6',
  ]);
});

test('what was merged, or split off, is no time before; one found in the same campaign by itself is', () => {
  const at = (finding: string, more: Partial<FindingLineView> = {}): FindingLineView =>
    line(finding, { check: 'hinges', ...more });
  const all = [
    at('first'),
    at('part', { splitFrom: 'first' }),
    at('part of the part', { splitFrom: 'first' }),
    at('the same', { next: 'merged' }),
    at('another'),
    at('first', { campaign: 'later' }),
  ];
  expect(all.map((l) => foundBefore(l, all).length)).toEqual([2, 2, 2, 3, 2, 2]);
});

test('sorted by who has it: what is due first, then what somebody has, then what nobody has', () => {
  const lines = [
    line('nobody has'),
    line('bo has', { assignedTo: 'bo' }),
    line('due', { due: '2026-12-24', assignedTo: 'ylva' }),
    line('due before', { due: '2026-12-01' }),
    line('ann has', { assignedTo: 'ann' }),
  ];
  expect(sorted(lines, 'assigned', false).map((l) => l.finding)).toEqual([
    'due before',
    'due',
    'ann has',
    'bo has',
    'nobody has',
  ]);
});
