import { useMemo, useState, type ReactElement } from 'react';
import {
  componentsOf,
  describeWork,
  reachOfWork,
  systemsOf,
  WORK_ACTIONS,
  type AircraftDescription,
  type BasisIndex,
  type Component,
  type Names,
  type WorkAction,
  type WorkItem,
} from '@kanzel/core';
import { AirframePlan } from '../ui/airframe-plan.tsx';
import { Button } from '../ui/button.tsx';
import { Choices } from '../ui/field.tsx';

/** Everything that can be named: what is fitted and drawn, then every system of the pack by its own name. */
function namedComponents(
  about: AircraftDescription | undefined,
  index: BasisIndex,
  names: Names,
): readonly Component[] {
  const { systems: tree } = index.basis;
  const proves = [...index.parts.values()].flatMap((p) => p.proves);
  const things = about && tree ? componentsOf(tree, about.layout, about.equipment, proves) : [];
  const systems = systemsOf(index).map((s) => ({ id: `system ${s}`, title: names.thing(s), touches: [s] }));
  return [...things, ...systems];
}

/** What an item touches by the tree, done so to this component; undefined for something that nobody described. */
function proposedFor(
  components: readonly Component[],
  index: BasisIndex,
  item: Pick<WorkItem, 'component' | 'action'>,
): readonly string[] | undefined {
  const known = components.find((c) => c.title === item.component);
  return known && reachOfWork(index.basis.systems, known.touches, item.action);
}

const fitsWords = (title: string, wanted: string): boolean =>
  wanted
    .trim()
    .toLowerCase()
    .split(/\s+/)
    .every((w) => title.toLowerCase().includes(w));

/** The systems an item touched, ticked off from those of the pack. */
function Touches({
  item,
  index,
  names,
  onChange,
}: {
  item: WorkItem;
  index: BasisIndex;
  names: Names;
  onChange: (item: WorkItem) => void;
}): ReactElement {
  const [wanted, setWanted] = useState('');
  const all = [...new Set([...item.touches, ...systemsOf(index)])].filter(
    (s) => item.touches.includes(s) || fitsWords(names.thing(s), wanted),
  );
  const toggle = (s: string): void =>
    onChange({
      ...item,
      touches: item.touches.includes(s) ? item.touches.filter((t) => t !== s) : [...item.touches, s],
    });
  return (
    <fieldset>
      <legend className="text-sm font-semibold">What it touched</legend>
      <input
        className="w-full border-0 border-b-2 border-ink bg-transparent px-1 py-1.5"
        placeholder="Type to narrow"
        aria-label="Narrow the systems"
        value={wanted}
        onChange={(e) => setWanted(e.target.value)}
      />
      <div className="max-h-36 overflow-auto border-b border-rule">
        {[...all]
          .sort((a, b) => Number(item.touches.includes(b)) - Number(item.touches.includes(a)))
          .map((s) => (
            <label
              key={s}
              className="flex min-h-8 items-center gap-3 border-b border-rule-2 px-1 max-lg:min-h-14"
            >
              <input
                type="checkbox"
                className="size-4 accent-hand"
                checked={item.touches.includes(s)}
                onChange={() => toggle(s)}
              />
              {names.thing(s)}
            </label>
          ))}
      </div>
    </fieldset>
  );
}

/** One item being written: what, how, and what it touched. */
function ItemEditor({
  item,
  index,
  names,
  proposed,
  onChange,
  onDone,
  onDrop,
}: {
  item: WorkItem;
  index: BasisIndex;
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
      <Touches item={item} index={index} names={names} onChange={onChange} />
      {item.touches.length === 0 ? (
        <p className="mt-1 text-[0.82rem] text-out">
          Tick at least one system, or nothing would have to be proven for it.
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
  const components = useMemo(() => namedComponents(about, index, names), [about, index, names]);
  const [open, setOpen] = useState<number>();
  const [wanted, setWanted] = useState('');
  const [at, setAt] = useState(0);
  const found = wanted.trim() === '' ? [] : components.filter((c) => fitsWords(c.title, wanted)).slice(0, 7);
  const take = (component: Component): void => {
    const touches = reachOfWork(index.basis.systems, component.touches, 'replaced');
    onChange([...value, { component: component.title, action: 'replaced', touches }]);
    setOpen(value.length);
    setWanted('');
    setAt(0);
  };
  const inHand = open === undefined ? undefined : value[open];
  const zone = components.find((c) => c.title === inHand?.component)?.zone;
  return (
    <section aria-label="What was done">
      <div className="grid grid-cols-[minmax(0,0.72fr)_minmax(0,1.3fr)] gap-x-6 gap-y-3 max-md:grid-cols-1">
        <div>
          {about ? (
            <AirframePlan
              layout={about.layout}
              title={about.mark}
              height={210}
              inHand={zone}
              onPoint={(id) => {
                const component = components.find((c) => c.zone === id);
                if (component) take(component);
              }}
            />
          ) : null}
          <p className="cap text-center">Point at what was worked on, or type it.</p>
        </div>
        <div>
          <label className="block text-sm font-semibold" htmlFor="component-wanted">
            Worked on
          </label>
          <input
            id="component-wanted"
            className="w-full border-0 border-b-2 border-ink bg-transparent px-1 py-2 text-base outline-none focus:border-hand focus-visible:outline-none"
            placeholder="left propeller governor"
            autoComplete="off"
            value={wanted}
            onChange={(e) => {
              setWanted(e.target.value);
              setAt(0);
            }}
            onKeyDown={(e) => {
              if (e.key === 'ArrowDown' || e.key === 'ArrowUp') {
                e.preventDefault();
                setAt((a) =>
                  Math.min(Math.max(0, a + (e.key === 'ArrowDown' ? 1 : -1)), Math.max(0, found.length - 1)),
                );
              }
              if (e.key !== 'Enter' || wanted.trim() === '') return;
              e.preventDefault();
              take(found[at] ?? { id: wanted, title: wanted.trim(), touches: [] });
            }}
          />
          <ul className="mb-2" aria-label="Components that fit">
            {found.map((c, i) => (
              <li key={c.id}>
                <button
                  type="button"
                  className={`flex min-h-9 w-full items-center border-b border-rule-2 px-1 text-left max-lg:min-h-14 ${i === at ? 'bg-margin font-semibold' : ''}`}
                  onClick={() => take(c)}
                >
                  {c.title}
                </button>
              </li>
            ))}
            {wanted.trim() !== '' && found.length === 0 ? (
              <li className="py-1 text-[0.82rem] text-ink-2">
                Nothing fits. Enter takes it as you wrote it, and asks what it touched.
              </li>
            ) : null}
          </ul>
          <ul aria-label="Work items">
            {value.map((item, i) => (
              <li key={i} className="border-b border-rule-2">
                {i === open ? (
                  <ItemEditor
                    item={item}
                    index={index}
                    names={names}
                    proposed={(action) =>
                      proposedFor(components, index, { component: item.component, action })
                    }
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
        </div>
      </div>
    </section>
  );
}
