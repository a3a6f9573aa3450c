import { limitTypeOf } from '../limits/kinds.ts';
import type { Limit, LimitClass, LimitKind } from '../limits/types.ts';
import type { Check, LimitBook, Pack, StationId } from './types.ts';

/** A limit that a pack asks for, before anybody has entered a figure. */
export interface NeededLimit {
  readonly key: string;
  readonly title: string;
  readonly kind: LimitKind;
  readonly unit: string;
  readonly class: LimitClass;
  readonly acceptance: Limit['acceptance'];
  readonly quantity?: string;
  /** How it is reckoned, as far as that is not a figure of the type: windows, holding times, longest gaps. */
  readonly method: Readonly<Record<string, unknown>>;
  /** The checks that are held against it, in the order of the pack. */
  readonly checks: readonly { readonly title: string; readonly station: StationId }[];
}

/** The unit in which a check is answered, or one that says nothing. */
const unitOfCheck = (check: Check): string => ('unit' in check.answer ? check.answer.unit : '1');

function outlineOf(key: string, check: Check, like: Limit | undefined): Omit<NeededLimit, 'checks'> {
  if (!like)
    return {
      key,
      title: check.title,
      kind: check.answer.kind === 'drop' ? 'drop' : 'band',
      unit: unitOfCheck(check),
      class: 'airworthiness',
      acceptance: 'guarded',
      method: {},
    };
  const { title, kind, unit, acceptance, quantity } = like;
  const held = new Map<string, unknown>(Object.entries(like));
  const method = limitTypeOf(like).members.flatMap((m): [string, unknown][] =>
    m.ofType === true || !held.has(m.name) ? [] : [[m.name, held.get(m.name)]],
  );
  return {
    key,
    title,
    kind,
    unit,
    class: like.class,
    acceptance,
    ...(quantity === undefined ? {} : { quantity }),
    method: Object.fromEntries(method),
  };
}

/**
 * The limits that a pack asks for, in the order of its checks, each once: what each is, never how much. What each is
 * follows from `known`, limits of that name in other books, the first of which counts; its figures are left behind,
 * since they are those of another aircraft. Of one that is known nowhere it follows from the check.
 * Example: a pack whose run-up asks for `ignition-drop` gives a drop in rpm that protects safety, without edges.
 */
export function limitsNeeded(pack: Pack, known: readonly Limit[]): readonly NeededLimit[] {
  const like = new Map<string, Limit>();
  for (const limit of known) if (!like.has(limit.key)) like.set(limit.key, limit);
  const found = new Map<string, NeededLimit>();
  for (const check of pack.checks)
    for (const key of check.limits) {
      const { title, station } = check;
      const before = found.get(key);
      if (before) found.set(key, { ...before, checks: [...before.checks, { title, station }] });
      else found.set(key, { ...outlineOf(key, check, like.get(key)), checks: [{ title, station }] });
    }
  return [...found.values()];
}

/** Checks of a pack for which a book lacks a limit, in the order of the pack: they will be unknown. */
export function checksWithoutLimit(pack: Pack, book: Pick<LimitBook, 'limits'>): readonly Check[] {
  const there = new Set(book.limits.map((l) => l.key));
  return pack.checks.filter((c) => c.limits.some((key) => !there.has(key)));
}
