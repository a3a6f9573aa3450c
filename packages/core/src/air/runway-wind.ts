import { reason, type Reason } from '../reasons/reason.ts';
import { err, ok, type Result } from '../result.ts';

/** Wind as it is met at the field; any unit of speed, the same throughout. */
export interface FieldWind {
  /** Degrees from which it comes, of the same north as the runways. */
  readonly from: number;
  readonly speed: number;
  readonly gust?: number | undefined;
}

/** What a wind does along and across one direction of a runway. */
export interface RunwayWind {
  readonly heading: number;
  /** Plus from ahead, with the wind between gusts: what can be counted on. */
  readonly head: number;
  /** From the side, whichever, with the gust: what has to be held. */
  readonly cross: number;
  /** From behind, with the gust; nothing where it comes from ahead. */
  readonly tail: number;
  /** The side it comes from. */
  readonly side: 'left' | 'right' | 'none';
}

/**
 * Head and cross component of a wind on a runway, same unit as the speed: head positive from ahead, cross positive
 * from the right. Direction (from) and runway heading in degrees of the same north.
 * Source: resolution of a vector. Example: 240 degrees at 14 kt on runway heading 240 is 14 head, 0 cross.
 */
export function windComponents(
  direction: number,
  speed: number,
  runway: number,
): { head: number; cross: number } {
  const angle = ((direction - runway) * Math.PI) / 180;
  return { head: speed * Math.cos(angle), cross: speed * Math.sin(angle) };
}

/** Less than this from a side is from none. */
const STRAIGHT = 1e-9;

function onRunway({ from, speed, gust = speed }: FieldWind, heading: number): RunwayWind {
  const [mean, worst] = [windComponents(from, speed, heading), windComponents(from, gust, heading)];
  return {
    heading,
    head: mean.head,
    cross: Math.abs(worst.cross),
    tail: Math.max(0, -worst.head),
    side: Math.abs(worst.cross) < STRAIGHT ? 'none' : worst.cross > 0 ? 'right' : 'left',
  };
}

/**
 * What the wind does on every direction of the runways, gusts on the pessimistic side: across and from behind they count, from ahead they do not.
 * The best comes first: least from behind, and of those least across.
 *
 * Units: degrees of one north; any unit of speed. Errors: `windNone` where a figure is none, or a gust is below the wind; `runwayNone`.
 * Source: `windComponents`. Example: 300° at 10, gusts 18, on 24 and 06: on 24 it is 5 ahead and 15.6 across from the right; on 06 9 from behind.
 */
export function windOnRunways(
  wind: FieldWind,
  headings: readonly number[],
): Result<readonly RunwayWind[], Reason> {
  const { from, speed, gust = speed } = wind;
  if (!(Number.isFinite(from) && Number.isFinite(gust) && speed >= 0 && gust >= speed))
    return err(reason('windNone'));
  if (headings.length === 0 || headings.some((h) => !Number.isFinite(h))) return err(reason('runwayNone'));
  return ok(
    headings
      .map((heading) => onRunway(wind, heading))
      .sort((a, b) => a.tail - b.tail || a.cross - b.cross || b.head - a.head),
  );
}
