import { areasNamed, areasOf, type Area } from '../aircraft/areas.ts';
import type { Point } from '../aircraft/plan-types.ts';
import type { Layout } from '../aircraft/types.ts';
import type { Check } from '../checks/types.ts';

/** What a walk needs to know of a check. */
export type WalkedCheck = Pick<
  Check,
  'id' | 'where' | 'subject' | 'kinds' | 'after' | 'standsOn' | 'needs' | 'sets' | 'turn'
>;

/** One place of the walk: where one stands, and what is done there. */
export interface WalkStop {
  readonly areas: readonly Area[];
  /** In the order of the pack. */
  readonly checks: readonly string[];
}

/** A way round the aircraft that comes to every check. */
export interface Walk {
  readonly stops: readonly WalkStop[];
  /** Where one walks, from in front of the nose: metres on the plan. */
  readonly path: readonly Point[];
  /** No way that keeps to the same turns is shorter. False when there were too many to try. */
  readonly shortest: boolean;
  /** Checks that name a part which this aircraft has not; they are done all round it. */
  readonly misplaced: readonly { readonly check: string; readonly missing: readonly string[] }[];
}

/** Open work first, then what is done with clean hands, then what closes, and last the look at the whole. */
const TURNS = { passing: 0, clean: 1, closing: 2, last: 3 } as const;

/** So many ways are followed side by side; more than any aircraft that ships needs. */
const SIDE_BY_SIDE = 6000;

/** So many places are gone on to in all, twice what any aircraft that ships needs; a page stands still meanwhile. */
const MOST_TRIED = 60_000;

/** With how many ways it comes to an end once all that was tried: none of them is the shortest but by luck. */
const THEN = 20;

/** Some of the checks, a bit for each by its place in the list. */
type Some = bigint;
const bit = (i: number): Some => 1n << BigInt(i);
const someOf = (list: readonly number[]): Some => list.reduce((all, i) => all | bit(i), 0n);
const holds = (all: Some, part: Some): boolean => (all & part) === part;

/** A way as far as it has come; what was before lies behind it. */
interface Way {
  readonly done: Some;
  /** The same as a word: in hexadecimal, since that alone is written as fast as it is long. */
  readonly key: string;
  readonly at: Point;
  readonly metres: number;
  /** The place it came to last, what was done there, and the way there; nothing at the start. */
  readonly last?: {
    readonly from: Way;
    readonly place: number;
    readonly checks: readonly number[];
    readonly path: readonly Point[];
  };
}

/** What can be done at a place, in order, and the same as a set. */
interface Doable {
  readonly checks: readonly number[];
  readonly all: Some;
}

const apart = ([a, b]: Point, [x, y]: Point): number => Math.hypot(x - a, y - b);

/** Through all points, each time to the nearest that is left. */
function through(from: Point, points: readonly Point[]): { metres: number; path: readonly Point[] } {
  const left = [...points];
  const path: Point[] = [];
  let metres = 0;
  let at = from;
  while (left.length > 0) {
    const nearest = left.reduce((best, p, i) => (apart(at, p) < apart(at, left[best] ?? p) ? i : best), 0);
    const [next = at] = left.splice(nearest, 1);
    metres += apart(at, next);
    path.push(next);
    at = next;
  }
  return { metres, path };
}

/** Where a check is done: one for each engine at its engines, unless it says it is done elsewhere. */
function placeOf(check: WalkedCheck, layout: Layout): { areas: readonly Area[]; missing: readonly string[] } {
  const place = areasNamed(check.where, layout);
  if (check.subject !== 'engine') return place;
  const isEngine = (a: Area): boolean => layout.propulsors.some((p) => p.id === a.id);
  if (place.areas.some((a) => !isEngine(a) && a.id !== 'round')) return place;
  const own = layout.propulsors.filter(
    (p) => p.driven !== true && (check.kinds === undefined || check.kinds.includes(p.kind)),
  );
  const areas = areasOf(layout).filter((a) => own.some((p) => p.id === a.id));
  return areas.length > 0 ? { areas, missing: [] } : place;
}

