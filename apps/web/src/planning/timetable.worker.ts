import {
  makeTimetable,
  type KeptTimetable,
  type NoTimetable,
  type Result,
  type Timetable,
  type TimetableRequest,
} from '@kanzel/core';

/** What the page asks for, and what comes back while it is looked for. */
export interface SearchOrder {
  readonly request: TimetableRequest;
  readonly milliseconds: number;
}
export type SearchNews =
  | { readonly kind: 'better'; readonly list: KeptTimetable }
  | { readonly kind: 'done'; readonly result: Result<Timetable, NoTimetable>; readonly milliseconds: number };

/** Looks for a short timetable away from the page; a page that no longer wants it ends the worker. */
addEventListener('message', (event: MessageEvent<SearchOrder>) => {
  const { request, milliseconds } = event.data;
  const began = performance.now();
  const tell = (news: SearchNews): void => postMessage(news);
  const result = makeTimetable(request, {
    seed: 1,
    lists: Infinity,
    goOn: () => performance.now() - began < milliseconds,
    // Told at once, so that a search that is stopped has given all it had.
    onBetter: (_end, _bound, kept) => tell({ kind: 'better', list: kept() }),
  });
  tell({ kind: 'done', result, milliseconds: performance.now() - began });
});
