import { useState, type ClipboardEvent, type KeyboardEvent, type ReactElement } from 'react';
import {
  limitInWords,
  limitTypeOf,
  PROTECTS,
  STATION_TITLES,
  unitOf,
  USUALLY_FOUND,
  type Limit,
  type LimitSource,
  type NeededLimit,
} from '@kanzel/core';
import { Button } from '../../ui/button.tsx';
import { useFigureText } from '../../ui/figure-text.ts';
import { LineField } from '../../ui/picker.tsx';
import { plainWords } from '../../ui/plain-words.ts';
import { LimitPanel } from './limit-panel.tsx';
import { MemberFields } from './limit-members.tsx';
import { begun, EDGES, pasted, withEdge, withLimit, type Edge } from './needed-limit.ts';

const HEADINGS: Readonly<Record<Edge, string>> = {
  low: 'Low',
  cautionLow: 'Caution below',
  cautionHigh: 'Caution above',
  high: 'High',
};

const cellId = (row: number, edge: Edge): string => `needed-${row}-${edge}`;

/** The next cell of a column, over rows that have none. */
function move(row: number, edge: Edge, by: 1 | -1, rows: number): void {
  for (let at = row + by; at >= 0 && at < rows; at += by) {
    const cell = document.getElementById(cellId(at, edge));
    if (!cell) continue;
    cell.focus();
    return;
  }
}

function EdgeCell({
  title,
  row,
  rows,
  edge,
  value,
  onChange,
  onPaste,
}: {
  title: string;
  row: number;
  rows: number;
  edge: Edge;
  value: number | undefined;
  onChange: (value: number | undefined) => void;
  onPaste: (text: string) => void;
}): ReactElement {
  const { text, bad, type } = useFigureText(value, onChange);
  const keys = (event: KeyboardEvent): void => {
    const by =
      event.key === 'Enter' || event.key === 'ArrowDown' ? 1 : event.key === 'ArrowUp' ? -1 : undefined;
    if (by === undefined) return;
    event.preventDefault();
    move(row, edge, by, rows);
  };
  const paste = (event: ClipboardEvent): void => {
    const block = event.clipboardData.getData('text');
    if (!/[\t\n]/.test(block.trimEnd())) return;
    event.preventDefault();
    onPaste(block);
  };
  return (
    <div>
      <input
        id={cellId(row, edge)}
        aria-label={`${title}, ${HEADINGS[edge].toLowerCase()}`}
        inputMode="decimal"
        autoComplete="off"
        value={text}
        aria-invalid={bad !== undefined}
        placeholder={HEADINGS[edge]}
        className={`w-full border-0 border-b-2 bg-transparent px-1 py-1.5 text-base placeholder:text-[0.78rem] placeholder:text-transparent max-lg:min-h-14 max-md:placeholder:text-ink-2 ${bad ? 'border-out text-out' : 'border-ink'}`}
        onChange={(event) => type(event.target.value)}
        onKeyDown={keys}
        onPaste={paste}
      />
      {bad ? <p className="text-[0.78rem] text-out">{plainWords(bad)}</p> : null}
    </div>
  );
}

/** What a needed limit is, and where its figures usually stand. */
function About({
  need,
  limit,
  onOpen,
}: {
  need: NeededLimit;
  limit: Limit | undefined;
  onOpen: () => void;
}): ReactElement {
  const { symbol } = unitOf(limit?.unit ?? need.unit);
  const [first] = need.checks;
  const stations = [...new Set(need.checks.map((c) => STATION_TITLES[c.station]))].join(', ');
  return (
    <div className="min-w-0">
      <button
        type="button"
        disabled={!limit}
        className="text-left font-semibold enabled:underline enabled:decoration-rule enabled:underline-offset-4"
        onClick={onOpen}
      >
        {limit?.title ?? need.title}
        {symbol === '' ? '' : `, ${limitTypeOf(need).edges === 'seconds' ? 's' : symbol}`}
      </button>
      <span className="block text-[0.78rem] text-ink-2">
        {stations}; {PROTECTS[need.class]}. {first ? `Usually in: ${USUALLY_FOUND[first.station]}.` : ''}
      </span>
      {limit ? <span className="block text-[0.78rem]">{limitInWords(limit)}</span> : null}
    </div>
  );
}

