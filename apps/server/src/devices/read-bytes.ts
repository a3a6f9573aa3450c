import { createConnection, type Socket } from 'node:net';
import { errorCode } from '../error-code.ts';
import { hostMayBeAsked, lookupFor } from '../outgoing/addresses.ts';

/** First wait before a device that is gone is tried again, and the longest; each is twice the one before (ms). */
const FIRST_WAIT = 1500;
const LONGEST_WAIT = 12_000;

/** Why nothing is heard. */
export type Unheard = 'notAllowed' | 'unreachable';

/** Where a device speaks, and whether stand-ins on this machine may be asked. */
export interface ByteAddress {
  readonly host: string;
  readonly port: number;
  readonly standins: boolean;
}

/** What whoever reads bytes is told. */
export interface ByteEars {
  /** A new line was opened: what was said before on another has no meaning on it. */
  opened(): void;
  bytes(chunk: Uint8Array): void;
  gone(why: Unheard): void;
}

/** Something that is being read. */
export interface Reader {
  close(): void;
  /** Sends to whoever is being read; nothing where the line is down. */
  write(bytes: Uint8Array): void;
}

/** Waits between tries, each twice as long as the one before, until something was heard. */
export class Waits {
  private next = FIRST_WAIT;

  heard(): void {
    this.next = FIRST_WAIT;
  }

  take(): number {
    const wait = this.next;
    this.next = Math.min(LONGEST_WAIT, 2 * wait);
    return wait;
  }
}

/**
 * Reads what comes from a TCP address, for as long as it is not closed: a device that is gone is tried again, after
 * 1.5 s, 3 s, and so on up to 12 s, and at once as ever when it has spoken since. By itself it sends nothing. Addresses where no
 * device of a workshop may be are never asked (`outgoing/addresses.ts`).
 */
export function readBytes({ host, port, standins }: ByteAddress, ears: ByteEars): Reader {
  let socket: Socket | undefined;
  let timer: NodeJS.Timeout | undefined;
  let closed = false;
  const waits = new Waits();
  const connect = (): void => {
    let why: Unheard = 'unreachable';
    socket = createConnection({ host, port, lookup: lookupFor(standins) });
    socket.on('connect', () => ears.opened());
    socket.on('data', (chunk) => {
      waits.heard();
      if (!closed && typeof chunk !== 'string') ears.bytes(chunk);
    });
    socket.on('error', (error) => {
      if (errorCode(error) === 'ENOTALLOWED') why = 'notAllowed';
    });
    socket.on('close', () => {
      if (closed) return;
      ears.gone(why);
      timer = setTimeout(connect, waits.take());
    });
  };
  if (hostMayBeAsked(host, standins)) connect();
  else ears.gone('notAllowed');
  return {
    close: () => {
      closed = true;
      clearTimeout(timer);
      socket?.destroy();
    },
    write: (bytes) => {
      if (socket?.readyState === 'open') socket.write(bytes);
    },
  };
}
