import type { ReactElement } from 'react';
import { Link } from 'react-router';
import { flightNarrowings, narrowingInWords } from '@kanzel/core';
import { useCampaign } from './campaign-context.ts';

/** What open findings take from the flight, each with the way to it; nothing when none does. */
export function FlightNarrowed(): ReactElement | null {
  const { state, index, base } = useCampaign();
  const narrowed = flightNarrowings(state);
  return narrowed.length === 0 ? null : (
    <>
      {narrowed.map(({ finding, title, narrows }) => (
        <p key={finding} className="border-l-4 border-out pl-2">
          <Link to={`${base}/findings/${finding}`} className="underline decoration-rule underline-offset-3">
            {title}
          </Link>
          : {narrowingInWords(narrows, (id) => index.checks.get(id)?.title ?? id)}.
        </p>
      ))}
    </>
  );
}
