import { useMemo, useState, type ReactElement } from 'react';
import {
  describeWork,
  reachOfWork,
  WORK_ACTIONS,
  type AircraftDescription,
  type BasisIndex,
  type Component,
  type Names,
  type WorkAction,
  type WorkItem,
} from '@kanzel/core';
import { Button } from '../ui/button.tsx';
import { Choices } from '../ui/field.tsx';
import { nameableOf, type Nameable } from '../picker/named-components.ts';
import { PickComponent } from '../picker/pick-component.tsx';
import { TouchedList } from '../picker/touched-list.tsx';

/** What an item touches by the tree, done so to this component; undefined for something that nobody described. */
function proposedFor(
  components: readonly Component[],
  index: BasisIndex,
  item: Pick<WorkItem, 'component' | 'action'>,
): readonly string[] | undefined {
  const known = components.find((c) => c.title === item.component);
  return known && reachOfWork(index.basis.systems, known.touches, item.action);
}

/** One item being written: what, how, and what it touched. */
function ItemEditor({
  item,
  about,
  nameable,
  names,
  proposed,
  onChange,
  onDone,
  onDrop,
}: {
  item: WorkItem;
  about: AircraftDescription | undefined;
  nameable: Nameable;
  names: Names;
  /** What the item touches by the tree of systems, for an action. */
  proposed: (action: WorkAction) => readonly string[] | undefined;
  onChange: (item: WorkItem) => void;
  onDone: () => void;
  onDrop: () => void;
}): ReactElement {
  return (
    <div
      className="border-l-4 border-hand bg-margin px-4 py-3"
      role="group"
      aria-label={`Work on ${item.component}`}
    >
      <p className="mb-2 text-lg font-semibold narrow">{item.component}</p>
      <Choices<WorkAction>
        tight
        label="was"
        value={item.action}
        options={WORK_ACTIONS.map((id) => ({ id, text: id }))}
        onChange={(action) => {
          // What somebody has corrected by hand stays as it is.
          const asProposed = proposed(item.action)?.join() === item.touches.join();
          onChange({ ...item, action, touches: (asProposed && proposed(action)) || item.touches });
        }}
      />
      <TouchedList
        label="What it touched"
        ticked={item.touches}
        names={names}
        onToggle={(system) => onChange({ ...item, touches: item.touches.filter((t) => t !== system) })}
      />
      <PickComponent
        small
        label="Touched as well"
        placeholder="hinges of the left aileron"
        about={about}
        nameable={nameable}
        onTake={({ touches }) => onChange({ ...item, touches: [...new Set([...item.touches, ...touches])] })}
      />
      {item.touches.length === 0 ? (
        <p className="mt-1 text-[0.82rem] text-out">
          Say at least one thing that it touched, or nothing would have to be proven for it.
        </p>
      ) : null}
      <div className="mt-3 flex gap-3">
        <Button kind="main" onClick={onDone} disabled={item.touches.length === 0}>
          That was it
        </Button>
        <Button kind="quiet" onClick={onDrop}>
          Take it out
        </Button>
      </div>
    </div>
  );
}

/**
 * What was done: pointed at on the aircraft, or typed. Each item says component, action and the systems it touched,
 * proposed from the layout and corrected by whoever knows.
 */
export function WorkItems({
  about,
  index,
  names,
  value,
  onChange,
}: {
  about: AircraftDescription | undefined;
  index: BasisIndex;
  names: Names;
  value: readonly WorkItem[];
  onChange: (value: readonly WorkItem[]) => void;
}): ReactElement {
  const nameable = useMemo(() => nameableOf(about, index, names), [about, index, names]);
  const all = useMemo(() => [...nameable.components, ...nameable.systems], [nameable]);
  const [open, setOpen] = useState<number>();
  const begin = (component: string, touches: readonly string[]): void => {
    onChange([...value, { component, action: 'replaced', touches }]);
    setOpen(value.length);
  };
  const inHand = open === undefined ? undefined : value[open];
  const zone = all.find((c) => c.title === inHand?.component)?.zone;
  return (
    <section aria-label="What was done">
      <PickComponent
        label="Worked on"
        about={about}
        nameable={nameable}
        zone={zone}
        onTake={({ title, touches }) => begin(title, reachOfWork(index.basis.systems, touches, 'replaced'))}
        onTyped={(text) => begin(text, [])}
      />
      <ul aria-label="Work items">
        {value.map((item, i) => (
          <li key={i} className="border-b border-rule-2">
            {i === open ? (
              <ItemEditor
                item={item}
                about={about}
                nameable={nameable}
                names={names}
                proposed={(action) => proposedFor(all, index, { component: item.component, action })}
                onChange={(next) => onChange(value.map((v, j) => (j === i ? next : v)))}
                onDone={() => setOpen(undefined)}
                onDrop={() => {
                  onChange(value.filter((_, j) => j !== i));
                  setOpen(undefined);
                }}
              />
            ) : (
              <button
                type="button"
                className="flex min-h-10 w-full flex-wrap items-baseline gap-x-3 px-1 py-1 text-left max-lg:min-h-14"
                onClick={() => setOpen(i)}
              >
                <span className="font-semibold">{describeWork(item)}</span>
                <span className="text-[0.8rem] text-ink-2">
                  {item.touches.map((t) => names.thing(t)).join('; ')}
                </span>
              </button>
            )}
          </li>
        ))}
      </ul>
    </section>
  );
}
