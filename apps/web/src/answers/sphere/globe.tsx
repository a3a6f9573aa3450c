import { useId, type ReactElement } from 'react';
import { middleOfPatch, PATCHES, type FieldVector } from '@kanzel/core';

const RADIUS = 96;
/** Of a field that comes through the nose, what is seen of the vehicle says more than its numbers. */
const SIDES = [
  { title: 'Field from above', up: 1 },
  { title: 'Field from below', up: -1 },
] as const;

/** Lambert's map of equal areas of one half of the sphere: the middle is straight up or down, the rim level. */
function onMap([x, y, z]: FieldVector, up: 1 | -1): readonly [number, number] | undefined {
  const size = Math.hypot(x, y, z);
  const high = (up * z) / size;
  if (high < 0) return undefined;
  const flat = Math.hypot(x, y);
  const out = RADIUS * Math.sqrt(1 - high);
  return flat === 0 ? [0, 0] : [(out * y) / flat, (-out * x) / flat];
}

/** A patch as its corners on the map. */
function outline(patch: number, up: 1 | -1): string {
  const [mx, my, mz] = middleOfPatch(patch);
  const round = Math.atan2(my, mx);
  const corner = (turn: number, z: number): FieldVector => {
    const high = Math.max(0, up * z) * up;
    const flat = Math.sqrt(1 - high * high);
    const at = round + (turn * Math.PI) / 8;
    return [flat * Math.cos(at), flat * Math.sin(at), high];
  };
  const along = [-1, -0.5, 0, 0.5, 1];
  const [low, high] = [mz - 1 / 6, mz + 1 / 6];
  return [...along.map((t) => corner(t, low)), ...along.toReversed().map((t) => corner(t, high))]
    .flatMap((v) => {
      const at = onMap(v, up);
      return at ? [at.map((n) => n.toFixed(1)).join(',')] : [];
    })
    .join(' ');
}

/** Both halves of the sphere about the vehicle: what was seen is filled, the readings are dots, and where the field is now a ring. */
export function Globe({
  seen,
  directions,
  now,
}: {
  seen: ReadonlySet<number>;
  /** Of the readings, about the centre that is known so far. */
  directions: readonly FieldVector[];
  now?: FieldVector | undefined;
}): ReactElement {
  const id = useId();
  return (
    <svg
      width="470"
      height="250"
      viewBox="-112 -116 470 250"
      role="img"
      aria-labelledby={id}
      className="max-w-full print:h-[7cm]"
    >
      <title id={id}>{`${Math.round((100 * seen.size) / PATCHES)} % of the sphere were seen`}</title>
      {SIDES.map(({ title, up }, i) => (
        <g key={title} transform={`translate(${i * 240},0)`}>
          <circle r={RADIUS} className="fill-none stroke-ink" strokeWidth="1.5" />
          {Array.from({ length: PATCHES }, (_, patch) => patch)
            .filter((patch) => up * middleOfPatch(patch)[2] > 0)
            .map((patch) => (
              <polygon
                key={patch}
                points={outline(patch, up)}
                className={`stroke-rule ${seen.has(patch) ? 'fill-within' : 'fill-sheet'}`}
              />
            ))}
          {directions.map((v, k) => {
            const at = onMap(v, up);
            return at ? <circle key={k} cx={at[0]} cy={at[1]} r="1.6" className="fill-ink" /> : null;
          })}
          {[now].map((v) => {
            const at = v && onMap(v, up);
            return at ? (
              <circle
                key="now"
                cx={at[0]}
                cy={at[1]}
                r="8"
                className="fill-none stroke-hand"
                strokeWidth="4"
              />
            ) : null;
          })}
          <text y="-102" textAnchor="middle" className="fill-ink-2 text-[12px]">
            nose
          </text>
          <text y="124" textAnchor="middle" className="fill-ink text-[14px] font-semibold">
            {title}
          </text>
        </g>
      ))}
    </svg>
  );
}
