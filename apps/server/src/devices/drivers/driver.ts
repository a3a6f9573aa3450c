import type { Reason, Result } from '@kanzel/core';
import type { LineColumn } from '@kanzel/formats';
import type { VehicleLists } from '../vehicle-lists.ts';
import type { Unheard } from '../read-bytes.ts';

/** What a device said at one time: figures by subject and channel, in the order of its columns. */
export interface DeviceSample {
  /** Its time by its own clock (ms). */
  readonly time: number;
  readonly columns: readonly LineColumn[];
  readonly values: readonly (number | null)[];
}

/** What a driver tells whoever has opened a device by it. */
export interface DeviceEars {
  /** The device was reached anew: its clock and its columns may be others. */
  opened(): void;
  sample(sample: DeviceSample): void;
  /** Something was said that is not trusted, and dropped. */
  doubt(reason: Reason): void;
  gone(why: Unheard): void;
}

/** A device that is being listened to. */
export interface Device {
  close(): void;
  /** The lists that can be asked for; absent where no vehicle speaks. */
  readonly lists?: Pick<VehicleLists, 'readMission' | 'writeMission' | 'readParameters'>;
}

/** One thing that has to be said of a device before it can be listened to. */
export interface DeviceSetting {
  readonly name: string;
  readonly label: string;
  readonly kind: 'host' | 'port' | 'number';
}

/**
 * How devices of one protocol are listened to: one object, in one file beside this, in one map. Its settings are kept with
 * the device as JSON, and read here alone.
 */
export interface DeviceDriver<Settings> {
  readonly title: string;
  /** What speaks by it, as people on the sheet call it. */
  readonly speaker: 'monitor' | 'vehicle' | 'receiver';
  readonly settings: readonly DeviceSetting[];
  /** Settings as they were kept or sent; error: a sentence on the first that is not what it should be. */
  readonly read: (settings: unknown) => Result<Settings, string>;
  readonly open: (settings: Settings, standins: boolean, ears: DeviceEars) => Device;
}
