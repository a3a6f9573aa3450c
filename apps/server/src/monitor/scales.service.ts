import { createConnection } from 'node:net';
import { Inject, Injectable } from '@nestjs/common';
import type { ScalesView } from '@kanzel/contract';
import { err, ok, reason, type Reason, type Result } from '@kanzel/core';
import { readEngineLine, type EngineColumn } from '@kanzel/formats';
import { FieldService } from '../field/index.ts';
import { hostMayBeAsked, lookupFor } from '../outgoing/addresses.ts';
import { CLOCK, SETTINGS, type Clock, type Settings } from '../settings.ts';

/** So long scales are listened to before they are told (ms), and so long nobody waits for their first line. */
const LISTEN = 1500;
const PATIENCE = 4000;
const LONGEST_LINE = 4096;

/** What one scale has shown while it was listened to: all that is told of it, however many lines it sends. */
interface Shown {
  readonly last: number;
  readonly least: number;
  readonly most: number;
}

/** Listens to a set of scales that speaks the line protocol over TCP: columns `scales.1:kg` and so on. */
@Injectable()
export class ScalesService {
  constructor(
    private readonly fields: FieldService,
    @Inject(SETTINGS) private readonly settings: Settings,
    @Inject(CLOCK) private readonly clock: Clock,
  ) {}

  private address(): { readonly host: string; readonly port: number } | undefined {
    const said = this.settings.scales ?? this.fields.get()?.scales;
    const [host, port] = said?.split(':') ?? [];
    return host && port ? { host, port: Number(port) } : undefined;
  }

  /**
   * What every scale of the set shows now: the last figure, and how far its figures lay apart while it was listened to.
   * Errors: `noScales` (nobody said where they speak), `scalesSilent`.
   */
  async read(): Promise<Result<ScalesView, Reason>> {
    const at = this.address();
    if (!at) return err(reason('noScales'));
    const { standins } = this.settings;
    if (!hostMayBeAsked(at.host, standins)) return err(reason('scalesSilent', { how: 'notAllowed' }));
    return new Promise((resolve) => {
      const socket = createConnection({ ...at, lookup: lookupFor(standins) });
      let columns: readonly EngineColumn[] | undefined;
      let rest = '';
      let shown: (Shown | undefined)[] = [];
      let listening = false;
      let done = false;
      const end = (result: Result<ScalesView, Reason>): void => {
        if (done) return;
        done = true;
        clearTimeout(patience);
        socket.destroy();
        resolve(result);
      };
      const silent = (how: string): void => end(err(reason('scalesSilent', { how })));
      const patience = setTimeout(() => silent('notUnderstood'), PATIENCE);
      socket.setEncoding('latin1');
      socket.on('error', (error) =>
        silent((error as { code?: string }).code === 'ENOTALLOWED' ? 'notAllowed' : 'unreachable'),
      );
      socket.on('close', () => silent('unreachable'));
      socket.on('data', (chunk: string) => {
        const lines = (rest + chunk).split('\n');
        rest = (lines.pop() ?? '').slice(0, LONGEST_LINE);
        for (const text of lines) {
          const read = readEngineLine(text, columns?.length);
          // A garbled line is dropped: the next one comes in a moment.
          if (!read.ok) continue;
          if (read.value.kind === 'header') {
            // Other columns are other scales: what the ones before showed is not theirs.
            columns = read.value.columns;
            shown = [];
            continue;
          }
          if (!listening) setTimeout(() => end(ok(this.view(columns ?? [], shown))), LISTEN);
          listening = true;
          read.value.sample.values.forEach((value, i) => {
            if (value === null) return;
            const { least = value, most = value } = shown[i] ?? {};
            shown[i] = { last: value, least: Math.min(least, value), most: Math.max(most, value) };
          });
        }
      });
    });
  }

  private view(columns: readonly EngineColumn[], shown: readonly (Shown | undefined)[]): ScalesView {
    return {
      at: this.clock.now().toISOString(),
      scales: columns.flatMap(({ engine, channel, unit }, i) => {
        const scale = engine === 'scales' ? shown[i] : undefined;
        return scale ? [{ id: channel, value: scale.last, unit, spread: scale.most - scale.least }] : [];
      }),
    };
  }
}
