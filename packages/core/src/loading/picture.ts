import { between, type TrackPoint } from './track.ts';
import type { SheetStanding } from './solution.ts';
import type { LoadingSheet } from './types.ts';
import type { EnvelopeCorner, LoadingData } from '../aircraft/loading-data.ts';

/** Where something is drawn. */
interface Spot {
  readonly x: number;
  readonly y: number;
}

/** The envelope with the whole-flight track, laid out for a picture of a given size; no colours, no words. */
export interface LoadingPicture {
  readonly width: number;
  readonly height: number;
  readonly frame: {
    readonly left: number;
    readonly right: number;
    readonly top: number;
    readonly bottom: number;
  };
  readonly arms: readonly { readonly x: number; readonly value: number }[];
  readonly masses: readonly { readonly y: number; readonly value: number }[];
  readonly envelopes: readonly {
    readonly id: string;
    readonly title: string;
    readonly corners: readonly Spot[];
  }[];
  readonly tracks: readonly {
    readonly tilt: string | undefined;
    readonly line: readonly Spot[];
    /** Corners of the track with their ellipse of two standard deviations; the named ones are labelled. */
    readonly points: readonly (Spot & {
      readonly name?: TrackPoint['name'];
      readonly radiusX: number;
      readonly radiusY: number;
      /** Degrees, clockwise as pictures turn. */
      readonly turn: number;
    })[];
    /** Where it is outside by most, or too close to tell. */
    readonly worst?: Spot & { readonly state: 'outside' | 'reserve' | 'close' };
  }[];
}

/** A round step that divides a width into about `count` parts. Example: 130 into five is 25. */
export function roundStep(width: number, count: number): number {
  const raw = width / count;
  const power = 10 ** Math.floor(Math.log10(raw));
  const lead = [1, 2, 2.5, 5, 10].find((l) => l * power >= raw * 0.999) ?? 10;
  return lead * power;
}

function span(values: readonly number[], pad: number): { readonly low: number; readonly high: number } {
  const low = Math.min(...values);
  const high = Math.max(...values);
  const room = Math.max((high - low) * pad, Math.abs(high) * 1e-3, 1e-6);
  return { low: low - room, high: high + room };
}

function ticks({ low, high }: { readonly low: number; readonly high: number }, count: number): number[] {
  const step = roundStep(high - low, count);
  const first = Math.ceil(low / step - 1e-9);
  const last = Math.floor(high / step + 1e-9);
  return Array.from({ length: Math.max(0, last - first + 1) }, (_, i) =>
    Number(((first + i) * step).toFixed(6)),
  );
}

/** The axes of an ellipse of two standard deviations in the picture, where one unit is `sx` and `sy` wide and high. */
function ellipse(
  { centre }: TrackPoint,
  sx: number,
  sy: number,
): { readonly radiusX: number; readonly radiusY: number; readonly turn: number } {
  const a = (centre.sigmaArm * sx) ** 2;
  const b = (centre.sigmaMass * sy) ** 2;
  // Up is down in pictures.
  const c = -centre.covariance * sx * sy;
  const mean = (a + b) / 2;
  const half = Math.hypot((a - b) / 2, c);
  return {
    radiusX: 2 * Math.sqrt(Math.max(0, mean + half)),
    radiusY: 2 * Math.sqrt(Math.max(0, mean - half)),
    turn: (Math.atan2(2 * c, a - b) / 2) * (180 / Math.PI),
  };
}

/** How finely a track is drawn between two of its corners. */
const FINE = 12;

/**
 * Lays out the envelope and the track of a sheet for a picture. Every envelope that holds and every tilt position is in
 * it; the frame takes in all of them. A sheet without mass shows the envelope alone.
 */
export function drawLoading(
  data: LoadingData,
  sheet: LoadingSheet | undefined,
  standing: SheetStanding | undefined,
  size: { readonly width: number; readonly height: number },
): LoadingPicture {
  const corners: readonly EnvelopeCorner[] = data.envelopes.flatMap((e) => e.corners);
  const centres = standing?.tracks.flatMap((t) => t.points.map((p) => p.centre)) ?? [];
  const arms = [...corners, ...centres].map((c) => c.arm);
  const masses = [...corners, ...centres].map((c) => c.mass);
  const frame = { left: 52, right: size.width - 14, top: 14, bottom: size.height - 40 };
  const [acrossSpan, upSpan] = [
    span(arms.length > 0 ? arms : [0, 1], 0.1),
    span(masses.length > 0 ? masses : [0, 1], 0.08),
  ];
  const sx = (frame.right - frame.left) / (acrossSpan.high - acrossSpan.low);
  const sy = (frame.bottom - frame.top) / (upSpan.high - upSpan.low);
  const at = ({ arm, mass }: { readonly arm: number; readonly mass: number }): Spot => ({
    x: frame.left + (arm - acrossSpan.low) * sx,
    y: frame.bottom - (mass - upSpan.low) * sy,
  });
  const tracks = (standing?.tracks ?? []).map(({ tilt, points, checks }) => {
    const line = points.flatMap((p, i) => {
      const next = points[i + 1];
      if (!next || !sheet) return [at(p.centre)];
      return Array.from({ length: FINE }, (_, k) => at(between(data, sheet, p, next, k / FINE, tilt).centre));
    });
    const bad = checks.find((c) => c.state !== 'inside');
    const close = checks.find((c) => c.doubt && c.doubt.sigmas < 2);
    const worst = bad?.worst
      ? {
          ...at(bad.worst.at.centre),
          state: bad.state === 'outside' ? ('outside' as const) : ('reserve' as const),
        }
      : close?.doubt
        ? { ...at(close.doubt.at.centre), state: 'close' as const }
        : undefined;
    return {
      tilt,
      line,
      points: points.map((p) => ({
        ...at(p.centre),
        ...(p.name ? { name: p.name } : {}),
        ...ellipse(p, sx, sy),
      })),
      ...(worst ? { worst } : {}),
    };
  });
  return {
    width: size.width,
    height: size.height,
    frame,
    arms: ticks(acrossSpan, 6).map((value) => ({ x: at({ arm: value, mass: 0 }).x, value })),
    masses: ticks(upSpan, 6).map((value) => ({ y: at({ arm: 0, mass: value }).y, value })),
    envelopes: data.envelopes.map((e) => ({ id: e.id, title: e.title, corners: e.corners.map(at) })),
    tracks,
  };
}
