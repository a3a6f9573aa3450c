import { ownMember } from '@kanzel/core';
import { checksumOf } from './checksum.ts';

/** Types of a field on the wire, all little-endian, and how many bytes one takes. */
const SIZES = {
  uint64_t: 8,
  int32_t: 4,
  uint32_t: 4,
  float: 4,
  int16_t: 2,
  uint16_t: 2,
  int8_t: 1,
  uint8_t: 1,
  char: 1,
} as const;
type FieldType = keyof typeof SIZES;

/** A field as the definition of a message lists it: its type, its name, and of how many it is an array. */
type Field = readonly [type: FieldType, name: string, length?: number];

/** A message by its definition: fields in the order they are listed in, then those that were added later. */
interface Definition {
  readonly id: number;
  readonly fields: readonly Field[];
  readonly extensions?: readonly Field[];
}

/**
 * What is heard of a vehicle, and what it is asked for. Source: the message definitions "common" of the MAVLink protocol; ESC_STATUS and
 * BATTERY_STATUS with the extensions that were added to them.
 */
const DEFINITIONS = {
  HEARTBEAT: {
    id: 0,
    fields: [
      ['uint8_t', 'type'],
      ['uint8_t', 'autopilot'],
      ['uint8_t', 'base_mode'],
      ['uint32_t', 'custom_mode'],
      ['uint8_t', 'system_status'],
      ['uint8_t', 'mavlink_version'],
    ],
  },
  PARAM_REQUEST_READ: {
    id: 20,
    fields: [
      ['uint8_t', 'target_system'],
      ['uint8_t', 'target_component'],
      ['char', 'param_id', 16],
      ['int16_t', 'param_index'],
    ],
  },
  PARAM_REQUEST_LIST: {
    id: 21,
    fields: [
      ['uint8_t', 'target_system'],
      ['uint8_t', 'target_component'],
    ],
  },
  PARAM_VALUE: {
    id: 22,
    fields: [
      ['char', 'param_id', 16],
      ['float', 'param_value'],
      ['uint8_t', 'param_type'],
      ['uint16_t', 'param_count'],
      ['uint16_t', 'param_index'],
    ],
  },
  GPS_RAW_INT: {
    id: 24,
    fields: [
      ['uint64_t', 'time_usec'],
      ['uint8_t', 'fix_type'],
      ['int32_t', 'lat'],
      ['int32_t', 'lon'],
      ['int32_t', 'alt'],
      ['uint16_t', 'eph'],
      ['uint16_t', 'epv'],
      ['uint16_t', 'vel'],
      ['uint16_t', 'cog'],
      ['uint8_t', 'satellites_visible'],
    ],
  },
  SCALED_IMU: {
    id: 26,
    fields: [
      ['uint32_t', 'time_boot_ms'],
      ['int16_t', 'xacc'],
      ['int16_t', 'yacc'],
      ['int16_t', 'zacc'],
      ['int16_t', 'xgyro'],
      ['int16_t', 'ygyro'],
      ['int16_t', 'zgyro'],
      ['int16_t', 'xmag'],
      ['int16_t', 'ymag'],
      ['int16_t', 'zmag'],
    ],
    extensions: [['int16_t', 'temperature']],
  },
  ATTITUDE: {
    id: 30,
    fields: [
      ['uint32_t', 'time_boot_ms'],
      ['float', 'roll'],
      ['float', 'pitch'],
      ['float', 'yaw'],
      ['float', 'rollspeed'],
      ['float', 'pitchspeed'],
      ['float', 'yawspeed'],
    ],
  },
  GLOBAL_POSITION_INT: {
    id: 33,
    fields: [
      ['uint32_t', 'time_boot_ms'],
      ['int32_t', 'lat'],
      ['int32_t', 'lon'],
      ['int32_t', 'alt'],
      ['int32_t', 'relative_alt'],
      ['int16_t', 'vx'],
      ['int16_t', 'vy'],
      ['int16_t', 'vz'],
      ['uint16_t', 'hdg'],
    ],
  },
  /** Older vehicles ask for an item by this; they take it as they take the newer one. */
  MISSION_REQUEST: {
    id: 40,
    fields: [
      ['uint8_t', 'target_system'],
      ['uint8_t', 'target_component'],
      ['uint16_t', 'seq'],
    ],
    extensions: [['uint8_t', 'mission_type']],
  },
  MISSION_REQUEST_LIST: {
    id: 43,
    fields: [
      ['uint8_t', 'target_system'],
      ['uint8_t', 'target_component'],
    ],
    extensions: [['uint8_t', 'mission_type']],
  },
  MISSION_COUNT: {
    id: 44,
    fields: [
      ['uint8_t', 'target_system'],
      ['uint8_t', 'target_component'],
      ['uint16_t', 'count'],
    ],
    extensions: [
      ['uint8_t', 'mission_type'],
      ['uint32_t', 'opaque_id'],
    ],
  },
  MISSION_ACK: {
    id: 47,
    fields: [
      ['uint8_t', 'target_system'],
      ['uint8_t', 'target_component'],
      ['uint8_t', 'type'],
    ],
    extensions: [
      ['uint8_t', 'mission_type'],
      ['uint32_t', 'opaque_id'],
    ],
  },
  MISSION_REQUEST_INT: {
    id: 51,
    fields: [
      ['uint8_t', 'target_system'],
      ['uint8_t', 'target_component'],
      ['uint16_t', 'seq'],
    ],
    extensions: [['uint8_t', 'mission_type']],
  },
  /** What is wanted of the attitude, in degrees, and no time of its own: it is of the moment of what came before. */
  NAV_CONTROLLER_OUTPUT: {
    id: 62,
    fields: [
      ['float', 'nav_roll'],
      ['float', 'nav_pitch'],
      ['int16_t', 'nav_bearing'],
      ['int16_t', 'target_bearing'],
      ['uint16_t', 'wp_dist'],
      ['float', 'alt_error'],
      ['float', 'aspd_error'],
      ['float', 'xtrack_error'],
    ],
  },
  MISSION_ITEM_INT: {
    id: 73,
    fields: [
      ['uint8_t', 'target_system'],
      ['uint8_t', 'target_component'],
      ['uint16_t', 'seq'],
      ['uint8_t', 'frame'],
      ['uint16_t', 'command'],
      ['uint8_t', 'current'],
      ['uint8_t', 'autocontinue'],
      ['float', 'param1'],
      ['float', 'param2'],
      ['float', 'param3'],
      ['float', 'param4'],
      ['int32_t', 'x'],
      ['int32_t', 'y'],
      ['float', 'z'],
    ],
    extensions: [['uint8_t', 'mission_type']],
  },
  VFR_HUD: {
    id: 74,
    fields: [
      ['float', 'airspeed'],
      ['float', 'groundspeed'],
      ['int16_t', 'heading'],
      ['uint16_t', 'throttle'],
      ['float', 'alt'],
      ['float', 'climb'],
    ],
  },
  RADIO_STATUS: {
    id: 109,
    fields: [
      ['uint8_t', 'rssi'],
      ['uint8_t', 'remrssi'],
      ['uint8_t', 'txbuf'],
      ['uint8_t', 'noise'],
      ['uint8_t', 'remnoise'],
      ['uint16_t', 'rxerrors'],
      ['uint16_t', 'fixed'],
    ],
  },
  BATTERY_STATUS: {
    id: 147,
    fields: [
      ['uint8_t', 'id'],
      ['uint8_t', 'battery_function'],
      ['uint8_t', 'type'],
      ['int16_t', 'temperature'],
      ['uint16_t', 'voltages', 10],
      ['int16_t', 'current_battery'],
      ['int32_t', 'current_consumed'],
      ['int32_t', 'energy_consumed'],
      ['int8_t', 'battery_remaining'],
    ],
    extensions: [
      ['int32_t', 'time_remaining'],
      ['uint8_t', 'charge_state'],
      ['uint16_t', 'voltages_ext', 4],
    ],
  },
  ESC_STATUS: {
    id: 291,
    fields: [
      ['uint8_t', 'index'],
      ['uint64_t', 'time_usec'],
      ['int32_t', 'rpm', 4],
      ['float', 'voltage', 4],
      ['float', 'current', 4],
    ],
  },
} as const satisfies Record<string, Definition>;

