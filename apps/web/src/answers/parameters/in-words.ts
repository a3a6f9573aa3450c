import type { ParameterDifference } from '@kanzel/core';

const figure = (value: number): string => String(Number(value.toPrecision(7)));

/** How a parameter is otherwise. Example: "12, is 11"; "12, is gone"; "new, 0.5". */
export function inWords({ was, is }: ParameterDifference): string {
  if (was === undefined) return `new, ${figure(is ?? 0)}`;
  return is === undefined ? `was ${figure(was)}, is gone` : `was ${figure(was)}, is ${figure(is)}`;
}
