import { useEffect, useRef, useState } from 'react';
import type { CoveredTrack, FirstTurn } from '@kanzel/core';
import type { ChartNews, ChartOrder } from './chart.worker.ts';

export interface CoverSearch {
  readonly covered: CoveredTrack | undefined;
  readonly turns: readonly FirstTurn[] | undefined;
  readonly working: boolean;
  readonly lookForTurns: () => void;
}

/** The cover of what is asked, worked out in a worker; the newest question counts, and an older answer is not shown for it. */
export function useCover(order: Omit<ChartOrder, 'number'> | undefined): CoverSearch {
  const worker = useRef<Worker>(undefined);
  const asked = useRef(0);
  const [news, setNews] = useState<ChartNews>();
  const [turns, setTurns] = useState<ChartNews>();
  const [latest, setLatest] = useState(0);
  useEffect(() => {
    const made = new Worker(new URL('./chart.worker.ts', import.meta.url), { type: 'module' });
    worker.current = made;
    made.addEventListener('message', (event: MessageEvent<ChartNews>) => {
      if (event.data.turns) setTurns(event.data);
      else setNews(event.data);
    });
    return () => made.terminate();
  }, []);
  // A long track is told apart by being another one, not by all of its points.
  const track = order?.way.kind === 'flown' ? order.way.track : undefined;
  const key = JSON.stringify([order?.glider, order?.wind, track ? 'flown' : order?.way]);
  useEffect(() => {
    if (!order) return;
    asked.current += 1;
    setLatest(asked.current);
    worker.current?.postMessage({ ...order, number: asked.current } satisfies ChartOrder);
    // What is asked is told apart by what it says; the object is another at every drawing.
    // eslint-disable-next-line react-hooks/exhaustive-deps
  }, [key, track, order?.chart]);
  const current = news?.number === latest ? news : undefined;
  return {
    covered: order ? current?.covered : undefined,
    turns: turns && turns.number >= latest ? turns.turns : undefined,
    working: order !== undefined && current === undefined,
    lookForTurns: () => {
      if (order?.way.kind !== 'planned') return;
      worker.current?.postMessage({
        ...order,
        number: latest,
        way: { kind: 'turns', pattern: order.way.pattern },
      } satisfies ChartOrder);
    },
  };
}
