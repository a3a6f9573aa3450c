import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import fc from 'fast-check';
import { chain, GENESIS_HASH, readQuantity, type EntryDraft, type EntryKind } from '@kanzel/core';
import { SAMPLE_BODIES } from '../../../packages/core/src/testing/sample-bodies.ts';
import { POSTABLE, validateEntryBody } from '@kanzel/contract';
import {
  boundJson,
  readAerodromeForecast,
  readEngineLine,
  readFieldChart,
  readFieldTable,
  readLimitTable,
  readHandover,
  readRecordFile,
  readRollTable,
  readTrackFile,
  readVehicleLog,
  toCodes,
  wholeOf,
  withCode,
  writeFrame,
  writeHandover,
  writeHeader,
  writeLimitTable,
  writeRecordFile,
  writeSample,
} from '@kanzel/formats';
import {
  BUILT_IN_LIBRARY,
  compileDocument,
  documentOfLimitBook,
  documentOfPack,
  loadLibrary,
  parseLibraryFile,
  readLibraryFolder,
  writeLibraryDocument,
} from '@kanzel/packs';
import cookieParser from 'cookie-parser';
import { fleetFiles, grauholmChart } from '@kanzel/world';
import '../../../packages/packs/src/testing/laid.ts';

/** Inputs for each parser: few in `npm test`, a hundred thousand by `npm run fuzz -- --parsers`. */
const INPUTS = Number(process.env['KANZEL_FUZZ_INPUTS'] ?? 150);
const SEED = Number(process.env['KANZEL_FUZZ_SEED'] ?? 7);

/** What takes longer than this hangs (ms); the first inputs are read while everything is still being compiled. */
const HANGS = process.env['KANZEL_FUZZ_INPUTS'] === undefined ? 2000 : 200;

const library = loadLibrary(readLibraryFolder(BUILT_IN_LIBRARY));
const packs = [...library.packs.values()];
const [book] = library.limitBooks.values();
if (!book || !packs[0]) throw new Error('The library that ships is empty');

/** A code as text, a letter for each byte: what is changed in a text is then changed in the code. */
function codeText(length: number): string {
  const codes = toCodes(new Uint8Array(length).fill(65));
  return Buffer.from((codes.ok ? codes.value[0] : undefined) ?? []).toString('latin1');
}

/** Bits that have broken readers of text before, whatever the format. */
const SPLINTERS = [
  '__proto__',
  'constructor',
  'toString',
  '1e400',
  '-1e999',
  '.nan',
  '.inf',
  '1e-400',
  '0x10',
  '٣',
  'NaN',
  'Infinity',
  '-0',
  '\u0000',
  '\ud800',
  '\u2028',
  '\ufeff',
  '"',
  "'",
  '\\',
  '\n',
  '\r\n',
  '\t',
  ';',
  ',',
  ':',
  '*a',
  '&a',
  '<<',
  '!!',
  '- - - -',
  '? ? ?',
  '[[[[',
  '{{{{',
  ']',
  '}',
  '|',
  '>',
  '%',
  '#',
  '=',
  '999999999999999999999',
  '0000000000',
  'null',
  'true',
  '~',
  '---',
  '...',
];

type Edit = readonly [kind: 'cut' | 'double' | 'put' | 'flip', at: number, length: number, what: string];

const edits: fc.Arbitrary<readonly Edit[]> = fc.array(
  fc.tuple(
    fc.constantFrom('cut' as const, 'double' as const, 'put' as const, 'flip' as const),
    fc.double({ min: 0, max: 1, noNaN: true }),
    fc.nat({ max: 60 }),
    fc.oneof(fc.constantFrom(...SPLINTERS), fc.string({ unit: 'binary', maxLength: 6 })),
  ),
  { minLength: 1, maxLength: 6 },
);

/** A text that was good once, after some accidents. */
function damaged(text: string, all: readonly Edit[]): string {
  return all.reduce((now, [kind, where, length, what]) => {
    const at = Math.floor(where * now.length);
    const span = now.slice(at, at + length);
    switch (kind) {
      case 'cut':
        return now.slice(0, at) + now.slice(at + length);
      case 'double':
        return (now.slice(0, at) + span.repeat(3) + now.slice(at)).slice(0, 200_000);
      case 'put':
        return now.slice(0, at) + what + now.slice(at);
      case 'flip':
        return now.slice(0, at) + what + now.slice(at + Math.max(1, what.length));
    }
  }, text);
}

