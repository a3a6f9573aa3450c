import { useEffect, useState } from 'react';
import { drawProblem, type LoadingData, type LoadingSheet } from '@kanzel/core';
import type { DrawNews, DrawOrder } from './probability.worker.ts';

const DRAWS = 1_000_000;
/** So long nothing is drawn while figures are still being typed (ms). */
const REST = 250;

/**
 * How often the whole flight stays inside, by a million draws from what is not known of the loading. Begun anew with
 * every change of the sheet, a moment after the last key; undefined until the first draws are in.
 */
export function useProbability(
  data: LoadingData | undefined,
  sheet: LoadingSheet | undefined,
): DrawNews | undefined {
  const [news, setNews] = useState<DrawNews>();
  const key = JSON.stringify(sheet);
  useEffect(() => {
    setNews(undefined);
    if (!data || !sheet) return;
    let worker: Worker | undefined;
    const timer = setTimeout(() => {
      const problem = drawProblem(data, sheet);
      if (!problem) return;
      worker = new Worker(new URL('./probability.worker.ts', import.meta.url), { type: 'module' });
      worker.addEventListener('message', (event: MessageEvent<DrawNews>) => setNews(event.data));
      const order: DrawOrder = { problem, draws: DRAWS, seed: 20261125 };
      worker.postMessage(order);
    }, REST);
    return () => {
      clearTimeout(timer);
      worker?.terminate();
    };
    // The sheet is made anew with every picture; what is in it is what counts.
    // eslint-disable-next-line react-hooks/exhaustive-deps
  }, [data, key]);
  return news;
}
