import { useEffect, useRef, useState, type ReactElement } from 'react';
import {
  SENSE_INPUTS,
  SENSE_INPUT_TITLES,
  tiltOf,
  type Attitude,
  type SenseInput,
  type Tilt,
} from '@kanzel/core';
import { attitudeNow } from '../../station/vehicle-says.ts';
import { useMonitor } from '../../sync/monitor-store.ts';
import { Button } from '../../ui/button.tsx';

/** How the vehicle on the line is held, against how it stood when the step was come to. */
export interface Held {
  readonly tilt: Tilt;
  readonly now: Attitude;
  readonly rest: Attitude;
  /** The last way in which it was held since the step was come to: a person tilts, looks, sets down and says. */
  readonly last: SenseInput | undefined;
  /** It stands now as it should: everything is counted from here. */
  readonly standsNow: () => void;
}

/** How long what was seen of the stance of a vehicle is good for the next step (ms): it is set down in between, not carried away. */
const STANCE = 600_000;

/** How each aircraft stood when a correction was come to last, and when that was. */
const stances = new Map<string, { readonly rest: Attitude; readonly at: number }>();

/**
 * What the next step is counted from: where the hands still hold it tilted from the step before, how it stood before that, on the
 * heading that it has now; else how it stands now.
 */
function stanceAt(mark: string, now: Attitude): Attitude {
  const stood = stances.get(mark);
  const held =
    stood &&
    performance.now() - stood.at < STANCE &&
    tiltOf({ ...now, heading: stood.rest.heading }, stood.rest).state !== 'level';
  return held && stood ? { ...stood.rest, heading: now.heading } : now;
}

/** How the vehicle is held while a correction is asked for; undefined where none is on the line, or it says nothing of it. */
export function useHeld(input: SenseInput, mark: string): Held | undefined {
  useMonitor((s) => s.tick);
  const correction = SENSE_INPUTS[input].by === 'correction';
  const now = correction ? attitudeNow() : undefined;
  const [rest, setRest] = useState<Attitude>();
  const [last, setLast] = useState<SenseInput>();
  const first = useRef(true);
  useEffect(() => {
    if (first.current && now) {
      first.current = false;
      const rest = stanceAt(mark, now);
      stances.set(mark, { rest, at: performance.now() });
      setRest(rest);
    }
  }, [now, mark]);
  const tilt = now && rest ? tiltOf(now, rest) : undefined;
  const seen = tilt?.state === 'tilted' ? tilt.input : undefined;
  useEffect(() => {
    if (seen) setLast(seen);
  }, [seen]);
  if (!now || !rest || !tilt) return undefined;
  const standsNow = (): void => {
    stances.set(mark, { rest: now, at: performance.now() });
    setRest(now);
  };
  return { tilt, now, rest, last: seen ?? last, standsNow };
}

const said = (input: SenseInput): string => SENSE_INPUT_TITLES[input].toLowerCase();

/** What the vehicle feels, beside what is asked of the hands that hold it. */
export function TiltLine({ input, held }: { input: SenseInput; held: Held }): ReactElement {
  const { tilt } = held;
  const asked = said(input);
  const [tone, words] =
    tilt.state === 'tilted' && tilt.input === input
      ? [
          'border-within text-within',
          `As asked: ${asked}, ${tilt.degrees.toFixed(0)}°. Which way does each go?`,
        ]
      : tilt.state === 'tilted'
        ? [
            'border-out bg-out-bg text-out',
            `${said(tilt.input).replace(/^./, (c) => c.toUpperCase())}, ${tilt.degrees.toFixed(0)}°. You were asked for ${asked}: if you hold it so, its box lies otherwise than entered.`,
          ]
        : tilt.state === 'between'
          ? ['border-near text-near', `About two axes at once: ${asked} alone.`]
          : ['border-rule', `As it stood. Now: ${asked}, more than 10°.`];
  return (
    <div className="mb-2 flex flex-wrap items-center gap-x-4">
      <p role="status" className={`min-w-0 flex-1 border-l-4 px-2 py-1 font-semibold ${tone}`}>
        <span className="cap block font-normal">The vehicle says</span>
        {words}
      </p>
      {tilt.state === 'level' ? null : (
        <Button kind="quiet" onClick={held.standsNow}>
          It stands so
        </Button>
      )}
    </div>
  );
}
