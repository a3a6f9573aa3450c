import {
  limitTypeOf,
  readFigure,
  type Bounds,
  type Limit,
  type LimitSource,
  type NeededLimit,
} from '@kanzel/core';
import { withMember } from './with-member.ts';

/** The columns in which edges are typed, in the order of a ruler. */
export const EDGES = ['low', 'cautionLow', 'cautionHigh', 'high'] as const;
export type Edge = (typeof EDGES)[number];

/** A needed limit as it is written into a book, before its first figure. */
export function begun(need: NeededLimit, source: LimitSource): Limit {
  const { key, title, kind, unit, acceptance, quantity, method } = need;
  return {
    ...method,
    key,
    kind,
    title,
    unit,
    class: need.class,
    acceptance,
    ...(quantity === undefined ? {} : { quantity }),
    source,
    conditions: [],
    ...(limitTypeOf(need).edges === 'none' ? {} : { bounds: {} }),
    // What is missing yet is asked for by the page, and kept from being published by the review.
  } as unknown as Limit;
}

/** Whether anybody has said anything of it: an edge, or a figure of the type. */
function saysNothing(limit: Limit): boolean {
  const type = limitTypeOf(limit);
  const own = type.members.filter((m) => m.ofType === true);
  // One that follows from its own past has nothing to be said.
  if (type.edges === 'none' && own.length === 0) return false;
  const bounds: Bounds = 'bounds' in limit ? limit.bounds : {};
  const held = new Map<string, unknown>(Object.entries(limit));
  return Object.keys(bounds).length === 0 && !own.some((m) => held.has(m.name));
}

/** The limits of a book with one put in, changed, or left out again because nothing is said of it any more. */
export function withLimit(limits: readonly Limit[], next: Limit): readonly Limit[] {
  if (saysNothing(next)) return limits.filter((l) => l.key !== next.key);
  return limits.some((l) => l.key === next.key)
    ? limits.map((l) => (l.key === next.key ? next : l))
    : [...limits, next];
}

/** An edge of a limit put in or taken away. */
export function withEdge(limit: Limit, edge: Edge, value: number | undefined): Limit {
  return 'bounds' in limit ? { ...limit, bounds: withMember(limit.bounds, edge, value) } : limit;
}

/** What a pasted block of cells holds for a limit, and the cells that are no figures. */
export interface PastedCells {
  readonly limits: readonly Limit[];
  readonly entered: number;
  readonly unread: readonly string[];
}

const plain = (text: string): string => text.trim().toLowerCase().replace(/\s+/g, ' ');

/**
 * Puts a block of cells out of a spreadsheet into the limits, from one row and column on, downward and to the right. A
 * block whose rows begin with the title of a needed limit goes to that limit, wherever it was put. Empty cells change
 * nothing, what is no figure is told.
 * Example: "40\t\t\t90\n10" put on the first row, column low: 40 and 90 to the first limit, 10 to the second.
 */
export function pasted(
  limits: readonly Limit[],
  needs: readonly NeededLimit[],
  text: string,
  at: { readonly row: number; readonly edge: Edge },
  source: LimitSource,
): PastedCells {
  let next = limits;
  let entered = 0;
  const unread: string[] = [];
  const rows = text.replace(/(\r?\n)+$/, '').split(/\r?\n/);
  rows.forEach((line, down) => {
    const cells = line.split('\t');
    const named = needs.find((n) => plain(n.title) === plain(cells[0] ?? ''));
    const need = named ?? needs[at.row + down];
    const figures = named ? cells.slice(1) : cells;
    const first = named ? 0 : EDGES.indexOf(at.edge);
    figures.forEach((cell, right) => {
      const edge = EDGES[first + right];
      if (cell.trim() === '') return;
      const read = readFigure(cell.trim());
      const own = need && limitTypeOf(need).edges !== 'none';
      if (!read.ok || edge === undefined || !own) {
        unread.push(cell.trim());
        return;
      }
      const held = next.find((l) => l.key === need.key) ?? begun(need, source);
      next = withLimit(next, withEdge(held, edge, read.value.value));
      entered += 1;
    });
  });
  return { limits: next, entered, unread };
}

/**
 * Limits out of a table under the keys by which the pack asks for them: those of the same title as a needed one. Nobody
 * has to know a key.
 */
export function underNeeds(limits: readonly Limit[], needs: readonly NeededLimit[]): readonly Limit[] {
  const asked = new Set(needs.map((n) => n.key));
  const there = new Set(limits.map((l) => l.key));
  return limits.map((limit) => {
    const need = asked.has(limit.key) ? undefined : needs.find((n) => plain(n.title) === plain(limit.title));
    return need && !there.has(need.key) ? { ...limit, key: need.key } : limit;
  });
}
