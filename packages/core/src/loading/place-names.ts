import type { LoadingPicture } from './picture.ts';
import type { LoadingData } from '../aircraft/loading-data.ts';

/** Where a name stands beside its point. */
export interface PlacedName {
  readonly x: number;
  readonly y: number;
  readonly anchor: 'start' | 'end';
}

interface Box {
  readonly left: number;
  readonly right: number;
  readonly top: number;
  readonly bottom: number;
}

const ASIDE = 12;
const LINE = 16;

const overlap = (a: Box, b: Box): boolean =>
  a.left < b.right && b.left < a.right && a.top < b.bottom && b.top < a.bottom;

/**
 * Places names beside their points so that none lies on another name or point, as far as there is room in the frame:
 * to the right, to the left, then a line above or below, then two, then three. Widths are those of the written names.
 * Example: two points three apart on one line get their names on different sides.
 */
export function placeNames(
  points: readonly { readonly x: number; readonly y: number; readonly width: number }[],
  frame: Box,
): readonly PlacedName[] {
  const spots: readonly Box[] = points.map(({ x, y }) => ({
    left: x - 5,
    right: x + 5,
    top: y - 5,
    bottom: y + 5,
  }));
  const written: Box[] = [];
  return points.map(({ x, y, width }) => {
    const tried = [0, -1, 1, -2, 2, -3, 3].flatMap((lines) =>
      (['start', 'end'] as const).map((anchor): { name: PlacedName; box: Box } => {
        const own = { x: anchor === 'start' ? x + ASIDE : x - ASIDE, y: y + 4 + lines * LINE, anchor };
        const left = anchor === 'start' ? own.x : own.x - width;
        return { name: own, box: { left, right: left + width, top: own.y - 11, bottom: own.y + 4 } };
      }),
    );
    const cost = ({ box }: { box: Box }): number =>
      // A name on a name cannot be read; one on a point can.
      10 * written.filter((t) => overlap(t, box)).length +
      spots.filter((t) => overlap(t, box)).length +
      (box.left < frame.left || box.right > frame.right ? 100 : 0) +
      (box.top < frame.top || box.bottom > frame.bottom ? 100 : 0);
    const best = tried.reduce((a, b) => (cost(b) < cost(a) ? b : a));
    written.push(best.box);
    return best.name;
  });
}

/**
 * The names on a picture: the ends of each track, or the tilt position where it has one point only, placed beside
 * their points. `letter` is how wide a letter is written. Tanks that run dry just beside the landing go without.
 * Example: an electric aircraft with two tilt positions has their two names on it.
 */
export function pictureNames(
  data: LoadingData,
  picture: LoadingPicture,
  letter: number,
): readonly (PlacedName & { readonly name: string })[] {
  const named = picture.tracks.flatMap(({ tilt, points }) =>
    points.flatMap(({ x, y, name: end }) => {
      if (!end) return [];
      const beside = points.some((o) => o.name === 'landing' && Math.abs(o.y - y) < LINE);
      if (end === 'dry' && beside) return [];
      const position = data.tilts.find((o) => o.id === tilt)?.title;
      const name =
        points.length === 1
          ? (position ?? 'as loaded')
          : position
            ? `${end}, ${position.toLowerCase()}`
            : end;
      return [{ x, y, width: name.length * letter, name }];
    }),
  );
  return placeNames(named, picture.frame).map((place, i) => ({ ...place, name: named[i]?.name ?? '' }));
}
