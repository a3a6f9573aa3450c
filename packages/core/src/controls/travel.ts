import type { Layout } from '../aircraft/types.ts';
import { combineUncertainty } from '../quantity/uncertainty.ts';
import { reason, type Reason } from '../reasons/reason.ts';
import { err, ok, type Result } from '../result.ts';

/**
 * What is read of one surface. Plus and minus are its ends, as far as it goes that way; neutral is where it stands with the controls
 * at neutral; after plus and after minus are where it comes back to from each end; play is how far it can be moved by hand while the
 * controls are held. All but play are counted from where the surface lies in line; neutral and what it comes back to carry a sign,
 * plus to the side that plus is called by.
 */
export const TRAVEL_POINTS = ['plus', 'minus', 'neutral', 'after-plus', 'after-minus', 'play'] as const;
export type TravelPoint = (typeof TRAVEL_POINTS)[number];

/** How a rule is held at the trailing edge: along the straight line from where it lay, or square to how the surface lay. */
export const RULES_HELD = ['straight', 'square'] as const;
export type RuleHeld = (typeof RULES_HELD)[number];

/** A figure and its expanded uncertainty, in the same unit; undefined where nobody knows how good it is. */
export interface Measure {
  readonly value: number;
  readonly uncertainty: number | undefined;
}

const DEGREES = 180 / Math.PI;

/**
 * The angle (degrees, with the sign of the throw) of a throw read at a chord radius from the hinge line; both lengths in one unit.
 * Along the straight line: 2·asin(throw / 2·radius); square to the surface: asin(throw / radius).
 * Errors: `radiusNotPositive`; `throwBeyondRadius` where no such angle is.
 * Source: chord and half-chord of a circle. Uncertainty to first order in both lengths (JCGM 100:2008, 5.1.2).
 * Example: 20 mm along the straight line at 50 mm is 23.07°; square to it, 23.58°.
 */
export function angleOfThrow(thrown: Measure, radius: Measure, held: RuleHeld): Result<Measure, Reason> {
  if (!(radius.value > 0)) return err(reason('radiusNotPositive'));
  const parts = held === 'straight' ? 2 : 1;
  const sine = thrown.value / (parts * radius.value);
  if (!(Math.abs(sine) <= 1)) return err(reason('throwBeyondRadius'));
  const angle = parts * Math.asin(sine);
  const slope = 1 / (radius.value * Math.cos(angle / parts));
  const uncertainty = combineUncertainty([
    times(thrown.uncertainty, slope),
    times(radius.uncertainty, (slope * thrown.value) / radius.value),
  ]);
  return ok({ value: angle * DEGREES, uncertainty: times(uncertainty, DEGREES) });
}

/**
 * The throw at a chord radius (in the unit of the radius, with the sign of the angle) of an angle in degrees: the way back of
 * `angleOfThrow`. Errors: `radiusNotPositive`; `throwBeyondRadius` for more than 180°, or more than 90° square to the surface.
 * Example: 23.07° at 50 mm is 20 mm along the straight line.
 */
export function throwOfAngle(angle: Measure, radius: Measure, held: RuleHeld): Result<Measure, Reason> {
  if (!(radius.value > 0)) return err(reason('radiusNotPositive'));
  const parts = held === 'straight' ? 2 : 1;
  const part = angle.value / DEGREES / parts;
  if (!(Math.abs(part) <= Math.PI / 2)) return err(reason('throwBeyondRadius'));
  const value = parts * radius.value * Math.sin(part);
  return ok({
    value,
    uncertainty: combineUncertainty([
      times(angle.uncertainty, (radius.value * Math.cos(part)) / DEGREES),
      times(radius.uncertainty, value / radius.value),
    ]),
  });
}

const times = (uncertainty: number | undefined, by: number): number | undefined =>
  uncertainty === undefined ? undefined : Math.abs(uncertainty * by);

/** What is worked out of what was read, each by the points that it takes, of one surface or of a pair. */
export const TRAVEL_FIGURES = {
  /** As far as it goes, from neutral. */
  'throw-plus': { takes: ['plus'], of: 'one', in: 'travel' },
  'throw-minus': { takes: ['minus'], of: 'one', in: 'travel' },
  /** Left beside right, the same way: the larger of the two differences. */
  difference: { takes: ['plus', 'minus'], of: 'pair', in: 'travel' },
  /** Minus as a share of plus. */
  differential: { takes: ['plus', 'minus'], of: 'one', in: 'share' },
  /** Where neutral is, and to which side of the line: a reflex that has to be there. */
  neutral: { takes: ['neutral'], of: 'one', in: 'travel' },
  /** How far neutral is off the line, to either side. */
  'neutral-offset': { takes: ['neutral'], of: 'one', in: 'travel' },
  /** The same as a share of the mean travel: what a sub-trim would have to take away. */
  'neutral-share': { takes: ['neutral', 'plus', 'minus'], of: 'one', in: 'share' },
  play: { takes: ['play'], of: 'one', in: 'travel' },
  /** How far apart it comes to rest from one end and from the other. */
  backlash: { takes: ['after-plus', 'after-minus'], of: 'one', in: 'travel' },
  /** How far from neutral it comes to rest, at most. */
  centring: { takes: ['neutral', 'after-plus', 'after-minus'], of: 'one', in: 'travel' },
} as const satisfies Readonly<
  Record<string, { readonly takes: readonly TravelPoint[]; of: 'one' | 'pair'; in: 'travel' | 'share' }>
