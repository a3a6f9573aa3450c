import { BUILT_IN_LIBRARY, readLibraryFile, readLibraryFolder } from './index.ts';
import { lookUpIn, readAtBuild } from './read-at-build.ts';

const sources = readLibraryFolder(BUILT_IN_LIBRARY);
// Written and read back, as the build does it.
const laid = JSON.parse(JSON.stringify(readAtBuild(sources))) as ReturnType<typeof readAtBuild>;

test('what the build lays beside the product is what reading every file of the library gives', () => {
  const found = lookUpIn(laid);
  expect(sources.length).toBeGreaterThan(50);
  for (const { name, text } of sources) {
    const read = readLibraryFile(name, text);
    expect([name, found(text)]).toEqual([name, read.ok ? read.value : 'refused']);
  }
});

test('a text that was changed, and one that nobody would read, is not found in it', () => {
  const found = lookUpIn(laid);
  const [first] = sources;
  expect(found(`${first?.text ?? ''} `)).toBeUndefined();
  expect(found('__proto__')).toBeUndefined();
  expect(readAtBuild([{ name: 'bad.yaml', text: 'format: kanzel-pack\n' }])).toEqual({});
});
