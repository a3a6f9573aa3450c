import type { ReactElement } from 'react';
import { planOf, type Layout, type Zone } from '@kanzel/core';

const LOOKS: Readonly<Record<Zone['kind'], string>> = {
  structure: 'fill-margin stroke-ink-2',
  gear: 'fill-ink-3 stroke-ink-2',
  store: 'fill-near-bg stroke-near',
  surface: 'fill-within-bg stroke-within',
  propulsor: 'fill-rule stroke-ink',
};

/**
 * The airframe from above, drawn from its layout; every part can be pointed at, by hand or by keyboard. Surfaces,
 * engines, tanks and packs differ in tint and in line; the one in hand is outlined.
 */
export function AirframePlan({
  layout,
  title,
  inHand,
  onPoint,
  height = 260,
}: {
  layout: Layout;
  title: string;
  inHand?: string | undefined;
  onPoint?: (id: string) => void;
  height?: number;
}): ReactElement {
  const { zones, box } = planOf(layout);
  const pad = Math.max(box.width, box.height) * 0.03;
  const view = [box.left - pad, box.top - pad, box.width + 2 * pad, box.height + 2 * pad];
  const thin = Math.max(box.width, box.height) / 260;
  return (
    <svg
      viewBox={view.join(' ')}
      height={height}
      role="group"
      aria-label={`Plan of ${title}`}
      className="w-full max-w-full"
      preserveAspectRatio="xMidYMid meet"
    >
      {zones.map((zone) => {
        const chosen = zone.id === inHand;
        const canPoint = onPoint !== undefined && zone.kind !== 'structure' && zone.kind !== 'gear';
        const common = {
          className: `${chosen ? LOOKS[zone.kind].replace(/stroke-\S+/, 'stroke-hand') : LOOKS[zone.kind]} ${canPoint ? 'cursor-pointer focus-visible:stroke-hand' : ''}`,
          // A ring of the page would be drawn in metres here; the stroke says where the focus is.
          style: { outline: 'none' },
          strokeWidth: chosen ? thin * 3 : thin,
          ...(zone.kind === 'propulsor' && zone.outline.kind === 'circle' ? { fillOpacity: 0.45 } : {}),
          ...(zone.kind === 'store' ? { strokeDasharray: `${thin * 3} ${thin * 2}` } : {}),
          ...(canPoint
            ? {
                tabIndex: 0,
                role: 'button',
                'aria-pressed': chosen,
                'aria-label': zone.title,
                onClick: () => onPoint(zone.id),
                onKeyDown: (event: { key: string; preventDefault: () => void }) => {
                  if (event.key !== 'Enter' && event.key !== ' ') return;
                  event.preventDefault();
                  onPoint(zone.id);
                },
              }
            : {}),
        };
        const name = <title>{zone.title}</title>;
        return zone.outline.kind === 'circle' ? (
          <circle
            key={zone.id}
            {...common}
            cx={zone.outline.centre[0]}
            cy={zone.outline.centre[1]}
            r={zone.outline.radius}
          >
            {name}
          </circle>
        ) : (
          <polygon
            key={zone.id}
            {...common}
            strokeLinejoin="round"
            points={zone.outline.points.map((p) => p.join(',')).join(' ')}
          >
            {name}
          </polygon>
        );
      })}
    </svg>
  );
}
