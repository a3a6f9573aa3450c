import fc from 'fast-check';
import { namedIn } from './named-in.ts';

const THINGS = [
  'Left engine',
  'Left engine, carburettor',
  'Right engine',
  'Right engine, carburettor',
  'Left propeller',
  'Left propeller governor',
  'Left aileron',
  'Payload hatch',
  'Fastener',
].map((title) => ({ title }));
const titles = (text: string, place?: string) => namedIn(text, THINGS, place).map((t) => t.title);

test('a sentence names what all the words of are in it, the most words first, and nothing of which one is lacking', () => {
  expect(titles('left propeller governor arm off')).toEqual(['Left propeller governor']);
  expect(titles('the Payload Hatch is open')).toEqual(['Payload hatch']);
  expect(titles('hose off at the carburettor')).toEqual([]);
  expect(titles('hose off at the carburettor', 'Left engine')).toEqual(['Left engine, carburettor']);
  expect(titles('carburettor of the right engine', 'Left engine')).toEqual(['Right engine, carburettor']);
  expect(titles('fasteners out')).toEqual(['Fastener']);
  // Standing there alone says nothing: something of it has to be named.
  expect(titles('hose off', 'Left engine')).toEqual([]);
  expect(titles('')).toEqual([]);
});

test('whatever stands around a title in whatever letters, the title is found, and what is found has its words said (property)', () => {
  const filler = fc.stringMatching(/^[b-df-hj-np-tv-z]{0,5}$/);
  fc.assert(
    fc.property(fc.constantFrom(...THINGS), filler, filler, ({ title }, before, after) => {
      const found = namedIn(`${before} ${title.toUpperCase()} ${after}`, THINGS);
      expect(found.map((t) => t.title)).toEqual([title]);
    }),
  );
});
