import { reason, type Reason } from '../reasons/reason.ts';
import type { Deed } from '../record/state.ts';
import type { Door } from './door.ts';

/**
 * Whether a person may look again at their own work: the pack allows it, it was chosen for this campaign, and so many
 * hours lie between. It is told on the release sheet.
 */
export function ownLookRefusal(
  door: Door,
  done: Deed,
  draft: { readonly at: string; readonly offset?: number },
): Reason | undefined {
  const { ownWork } = door.index.basis.pack;
  if (!ownWork) return reason('samePerson');
  if (door.state.ways?.ways['own-work']?.choice !== 'stated') return reason('ownWorkNotChosen');
  const hours = (Date.parse(draft.at) - (draft.offset ?? 0) - done.instant) / 3_600_000;
  return hours >= ownWork.hours
    ? undefined
    : reason('ownWorkTooSoon', {
        wanted: { value: ownWork.hours, unit: 'h' },
        age: { value: hours, unit: 'h', resolution: 0.1 },
      });
}
