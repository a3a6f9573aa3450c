import Dexie, { type Table } from 'dexie';
import type { Entry } from '@kanzel/core';
import type { Queued } from './held.ts';

/** Anything small that must be there without a server: who was signed on, lists last seen. */
interface Kept {
  key: string;
  value: unknown;
}

/** A photograph or scanned sheet taken on this device: here at once, and on the server when it is heard. */
export interface Copy {
  readonly sha256: string;
  readonly name: string;
  readonly contents: Blob;
  sent: boolean;
}

class LocalDatabase extends Dexie {
  readonly entries!: Table<Entry, [string, number]>;
  readonly queue!: Table<Queued, number>;
  readonly kept!: Table<Kept, string>;
  readonly copies!: Table<Copy, string>;

  constructor() {
    super('kanzel');
    this.version(1).stores({
      entries: '[campaign+seq], campaign',
      queue: '++order, &id, campaign',
      kept: 'key',
    });
    this.version(2).stores({ copies: 'sha256' });
  }
}

/** What this device remembers. */
export const local = new LocalDatabase();

/** Remembers a small thing for when there is no server. */
export async function keep(key: string, value: unknown): Promise<void> {
  await local.kept.put({ key, value });
}

/** A small thing remembered; undefined when there is none. */
export async function kept<T>(key: string): Promise<T | undefined> {
  return (await local.kept.get(key))?.value as T | undefined;
}

/** Forgets a small thing. */
export async function forget(key: string): Promise<void> {
  await local.kept.delete(key);
}
