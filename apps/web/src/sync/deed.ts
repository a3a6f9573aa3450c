import { clockOffset } from './clock.ts';
import { DEVICE } from './device.ts';
import { newId } from './new-id.ts';

/** What every entry that this device makes says of itself. */
export interface DeedStamp {
  readonly id: string;
  readonly at: string;
  readonly device: string;
  readonly seen: number;
  readonly offset?: number;
}

/** A new deed, made now by somebody who has the record up to a place. */
export function newDeed(seen: number, at: string = new Date().toISOString()): DeedStamp {
  const offset = clockOffset();
  return { id: newId(), at, device: DEVICE, seen, ...(offset === undefined ? {} : { offset }) };
}
