import { STATIONS, type Check, type Pack } from './types.ts';

const replaceChecks = (pack: Pack, checks: readonly Check[]): Pack => ({ ...pack, checks });

/**
 * Checks by station, and inside it in the order given, the look at the whole behind all others: how a pack is always kept.
 * Example: "Stand back and look", listed first of the inspection, is its last.
 */
export function inStationOrder(checks: readonly Check[]): Check[] {
  return STATIONS.flatMap((station) => {
    const here = checks.filter((c) => c.station === station);
    return [...here.filter((c) => c.turn !== 'last'), ...here.filter((c) => c.turn === 'last')];
  });
}

/**
 * Moves a check to another place among the checks of its station, counted from 0; places beyond the ends mean
 * the ends. Example: moving the third to 0 makes it the first.
 */
export function moveCheck(pack: Pack, id: string, to: number): Pack {
  const moved = pack.checks.find((c) => c.id === id);
  if (!moved) return pack;
  const others = pack.checks.filter((c) => c.station === moved.station && c.id !== id);
  const at = Math.max(0, Math.min(others.length, to));
  const station = [...others.slice(0, at), moved, ...others.slice(at)];
  const rest = pack.checks.filter((c) => c.station !== moved.station);
  return replaceChecks(pack, inStationOrder([...rest, ...station]));
}

/** Puts a check in behind another one, or at the end of its station. */
export function addCheck(pack: Pack, check: Check, behind?: string): Pack {
  const at = pack.checks.findIndex((c) => c.id === behind);
  const list =
    at < 0 ? [...pack.checks, check] : [...pack.checks.slice(0, at + 1), check, ...pack.checks.slice(at + 1)];
  return replaceChecks(pack, inStationOrder(list));
}

/** Changes members of a check; a new station takes it to the end of that station. */
export function changeCheck(pack: Pack, id: string, change: Partial<Omit<Check, 'id'>>): Pack {
  const list = pack.checks.map((c) => (c.id === id ? { ...c, ...change } : c));
  return replaceChecks(pack, inStationOrder(list));
}

/** Takes a check out. What waited for it says so in `packProblems`. */
export function removeCheck(pack: Pack, id: string): Pack {
  return replaceChecks(
    pack,
    pack.checks.filter((c) => c.id !== id),
  );
}

/** An id that no check of the pack has yet. Example: `oil-hot` when taken becomes `oil-hot-2`. */
export function freeCheckId(pack: Pack, wanted: string): string {
  const base = wanted
    .toLowerCase()
    .replace(/[^a-z0-9]+/g, '-')
    .replace(/^-+|-+$/g, '')
    .slice(0, 50);
  const stem = base === '' ? 'check' : base;
  const taken = new Set(pack.checks.map((c) => c.id));
  if (!taken.has(stem)) return stem;
  let n = 2;
  while (taken.has(`${stem}-${n}`)) n += 1;
  return `${stem}-${n}`;
}

/**
 * Splits a check in two: the second, with its own challenge, comes right behind and stands on the first; what
 * stood on the check stands on both. The states it set are set by the second, since only then all is done.
 * Example: "flaps and trim" becomes "flaps" and "trim", and the gate waits for both.
 */
export function splitCheck(pack: Pack, id: string, second: { title: string; challenge: string }): Pack {
  const first = pack.checks.find((c) => c.id === id);
  if (!first || first.answer.kind === 'computed') return pack;
  const other: Check = {
    ...first,
    ...second,
    id: freeCheckId(pack, second.title),
    standsOn: [...first.standsOn, id],
  };
  const join = (ids: readonly string[]): readonly string[] => (ids.includes(id) ? [...ids, other.id] : ids);
  const list = pack.checks.flatMap((c) =>
    c.id === id ? [{ ...c, sets: {} }, other] : [{ ...c, standsOn: join(c.standsOn), after: join(c.after) }],
  );
  return replaceChecks(pack, list);
}
