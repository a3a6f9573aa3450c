import { filesOf, sha256OfBytes, type Entry, type Scan } from '@kanzel/core';
import { copyOf, rememberCopy } from './database.ts';

/** What a device is full from: the rest is for what people write on it. */
const FULL_AT = 0.6;

/** How long the page is left alone between two copies (ms). */
const PAUSE = 250;

/** Newest last: it is fetched first. */
const wanted: Scan[] = [];
const asked = new Set<string>();
let running = false;

const hasRoom = async (): Promise<boolean> => {
  const { usage = 0, quota = Infinity } = (await navigator.storage?.estimate?.()) ?? {};
  return usage < FULL_AT * quota;
};

/** Fetches one copy and keeps it; false where it is of no use to ask for the next one now. */
async function bring({ sha256, name }: Scan): Promise<boolean> {
  const answer = await fetch(`/api/scans/${sha256}`, { credentials: 'same-origin' }).catch(() => undefined);
  if (!answer) return false;
  if (!answer.ok) return true;
  const contents = await answer.blob();
  // What the server holds may be damaged: such a one is shown by nobody, here or there.
  if (sha256OfBytes(new Uint8Array(await contents.arrayBuffer())) !== sha256) return true;
  await rememberCopy({ sha256, name, contents, sent: true });
  return true;
}

async function run(): Promise<void> {
  if (running) return;
  running = true;
  try {
    for (let scan = wanted.pop(); scan; scan = wanted.pop()) {
      if (await copyOf(scan.sha256)) continue;
      if ((await hasRoom()) && (await bring(scan))) {
        await new Promise((resolve) => setTimeout(resolve, PAUSE));
        continue;
      }
      // Full, or without the server: asked again when the campaign is opened the next time.
      for (const { sha256 } of [...wanted.splice(0), scan]) asked.delete(sha256);
    }
  } catch (error) {
    // A device that is full keeps what people wrote before it keeps this.
    if (!(error instanceof DOMException)) throw error;
  } finally {
    running = false;
  }
}

/** Takes along the photographs, scanned sheets and spoken notes of a record, so that they can be looked at in the field; the newest first. */
export function bringCopiesOf(entries: readonly Entry[]): void {
  for (const entry of entries) {
    for (const scan of filesOf(entry)) {
      if (asked.has(scan.sha256)) continue;
      asked.add(scan.sha256);
      wanted.push(scan);
    }
  }
  void run();
}
