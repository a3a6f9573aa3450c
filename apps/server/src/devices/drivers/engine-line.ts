import { err, ok, type Result } from '@kanzel/core';
import { readEngineLine, type LineColumn } from '@kanzel/formats';
import { readLines } from '../read-lines.ts';
import type { DeviceDriver } from './driver.ts';

/** Where a device speaks. */
export interface LineAddress {
  readonly host: string;
  readonly port: number;
}

/** An address as it was kept or sent; error: a sentence on the first part that is not what it should be. */
export function readAddress(settings: unknown): Result<LineAddress, string> {
  const { host, port } = (settings ?? {}) as Partial<Record<keyof LineAddress, unknown>>;
  if (typeof host !== 'string' || host.trim() === '') return err('Say the host on which the device speaks.');
  if (typeof port !== 'number' || !Number.isInteger(port) || port < 1 || port > 65_535)
    return err('The port is a whole number from 1 to 65535.');
  return ok({ host, port });
}

/** The engine line protocol over TCP (docs/formats/engine-line.md): engine monitors, and scales. */
export const ENGINE_LINE: DeviceDriver<LineAddress> = {
  title: 'Engine line protocol over TCP',
  speaker: 'monitor',
  settings: [
    { name: 'host', label: 'Host', kind: 'host' },
    { name: 'port', label: 'Port', kind: 'port' },
  ],
  read: readAddress,
  open(address, standins, ears) {
    let columns: readonly LineColumn[] | undefined;
    return readLines(
      { ...address, standins },
      {
        opened: () => {
          columns = undefined;
          ears.opened();
        },
        line: (text) => {
          const read = readEngineLine(text, columns?.length);
          // One bad line is dropped and said; the figures in it were never trustworthy.
          if (!read.ok) {
            // What may have been the header of other columns: figures under the old ones would be told of the wrong engine.
            if (text.startsWith('#')) columns = undefined;
            ears.doubt(read.error);
          } else if (read.value.kind === 'header') columns = read.value.columns;
          else ears.sample({ ...read.value.sample, columns: columns ?? [] });
        },
        gone: (why) => ears.gone(why),
      },
    );
  },
};
