import { setTimeout as wait } from 'node:timers/promises';
import { Worker } from 'node:worker_threads';

const book = (id, count) =>
  [
    'format: kanzel-limit-book',
    'version: 2',
    `id: ${id}`,
    'revision: 1',
    'title: Measured',
    'approvedBy: Brand Ekerholt',
    "approvedOn: '2026-01-01'",
    'limits:',
    ...Array.from(
      { length: count },
      (_, i) =>
        `  - { key: l${i}, title: Limit ${i}, kind: band, unit: rpm, class: airworthiness, acceptance: simple, source: { document: Own book, revision: A, place: '${i}' }, bounds: { low: 600, high: 900 } }`,
    ),
  ].join('\n');

/** How long somebody else waits while a long limit book is brought in. */
export async function benchImports(row, url) {
  const json = { 'content-type': 'application/json' };
  const post = (path, body, headers) =>
    fetch(`${url}${path}`, { method: 'POST', headers: { ...json, ...headers }, body: JSON.stringify(body) });
  const passphrase = 'seven wet ropes';
  const signedIn = await post('/api/session', { name: 'brand', passphrase });
  const cookie = signedIn.headers.get('set-cookie').split(';')[0];
  for (const id of ['measured-first', 'measured-again']) {
    const { proof } = await (await post('/api/me/proof', { passphrase }, { cookie })).json();
    const asking = new Worker(new URL('./ask-worker.mjs', import.meta.url), { workerData: url });
    await wait(500);
    const start = performance.now();
    const answer = await post(
      '/api/library',
      { name: `${id}.yaml`, text: book(id, 500) },
      { cookie, 'x-kanzel-proof': proof },
    );
    const took = performance.now() - start;
    const waits = await new Promise((resolve) => {
      asking.once('message', resolve);
      asking.postMessage('enough');
    });
    if (answer.status !== 201) throw new Error(await answer.text());
    row(
      `a book of 500 limits brought in, ${id.split('-')[1]} (another's question wanted under 100 ms)`,
      `${took.toFixed(0)} ms; another's question at worst ${Math.max(...waits).toFixed(0)} ms`,
    );
  }
}
