import { ownMember, reason, type Reason } from '@kanzel/core';
import type { Heard, LineColumn, MessageFigures } from '@kanzel/formats';
import type { VehicleLists } from './vehicle-lists.ts';
import type { DeviceEars } from './drivers/driver.ts';

/** Figures of a vehicle are told together, so often at most (ms). */
const EVERY = 90;
/** A figure that was not said again for so long is none (ms). */
const OVER = 3000;
/** A vehicle that speaks, and whose attitude or clock has not moved for so long, is frozen (ms). */
const FROZEN = 2000;
/** Messages that come late are passed over; a clock further back than this was set back (ms). */
const LATE = 1000;
/** After its clock went back, nothing is taken before it has not done so again for so long (ms). */
const TRUSTED_AFTER = 2000;
/** Another one that spoke this short ago still speaks (ms). */
const STILL_SPEAKS = 5000;

const AIRCRAFT = 'aircraft';
/** Figures that are one pack's. */
const OF_A_PACK = /^aircraft\.(cell|pack)-/;
/** Not known, as the protocol writes it in fields of two bytes. */
const UNKNOWN = 65_535;
/** Of a heartbeat: whoever sends it flies nothing; and the bit that says that it is armed. Source: MAV_AUTOPILOT, MAV_MODE_FLAG. */
const NO_AUTOPILOT = 8;
const ARMED = 0x80;
/** No attitude is further round (rad): what is, was sent in degrees. */
const ROUND = { roll: Math.PI, pitch: Math.PI / 2, yaw: 2 * Math.PI };
const SLACK = 1e-3;
/** Motors whose figures come in one message. */
const MOTORS = 4;

interface Known {
  readonly value: number;
  readonly at: number;
}

const degrees = (radians: number): number => (radians * 180) / Math.PI;
const around = (angle: number): number => ((angle % 360) + 360) % 360;

type Put = (channel: string, unit: string, value: number | undefined, subject?: string) => void;

/** What each message says that is heard, in the units of the gauges. */
const TAKES: Readonly<Record<string, (figure: (name: string, i?: number) => number, put: Put) => void>> = {
  ATTITUDE: (figure, put) => {
    put('roll', 'deg-angle', degrees(figure('roll')));
    put('pitch', 'deg-angle', degrees(figure('pitch')));
    put('heading', 'deg-angle', around(degrees(figure('yaw'))));
  },
  HEARTBEAT: (figure, put) => {
    // A camera or a ground station that speaks with the number of the vehicle arms nothing.
    if (figure('autopilot') === NO_AUTOPILOT) return;
    put('armed', 'count', (figure('base_mode') & ARMED) === 0 ? 0 : 1);
    put('mode', 'count', figure('custom_mode'));
  },
  GLOBAL_POSITION_INT: (figure, put) => {
    put('height', 'm', figure('relative_alt') / 1000);
    // Nought and nought is a vehicle without a fix, not one in the sea off the coast.
    const [latitude, longitude] = [figure('lat') / 1e7, figure('lon') / 1e7];
    const known = latitude !== 0 || longitude !== 0;
    put('latitude', 'deg-angle', known ? latitude : undefined);
    put('longitude', 'deg-angle', known ? longitude : undefined);
  },
  SCALED_IMU: (figure, put) => {
    const field = [figure('xmag'), figure('ymag'), figure('zmag')];
    // Without a magnetometer all three are nothing.
    const known = field.some((v) => v !== 0);
    ['mag-x', 'mag-y', 'mag-z'].forEach((channel, i) => put(channel, 'mG', known ? field[i] : undefined));
  },
  VFR_HUD: (figure, put) => {
    put('airspeed', 'm/s', figure('airspeed'));
  },
  GPS_RAW_INT: (figure, put) => {
    const seen = figure('satellites_visible');
    // Without a fix in three dimensions those that are seen are none that it rests on.
    const fixed = figure('fix_type') >= 3;
    put('satellites', 'count', seen === 255 || !fixed ? undefined : seen);
    // How they stand to each other: the dilution of the horizontal position, in hundredths.
    const dilution = figure('eph');
    put('geometry', '1', dilution === UNKNOWN || dilution <= 0 || !fixed ? undefined : dilution / 100);
  },
  RADIO_STATUS: (figure, put) => {
    const strength = figure('rssi');
    put('link', '%', strength === 255 ? undefined : (100 * strength) / 254);
  },
  BATTERY_STATUS: (figure, put) => {
    const all = [
      ...Array.from({ length: 10 }, (_, i) => figure('voltages', i)),
      ...Array.from({ length: 4 }, (_, i) => figure('voltages_ext', i)),
    ];
    const cells = all.filter((v) => v !== UNKNOWN && v > 0).map((v) => v / 1000);
    // One figure alone is the whole pack's, of a vehicle that does not know its cells.
    if (cells.length > 1) cells.forEach((volts, i) => put(`cell-${i + 1}`, 'V', volts));
    const known = cells.length > 0;
    put('pack-volts', 'V', known ? cells.reduce((a, b) => a + b, 0) : undefined);
    put('cell-imbalance', 'V', cells.length > 1 ? Math.max(...cells) - Math.min(...cells) : undefined);
    const current = figure('current_battery');
    put('pack-amps', 'A', current < 0 ? undefined : current / 100);
  },
  ESC_STATUS: (figure, put) => {
    for (let i = 0; i < MOTORS; i += 1) {
      const motor = String(figure('index') + i + 1);
      // A place without a controller has no voltage either.
      if (figure('voltage', i) <= 0) continue;
      put('motor-speed', 'rpm', Math.abs(figure('rpm', i)), motor);
      put('motor-current', 'A', figure('current', i), motor);
    }
  },
};

