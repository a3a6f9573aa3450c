import { createHash } from 'node:crypto';
import { existsSync, readdirSync, readFileSync } from 'node:fs';
import { dirname, join, resolve } from 'node:path';
import { parseArgs } from 'node:util';
import { build } from './build.mjs';
import { ensureInstalled, ensureNode, ROOT } from './lib.mjs';

/**
 * `npm run verify FILE -- --key HEX`: proves a record file unaltered since that installation signed it, or names the first entry
 * that was altered. Without a key a file can only be consistent in itself, which anybody can make one: that ends with code 2.
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
const { fingerprintOf, PICTURES_FOLDER, provePictures, readRecordFile } = await import(
  join(ROOT, 'packages/formats/dist/index.js')
);
const { makeSentences } = await import(join(ROOT, 'packages/core/dist/index.js'));
const read = readRecordFile(readFileSync(path, 'utf8'), values.key);
if (read.ok) {
  const { file: record, maker } = read.value;
  const key = record.signature?.publicKey;
  const what = `${record.mark}, ${record.title}, ${record.count} entries, head ${record.head}`;
  process.stdout.write(
    maker === 'signed'
      ? `Unaltered: ${what}\nSigned with the key expected, ${fingerprintOf(key)}\n`
      : `Consistent in itself; not known who made it: ${what}\n${
          key
            ? `It carries a signature by ${fingerprintOf(key)}. Compare that with what the installation shows, and name its key: npm run verify FILE -- --key HEX\n`
            : 'It carries no signature.\n'
        }`,
  );
  process.exitCode = maker === 'signed' ? 0 : 2;
  const pictures = join(dirname(path), PICTURES_FOLDER);
  if (existsSync(pictures)) {
    const hashOf = (name) =>
      createHash('sha256')
        .update(readFileSync(join(pictures, name)))
        .digest('hex');
    const found = provePictures(
      record.entries,
      new Map(readdirSync(pictures).map((name) => [name, hashOf(name)])),
    );
    const wrong = [
      ...found.missing.map((name) => `${name} is missing`),
      ...found.altered.map((name) => `${name} was altered`),
    ];
    process.stdout.write(
      wrong.length === 0
        ? `All ${found.named} pictures that it names are beside it, unaltered.\n`
        : `Pictures not proven: ${wrong.join('; ')}\n`,
    );
    if (found.strangers.length > 0)
      process.stdout.write(`The record does not name ${found.strangers.join(', ')}.\n`);
    if (wrong.length > 0) process.exitCode = 1;
  }
} else {
  const same = (text) => text;
  process.stderr.write(
    `Not proven: ${makeSentences({ part: same, subject: same, thing: same }).say(read.error)}\n`,
  );
  process.exitCode = 1;
}
