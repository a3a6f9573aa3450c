import type { ProspectView } from '@kanzel/contract';
import type { AircraftDescription } from '@kanzel/core';
import { api } from '../api/client.ts';
import { serverInstant } from './clock.ts';
import { keep, kept } from './database.ts';

/** What a campaign on an aircraft could be opened by without the server: as it was last heard, and when. */
export interface KeptProspect {
  readonly prospect: ProspectView;
  readonly about?: AircraftDescription;
  readonly heardAt: string;
}

const placeOf = (mark: string): string => `prospect ${mark}`;

/** What this device heard last; undefined where it never did. */
export const keptProspect = (mark: string): Promise<KeptProspect | undefined> =>
  kept<KeptProspect>(placeOf(mark));

/** Keeps what was heard just now. A device that is full goes on without it: it opens nothing by itself. */
export async function keepProspect(
  mark: string,
  prospect: ProspectView,
  about: AircraftDescription | undefined,
): Promise<void> {
  const said: KeptProspect = { prospect, heardAt: serverInstant(), ...(about ? { about } : {}) };
  await keep(placeOf(mark), said);
}

const brought = new Set<string>();

/** Takes along what campaigns on some aircraft could be opened by in the field, one after another, each once while the page is open. */
export async function bringProspects(marks: readonly string[]): Promise<void> {
  for (const mark of marks) {
    if (brought.has(mark)) continue;
    brought.add(mark);
    const prospect = await api.get<ProspectView>(`/api/aircraft/${mark}/prospect`);
    const about = await api.get<AircraftDescription>(`/api/library/documents/aircraft/${mark}`);
    if (prospect.ok) await keepProspect(mark, prospect.value, about.ok ? about.value : undefined);
    // Asked again with the next look into the hangar.
    else brought.delete(mark);
  }
}
