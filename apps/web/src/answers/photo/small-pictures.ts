import type { Scan } from '@kanzel/core';
import { copyOf, keep, kept } from '../../sync/database.ts';
import type { SmallNews, SmallOrder } from './small-picture.worker.ts';

let worker: Worker | undefined;
let orders = 0;
const waiting = new Map<number, (small: Blob | undefined) => void>();

/** A worker that does not start, or breaks, makes nothing: whoever waits for it is told, and the next order begins a new one. */
function giveUp(): void {
  worker?.terminate();
  worker = undefined;
  for (const tell of waiting.values()) tell(undefined);
  waiting.clear();
}

function begun(): Worker {
  const made = new Worker(new URL('./small-picture.worker.ts', import.meta.url), { type: 'module' });
  made.addEventListener('message', ({ data }: MessageEvent<SmallNews>) => {
    waiting.get(data.order)?.(data.small);
    waiting.delete(data.order);
  });
  made.addEventListener('error', giveUp);
  return made;
}

/** Makes a picture small, away from the page. */
function makeSmall(contents: Blob): Promise<Blob | undefined> {
  worker ??= begun();
  const order: SmallOrder = { order: (orders += 1), contents };
  worker.postMessage(order);
  return new Promise((resolve) => waiting.set(order.order, resolve));
}

async function contentsOf({ sha256 }: Scan): Promise<Blob | undefined> {
  const here = await copyOf(sha256);
  if (here) return here.contents;
  try {
    const answer = await fetch(`/api/scans/${sha256}`, { credentials: 'same-origin' });
    return answer.ok ? await answer.blob() : undefined;
  } catch {
    // Not reached: it is made small when it is seen the next time.
    return undefined;
  }
}

/** Being made, by the hash of the picture: one that stands at several places is made once. */
const making = new Map<string, Promise<Blob | undefined>>();

async function makeAndKeep(scan: Scan): Promise<Blob | undefined> {
  const key = `small ${scan.sha256}`;
  const known = await kept<Blob>(key);
  if (known) return known;
  const contents = await contentsOf(scan);
  const small = contents ? await makeSmall(contents) : undefined;
  try {
    if (small) await keep(key, small);
  } catch (error) {
    // A device that is full keeps what people wrote before it keeps this: it is shown, and made again the next time.
    if (!(error instanceof DOMException)) throw error;
  }
  return small;
}

/**
 * A photograph made small, on this device, once: it is there again without the server. Undefined for what is no picture, and for
 * one that was never seen here while the server cannot be reached.
 */
export function smallOf(scan: Scan): Promise<Blob | undefined> {
  if (scan.type === 'application/pdf') return Promise.resolve(undefined);
  const known = making.get(scan.sha256);
  if (known) return known;
  const made = makeAndKeep(scan).finally(() => making.delete(scan.sha256));
  making.set(scan.sha256, made);
  return made;
}
