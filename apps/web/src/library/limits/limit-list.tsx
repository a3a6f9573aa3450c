import type { ReactElement } from 'react';
import type { Limit } from '@kanzel/core';
import { Button } from '../../ui/button.tsx';
import { LineField } from '../../ui/picker.tsx';
import type { Change } from './limit-members.tsx';
import { LimitPanel } from './limit-panel.tsx';
import { LimitLine } from './limit-row.tsx';

/** Limits of a book as quiet lines, one of them open; added by name, or pasted. */
export function LimitList({
  limits,
  empty,
  inHand,
  onOpen,
  wanted,
  onWanted,
  onAdd,
  onPaste,
  onTakeOut,
  change,
}: {
  limits: readonly Limit[];
  /** There is none in the whole book. */
  empty: boolean;
  inHand: string | undefined;
  onOpen: (key: string | undefined) => void;
  wanted: string;
  onWanted: (text: string) => void;
  onAdd: () => void;
  onPaste: () => void;
  onTakeOut: (limit: Limit) => void;
  change: Change;
}): ReactElement {
  return (
    <>
      <div className="flex flex-wrap items-end gap-3 px-[22px] py-2">
        <LineField label="Find, or name a new one" value={wanted} onChange={onWanted} className="min-w-56" />
        <Button onClick={onAdd}>Add a limit</Button>
        <Button onClick={onPaste}>Paste a table</Button>
      </div>
      {empty ? (
        <p className="px-[22px] py-3 text-ink-2">
          No limit yet. Paste the table of the handbook, or add the first by hand.
        </p>
      ) : limits.length === 0 && wanted.trim() !== '' ? (
        <p className="px-[22px] py-3 text-ink-2">Nothing here is called that.</p>
      ) : null}
      <ul>
        {limits.map((l) => (
          <li key={l.key} className={`border-b border-rule-2 ${l.key === inHand ? 'bg-margin' : ''}`}>
            <div className="flex">
              <button
                type="button"
                aria-pressed={l.key === inHand}
                className="flex min-h-12 w-full px-[22px] py-1.5"
                onClick={() => onOpen(l.key === inHand ? undefined : l.key)}
              >
                <LimitLine limit={l} />
              </button>
              <Button
                kind="quiet"
                className="shrink-0 px-4 text-lg"
                aria-label={`Take out ${l.title}`}
                onClick={() => onTakeOut(l)}
              >
                ×
              </Button>
            </div>
            {l.key === inHand ? <LimitPanel key={l.key} limit={l} change={change} /> : null}
          </li>
        ))}
      </ul>
    </>
  );
}
