import { ownMember } from '@kanzel/core';
import { create } from 'zustand';
import { createJSONStorage, persist } from 'zustand/middleware';

interface Positions {
  /** By campaign, the position at which this device is used. */
  readonly at: Readonly<Record<string, string>>;
}

/** The position of whoever reads the checks and calls them. */
export const READER = 'reader';

/** Where in a crew this device is used, campaign by campaign: it outlives a restart, since nobody moves because a battery was empty. */
export const usePositions = create<Positions>()(
  persist((): Positions => ({ at: {} }), {
    name: 'kanzel-position',
    storage: createJSONStorage(() => localStorage),
  }),
);

/** Takes a position with this device, or leaves the crew. */
export function takePosition(campaign: string, position: string | undefined): void {
  usePositions.setState(({ at: { [campaign]: _was, ...rest } }) => ({
    at: position === undefined ? rest : { ...rest, [campaign]: position },
  }));
}

/** Where this device is used in a campaign; undefined where it is in no crew. */
export const positionIn = (campaign: string): string | undefined =>
  ownMember(usePositions.getState().at, campaign);

/** The same, followed by a sheet. */
export const usePosition = (campaign: string): string | undefined =>
  usePositions((s) => ownMember(s.at, campaign));
