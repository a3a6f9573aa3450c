import { STATION_TITLES } from './labels.ts';
import { makeSentences } from './english.ts';
import { namesOf } from './names.ts';
import type { StationId } from '../checks/types.ts';
import type { CampaignState } from '../record/state.ts';
import { deriveStatus, type CampaignStatus, type Freshness } from '../standing/derive.ts';
import type { Mark } from '../standing/status.ts';

/** Where a campaign stands, as a line of the hangar shows it: made of the record wherever that is at hand. */
export interface Standing {
  readonly stations: readonly { readonly station: StationId; readonly mark: Mark; readonly total: number }[];
  readonly gates: readonly {
    readonly id: string;
    readonly before: StationId;
    readonly state: 'open' | 'held' | 'passed';
  }[];
  readonly sentence: string;
  readonly tags: readonly {
    readonly tag: string;
    readonly thing: string;
    readonly at: string;
    /** Absent in what a device kept from before it was told. */
    readonly touches?: readonly string[];
  }[];
  /** Work that waits for an inspection by someone else. */
  readonly eyes: readonly { readonly action: string; readonly what: string }[];
}

function sentenceOf(state: CampaignState, status: CampaignStatus): string {
  const { say } = makeSentences(namesOf(state.index));
  const station = status.stations.find((s) => s.station === status.current);
  const gate = status.gates.find((g) => g.state !== 'passed');
  if (gate?.state === 'open')
    return gate.gate.before === 'release'
      ? state.opened?.occasion === 'ground-run'
        ? 'The ground run is done. Waiting for the certifying signature'
        : 'Ready to return to service. Waiting for the certifying signature'
      : `${gate.gate.title} is open and waits to be passed`;
  const steps =
    station && station.station !== 'release'
      ? `${STATION_TITLES[station.station]}, ${station.done} of ${station.total} done.`
      : '';
  if (!gate) return steps;
  const first = gate.holdings.find((h) => h.cure.to !== 'check' || h.reason.code !== 'checksRemain');
  const held = first
    ? `${gate.gate.title} is held: ${say(first.reason)}`
    : `${gate.gate.title} is held; ${Math.ceil(gate.minutes)} min of checks remain.`;
  return `${steps} ${held}`.trim();
}

/**
 * Where a campaign stands at the instant `now`: its stations and gates as marks, one sentence, and what is open
 * about it. Undefined before it has been opened. Stale data holds every gate, as in `deriveStatus`.
 * Example: "Fuel, 1 of 10 done. Power is held: A tag is on: fuel hose off at the carburettor."
 */
export function standingOf(state: CampaignState, now: string, fresh?: Freshness): Standing | undefined {
  const status = deriveStatus(state, now, fresh);
  if (!status) return undefined;
  return {
    stations: status.stations.map(({ station, mark, total }) => ({ station, mark, total })),
    gates: status.gates.map((g) => ({ id: g.gate.id, before: g.gate.before, state: g.state })),
    sentence: sentenceOf(state, status),
    tags: status.openTags.map(({ on }) => ({ tag: on.tag, thing: on.thing, at: on.at, touches: on.touches })),
    eyes: status.uninspected.map(({ done }) => ({ action: done.action, what: done.what })),
  };
}
