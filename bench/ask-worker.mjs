import { parentPort, workerData } from 'node:worker_threads';

/** Asks a server whether it is well, again and again, from a thread that has nothing else to do; tells how long each answer took. */
const waits = [];
let going = true;
parentPort.once('message', () => (going = false));
while (going) {
  const start = performance.now();
  await (await fetch(`${workerData}/api/installation/health`)).text();
  waits.push(performance.now() - start);
  await new Promise((resolve) => setTimeout(resolve, 20));
}
parentPort.postMessage(waits);
