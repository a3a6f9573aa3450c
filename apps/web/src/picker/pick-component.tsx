import { useId, useState, type KeyboardEvent, type ReactElement, type ReactNode } from 'react';
import type { AircraftDescription, Component } from '@kanzel/core';
import { AirframePlan } from '../ui/airframe-plan.tsx';
import { fitting, type Nameable } from './named-components.ts';

/** So many are offered at once: more are found by typing on. */
const OFFERED = 7;

const TAKES_ANYTHING = 'Nothing fits. Enter takes it as you wrote it, and asks what it touched.';
const NOTHING_FITS = 'Nothing on this aircraft is called that.';

/** What fits what was typed; the one that Enter takes is marked. */
function Found({
  found,
  at,
  tall,
  nothing,
  onTake,
}: {
  found: readonly Component[];
  at: number | undefined;
  tall: boolean;
  /** Said where nothing is found. */
  nothing: string | undefined;
  onTake: (component: Component) => void;
}): ReactElement {
  return (
    <ul className={tall ? 'max-h-56 overflow-auto' : ''} aria-label="Components that fit">
      {found.map((c, i) => (
        <li key={c.id}>
          <button
            type="button"
            className={`flex min-h-9 w-full items-center border-b border-rule-2 px-1 text-left max-lg:min-h-14 ${i === at ? 'bg-margin font-semibold' : ''}`}
            onClick={() => onTake(c)}
          >
            {c.title}
          </button>
        </li>
      ))}
      {found.length === 0 && nothing !== undefined ? (
        <li className="py-1 text-[0.82rem] text-ink-2">{nothing}</li>
      ) : null}
    </ul>
  );
}

/** The drawing beside the field, or on a slip folded away until it is asked for. */
function Laid({
  drawing,
  small,
  children,
}: {
  drawing: ReactNode;
  small: boolean;
  children: ReactNode;
}): ReactElement {
  if (small)
    return (
      <div>
        {children}
        {drawing ? (
          <details>
            <summary className="cursor-pointer py-1 text-[0.82rem] underline decoration-rule underline-offset-4">
              Point at it on the drawing
            </summary>
            {drawing}
          </details>
        ) : null}
      </div>
    );
  return (
    <div className="grid grid-cols-[minmax(0,0.72fr)_minmax(0,1.3fr)] gap-x-6 gap-y-3 max-md:grid-cols-1">
      <div>
        {drawing}
        <p className="cap text-center">Point at what was worked on, or type it.</p>
      </div>
      {children}
    </div>
  );
}

/**
 * The one way to say what of an aircraft is meant: point at it on the drawing, or type what it is called. Components come
 * first; the systems of the pack by name stand behind “more”, and wherever nothing else fits.
 */
export function PickComponent({
  label,
  placeholder = 'left propeller governor',
  about,
  nameable,
  zone,
  small = false,
  onTake,
  onTyped,
}: {
  label: string;
  placeholder?: string;
  about: AircraftDescription | undefined;
  nameable: Nameable;
  /** What is in hand, on the drawing. */
  zone?: string | undefined;
  /** On a slip the drawing waits until it is asked for. */
  small?: boolean;
  onTake: (component: Component) => void;
  /** What is typed is taken as it is where nothing fits. */
  onTyped?: (text: string) => void;
}): ReactElement {
  const id = useId();
  const [wanted, setWanted] = useState('');
  const [at, setAt] = useState(0);
  const [more, setMore] = useState(false);
  const typed = wanted.trim();
  const things = typed === '' && !more ? [] : fitting(nameable.components, wanted);
  const systems = typed === '' && !more ? [] : fitting(nameable.systems, wanted);
  const behind = more || things.length === 0 ? systems : [];
  const found = more ? [...things, ...behind] : [...things.slice(0, OFFERED), ...behind.slice(0, OFFERED)];
  const take = (component: Component): void => {
    onTake(component);
    setWanted('');
    setAt(0);
    setMore(false);
  };
  const keys = (e: KeyboardEvent): void => {
    if (e.key === 'ArrowDown' || e.key === 'ArrowUp') {
      e.preventDefault();
      const next = at + (e.key === 'ArrowDown' ? 1 : -1);
      setAt(Math.min(Math.max(0, next), Math.max(0, found.length - 1)));
    }
    if (e.key !== 'Enter' || typed === '') return;
    e.preventDefault();
    const chosen = found[at];
    if (chosen) take(chosen);
    else if (onTyped) {
      onTyped(typed);
      setWanted('');
    }
  };
  const drawing = about ? (
    <AirframePlan
      layout={about.layout}
      title={about.mark}
      height={210}
      inHand={zone}
      onPoint={(pointed) => {
        const component = nameable.components.find((c) => c.zone === pointed);
        if (component) take(component);
      }}
    />
  ) : null;
  const field = (
    <div>
      <label className="block text-sm font-semibold" htmlFor={id}>
        {label}
      </label>
      <input
        id={id}
        className="w-full border-0 border-b-2 border-ink bg-transparent px-1 py-2 text-base outline-none focus:border-hand focus-visible:outline-none"
        placeholder={placeholder}
        autoComplete="off"
        value={wanted}
        onChange={(e) => {
          setWanted(e.target.value);
          setAt(0);
        }}
        onKeyDown={keys}
      />
      <Found
        found={found}
        at={typed === '' ? undefined : at}
        tall={more}
        nothing={typed === '' ? undefined : onTyped ? TAKES_ANYTHING : NOTHING_FITS}
        onTake={take}
      />
      {nameable.systems.length > 0 ? (
        <button
          type="button"
          aria-expanded={more}
          className="min-h-9 text-[0.82rem] underline decoration-rule underline-offset-4 max-lg:min-h-14"
          onClick={() => setMore(!more)}
        >
          {more ? 'Fewer' : `More: ${nameable.systems.length} systems by name`}
        </button>
      ) : null}
    </div>
  );
  return (
    <Laid drawing={drawing} small={small}>
      {field}
    </Laid>
  );
}
