import { hash } from 'node:crypto';
import { canonicalJson, type Basis, type Entry } from '@kanzel/core';
import type Database from 'better-sqlite3';
import { LRUCache } from 'lru-cache';

/** SHA-256 of a text by the platform: the same as the core's, and several times as fast. */
export const platformHash = (text: string): string => hash('sha256', text, 'hex');

/** What was written as JSON, or undefined where somebody has written over it. */
export function readJson(text: string): unknown {
  try {
    return JSON.parse(text);
  } catch {
    // Not a fault of ours and not to be mended here: whoever asks says what is missing.
    return undefined;
  }
}

/**
 * An entry as it lies on the disk. What a campaign is judged by is a hundred times as long as any answer and the same
 * for many campaigns: it lies beside the entries, once, and the entry names it by its hash.
 */
export interface StoredEntry {
  readonly json: string;
  readonly basis?: { readonly hash: string; readonly json: string };
}

/** Where the basis stood that lies beside. A basis itself has no such member. */
interface Named {
  readonly lies: string;
}

type WithBasis = Entry<'campaign.opened'> | Entry<'basis.moved'>;
const carriesBasis = (entry: Entry): entry is WithBasis =>
  entry.kind === 'campaign.opened' || entry.kind === 'basis.moved';

/** Takes an entry apart as it is written to the disk. */
export function takeApart(entry: Entry): StoredEntry {
  if (!carriesBasis(entry)) return { json: canonicalJson(entry) };
  const json = canonicalJson(entry.body.basis);
  const hash = platformHash(json);
  return {
    json: canonicalJson({ ...entry, body: { ...entry.body, basis: { lies: hash } } }),
    basis: { hash, json },
  };
}

/** Bases kept as they were read. */
const MOST_BASES = 64;

/** Puts entries together again as they were chained. The same basis is one object, in however many campaigns. */
export class StoredEntries {
  private readonly bases = new LRUCache<string, Basis>({ max: MOST_BASES });
  private readonly basisByHash: Database.Statement | undefined;

  constructor(database: Database.Database) {
    const there = database
      .prepare("SELECT 1 FROM sqlite_master WHERE type = 'table' AND name = 'basis'")
      .get();
    // A database from before has its bases in its entries.
    if (there) this.basisByHash = database.prepare('SELECT json FROM basis WHERE hash = ?').pluck();
  }

  /** The entry of a row; undefined where it, or the basis it names, is not there any more as it was written. */
  read(json: string): Entry | undefined {
    const entry = readJson(json) as Entry | undefined;
    if (!entry || !carriesBasis(entry)) return entry;
    const { lies } = entry.body.basis as unknown as Partial<Named>;
    if (lies === undefined) return entry;
    const basis = this.basis(lies);
    return basis && ({ ...entry, body: { ...entry.body, basis } } as Entry);
  }

  private basis(hash: string): Basis | undefined {
    const known = this.bases.get(hash);
    if (known) return known;
    const json = this.basisByHash?.get(hash) as string | undefined;
    if (json === undefined || platformHash(json) !== hash) return undefined;
    const basis = JSON.parse(json) as Basis;
    this.bases.set(hash, basis);
    return basis;
  }
}
