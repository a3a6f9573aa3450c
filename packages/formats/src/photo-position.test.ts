import fc from 'fast-check';
import { withoutPosition } from './photo-position.ts';

const text = (words: string): number[] => [...words].map((c) => c.charCodeAt(0));
const u16 = (n: number, little: boolean): number[] => (little ? [n & 255, n >> 8] : [n >> 8, n & 255]);
const u32 = (n: number, little: boolean): number[] =>
  little
    ? [n & 255, (n >> 8) & 255, (n >> 16) & 255, (n >>> 24) & 255]
    : [(n >>> 24) & 255, (n >> 16) & 255, (n >> 8) & 255, n & 255];

/** Bytes that stand for a latitude and a place, and must be nowhere afterwards. */
const LATITUDE = [47, 11, 33, 99, 201, 7];
const PLACE = text('Where-it-was');
const TAKEN_AT = text('2026:11:28 09:30:00\0');

interface Block {
  readonly little: boolean;
  readonly gps: boolean;
  readonly note?: boolean;
}

/** A TIFF block as a camera writes it: turned, with the time it was taken, perhaps a position and a note of the maker's. */
function tiff({ little, gps, note = false }: Block): number[] {
  const entry = (tag: number, type: number, count: number, value: readonly number[]): number[] => [
    ...u16(tag, little),
    ...u16(type, little),
    ...u32(count, little),
    ...value,
  ];
  const turned = entry(0x0112, 3, 1, [...u16(6, little), 0, 0]);
  const exifAt = 8 + 2 + (gps ? 3 : 2) * 12 + 4;
  const exifEntries = note ? 2 : 1;
  const dataAt = exifAt + 2 + exifEntries * 12 + 4;
  const noteAt = dataAt + TAKEN_AT.length;
  const gpsAt = noteAt + (note ? PLACE.length : 0);
  const placeAt = gpsAt + 2 + 2 * 12 + 4;
  const first = [
    ...turned,
    ...entry(0x8769, 4, 1, u32(exifAt, little)),
    ...(gps ? entry(0x8825, 4, 1, u32(gpsAt, little)) : []),
  ];
  const exif = [
    ...entry(0x9003, 2, TAKEN_AT.length, u32(dataAt, little)),
    ...(note ? entry(0x927c, 7, PLACE.length, u32(noteAt, little)) : []),
  ];
  const position = [
    ...u16(2, little),
    ...entry(1, 2, 2, [...text('N'), 0, 0, 0]),
    ...entry(2, 5, 1, u32(placeAt, little)),
    ...u32(0, little),
    ...LATITUDE,
    0,
    1,
  ];
  return [
    ...text(little ? 'II' : 'MM'),
    ...u16(42, little),
    ...u32(8, little),
    ...u16(gps ? 3 : 2, little),
    ...first,
    ...u32(0, little),
    ...u16(exifEntries, little),
    ...exif,
    ...u32(0, little),
    ...TAKEN_AT,
    ...(note ? PLACE : []),
    ...(gps ? position : []),
  ];
}

const segment = (marker: number, body: readonly number[]): number[] => [
  0xff,
  marker,
  ...u16(body.length + 2, false),
  ...body,
];
/** In two scans, with a table between them in which the sign of the end stands by chance. */
const PICTURE = [
  ...segment(0xdb, [1, 0xff, 0xd9, 3]),
  ...segment(0xda, [9, 9]),
  ...[5, 0xff, 0, 0xff, 0xd3, 6],
  ...segment(0xc4, [1, 0xff, 0xd9, 2]),
  ...segment(0xda, [8]),
  7,
];
const jpeg = (exif: readonly number[] | undefined, ...more: readonly number[][]): Uint8Array =>
  new Uint8Array([
    0xff,
    0xd8,
    ...segment(0xe0, text('JFIF\0')),
    ...(exif ? segment(0xe1, [...text('Exif'), 0, 0, ...exif]) : []),
    ...more.flat(),
    ...PICTURE,
    0xff,
    0xd9,
  ]);

const holds = (bytes: Uint8Array, what: readonly number[]): boolean =>
  Buffer.from(bytes).includes(Buffer.from(what));

test.each([true, false])(
  'a JPEG loses its position and keeps its turn, its time and its picture (little-endian: %s)',
  (little) => {
    const before = jpeg(tiff({ little, gps: true, note: true }));
    expect([holds(before, LATITUDE), holds(before, PLACE)]).toEqual([true, true]);
    const { bytes, taken } = withoutPosition(before);
    expect(taken).toBe(true);
    expect([holds(bytes, LATITUDE), holds(bytes, PLACE), holds(bytes, text('N\0'))]).toEqual([
      false,
      false,
      false,
    ]);
    expect([holds(bytes, TAKEN_AT), holds(bytes, PICTURE)]).toEqual([true, true]);
    // Turned as it was, by the second entry of a directory that now has two.
    const block = Buffer.from(bytes).indexOf(Buffer.from(text('Exif'))) + 6;
    const view = new DataView(bytes.buffer, bytes.byteOffset + block);
    expect([view.getUint16(8, little), view.getUint16(10, little), view.getUint16(18, little)]).toEqual([
      2, 0x0112, 6,
    ]);
    expect(withoutPosition(bytes)).toEqual({ bytes, taken: false });
  },
);

