/** Where somebody was on this device, and when a hand was last on it. */
export interface WasHere {
  /** Address within the campaign. */
  readonly address: string;
  /** The step that was in hand, if the sheet was one of steps. */
  readonly check?: string;
  readonly person: string;
  /** Clock of this device, in milliseconds since 1970. */
  readonly at: number;
  /** How many entries the record had. */
  readonly count: number;
}

export interface Interruption {
  readonly was: WasHere;
  /** Milliseconds. */
  readonly away: number;
  /** Somebody else had the device. */
  readonly takenOver: boolean;
}

/** So long no hand was on the device (ms) that whoever comes back is told where they were: a warm-up that is watched is shorter. */
export const PAUSE = 10 * 60_000;

/**
 * Whether work was interrupted since: another person has the device, or no hand was on it for as long as a pause. A clock that was
 * set back makes no pause.
 */
export function interruptionOf(
  was: WasHere | undefined,
  now: number,
  person: string,
): Interruption | undefined {
  if (!was) return undefined;
  const away = Math.max(0, now - was.at);
  const takenOver = was.person !== person;
  return takenOver || away >= PAUSE ? { was, away, takenOver } : undefined;
}

/** How long somebody was away, in words. Example: "1 h 5 min"; less than a minute is "less than a minute". */
export function awayInWords(milliseconds: number): string {
  const minutes = Math.floor(milliseconds / 60_000);
  if (minutes < 1) return 'less than a minute';
  const [days, hours] = [Math.floor(minutes / 1440), Math.floor(minutes / 60) % 24];
  if (days > 0) return `${days} d ${hours} h`;
  return hours > 0 ? `${hours} h ${minutes % 60} min` : `${minutes} min`;
}
