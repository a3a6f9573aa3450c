import {
  coverOfTrack,
  firstTurns,
  patternTrack,
  type CoveredTrack,
  type FieldChart,
  type FirstTurn,
  type Glider,
  type PlannedPattern,
  type TrackMoment,
  type WindOver,
} from '@kanzel/core';

/** What the page asks for: the cover of a planned circuit or of a track that was flown, or how to turn first. */
export interface ChartOrder {
  readonly number: number;
  readonly chart: FieldChart;
  readonly glider: Glider;
  readonly wind: WindOver;
  readonly way:
    | { readonly kind: 'planned'; readonly pattern: PlannedPattern }
    | { readonly kind: 'flown'; readonly track: readonly TrackMoment[] }
    | { readonly kind: 'turns'; readonly pattern: PlannedPattern };
}
export interface ChartNews {
  readonly number: number;
  readonly covered?: CoveredTrack;
  readonly turns?: readonly FirstTurn[];
}

/** Works away from the page: a long track takes its time. */
addEventListener('message', (event: MessageEvent<ChartOrder>) => {
  const { number, chart, glider, wind, way } = event.data;
  const tell = (news: ChartNews): void => postMessage(news);
  if (way.kind === 'turns') {
    const turns = firstTurns(chart, glider, wind, way.pattern);
    return tell({ number, ...(turns ? { turns } : {}) });
  }
  const track = way.kind === 'flown' ? way.track : patternTrack(chart, way.pattern, wind);
  tell({ number, ...(track ? { covered: coverOfTrack(chart, glider, wind, track) } : {}) });
});