export type MessageName = keyof typeof DEFINITIONS;

/** The figures of a message by field; an array of them where the field is one. */
export type MessageFigures = Readonly<Record<string, readonly number[]>>;

interface Placed {
  readonly type: FieldType;
  readonly name: string;
  readonly length: number;
  readonly at: number;
}

/** A message as it lies on the wire. */
export interface MessageForm {
  readonly name: MessageName;
  readonly id: number;
  readonly fields: readonly Placed[];
  /** Bytes of the payload with all extensions. */
  readonly size: number;
  /** Bytes without them: shorter than that only where zeros at its end were left out. */
  readonly sizeBefore: number;
  /** What both sides know of the message and never send: it is part of the checksum of a frame. */
  readonly extra: number;
}

/** The checksum over what a message is: its name, and types, names and lengths of its fields in the order of the wire. */
function extraOf(name: string, fields: readonly Field[]): number {
  const bytes: number[] = [];
  const put = (text: string): void => void bytes.push(...[...`${text} `].map((c) => c.charCodeAt(0)));
  put(name);
  for (const [type, field, length] of fields) {
    put(type);
    put(field);
    if (length !== undefined) bytes.push(length);
  }
  const sum = checksumOf(Uint8Array.from(bytes));
  return (sum & 0xff) ^ (sum >> 8);
}

