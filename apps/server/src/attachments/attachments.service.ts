import { errorCode } from '../error-code.ts';
import { createHash, randomUUID } from 'node:crypto';
import { createWriteStream, existsSync, mkdirSync, readFileSync, renameSync, rmSync } from 'node:fs';
import { dirname, join } from 'node:path';
import type { Readable } from 'node:stream';
import { pipeline } from 'node:stream/promises';
import { Inject, Injectable, type OnModuleInit } from '@nestjs/common';
import {
  ownMember,
  err,
  LARGEST_SCAN,
  ok,
  reason,
  KEPT_TYPES,
  type Reason,
  type Result,
  type Scan,
} from '@kanzel/core';
import { fileTypeFromBuffer, fileTypeFromFile } from 'file-type';
import { SETTINGS, type Settings } from '../settings.ts';

/** Folder of the data folder in which copies are kept; a backup takes it along. */
export const ATTACHMENTS_FOLDER = 'attachments';

/** Below the folder: what is still coming in. */
const COMING = '.coming';

/** Files taken in at one time; with the largest of each that is what they can take of the disk before they are judged. */
const MOST_AT_ONCE = 8;

/** What ends a file half way without anybody being at fault here: its sender went away, or the disk is full. */
const HALF_WAY: Readonly<Record<string, 'scanCutOff' | 'scanNoRoom' | undefined>> = {
  ECONNRESET: 'scanCutOff',
  ERR_STREAM_PREMATURE_CLOSE: 'scanCutOff',
  ENOSPC: 'scanNoRoom',
};

/** What a recording of a voice is told to be by its first bytes, which cannot tell it from one with a picture. */
const SOUND_OF: ReadonlyMap<string, 'audio/webm' | 'audio/mp4' | 'audio/ogg'> = new Map([
  ['video/webm', 'audio/webm'],
  ['video/mp4', 'audio/mp4'],
  ['audio/x-m4a', 'audio/mp4'],
  ['audio/ogg; codecs=opus', 'audio/ogg'],
]);

/** Photographs and scanned sheets, each under the hash of what it holds: kept once, and never changed. */
@Injectable()
export class AttachmentsService implements OnModuleInit {
  private coming = 0;

  constructor(@Inject(SETTINGS) private readonly settings: Settings) {}

  /** Where the contents under a hash are kept. */
  path(sha256: string): string {
    return join(this.settings.dataFolder, ATTACHMENTS_FOLDER, sha256.slice(0, 2), sha256);
  }

  has(sha256: string): boolean {
    return /^[0-9a-f]{64}$/.test(sha256) && existsSync(this.path(sha256));
  }

  /**
   * Keeps a file under its hash, as it comes in: written beside what is kept, and given its name once it is whole. What it
   * is, is told by its contents, not by its name. The same contents again change nothing; what is refused or cut off
   * leaves nothing. Errors: `scanEmpty`, `scanTooLarge`, `scanType`, `scansBusy`, `scanCutOff`, `scanNoRoom`.
   */
  async keep(name: string, contents: Readable): Promise<Result<Scan, Reason>> {
    if (this.coming >= MOST_AT_ONCE) return err(reason('scansBusy', { name }));
    this.coming += 1;
    const folder = join(this.settings.dataFolder, ATTACHMENTS_FOLDER, COMING);
    const path = join(folder, randomUUID());
    try {
      mkdirSync(folder, { recursive: true });
      const hash = createHash('sha256');
      let size = 0;
      let tooLarge = false;
      const measure = async function* (chunks: AsyncIterable<Buffer>): AsyncGenerator<Buffer> {
        for await (const chunk of chunks) {
          size += chunk.length;
          tooLarge = size > LARGEST_SCAN;
          if (tooLarge) return;
          hash.update(chunk);
          yield chunk;
        }
      };
      await pipeline(contents, measure, createWriteStream(path, { flush: true }));
      if (tooLarge) return err(reason('scanTooLarge', { name, most: Math.round(LARGEST_SCAN / 1_000_000) }));
      if (size === 0) return err(reason('scanEmpty', { name }));
      const found = await fileTypeFromFile(path);
      const type = KEPT_TYPES.find((t) => t === (SOUND_OF.get(found?.mime ?? '') ?? found?.mime));
      if (!type) return err(reason('scanType', { name, is: found?.mime ?? 'something unknown' }));
      const sha256 = hash.digest('hex');
      const kept = this.path(sha256);
      if (!existsSync(kept)) {
        mkdirSync(dirname(kept), { recursive: true });
        renameSync(path, kept);
      }
      return ok({ sha256, name, type, size });
    } catch (error) {
      const why = ownMember(HALF_WAY, errorCode(error));
      if (why === undefined) throw error;
      return err(reason(why, { name }));
    } finally {
      this.coming -= 1;
      rmSync(path, { force: true });
    }
  }

  /** What was coming in when the server ended without a word is nobody's: nothing names it. */
  onModuleInit(): void {
    rmSync(join(this.settings.dataFolder, ATTACHMENTS_FOLDER, COMING), { recursive: true, force: true });
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
    const mime = found?.mime ?? 'application/octet-stream';
    return ok({ contents, type: SOUND_OF.get(mime) ?? mime });
  }
}