>;

export type TravelFigure = keyof typeof TRAVEL_FIGURES;
export const TRAVEL_FIGURE_IDS = Object.keys(TRAVEL_FIGURES) as readonly TravelFigure[];

/** What was read of one surface, all in one unit: degrees, or a length at one radius. */
export type TravelRead = Readonly<Partial<Record<TravelPoint, Measure>>>;

const less = (a: Measure, b: Measure): Measure => ({
  value: a.value - b.value,
  uncertainty: combineUncertainty([a.uncertainty, b.uncertainty]),
});

const size = ({ value, uncertainty }: Measure): Measure => ({ value: Math.abs(value), uncertainty });

const larger = (a: Measure, b: Measure): Measure => (b.value > a.value ? b : a);

/** Independent errors of both, relative. */
function share(part: Measure, whole: Measure): Measure | undefined {
  if (!(whole.value > 0)) return undefined;
  const value = (100 * part.value) / whole.value;
  return {
    value,
    uncertainty: combineUncertainty([
      times(part.uncertainty, 100 / whole.value),
      times(whole.uncertainty, value / whole.value),
    ]),
  };
}

/** Neutral is in both throws: what is wrong with it takes from one what it gives to the other. */
function differential({ plus, minus, neutral }: TravelRead, up: number, down: number): Measure | undefined {
  if (!(up > 0) || !plus || !minus) return undefined;
  return {
    value: (100 * down) / up,
    uncertainty: combineUncertainty([
      times(minus.uncertainty, 100 / up),
      times(plus.uncertainty, (100 * down) / up ** 2),
      times((neutral ?? IN_LINE).uncertainty, (100 * (up + down)) / up ** 2),
    ]),
  };
}

/** In line where nobody read a neutral. */
const IN_LINE: Measure = { value: 0, uncertainty: 0 };

/** How far a surface goes one way from its neutral. */
const thrown = (read: TravelRead, way: 'plus' | 'minus'): Measure | undefined => {
  const end = read[way];
  const from = read.neutral ?? IN_LINE;
  if (!end) return undefined;
  return way === 'plus' ? less(end, from) : less(end, { ...from, value: -from.value });
};

/**
 * One figure of one surface, or of a pair (`other` is the right one), in the unit of what was read, shares in percent; undefined
 * where a point that it takes was not read, or where a share is of no travel at all.
 * Example: ends at 24 and 18 with neutral at +1 are throws of 23 and 19, a differential of 82.6 %, and a neutral share of 4.76 %.
 */
export function travelFigure(
  figure: TravelFigure,
  read: TravelRead,
  other?: TravelRead,
): Measure | undefined {
  if (TRAVEL_FIGURES[figure].takes.some((point) => read[point] === undefined)) return undefined;
  const [plus, minus] = [thrown(read, 'plus'), thrown(read, 'minus')];
  const { neutral, play } = read;
  const [up, down] = [read['after-plus'], read['after-minus']];
  switch (figure) {
    case 'throw-plus':
      return plus;
    case 'throw-minus':
      return minus;
    case 'difference': {
      const [plusToo, minusToo] = [other && thrown(other, 'plus'), other && thrown(other, 'minus')];
      if (!plus || !minus || !plusToo || !minusToo) return undefined;
      return larger(size(less(plus, plusToo)), size(less(minus, minusToo)));
    }
    case 'differential':
      return plus && minus && differential(read, plus.value, minus.value);
    case 'neutral':
      return neutral;
    case 'neutral-offset':
      return neutral && size(neutral);
    case 'neutral-share': {
      const ends = [read.plus, read.minus];
      if (!neutral || !ends[0] || !ends[1]) return undefined;
      // Half the way from end to end: neutral itself cancels out of it.
      const mean = (ends[0].value + ends[1].value) / 2;
      const uncertainty = times(combineUncertainty([ends[0].uncertainty, ends[1].uncertainty]), 0.5);
      return share(size(neutral), { value: mean, uncertainty });
    }
    case 'play':
      return play && size(play);
    case 'backlash':
      return up && down && size(less(up, down));
    case 'centring':
      return neutral && up && down && larger(size(less(up, neutral)), size(less(down, neutral)));
  }
}

/**
 * Left and right of the same kind of surface, in the order of the layout; a surface in the middle has no other.
 * Example: four ailerons, inner and outer, are two pairs.
 */
export function pairsOf(
  { surfaces }: Layout,
  ids: readonly string[],
): readonly { readonly left: string; readonly right: string }[] {
  const own = surfaces.filter((s) => ids.includes(s.id));
  const kinds = [...new Set(own.map((s) => s.kind))];
  return kinds.flatMap((kind) => {
    const on = (side: 'left' | 'right'): readonly string[] =>
      own.filter((s) => s.kind === kind && s.side === side).map((s) => s.id);
    const right = on('right');
    return on('left').flatMap((left, i) => {
      const beside = right[i];
      return beside === undefined ? [] : [{ left, right: beside }];
    });
  });
}
