import { err, ok, reason, type Reason, type Result } from '@kanzel/core';

/** More than any record in a row of codes comes to: what grows beyond it is none. */
const MOST = 60_000_000;

const through = (
  bytes: Uint8Array,
  by: CompressionStream | DecompressionStream,
): ReadableStream<Uint8Array> => new Blob([Uint8Array.from(bytes)]).stream().pipeThrough(by);

/** A text made small, for codes (RFC 1951). */
export async function makeSmall(text: string): Promise<Uint8Array> {
  const small = through(new TextEncoder().encode(text), new CompressionStream('deflate-raw'));
  return new Uint8Array(await new Response(small).arrayBuffer());
}

/** The text again. Error: `codeRowDamaged` where it is none, or would be larger than anything that is handed over. */
export async function makeLarge(bytes: Uint8Array): Promise<Result<string, Reason>> {
  const reader = through(bytes, new DecompressionStream('deflate-raw')).getReader();
  const parts: Uint8Array[] = [];
  let size = 0;
  try {
    for (;;) {
      const { done, value } = await reader.read();
      if (done) break;
      size += value.length;
      if (size > MOST) {
        await reader.cancel();
        return err(reason('codeRowDamaged'));
      }
      parts.push(value);
    }
    const whole = await new Blob(parts.map((p) => Uint8Array.from(p))).arrayBuffer();
    return ok(new TextDecoder('utf-8', { fatal: true }).decode(whole));
  } catch {
    // What cannot be made large again is no text that was made small.
    return err(reason('codeRowDamaged'));
  }
}
