import { fileURLToPath } from 'node:url';
import type { Content } from 'pdfmake/interfaces.js';
import { Piscina } from 'piscina';
import makePdf, { type PdfJob } from './make-pdf.ts';

/** Prints that may wait at one time. */
const MOST_WAITING = 40;
/** A thread that nothing was asked of for so long ends (ms). */
const IDLE = 60_000;

/** Where the thread is read from. Only what is compiled can be: without it, as in tests of the source, print is made here. */
const COMPILED = import.meta.url.endsWith('.js') ? new URL('./make-pdf.js', import.meta.url) : undefined;

let thread: Piscina | undefined;

/** Laying a sheet out takes as long as a hundred entries: it is done beside the server, one after the other. */
async function print(job: PdfJob): Promise<Buffer> {
  if (!COMPILED) return Buffer.from(await makePdf(job));
  thread ??= new Piscina({
    filename: fileURLToPath(COMPILED),
    minThreads: 0,
    maxThreads: 1,
    maxQueue: MOST_WAITING,
    idleTimeout: IDLE,
    // What the server was started with is not meant for it.
    execArgv: [],
  });
  return Buffer.from((await thread.run(job)) as Uint8Array);
}

/** Prints content as cards for the knee, A4 or A5. */
export function printCards(
  size: 'A4' | 'A5',
  content: Content[],
  head: { readonly mark: string; readonly title: string },
  foot: string,
): Promise<Buffer> {
  return print({ kind: 'cards', size, content, head, foot });
}

/** Prints content on A4 with the sheet's foot. */
export function printA4(content: Content[], foot: string, title: string): Promise<Buffer> {
  return print({ kind: 'sheet', content, foot, title });
}
