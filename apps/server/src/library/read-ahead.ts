import { fileURLToPath } from 'node:url';
import { rememberRead, type SourceFile } from '@kanzel/packs';
import { Piscina } from 'piscina';
import type readInThread from './read-in-thread.ts';

/** A thread that nothing was asked of for so long ends (ms). */
const IDLE = 60_000;

/** Where the thread is read from. Only what is compiled can be: without it, as in tests of the source, files are read where they are asked for. */
const COMPILED = import.meta.url.endsWith('.js')
  ? new URL('./read-in-thread.js', import.meta.url)
  : undefined;

let thread: Piscina<SourceFile, ReturnType<typeof readInThread>> | undefined;

/**
 * Reads a file beside the server, so that asking for it afterwards keeps nobody waiting. What is wrong with it is told by whoever
 * asks, who finds it again; nothing is decided here.
 */
export async function readAhead(source: SourceFile): Promise<void> {
  if (!COMPILED) return;
  thread ??= new Piscina({
    filename: fileURLToPath(COMPILED),
    minThreads: 0,
    maxThreads: 1,
    idleTimeout: IDLE,
    // What the server was started with is not meant for it.
    execArgv: [],
  });
  const read = await thread.run(source);
  if (read.ok) rememberRead(source.text, read.value);
}
