import { useMemo, useState, type ReactElement } from 'react';
import { format } from 'date-fns';
import {
  isRequired,
  sayScopeChain,
  STATION_TITLES,
  STATIONS,
  type BasisIndex,
  type Check,
  type Names,
  type Role,
  type Scope,
  type ScopeDecision,
  type ScopeItem,
  type WorkItem,
} from '@kanzel/core';
import { Button } from '../ui/button.tsx';
import { LeaveOutSeveral } from './leave-out-several.tsx';

type Verdict = ScopeItem['verdict'];

/** How a check stands in a scope: by the part of it that asks for most. */
const STRONGEST: readonly Verdict[] = ['prove', 'leftOut', 'rests', 'untouched'];

interface Line {
  readonly check: Check;
  readonly verdict: Verdict;
  readonly part: string;
  readonly item: ScopeItem;
  /** Engines it is asked of, when not of all. */
  readonly some: readonly string[];
}

function linesOf(index: BasisIndex, scope: Scope): readonly Line[] {
  return index.basis.pack.checks.flatMap((check): Line[] => {
    const parts = (index.partsOfCheck.get(check.id) ?? []).flatMap((p) => {
      const item = scope.get(p.key);
      return item ? [{ key: p.key, subject: p.subject, item }] : [];
    });
    const verdict = STRONGEST.find((v) => parts.some((p) => p.item.verdict === v));
    const first = parts.find((p) => p.item.verdict === verdict);
    if (!verdict || !first) return [];
    const same = parts.filter((p) => p.item.verdict === verdict);
    return [
      {
        check,
        verdict,
        part: first.key,
        item: first.item,
        some: same.length < parts.length ? same.map((p) => p.subject) : [],
      },
    ];
  });
}

/** What a scope adds up to. */
export function ScopeTotals({ index, scope }: { index: BasisIndex; scope: Scope }): ReactElement {
  const lines = useMemo(() => linesOf(index, scope), [index, scope]);
  const of = (v: Verdict): readonly Line[] => lines.filter((l) => l.verdict === v);
  const minutes = of('prove').reduce((sum, l) => sum + l.check.minutes, 0);
  const [rests, untouched, leftOut] = [of('rests').length, of('untouched').length, of('leftOut').length];
  return (
    <div aria-label="What it adds up to" role="group">
      <p className="text-[1.56rem] leading-tight font-semibold narrow">
        {of('prove').length} of {lines.length} checks, {Math.round(minutes)} min
      </p>
      <p className="text-ink-2">
        {[
          rests > 0 ? `${rests} rest on earlier evidence` : '',
          untouched > 0 ? `${untouched} are not touched` : '',
          leftOut > 0 ? `${leftOut} left out` : '',
        ]
          .filter(Boolean)
          .join(', ') || 'Everything in the pack is proven.'}
      </p>
    </div>
  );
}

const SIGNS: Readonly<Record<Verdict, string>> = {
  prove: 'border-2 border-ink',
  rests: 'border-2 border-within bg-within-bg',
  untouched: 'border-2 border-dotted border-ink-3',
  leftOut: 'border-2 border-out bg-out-bg',
};
const SIGN_WORDS: Readonly<Record<Verdict, string>> = {
  prove: 'To be proven',
  rests: 'Rests on earlier evidence',
  untouched: 'Not touched',
  leftOut: 'Left out',
};

function because(line: Line, scope: Scope, work: readonly WorkItem[], names: Names): string {
  const { item } = line;
  switch (item.verdict) {
    case 'rests':
      return `proven on ${format(new Date(item.on.at), 'd MMM yyyy')} in “${item.on.title}”${item.on.until ? `, counts until ${format(new Date(item.on.until), 'd MMM, HH:mm')}` : ''}`;
    case 'untouched':
      return 'not touched; nothing here says when it was last proven';
    case 'leftOut':
      return `left out: ${item.reason}`;
    case 'prove':
      return sayScopeChain(scope, line.part, work, names).join('  →  ');
  }
}

