import { useRef, type ReactElement } from 'react';
import {
  formatFigure,
  legsOfTrack,
  ownMember,
  placeAround,
  type LegMoment,
  type Part,
  type SteadyLeg,
} from '@kanzel/core';
import { useCampaign } from '../../station/campaign-context.ts';
import { newestAt, recent, useMonitor } from '../../sync/monitor-store.ts';
import { Button } from '../../ui/button.tsx';
import { changeDraft, draftOf, useDrafts } from '../drafts.ts';
import { cellName } from './desk.ts';
import { legAsTyped } from './leg-as-typed.ts';

const KNOT = 1852 / 3600;
/** So far back the flight is looked at (s), so often (ms), and so many legs are offered, the newest first. */
const BACK = 600;
const EVERY = 2000;
const OFFERED = 4;
const MOST_LEGS = 12;

/** What the receiver said of the last minutes: moments of which place and height were said together. */
export function momentsHeard(): readonly LegMoment[] {
  const [latitude, longitude, height] = ['latitude', 'longitude', 'height'].map((channel) => {
    const { t, v } = recent('aircraft', channel, BACK);
    return new Map(t.map((at, i) => [at, v[i]] as const));
  });
  let middle: { latitude: number; longitude: number } | undefined;
  return [...(latitude ?? [])].flatMap(([at, lat]) => {
    const [lon, h] = [longitude?.get(at), height?.get(at)];
    if (lat === undefined || lon === undefined || h === undefined) return [];
    const here = { latitude: lat, longitude: lon };
    middle ??= here;
    return [{ at, ...placeAround(middle, here), height: h }];
  });
}

/** Legs that the receiver was heard to fly, straight and level: one press writes one into the next row. */
export function LegsHeard({ part }: { readonly part: Part }): ReactElement | null {
  const view = useCampaign();
  useMonitor((s) => s.tick);
  const drafts = useDrafts((s) => s.drafts);
  const draft = draftOf(drafts, view.id, part.key);
  const known = useRef<{ at: number; legs: readonly SteadyLeg[] }>({ at: -Infinity, legs: [] });
  const now = newestAt() ?? 0;
  if (Math.abs(now - known.current.at) >= EVERY)
    known.current = { at: now, legs: legsOfTrack(momentsHeard()) };
  const texts = draft.texts ?? {};
  const isTaken = (leg: SteadyLeg): boolean =>
    Array.from({ length: MOST_LEGS }, (_, i) => i + 1).some(
      (row) =>
        ownMember(texts, cellName(row, 'track')) === legAsTyped(leg)[0] &&
        ownMember(texts, cellName(row, 'ground')) === legAsTyped(leg)[1],
    );
  const legs = [...known.current.legs].reverse().slice(0, OFFERED);
  if (legs.length === 0) return null;
  const row = Array.from({ length: MOST_LEGS }, (_, i) => i + 1).find(
    (r) =>
      (ownMember(texts, cellName(r, 'track')) ?? '') === '' &&
      ownMember(draft.taken, cellName(r, 'track')) === undefined,
  );
  const take = (leg: SteadyLeg): void => {
    if (row === undefined) return;
    const [track, ground] = legAsTyped(leg);
    changeDraft(view.id, part.key, {
      texts: { ...texts, [cellName(row, 'track')]: track, [cellName(row, 'ground')]: ground },
      picks: { ...draft.picks, rows: String(Math.max(row, Number(draft.picks?.['rows'] ?? 0))) },
    });
  };
  return (
    <section className="mt-2 max-w-[34rem]" aria-label="Legs heard of the receiver">
      <h4 className="cap">Heard of the receiver, straight and level; take it while the airspeed is read</h4>
      <ul>
        {legs.map((leg) => (
          <li key={leg.from} className="flex min-h-11 items-center gap-x-3 border-b border-rule py-1">
            {isTaken(leg) ? (
              <span className="cap">taken</span>
            ) : (
              <Button disabled={row === undefined} onClick={() => take(leg)}>
                {`Take ${Math.round(leg.track) % 360}°`}
              </Button>
            )}
            <span className="font-mono text-[0.9rem]">
              {formatFigure(leg.speed / KNOT, 0.1)} kt, {formatFigure(leg.to - leg.from, 1)} s, ±
              {formatFigure(leg.scatter, 0.1)} m
            </span>
          </li>
        ))}
      </ul>
    </section>
  );
}
