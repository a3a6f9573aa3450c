import type { ReactElement } from 'react';
import { Link } from 'react-router';
import { flightNarrowings, narrowingInWords, stirredUp } from '@kanzel/core';
import { useCampaign } from './campaign-context.ts';

/** What open findings take from the flight, each with the way to it; nothing when none does. */
export function FlightNarrowed(): ReactElement | null {
  const { state, index, base } = useCampaign();
  const narrowed = flightNarrowings(state);
  const stirred = stirredUp(state, index);
  return narrowed.length + stirred.length === 0 ? null : (
    <>
      {stirred.map(({ key, opened, drain, seen }) => (
        <p key={key} className="border-l-4 border-near pl-2">
          Stirred up: {seen} at {drain.toLowerCase()}. Carried until “
          {index.checks.get(opened)?.title ?? opened}”.
        </p>
      ))}
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
