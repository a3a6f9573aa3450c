/** The six ways an edge of a box can point, in the airframe's own axes: forward, right, down. */
export const POINTINGS = ['forward', 'aft', 'right', 'left', 'down', 'up'] as const;
export type Pointing = (typeof POINTINGS)[number];

type Vector = readonly [number, number, number];

const VECTORS: Readonly<Record<Pointing, Vector>> = {
  forward: [1, 0, 0],
  aft: [-1, 0, 0],
  right: [0, 1, 0],
  left: [0, -1, 0],
  down: [0, 0, 1],
  up: [0, 0, -1],
};

/** How a box really lies, told against how it was entered: where its arrow points and where its top does. */
export interface Mounting {
  readonly arrow: Pointing;
  readonly top: Pointing;
}

const dot = (a: Vector, b: Vector): number => a[0] * b[0] + a[1] * b[1] + a[2] * b[2];
const cross = (a: Vector, b: Vector): Vector => [
  a[1] * b[2] - a[2] * b[1],
  a[2] * b[0] - a[0] * b[2],
  a[0] * b[1] - a[1] * b[0],
];

/** The 24 ways a box can lie with its edges along those of the airframe. The first is as entered. */
export const MOUNTINGS: readonly Mounting[] = (
  ['up', 'down', 'forward', 'aft', 'right', 'left'] as const
).flatMap((top) =>
  POINTINGS.filter((arrow) => dot(VECTORS[arrow], VECTORS[top]) === 0).map((arrow) => ({ arrow, top })),
);

/** Whether a box lies as it was entered. */
export const isAsEntered = ({ arrow, top }: Mounting): boolean => arrow === 'forward' && top === 'up';

/**
 * What a box that lies otherwise than entered takes a turn of the airframe for. Roll, pitch and yaw are turns about forward, right and
 * down; each component is what the box's own axis (its arrow, its right side, its bottom) has of the turn, by its dot product.
 * Example: of a box with its arrow aft and its top up, roll to the right is taken for roll to the left, nose up for nose down, and yaw
 * as it is.
 */
export function takenFor({ arrow, top }: Mounting, [roll, pitch, yaw]: Vector): Vector {
  const x = VECTORS[arrow];
  const z: Vector = [-VECTORS[top][0], -VECTORS[top][1], -VECTORS[top][2]];
  const y = cross(z, x);
  const turn: Vector = [roll, pitch, yaw];
  return [dot(x, turn), dot(y, turn), dot(z, turn)];
}
