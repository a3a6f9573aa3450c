import fc from 'fast-check';
import { checksumOf } from './checksum.ts';
import { MESSAGES, readFrames, writeFrame, type Heard, type MessageName } from './index.ts';

const bytesOf = (text: string): Uint8Array => Uint8Array.from([...text].map((c) => c.charCodeAt(0)));
const join = (...parts: readonly Uint8Array[]): Uint8Array => Uint8Array.from(parts.flatMap((p) => [...p]));
const from = { system: 1, component: 1, sequence: 7 };

test('the checksum is the one that its name stands for', () => {
  // The check value of CRC-16/MCRF4XX, as catalogues of checksums list it.
  expect(checksumOf(bytesOf('123456789'))).toBe(0x6f91);
});

test('what both sides know of a message without sending it is what the protocol publishes', () => {
  // As published with the definitions; here they are worked out from names and types, so one wrong name or place is seen.
  const published: Record<MessageName, readonly [number, number, number]> = {
    HEARTBEAT: [0, 50, 9],
    PARAM_REQUEST_READ: [20, 214, 20],
    PARAM_REQUEST_LIST: [21, 159, 2],
    PARAM_VALUE: [22, 220, 25],
    GPS_RAW_INT: [24, 24, 30],
    SCALED_IMU: [26, 170, 22],
    ATTITUDE: [30, 39, 28],
    GLOBAL_POSITION_INT: [33, 104, 28],
    MISSION_REQUEST: [40, 230, 4],
    MISSION_REQUEST_LIST: [43, 132, 2],
    MISSION_COUNT: [44, 221, 4],
    MISSION_ACK: [47, 153, 3],
    MISSION_REQUEST_INT: [51, 196, 4],
    NAV_CONTROLLER_OUTPUT: [62, 183, 26],
    MISSION_ITEM_INT: [73, 38, 37],
    VFR_HUD: [74, 20, 20],
    RADIO_STATUS: [109, 185, 9],
    BATTERY_STATUS: [147, 154, 36],
    ESC_STATUS: [291, 10, 57],
  };
  for (const { name, id, extra, sizeBefore } of Object.values(MESSAGES))
    expect([name, id, extra, sizeBefore]).toEqual([name, ...published[name]]);
});

test('a heartbeat is read byte by byte as the protocol lays it out', () => {
  // Written by hand: custom_mode first, since the largest come first; then the single bytes in their order.
  const payload = [0x04, 0x03, 0x02, 0x01, 2, 3, 0x81, 4, 3];
  const head = [9, 0, 0, 7, 1, 1, 0, 0, 0];
  const sum = checksumOf(Uint8Array.of(...head, ...payload, 50));
  const frame = Uint8Array.of(0xfd, ...head, ...payload, sum & 0xff, sum >> 8);
  expect(readFrames(frame)).toEqual({
    used: frame.length,
    heard: [
      {
        kind: 'message',
        name: 'HEARTBEAT',
        ...from,
        signed: false,
        figures: {
          custom_mode: [0x01020304],
          type: [2],
          autopilot: [3],
          base_mode: [0x81],
          system_status: [4],
          mavlink_version: [3],
        },
      },
    ],
  });
  const { custom_mode, ...rest } = {
    type: 2,
    autopilot: 3,
    base_mode: 0x81,
    system_status: 4,
    mavlink_version: 3,
    custom_mode: 0x01020304,
  };
  expect(writeFrame(from, 'HEARTBEAT', { ...rest, custom_mode })).toEqual(frame);
});

const RANGES: Readonly<Record<string, readonly [number, number]>> = {
  uint64_t: [0, 2 ** 50],
  int32_t: [-(2 ** 31), 2 ** 31 - 1],
  uint32_t: [0, 2 ** 32 - 1],
  int16_t: [-(2 ** 15), 2 ** 15 - 1],
  uint16_t: [0, 65_535],
  int8_t: [-128, 127],
  uint8_t: [0, 255],
  char: [0, 255],
};
/** Any message with any figures that its fields can carry. */
const anyMessage = fc.constantFrom(...Object.values(MESSAGES)).chain((form) =>
  fc.record({
    name: fc.constant(form.name),
    figures: fc.record(
      Object.fromEntries(
        form.fields.map(({ name, type, length }) => {
          const [min = 0, max = 0] = RANGES[type] ?? [];
          const one =
            type === 'float' ? fc.float({ noNaN: true }).map((v) => v + 0) : fc.integer({ min, max });
          return [name, fc.array(one, { minLength: length, maxLength: length })];
        }),
      ),
    ),
    system: fc.integer({ min: 1, max: 255 }),
    sequence: fc.integer({ min: 0, max: 255 }),
  }),
);
const noise = fc.uint8Array({ maxLength: 40 }).map((b) => b.filter((x) => x !== 0xfd && x !== 0xfe));
const messagesIn = (heard: readonly Heard[]) => heard.flatMap((h) => (h.kind === 'message' ? [h] : []));