const sender = { system: 1, component: 1, sequence: 0 };
const textOf = (bytes: readonly number[]): string => String.fromCharCode(...bytes);
const small = (document: Record<string, unknown>, list: string): Record<string, unknown> => ({
  ...document,
  [list]: (document[list] as unknown[]).slice(0, 2),
});
const records = (): string => {
  const at = '2026-03-01T10:00:00.000Z';
  const draft = {
    id: '11111111-1111-4111-8111-111111111111',
    campaign: '22222222-2222-4222-8222-222222222222',
    at,
    by: '33333333-3333-4333-8333-333333333333',
    role: 'technician',
    device: 'test',
    kind: 'tag.on',
    version: 1,
    body: SAMPLE_BODIES['tag.on'],
  } as unknown as EntryDraft;
  return writeRecordFile(
    {
      exportedAt: at,
      mark: 'QX-TJD',
      title: 'x',
      people: {},
      entries: [chain(draft, { seq: 0, hash: GENESIS_HASH }, at)],
    },
    { publicKey: '0'.repeat(64), sign: () => '0'.repeat(128) },
  );
};
const compiled = (name: string, text: string): unknown => {
  const parsed = parseLibraryFile(name, text);
  return parsed.ok ? compileDocument(parsed.value, library.moduleFiles, library.systems) : parsed;
};
const said = (value: unknown): value is { readonly ok: boolean } =>
  typeof value === 'object' && value !== null && typeof (value as { ok?: unknown }).ok === 'boolean';

const bodies = Object.entries(SAMPLE_BODIES)
  .filter(([kind]) => Object.hasOwn(POSTABLE, kind))
  .map(([kind, body]) => JSON.stringify({ kind, body }));

