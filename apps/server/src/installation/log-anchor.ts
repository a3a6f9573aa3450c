import { existsSync, readFileSync, renameSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';

/** Where the log ended when this was written: beside the database, so that a database that was set back is found out. */
export interface LogAnchor {
  readonly seq: number;
  readonly hash: string;
}

const pathIn = (dataFolder: string): string => join(dataFolder, 'log-anchor.json');

/** Undefined when there is none yet. An anchor that cannot be read counts as one that nothing is like. */
export function readAnchor(dataFolder: string): LogAnchor | undefined {
  const path = pathIn(dataFolder);
  if (!existsSync(path)) return undefined;
  const [, seq = '0', hash = ''] =
    /^\{"seq":(\d{1,12}),"hash":"([0-9a-f]{64})"\}\n$/.exec(readFileSync(path, 'utf8')) ?? [];
  return { seq: Number(seq), hash };
}

/** Written whole, or the one before stays. */
export function writeAnchor(dataFolder: string, { seq, hash }: LogAnchor): void {
  const path = pathIn(dataFolder);
  writeFileSync(`${path}.new`, `${JSON.stringify({ seq, hash })}\n`, { flush: true });
  renameSync(`${path}.new`, path);
}