/** What of the list comes before each, by place in the list: what it says, and what a state asks for that it changes. */
function groundsOf(checks: readonly WalkedCheck[]): readonly ReadonlySet<number>[] {
  const place = new Map(checks.map((c, i) => [c.id, i]));
  return checks.map((check, i) => {
    const said = [...check.after, ...check.standsOn].flatMap((id) => place.get(id) ?? []);
    const changed = Object.entries(check.sets);
    const spoiled = checks.flatMap((other, j) =>
      j !== i &&
      !other.after.includes(check.id) &&
      !other.standsOn.includes(check.id) &&
      changed.some(([key, value]) =>
        Object.entries(other.needs).some(([needed, wanted]) => needed === key && wanted !== value),
      )
        ? [j]
        : [],
    );
    return new Set([...said, ...spoiled].filter((j) => j !== i));
  });
}

/** The turn of each: its own, or that of what it comes behind. */
function turnsOf(
  checks: readonly WalkedCheck[],
  places: readonly { readonly areas: readonly Area[] }[],
  grounds: readonly ReadonlySet<number>[],
): readonly number[] {
  const turns: number[] = checks.map((check, i) =>
    check.turn ? TURNS[check.turn] : places[i]?.areas.every((a) => a.clean) ? TURNS.clean : TURNS.passing,
  );
  // Raised until nothing rises: as often as there are checks at the most, whatever circle somebody wrote.
  for (let round = 0, risen = true; risen && round < checks.length; round += 1) {
    risen = false;
    grounds.forEach((before, i) => {
      const own = turns[i] ?? 0;
      for (const j of before) turns[i] = Math.max(turns[i] ?? 0, turns[j] ?? 0);
      risen ||= (turns[i] ?? 0) > own;
    });
  }
  return turns;
}

/** Looks for the shortest way that keeps to the turns, turn by turn. */
class WalkSearch {
  shortest = true;
  private readonly before: readonly Some[];
  /** Checks of each place, by their place in the list. */
  private readonly at: readonly (readonly number[])[];
  private readonly legs = new Map<string, ReturnType<typeof through>>();
  /** What can be done at each place, by the turn and what is done already: many ways have come to the same. */
  private readonly doable = new Map<string, Doable>();
  private tried = 0;

  constructor(
    private readonly turns: readonly number[],
    grounds: readonly ReadonlySet<number>[],
    /** Which place each check is done at. */
    private readonly placeOf: readonly number[],
    private readonly points: readonly (readonly Point[])[],
  ) {
    this.before = grounds.map((g) => someOf([...g]));
    this.at = points.map((_, place) => placeOf.flatMap((p, i) => (p === place ? [i] : [])));
  }

  /** From one point to a place, and round what there is of it. */
  private leg(from: Point, place: number): ReturnType<typeof through> {
    const key = `${from[0]} ${from[1]} ${place}`;
    const known = this.legs.get(key) ?? through(from, this.points[place] ?? []);
    this.legs.set(key, known);
    return known;
  }

  private goneOn(from: Way, place: number, { checks, all }: Doable): Way {
    const { metres, path } = this.leg(from.at, place);
    const done = from.done | all;
    return {
      done,
      key: done.toString(16),
      at: path.at(-1) ?? from.at,
      metres: from.metres + metres,
      last: { from, place, checks, path },
    };
  }

  private doneAt(place: number, turn: number, way: Way): Doable {
    const key = `${place} ${turn} ${way.key}`;
    const known = this.doable.get(key) ?? this.lookAt(place, turn, way.done);
    this.doable.set(key, known);
    return known;
  }

  /** Everything that can be done at a place now, in the order of the pack as far as one thing does not wait for another. */
  private lookAt(place: number, turn: number, done: Some): Doable {
    let now = done;
    const checks: number[] = [];
    const left = (this.at[place] ?? []).filter((i) => this.turns[i] === turn && !holds(done, bit(i)));
    for (;;) {
      // Each time from the first: what was just done may have been all that an earlier one waited for.
      const at = left.findIndex((i) => holds(now, this.before[i] ?? 0n));
      const [next] = at < 0 ? [] : left.splice(at, 1);
      if (next === undefined) return { checks, all: now & ~done };
      now |= bit(next);
      checks.push(next);
    }
  }

