import { BUILT_IN_LIBRARY, loadLibrary, readLibraryFile, readLibraryFolder } from './index.ts';
import { lookUpIn } from './laid-at-build.ts';
import { readAtBuild } from './read-at-build.ts';

const sources = readLibraryFolder(BUILT_IN_LIBRARY);
// Written and read back, as the build does it.
const laid = JSON.parse(JSON.stringify(readAtBuild(sources))) as ReturnType<typeof readAtBuild>;

test('what the build lays beside the product is what reading every file of the library gives', () => {
  const { reading } = lookUpIn(laid);
  expect(sources.length).toBeGreaterThan(50);
  for (const { name, text } of sources) {
    const read = readLibraryFile(name, text);
    expect([name, reading(text)]).toEqual([name, read.ok ? read.value : 'refused']);
  }
});

test('a text that was changed, and one that nobody would read, is not found in it', () => {
  const { reading } = lookUpIn(laid);
  const [first] = sources;
  expect(reading(`${first?.text ?? ''} `)).toBeUndefined();
  expect(reading('__proto__')).toBeUndefined();
  expect(readAtBuild([{ name: 'bad.yaml', text: 'format: kanzel-pack\n' }])).toEqual({ read: {}, whole: [] });
});

test('every pack that ships is known to be whole, and none in which a name was changed, nor beside another tree', () => {
  const { isWhole } = lookUpIn(laid);
  const { packs, systems } = loadLibrary(sources);
  if (!systems) throw new Error('The library has no tree of systems.');
  expect(packs.size).toBeGreaterThan(20);
  for (const pack of packs.values()) {
    const [check, ...others] = pack.checks;
    expect([pack.id, isWhole(pack, systems)]).toEqual([pack.id, true]);
    expect(isWhole({ ...pack, checks: others }, systems)).toBe(false);
    expect(
      isWhole({ ...pack, checks: check ? [{ ...check, proves: ['structure'] }, ...others] : [] }, systems),
    ).toBe(false);
    expect(isWhole(pack, { ...systems, roots: [] } as typeof systems)).toBe(false);
  }
});
