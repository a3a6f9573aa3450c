import { errorCode } from '../error-code.ts';
import { createConnection, type Socket } from 'node:net';
import { hostMayBeAsked, lookupFor } from '../outgoing/addresses.ts';

/** First wait before a device that is gone is tried again, and the longest; each is twice the one before (ms). */
const FIRST_WAIT = 1500;
const LONGEST_WAIT = 12_000;
/** Whoever sends no line end within this does not speak in lines. */
const LONGEST_LINE = 16_384;

/** Why nothing is heard. */
export type Unheard = 'notAllowed' | 'unreachable';

/** What whoever reads lines is told. */
export interface LineEars {
  /** A new line was opened: what was said before on another has no meaning on it. */
  opened(): void;
  line(text: string): void;
  gone(why: Unheard): void;
}

/** A line that is being read. */
export interface LineReader {
  close(): void;
}

/**
 * Reads lines of text from a TCP address, for as long as it is not closed: a device that is gone is tried again, after
 * 1.5 s, 3 s, and so on up to 12 s, and at once as ever when it has spoken since. A line of more than 16 KB is
 * dropped. Addresses where no device of a workshop may be are never asked (`outgoing/addresses.ts`).
 */
export function readLines(
  { host, port, standins }: { readonly host: string; readonly port: number; readonly standins: boolean },
  ears: LineEars,
): LineReader {
  let socket: Socket | undefined;
  let timer: NodeJS.Timeout | undefined;
  let closed = false;
  let wait = FIRST_WAIT;
  const connect = (): void => {
    let rest = '';
    let why: Unheard = 'unreachable';
    socket = createConnection({ host, port, lookup: lookupFor(standins) });
    socket.setEncoding('latin1');
    socket.on('connect', () => ears.opened());
    socket.on('data', (chunk: string) => {
      wait = FIRST_WAIT;
      const lines = (rest + chunk).split('\n');
      rest = lines.pop() ?? '';
      if (rest.length > LONGEST_LINE) rest = '';
      for (const text of lines)
        if (!closed && text.trim() !== '' && text.length <= LONGEST_LINE) ears.line(text);
    });
    socket.on('error', (error) => {
      if (errorCode(error) === 'ENOTALLOWED') why = 'notAllowed';
    });
    socket.on('close', () => {
      if (closed) return;
      ears.gone(why);
      timer = setTimeout(connect, wait);
      wait = Math.min(LONGEST_WAIT, 2 * wait);
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
  };
}
