import {
  areasNamed,
  isLockAnswered,
  locksOf,
  worstMark,
  type Area,
  type BasisIndex,
  type CampaignState,
  type CheckStatus,
  type Layout,
  type Mark,
  type Walk,
} from '@kanzel/core';
import type { FindingLineView } from '@kanzel/contract';

/** One place of the walk, as it stands now. */
export interface WalkedStop {
  readonly number: number;
  readonly title: string;
  readonly areas: readonly Area[];
  readonly checks: readonly CheckStatus[];
  readonly mark: Mark;
  readonly proven: number;
}

/** What is on, or was found, at a part of the aircraft. */
export interface Flag {
  /** Earlier ones are of campaigns before this: look here again. */
  readonly kind: 'tag' | 'finding' | 'earlier';
  readonly id: string;
  readonly text: string;
  readonly area: Area;
  /** Of a tag: the systems that the open work touches. */
  readonly touches?: readonly string[];
}

const TOGETHER: readonly (readonly [whole: string, parts: readonly string[]])[] = [
  ['Wings', ['Left wing', 'Right wing']],
];

/** Several areas in few words: "Wings and tail"; many of one kind are counted. */
export function titleOfAreas(areas: readonly Area[]): string {
  let titles = areas.map((a) => a.title);
  for (const [whole, parts] of TOGETHER)
    if (parts.every((p) => titles.includes(p))) titles = [whole, ...titles.filter((t) => !parts.includes(t))];
  const [first = '', ...rest] = titles;
  const [kind = ''] = first.split(' ');
  if (titles.length > 3)
    return titles.every((t) => t.startsWith(`${kind} `))
      ? `All ${titles.length} ${kind.toLowerCase()}s`
      : `${first} and ${rest.length} more`;
  const lower = rest.map((t) => t.charAt(0).toLowerCase() + t.slice(1));
  const last = lower.pop();
  return last === undefined ? first : `${[first, ...lower].join(', ')} and ${last}`;
}

/** The places of a walk with what was found at each. A walk that names checks which are not there leaves them out. */
export function stopsOf(walk: Walk, checks: readonly CheckStatus[]): readonly WalkedStop[] {
  const byId = new Map(checks.map((c) => [c.check.id, c]));
  return walk.stops.map((stop, i) => {
    const own = stop.checks.flatMap((id) => byId.get(id) ?? []);
    return {
      number: i + 1,
      title: titleOfAreas(stop.areas),
      areas: stop.areas,
      checks: own,
      mark: worstMark(own.map((c) => c.mark)),
      proven: own.filter((c) => c.proven).length,
    };
  });
}

/** Where on a walk each check comes. */
export function placesOnWalk(walk: Walk): ReadonlyMap<string, number> {
  return new Map(walk.stops.flatMap((s) => [...s.checks]).map((id, i) => [id, i]));
}

/** The order in which one comes to the checks; that of the pack where there is no walk. */
export function inOrder(checks: readonly CheckStatus[], walk: Walk | undefined): readonly CheckStatus[] {
  if (!walk) return checks;
  const place = placesOnWalk(walk);
  const last = place.size;
  return checks.toSorted((a, b) => (place.get(a.check.id) ?? last) - (place.get(b.check.id) ?? last));
}

/** How an area looks: the worst of everything that is done at it. Nothing is done at most tanks; they stay as drawn. */
export function marksOfAreas(stops: readonly WalkedStop[]): ReadonlyMap<string, Mark> {
  const marks = new Map<string, Mark[]>();
  for (const stop of stops)
    for (const area of stop.areas) marks.set(area.id, [...(marks.get(area.id) ?? []), stop.mark]);
  return new Map([...marks].map(([id, all]) => [id, worstMark(all)]));
}

/** The first part of the aircraft that words name. */
function partNamed(words: string, layout: Layout): Area | undefined {
  return areasNamed(words, layout).areas.find((a) => a.id !== 'round' && a.id !== 'beside');
}

/**
 * Findings of other campaigns, one ring for each part of the aircraft: those of this one first, the newest first; then those of
 * others of its type, by their marks.
 */
