import {
  err,
  MOST_MISSION_ITEMS,
  ok,
  ownMember,
  reason,
  type MissionItem,
  type Reason,
  type Result,
} from '@kanzel/core';
import type { MessageFigures, MessageName } from '@kanzel/formats';

/** An answer that has not come by then is asked for again, so often at most; on a radio that loses half, sixteen times are enough (ms). */
const ANSWER_WITHIN = 700;
const TRIES = 16;
/** The mission that is flown; fences and rally points are lists of their own. */
const FLOWN = 0;
/** Everything was taken, in the words of the protocol. */
const ACCEPTED = 0;

/** Sends a message to the vehicle. */
export type Send = (name: MessageName, figures: Readonly<Record<string, number>>) => void;

export type MissionRead = Result<readonly MissionItem[], Reason>;

const figureOf = (figures: MessageFigures, name: string): number =>
  ownMember(figures, name)?.[0] ?? Number.NaN;
const given = (value: number): number | null => (Number.isFinite(value) ? value : null);

function itemOf(figures: MessageFigures): MissionItem {
  const figure = (name: string): number => figureOf(figures, name);
  return {
    sequence: figure('seq'),
    frame: figure('frame'),
    command: figure('command'),
    autocontinue: figure('autocontinue') !== 0,
    parameters: ['param1', 'param2', 'param3', 'param4'].map((name) => given(figure(name))),
    x: figure('x'),
    y: figure('y'),
    z: given(figure('z')),
  };
}

/**
 * Asks a vehicle for its mission, item by item, and for what does not come again. Nothing of the vehicle is changed by it. What is cut
 * off is nothing: half a mission would be compared as if it were one. Source: mission protocol of MAVLink, download.
 */
export class MissionReader {
  private items: MissionItem[] = [];
  private count: number | undefined;
  private tries = 0;
  private timer: NodeJS.Timeout | undefined;
  private end: ((result: MissionRead) => void) | undefined;
  private reading: Promise<MissionRead> | undefined;

  constructor(
    private readonly send: Send,
    private readonly system: number,
    private readonly answerWithin = ANSWER_WITHIN,
  ) {}

  /** Reads it; whoever asks while it is being read gets the same. */
  read(): Promise<MissionRead> {
    this.reading ??= new Promise((resolve) => {
      this.items = [];
      this.count = undefined;
      this.tries = 0;
      this.end = resolve;
      this.ask();
    });
    return this.reading;
  }

  /** The line is another, or gone: what was begun on it is over. */
  stop(): void {
    this.finish(err(reason('missionSilent')));
  }

  /** Takes what the vehicle says of its mission. */
  take(name: string, figures: MessageFigures): void {
    if (!this.end || (ownMember(figures, 'mission_type')?.[0] ?? FLOWN) !== FLOWN) return;
    if (name === 'MISSION_COUNT' && this.count === undefined) this.begin(figureOf(figures, 'count'));
    // One that comes twice, or late, was taken before; one that comes too early is asked for in its turn.
    if (
      name === 'MISSION_ITEM_INT' &&
      figureOf(figures, 'seq') === this.items.length &&
      this.count !== undefined
    ) {
      this.items.push(itemOf(figures));
      this.tries = 0;
      this.ask();
    }
  }

  private begin(count: number): void {
    if (count > MOST_MISSION_ITEMS) return this.finish(err(reason('missionTooLong', { count })));
    if (count === 0) return this.finish(err(reason('missionEmpty')));
    this.count = count;
    this.tries = 0;
    this.ask();
  }

  private ask(): void {
    clearTimeout(this.timer);
    const to = { target_system: this.system, target_component: 1 };
    if (this.count !== undefined && this.items.length === this.count) {
      this.send('MISSION_ACK', { ...to, type: ACCEPTED });
      return this.finish(ok(this.items));
    }
    if (this.tries >= TRIES) {
      const { count } = this;
      const missing = this.items.length;
      return this.finish(
        err(
          count === undefined
            ? reason('missionSilent')
            : reason('missionCutOff', { count, got: missing, missing }),
        ),
      );
    }
    this.tries += 1;
    if (this.count === undefined) this.send('MISSION_REQUEST_LIST', to);
    else this.send('MISSION_REQUEST_INT', { ...to, seq: this.items.length });
    this.timer = setTimeout(() => this.ask(), this.answerWithin);
  }

  private finish(result: MissionRead): void {
    clearTimeout(this.timer);
    const { end } = this;
    this.end = undefined;
    this.reading = undefined;
    end?.(result);
  }
}
