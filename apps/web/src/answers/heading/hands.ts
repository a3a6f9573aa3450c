import { toNorth, type AnswerOf } from '@kanzel/core';
import type { Hand } from './rose.tsx';

/** The directions of an answer, brought to the north of the heading shown. */
export const handsOf = ({ own, north, references, declination }: AnswerOf<'heading'>): readonly Hand[] => [
  ...references.map(({ source, reading, north: from }) => ({
    id: source,
    degrees: toNorth(reading, from, north, declination?.value ?? 0).value,
    own: false,
  })),
  { id: 'own', degrees: own.value, own: true },
];
