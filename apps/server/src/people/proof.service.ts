import { randomBytes } from 'node:crypto';
import { Inject, Injectable } from '@nestjs/common';
import { LRUCache } from 'lru-cache';
import { CLOCK, type Clock } from '../settings.ts';
import { tokenHash } from './session.service.ts';

/** How long a proof may wait for the act it was given for (ms). */
const HOLDS = 2 * 60_000;

interface Proof {
  /** Hash of the token of the session it was given in. */
  readonly session: string;
  readonly until: number;
}

/**
 * Fresh proofs of identity: the passphrase was given just now, in this session, for one act. They live in memory only;
 * after a restart people are asked again.
 */
@Injectable()
export class ProofService {
  private readonly given = new LRUCache<string, Proof>({ max: 1000 });

  constructor(@Inject(CLOCK) private readonly clock: Clock) {}

  /** Gives a proof to a session whose person has just proven who they are. */
  give(session: string): string {
    const proof = randomBytes(24).toString('base64url');
    this.keep(proof, { session: tokenHash(session), until: this.clock.now().getTime() + HOLDS });
    return proof;
  }

  /** Takes a proof away for an act; what is returned gives it back if the act was refused. Undefined: it is none. */
  take(proof: string | undefined, session: string | undefined): (() => void) | undefined {
    if (!proof || !session) return undefined;
    const found = this.given.get(proof);
    if (found?.session !== tokenHash(session)) return undefined;
    this.given.delete(proof);
    const left = found.until - this.clock.now().getTime();
    // A clock that was set back makes no proof last longer.
    if (left < 0 || left > HOLDS) return undefined;
    return () => this.keep(proof, found);
  }

  private keep(proof: string, what: Proof): void {
    this.given.set(proof, what);
  }
}
