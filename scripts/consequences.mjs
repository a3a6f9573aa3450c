import { mkdirSync, rmSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { build } from './build.mjs';
import { ensureInstalled, ensureNode, ROOT } from './lib.mjs';

/** `npm run consequences`: writes what work on each component re-opens, pack by pack, for a mechanic to read. */
ensureNode();
ensureInstalled();
await build({ web: false });
const { BUILT_IN_LIBRARY, consequencesTables, loadLibrary, readLibraryFolder } = await import(
  join(ROOT, 'packages/packs/dist/index.js')
);
const folder = join(ROOT, 'docs/consequences');
rmSync(folder, { recursive: true, force: true });
mkdirSync(folder, { recursive: true });
for (const [name, text] of consequencesTables(loadLibrary(readLibraryFolder(BUILT_IN_LIBRARY))))
  writeFileSync(join(folder, name), text);
