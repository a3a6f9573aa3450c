import { useMemo, type ReactElement } from 'react';
import {
  kindOfWork,
  MARK_WORDS,
  WORK_KIND_TITLES,
  planOf,
  type Layout,
  type Mark,
  type Point,
  type Zone,
} from '@kanzel/core';
import { shadeOf, useWorkColour } from '../ui/work-colours.ts';
import { useWidth } from '../ui/use-width.ts';
import { marksOfAreas, spread, type Flag, type Spot, type WalkedStop } from './walked.ts';

const FILLS: Readonly<Record<Mark, string>> = {
  notStarted: 'fill-margin',
  inHand: 'fill-margin',
  unknown: 'fill-margin',
  within: 'fill-within-bg',
  near: 'fill-near-bg',
  out: 'fill-out-bg',
  again: 'fill-again-bg',
  notApplicable: 'fill-rule-2',
};
const DISCS: Readonly<Record<Mark, string>> = {
  notStarted: 'fill-sheet stroke-ink-2 text-ink',
  inHand: 'fill-sheet stroke-ink-2 text-ink',
  unknown: 'fill-sheet stroke-ink text-ink',
  within: 'fill-within stroke-within text-sheet',
  near: 'fill-near stroke-near text-sheet',
  out: 'fill-out stroke-out text-sheet',
  again: 'fill-again stroke-again text-sheet',
  notApplicable: 'fill-ink-3 stroke-ink-3 text-sheet',
};

/** Diameter of a sign, in pixels; how far apart two stand at least; room at the edge. */
const SIGN = 22;
const APART = 25;
const PAD = 18;

/** Where the sign of each place stands: at that part of it which is nearest to the place before. */
function signsOf(stops: readonly WalkedStop[], from: Point): readonly Point[] {
  const signs: Point[] = [];
  for (const stop of stops) {
    const [x, y] = signs.at(-1) ?? from;
    const far = (p: Point): number => Math.hypot(p[0] - x, p[1] - y);
    // Round a thing one goes from its first point on; of several things the nearest comes first.
    const firsts = stop.areas.flatMap((a) => a.at.slice(0, 1));
    signs.push(firsts.toSorted((p, q) => far(p) - far(q))[0] ?? from);
  }
  return signs;
}

function Part({ zone, look, inHand }: { zone: Zone; look: string; inHand: boolean }): ReactElement {
  const common = {
    className: `${look} ${inHand ? 'stroke-hand' : 'stroke-ink'}`,
    strokeWidth: inHand ? 2.5 : 1.2,
    vectorEffect: 'non-scaling-stroke' as const,
    strokeLinejoin: 'round' as const,
  };
  return zone.outline.kind === 'circle' ? (
    <circle {...common} cx={zone.outline.centre[0]} cy={zone.outline.centre[1]} r={zone.outline.radius} />
  ) : (
    <polygon {...common} points={zone.outline.points.map((p) => p.join(',')).join(' ')} />
  );
}

const FLAG_WORDS: Readonly<Record<Flag['kind'], string>> = {
  tag: 'Tag',
  finding: 'Finding',
  earlier: 'Found here before',
};

/** A flag for what is on or open; a quiet ring for what was found there before. */
function FlagSign({ flag, spot: { x, y } }: { flag: Flag; spot: Spot }): ReactElement {
  const kind = kindOfWork(flag.touches ?? []);
  const [colour] = useWorkColour(kind);
  const words = `${FLAG_WORDS[flag.kind]}: ${flag.text}${flag.kind === 'tag' ? `, ${WORK_KIND_TITLES[kind].toLowerCase()}` : ''}`;
  return (
    <g role="img" aria-label={words}>
      <title>{words}</title>
      {flag.kind === 'earlier' ? (
        <circle cx={x} cy={y} r="7" strokeWidth="2.5" className="fill-sheet stroke-ink-3" />
      ) : (
        <>
          <path
            d={`M${x - 9} ${y + 11}v-20h19l-5 6.5 5 6.5h-19`}
            strokeWidth="1.5"
            className={flag.kind === 'tag' ? 'fill-near-bg stroke-near' : 'fill-out-bg stroke-out'}
          />
          {flag.kind === 'tag' ? (
            <path d={`M${x - 9} ${y + 12}v-22`} strokeWidth="4" style={{ stroke: shadeOf(colour) }} />
          ) : null}
          <text
            x={x - 1.5}
            y={y + 2}
            textAnchor="middle"
            className={`text-[12px] font-bold ${flag.kind === 'tag' ? 'fill-near' : 'fill-out'}`}
          >
            {flag.kind === 'tag' ? 'T' : 'F'}
          </text>
        </>
      )}
    </g>
  );
}

