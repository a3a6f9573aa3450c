import { useDeferredValue, useMemo, type ReactElement } from 'react';
import {
  formatFigure,
  ROLE_TITLES,
  wayToGate,
  type GateStatus,
  type Role,
  type WayToGate,
} from '@kanzel/core';
import { useNow } from '../shell/plate.tsx';
import { useCampaign } from './campaign-context.ts';

/** The way to a gate with the people of the plan of the day who are there now. */
export function useWayToGate(gate: GateStatus | undefined): WayToGate | undefined {
  const view = useCampaign();
  const now = useNow(60_000).toISOString().slice(0, 16);
  // What was just kept is painted first; the way is reckoned after it.
  const state = useDeferredValue(view.state);
  const { index } = view;
  return useMemo(() => {
    if (gate?.state !== 'held') return undefined;
    return wayToGate(state, index, gate, state.plan?.day, `${now}:00.000Z`);
  }, [state, index, gate, now]);
}

/** Says it: how long, with whom, and who is missing. */
export function wayInWords(way: WayToGate, planned: boolean): string {
  const missing = way.missing.map((r) => ROLE_TITLES[r as Role].toLowerCase());
  const time = `${formatFigure(way.minutes, 1)} min of checks${planned ? ' with the people who are there' : ', one after another'}`;
  if (missing.length === 0) return time;
  return planned
    ? `${time}; nobody is there as ${missing.join(', ')}`
    : `${time}, with ${missing.join(' and ')}`;
}

export function WayThere({ gate }: { gate: GateStatus }): ReactElement | null {
  const view = useCampaign();
  const way = useWayToGate(gate);
  if (!way || way.minutes === 0) return null;
  return (
    <p className="mt-3 text-ink-2">Shortest way: {wayInWords(way, view.state.plan?.day !== undefined)}.</p>
  );
}