test('a photograph without a position is the same bytes, and so is everything that is none', () => {
  for (const bytes of [
    jpeg(tiff({ little: true, gps: false })),
    jpeg(undefined),
    new Uint8Array(text('%PDF-1.7 whatever')),
    new Uint8Array(0),
    new Uint8Array([0xff, 0xd8]),
  ])
    expect(withoutPosition(bytes)).toEqual({ bytes, taken: false });
});

test('metadata that nobody can read, other blocks of that kind, and a second picture behind the first go whole', () => {
  const broken = [...tiff({ little: true, gps: true }).slice(0, 60)];
  for (const [bytes, secret] of [
    [jpeg([...text('II'), 42, 0, 255, 255, 255, 255, ...LATITUDE]), LATITUDE],
    [jpeg(broken), broken],
    [jpeg(undefined, segment(0xe1, [...text('packet of another kind '), ...PLACE])), PLACE],
    [new Uint8Array([...jpeg(undefined), ...jpeg(tiff({ little: false, gps: true }))]), LATITUDE],
  ] as const) {
    const after = withoutPosition(bytes);
    expect([after.taken, holds(after.bytes, secret), holds(after.bytes, PICTURE)]).toEqual([
      true,
      false,
      true,
    ]);
  }
});

test('a PNG and a WebP lose theirs too, and their sizes and flags follow', () => {
  const chunk = (kind: string, body: readonly number[]): number[] => [
    ...u32(body.length, false),
    ...text(kind),
    ...body,
    1,
    2,
    3,
    4,
  ];
  const gps = tiff({ little: true, gps: true });
  const png = new Uint8Array([
    0x89,
    ...text('PNG\r\n\x1a\n'),
    ...chunk('IHDR', [1, 2, 3]),
    ...chunk('eXIf', gps),
    ...chunk('iTXt', [...text('XML:com.packet'), 0, ...PLACE]),
    ...chunk('tEXt', text('Comment\0kept')),
    ...chunk('IDAT', [7, 7, 7]),
    ...chunk('IEND', []),
  ]);
  const p = withoutPosition(png);
  expect([p.taken, holds(p.bytes, LATITUDE), holds(p.bytes, PLACE)]).toEqual([true, false, false]);
  for (const kept of ['IHDR', 'IDAT', 'IEND', 'Comment']) expect(holds(p.bytes, text(kept))).toBe(true);
  const riff = (kind: string, body: readonly number[]): number[] => [
    ...text(kind),
    ...u32(body.length, true),
    ...body,
    ...(body.length % 2 ? [0] : []),
  ];
  const body = [
    ...text('WEBP'),
    ...riff('VP8X', [0x1c, 0, 0, 0, 1, 0, 0, 1, 0, 0]),
    ...riff('VP8 ', [7, 7, 7]),
    ...riff('EXIF', gps),
    ...riff('XMP ', PLACE),
  ];
  const webp = new Uint8Array([...text('RIFF'), ...u32(body.length, true), ...body]);
  const w = withoutPosition(webp);
  expect([w.taken, holds(w.bytes, LATITUDE), holds(w.bytes, PLACE)]).toEqual([true, false, false]);
  const view = new DataView(w.bytes.buffer);
  expect([view.getUint32(4, true), w.bytes[20]]).toEqual([w.bytes.length - 8, 0x10]);
  expect(holds(w.bytes, riff('VP8 ', [7, 7, 7]))).toBe(true);
});

test('whatever is damaged: nothing is thrown, the file given is left as it is, and twice is once (property)', () => {
  const whole = fc.constantFrom(
    jpeg(tiff({ little: true, gps: true, note: true })),
    jpeg(tiff({ little: false, gps: true })),
    jpeg(undefined, segment(0xe1, PLACE)),
  );
  fc.assert(
    fc.property(
      whole,
      fc.array(fc.tuple(fc.nat(), fc.nat(255)), { maxLength: 4 }),
      fc.nat(),
      (picture, damage, cut) => {
        const bytes = Uint8Array.from(picture);
        for (const [at, value] of damage) bytes[at % bytes.length] = value;
        const given = cut % 3 === 0 ? bytes.subarray(0, cut % bytes.length) : bytes;
        const before = Uint8Array.from(given);
        const once = withoutPosition(given);
        expect(given).toEqual(before);
        expect(once.bytes.length).toBeLessThanOrEqual(given.length);
        expect(withoutPosition(once.bytes).bytes).toEqual(once.bytes);
      },
    ),
    { numRuns: 500 },
  );
});
