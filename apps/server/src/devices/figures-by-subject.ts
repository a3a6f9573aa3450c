import { inChannelUnit, reason, type Reason } from '@kanzel/core';
import type { MonitorEvent } from '@kanzel/contract';
import type { DeviceSample } from './drivers/index.ts';

/**
 * Figures of a line by subject and channel, each in the unit that its channel has here. Where two columns say the same of the same engine, as
 * two monitors on one line do, nobody knows which: neither counts. `doubt`: the first thing that could not be taken.
 */
export function figuresBySubject({ columns, values }: DeviceSample): {
  readonly values: MonitorEvent['values'];
  readonly doubt?: Reason;
} {
  const found: Record<string, Record<string, number | null>> = {};
  const named = new Set<string>();
  let doubt: Reason | undefined;
  columns.forEach(({ subject, channel, unit }, i) => {
    const own = (found[subject] ??= {});
    const name = `${subject}.${channel}`;
    const value = values[i] ?? null;
    if (named.has(name)) {
      doubt ??= reason('lineColumnTwice', { column: name });
      own[channel] = null;
      return;
    }
    named.add(name);
    const figure = value === null ? undefined : inChannelUnit(channel, value, unit);
    if (figure && !figure.ok) doubt ??= figure.error;
    own[channel] = figure?.ok ? figure.value : null;
  });
  return { values: found, ...(doubt ? { doubt } : {}) };
}
