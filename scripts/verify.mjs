import { existsSync, readFileSync } from 'node:fs';
import { join, resolve } from 'node:path';
import { parseArgs } from 'node:util';
import { build } from './build.mjs';
import { ensureInstalled, ensureNode, ROOT } from './lib.mjs';

/**
 * `npm run verify FILE`: proves a record file unaltered, or names the first entry that was; with
 * `-- --key HEX` also that it is signed by that installation.
 */
const { values, positionals } = parseArgs({ options: { key: { type: 'string' } }, allowPositionals: true });
const [file] = positionals;
if (!file) {
  process.stderr.write('Say which file: npm run verify FILE\n');
  process.exit(2);
}
const path = resolve(process.env.INIT_CWD ?? process.cwd(), file);
if (!existsSync(path)) {
  process.stderr.write(`There is no file ${path}\n`);
  process.exit(2);
}
ensureNode();
ensureInstalled();
await build({ web: false });
const { readRecordFile } = await import(join(ROOT, 'packages/formats/dist/index.js'));
const { makeSentences } = await import(join(ROOT, 'packages/core/dist/index.js'));
const read = readRecordFile(readFileSync(path, 'utf8'), values.key);
if (read.ok) {
  process.stdout.write(
    `Unaltered: ${read.value.mark}, ${read.value.title}, ${read.value.count} entries, head ${read.value.head}\n${read.value.signature ? `Signed with the key ${read.value.signature.publicKey}${values.key ? ', as expected' : '; compare it with what the installation shows'}\n` : 'Not signed: a file of version 1\n'}`,
  );
} else {
  const same = (text) => text;
  process.stderr.write(
    `Not proven: ${makeSentences({ part: same, subject: same, thing: same }).say(read.error)}\n`,
  );
  process.exitCode = 1;
}
