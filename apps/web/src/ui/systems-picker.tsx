import { reachOfWork, systemsOf, type WorkAction } from '@kanzel/core';
import { useMemo, useState, type ReactElement } from 'react';
import { useCampaign } from '../station/campaign-context.ts';

/** What a hand was laid on, and what of that which is disturbed with it somebody who knows better took off again. */
interface Hand {
  readonly on: readonly string[];
  readonly without: readonly string[];
}

/** Systems in hand, and those that the work touches by the tree of systems. */
export interface Touched {
  readonly hand: Hand;
  readonly touches: readonly string[];
  readonly toggle: (system: string) => void;
}

/** The systems that a kind of work touches: what is picked, and what the tree of systems says is reached through it. */
export function useTouched(action: WorkAction, initial: readonly string[] = []): Touched {
  const view = useCampaign();
  const [hand, setHand] = useState<Hand>({ on: initial, without: [] });
  const { systems } = view.index.basis;
  const touches = useMemo(
    () => reachOfWork(systems, hand.on, action).filter((s) => !hand.without.includes(s)),
    [systems, hand, action],
  );
  const toggle = (system: string): void =>
    setHand(({ on, without }) => {
      if (on.includes(system)) return { on: on.filter((s) => s !== system), without };
      if (touches.includes(system)) return { on, without: [...without, system] };
      return { on: [...on, system], without: without.filter((s) => s !== system) };
    });
  return { hand, touches, toggle };
}

/**
 * Picks the systems that work touched: type a few letters, tick what fits. What the tree of systems says is disturbed
 * with it is ticked too, to be seen and taken off again by whoever knows better.
 */
export function SystemsPicker({ touched, label }: { touched: Touched; label: string }): ReactElement {
  const view = useCampaign();
  const [wanted, setWanted] = useState('');
  const all = useMemo(() => systemsOf(view.index), [view.index]);
  const { hand, touches, toggle } = touched;
  const [first] = useState(hand.on);
  const ticked = [...new Set([...hand.on, ...touches])];
  const fits = [...new Set([...ticked, ...hand.without, ...all])]
    .sort((a, b) => Number(first.includes(b)) - Number(first.includes(a)))
    .filter(
      (s) =>
        ticked.includes(s) ||
        wanted
          .trim()
          .toLowerCase()
          .split(/\s+/)
          .every((w) => view.names.thing(s).toLowerCase().includes(w)),
    );
  return (
    <fieldset className="mb-4">
      <legend className="text-sm font-semibold">{label}</legend>
      <input
        className="w-full border-0 border-b-2 border-ink bg-transparent px-1 py-2 outline-none focus:border-hand"
        placeholder="Type to narrow: left ignition"
        value={wanted}
        onChange={(e) => setWanted(e.target.value)}
        aria-label="Narrow the systems"
      />
      <div className="mt-1 max-h-40 overflow-auto border-b border-rule">
        {fits.map((s) => (
          <label key={s} className="flex min-h-9 items-center gap-3 border-b border-rule-2 px-1">
            <input
              type="checkbox"
              className="size-4 accent-hand"
              checked={ticked.includes(s)}
              onChange={() => toggle(s)}
            />
            {view.names.thing(s)}
          </label>
        ))}
        {fits.length === 0 ? <p className="py-2 text-ink-2">No system of this pack fits.</p> : null}
      </div>
    </fieldset>
  );
}
