import { err, ok, ownMember, reason, type MissionItem, type Reason, type Result } from '@kanzel/core';
import type { MessageFigures } from '@kanzel/formats';
import type { Send } from './mission-reader.ts';

/** What was sent and not answered by then is sent again, so often at most (ms). */
const ANSWER_WITHIN = 700;
const TRIES = 16;
/** The mission that is flown; fences and rally points are lists of their own. */
const FLOWN = 0;

export type MissionWritten = Result<true, Reason>;

/** What a vehicle says at the end, in the words of the protocol. Source: MAV_MISSION_RESULT. */
const RESULTS: ReadonlyMap<number, string> = new Map([
  [1, 'it took an error'],
  [2, 'it does not know the frame of an item'],
  [3, 'it does not know a command'],
  [5, 'an item is invalid'],
  [13, 'an item came out of turn'],
  [14, 'it takes none from this station'],
  [15, 'it was called off'],
]);
const ACCEPTED = 0;
const NO_SPACE = 4;

/**
 * Puts a mission aboard: says how many items come, gives each as the vehicle asks for it, and takes its word at the end for what it is
 * worth: what is aboard is told by reading it back. Source: mission protocol of MAVLink, upload.
 */
export class MissionWriter {
  private items: readonly MissionItem[] = [];
  /** The item asked for last; before the first, how many there are is said again. */
  private asked = -1;
  private tries = 0;
  private timer: NodeJS.Timeout | undefined;
  private end: ((result: MissionWritten) => void) | undefined;

  constructor(
    private readonly send: Send,
    private readonly system: number,
    private readonly answerWithin = ANSWER_WITHIN,
  ) {}

  get busy(): boolean {
    return this.end !== undefined;
  }

  /** Puts it aboard. Errors: `missionBusy` while another is on its way; as the vehicle answers; that it is silent. */
  write(items: readonly MissionItem[]): Promise<MissionWritten> {
    if (this.busy) return Promise.resolve(err(reason('missionBusy')));
    return new Promise((resolve) => {
      this.items = items;
      this.asked = -1;
      this.tries = 0;
      this.end = resolve;
      this.say();
    });
  }

  /** The line is another, or gone: what was begun on it is over, and nobody knows what is aboard. */
  stop(): void {
    this.finish(
      err(reason('missionUploadCutOff', { got: Math.max(0, this.asked), count: this.items.length })),
    );
  }

  /** Takes what the vehicle says of the mission that it is given. */
  take(name: string, figures: MessageFigures): void {
    const figure = (field: string): number => ownMember(figures, field)?.[0] ?? Number.NaN;
    if (!this.end || (ownMember(figures, 'mission_type')?.[0] ?? FLOWN) !== FLOWN) return;
    if (name === 'MISSION_REQUEST_INT' || name === 'MISSION_REQUEST') {
      const seq = figure('seq');
      if (!Number.isInteger(seq) || seq < 0 || seq >= this.items.length) return;
      // What comes late asks for what was given long ago; gone back to, the end would never be heard.
      if (seq < this.asked) return;
      // What is asked for in its turn is progress; the same again was lost on the way, and does not go on for ever.
      if (seq > this.asked) this.tries = 0;
      this.asked = seq;
      this.say();
    }
    if (name === 'MISSION_ACK') this.hear(figure('type'));
  }

  private hear(type: number): void {
    const { length: count } = this.items;
    if (type === NO_SPACE) return this.finish(err(reason('missionNoSpace', { count })));
    if (type !== ACCEPTED)
      return this.finish(
        err(reason('missionNotTaken', { why: RESULTS.get(type) ?? `it answers ${type}`, item: this.asked })),
      );
    // One that is left over from another upload says nothing of this one.
    if (this.asked === count - 1) this.finish(ok(true));
  }

  private say(): void {
    clearTimeout(this.timer);
    if (this.tries >= TRIES) return this.stop();
    this.tries += 1;
    const to = { target_system: this.system, target_component: 1 };
    const item = this.items[this.asked];
    if (item === undefined) this.send('MISSION_COUNT', { ...to, count: this.items.length });
    else {
      const [param1, param2, param3, param4] = item.parameters.map((p) => p ?? Number.NaN);
      this.send('MISSION_ITEM_INT', {
        ...to,
        seq: item.sequence,
        frame: item.frame,
        command: item.command,
        current: 0,
        autocontinue: item.autocontinue ? 1 : 0,
        param1: param1 ?? Number.NaN,
        param2: param2 ?? Number.NaN,
        param3: param3 ?? Number.NaN,
        param4: param4 ?? Number.NaN,
        x: item.x,
        y: item.y,
        z: item.z ?? Number.NaN,
      });
    }
    this.timer = setTimeout(() => this.say(), this.answerWithin);
  }

  private finish(result: MissionWritten): void {
    clearTimeout(this.timer);
    const { end } = this;
    this.end = undefined;
    end?.(result);
  }
}
