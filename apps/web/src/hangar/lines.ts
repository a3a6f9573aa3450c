import type { AircraftView, CampaignView, HangarLineView } from '@kanzel/contract';
import { standingOf, type Aircraft, type Standing } from '@kanzel/core';
import type { HeldCampaign, Queued } from '../sync/held.ts';

/** A line of the hangar: an aircraft with its campaigns, newest first. */
export interface HangarLine {
  readonly aircraft: Aircraft;
  readonly open: readonly CampaignView[];
  /** The newest of those released. */
  readonly released: readonly CampaignView[];
  /** Released ones that are not named. */
  readonly earlier: number;
}

/** Aircraft with a campaign in hand first, then the others, each in the order given. */
export function linesOf(
  aircraft: readonly AircraftView[],
  campaigns: readonly HangarLineView[],
): readonly HangarLine[] {
  const byMark = new Map(campaigns.map((line) => [line.mark, line]));
  const lines = aircraft.map(({ aircraft: own }) => {
    const { inHand = [], released = [], releasedCount = 0 } = byMark.get(own.mark) ?? {};
    return { aircraft: own, open: inHand, released, earlier: releasedCount - released.length };
  });
  return [...lines.filter((l) => l.open.length > 0), ...lines.filter((l) => l.open.length === 0)];
}

/** Lines with the campaigns that were opened on this device and wait for the server; none that the server knows comes twice. */
export function withOpenedHere(
  lines: readonly HangarLineView[],
  openings: readonly Queued[],
): readonly HangarLineView[] {
  const known = new Set(lines.flatMap((l) => [...l.inHand, ...l.released]).map((c) => c.id));
  let all = lines;
  for (const { draft } of openings) {
    if (draft.kind !== 'campaign.opened' || known.has(draft.campaign)) continue;
    const { basis, title } = draft.body;
    const { mark } = basis.aircraft;
    const made: CampaignView = {
      id: draft.campaign,
      mark,
      count: 0,
      head: '',
      title,
      openedOn: {
        pack: basis.pack.id,
        packRevision: basis.pack.revision,
        limitBook: basis.limitBook.id,
        limitBookRevision: basis.limitBook.revision,
      },
    };
    const own = all.find((l) => l.mark === mark) ?? { mark, inHand: [], released: [], releasedCount: 0 };
    all = [...all.filter((l) => l !== own), { ...own, inHand: [made, ...own.inHand] }];
  }
  return all;
}

/** Whether an aircraft, or a campaign in hand on it, is meant by what was typed. */
export function fitsWords({ aircraft, open }: HangarLine, wanted: string): boolean {
  const words = wanted.trim().toLowerCase();
  if (words === '') return true;
  const { mark, type, description } = aircraft;
  return [mark, type, description, ...open.map((c) => c.title)].join(' ').toLowerCase().includes(words);
}

/**
 * Where a campaign stands: by the record on this device where it is here, else as the server says. What was
 * last seen without the server opens no gate.
 */
export function standingHere(
  campaign: CampaignView,
  mine: HeldCampaign | undefined,
  fresh: boolean,
  now: string,
): Standing | undefined {
  if (mine?.state.index)
    return standingOf(mine.state, now, { waiting: mine.waiting.length, confirmed: fresh });
  const { standing } = campaign;
  if (!standing || fresh) return standing;
  return {
    ...standing,
    sentence: 'As last seen; offline',
    gates: standing.gates.map((g) => ({ ...g, state: 'held' as const })),
  };
}
