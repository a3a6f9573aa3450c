import { useState } from 'react';
import { placeAround, type FieldChart, type TrackMoment } from '@kanzel/core';
import type { readTrackFile } from '@kanzel/formats';

export interface Flown {
  readonly track: readonly TrackMoment[];
  /** What was taken, and what was left out, in a sentence. */
  readonly said: string;
}

/** A track that was flown, on the map of a chart. */
export function useFlown(chart: FieldChart): {
  readonly flight: Flown | undefined;
  readonly problem: string | undefined;
  readonly take: (name: string, read: ReturnType<typeof readTrackFile>) => void;
} {
  const [flight, setFlight] = useState<Flown>();
  const [problem, setProblem] = useState<string>();
  const take = (name: string, read: ReturnType<typeof readTrackFile>): void => {
    if (!read.ok) return setProblem(`${name}: ${read.error}`);
    const { points, leftOut } = read.value;
    const [first] = points;
    const track = points.map((p) => ({
      ...placeAround(chart.origin, p),
      at: p.at - (first?.at ?? 0),
      height: p.height,
    }));
    setProblem(undefined);
    setFlight({
      track,
      said: `${name}: ${points.length} points${leftOut === 0 ? '' : `; ${leftOut} left out that say too little, come out of their order, or jump`}.`,
    });
  };
  return { flight, problem, take };
}
