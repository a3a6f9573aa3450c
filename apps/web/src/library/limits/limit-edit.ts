import { limitTypeOf, type Limit, type LimitBook, type LimitKind } from '@kanzel/core';

/** A limit book as its file says it. */
export interface BookDocument extends LimitBook {
  readonly format: 'kanzel-limit-book';
  readonly version: 2;
}

/** An empty book, for something new. */
export const emptyBook = (id: string, title: string, pack?: string): BookDocument => ({
  format: 'kanzel-limit-book',
  version: 2,
  id,
  revision: 1,
  title,
  approvedBy: '',
  approvedOn: '',
  ...(pack === undefined ? {} : { pack }),
  limits: [],
});

const COMMON = [
  'key',
  'title',
  'unit',
  'quantity',
  'class',
  'acceptance',
  'source',
  'conditions',
  'because',
] as const;

/** The same limit as another kind: what all kinds have stays, edges stay where the kind has any. */
export function withKind(limit: Limit, kind: LimitKind): Limit {
  if (kind === limit.kind) return limit;
  const common = Object.fromEntries(
    Object.entries(limit).filter(([k]) => (COMMON as readonly string[]).includes(k)),
  );
  const type = limitTypeOf({ kind });
  const bounds =
    type.edges === 'none' ? {} : { bounds: 'bounds' in limit ? limit.bounds : { low: 0, high: 1 } };
  const own = type.members.flatMap((m): [string, unknown][] =>
    m.first === undefined ? [] : [[m.name, m.first]],
  );
  return {
    ...common,
    kind,
    ...bounds,
    ...(type.unit === undefined ? {} : { unit: type.unit }),
    ...Object.fromEntries(own),
  } as unknown as Limit;
}

const slug = (text: string): string =>
  text
    .toLowerCase()
    .replace(/[^a-z0-9]+/g, '-')
    .replace(/^-+|-+$/g, '')
    .slice(0, 50) || 'limit';

/** A key that no limit of the book has yet. */
export function freeKey(limits: readonly Limit[], wanted: string): string {
  const stem = slug(wanted);
  const taken = new Set(limits.map((l) => l.key));
  if (!taken.has(stem)) return stem;
  let n = 2;
  while (taken.has(`${stem}-${n}`)) n += 1;
  return `${stem}-${n}`;
}

/** A new limit, sourced as the one before it. */
export function freshLimit(book: LimitBook, title: string): Limit {
  const last = book.limits.at(-1);
  return {
    key: freeKey(book.limits, title),
    kind: 'band',
    title,
    unit: last?.unit ?? 'rpm',
    class: 'performance',
    acceptance: 'simple',
    source: last?.source ?? { document: book.title, revision: '1' },
    conditions: [],
    bounds: { low: 0, high: 1 },
  };
}

/** Members that a table may say nothing of, and the columns that speak of them. */
const SPOKEN_OF: readonly (readonly [member: keyof Limit, ...columns: string[]])[] = [
  ['title', 'title'],
  ['quantity', 'quantity'],
  ['class', 'class'],
  ['acceptance', 'acceptance', 'class'],
  ['conditions', 'conditions', 'more'],
  ['source', 'document', 'revision', 'place'],
  ['because', 'becauseLow', 'becauseHigh'],
];

/**
 * A pasted table in a book: rows whose key is there replace it in its place, the others are added below. What
 * the table has no column for stays as it is in the book.
 */
export function withTable(
  limits: readonly Limit[],
  pasted: readonly Limit[],
  columns: readonly string[],
): Limit[] {
  const unsaid = SPOKEN_OF.filter(([, ...spoken]) => !spoken.some((c) => columns.includes(c))).map(
    ([m]) => m,
  );
  const incoming = new Map(pasted.map((l) => [l.key, l]));
  const here = new Set(limits.map((l) => l.key));
  const merged = (old: Limit, next: Limit): Limit => {
    const kept = Object.fromEntries(unsaid.filter((m) => old[m] !== undefined).map((m) => [m, old[m]]));
    return { ...next, ...kept };
  };
  return [
    ...limits.map((l) => {
      const next = incoming.get(l.key);
      return next ? merged(l, next) : l;
    }),
    ...[...incoming.values()].filter((l) => !here.has(l.key)),
  ];
}
