import type { ReactElement } from 'react';
import { Link } from 'react-router';
import { leftFromFlight } from '@kanzel/core';
import { MarkSign } from '../ui/mark.tsx';
import { useCampaign } from './campaign-context.ts';

/** In the debrief: what of the flight is out, near or not conclusive, and neither a finding nor decided on with a reason. */
export function LeftFromFlight(): ReactElement | null {
  const { state, status, base } = useCampaign();
  const left = leftFromFlight(state, status);
  if (left.length === 0) return null;
  return (
    <section aria-label="Open from the flight" className="border-b border-rule px-[22px] py-2">
      <h3 className="text-[0.92rem] font-semibold">
        {left.length === 1
          ? 'One result of the flight has no finding and no decision'
          : `${left.length} results of the flight have no finding and no decision`}
      </h3>
      <ul className="mt-1 flex flex-wrap gap-x-6">
        {left.map(({ part, title, check, mark }) => (
          <li key={part} className="flex min-h-9 items-center gap-2 max-lg:min-h-14">
            <MarkSign mark={mark} />
            <Link to={`${base}/flight?check=${check}`} className="font-semibold underline underline-offset-4">
              {title}
            </Link>
          </li>
        ))}
      </ul>
    </section>
  );
}
