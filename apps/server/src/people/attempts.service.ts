import { Inject, Injectable } from '@nestjs/common';
import { LRUCache } from 'lru-cache';
import { CLOCK, type Clock } from '../settings.ts';

/** Wrong passphrases for one account before it has to wait, and for how long they count (ms). */
const MOST = 10;
const COUNTS_FOR = 5 * 60_000;

/** Names that are remembered; whoever invents more of them only forgets their own. */
const NAMES = 10_000;

/**
 * Counts attempts on an account, from wherever they come. An attempt counts from before it is judged, so that forty at
 * once are forty; the right passphrase takes all of them back.
 */
@Injectable()
export class AttemptsService {
  private readonly made = new LRUCache<string, readonly number[]>({ max: NAMES });

  constructor(@Inject(CLOCK) private readonly clock: Clock) {}

  /** Whether one more attempt may be made now; it is counted at once. */
  begin(account: string): boolean {
    const now = this.clock.now().getTime();
    const lately = (this.made.get(account) ?? []).filter((at) => now - at < COUNTS_FOR && at <= now);
    if (lately.length >= MOST) return false;
    this.made.set(account, [...lately, now]);
    return true;
  }

  /** The right passphrase was given. */
  succeeded(account: string): void {
    this.made.delete(account);
  }
}
