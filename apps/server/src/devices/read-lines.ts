import { readBytes, type ByteAddress, type Reader, type Unheard } from './read-bytes.ts';

/** Whoever sends no line end within this does not speak in lines. */
const LONGEST_LINE = 16_384;

/** What whoever reads lines is told. */
export interface LineEars {
  /** A new line was opened: what was said before on another has no meaning on it. */
  opened(): void;
  line(text: string): void;
  gone(why: Unheard): void;
}

/** Reads lines of text from a TCP address, as `readBytes` reads it. A line of more than 16 KB is dropped. */
export function readLines(address: ByteAddress, ears: LineEars): Pick<Reader, 'close'> {
  let rest = '';
  let closed = false;
  const reader = readBytes(address, {
    opened: () => {
      rest = '';
      ears.opened();
    },
    bytes: (chunk) => {
      const lines = (rest + Buffer.from(chunk).toString('latin1')).split('\n');
      rest = lines.pop() ?? '';
      if (rest.length > LONGEST_LINE) rest = '';
      for (const text of lines)
        if (!closed && text.trim() !== '' && text.length <= LONGEST_LINE) ears.line(text);
    },
    gone: (why) => ears.gone(why),
  });
  return {
    close: () => {
      closed = true;
      reader.close();
    },
  };
}
