import { channelUnit, convert, formatFigure } from '@kanzel/core';

/** Airspeed is called in knots where the limit names no other unit: so the gauge is marked. */
const CALLED_IN: ReadonlyMap<string, string> = new Map([['m/s', 'kt']]);
/** Small figures are read finer. */
const stepOf = (value: number): number => (Math.abs(value) < 10 ? 0.1 : 1);

/** A figure of a device in the unit in which it is called: that of the limit, or of the gauge. */
export function calledFigure(channel: string, value: number, unit: string | undefined): string {
  const own = channelUnit(channel) ?? '';
  const wanted = unit ?? CALLED_IN.get(own) ?? own;
  const found = convert(value, own, wanted);
  return found.ok
    ? `${formatFigure(found.value, stepOf(found.value))} ${wanted}`
    : `${formatFigure(value, stepOf(value))} ${own}`;
}
