import {
  err,
  MOST_PARAMETERS,
  ok,
  ownMember,
  parameterValue,
  reason,
  type Reason,
  type Result,
  type VehicleParameter,
} from '@kanzel/core';
import type { MessageFigures } from '@kanzel/formats';
import type { Send } from './mission-reader.ts';

/** The list comes by itself; when nothing has come for so long, what is missing is asked for (ms). */
const QUIET = 700;
/** So many are asked for at once, and each so often at most. */
const TOGETHER = 8;
const TRIES = 16;

export type ParametersRead = Result<readonly VehicleParameter[], Reason>;

const figureOf = (figures: MessageFigures, name: string): number =>
  ownMember(figures, name)?.[0] ?? Number.NaN;

/** A name ends at its first zero, or fills all sixteen places. */
function nameOf(figures: MessageFigures): string {
  const codes = ownMember(figures, 'param_id') ?? [];
  const end = codes.indexOf(0);
  return String.fromCharCode(...codes.slice(0, end < 0 ? codes.length : end));
}

/**
 * Asks a vehicle for all its parameters, and for those that did not come. Nothing of the vehicle is changed by it. A list that is cut
 * off is none. Source: parameter protocol of MAVLink, read all.
 */
export class ParameterReader {
  private readonly found = new Map<number, VehicleParameter>();
  private count: number | undefined;
  private tries = 0;
  private timer: NodeJS.Timeout | undefined;
  private end: ((result: ParametersRead) => void) | undefined;
  private reading: Promise<ParametersRead> | undefined;

  constructor(
    private readonly send: Send,
    private readonly system: number,
    private readonly quiet = QUIET,
  ) {}

  /** Reads them; whoever asks while they are being read gets the same. */
  read(): Promise<ParametersRead> {
    this.reading ??= new Promise((resolve) => {
      this.found.clear();
      this.count = undefined;
      this.tries = 0;
      this.end = resolve;
      this.ask();
    });
    return this.reading;
  }

  /** The line is another, or gone: what was begun on it is over. */
  stop(): void {
    this.finish(err(reason('parametersSilent')));
  }

  /** Takes one parameter that the vehicle says. */
  take(figures: MessageFigures): void {
    if (!this.end) return;
    const [index, count] = [figureOf(figures, 'param_index'), figureOf(figures, 'param_count')];
    // One that was changed meanwhile is told without a place; it comes again with one.
    if (!(index < count)) return;
    if (count > MOST_PARAMETERS) return this.finish(err(reason('parametersTooMany', { count })));
    // Another count is another list, as after a change of what is fitted: it is read from the beginning.
    if (this.count !== undefined && this.count !== count) this.found.clear();
    this.count = count;
    const value = parameterValue(figureOf(figures, 'param_value bytes'), figureOf(figures, 'param_type'));
    if (value === undefined) return;
    if (!this.found.has(index)) this.tries = 0;
    this.found.set(index, { name: nameOf(figures), value });
    if (this.found.size === count) return this.whole();
    this.wait();
  }

  private whole(): void {
    const items = [...this.found.entries()].sort(([a], [b]) => a - b).map(([, item]) => item);
    const names = items.map((i) => i.name);
    const twice = names.find((name, i) => names.indexOf(name) !== i);
    this.finish(twice === undefined ? ok(items) : err(reason('parametersTwice', { name: twice })));
  }

  private wait(): void {
    clearTimeout(this.timer);
    this.timer = setTimeout(() => this.ask(), this.quiet);
  }

  private missing(): readonly number[] {
    const all = Array.from({ length: this.count ?? 0 }, (_, i) => i);
    return all.filter((i) => !this.found.has(i)).slice(0, TOGETHER);
  }

  private ask(): void {
    const { count } = this;
    if (this.tries >= TRIES)
      return this.finish(
        err(
          count === undefined
            ? reason('parametersSilent')
            : reason('parametersCutOff', { count, got: this.found.size, missing: this.missing()[0] ?? 0 }),
        ),
      );
    this.tries += 1;
    const to = { target_system: this.system, target_component: 1 };
    if (count === undefined) this.send('PARAM_REQUEST_LIST', to);
    else for (const index of this.missing()) this.send('PARAM_REQUEST_READ', { ...to, param_index: index });
    this.wait();
  }

  private finish(result: ParametersRead): void {
    clearTimeout(this.timer);
    const { end } = this;
    this.end = undefined;
    this.reading = undefined;
    end?.(result);
  }
}
