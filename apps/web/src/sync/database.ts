import { openDB, type DBSchema, type IDBPDatabase } from 'idb';
import type { Entry, Reason } from '@kanzel/core';
import { isOpening, type Queued } from './held.ts';

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
  readonly sent: boolean;
}

/** A draft the server refused, and why. */
interface RefusedDraft {
  readonly id: string;
  readonly reason: Reason;
}

interface Device extends DBSchema {
  entries: { key: [string, number]; value: Entry; indexes: { campaign: string } };
  queue: { key: number; value: Queued; indexes: { id: string; campaign: string } };
  kept: { key: string; value: Kept };
  copies: { key: string; value: Copy };
}

/** What this device remembers: shape of its database. Devices have had it since their first entry; a change takes a new number. */
const VERSION = 20;

let connection: Promise<IDBPDatabase<Device>> | undefined;

/** The database of this device. One that was closed, by the browser or for a newer page, is opened again. */
function open(): Promise<IDBPDatabase<Device>> {
  connection ??= openDB<Device>('kanzel', VERSION, {
    upgrade(database, before) {
      if (before < 10) {
        database
          .createObjectStore('entries', { keyPath: ['campaign', 'seq'] })
          .createIndex('campaign', 'campaign');
        const queue = database.createObjectStore('queue', { keyPath: 'order', autoIncrement: true });
        queue.createIndex('id', 'id', { unique: true });
        queue.createIndex('campaign', 'campaign');
        database.createObjectStore('kept', { keyPath: 'key' });
      }
      if (before < 20) database.createObjectStore('copies', { keyPath: 'sha256' });
    },
    blocking(_now, _wanted, event) {
      (event.target as IDBDatabase).close();
      connection = undefined;
    },
    terminated() {
      connection = undefined;
    },
  }).catch((error: unknown) => {
    connection = undefined;
    throw error;
  });
  return connection;
}

/** What waits of a campaign, in the order it was made. */
export async function queueOf(campaign: string): Promise<Queued[]> {
  return (await open()).getAllFromIndex('queue', 'campaign', campaign);
}

/** Campaigns that were opened on this device and wait for the server, oldest first. */
export async function openingsWaiting(): Promise<Queued[]> {
  return (await (await open()).getAll('queue')).filter(isOpening);
}

/** Lets a draft wait. Rejects when the device has no room for it. */
export async function enqueue(queued: Queued): Promise<void> {
  await (await open()).add('queue', queued);
}

/** Takes drafts off the queue. */
export async function takeOff(ids: readonly string[]): Promise<void> {
  const change = (await open()).transaction('queue', 'readwrite');
  const byId = change.store.index('id');
  const one = async (id: string): Promise<void> => {
    const order = await byId.getKey(id);
    if (order !== undefined) await change.store.delete(order);
  };
  await Promise.all([...ids.map(one), change.done]);
}

/** Notes with drafts why the server refused them. */
export async function noteRefused(refused: readonly RefusedDraft[]): Promise<void> {
  const change = (await open()).transaction('queue', 'readwrite');
  const byId = change.store.index('id');
  const one = async ({ id, reason }: RefusedDraft): Promise<void> => {
    const queued = await byId.get(id);
    if (queued) await change.store.put({ ...queued, refused: reason });
  };
  await Promise.all([...refused.map(one), change.done]);
}

/** Writes entries of the server, all or none. */
export async function rememberEntries(entries: readonly Entry[]): Promise<void> {
  const change = (await open()).transaction('entries', 'readwrite');
  await Promise.all([...entries.map((entry) => change.store.put(entry)), change.done]);
}

/** So many entries of a campaign from a place on, as far as they are here, in order. */
export async function entriesFrom(campaign: string, first: number, count: number): Promise<Entry[]> {
  return (await open()).getAll(
    'entries',
    IDBKeyRange.bound([campaign, first], [campaign, first + count - 1]),
  );
}

/** Forgets the entries of a campaign. */
export async function forgetEntries(campaign: string): Promise<void> {
  await (
    await open()
  ).delete('entries', IDBKeyRange.bound([campaign, 0], [campaign, Number.MAX_SAFE_INTEGER]));
}

/** Keeps a copy on this device. Rejects when there is no room for it. */
export async function rememberCopy(copy: Copy): Promise<void> {
  await (await open()).put('copies', copy);
}

export async function copyOf(sha256: string): Promise<Copy | undefined> {
  return (await open()).get('copies', sha256);
}

/** Remembers a small thing for when there is no server. */
export async function keep(key: string, value: unknown): Promise<void> {
  await (await open()).put('kept', { key, value });
}

/** A small thing remembered; undefined when there is none. */
export async function kept<T>(key: string): Promise<T | undefined> {
  return (await (await open()).get('kept', key))?.value as T | undefined;
}

/** Forgets a small thing. */
export async function forget(key: string): Promise<void> {
  await (await open()).delete('kept', key);
}
