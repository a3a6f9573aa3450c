import { Worker } from 'node:worker_threads';

/** What SQLite says of a database as a whole, asked in a thread of its own; empty when it finds it sound. */
export function lookDeep(path: string): {
  readonly found: Promise<readonly string[]>;
  readonly stop: () => void;
} {
  const worker = new Worker(new URL('./look-worker.js', import.meta.url), {
    workerData: path,
    // What the server was started with is not meant for it.
    execArgv: [],
  });
  worker.unref();
  const found = new Promise<readonly string[]>((resolve) => {
    worker.once('message', (said: readonly string[]) =>
      resolve(said.length === 1 && said[0] === 'ok' ? [] : said),
    );
    worker.once('error', (error) => resolve([error.message]));
    // Ended with the server before it was through: it has said nothing.
    worker.once('exit', () => resolve([]));
  });
  return { found, stop: () => void worker.terminate() };
}
