import { convert, formatWithUnit, type Instrument } from '@kanzel/core';

/** One scale as it was listened to: the last figure, and how far its figures lay apart meanwhile. */
export interface HeardScale {
  readonly id: string;
  readonly value: number;
  readonly unit: string;
  readonly spread: number;
}

/** What is taken over, as texts by point, and what is to be said about the rest. */
export interface TakenScales {
  readonly texts: Readonly<Record<string, string>>;
  readonly says: readonly string[];
}

/** Figures that move by no more than two steps of their display, or by its accuracy, are at rest. */
function isAtRest(scale: HeardScale, instrument: Instrument | undefined): boolean {
  const finest =
    instrument &&
    convert(Math.max(2 * instrument.resolution, instrument.accuracy ?? 0), instrument.unit, scale.unit);
  // Without an instrument nobody knows the step: a thousandth of the load is what a hand on the wing moves.
  const allowed = finest?.ok ? finest.value : Math.abs(scale.value) / 1000;
  return scale.spread <= allowed * 1.01;
}

/**
 * Puts what the scales show under the points they stand at, in the unit of the sheet. A scale goes by its name; only
 * where none of the names fits and there are as many scales as points are they taken in their order, and that is said.
 * What is not at rest is not taken; a point that no scale answers for is named.
 */
export function takeScales(
  heard: readonly HeardScale[],
  points: readonly { readonly id: string; readonly title: string }[],
  unit: string,
  instrument: Instrument | undefined,
): TakenScales {
  const named = points.some((p) => heard.some((s) => s.id === p.id));
  const inOrder = !named && heard.length === points.length;
  const texts: Record<string, string> = {};
  const restless: string[] = [];
  const silent: string[] = [];
  for (const [i, point] of points.entries()) {
    const scale = inOrder ? heard[i] : heard.find((s) => s.id === point.id);
    const value = scale && convert(scale.value, scale.unit, unit);
    if (!scale || !value?.ok) silent.push(point.title);
    else if (!isAtRest(scale, instrument)) {
      const moving = formatWithUnit({ value: scale.spread, unit: scale.unit, resolution: 0.01 });
      restless.push(`${point.title} (moving by ${moving})`);
    } else texts[point.id] = String(Number(value.value.toFixed(3)));
  }
  return {
    texts,
    says: [
      ...(inOrder
        ? ['The scales have names of their own: taken in their order. Look whether it is right.']
        : []),
      ...(restless.length > 0
        ? [`Not at rest, and not taken: ${restless.join(', ')}. Step back and read again.`]
        : []),
      ...(silent.length > 0 ? [`No scale answers for ${silent.join(', ')}.`] : []),
    ],
  };
}
