import { createPrivateKey, createPublicKey, generateKeyPairSync, sign, type KeyObject } from 'node:crypto';
import { existsSync, mkdirSync, readFileSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { Inject, Injectable, type OnModuleInit } from '@nestjs/common';
import { fingerprintOf } from '@kanzel/formats';
import { SETTINGS, type Settings } from '../settings.ts';
import { StartRefused } from '../storage/sqlite.ts';
import { LogService } from './log.service.ts';

/** The signing key of this installation: Ed25519, made at the first start; the private half never leaves the server. */
@Injectable()
export class KeyService implements OnModuleInit {
  private key: KeyObject | undefined;

  constructor(
    @Inject(SETTINGS) private readonly settings: Settings,
    private readonly log: LogService,
  ) {}

  /** Whether this installation begins with this start: it had no key, and its log knows of none. */
  private begun = false;
  private reading: Promise<void> | undefined;

  async onModuleInit(): Promise<void> {
    await this.ready();
  }

  /** Reads or makes the key, once. */
  private ready(): Promise<void> {
    return (this.reading ??= this.read());
  }

  async beginsNow(): Promise<boolean> {
    await this.ready();
    return this.begun;
  }

  private async read(): Promise<void> {
    const folder = join(this.settings.dataFolder, 'keys');
    const path = join(folder, 'signing-key.pem');
    if (existsSync(path)) {
      try {
        this.key = createPrivateKey(readFileSync(path));
      } catch (error) {
        throw new StartRefused(
          `The signing key ${path} cannot be read (${error instanceof Error ? error.message : String(error)}). It was left as it is. Put it back from where it is kept, or move it away to have another made.`,
        );
      }
      return;
    }
    const known = await this.log.ofKinds(['key.made']);
    if (known.length > 0 && !this.settings.newKey)
      throw new StartRefused(
        `The signing key ${path} is missing, and this installation has signed with one. Nothing was made. Put it back from where it is kept; or, if it is lost, start once with --new-key, which the log tells.`,
      );
    this.begun = known.length === 0;
    mkdirSync(folder, { recursive: true, mode: 0o700 });
    const { privateKey } = generateKeyPairSync('ed25519');
    writeFileSync(path, privateKey.export({ type: 'pkcs8', format: 'pem' }), { mode: 0o600, flush: true });
    this.key = privateKey;
    await this.log.add('key.made', { publicKey: this.publicKey() });
  }

  private own(): KeyObject {
    if (!this.key) throw new Error('KeyService: used before the server started');
    return this.key;
  }

  /** The public half, 32 bytes in hexadecimal. */
  publicKey(): string {
    const jwk = createPublicKey(this.own()).export({ format: 'jwk' });
    return Buffer.from(jwk.x ?? '', 'base64url').toString('hex');
  }

  /** What people compare by eye: the first 16 digits of the SHA-256 of the public key, in fours. */
  fingerprint(): string {
    return fingerprintOf(this.publicKey());
  }

  /** Signature over a text in UTF-8, hexadecimal. */
  sign(text: string): string {
    return sign(null, Buffer.from(text, 'utf8'), this.own()).toString('hex');
  }
}
