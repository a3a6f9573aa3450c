import { useEffect, useMemo, useRef, useState } from 'react';
import {
  makeTimetable,
  timetableByList,
  type KeptTimetable,
  type NoTimetable,
  type Result,
  type Timetable,
  type TimetableRequest,
} from '@kanzel/core';
import type { SearchNews } from './timetable.worker.ts';

/** How long a plan is looked for when it changes, and when somebody asks for more. */
const USUAL = 2000;
export const LONG = 15_000;

export interface TimetableSearch {
  /** The best there is so far; absent without a plan of the day. */
  readonly result: Result<Timetable, NoTimetable> | undefined;
  readonly running: boolean;
  readonly stop: () => void;
  readonly more: () => void;
}

/** The jobs and people of a timetable, as they are kept. */
export function keptOf(timetable: Timetable): KeptTimetable {
  return { list: timetable.list, by: Object.fromEntries(timetable.bars.map((b) => [b.job, b.people])) };
}

/**
 * The timetable for what is asked, at once by the list that was kept or a quick one, and a moment later by a search
 * in a worker. `question` names what is asked apart from the time of day: as long as it stays the same, the list
 * found is told again from every new now without another search.
 */
export function useTimetable(
  request: TimetableRequest | undefined,
  question: string,
  kept: KeptTimetable | undefined,
  search: boolean,
): TimetableSearch {
  const [found, setFound] = useState<{ question: string; list: KeptTimetable }>();
  const [running, setRunning] = useState(false);
  const worker = useRef<Worker>(undefined);
  const latest = useRef(request);
  useEffect(() => {
    latest.current = request;
  });
  const list = found?.question === question ? found.list : kept;
  const result = useMemo(() => {
    if (!request) return undefined;
    const told = list ? timetableByList(request, list.list, new Map(Object.entries(list.by))) : undefined;
    // What was found some time ago may no longer go through: a window has closed, somebody has left.
    return told?.ok ? told : makeTimetable(request, { seed: 1, lists: 12 });
  }, [request, list]);
  const stop = (): void => {
    worker.current?.terminate();
    worker.current = undefined;
    setRunning(false);
  };
  const start = (milliseconds: number): void => {
    worker.current?.terminate();
    const asked = latest.current;
    if (!asked) return;
    const next = new Worker(new URL('./timetable.worker.ts', import.meta.url), { type: 'module' });
    worker.current = next;
    setRunning(true);
    next.addEventListener('message', (event: MessageEvent<SearchNews>) => {
      if (worker.current !== next) return;
      if (event.data.kind === 'better') return setFound({ question, list: event.data.list });
      const { result: made } = event.data;
      if (made.ok) setFound({ question, list: keptOf(made.value) });
      stop();
    });
    next.postMessage({ request: asked, milliseconds });
  };
  useEffect(() => {
    if (!search || question === '') return;
    const timer = setTimeout(() => start(USUAL), 250);
    return () => {
      clearTimeout(timer);
      worker.current?.terminate();
    };
    // A new question is a new search; the passing of time is not.
    // eslint-disable-next-line react-hooks/exhaustive-deps
  }, [question, search]);
  return { result, running, stop, more: () => start(LONG) };
}
