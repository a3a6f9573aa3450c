import { indexBasis, type Part } from '@kanzel/core';
import { BASIS, check, reading } from '../../../../packages/core/src/testing/world.ts';
import { changeDraft, draftOf, useDrafts, writeFigure } from './drafts.ts';
import { figure } from './figures/typed.ts';

const made = indexBasis({
  ...BASIS,
  pack: {
    ...BASIS.pack,
    checks: [
      check('oil', {
        answer: { kind: 'reading', unit: 'rpm', resolution: 1, plausible: { low: 0, high: 3000 } },
      }),
    ],
  },
});
if (!made.ok) throw new Error('a basis of the test');
const index = made.value;
const part = index.parts.get('oil@aircraft') as Part;
const KEY = part.key;
const draft = () => draftOf(useDrafts.getState().drafts, 'c', KEY);
const stands = (name = 'value') => {
  const found = figure(index, part, draft(), name);
  return found.ok ? [found.value.value, found.value.source] : found.error.code;
};

// What outlives a reload is kept by the browser; here there is none, and the store says so at every change.
beforeAll(() => void jest.spyOn(console, 'warn').mockImplementation(() => undefined));
beforeEach(() => useDrafts.setState({ drafts: {} }));

test('a figure that was taken and is wiped out is gone: an empty field holds nothing that could be kept unseen', () => {
  changeDraft('c', KEY, { taken: { value: reading(812, { source: 'live' }), other: reading(7) } });
  expect(stands()).toEqual([812, 'live']);
  writeFigure('c', KEY, 'value', '');
  expect(stands()).toBe('noFigure');
  // Only that one.
  expect(stands('other')).toEqual([7, 'typed']);
  // Taken again it stands, and is what the field shows.
  changeDraft('c', KEY, { taken: { value: reading(820, { source: 'live' }) } });
  expect([stands(), draft().texts?.['value']]).toEqual([[820, 'live'], undefined]);
});

test('what is typed over a figure replaces it for good: wiped out again, the old one does not come back', () => {
  changeDraft('c', KEY, { taken: { value: reading(812, { source: 'live' }) }, texts: { beside: '3' } });
  writeFigure('c', KEY, 'value', '79');
  expect(stands()).toEqual([79, 'typed']);
  writeFigure('c', KEY, 'value', '');
  expect([stands(), draft().texts]).toEqual(['noFigure', { beside: '3' }]);
});