test('a parameter that is no figure keeps the bytes of the number that it is', () => {
  const lettered = writeFrame(from, 'PARAM_VALUE', { param_value: 1.5, param_type: 6, param_count: 1 });
  // The last bit of what as a figure is no number: -4194305 in its own bytes.
  lettered.set([0xff, 0xff, 0xbf, 0xff], 10);
  const sum = checksumOf(Uint8Array.of(MESSAGES.PARAM_VALUE.extra), checksumOf(lettered.subarray(1, -2)));
  lettered.set([sum & 0xff, sum >> 8], lettered.length - 2);
  const [message] = messagesIn(readFrames(lettered).heard);
  expect(message?.figures['param_value bytes']).toEqual([0xff_bf_ff_ff]);
});

test('whatever is sent is read again, however it is cut into pieces, with noise between; one byte changed is not (property)', () => {
  fc.assert(
    fc.property(
      fc.array(fc.tuple(anyMessage, noise), { minLength: 1, maxLength: 6 }),
      fc.array(fc.nat(400), { maxLength: 6 }),
      fc.nat(10_000),
      fc.integer({ min: 1, max: 255 }),
      (sent, cuts, which, flip) => {
        const frames = sent.map(([m]) =>
          writeFrame({ system: m.system, component: 1, sequence: m.sequence }, m.name, m.figures),
        );
        const stream = join(...frames.flatMap((f, i) => [sent[i]?.[1] ?? new Uint8Array(), f]));
        const places = [...cuts.map((c) => c % stream.length), stream.length].sort((a, b) => a - b);
        const heard: Heard[] = [];
        let [rest, last] = [new Uint8Array(), 0];
        for (const place of places) {
          const bytes = join(rest, stream.subarray(last, place));
          const read = readFrames(bytes);
          heard.push(...read.heard);
          rest = bytes.slice(read.used);
          last = place;
        }
        expect(
          messagesIn(heard).map(
            ({ name, system, sequence, figures: { 'param_value bytes': _, ...figures } }) => ({
              name,
              system,
              sequence,
              figures,
            }),
          ),
        ).toEqual(sent.map(([m]) => m));
        // A frame that was hurt on its way says nothing, whichever byte it was.
        const [frame] = frames;
        if (!frame) return;
        const hurt = frame.slice();
        const at = which % frame.length;
        hurt[at] = (hurt[at] ?? 0) ^ flip;
        const found = messagesIn(readFrames(hurt).heard);
        expect(found).toEqual([]);
      },
    ),
    { numRuns: 300, seed: 20_261_129 },
  );
});

test('another version, flags that ask for what nobody knows, and signatures are told apart; strangers are passed over', () => {
  const good = writeFrame(from, 'VFR_HUD', { heading: 271 });
  const again = (change: (frame: Uint8Array) => void, more = new Uint8Array()): Uint8Array => {
    const frame = good.slice();
    change(frame);
    const body = frame.subarray(0, frame.length - 2);
    const sum = checksumOf(Uint8Array.of(MESSAGES.VFR_HUD.extra), checksumOf(body.subarray(1)));
    return join(body, Uint8Array.of(sum & 0xff, sum >> 8), more);
  };
  const kinds = (bytes: Uint8Array) =>
    readFrames(bytes).heard.map((h) => (h.kind === 'message' ? [h.signed, h.figures['heading']] : h.kind));
  const signed = again((f) => void (f[2] = 1), new Uint8Array(13));
  expect(kinds(join(signed, good))).toEqual([
    [true, [271]],
    [false, [271]],
  ]);
  expect(
    kinds(
      join(
        again((f) => void (f[2] = 2)),
        good,
      ),
    ),
  ).toEqual(['unknownFlags', [false, [271]]]);
  expect(kinds(join(Uint8Array.of(0xfe, 9, 0, 1, 1, 0), good))).toEqual(['oldProtocol', [false, [271]]]);
  // A message that nobody listens to: its checksum cannot be told, and nothing is said of it.
  const stranger = Uint8Array.of(0xfd, 2, 0, 0, 0, 1, 1, 200, 0, 0, 5, 6, 9, 9);
  expect(kinds(join(stranger, good))).toEqual([[false, [271]]]);
  // What is longer than the message that is known was added later.
  const longer = join(good.subarray(0, 10), new Uint8Array(30).fill(1));
  longer[1] = 30;
  const sum = checksumOf(Uint8Array.of(MESSAGES.VFR_HUD.extra), checksumOf(longer.subarray(1)));
  expect(kinds(join(longer, Uint8Array.of(sum & 0xff, sum >> 8)))).toHaveLength(1);
});