/**
 * What one vehicle says on a line, taken together to figures by subject and channel: `aircraft` for the whole, the number of a
 * motor for what is a motor's. A figure that was not said again for three seconds is none. Nothing is taken, and it is said
 * why, of a vehicle with another number, of two that speak with one number, of one whose clock went back (until it has gone
 * forward alone for two seconds), and of one that is alive while its attitude or its clock stands still.
 */
export class VehicleEars {
  private readonly known = new Map<string, Known>();
  private columns: readonly LineColumn[] = [];
  /** The newest time of each message that tells one: two of them need not be in one order. */
  private readonly clocks = new Map<string, number>();
  private told = -Infinity;
  private moved = -Infinity;
  private advanced = -Infinity;
  private trustedFrom = -Infinity;
  private attitude = '';
  private secondPack = -Infinity;
  private source = '';
  private readonly spoke = new Map<string, number>();

  constructor(
    private readonly system: number,
    private readonly ears: DeviceEars,
    private readonly now: () => number,
    private readonly lists?: VehicleLists,
  ) {}

  /** The vehicle was reached anew: its clock may be another. */
  opened(): void {
    this.lists?.stop();
    this.begin();
    this.trustedFrom = -Infinity;
    this.source = '';
    this.spoke.clear();
  }

  private begin(): void {
    this.known.clear();
    this.clocks.clear();
    this.told = -Infinity;
    this.attitude = '';
    this.ears.opened();
  }

  /** Takes what was heard of one sender, by its address. */
  take(heard: readonly Heard[], sender: string): void {
    for (const one of heard) {
      if (one.kind === 'message') this.message(one, sender);
      else this.ears.doubt(DOUBTS[one.kind]);
    }
  }

