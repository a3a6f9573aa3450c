import { titleOf } from './titles.ts';

test('every page is called by what it is', () => {
  const of = (path: string, mark?: string): string => titleOf(path, mark);
  expect([of('/'), of('/people'), of('/library/pack/vintage'), of('/campaign/1/run-up', 'QX-TJD')]).toEqual([
    'Hangar',
    'People',
    'Check pack vintage',
    'Run-up, QX-TJD',
  ]);
  expect([
    of('/campaign/1'),
    of('/campaign/1/constructor', 'QX-A'),
    of('/constructor'),
    of('/campain/1'),
  ]).toEqual(['Campaign', 'Campaign, QX-A', 'Nothing at this address', 'Nothing at this address']);
});
