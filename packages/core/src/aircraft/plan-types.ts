export type Point = readonly [x: number, y: number];

/** One thing on the plan that can be pointed at. Metres: x to the right wing, y aft, the nose at y = 0. */
export interface Zone {
  readonly id: string;
  readonly title: string;
  readonly kind: 'structure' | 'surface' | 'propulsor' | 'store' | 'gear';
  readonly outline:
    | { readonly kind: 'polygon'; readonly points: readonly Point[] }
    | { readonly kind: 'circle'; readonly centre: Point; readonly radius: number };
}

/** An airframe seen from above, drawn from its layout. */
export interface Plan {
  readonly zones: readonly Zone[];
  readonly box: {
    readonly left: number;
    readonly top: number;
    readonly width: number;
    readonly height: number;
  };
}
