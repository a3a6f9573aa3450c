import { create } from 'zustand';

/** The figure that the number pad writes into: a part and the name of its figure; none when the pad is away. */
export const usePad = create<{ readonly part?: string; readonly name?: string }>(() => ({}));

export function putPadAway(): void {
  usePad.setState({ part: undefined, name: undefined });
}
