/**
 * Where a photograph was taken stands in it as metadata, and goes with it wherever it goes. It is taken out on the device that took
 * it, before anything is hashed or sent; the picture, the way it is turned and the time it was taken stay as they are.
 * Sources: CIPA DC-008 (Exif 2.32), 4.6; TIFF 6.0, section 2; ITU-T T.81, annex B; PNG, 5; RFC 9649 (WebP), 2.7.
 */
export interface WithoutPosition {
  readonly bytes: Uint8Array;
  /** Whether there was a position, or something that nobody can read and that might be one. */
  readonly taken: boolean;
}

const GPS_POINTER = 0x8825;
const EXIF_POINTER = 0x8769;
/** What makers write as they please; it may hold a position too. */
const MAKER_NOTE = 0x927c;
/** Bytes of one value, by the type numbers of TIFF. */
const TYPE_BYTES: Readonly<Record<number, number>> = {
  1: 1,
  2: 1,
  3: 2,
  4: 4,
  5: 8,
  6: 1,
  7: 1,
  8: 2,
  9: 4,
  10: 8,
  11: 4,
  12: 8,
};
const ENTRY = 12;

/** A block of TIFF that does not hold together: nothing is believed of it. */
class Unreadable extends Error {}

/** The bytes of a TIFF block by its own byte order, inside its bounds. */
class Tiff {
  private readonly view: DataView;
  private readonly little: boolean;

  constructor(readonly bytes: Uint8Array) {
    this.view = new DataView(bytes.buffer, bytes.byteOffset, bytes.length);
    const order = this.u16(0, false);
    if (order !== 0x4949 && order !== 0x4d4d) throw new Unreadable();
    this.little = order === 0x4949;
    if (this.u16(2) !== 42) throw new Unreadable();
  }

  u16(at: number, little = this.little): number {
    if (at < 0 || at + 2 > this.view.byteLength) throw new Unreadable();
    return this.view.getUint16(at, little);
  }

  u32(at: number): number {
    if (at < 0 || at + 4 > this.view.byteLength) throw new Unreadable();
    return this.view.getUint32(at, this.little);
  }

  /** Where the entries of a directory stand. */
  entries(directory: number): readonly number[] {
    const count = this.u16(directory);
    if (directory + 2 + count * ENTRY + 4 > this.view.byteLength) throw new Unreadable();
    return Array.from({ length: count }, (_, i) => directory + 2 + i * ENTRY);
  }

  /** Writes nothing over what an entry holds, wherever it stands. */
  blank(entry: number): void {
    const bytes = (TYPE_BYTES[this.u16(entry + 2)] ?? 0) * this.u32(entry + 4);
    if (bytes > 4) {
      const at = this.u32(entry + 8);
      if (at + bytes > this.view.byteLength) throw new Unreadable();
      this.bytes.fill(0, at, at + bytes);
    }
    this.bytes.fill(0, entry + 8, entry + ENTRY);
  }

  /** Takes an entry out of its directory; those behind it move up, and what comes after the directory stays where it is. */
  remove(directory: number, entry: number): void {
    const count = this.u16(directory);
    const end = directory + 2 + count * ENTRY + 4;
    this.bytes.copyWithin(entry, entry + ENTRY, end);
    this.bytes.fill(0, end - ENTRY, end);
    this.view.setUint16(directory, count - 1, this.little);
  }
}

/** Blanks the position and the makers' notes of a TIFF block in place; whether there were any. Throws `Unreadable`. */
function blankPosition(bytes: Uint8Array): boolean {
  const tiff = new Tiff(bytes);
  const first = tiff.u32(4);
  let taken = false;
  for (const entry of tiff.entries(first)) {
    if (tiff.u16(entry) !== EXIF_POINTER) continue;
    const own = tiff.u32(entry + 8);
    const note = tiff.entries(own).find((e) => tiff.u16(e) === MAKER_NOTE);
    if (note === undefined) continue;
    tiff.blank(note);
    tiff.remove(own, note);
    taken = true;
  }
  const gps = tiff.entries(first).find((entry) => tiff.u16(entry) === GPS_POINTER);
  if (gps === undefined) return taken;
  const directory = tiff.u32(gps + 8);
  const entries = tiff.entries(directory);
  for (const entry of entries) tiff.blank(entry);
  bytes.fill(0, directory, directory + 2 + entries.length * ENTRY);
  tiff.remove(first, gps);
  return true;
}

/** Whether a block may stay: it holds no position any more. `false`: it cannot be read, and goes. */
function cleaned(bytes: Uint8Array): { readonly stays: boolean; readonly taken: boolean } {
  try {
    const taken = blankPosition(bytes);
    // A block whose parts lie over one another is damaged by that: it has to be readable still, and to hold nothing more.
    return { stays: !taken || !blankPosition(Uint8Array.from(bytes)), taken };
  } catch (error) {
    if (error instanceof Unreadable) return { stays: false, taken: true };
    throw error;
  }
}

const ascii = (bytes: Uint8Array, at: number, length: number): string =>
  String.fromCharCode(...bytes.subarray(at, at + length));

function joined(pieces: readonly Uint8Array[]): Uint8Array {
  const all = new Uint8Array(pieces.reduce((sum, p) => sum + p.length, 0));
  let at = 0;
  for (const piece of pieces) {
    all.set(piece, at);
    at += piece.length;
  }
  return all;
}

const APP1 = 0xe1;
const START_OF_SCAN = 0xda;
const END_OF_IMAGE = 0xd9;

/** Whether what follows an 0xff inside a scan is no marker: a stuffed byte, a restart, or filling. */
const isInsideScan = (byte: number): boolean => byte === 0 || byte === 0xff || (byte >= 0xd0 && byte <= 0xd7);