/** Every reader of something that comes from outside, with what it reads on good days. */
const PARSERS: readonly (readonly [
  name: string,
  good: readonly string[],
  read: (text: string) => unknown,
])[] = [
  ['limit table', [writeLimitTable(book.limits.slice(0, 6))], readLimitTable],
  ['readings of a magnetometer', ['x,y,z\r\n412.5,-30,118\r\n398,-112,140\r\n'], readFieldTable],
  [
    'pack, as JSON',
    packs.slice(0, 4).map((p) => writeLibraryDocument(small(documentOfPack(p), 'checks'), 'json')),
    (t) => compiled('x.json', t),
  ],
  [
    'pack, as YAML',
    packs.slice(0, 4).map((p) => writeLibraryDocument(small(documentOfPack(p), 'checks'), 'yaml')),
    (t) => compiled('x.yaml', t),
  ],
  [
    'limit book',
    [writeLibraryDocument(small(documentOfLimitBook(book), 'limits'), 'yaml')],
    (t) => compiled('x.yaml', t),
  ],
  [
    'module',
    [readFileSync(join(BUILT_IN_LIBRARY, 'modules/air-data-simple.yaml'), 'utf8')],
    (t) => compiled('x.yaml', t),
  ],
  [
    'aircraft',
    fleetFiles(new Date('2026-03-01'))
      .map(([, text]) => text)
      .filter((t) => t.length < 9000),
    (t) => compiled('x.yaml', t),
  ],
  ['record file', [records()], (t) => readRecordFile(t)],
  [
    'what is handed from device to device',
    [
      writeHandover({
        campaign: 'c',
        mark: 'QX-TJD',
        madeAt: '2026-03-01T10:00:00.000Z',
        by: 'p',
        device: 'd',
        entries: [],
        drafts: [],
      }),
    ],
    (t) => readHandover(t),
  ],
  [
    'code of a hand-over',
    [codeText(10), codeText(700)],
    (t) => {
      const read = withCode(undefined, Buffer.from(t, 'latin1'));
      return read.ok ? (wholeOf(read.value) ?? read) : read;
    },
  ],
  [
    'engine line',
    [
      writeHeader([
        { subject: 'left', channel: 'rpm', unit: 'rpm' },
        { subject: 'scales', channel: '1', unit: 'kg' },
      ]),
      writeSample({ time: 12.25, values: [1700, null] }),
    ],
    (t) => readEngineLine(t, 2),
  ],
  ['field chart', [grauholmChart()], (t) => readFieldChart(t)],
  [
    'track',
    [
      'time,latitude,longitude,height\n0,57.6,1.4,12\n1,57.6003,1.4,13',
      '<gpx><trk><trkseg><trkpt lat="57.6" lon="1.4"><ele>1</ele><time>2026-11-30T10:00:00Z</time></trkpt><trkpt lat="57.6" lon="1.4001"><ele>2</ele><time>2026-11-30T10:00:01Z</time></trkpt></trkseg></trk></gpx>',
      '$GPGGA,120000,5736.0000,N,00124.0000,E,1,08,0.9,12,M,46.9,M,,*66\n$GPGGA,120001,5736.0100,N,00124.0000,E,1,08,0.9,13,M,46.9,M,,*67',
    ],
    (t) => readTrackFile(t),
  ],
  [
    'vehicle log',
    [
      textOf(
        [0, 1, 2].flatMap((i) => [
          ...writeFrame(sender, 'GLOBAL_POSITION_INT', {
            time_boot_ms: 1000 * i,
            lat: 576_000_000 + 100 * i,
            lon: 14_000_000,
            alt: 1000,
          }),
          ...writeFrame(sender, 'NAV_CONTROLLER_OUTPUT', { nav_roll: 20 }),
          ...writeFrame(sender, 'ATTITUDE', { time_boot_ms: 1000 * i, roll: 0.1 * i }),
        ]),
      ),
    ],
    (t) => readVehicleLog(Uint8Array.from([...t].map((c) => c.charCodeAt(0) & 255))),
  ],
  ['roll table', ['time,wanted,is\n0,0,0.2\n0.1,20,0.4'], (t) => readRollTable(t)],
  [
    'forecast',
    ['TAF QXGH 271100Z 2712/2812 24012KT 9999 SCT030 BECMG 2715/2717 27020G32KT TEMPO 2720/2724 VRB03KT='],
    (t) => readAerodromeForecast(t, '2026-11-27T12:00:00.000Z'),
  ],
  ['quantity', ['1700 rpm', '12,5', '-3.2', '0.5 rpm'], (t) => readQuantity(t, 'rpm')],
  [
    'body of an entry',
    bodies,
    (t) => {
      const bounded = boundJson(new TextEncoder().encode(t), { depth: 40, members: 1000, values: 100_000 });
      if (!bounded.ok) return bounded;
      let value: unknown;
      try {
        value = JSON.parse(t);
      } catch {
        return { ok: false };
      }
      const { kind, body } = (value ?? {}) as { kind?: unknown; body?: unknown };
      return validateEntryBody(String(kind) as EntryKind, body);
    },
  ],
  [
    'cookies',
    ['kanzel_session=abc; kanzel_tablet=%7Bx%7D; other="q"'],
    (t) => {
      const request = { headers: { cookie: t } } as never;
      let ended: unknown;
      cookieParser()(request, {} as never, (error: unknown) => (ended = error));
      return { ok: ended === undefined };
    },
  ],
];

test.each(PARSERS)(
  '%s: whatever comes is read or refused, in no time, and what is good is read',
  (name, good, read) => {
    // Of a pack only two checks are left here, which its gates miss: that is said, and nothing else is wrong.
    for (const text of good) if (!name.startsWith('pack')) expect(read(text)).toMatchObject({ ok: true });
    let slowest = 0;
    fc.assert(
      fc.property(fc.constantFrom(...good), edits, (text, all) => {
        const input = damaged(text, all);
        const timed = (): number => {
          const began = process.cpuUsage();
          // A refusal is a value; an exception would have failed the property.
          expect(said(read(input))).toBe(true);
          // Its own time on the processor: others may have it meanwhile.
          const { user, system } = process.cpuUsage(began);
          return (user + system) / 1000;
        };
        let took = timed();
        // What hangs hangs again; memory being swept, which counts as ours as well, does not.
        for (let i = 0; i < 3 && took >= HANGS; i += 1) took = Math.min(took, timed());
        slowest = Math.max(slowest, took);
      }),
      { numRuns: INPUTS, seed: SEED },
    );
    expect(slowest).toBeLessThan(HANGS);
  },
  3_600_000,
);