/** A reason asked for on the spot, before a check is added or left out. */
function AskReason({
  label,
  onSay,
  onLeave,
}: {
  label: string;
  onSay: (reason: string) => void;
  onLeave: () => void;
}): ReactElement {
  const [reason, setReason] = useState('');
  const say = (): void => (reason.trim() === '' ? undefined : onSay(reason.trim()));
  return (
    <div className="col-span-full flex flex-wrap items-end gap-3 pb-2 pl-7">
      <label className="min-w-0 flex-1 text-[0.8rem]">
        {label}
        <input
          autoFocus
          className="block w-full border-0 border-b-2 border-ink bg-transparent px-1 py-1 text-base"
          value={reason}
          onChange={(e) => setReason(e.target.value)}
          onKeyDown={(e) => {
            if (e.key === 'Enter') {
              e.preventDefault();
              say();
            }
            if (e.key === 'Escape') onLeave();
          }}
        />
      </label>
      <Button onClick={say} disabled={reason.trim() === ''}>
        Record
      </Button>
      <Button kind="quiet" onClick={onLeave}>
        Cancel
      </Button>
    </div>
  );
}

/** What a person may do with a line; with a question to answer first where it takes a reason. */
interface Gesture {
  readonly word: string;
  readonly ask?: string;
  readonly act: (reason: string) => void;
}

interface Decided {
  readonly added: readonly ScopeDecision[];
  readonly leftOut: readonly ScopeDecision[];
}

const without = (list: readonly ScopeDecision[], check: string): readonly ScopeDecision[] =>
  list.filter((d) => d.check !== check);

/** Adding and leaving out, or taking back what was decided before. */
function gestureOf(
  index: BasisIndex,
  line: Line,
  decided: Decided,
  onDecide: (added: readonly ScopeDecision[], leftOut: readonly ScopeDecision[]) => void,
): Gesture {
  const { id } = line.check;
  if (line.verdict === 'leftOut')
    return { word: 'Take it back in', act: () => onDecide(decided.added, without(decided.leftOut, id)) };
  if (decided.added.some((d) => d.check === id))
    return { word: 'Do not add it', act: () => onDecide(without(decided.added, id), decided.leftOut) };
  if (line.verdict === 'prove')
    return {
      word: 'Leave out',
      ask: isRequired(index, line.check)
        ? 'This one is required: leaving it out takes an inspector or certifying person. Why?'
        : 'Why can it be left out?',
      act: (reason) => onDecide(decided.added, [...without(decided.leftOut, id), { check: id, reason }]),
    };
  return {
    word: 'Add',
    ask: 'Why prove it as well?',
    act: (reason) => onDecide([...without(decided.added, id), { check: id, reason }], decided.leftOut),
  };
}

/** A check of the scope: how it stands, why, and what can be done about it. */
function LineOf({
  line,
  why,
  names,
  can,
  asking,
  onAsk,
}: {
  line: Line;
  why: string;
  names: Names;
  /** Absent: only to be read. */
  can: Gesture | undefined;
  asking: boolean;
  onAsk: (check: string | undefined) => void;
}): ReactElement {
  return (
    <li className="grid grid-cols-[20px_minmax(9rem,0.8fr)_minmax(0,1.4fr)_auto] items-baseline gap-x-3 border-b border-rule-2 py-1 max-md:grid-cols-[20px_minmax(0,1fr)_auto]">
      <span
        role="img"
        aria-label={SIGN_WORDS[line.verdict]}
        className={`size-3.5 translate-y-0.5 ${line.verdict === 'rests' || line.verdict === 'untouched' ? 'h-1.5 -translate-y-0.5' : 'rounded-full'} ${SIGNS[line.verdict]}`}
      />
      <span className={line.verdict === 'prove' ? 'font-semibold' : 'text-ink-2'}>
        {line.check.title}
        {line.some.length > 0 ? (
          <span className="font-normal text-ink-2">
            {' '}
            ({line.some.map((s) => names.subject(s).toLowerCase()).join(', ')} only)
          </span>
        ) : null}
      </span>
      <span className="text-[0.8rem] text-ink-2 max-md:col-start-2 max-md:row-start-2">{why}</span>
      {can ? (
        <button
          type="button"
          className="min-h-7 text-[0.8rem] font-semibold underline decoration-rule underline-offset-4 hover:decoration-ink max-lg:min-h-14"
          onClick={() => (can.ask === undefined ? can.act('') : onAsk(line.check.id))}
        >
          {can.word}
        </button>
      ) : null}
      {asking && can?.ask !== undefined ? (
        <AskReason
          label={can.ask}
          onSay={(reason) => {
            can.act(reason);
            onAsk(undefined);
          }}
          onLeave={() => onAsk(undefined)}
        />
      ) : null}
    </li>
  );
}

