import { reachOfWork, systemsOf } from '@kanzel/core';
import { useMemo, useState, type ReactElement } from 'react';
import { useCampaign } from '../station/campaign-context.ts';

/**
 * Picks the systems that work touched: type a few letters, tick what fits. What the tree of systems says is disturbed
 * with it is ticked too, to be seen and taken off again by whoever knows better.
 */
export function SystemsPicker({
  value,
  onChange,
  label,
}: {
  value: readonly string[];
  onChange: (value: readonly string[]) => void;
  label: string;
}): ReactElement {
  const view = useCampaign();
  const [wanted, setWanted] = useState('');
  const all = useMemo(() => systemsOf(view.index), [view.index]);
  const [first] = useState(value);
  const fits = [...new Set([...value, ...all])]
    .sort((a, b) => Number(first.includes(b)) - Number(first.includes(a)))
    .filter(
      (s) =>
        value.includes(s) ||
        wanted
          .trim()
          .toLowerCase()
          .split(/\s+/)
          .every((w) => view.names.thing(s).toLowerCase().includes(w)),
    );
  const toggle = (system: string): void =>
    onChange(
      value.includes(system)
        ? value.filter((v) => v !== system)
        : [
            ...new Set([
              ...value,
              system,
              ...reachOfWork(view.index.basis.systems, [system], 'disconnected'),
            ]),
          ],
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
              checked={value.includes(s)}
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