  /** Every way one place further, of those that come to the same the shortest; and the shortest that has come to all. */
  private further(
    level: readonly Way[],
    turn: number,
    all: Some,
    best: Way | undefined,
  ): { level: readonly Way[]; best: Way | undefined } {
    const next = new Map<string, Way>();
    let arrived = best;
    for (const way of level)
      for (let place = 0; place < this.points.length; place += 1) {
        const found = this.doneAt(place, turn, way);
        if (found.checks.length === 0) continue;
        this.tried += 1;
        const gone = this.goneOn(way, place, found);
        if (arrived && gone.metres >= arrived.metres) continue;
        if (holds(gone.done, all)) {
          arrived = gone;
          continue;
        }
        const key = `${gone.key} ${gone.at[0]} ${gone.at[1]}`;
        const known = next.get(key);
        if (!known || gone.metres < known.metres) next.set(key, gone);
      }
    return { level: [...next.values()], best: arrived };
  }

  /** The way gone on through everything of one turn. */
  through(turn: number, from: Way): Way {
    const wanted = this.turns.flatMap((t, i) => (t === turn ? [i] : []));
    let level: readonly Way[] = [from];
    let best: Way | undefined;
    while (level.length > 0) {
      ({ level, best } = this.further(level, turn, someOf(wanted), best));
      const most = this.tried > MOST_TRIED ? THEN : SIDE_BY_SIDE;
      if (level.length <= most) continue;
      this.shortest = false;
      level = level.toSorted((a, b) => a.metres - b.metres).slice(0, most);
    }
    if (best) return best;
    // What waits for itself: done all the same, where it stands, so that nothing is left out.
    this.shortest = false;
    return wanted.reduce<Way>(
      (way, i) =>
        holds(way.done, bit(i)) ? way : this.goneOn(way, this.placeOf[i] ?? 0, { checks: [i], all: bit(i) }),
      from,
    );
  }
}

/**
 * A walk round the aircraft that comes to every check given: open work first, then what asks for clean hands, then what
 * closes, then the look at the whole; each check behind those it says it comes after, and behind those that need a state
 * which it ends; and of all such ways the one with the fewest steps, from in front of the nose. A check that names several
 * parts is done when the last of them has been seen. What waits for itself in a circle comes in the order of the pack.
 * Ties fall to the order of the pack.
 * Units: metres on the plan, straight lines. It is a drawing, so it tells which way is shorter, not how long it is.
 * Example: wing, tail, cockpit and panels to close on a sailplane: wing, tail, cockpit, then the panels.
 */
export function walkOf(checks: readonly WalkedCheck[], layout: Layout): Walk {
  const found = checks.map((c) => placeOf(c, layout));
  const grounds = groundsOf(checks);
  const turns = turnsOf(checks, found, grounds);
  const keys = found.map((p) => p.areas.map((a) => a.id).join(' '));
  const places = [...new Set(keys)];
  const areas = places.map((key) => found[keys.indexOf(key)]?.areas ?? []);
  const search = new WalkSearch(
    turns,
    grounds,
    keys.map((key) => places.indexOf(key)),
    areas.map((parts) => parts.flatMap((a) => a.at)),
  );
  const start: Point = [0, -0.1 * layout.length];
  const inTurn = [...new Set(turns)].sort((a, b) => a - b);
  const way = inTurn.reduce<Way>((so, turn) => search.through(turn, so), {
    done: 0n,
    key: '0',
    at: start,
    metres: 0,
  });

  const idOf = (i: number): string => checks[i]?.id ?? '';
  const stops: WalkStop[] = [];
  const path: Point[] = [];
  for (let { last } = way; last; last = last.from.last) {
    stops.unshift({ areas: areas[last.place] ?? [], checks: last.checks.map(idOf) });
    path.unshift(...last.path);
  }
  return {
    stops,
    path: [start, ...path],
    shortest: search.shortest,
    misplaced: found.flatMap((p, i) =>
      p.missing.length > 0 ? [{ check: idOf(i), missing: p.missing }] : [],
    ),
  };
}
