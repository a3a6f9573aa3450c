import { parentPort, workerData } from 'node:worker_threads';
import Database from 'better-sqlite3';

/** Beside the server, since SQLite takes as long over it as the file is large: whether it finds the database sound. */
const database = new Database(String(workerData), { readonly: true, fileMustExist: true });
const rows = database.pragma('quick_check(3)') as { quick_check: string }[];
database.close();
parentPort?.postMessage(rows.map((row) => row.quick_check));