/** Where a JPEG ends that goes on at `from` with its first scan; the whole length of one that breaks off. */
function endOfPicture(bytes: Uint8Array, from: number): number {
  let at = from;
  while (at + 2 <= bytes.length) {
    const [mark, byte] = [bytes[at], bytes[at + 1] ?? 0];
    if (mark !== 0xff || isInsideScan(byte)) at += 1;
    else if (byte === END_OF_IMAGE) return at + 2;
    else at += 2 + (((bytes[at + 2] ?? 0) << 8) | (bytes[at + 3] ?? 0));
  }
  return bytes.length;
}

/** Of a JPEG: its Exif block without position, and no other block of metadata of that kind. */
function ofJpeg(bytes: Uint8Array): WithoutPosition {
  const pieces: Uint8Array[] = [bytes.subarray(0, 2)];
  let taken = false;
  let at = 2;
  while (at + 4 <= bytes.length && bytes[at] === 0xff && bytes[at + 1] !== START_OF_SCAN) {
    const marker = bytes[at + 1];
    const end = at + 2 + (((bytes[at + 2] ?? 0) << 8) | (bytes[at + 3] ?? 0));
    if (end > bytes.length || end < at + 4) break;
    const segment = bytes.slice(at, end);
    at = end;
    if (marker !== APP1) {
      pieces.push(segment);
      continue;
    }
    const exif = ascii(segment, 4, 4) === 'Exif' ? cleaned(segment.subarray(10)) : undefined;
    taken = taken || exif === undefined || exif.taken;
    if (exif?.stays) pieces.push(segment);
  }
  const end = endOfPicture(bytes, at);
  // Behind the picture some put a second one, with metadata of its own.
  if (bytes.subarray(end).some((b) => b !== 0)) {
    taken = true;
    pieces.push(bytes.subarray(at, end));
  } else pieces.push(bytes.subarray(at));
  return taken ? { bytes: joined(pieces), taken } : { bytes, taken };
}

const TEXT_CHUNKS: readonly string[] = ['tEXt', 'zTXt', 'iTXt'];

/** Of a PNG: no Exif chunk with a position, and no text chunk that packs other metadata. */
function ofPng(bytes: Uint8Array): WithoutPosition {
  const pieces: Uint8Array[] = [bytes.subarray(0, 8)];
  const view = new DataView(bytes.buffer, bytes.byteOffset, bytes.length);
  let taken = false;
  let at = 8;
  while (at + 12 <= bytes.length) {
    const length = view.getUint32(at);
    const end = at + 12 + length;
    if (end > bytes.length) break;
    const kind = ascii(bytes, at + 4, 4);
    const text = TEXT_CHUNKS.includes(kind) ? ascii(bytes, at + 8, Math.min(length, 24)) : '';
    const goes =
      kind === 'eXIf'
        ? cleaned(bytes.slice(at + 8, at + 8 + length)).taken
        : /^(XML:|Raw profile)/.test(text);
    if (goes) taken = true;
    else pieces.push(bytes.subarray(at, end));
    at = end;
  }
  pieces.push(bytes.subarray(at));
  return taken ? { bytes: joined(pieces), taken } : { bytes, taken };
}

/** Flags of the extended header of a WebP that say that there is such a chunk. */
const WEBP_FLAGS: Readonly<Record<string, number>> = { EXIF: 0x08, 'XMP ': 0x04 };

/** Of a WebP: no Exif chunk with a position, and no chunk of other metadata; sizes and flags follow. */
function ofWebp(bytes: Uint8Array): WithoutPosition {
  const pieces: Uint8Array[] = [bytes.slice(0, 12)];
  const view = new DataView(bytes.buffer, bytes.byteOffset, bytes.length);
  let gone = 0;
  let at = 12;
  while (at + 8 <= bytes.length) {
    const length = view.getUint32(at + 4, true);
    const end = at + 8 + length + (length % 2);
    if (at + 8 + length > bytes.length) break;
    const kind = ascii(bytes, at, 4);
    const body = bytes.slice(at + 8, at + 8 + length);
    const goes = kind === 'XMP ' || (kind === 'EXIF' && cleaned(body).taken);
    if (goes) gone |= WEBP_FLAGS[kind] ?? 0;
    else pieces.push(bytes.slice(at, Math.min(end, bytes.length)));
    at = Math.min(end, bytes.length);
  }
  pieces.push(bytes.slice(at));
  if (gone === 0) return { bytes, taken: false };
  const [, header] = pieces;
  if (header && ascii(header, 0, 4) === 'VP8X' && header.length > 8) header[8] = (header[8] ?? 0) & ~gone;
  const all = joined(pieces);
  new DataView(all.buffer).setUint32(4, all.length - 8, true);
  return { bytes: all, taken: true };
}

/**
 * A photograph without where it was taken: JPEG, PNG and WebP by what they hold, whatever they are called. Anything else, and a file
 * that breaks off, comes back as it is; metadata that cannot be read goes whole. Twice is the same as once.
 * Example: a JPEG with a position, a turn and a date comes back with the turn and the date.
 */
export function withoutPosition(bytes: Uint8Array): WithoutPosition {
  if (bytes[0] === 0xff && bytes[1] === 0xd8) return ofJpeg(bytes);
  if (bytes[0] === 0x89 && ascii(bytes, 1, 3) === 'PNG') return ofPng(bytes);
  if (ascii(bytes, 0, 4) === 'RIFF' && ascii(bytes, 8, 4) === 'WEBP') return ofWebp(bytes);
  return { bytes, taken: false };
}