  private message(message: Extract<Heard, { kind: 'message' }>, sender: string): void {
    if (message.system !== this.system)
      return this.ears.doubt(reason('vehicleOther', { system: message.system, wanted: this.system }));
    if (this.isTwice(sender)) return this.ears.doubt(reason('vehicleTwice', { system: this.system }));
    if (message.signed) this.ears.doubt(reason('vehicleSigned'));
    const { name, figures } = message;
    if (this.lists?.take(name, figures)) return;
    // One pack is told of: of two, nobody would know whose cells are meant.
    if (name === 'BATTERY_STATUS' && figures['id']?.[0] !== 0) {
      this.secondPack = this.now();
      return;
    }
    const time = figures['time_boot_ms']?.[0];
    if (time !== undefined && !this.isInTime(name, time)) return;
    if (name === 'ATTITUDE') {
      if (isInDegrees(figures)) {
        this.known.clear();
        return this.ears.doubt(reason('vehicleAngles'));
      }
      this.lookWhetherItMoves(figures);
    }
    const now = this.now();
    TAKES[name]?.(
      (field, i = 0) => ownMember(figures, field)?.[i] ?? Number.NaN,
      (channel, unit, value, subject = AIRCRAFT) => this.put({ subject, channel, unit }, value, now),
    );
    if (this.attitude !== '' && now - Math.min(this.moved, this.advanced) > FROZEN)
      return this.ears.doubt(reason('vehicleFrozen'));
    if (time === undefined || time - this.told < EVERY) return;
    if (now < this.trustedFrom) return this.ears.doubt(reason('vehicleTimeBack'));
    this.told = time;
    this.ears.sample({
      time,
      columns: this.columns,
      values: this.columns.map((c) => this.figure(keyOf(c), now)),
    });
  }

  /** Whether two speak with one number: the one that was heard first, and another one within the last seconds. */
  private isTwice(sender: string): boolean {
    const now = this.now();
    this.spoke.set(sender, now);
    for (const [other, at] of this.spoke) if (now - at > STILL_SPEAKS) this.spoke.delete(other);
    if (this.spoke.size > 1) {
      // Whose figures they were nobody knows any more.
      this.known.clear();
      this.source = '';
      return true;
    }
    if (this.source !== '' && this.source !== sender) this.begin();
    this.source = sender;
    return false;
  }

  /** Whether a time is behind the last one; one that came late is passed over, and a clock that went back is said. */
  private isInTime(name: string, time: number): boolean {
    const last = this.clocks.get(name) ?? -Infinity;
    if (last - time > LATE) {
      this.begin();
      this.trustedFrom = this.now() + TRUSTED_AFTER;
      this.ears.doubt(reason('vehicleTimeBack'));
    } else if (time <= last) return time === last;
    if (time > (this.clocks.get(name) ?? -Infinity)) this.advanced = this.now();
    this.clocks.set(name, time);
    return true;
  }

  /** A sensor at rest is never still: the same figures to the last bit are a picture that stands. */
  private lookWhetherItMoves(figures: MessageFigures): void {
    const attitude = ['roll', 'pitch', 'yaw', 'rollspeed', 'pitchspeed', 'yawspeed']
      .map((name) => ownMember(figures, name)?.[0])
      .join();
    if (attitude === this.attitude) return;
    this.attitude = attitude;
    this.moved = this.now();
  }

  private put(column: LineColumn, value: number | undefined, at: number): void {
    const key = keyOf(column);
    if (!this.columns.some((c) => keyOf(c) === key)) this.columns = [...this.columns, column];
    if (value === undefined || !Number.isFinite(value)) this.known.delete(key);
    else this.known.set(key, { value, at });
  }

  private figure(key: string, now: number): number | null {
    if (OF_A_PACK.test(key) && now - this.secondPack <= OVER) return null;
    const known = this.known.get(key);
    return known && now - known.at <= OVER ? known.value : null;
  }
}

/** Whether an attitude is further round than any is in radians. */
const isInDegrees = (figures: MessageFigures): boolean =>
  Object.entries(ROUND).some(([name, most]) => Math.abs(ownMember(figures, name)?.[0] ?? 0) > most + SLACK);

const keyOf = ({ subject, channel }: LineColumn): string => `${subject}.${channel}`;

const DOUBTS: Readonly<Record<Exclude<Heard['kind'], 'message'>, Reason>> = {
  garbled: reason('vehicleGarbled'),
  oldProtocol: reason('vehicleOldProtocol'),
  unknownFlags: reason('vehicleUnknownFlags'),
};
