import { Injectable } from '@nestjs/common';

/**
 * Lets one writer in at a time. The driver has a single connection, so a second transaction begun while the
 * first waits would join it; and a chain needs its head to stand still between reading and writing.
 */
@Injectable()
export class WriteLock {
  private last: Promise<unknown> = Promise.resolve();

  /** Runs `work` after everything queued before it, whether that succeeded or not. */
  run<T>(work: () => Promise<T>): Promise<T> {
    const next = this.last.then(work, work);
    this.last = next.then(
      () => undefined,
      () => undefined,
    );
    return next;
  }
}
