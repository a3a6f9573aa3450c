import type { ReactElement } from 'react';
import { equipmentChanges } from '@kanzel/core';
import { useCampaign } from '../../station/campaign-context.ts';
import type { KeptProps } from '../answer-view.ts';

/** The equipment as it was found, and what differs from the list. */
export function KeptEquipment({ answer }: KeptProps<'equipment'>): ReactElement {
  const { index } = useCampaign();
  const differences = equipmentChanges(index.basis.aircraft.equipment ?? [], answer.seen);
  return (
    <ul className="mt-2">
      {answer.seen.map((e) => {
        const other = differences.find((d) => d.after?.id === e.id);
        return (
          <li key={e.id} className="flex gap-4 border-b border-rule-2 py-1">
            <span className="min-w-48">{e.title}</span>
            <span className="text-ink-2">
              {e.partNumber} {e.serial}
            </span>
            {other ? <span className="font-semibold text-out">{other.change}</span> : null}
          </li>
        );
      })}
      {differences
        .filter((d) => d.change === 'removed')
        .map((d) => (
          <li key={d.before?.id} className="flex gap-4 border-b border-rule-2 py-1">
            <span className="min-w-48">{d.before?.title}</span>
            <span className="font-semibold text-out">not found</span>
          </li>
        ))}
    </ul>
  );
}
