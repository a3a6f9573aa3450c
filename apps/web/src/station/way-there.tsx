import { useDeferredValue, useMemo, type ReactElement } from 'react';
import { formatFigure, roleTitle, wayToGate, type GateStatus } from '@kanzel/core';
import { useNow } from '../shell/plate.tsx';
import { useCampaign } from './campaign-context.ts';

/**
 * How long the way to a gate is with the people who are there now, and who is missing; nothing where there is none to go.
 * Fetched when it is shown: laying out a day is a good part of the planning.
 */
export default function WayThere({
  gate,
  className,
}: {
  gate: GateStatus;
  className: string;
}): ReactElement | null {
  const view = useCampaign();
  const now = useNow(60_000).toISOString().slice(0, 16);
  // What was just kept is painted first; the way is reckoned after it.
  const state = useDeferredValue(view.state);
  const { index } = view;
  const way = useMemo(
    () =>
      gate.state === 'held' ? wayToGate(state, index, gate, state.plan?.day, `${now}:00.000Z`) : undefined,
    [state, index, gate, now],
  );
  if (!way || way.minutes === 0) return null;
  const planned = view.state.plan?.day !== undefined;
  const missing = way.missing.map((r) => roleTitle(r).toLowerCase());
  const time = `${formatFigure(way.minutes, 1)} min of checks${planned ? ' with the people who are there' : ', one after another'}`;
  const roles =
    missing.length === 0
      ? ''
      : planned
        ? `; nobody is there as ${missing.join(', ')}`
        : `, with ${missing.join(' and ')}`;
  return (
    <p className={className}>
      Shortest way: {time}
      {roles}.
    </p>
  );
}
