import { createHash } from 'node:crypto';
import { existsSync, mkdirSync, readFileSync, renameSync, writeFileSync } from 'node:fs';
import { dirname, join } from 'node:path';
import { Inject, Injectable } from '@nestjs/common';
import { err, LARGEST_SCAN, ok, reason, SCAN_TYPES, type Reason, type Result, type Scan } from '@kanzel/core';
import { fileTypeFromBuffer } from 'file-type';
import { SETTINGS, type Settings } from '../settings.ts';

/** Folder of the data folder in which copies are kept; a backup takes it along. */
export const ATTACHMENTS_FOLDER = 'attachments';

/** Photographs and scanned sheets, each under the hash of what it holds: kept once, and never changed. */
@Injectable()
export class AttachmentsService {
  constructor(@Inject(SETTINGS) private readonly settings: Settings) {}

  private path(sha256: string): string {
    return join(this.settings.dataFolder, ATTACHMENTS_FOLDER, sha256.slice(0, 2), sha256);
  }

  has(sha256: string): boolean {
    return /^[0-9a-f]{64}$/.test(sha256) && existsSync(this.path(sha256));
  }

  /**
   * Keeps a file under its hash. What it is, is told by its contents, not by its name. The same contents again change
   * nothing. Errors: `scanEmpty`, `scanTooLarge`, `scanType`.
   */
  async keep(name: string, contents: Buffer): Promise<Result<Scan, Reason>> {
    if (contents.length === 0) return err(reason('scanEmpty', { name }));
    if (contents.length > LARGEST_SCAN)
      return err(reason('scanTooLarge', { name, most: Math.round(LARGEST_SCAN / 1_000_000) }));
    const found = await fileTypeFromBuffer(contents);
    const type = SCAN_TYPES.find((t) => t === found?.mime);
    if (!type) return err(reason('scanType', { name, is: found?.mime ?? 'something unknown' }));
    const sha256 = createHash('sha256').update(contents).digest('hex');
    const path = this.path(sha256);
    if (!existsSync(path)) {
      mkdirSync(dirname(path), { recursive: true });
      writeFileSync(`${path}.new`, contents);
      renameSync(`${path}.new`, path);
    }
    return ok({ sha256, name, type, size: contents.length });
  }

  /**
   * The contents under a hash, read and hashed again: a file that was changed is not shown as the one it was.
   * Errors: `scanMissing`, `scanDamaged`.
   */
  async read(sha256: string): Promise<Result<{ readonly contents: Buffer; readonly type: string }, Reason>> {
    if (!this.has(sha256)) return err(reason('scanMissing', { sha256: sha256.slice(0, 12) }));
    const contents = readFileSync(this.path(sha256));
    if (createHash('sha256').update(contents).digest('hex') !== sha256)
      return err(reason('scanDamaged', { sha256: sha256.slice(0, 12) }));
    const found = await fileTypeFromBuffer(contents);
    return ok({ contents, type: found?.mime ?? 'application/octet-stream' });
  }
}
