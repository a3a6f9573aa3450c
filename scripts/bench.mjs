import { join } from 'node:path';
import { build } from './build.mjs';
import { ensureChromium } from './chromium.mjs';
import { ensureInstalled, ensureNode, ROOT, run } from './lib.mjs';

/** `npm run bench`: figures and ratios, nothing asserted. */
ensureNode();
ensureInstalled();
await build();
run(process.execPath, [join(ROOT, 'bench/bench.mjs'), ...process.argv.slice(2)], {
  env: { ...process.env, KANZEL_CHROMIUM: ensureChromium() },
});
