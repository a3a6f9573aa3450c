import type { ReactElement } from 'react';
import { formatWithUnit, travelOutputs, travelPointInWords } from '@kanzel/core';
import { useCampaign } from '../../station/campaign-context.ts';
import type { KeptProps } from '../answer-view.ts';

/** What was read of each surface, with the radius where a rule was held to it. */
export function KeptTravel({ part, answer }: KeptProps<'travel'>): ReactElement | null {
  const { index } = useCampaign();
  const spec = part.check.answer;
  if (spec.kind !== 'travel') return null;
  const outputs = travelOutputs(index, spec);
  const [model] = outputs;
  if (!model) return null;
  const radii = answer.rows.some((r) => r.radius);
  return (
    <div className="overflow-x-auto">
      <table className="mt-2" aria-label="As it was read">
        <thead>
          <tr className="cap border-b border-rule">
            <th className="pr-6 text-left font-normal">Surface</th>
            {radii ? <th className="pr-6 text-right font-normal">Radius</th> : null}
            {spec.takes.map((p) => (
              <th key={p} className="pr-6 text-right font-normal">
                {travelPointInWords(model, p)}
              </th>
            ))}
          </tr>
        </thead>
        <tbody>
          {outputs.map(({ id, title }) => {
            const row = answer.rows.find((r) => r.output === id);
            return (
              <tr key={id} className="border-b border-rule-2">
                <th className="pr-6 text-left font-semibold">{title}</th>
                {radii ? (
                  <td className="pr-6 text-right font-mono">
                    {row?.radius ? formatWithUnit(row.radius) : ''}
                  </td>
                ) : null}
                {spec.takes.map((p) => {
                  const reading = row?.read[p];
                  return (
                    <td key={p} className="pr-6 text-right font-mono">
                      {reading ? formatWithUnit(reading) : ''}
                    </td>
                  );
                })}
              </tr>
            );
          })}
        </tbody>
      </table>
      {answer.held ? (
        <p className="cap mt-1">
          {answer.held === 'straight'
            ? 'The rule straight from where the edge lay.'
            : 'The rule square to the surface.'}
        </p>
      ) : null}
    </div>
  );
}
