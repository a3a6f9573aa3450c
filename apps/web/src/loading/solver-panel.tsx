import { useEffect, useRef, useState, type ReactElement } from 'react';
import {
  armText,
  convert,
  heaviestOf,
  massText,
  readQuantity,
  type LoadingData,
  type LoadingSheet,
  type Solution,
  type Target,
} from '@kanzel/core';
import { useCampaign } from '../station/campaign-context.ts';
import { Button } from '../ui/button.tsx';
import { Problem } from '../ui/field.tsx';
import { FigureCell } from '../ui/figure-cell.tsx';
import { MarkSign } from '../ui/mark.tsx';
import type { Search, SolverOrder } from './solver.worker.ts';

type Kind = Search['kind'];

/** How far a solution is from the edges: along, or in mass where that is what is wrong with it. */
function marginInWords({ inside, margin }: Solution, data: LoadingData): string {
  const { units } = data;
  const heaviest = heaviestOf(data);
  if (inside) return `Inside all the way, ${armText(margin.arm, units, heaviest)} from the nearest edge.`;
  if (margin.arm < 0) return `Outside by ${armText(-margin.arm, units, heaviest)}.`;
  return margin.mass < 0 ? `Outside by ${massText(-margin.mass, units, heaviest)}.` : 'Outside.';
}

/** What can be looked for on an aircraft: only what it has places for. */
function kindsFor(data: LoadingData): readonly { readonly id: Kind; readonly text: string }[] {
  const movable = data.bays.some((b) => b.travel) || data.stations.some((s) => s.travel);
  return [
    ...(data.stations.some((s) => s.kind === 'ballast') ? [{ id: 'ballast' as const, text: 'Ballast' }] : []),
    ...(movable ? [{ id: 'place' as const, text: 'Move what can be moved' }] : []),
    ...(data.stations.some((s) => s.kind !== 'seat')
      ? [{ id: 'payload' as const, text: 'Place for a load' }]
      : []),
    ...(data.tanks.length > 1 ? [{ id: 'fuel' as const, text: 'Fill the tanks' }] : []),
    ...(data.packs.length > 0 ? [{ id: 'pack' as const, text: 'Which pack' }] : []),
  ];
}

/** A search that runs beside the page: what it has found, and whether it is still looking. */
function useSearch(
  data: LoadingData,
  sheet: LoadingSheet,
): {
  readonly found: readonly Solution[] | undefined;
  readonly looking: boolean;
  readonly look: (search: Search) => void;
  readonly clear: () => void;
} {
  const [found, setFound] = useState<readonly Solution[]>();
  const [looking, setLooking] = useState(false);
  const worker = useRef<Worker>(undefined);
  useEffect(() => () => worker.current?.terminate(), []);
  const look = (search: Search): void => {
    worker.current?.terminate();
    worker.current = new Worker(new URL('./solver.worker.ts', import.meta.url), { type: 'module' });
    worker.current.addEventListener('message', (event: MessageEvent<readonly Solution[]>) => {
      setFound(event.data);
      setLooking(false);
    });
    setFound(undefined);
    setLooking(true);
    const order: SolverOrder = { data, sheet, search };
    worker.current.postMessage(order);
  };
  return { found, looking, look, clear: () => setFound(undefined) };
}

const usesTarget = (kind: Kind): kind is 'ballast' | 'place' => kind === 'ballast' || kind === 'place';

/** The unit in which it is said what to reach. */
function unitOfSearch(kind: Kind, { units }: LoadingData): string {
  if (usesTarget(kind)) return units.arm;
  return { payload: units.mass, fuel: units.volume, pack: 'Wh' }[kind];
}

/** What is looked for, as a search. */
function searchFor(kind: Kind, goal: Target['kind'], value: number): Search {
  if (usesTarget(kind)) return { kind, target: { kind: goal, arm: value } };
  if (kind === 'payload') return { kind, mass: value };
  return kind === 'fuel' ? { kind, total: value } : { kind: 'pack', need: value };
}

/** The kinds of search, one of them in hand. */
function Kinds({
  kinds,
  kind,
  onTake,
}: {
  kinds: readonly { readonly id: Kind; readonly text: string }[];
  kind: Kind;
  onTake: (kind: Kind) => void;
}): ReactElement {
  return (
    <div
      className="flex flex-1 flex-wrap items-center gap-x-4 gap-y-1"
      role="tablist"
      aria-label="What to look for"
    >
      {kinds.map((k) => (
        <button
          key={k.id}
          type="button"
          role="tab"
          aria-selected={kind === k.id}
          onClick={() => onTake(k.id)}
          className={`min-h-9 max-lg:min-h-14 border-b-[3px] text-sm font-semibold ${kind === k.id ? 'border-hand' : 'border-transparent text-ink-2'}`}
        >
          {k.text}
        </button>
      ))}
    </div>
  );
}