export function earlierFlags(
  lines: readonly FindingLineView[],
  here: { readonly id: string; readonly index: BasisIndex },
  layout: Layout,
): readonly Flag[] {
  const { mark } = here.index.basis.aircraft;
  const others = lines.filter((l) => l.campaign !== here.id);
  const byPart = new Map<string, Flag>();
  for (const line of [...others.filter((l) => l.mark === mark), ...others.filter((l) => l.mark !== mark)]) {
    const area = partNamed(line.where, layout) ?? partNamed(line.title, layout);
    if (!area) continue;
    const known = byPart.get(area.id);
    const text = line.mark === mark ? line.title : `${line.mark}: ${line.title}`;
    byPart.set(area.id, {
      kind: 'earlier',
      id: `earlier ${area.id}`,
      text: known ? `${known.text}; ${text}` : text,
      area,
    });
  }
  return [...byPart.values()];
}

/** Tags that are on and findings not closed, at the part that they name. What names none is not on the drawing. */
export function flagsOf(state: CampaignState, layout: Layout): readonly Flag[] {
  const at = (words: string): Area | undefined => partNamed(words, layout);
  const tags = [...state.tags].flatMap(([id, { on, off }]) => {
    const area = at(on.where) ?? at(on.thing);
    return off === undefined && area
      ? [{ kind: 'tag' as const, id, text: on.thing, area, touches: on.touches }]
      : [];
  });
  const findings = [...state.findings].flatMap(([id, { raised, closed }]) => {
    const area = at(raised.where) ?? at(raised.title);
    return closed === undefined && area ? [{ kind: 'finding' as const, id, text: raised.title, area }] : [];
  });
  return [...tags, ...findings];
}

/** How many locks the checks ask for, and how many of them were seen and felt and are in order. */
export function locksSeen(
  checks: readonly CheckStatus[],
  index: BasisIndex,
): { readonly seen: number; readonly all: number } {
  let [seen, all] = [0, 0];
  for (const { check, parts } of checks) {
    if (check.answer.kind !== 'locks') continue;
    const wanted = locksOf(check.answer.locks, index);
    for (const part of parts) {
      all += wanted.length;
      const given = part.answer?.answer;
      if (given?.kind !== 'locks' || part.mark === 'again') continue;
      seen += wanted.filter(({ id, form }) =>
        given.locks.some((l) => l.id === id && l.fault === undefined && isLockAnswered(form, l)),
      ).length;
    }
  }
  return { seen, all };
}

/** A point on the picture, in pixels. */
export interface Spot {
  readonly x: number;
  readonly y: number;
}

/** Moves signs apart until none lies on another, each as little as it takes, and none beyond the edge of the picture. */
export function spread(
  spots: readonly Spot[],
  size: number,
  box: { readonly width: number; readonly height: number },
): readonly Spot[] {
  const moved = spots.map((s) => ({ ...s }));
  const keepIn = (s: { x: number; y: number }): void => {
    s.x = Math.min(Math.max(s.x, size / 2), Math.max(size / 2, box.width - size / 2));
    s.y = Math.min(Math.max(s.y, size / 2), Math.max(size / 2, box.height - size / 2));
  };
  moved.forEach(keepIn);
  for (let round = 0; round < 200; round += 1) {
    let still = true;
    moved.forEach((a, i) =>
      moved.slice(i + 1).forEach((b, j) => {
        const [dx, dy] = [b.x - a.x, b.y - a.y];
        const apart = Math.hypot(dx, dy);
        if (apart >= size) return;
        still = false;
        // One on the other: along a direction of its own for each pair, so that they do not stay in line.
        const turn = (i * 7 + j * 3 + round) * 0.7;
        const [ux, uy] = apart > 0.01 ? [dx / apart, dy / apart] : [Math.cos(turn), Math.sin(turn)];
        const push = (size - apart) / 2 + 0.1;
        a.x -= ux * push;
        a.y -= uy * push;
        b.x += ux * push;
        b.y += uy * push;
        keepIn(a);
        keepIn(b);
      }),
    );
    if (still) break;
  }
  return moved;
}