/**
 * Every check with what the scope says of it and why, by station. Adding and leaving out ask for a reason; what a
 * person decided can be taken back.
 */
export function ScopeList({
  index,
  scope,
  work,
  names,
  because: why,
  added,
  leftOut,
  onDecide,
}: {
  index: BasisIndex;
  scope: Scope;
  work: readonly WorkItem[];
  names: Names;
  /** One reason for all that is to be proven, where nobody has said anything yet. */
  because?: string;
  added: readonly ScopeDecision[];
  leftOut: readonly ScopeDecision[];
  /** Absent: only to be read. */
  onDecide?: (added: readonly ScopeDecision[], leftOut: readonly ScopeDecision[], role?: Role) => void;
}): ReactElement {
  const lines = useMemo(() => linesOf(index, scope), [index, scope]);
  const [asking, setAsking] = useState<string>();
  const [all, setAll] = useState(false);
  const [several, setSeveral] = useState(false);
  const shown = all ? lines : lines.filter((l) => l.verdict === 'prove' || l.verdict === 'leftOut');
  return (
    <section aria-label="Checks of the scope">
      {onDecide ? (
        <p className="mt-2 text-right">
          <Button kind="quiet" onClick={() => setSeveral(true)}>
            Leave out several
          </Button>
        </p>
      ) : null}
      {onDecide && several ? (
        <LeaveOutSeveral
          index={index}
          checks={lines.filter((l) => l.verdict === 'prove').map((l) => l.check)}
          onClose={() => setSeveral(false)}
          onLeave={(ids, reason, role) => {
            const said = ids.map((check) => ({ check, reason }));
            onDecide(
              added.filter((d) => !ids.includes(d.check)),
              [...leftOut.filter((d) => !ids.includes(d.check)), ...said],
              role,
            );
            setSeveral(false);
          }}
        />
      ) : null}
      {STATIONS.map((station) => {
        const own = shown.filter((l) => l.check.station === station);
        if (own.length === 0) return null;
        return (
          <div key={station}>
            <h3 className="mt-4 border-b border-ink pb-0.5 text-sm font-bold">{STATION_TITLES[station]}</h3>
            <ul>
              {own.map((line) => (
                <LineOf
                  key={line.check.id}
                  line={line}
                  why={
                    line.verdict === 'prove' && why !== undefined ? why : because(line, scope, work, names)
                  }
                  names={names}
                  can={onDecide ? gestureOf(index, line, { added, leftOut }, onDecide) : undefined}
                  asking={asking === line.check.id}
                  onAsk={setAsking}
                />
              ))}
            </ul>
          </div>
        );
      })}
      {shown.length < lines.length || all ? (
        <Button kind="quiet" className="mt-2" onClick={() => setAll(!all)}>
          {all
            ? 'Show only what is to be proven'
            : `Show the ${lines.length - shown.length} that need not be proven`}
        </Button>
      ) : null}
    </section>
  );
}
