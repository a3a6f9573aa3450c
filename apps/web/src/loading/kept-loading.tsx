import type { ReactElement } from 'react';
import {
  formatFigure,
  heaviestOf,
  massText,
  sheetRows,
  sheetStanding,
  shownSteps,
  weigh,
  type LoadingSheet,
  type Part,
  type Weighing,
} from '@kanzel/core';
import { useCampaign } from '../station/campaign-context.ts';
import { Exchange } from './exchange.tsx';
import { LoadingPicture } from './loading-entry.tsx';

const FILES = [
  ['loading.pdf', 'Sheet for signature and for the aircraft'],
  ['loading.csv', 'Table'],
  ['loading.json', 'Data'],
] as const;

/** A loading sheet as it was kept. */
export function KeptSheet({ part, sheet }: { part: Part; sheet: LoadingSheet }): ReactElement | null {
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

/** A weighing as it was kept: every scale with what was read, and what was made of it. */
export function KeptWeighing({ weighing }: { weighing: Weighing }): ReactElement {
  const view = useCampaign();
  const data = view.index.basis.aircraft.loading;
  const found = weigh(data, weighing, {
    instruments: view.index.instruments,
    at: new Date().toISOString(),
  });
  const { units } = weighing;
  const heaviest = found.ok ? found.value.mass : Infinity;
  if (weighing.method === 'hand')
    return (
      <>
        <p className="mt-2 text-ink-2">
          The tail drops at {weighing.tailDrops.text} {units.arm}, the nose at {weighing.noseDrops.text}{' '}
          {units.arm}; {weighing.mass.text} {units.mass} on the scale.
        </p>
        {data ? <Exchange data={data} /> : null}
      </>
    );
  return (
    <table className="mt-2 max-w-xl" aria-label="Scales as read">
      <thead>
        <tr className="cap border-b border-rule">
          <th className="pr-4 text-left font-normal">Under</th>
          <th className="pr-4 text-right font-normal">arm {units.arm}</th>
          <th className="pr-4 text-right font-normal">tare</th>
          <th className="pr-4 text-left font-normal">read</th>
          <th className="text-right font-normal">net {units.mass}</th>
        </tr>
      </thead>
      <tbody>
        {weighing.points.map((p) => {
          const net = found.ok ? found.value.net.find((n) => n.id === p.id) : undefined;
          return (
            <tr key={p.id} className="border-b border-rule-2">
              <td className="pr-4">{p.title}</td>
              <td className="pr-4 text-right">{formatFigure(p.arm, 1)}</td>
              <td className="pr-4 text-right">{p.tare.text}</td>
              <td className="pr-4">{p.readings.map((r) => r.text).join(', ')}</td>
              <td className="text-right font-semibold">{net ? massText(net.mass, units, heaviest) : ''}</td>
            </tr>
          );
        })}
      </tbody>
    </table>
  );
}
