import type { ReactElement } from 'react';
import { Link } from 'react-router';
import { hasLostStanding, standingAnswer, type BookChanges } from '@kanzel/core';
import { MarginNote } from '../../shell/frame.tsx';
import { useOpenCampaigns, type InHand } from '../open-campaigns.ts';

/** Checks of a campaign that name a limit which judges otherwise now, and how many of them are answered. */
function touchedChecks({ held }: InHand, changes: BookChanges): { titles: string[]; answered: number } {
  const keys = new Set(changes.filter((c) => c.judgesOther).map((c) => c.key));
  const checks = [...(held.state.index?.checks.values() ?? [])].filter((c) =>
    c.limits.some((l) => keys.has(l)),
  );
  const answered = checks
    .flatMap((c) => held.state.index?.partsOfCheck.get(c.id) ?? [])
    .filter((p) => {
      const part = held.state.parts.get(p.key);
      return standingAnswer(part) !== undefined && !hasLostStanding(part);
    });
  return { titles: checks.map((c) => c.title), answered: answered.length };
}

/** Which campaigns in hand are judged by this book, and what of them a change would touch. */
export function TouchedCampaigns({ book, changes }: { book: string; changes: BookChanges }): ReactElement {
  const open = useOpenCampaigns(book);
  const using = open?.filter((c) => c.held.state.index?.basis.limitBook.id === book);
  return (
    <MarginNote title="Campaigns in progress">
      {using === undefined ? (
        <p className="text-ink-2">Looking…</p>
      ) : using.length === 0 ? (
        <p className="text-ink-2">None is judged by this book.</p>
      ) : (
        <ul className="grid gap-2">
          {using.map((c) => {
            const touched = touchedChecks(c, changes);
            return (
              <li key={c.listing.id}>
                <Link
                  to={`/campaign/${c.listing.id}`}
                  className="font-semibold underline decoration-rule underline-offset-4"
                >
                  {c.listing.mark}
                </Link>{' '}
                {c.listing.title}
                <span className="block text-[0.82rem] text-ink-2">
                  on revision {c.held.state.index?.basis.limitBook.revision}
                  {changes.length === 0
                    ? ''
                    : touched.titles.length === 0
                      ? '; no check of it is touched'
                      : `; touches ${touched.titles.join(', ')}${touched.answered > 0 ? ` (${touched.answered} answered, to be done again if it is moved)` : ''}`}
                </span>
              </li>
            );
          })}
        </ul>
      )}
    </MarginNote>
  );
}
