import { resolve } from 'node:path';
import { parseArgs } from 'node:util';
import type { Result } from '@kanzel/core';
import { makeBackup, restoreBackup, verifyBackup } from './backup.ts';
import { ownMember } from '@kanzel/core';

/** `node backup/main.js backup|restore|verify FOLDER --data FOLDER`; what scripts/backup.mjs and scripts/restore.mjs call. */
const { values, positionals } = parseArgs({
  options: { data: { type: 'string', default: 'data' } },
  allowPositionals: true,
});
const [what = '', folder = ''] = positionals;
const data = resolve(values.data);
const now = new Date();

type Outcome = Result<{ campaigns: number; entries: number; aside?: string }, readonly string[]>;

async function work(): Promise<Outcome> {
  if (what === 'backup') return makeBackup(data, resolve(folder), now);
  if (what === 'restore') return restoreBackup(resolve(folder), data, now);
  return verifyBackup(resolve(folder));
}

const WORDS: Readonly<Record<string, string>> = {
  backup: `Backed up ${data} into ${resolve(folder)}`,
  restore: `Restored ${resolve(folder)} into ${data}`,
  verify: `${resolve(folder)} verifies`,
};
const done = await work();
if (done.ok) {
  const { campaigns, entries, aside } = done.value;
  process.stdout.write(`${ownMember(WORDS, what)}: ${campaigns} campaigns, ${entries} entries.\n`);
  if (aside) process.stdout.write(`What was there before is in ${aside}\n`);
} else {
  process.stderr.write(`${done.error.join('\n')}\n`);
  process.exitCode = 1;
}
