import { Buffer } from 'node:buffer';
import { createHash, randomUUID } from 'node:crypto';
import { mkdtempSync } from 'node:fs';
import { createServer } from 'node:http';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import Database from 'better-sqlite3';

/** The anchor: a server that does nothing but take an entry, hash it, write it durably and say so; one transaction each. */
const database = new Database(join(mkdtempSync(join(tmpdir(), 'kanzel-bare-')), 'bare.sqlite'));
database.pragma('journal_mode = WAL');
database.pragma('synchronous = FULL');
database.exec(
  'CREATE TABLE entry (campaign TEXT NOT NULL, seq INTEGER NOT NULL, id TEXT NOT NULL, hash TEXT NOT NULL, json TEXT NOT NULL, PRIMARY KEY (campaign, seq)) WITHOUT ROWID; CREATE UNIQUE INDEX entry_id ON entry (id)',
);
const insert = database.prepare('INSERT INTO entry VALUES (?, ?, ?, ?, ?)');
let seq = 0;
const server = createServer((request, response) => {
  const chunks = [];
  request.on('data', (chunk) => chunks.push(chunk));
  request.on('end', () => {
    const { entries } = JSON.parse(Buffer.concat(chunks).toString());
    for (const entry of entries) {
      seq += 1;
      const json = JSON.stringify(entry);
      insert.run('bare', seq, randomUUID(), createHash('sha256').update(json).digest('hex'), json);
    }
    response
      .setHeader('content-type', 'application/json')
      .end(JSON.stringify({ accepted: entries, refused: [] }));
  });
});
server.listen(0, '127.0.0.1', () =>
  process.stdout.write(`ready at http://127.0.0.1:${server.address().port}\n`),
);
process.on('SIGTERM', () => process.exit(0));
