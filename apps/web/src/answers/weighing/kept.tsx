import type { ReactElement } from 'react';
import { formatFigure, massText, weigh } from '@kanzel/core';
import { Exchange } from '../../loading/exchange.tsx';
import { useCampaign } from '../../station/campaign-context.ts';
import type { KeptProps } from '../answer-view.ts';

/** A weighing as it was kept: every scale with what was read, and what was made of it. */
export function KeptWeighing({ answer: { weighing } }: KeptProps<'weighing'>): ReactElement {
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
