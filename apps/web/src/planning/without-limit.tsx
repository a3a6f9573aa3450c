import type { ReactElement } from 'react';
import { Link } from 'react-router';
import {
  checksInScope,
  checksWithoutLimit,
  STATION_TITLES,
  STATIONS,
  type BasisIndex,
  type Scope,
} from '@kanzel/core';

/**
 * The checks of a scope whose limit nobody has entered, all at once, with the place where they are entered. They keep
 * nothing from starting.
 */
export function WithoutLimit({ index, scope }: { index: BasisIndex; scope: Scope }): ReactElement | null {
  const { pack, limitBook } = index.basis;
  const scoped = new Set(checksInScope(index, scope).map((c) => c.id));
  const open = checksWithoutLimit(pack, limitBook).filter((c) => scoped.has(c.id));
  if (open.length === 0) return null;
  return (
    <details className="mt-3 border-l-4 border-near bg-near-bg px-3 py-2">
      <summary className="cursor-pointer font-semibold text-near">
        No limit entered for {open.length === 1 ? 'one of these checks' : `${open.length} of these checks`}:
        what is measured there stays “not conclusive”
      </summary>
      <p className="mt-1">
        Nothing else waits for it.{' '}
        <Link
          to={`/library/limit-book/${limitBook.id}`}
          className="font-semibold underline underline-offset-4"
        >
          Enter them in {limitBook.title}
        </Link>
        , and move the campaign to the new revision.
      </p>
      <ul className="mt-1">
        {STATIONS.flatMap((station) => {
          const own = open.filter((c) => c.station === station);
          return own.length === 0
            ? []
            : [
                <li key={station}>
                  <span className="font-semibold">{STATION_TITLES[station]}:</span>{' '}
                  {own.map((c) => c.title).join(', ')}
                </li>,
              ];
        })}
      </ul>
    </details>
  );
}
