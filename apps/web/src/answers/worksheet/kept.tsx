import type { ReactElement } from 'react';
import { formatWithUnit, sheetForm, sheetRoom } from '@kanzel/core';
import { useCampaign } from '../../station/campaign-context.ts';
import type { KeptProps } from '../answer-view.ts';
import { rowTitle } from './desk.ts';
import { SheetPicture } from './picture.tsx';

/** The sheet as it was filled in, and what it comes to. */
export function KeptWorksheet({ part, answer }: KeptProps<'worksheet'>): ReactElement | null {
  const { index } = useCampaign();
  const spec = part.check.answer;
  if (spec.kind !== 'worksheet') return null;
  const form = sheetForm(sheetRoom(spec, index, answer));
  const at = (row: number, column: string): string => {
    const cell = answer.cells.find((c) => c.row === row && c.column === column);
    return cell ? formatWithUnit(cell.reading) : '—';
  };
  const rows = Math.max(0, ...answer.cells.map((c) => c.row));
  const said = [
    ...form.choices.map(({ id, title, options }) => ({
      title,
      text: options.find((o) => answer.chosen.some((c) => c.choice === id && c.option === o.id))?.text ?? '—',
    })),
    ...form.head.map(({ id, title }) => ({ title, text: at(0, id) })),
    ...(answer.mission
      ? [{ title: 'Mission', text: `${answer.mission.name}, ${answer.mission.points.length} points` }]
      : []),
  ];
  return (
    <div className="mt-2">
      {said.length === 0 ? null : (
        <dl className="flex flex-wrap gap-x-8 gap-y-1">
          {said.map(({ title, text }) => (
            <div key={title}>
              <dt className="cap">{title}</dt>
              <dd className="font-mono font-bold">{text}</dd>
            </div>
          ))}
        </dl>
      )}
      {rows === 0 ? null : (
        <table className="mt-2 text-[0.9rem]">
          <thead>
            <tr className="cap text-left">
              <th />
              {form.columns.map((f) => (
                <th key={f.id} className="pr-6 text-right font-normal">
                  {f.title}
                </th>
              ))}
            </tr>
          </thead>
          <tbody>
            {Array.from({ length: rows }, (_, i) => i + 1).map((row) => (
              <tr key={row} className="border-b border-rule-2">
                <th className="py-0.5 pr-6 text-left font-normal">{rowTitle(form, row)}</th>
                {form.columns.map((f) => (
                  <td key={f.id} className="pr-6 text-right font-mono font-bold">
                    {at(row, f.id)}
                  </td>
                ))}
              </tr>
            ))}
          </tbody>
        </table>
      )}
      <SheetPicture spec={spec} answer={answer} />
    </div>
  );
}
