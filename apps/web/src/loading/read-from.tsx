import type { ReactElement } from 'react';
import { instrumentExpired, type Part } from '@kanzel/core';
import { useCampaign } from '../station/campaign-context.ts';
import type { PartDraft } from '../answers/desk.ts';
import { chosenInstrument, instrumentsOfKind } from './weighing-draft.ts';
import { serverInstant } from '../sync/clock.ts';

/** Which instrument something was read from; one out of date is said before anything is kept. */
export function ReadFrom({
  part,
  draft,
  role,
  put,
}: {
  part: Part;
  draft: PartDraft;
  role: 'scales' | 'level' | 'rule';
  put: (key: string, value: string) => void;
}): ReactElement {
  const view = useCampaign();
  const kind = { scales: 'mass', level: 'angle', rule: 'length' }[role];
  const choices = instrumentsOfKind(view.index, kind, part.check.id);
  const now = serverInstant();
  const words = { scales: 'scales', level: 'level', rule: 'rule' }[role];
  return (
    <label className="flex flex-wrap items-baseline gap-2 text-[0.8rem]">
      <span className="text-ink-2">{words}</span>
      {choices.length === 0 ? (
        <span className="font-semibold text-near">none on this aircraft’s list</span>
      ) : (
        <select
          className="min-h-8 max-lg:min-h-14 max-w-full border-b border-ink bg-transparent"
          value={chosenInstrument(view.index, part, draft, role)?.id}
          onChange={(e) => put(role, e.target.value)}
        >
          {choices.map((i) => (
            <option key={i.id} value={i.id} className="bg-sheet">
              {i.name}
              {instrumentExpired(i, now) ? ` (calibration ended ${i.calibratedUntil ?? ''})` : ''}
            </option>
          ))}
        </select>
      )}
    </label>
  );
}
