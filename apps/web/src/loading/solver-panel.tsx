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
  const [found, setFound] = useState<readonly Solution[]>();
  const [problem, setProblem] = useState<string>();
  const [looking, setLooking] = useState(false);
  const worker = useRef<Worker>(undefined);
  useEffect(() => () => worker.current?.terminate(), []);
  const { units } = data;
  const usesTarget = kind === 'ballast' || kind === 'place';
  const unit = usesTarget
    ? units.arm
    : kind === 'payload'
      ? units.mass
      : kind === 'fuel'
        ? units.volume
        : 'Wh';
  const usual = usesTarget && goal === 'margin' ? (units.arm === 'mm' ? '10' : '0.5') : '';
  const clear = (): void => {
    setFound(undefined);
    setProblem(undefined);
  };
  const look = (): void => {
    clear();
    const read = readQuantity(text.trim() === '' ? usual : text, unit);
    const value = read.ok ? convert(read.value.value, read.value.unit, unit) : read;
    if (!value.ok) {
      setProblem(view.say(value.error));
      return;
    }
    const target: Target = { kind: goal, arm: value.value };
    const search: Search = usesTarget
      ? { kind, target }
      : kind === 'payload'
        ? { kind, mass: value.value }
        : kind === 'fuel'
          ? { kind, total: value.value }
          : { kind: 'pack', need: value.value };
    worker.current?.terminate();
    worker.current = new Worker(new URL('./solver.worker.ts', import.meta.url), { type: 'module' });
    worker.current.addEventListener('message', (event: MessageEvent<readonly Solution[]>) => {
      setFound(event.data);
      setLooking(false);
    });
    setLooking(true);
    const order: SolverOrder = { data, sheet, search };
    worker.current.postMessage(order);
  };
  return (
    <section aria-label="Find a loading" className="mt-4 border-t border-rule pt-3">
      <div className="flex flex-wrap items-center gap-x-4">
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
              onClick={() => {
                setKind(k.id);
                setText('');
                clear();
              }}
              className={`min-h-9 max-lg:min-h-14 border-b-[3px] text-sm font-semibold ${kind === k.id ? 'border-hand' : 'border-transparent text-ink-2'}`}
            >
              {k.text}
            </button>
          ))}
        </div>
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
        {usesTarget ? (
          <label className="text-sm">
            <span className="cap block">To reach</span>
            <select
              value={goal}
              onChange={(e) => {
                setGoal(e.target.value === 'centre' ? 'centre' : 'margin');
                clear();
              }}
              className="min-h-9 max-lg:min-h-14 border-0 border-b-2 border-ink bg-transparent font-semibold"
            >
              <option value="margin">a margin all the way of</option>
              <option value="centre">a centre at take-off of</option>
            </select>
          </label>
        ) : (
          <span className="pb-1.5 text-sm">
            {{ payload: 'A load of', fuel: 'In all', pack: 'The mission needs' }[kind]}
          </span>
        )}
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
      {looking ? <p className="cap mt-2">Looking…</p> : null}
      {found?.length === 0 ? (
        <p className="mt-2 font-medium">
          Nothing that can be done here reaches that. Ask for less, or change something else first.
        </p>
      ) : null}
      <ul className="mt-2">
        {(found ?? []).slice(0, 6).map((s, i) => (
          <li key={i} className="flex flex-wrap items-center gap-x-4 border-b border-rule-2 py-1.5">
            <MarkSign mark={s.inside ? 'within' : 'out'} size={16} />
            <span className="min-w-0 flex-1">
              <span className="font-semibold">{view.say(s.does)}.</span>{' '}
              <span className="text-[0.82rem] text-ink-2">{marginInWords(s, data)}</span>
            </span>
            <Button
              onClick={() => {
                onApply(s.sheet);
                clear();
              }}
            >
              Put it on the sheet
            </Button>
          </li>
        ))}
      </ul>
    </section>
  );
}
