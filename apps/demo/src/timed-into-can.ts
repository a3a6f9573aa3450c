import type { AnswerOf, Reading } from '@kanzel/core';

const typed = (text: string, unit: string, resolution: number): Reading => ({
  value: Number(text),
  unit,
  text,
  resolution,
  source: 'typed',
});

/** Two litres, twice, as a hand presses: what comes to the flow (L/h) that the story tells of a line. */
export function timedIntoCan(flow: number): AnswerOf<'flow'> {
  const run = (late: number) => ({
    volume: typed('2.00', 'L', 0.01),
    time: typed((7200 / flow + late).toFixed(2), 's', 0.01),
    timedBy: 'press' as const,
  });
  return {
    kind: 'flow',
    prepared: true,
    readsTo: typed('0.02', 'L', 0.01),
    attitude: typed('14.0', 'deg-angle', 0.1),
    runs: [run(0.12), run(-0.16)],
  };
}
