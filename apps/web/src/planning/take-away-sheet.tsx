import type { ReactElement } from 'react';
import { useCampaign } from '../station/campaign-context.ts';
import { useCampaigns } from '../sync/campaign-store.ts';
import { usePlanning } from './plan-context.ts';

const FILES = [
  [
    'cards-a5.pdf',
    'Cards for the knee, A5',
    'Every check in its order, front and back, with boxes in the order of typing in; a card for each flight.',
  ],
  ['cards-a4.pdf', 'Cards, A4', 'The same in larger type, for a board.'],
  ['plan.pdf', 'The plan on paper', 'Who does what when, with gates and flights.'],
  ['plan.ics', 'Calendar', 'Sittings, gates and flights for the calendars of the people.'],
  ['plan.csv', 'Table', 'A line for each check, for a spreadsheet.'],
  ['plan.json', 'Data', 'Everything of the plan, for another program.'],
] as const;

/** What can be taken along: paper, cards, a calendar, a table, data. */
export function TakeAwaySheet(): ReactElement {
  const view = useCampaign();
  const { changed } = usePlanning();
  const reachable = useCampaigns((s) => s.reachable);
  return (
    <div className="px-[22px] py-4">
      {changed ? (
        <p className="border-l-4 border-near bg-near-bg px-3 py-2 text-near">
          What was changed and not recorded is not in these. Record the plan first.
        </p>
      ) : null}
      {reachable ? null : (
        <p className="border-l-4 border-near bg-near-bg px-3 py-2 text-near">
          These are made by the server, and it cannot be reached. Everything on the other sheets works without
          it.
        </p>
      )}
      <ul>
        {FILES.map(([file, title, words]) => (
          <li key={file} className="border-b border-rule py-2">
            <a
              href={`/api/campaigns/${view.id}/plan/${file}`}
              target="_blank"
              rel="noreferrer"
              className="inline-flex min-h-9 items-center text-[1.05rem] font-semibold underline decoration-rule underline-offset-4 hover:decoration-ink max-lg:min-h-14"
            >
              {title}
            </a>
            <p className="text-[0.86rem] text-ink-2">{words}</p>
          </li>
        ))}
      </ul>
    </div>
  );
}