/** The ways that were found, each with what it gains and one press to put it on the sheet. */
function FoundWays({
  found,
  data,
  onApply,
}: {
  found: readonly Solution[];
  data: LoadingData;
  onApply: (sheet: LoadingSheet) => void;
}): ReactElement {
  const view = useCampaign();
  if (found.length === 0)
    return (
      <p className="mt-2 font-medium">
        Nothing that can be done here reaches that. Ask for less, or change something else first.
      </p>
    );
  return (
    <ul className="mt-2">
      {found.slice(0, 6).map((s, i) => (
        <li key={i} className="flex flex-wrap items-center gap-x-4 border-b border-rule-2 py-1.5">
          <MarkSign mark={s.inside ? 'within' : 'out'} size={16} />
          <span className="min-w-0 flex-1">
            <span className="font-semibold">{view.say(s.does)}.</span>{' '}
            <span className="text-[0.82rem] text-ink-2">{marginInWords(s, data)}</span>
          </span>
          <Button onClick={() => onApply(s.sheet)}>Put it on the sheet</Button>
        </li>
      ))}
    </ul>
  );
}

/** What the figure beside it means: of a search with two aims, the aim is chosen. */
function ToReach({
  kind,
  goal,
  onGoal,
}: {
  kind: Kind;
  goal: Target['kind'];
  onGoal: (goal: Target['kind']) => void;
}): ReactElement {
  if (!usesTarget(kind))
    return (
      <span className="pb-1.5 text-sm">
        {{ payload: 'A load of', fuel: 'In all', pack: 'The mission needs' }[kind]}
      </span>
    );
  return (
    <label className="text-sm">
      <span className="cap block">To reach</span>
      <select
        value={goal}
        onChange={(e) => onGoal(e.target.value === 'centre' ? 'centre' : 'margin')}
        className="min-h-9 max-lg:min-h-14 border-0 border-b-2 border-ink bg-transparent font-semibold"
      >
        <option value="margin">a margin all the way of</option>
        <option value="centre">a centre at take-off of</option>
      </select>
    </label>
  );
}

/** Looks for ways to load it, several of them, each with what it gains and one press to put it on the sheet. */
export function SolverPanel({
  data,
  sheet,
  onApply,
  onClose,
}: {
  data: LoadingData;
  sheet: LoadingSheet;
  onApply: (sheet: LoadingSheet) => void;
  onClose: () => void;
}): ReactElement {
  const view = useCampaign();
  const kinds = kindsFor(data);
  const [kind, setKind] = useState<Kind>(kinds[0]?.id ?? 'ballast');
  const [goal, setGoal] = useState<Target['kind']>('margin');
  const [text, setText] = useState('');
  const [problem, setProblem] = useState<string>();
  const search = useSearch(data, sheet);
  const unit = unitOfSearch(kind, data);
  const usual = usesTarget(kind) && goal === 'margin' ? (unit === 'mm' ? '10' : '0.5') : '';
  const clear = (): void => {
    search.clear();
    setProblem(undefined);
  };
  const look = (): void => {
    clear();
    const read = readQuantity(text.trim() === '' ? usual : text, unit);
    const value = read.ok ? convert(read.value.value, read.value.unit, unit) : read;
    if (value.ok) search.look(searchFor(kind, goal, value.value));
    else setProblem(view.say(value.error));
  };
  return (
    <section aria-label="Find a loading" className="mt-4 border-t border-rule pt-3">
      <div className="flex flex-wrap items-center gap-x-4">
        <Kinds
          kinds={kinds}
          kind={kind}
          onTake={(taken) => {
            setKind(taken);
            setText('');
            clear();
          }}
        />
        <Button kind="quiet" onClick={onClose}>
          Put away
        </Button>
      </div>
      <form
        className="mt-2 flex flex-wrap items-end gap-x-4 gap-y-2"
        onSubmit={(e) => {
          e.preventDefault();
          look();
        }}
      >
        <ToReach
          kind={kind}
          goal={goal}
          onGoal={(next) => {
            setGoal(next);
            clear();
          }}
        />
        <span className="flex items-baseline gap-1.5">
          <FigureCell
            label={`What to reach, ${unit}`}
            text={text}
            before={usual}
            onChange={(t) => {
              setText(t);
              clear();
            }}
          />
          <span className="text-ink-2">{unit}</span>
        </span>
        <Button type="submit">Look</Button>
      </form>
      <Problem>{problem}</Problem>
      {search.looking ? <p className="cap mt-2">Looking…</p> : null}
      {search.found ? (
        <FoundWays
          found={search.found}
          data={data}
          onApply={(next) => {
            onApply(next);
            clear();
          }}
        />
      ) : null}
    </section>
  );
}
