import { reachOfWork, type WorkAction } from '@kanzel/core';
import { useMemo, useState, type ReactElement } from 'react';
import { useCampaign } from '../station/campaign-context.ts';
import { nameableOf, type Nameable } from './named-components.ts';
import { PickComponent } from './pick-component.tsx';
import { TouchedList } from './touched-list.tsx';
import { useAbout } from './use-about.ts';

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
  readonly add: (systems: readonly string[]) => void;
}

/**
 * The systems that a kind of work touches: what is picked, and what the tree of systems says is reached through it.
 * `proposed` holds until somebody picks, and follows what they type meanwhile.
 */
export function useTouched(action: WorkAction, proposed: readonly string[] = []): Touched {
  const view = useCampaign();
  const [picked, setPicked] = useState<Hand>();
  const hand = useMemo(() => picked ?? { on: proposed, without: [] }, [picked, proposed]);
  const { systems } = view.index.basis;
  const touches = useMemo(
    () => reachOfWork(systems, hand.on, action).filter((s) => !hand.without.includes(s)),
    [systems, hand, action],
  );
  const add = (more: readonly string[]): void =>
    setPicked({
      on: [...new Set([...hand.on, ...more])],
      without: hand.without.filter((s) => !more.includes(s)),
    });
  const toggle = (system: string): void => {
    const { on, without } = hand;
    if (on.includes(system)) setPicked({ on: on.filter((s) => s !== system), without });
    else if (touches.includes(system)) setPicked({ on, without: [...without, system] });
    else add([system]);
  };
  return { hand, touches, toggle, add };
}

/** What can be named in the campaign at hand. */
export function useNameable(): { readonly about: ReturnType<typeof useAbout>; readonly nameable: Nameable } {
  const view = useCampaign();
  const about = useAbout(view.index.basis.aircraft.mark);
  const nameable = useMemo(() => nameableOf(about, view.index, view.names), [about, view.index, view.names]);
  return { about, nameable };
}

/**
 * Picks what work touched: a component on the drawing or by its name. What the tree of systems says is disturbed with it
 * is ticked too, to be seen and taken off again by whoever knows better.
 */
export function SystemsPicker({ touched, label }: { touched: Touched; label: string }): ReactElement {
  const view = useCampaign();
  const { about, nameable } = useNameable();
  const { hand, touches, toggle, add } = touched;
  return (
    <div className="mb-4">
      <PickComponent
        small
        label={label}
        about={about}
        nameable={nameable}
        onTake={(component) => add(component.touches)}
      />
      <TouchedList
        label="Systems touched"
        ticked={[...new Set([...hand.on, ...touches])]}
        others={hand.without}
        names={view.names}
        onToggle={toggle}
      />
    </div>
  );
}