/** A place of the walk by its number, pressed to go there. */
function StopSign({
  stop,
  spot,
  current,
  onGo,
}: {
  stop: WalkedStop;
  spot: Spot;
  current: boolean;
  onGo: (stop: WalkedStop) => void;
}): ReactElement {
  const look = current ? 'fill-hand stroke-hand text-sheet' : DISCS[stop.mark];
  return (
    <g
      className={`${look} cursor-pointer focus-visible:stroke-ink`}
      role="button"
      tabIndex={0}
      aria-label={`Place ${stop.number}, ${stop.title}: ${stop.proven} of ${stop.checks.length} proven, ${MARK_WORDS[stop.mark].toLowerCase()}`}
      aria-current={current ? 'step' : undefined}
      onKeyDown={(event) => {
        if (event.key !== 'Enter' && event.key !== ' ') return;
        event.preventDefault();
        event.stopPropagation();
        onGo(stop);
      }}
      onClick={() => onGo(stop)}
    >
      <title>{`${stop.number}. ${stop.title}`}</title>
      <circle cx={spot.x} cy={spot.y} r={SIGN / 2} strokeWidth="1.5" />
      <text
        x={spot.x}
        y={spot.y + 4.5}
        textAnchor="middle"
        className="fill-current stroke-none text-[13px] font-bold"
      >
        {stop.number}
      </text>
    </g>
  );
}

/**
 * The aircraft from above with the places of the walk numbered in their order. What was looked at fills in as it was found; the
 * place in hand is outlined; a dashed line leads on from there.
 */
export function WalkPicture({
  layout,
  title,
  stops,
  inHand,
  flags,
  highest,
  onGo,
}: {
  layout: Layout;
  title: string;
  stops: readonly WalkedStop[];
  inHand: WalkedStop | undefined;
  flags: readonly Flag[];
  /** Pixels; a wide aircraft takes less. */
  highest: number;
  onGo: (stop: WalkedStop) => void;
}): ReactElement {
  const [box, width] = useWidth(320);
  const { zones, box: plan } = useMemo(() => planOf(layout), [layout]);
  const marks = useMemo(() => marksOfAreas(stops), [stops]);
  const natural = ((width - 2 * PAD) * plan.height) / plan.width + 2 * PAD + SIGN;
  const height = Math.max(160, Math.min(highest, natural));
  const scale = Math.min((width - 2 * PAD) / plan.width, (height - 2 * PAD - SIGN) / plan.height);
  const left = (width - plan.width * scale) / 2 - plan.left * scale;
  const top = (height + SIGN - plan.height * scale) / 2 - plan.top * scale;
  const onPicture = ([x, y]: Point): Spot => ({ x: left + x * scale, y: top + y * scale });
  const nose: Point = [0, -0.1 * layout.length];
  const spots = spread(
    [...signsOf(stops, nose), ...flags.map((f) => f.area.at[0] ?? nose)].map(onPicture),
    APART,
    { width, height },
  );
  const placed = stops.map((stop, i) => ({ stop, spot: spots[i] ?? onPicture(nose) }));
  const flagged = flags.map((flag, i) => ({ flag, spot: spots[stops.length + i] ?? onPicture(nose) }));
  // What is walked already needs no line; the way leads on from the place in hand.
  const ahead = placed.slice(Math.max(0, inHand ? stops.indexOf(inHand) : 0)).map((p) => p.spot);
  const areaOf = new Map(
    stops.flatMap((s) => s.areas.flatMap((a) => a.zones.map((z) => [z, a.id] as const))),
  );
  const here = new Set(inHand?.areas.flatMap((a) => [...a.zones]) ?? []);
  return (
    <div ref={box} style={{ height }} className="w-full">
      <svg width={width} height={height} role="group" aria-label={`Walk round ${title}`}>
        <g transform={`translate(${left} ${top}) scale(${scale})`}>
          {zones
            .toSorted((a, b) => Number(here.has(a.id)) - Number(here.has(b.id)))
            .map((zone) => (
              <Part
                key={zone.id}
                zone={zone}
                look={FILLS[marks.get(areaOf.get(zone.id) ?? '') ?? 'notStarted']}
                inHand={here.has(zone.id)}
              />
            ))}
        </g>
        <polyline
          points={ahead.map((s) => `${s.x},${s.y}`).join(' ')}
          className="fill-none stroke-hand"
          strokeWidth="1.3"
          strokeDasharray="2 4"
        />
        {placed.map(({ stop, spot }) => (
          <StopSign key={stop.number} stop={stop} spot={spot} current={stop === inHand} onGo={onGo} />
        ))}
        {flagged.map(({ flag, spot }) => (
          <FlagSign key={flag.id} flag={flag} spot={spot} />
        ))}
      </svg>
    </div>
  );
}