/** Larger types first, as listed among equals; what was added later stays where it is listed, behind all of them. */
function formOf(name: MessageName, definition: Definition): MessageForm {
  const own = [...definition.fields].sort(([a], [b]) => SIZES[b] - SIZES[a]);
  let at = 0;
  const place = ([type, field, length = 1]: Field): Placed => {
    const placed = { type, name: field, length, at };
    at += SIZES[type] * length;
    return placed;
  };
  const placed = own.map(place);
  const sizeBefore = at;
  const added = (definition.extensions ?? []).map(place);
  return {
    name,
    id: definition.id,
    fields: [...placed, ...added],
    size: at,
    sizeBefore,
    extra: extraOf(name, own),
  };
}

/** Every message that is heard, by name. */
export const MESSAGES = Object.fromEntries(
  Object.entries(DEFINITIONS).map(([name, d]) => [name, formOf(name as MessageName, d)]),
) as Record<MessageName, MessageForm>;

const BY_ID: ReadonlyMap<number, MessageForm> = new Map(Object.values(MESSAGES).map((m) => [m.id, m]));

/** The form of a message by its number; undefined for one that is not listened to. */
export const messageOf = (id: number): MessageForm | undefined => BY_ID.get(id);

function readOne(view: DataView, type: FieldType, at: number): number {
  switch (type) {
    case 'uint64_t':
      return Number(view.getBigUint64(at, true));
    case 'int32_t':
      return view.getInt32(at, true);
    case 'uint32_t':
      return view.getUint32(at, true);
    case 'float':
      return view.getFloat32(at, true);
    case 'int16_t':
      return view.getInt16(at, true);
    case 'uint16_t':
      return view.getUint16(at, true);
    case 'int8_t':
      return view.getInt8(at);
    case 'uint8_t':
    case 'char':
      return view.getUint8(at);
  }
}

function writeOne(view: DataView, type: FieldType, at: number, value: number): void {
  switch (type) {
    case 'uint64_t':
      return view.setBigUint64(at, BigInt(Math.trunc(value)), true);
    case 'int32_t':
      return view.setInt32(at, value, true);
    case 'uint32_t':
      return view.setUint32(at, value, true);
    case 'float':
      return view.setFloat32(at, value, true);
    case 'int16_t':
      return view.setInt16(at, value, true);
    case 'uint16_t':
      return view.setUint16(at, value, true);
    case 'int8_t':
      return view.setInt8(at, value);
    case 'uint8_t':
    case 'char':
      return view.setUint8(at, value);
  }
}

/**
 * A figure that may be none, but the bytes of a whole number: they are given as well, as `param_value bytes`, since a figure that is no
 * number does not keep them.
 */
const BYTES_TOO = 'param_value';

/**
 * The figures of a payload. One that is shorter than the message had zeros at its end, which are not sent; what is longer was
 * added by a later definition, and is passed over.
 * Example: an ATTITUDE of 28 bytes has one figure each for time_boot_ms, roll, and so on.
 */
export function readFigures(form: MessageForm, payload: Uint8Array): MessageFigures {
  const whole = new Uint8Array(form.size);
  whole.set(payload.subarray(0, form.size));
  const view = new DataView(whole.buffer);
  const found: Record<string, readonly number[]> = {};
  for (const { name, type, length, at } of form.fields) {
    found[name] = Array.from({ length }, (_, i) => readOne(view, type, at + i * SIZES[type]));
    if (name === BYTES_TOO) found[`${name} bytes`] = [view.getUint32(at, true)];
  }
  return found;
}

/** A payload with these figures; a field that is not given is zero. The opposite of `readFigures`. */
export function writeFigures(
  form: MessageForm,
  figures: Readonly<Record<string, number | readonly number[]>>,
): Uint8Array {
  const whole = new Uint8Array(form.size);
  const view = new DataView(whole.buffer);
  for (const { name, type, length, at } of form.fields) {
    const given = ownMember(figures, name) ?? 0;
    const list = typeof given === 'number' ? [given] : given;
    for (let i = 0; i < length; i += 1) writeOne(view, type, at + i * SIZES[type], list[i] ?? 0);
  }
  return whole;
}
