import { filesOf, type Entry, type Scan } from '@kanzel/core';

/** The folder beside a record file in which its pictures lie. */
export const PICTURES_FOLDER = 'pictures';

const ENDINGS: Readonly<Record<Scan['type'], string>> = {
  'image/png': 'png',
  'image/jpeg': 'jpg',
  'image/webp': 'webp',
  'application/pdf': 'pdf',
  'audio/webm': 'webm',
  'audio/mp4': 'm4a',
  'audio/ogg': 'ogg',
};

/** What a picture is called beside its record: by what it holds. Example: "9f86d0….jpg". */
export function pictureName({ sha256, type }: Pick<Scan, 'sha256' | 'type'>): string {
  return `${sha256}.${ENDINGS[type]}`;
}

/**
 * Photographs, copies and spoken notes that a record names, each once, in the order in which they were first named: those of answers that were
 * struck through as well, since they are part of what was said.
 */
export function picturesNamed(entries: readonly Entry[]): readonly Scan[] {
  const found = new Map<string, Scan>();
  for (const entry of entries) {
    for (const scan of filesOf(entry)) if (!found.has(scan.sha256)) found.set(scan.sha256, scan);
  }
  return [...found.values()];
}

/** What of the pictures of a record is not proven by the files beside it. */
export interface PicturesProven {
  readonly named: number;
  /** Names of files that the record names and that are not there. */
  readonly missing: readonly string[];
  /** Names of files whose contents are not what their name says. */
  readonly altered: readonly string[];
  /** Names of files that the record does not name. */
  readonly strangers: readonly string[];
}

/**
 * Holds the files beside a record against what it names: each picture is there, and holds what its name says. `files` are
 * SHA-256, hexadecimal, by the name of the file.
 * Example: a record of two pictures with one of them painted over has `altered` with its name.
 */
export function provePictures(entries: readonly Entry[], files: ReadonlyMap<string, string>): PicturesProven {
  const named = picturesNamed(entries);
  const names = new Set(named.map(pictureName));
  return {
    named: named.length,
    missing: [...names].filter((n) => !files.has(n)),
    altered: [...names].filter((n) => files.has(n) && files.get(n) !== n.split('.')[0]),
    strangers: [...files.keys()].filter((n) => !names.has(n)),
  };
}
