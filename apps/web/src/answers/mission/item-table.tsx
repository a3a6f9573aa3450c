import type { ReactElement } from 'react';
import {
  compareMissions,
  MISSION_FIELD_TITLES,
  missionFigure,
  missionFigureInWords,
  type MissionField,
  type MissionItem,
} from '@kanzel/core';

/** What is shown of every item; the rest is told where it is otherwise than planned. */
const SHOWN: readonly MissionField[] = ['command', 'height', 'frame', 'latitude', 'longitude'];

/** The items as they were planned, in their order; what is otherwise aboard stands in its place, with what was planned. */
export function ItemTable({
  planned,
  read,
}: {
  planned: readonly MissionItem[];
  read: readonly MissionItem[] | undefined;
}): ReactElement {
  const differences = read ? compareMissions(planned, read) : [];
  const at = (sequence: number, field: MissionField) =>
    differences.find((d) => d.kind === 'field' && d.sequence === sequence && d.field === field);
  const gone = (sequence: number): boolean =>
    differences.some((d) => d.kind === 'missing' && d.from <= sequence && sequence <= d.to);
  return (
    <div className="max-h-80 overflow-auto border-y border-rule">
      <table className="w-full whitespace-nowrap" aria-label="Items of the mission">
        <thead className="sticky top-0 bg-sheet">
          <tr className="cap border-b border-rule">
            <th className="pr-4 text-left font-normal">Item</th>
            {SHOWN.map((field) => (
              <th key={field} className="pr-4 text-left font-normal">
                {MISSION_FIELD_TITLES[field]}
              </th>
            ))}
          </tr>
        </thead>
        <tbody>
          {planned.map((item) => {
            const missing = gone(item.sequence);
            return (
              <tr
                key={item.sequence}
                className={`border-b border-rule-2 ${missing ? 'bg-out-bg text-out line-through' : ''}`}
              >
                <th className="pr-4 text-left font-semibold">{item.sequence}</th>
                {SHOWN.map((field) => {
                  const other = at(item.sequence, field);
                  const was = missionFigureInWords(field, missionFigure(item, field));
                  return (
                    <td key={field} className={`pr-4 ${other ? 'bg-out-bg font-bold text-out' : ''}`}>
                      {other?.kind === 'field'
                        ? `${missionFigureInWords(field, other.read)} aboard, planned ${was}`
                        : was}
                    </td>
                  );
                })}
              </tr>
            );
          })}
        </tbody>
      </table>
    </div>
  );
}
