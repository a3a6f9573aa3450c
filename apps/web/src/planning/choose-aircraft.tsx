import { useEffect, useMemo, useState, type ReactElement } from 'react';
import type { HangarLineView } from '@kanzel/contract';
import type { Aircraft } from '@kanzel/core';
import { api } from '../api/client.ts';

/** So many stand to be chosen at once; more are found by typing. */
const AT_ONCE = 12;

/** What an aircraft is in the middle of, in a few words. */
const stateOf = (line: HangarLineView | undefined): string => {
  const [open, ...more] = line?.inHand ?? [];
  if (!open) return 'no campaign in progress';
  return more.length === 0 ? `in progress: ${open.title}` : `${more.length + 1} campaigns in progress`;
};

/** The aircraft of a new campaign, each with its type and what it is in the middle of; found by typing where there are many. */
export function ChooseAircraft({
  aircraft,
  mark,
  onChoose,
}: {
  aircraft: readonly Aircraft[];
  mark: string | undefined;
  onChoose: (mark: string) => void;
}): ReactElement {
  const [lines, setLines] = useState<readonly HangarLineView[]>([]);
  const [wanted, setWanted] = useState('');
  useEffect(() => {
    void api.get<HangarLineView[]>('/api/hangar').then((a) => (a.ok ? setLines(a.value) : undefined));
  }, []);
  const stated = useMemo(() => new Map(lines.map((l) => [l.mark, l])), [lines]);
  const words = wanted.trim().toLowerCase().split(/\s+/);
  const found = aircraft.filter((a) =>
    words.every((w) => `${a.mark} ${a.mark.replace('-', '')} ${a.type}`.toLowerCase().includes(w)),
  );
  const shown = [...found.filter((a) => a.mark === mark), ...found.filter((a) => a.mark !== mark)].slice(
    0,
    AT_ONCE,
  );
  return (
    <fieldset className="mb-4 w-full">
      <legend className="text-sm font-semibold">Aircraft</legend>
      {aircraft.length > AT_ONCE ? (
        <input
          aria-label="Find an aircraft"
          placeholder="Find by mark or type"
          className="mb-1 w-72 max-w-full border-0 border-b-2 border-ink bg-transparent px-1 py-1.5"
          value={wanted}
          onChange={(e) => setWanted(e.target.value)}
        />
      ) : null}
      <div className="mt-1 grid grid-cols-[repeat(auto-fill,minmax(15rem,1fr))] gap-2">
        {shown.map((a) => (
          <label
            key={a.mark}
            className={`block min-h-11 cursor-pointer border border-ink px-3 py-1 has-focus-visible:outline-2 has-focus-visible:outline-offset-2 has-focus-visible:outline-hand ${a.mark === mark ? 'bg-ink text-sheet' : ''}`}
          >
            <input
              type="radio"
              name="aircraft"
              className="sr-only"
              checked={a.mark === mark}
              onChange={() => onChoose(a.mark)}
            />
            <span className="font-semibold">
              <span className="font-mono">{a.mark}</span>, {a.type}
            </span>
            <span className={`block truncate text-[0.78rem] ${a.mark === mark ? '' : 'text-ink-2'}`}>
              {stateOf(stated.get(a.mark))}
            </span>
          </label>
        ))}
      </div>
      {found.length > shown.length ? (
        <p className="cap mt-1">{found.length - shown.length} more: type a mark or a type.</p>
      ) : found.length === 0 ? (
        <p className="cap mt-1">No aircraft is called that.</p>
      ) : null}
    </fieldset>
  );
}