/** A limit that is asked for: what it is, its figures as far as they are entered, and all there is to it when it is open. */
function NeededRow({
  need,
  row,
  rows,
  limit,
  named,
  open,
  onOpen,
  put,
  onPaste,
}: {
  need: NeededLimit;
  row: number;
  rows: number;
  /** Undefined: not in the book yet. */
  limit: Limit | undefined;
  /** Where figures that are typed now are from. */
  named: LimitSource;
  open: boolean;
  onOpen: () => void;
  put: (next: Limit, about: string) => void;
  onPaste: (text: string, edge: Edge) => void;
}): ReactElement {
  const type = limitTypeOf(need);
  const held = limit ?? begun(need, named);
  const own = type.members.filter((m) => m.ofType === true);
  return (
    <li className="border-b border-rule-2 py-1.5">
      <div className="grid grid-cols-[minmax(0,1.7fr)_repeat(4,minmax(0,0.5fr))] items-start gap-x-3 gap-y-1 max-md:grid-cols-4 [&>:first-child]:max-md:col-span-4">
        <About need={need} limit={limit} onOpen={onOpen} />
        {type.edges === 'none'
          ? null
          : EDGES.map((edge) => (
              <EdgeCell
                key={edge}
                title={need.title}
                row={row}
                rows={rows}
                edge={edge}
                value={'bounds' in held ? held.bounds[edge] : undefined}
                onChange={(v) => put(withEdge(held, edge, v), edge)}
                onPaste={(text) => onPaste(text, edge)}
              />
            ))}
        {own.length > 0 ? (
          <div
            className={`grid grid-cols-4 items-end gap-x-3 ${type.edges === 'none' ? 'col-span-4' : 'col-span-4 col-start-2 max-md:col-start-1'}`}
          >
            {own.map((member) => (
              <MemberFields key={member.name} limit={held} member={member} change={put} />
            ))}
          </div>
        ) : type.edges === 'none' ? (
          <p className="col-span-4">
            {limit ? (
              'Follows from its own past.'
            ) : (
              <Button onClick={() => put(held, 'begun')}>Hold it against its own past</Button>
            )}
          </p>
        ) : null}
      </div>
      {limit && open ? <LimitPanel limit={limit} change={put} /> : null}
    </li>
  );
}

/**
 * The limits that a pack asks for, in its order, each with what it is and where its figures usually stand: typed down
 * the column, or pasted. What is left empty is not in the book, and its checks are unknown until it is entered.
 */
export function NeededLimits({
  needs,
  all,
  limits,
  packTitle,
  inHand,
  onOpen,
  change,
}: {
  /** Those that are shown. */
  needs: readonly NeededLimit[];
  all: readonly NeededLimit[];
  limits: readonly Limit[];
  packTitle: string;
  /** The limit that is open, with all there is to it. */
  inHand: string | undefined;
  onOpen: (key: string | undefined) => void;
  change: (limits: readonly Limit[], about: string) => void;
}): ReactElement {
  const last = limits.at(-1)?.source;
  const [source, setSource] = useState<LimitSource>(last ?? { document: '', revision: '' });
  const [told, setTold] = useState<string>();
  const named: LimitSource = {
    ...source,
    document: source.document.trim() || 'not named',
    revision: source.revision.trim() || '-',
  };
  const entered = all.filter((n) => limits.some((l) => l.key === n.key)).length;
  const put = (next: Limit, about: string): void => change(withLimit(limits, next), `${next.key} ${about}`);
  const paste = (text: string, row: number, edge: Edge): void => {
    const found = pasted(limits, needs, text, { row, edge }, named);
    change(found.limits, 'pasted');
    const unread =
      found.unread.length === 0 ? '' : ` Not understood, and left out: ${found.unread.join(', ')}.`;
    setTold(`${found.entered === 1 ? 'One figure' : `${found.entered} figures`} put in.${unread}`);
  };
  return (
    <section aria-label="Limits the pack asks for" className="px-[22px] pb-2">
      <h2 className="mt-1 border-b-2 border-ink pb-1 font-semibold">
        {packTitle} asks for {all.length === 1 ? 'one limit' : `${all.length} limits`}
        <span className="ml-3 font-normal text-ink-2">
          {entered} entered{entered < all.length ? '. What is missing keeps nothing from starting' : ''}
        </span>
      </h2>
      <div className="my-2 flex flex-wrap gap-x-4 gap-y-1">
        <LineField
          label="Figures typed now are from: document"
          value={source.document}
          onChange={(document) => setSource({ ...source, document })}
          className="min-w-72"
        />
        <LineField
          label="Revision"
          value={source.revision}
          onChange={(revision) => setSource({ ...source, revision })}
        />
      </div>
      {told ? (
        <p role="status" className="cap">
          {told}
        </p>
      ) : null}
      <div className="grid grid-cols-[minmax(0,1.7fr)_repeat(4,minmax(0,0.5fr))] gap-x-3 text-[0.8rem] text-ink-2 max-md:hidden">
        <span>Limit</span>
        {EDGES.map((e) => (
          <span key={e}>{HEADINGS[e]}</span>
        ))}
      </div>
      <ul>
        {needs.map((need, row) => (
          <NeededRow
            key={need.key}
            need={need}
            row={row}
            rows={needs.length}
            limit={limits.find((l) => l.key === need.key)}
            named={named}
            open={inHand === need.key}
            onOpen={() => onOpen(inHand === need.key ? undefined : need.key)}
            put={put}
            onPaste={(text, edge) => paste(text, row, edge)}
          />
        ))}
      </ul>
    </section>
  );
}
