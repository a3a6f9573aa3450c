import { create } from 'zustand';
import { createJSONStorage, persist } from 'zustand/middleware';
import { ownMember, type WorkKind } from '@kanzel/core';

/** Colours that say nothing else here: none of them is that of a verdict. Their shades go with the theme. */
export const WORK_COLOURS = ['blue', 'cyan', 'violet', 'rose', 'brown', 'grey', 'ink'] as const;
export type WorkColour = (typeof WORK_COLOURS)[number];

/** What they are until somebody chooses. */
const USUAL: Readonly<Record<WorkKind, WorkColour>> = {
  powerplant: 'brown',
  fuel: 'blue',
  controls: 'violet',
  airframe: 'grey',
  electrical: 'rose',
  avionics: 'cyan',
  several: 'ink',
  other: 'ink',
};

interface Chosen {
  readonly colours: Readonly<Partial<Record<WorkKind, WorkColour>>>;
  readonly choose: (kind: WorkKind, colour: WorkColour) => void;
}

const useChosen = create<Chosen>()(
  persist(
    (set) => ({
      colours: {},
      choose: (kind, colour) => set(({ colours }) => ({ colours: { ...colours, [kind]: colour } })),
    }),
    { name: 'kanzel-work-colours', storage: createJSONStorage(() => localStorage) },
  ),
);

/** The colour that tags of a kind of work have on this device, and how it is chosen. */
export function useWorkColour(kind: WorkKind): [WorkColour, (colour: WorkColour) => void] {
  const { colours, choose } = useChosen();
  const chosen = WORK_COLOURS.find((c) => c === ownMember(colours, kind));
  return [chosen ?? USUAL[kind], (colour) => choose(kind, colour)];
}

/** A colour as a style takes it. */
export const shadeOf = (colour: WorkColour): string => `var(--work-${colour})`;
