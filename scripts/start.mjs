import { join } from 'node:path';
import { build } from './build.mjs';
import { ensureInstalled, ensureNode, ROOT, start } from './lib.mjs';

/** `npm start`: the same product on your own data folder, empty at first, for this machine only unless told otherwise. */
ensureNode();
ensureInstalled();
await build();
const { child, ended } = start(process.execPath, [
  join(ROOT, 'apps/server/dist/main.js'),
  '--data',
  join(ROOT, 'data'),
  '--web',
  join(ROOT, 'apps/web/dist'),
  ...process.argv.slice(2),
]);
process.on('SIGINT', () => child.kill('SIGTERM'));
process.on('SIGTERM', () => child.kill('SIGTERM'));
process.exitCode = await ended;
