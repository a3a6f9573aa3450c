import { useEffect, useMemo, useRef, useState } from 'react';
import { controlsOf, type Explained } from '@kanzel/core';
import { useCampaign } from '../station/campaign-context.ts';
import { askedChecks, isAmiss, seenSoFar } from './asked.ts';
import type { ExplainAnswer, ExplainOrder } from './explain.worker.ts';

/** What would explain the answers so far, worked out beside the page; undefined while all is as expected, or not known yet. */
export function useExplained(): Explained | undefined {
  const { index, status } = useCampaign();
  const asked = useMemo(() => askedChecks(index), [index]);
  const amiss = isAmiss(asked, status);
  const seen = useMemo(() => (amiss ? seenSoFar(index, asked, status) : []), [amiss, index, asked, status]);
  const key = JSON.stringify(seen);
  const [told, setTold] = useState<{ readonly key: string; readonly explained: Explained }>();
  const worker = useRef<Worker>(undefined);
  useEffect(
    () => () => {
      worker.current?.terminate();
      worker.current = undefined;
    },
    [],
  );
  const number = useRef(0);
  useEffect(() => {
    if (!amiss) return;
    worker.current ??= new Worker(new URL('./explain.worker.ts', import.meta.url), { type: 'module' });
    number.current += 1;
    const { outputs, context } = controlsOf(index);
    const order: ExplainOrder = {
      number: number.current,
      outputs,
      context,
      askable: asked.map((a) => a.question),
      seen: JSON.parse(key) as ExplainOrder['seen'],
    };
    const hear = ({ data }: MessageEvent<ExplainAnswer>): void => {
      if (data.number === order.number) setTold({ key, explained: data.explained });
    };
    const own = worker.current;
    own.addEventListener('message', hear);
    own.postMessage(order);
    return () => own.removeEventListener('message', hear);
  }, [amiss, asked, index, key]);
  return amiss && told?.key === key ? told.explained : undefined;
}
