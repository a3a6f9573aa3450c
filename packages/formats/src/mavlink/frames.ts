import { checksumOf } from './checksum.ts';
import {
  messageOf,
  readFigures,
  writeFigures,
  MESSAGES,
  type MessageFigures,
  type MessageName,
} from './messages.ts';

/** First byte of a frame of version 2, and of version 1, which is not spoken here. */
const BEGINS = 0xfd;
const BEGINS_OLD = 0xfe;
const HEAD = 10;
const SIGNATURE = 13;
/** Bit of the flags whose meaning has to be known: the frame is signed. */
const SIGNED = 0x01;

/** What was found in some bytes: a message, or why something there is none. */
export type Heard =
  | {
      readonly kind: 'message';
      readonly name: MessageName;
      readonly system: number;
      readonly component: number;
      /** Counts the frames of a component, from 0 to 255 and round again. */
      readonly sequence: number;
      readonly signed: boolean;
      readonly figures: MessageFigures;
    }
  /** Bytes whose checksum does not agree, or that are no frame. */
  | { readonly kind: 'garbled' }
  | { readonly kind: 'oldProtocol' }
  /** It asks for something that is not known here, so that it cannot be read. */
  | { readonly kind: 'unknownFlags' };

/**
 * Reads what is in some bytes, and how many of them were used; the rest is the beginning of a frame that is not all there.
 * Frames of messages that are not listened to are passed over without a word, since their checksum cannot be told without
 * knowing them. After bytes that are no frame the next beginning is looked for.
 * Example: two whole frames and half a third give two messages, and what was used ends where the third begins.
 */
export function readFrames(bytes: Uint8Array): { readonly heard: readonly Heard[]; readonly used: number } {
  const heard: Heard[] = [];
  const doubt = (kind: 'garbled' | 'oldProtocol' | 'unknownFlags'): void => {
    if (heard.at(-1)?.kind !== kind) heard.push({ kind });
  };
  let at = 0;
  while (at < bytes.length) {
    const first = bytes[at];
    if (first !== BEGINS) {
      doubt(first === BEGINS_OLD ? 'oldProtocol' : 'garbled');
      // From a byte that begins nothing to the next that begins a frame of this version.
      const next = bytes.indexOf(BEGINS, at + 1);
      at = next < 0 ? bytes.length : next;
      continue;
    }
    if (bytes.length - at < HEAD) break;
    const length = bytes[at + 1] ?? 0;
    const flags = bytes[at + 2] ?? 0;
    const signed = (flags & SIGNED) !== 0;
    const end = at + HEAD + length + 2;
    const whole = end + (signed ? SIGNATURE : 0);
    if (bytes.length < whole) break;
    const id = (bytes[at + 7] ?? 0) | ((bytes[at + 8] ?? 0) << 8) | ((bytes[at + 9] ?? 0) << 16);
    const form = messageOf(id);
    if (!form) {
      at = whole;
      continue;
    }
    const sum = checksumOf(Uint8Array.of(form.extra), checksumOf(bytes.subarray(at + 1, end - 2)));
    if (sum !== ((bytes[end - 2] ?? 0) | ((bytes[end - 1] ?? 0) << 8))) {
      // What looks like a beginning may be in the middle of something: the next one is looked for behind it.
      doubt('garbled');
      const next = bytes.indexOf(BEGINS, at + 1);
      at = next < 0 ? bytes.length : next;
      continue;
    }
    if ((flags & ~SIGNED) === 0)
      heard.push({
        kind: 'message',
        name: form.name,
        system: bytes[at + 5] ?? 0,
        component: bytes[at + 6] ?? 0,
        sequence: bytes[at + 4] ?? 0,
        signed,
        figures: readFigures(form, bytes.subarray(at + HEAD, end - 2)),
      });
    else doubt('unknownFlags');
    at = whole;
  }
  return { heard, used: at };
}

/** Who sends a frame. */
export interface FrameSender {
  readonly system: number;
  readonly component: number;
  readonly sequence: number;
}

/**
 * Writes a message as one frame of version 2, unsigned; zeros at the end of its payload are left out, but for the first byte.
 * Sent to a vehicle is only what asks for something it has (`devices/mission-reader.ts`). The opposite of `readFrames`.
 */
export function writeFrame(
  { system, component, sequence }: FrameSender,
  name: MessageName,
  figures: Readonly<Record<string, number | readonly number[]>>,
): Uint8Array {
  const form = MESSAGES[name];
  const payload = writeFigures(form, figures);
  let length = payload.length;
  while (length > 1 && payload[length - 1] === 0) length -= 1;
  const frame = new Uint8Array(HEAD + length + 2);
  const { id } = form;
  frame.set([
    BEGINS,
    length,
    0,
    0,
    sequence & 0xff,
    system,
    component,
    id & 0xff,
    (id >> 8) & 0xff,
    id >> 16,
  ]);
  frame.set(payload.subarray(0, length), HEAD);
  const sum = checksumOf(Uint8Array.of(form.extra), checksumOf(frame.subarray(1, HEAD + length)));
  frame.set([sum & 0xff, sum >> 8], HEAD + length);
  return frame;
}
