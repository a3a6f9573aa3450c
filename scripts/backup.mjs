import { join, resolve } from 'node:path';
import { parseArgs } from 'node:util';
import { build } from './build.mjs';
import { ensureInstalled, ensureNode, ROOT, run } from './lib.mjs';

/**
 * `npm run backup`: copies the data folder, also while the server runs, into `backups/` or where `-- --to FOLDER`
 * says, and verifies the copy. `npm run restore -- FOLDER` puts one back, verified before anything is replaced.
 */
export async function backupOrRestore(what) {
  const { values, positionals } = parseArgs({
    options: { data: { type: 'string' }, to: { type: 'string' } },
    allowPositionals: true,
  });
  const from = process.env.INIT_CWD ?? process.cwd();
  const data = values.data ? resolve(from, values.data) : join(ROOT, 'data');
  const named = what === 'backup' ? values.to : positionals[0];
  if (what === 'restore' && !named) {
    process.stderr.write('Say which backup: npm run restore -- FOLDER\n');
    process.exit(2);
  }
  const folder = named
    ? resolve(from, named)
    : join(ROOT, 'backups', new Date().toISOString().slice(0, 19).replace(/:/g, '-'));
  ensureNode();
  ensureInstalled();
  await build({ web: false });
  run(process.execPath, [join(ROOT, 'apps/server/dist/backup/main.js'), what, folder, '--data', data]);
}

if (process.argv[1] === new URL(import.meta.url).pathname) await backupOrRestore('backup');
