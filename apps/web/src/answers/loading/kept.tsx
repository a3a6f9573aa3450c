import type { ReactElement } from 'react';
import { formatFigure, heaviestOf, sheetRows, sheetStanding, shownSteps } from '@kanzel/core';
import { useCampaign } from '../../station/campaign-context.ts';
import { Exchange } from '../../loading/exchange.tsx';
import { LoadingPicture } from '../../loading/loading-picture.tsx';
import type { KeptProps } from '../answer-view.ts';

const FILES = [
  ['loading.pdf', 'Sheet for signature and for the aircraft'],
  ['loading.csv', 'Table'],
  ['loading.json', 'Data'],
] as const;

/** A loading sheet as it was kept. */
export function KeptLoading({ part, answer: { sheet } }: KeptProps<'loading'>): ReactElement | null {
  const view = useCampaign();
  const data = view.index.basis.aircraft.loading;
  if (!data) return null;
  const rows = sheetRows(data, sheet, sheetStanding(data, sheet));
  const { units } = data;
  const steps = shownSteps(units, heaviestOf(data));
  const [worst] = view.status.parts.get(part.key)?.verdicts ?? [];
  return (
    <div className="mt-3 grid grid-cols-1 gap-x-8 gap-y-4 xl:grid-cols-[minmax(19rem,23rem)_minmax(0,1fr)]">
      <div>
        <table className="w-full" aria-label="Loading sheet as kept">
          <thead>
            <tr className="cap border-b border-rule">
              <th className="text-left font-normal">Item</th>
              <th className="pl-3 text-right font-normal">{units.mass}</th>
              <th className="pl-3 text-right font-normal whitespace-nowrap">arm {units.arm}</th>
            </tr>
          </thead>
          <tbody>
            {rows.map((r) => (
              <tr
                key={`${r.kind} ${r.title}`}
                className={`border-b border-rule-2 ${r.kind === 'total' ? 'font-semibold' : ''}`}
              >
                <td className="py-1">
                  {r.title}
                  {r.chord === undefined ? '' : ` ${formatFigure(r.chord, 0.1)} % of chord`}
                </td>
                <td className="py-1 pl-3 text-right">{formatFigure(r.mass, steps.mass)}</td>
                <td className="py-1 pl-3 text-right">{formatFigure(r.arm, steps.arm)}</td>
              </tr>
            ))}
          </tbody>
        </table>
        <p className="mt-2 flex flex-wrap gap-x-4">
          {FILES.map(([file, words]) => (
            <a
              key={file}
              href={`/api/campaigns/${view.id}/loading/${file}`}
              target="_blank"
              rel="noreferrer"
              className="inline-flex min-h-9 items-center font-semibold underline decoration-rule underline-offset-4 hover:decoration-ink max-lg:min-h-14"
            >
              {words}
            </a>
          ))}
        </p>
        <Exchange data={data} />
      </div>
      <div className="min-w-0">
        <LoadingPicture data={data} sheet={sheet} sentence={worst ? view.say(worst.reason) : ''} />
      </div>
    </div>
  );
}
