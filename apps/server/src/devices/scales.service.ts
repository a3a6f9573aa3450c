import { Inject, Injectable } from '@nestjs/common';
import type { ScalesView } from '@kanzel/contract';
import { err, ok, reason, type Reason, type Result } from '@kanzel/core';
import type { LineColumn } from '@kanzel/formats';
import { FieldService } from '../field/index.ts';
import { CLOCK, SETTINGS, type Clock, type Settings } from '../settings.ts';
import { DRIVERS, type DeviceSample, type LineAddress } from './drivers/index.ts';

/** So long scales are listened to before they are told (ms), and so long nobody waits for their first line. */
const LISTEN = 1500;
const PATIENCE = 4000;

/** What one scale has shown while it was listened to: all that is told of it, however many lines it sends. */
interface Shown {
  readonly last: number;
  readonly least: number;
  readonly most: number;
}

/** What a set of scales has shown, by its columns: other columns are other scales, and what the ones before showed is not theirs. */
class Showing {
  private columns: readonly LineColumn[] = [];
  private shown: (Shown | undefined)[] = [];

  take({ columns, values }: DeviceSample): void {
    if (columns !== this.columns) this.shown = [];
    this.columns = columns;
    values.forEach((value, i) => {
      if (value === null) return;
      const { least = value, most = value } = this.shown[i] ?? {};
      this.shown[i] = { last: value, least: Math.min(least, value), most: Math.max(most, value) };
    });
  }

  view(): ScalesView['scales'] {
    return this.columns.flatMap(({ subject, channel, unit }, i) => {
      const scale = subject === 'scales' ? this.shown[i] : undefined;
      return scale ? [{ id: channel, value: scale.last, unit, spread: scale.most - scale.least }] : [];
    });
  }
}

/** Listens to a set of scales that speaks the line protocol over TCP: columns `scales.1:kg` and so on. */
@Injectable()
export class ScalesService {
  constructor(
    private readonly fields: FieldService,
    @Inject(SETTINGS) private readonly settings: Settings,
    @Inject(CLOCK) private readonly clock: Clock,
  ) {}

  private address(): LineAddress | undefined {
    const said = this.settings.scales ?? this.fields.get()?.scales;
    const [host, port] = said?.split(':') ?? [];
    return host && port ? { host, port: Number(port) } : undefined;
  }

  /**
   * What every scale of the set shows now: the last figure, and how far its figures lay apart while it was listened to.
   * Errors: `noScales` (nobody said where they speak), `scalesSilent`.
   */
  async read(): Promise<Result<ScalesView, Reason>> {
    const address = this.address();
    if (!address) return err(reason('noScales'));
    return new Promise((resolve) => {
      const showing = new Showing();
      let listening: NodeJS.Timeout | undefined;
      let done = false;
      const end = (result: Result<ScalesView, Reason>): void => {
        if (done) return;
        done = true;
        clearTimeout(patience);
        clearTimeout(listening);
        // What answers before it was opened has nothing to close yet.
        setImmediate(() => device.close());
        resolve(result);
      };
      const silent = (how: string): void => end(err(reason('scalesSilent', { how })));
      const patience = setTimeout(() => silent('notUnderstood'), PATIENCE);
      const device = DRIVERS['engine-line'].open(address, this.settings.standins, {
        opened: () => undefined,
        // A garbled line is dropped: the next one comes in a moment.
        doubt: () => undefined,
        gone: silent,
        sample: (sample) => {
          showing.take(sample);
          listening ??= setTimeout(
            () => end(ok({ at: this.clock.now().toISOString(), scales: showing.view() })),
            LISTEN,
          );
        },
      });
    });
  }
}
