import { diedAndCaught, formatFigure, GROUNDED_BELOW, type Died, type Part } from '@kanzel/core';
import { useRef, type ReactElement } from 'react';
import { newestAt, recent, useMonitor } from '../../sync/monitor-store.ts';

/** What is looked back on (s), and how often (ms). */
const LOOKED_BACK = 90;
const EVERY = 1500;

/** Whether the monitor saw the engine die for a moment and catch: said beside the choice, and chosen by nobody but a person. */
export function DiedInTrace({ part }: { readonly part: Part }): ReactElement | null {
  useMonitor((s) => s.tick);
  const known = useRef<{ at: number; found: Died | undefined }>({ at: -Infinity, found: undefined });
  const now = newestAt();
  if (now === undefined) return null;
  if (now - known.current.at >= EVERY)
    known.current = { at: now, found: diedAndCaught(recent(part.subject, 'rpm', LOOKED_BACK), 1).at(-1) };
  const { found } = known.current;
  const rpm = (value: number): string => formatFigure(value, 1);
  return (
    <p role="status" className="mb-3 text-[0.86rem] text-ink-2">
      {found
        ? `The monitor saw it: from ${rpm(found.before)} to ${rpm(found.lowest)} rpm, and back.`
        : `The monitor has not seen it die within the last ${LOOKED_BACK} seconds.`}
      {found && found.before > GROUNDED_BELOW ? (
        <b className="block text-near">
          It was switched at {rpm(found.before)} rpm: throttle closed first, or unburnt mixture fires in the
          exhaust.
        </b>
      ) : null}
    </p>
  );
}
