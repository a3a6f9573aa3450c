import { useMemo, useState, type ChangeEvent, type ReactElement } from 'react';
import { compareLimitBooks, limitErrors, type Limit } from '@kanzel/core';
import { readLimitTable } from '@kanzel/formats';
import { Button } from '../../ui/button.tsx';
import { Problem } from '../../ui/field.tsx';
import { SheetDialog } from '../../ui/sheet-dialog.tsx';
import { plainWords } from '../../ui/plain-words.ts';
import { LimitLine } from './limit-row.tsx';
import { withTable } from './limit-edit.ts';

/** A table out of a spreadsheet, read while it lies there: what goes in, what it changes, what cannot be read. */
export function PasteTable({
  limits,
  open,
  onClose,
  onTake,
}: {
  limits: readonly Limit[];
  open: boolean;
  onClose: () => void;
  onTake: (limits: readonly Limit[], count: number) => void;
}): ReactElement {
  const [text, setText] = useState('');
  const read = useMemo(() => (text.trim() === '' ? undefined : readLimitTable(text)), [text]);
  const table = read?.ok ? read.value : undefined;
  const next = table ? withTable(limits, table.limits, table.columns) : limits;
  const changes = compareLimitBooks(limits, next);
  const unusable = table?.limits.flatMap(limitErrors) ?? [];
  const slips = changes.flatMap((c) => c.slips);
  const file = async (event: ChangeEvent<HTMLInputElement>): Promise<void> => {
    const chosen = event.target.files?.[0];
    event.target.value = '';
    if (chosen) setText(await chosen.text());
  };
  return (
    <SheetDialog
      open={open}
      onClose={onClose}
      wide
      title="Paste a table"
      hint="Copy the cells with their headings: limit, unit, low, high, and whatever else there is. A row whose key is in the book replaces it; the others are added."
    >
      <textarea
        aria-label="Table"
        rows={7}
        value={text}
        placeholder={'Limit\tUnit\tLow\tCaution low\tCaution high\tHigh'}
        className="w-full border-2 border-ink bg-transparent px-2 py-2 font-mono text-[0.82rem] text-ink"
        onChange={(event) => setText(event.target.value)}
      />
      <p className="my-1">
        <label className="cursor-pointer underline underline-offset-4 has-focus-visible:outline-2">
          or choose a CSV file
          <input type="file" accept=".csv,.tsv,.txt" className="sr-only" onChange={(e) => void file(e)} />
        </label>
      </p>
      <Problem>{read && !read.ok ? read.error : undefined}</Problem>
      {table?.problems.length || unusable.length ? (
        <ul role="alert" className="my-2 border-l-4 border-out bg-out-bg px-3 py-2 text-out">
          {table?.problems.map((p) => (
            <li key={`${p.row} ${p.column} ${p.message}`}>
              Row {p.row}, {p.column}: {p.message}
            </li>
          ))}
          {unusable.map((u, i) => (
            <li key={i}>{plainWords(u)}</li>
          ))}
        </ul>
      ) : null}
      {slips.length > 0 ? (
        <ul className="my-2 border-l-4 border-near bg-near-bg px-3 py-2 text-near">
          {slips.map((s, i) => (
            <li key={i}>{plainWords(s)}</li>
          ))}
        </ul>
      ) : null}
      {table && table.limits.length > 0 ? (
        <>
          <ul className="my-2 max-h-64 overflow-auto border-y border-rule">
            {next
              .filter((l) => table.limits.some((t) => t.key === l.key))
              .map((l) => (
                <li key={l.key} className="flex items-center gap-3 border-b border-rule-2 py-1">
                  <span className="w-16 shrink-0 text-[0.78rem] text-ink-2">
                    {changes.find((c) => c.key === l.key)?.change ?? 'as it is'}
                  </span>
                  <LimitLine limit={l} />
                </li>
              ))}
          </ul>
          <Button
            kind="main"
            onClick={() => {
              onTake(next, table.limits.length);
              setText('');
            }}
          >
            Put {table.limits.length === 1 ? 'this limit' : `these ${table.limits.length} limits`} into the
            draft
          </Button>
        </>
      ) : null}
    </SheetDialog>
  );
}
