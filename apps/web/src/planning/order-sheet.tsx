import {
  closestCenter,
  DndContext,
  KeyboardSensor,
  PointerSensor,
  useSensor,
  useSensors,
  type DragEndEvent,
  type DragOverEvent,
} from '@dnd-kit/core';
import {
  arrayMove,
  SortableContext,
  sortableKeyboardCoordinates,
  useSortable,
  verticalListSortingStrategy,
} from '@dnd-kit/sortable';
import { CSS } from '@dnd-kit/utilities';
import { useMemo, useState, type KeyboardEvent, type ReactElement } from 'react';
import {
  countChanges,
  judgeOrder,
  orderSteps,
  STATION_TITLES,
  type OrderFault,
  type OrderStep,
  type Task,
} from '@kanzel/core';
import { useCampaign } from '../station/campaign-context.ts';
import { Button } from '../ui/button.tsx';
import { Problem } from '../ui/field.tsx';
import { usePlanning } from './plan-context.ts';

/** A state that changes, drawn as a bar across the order. */
function StateChange({ step }: { step: Extract<OrderStep, { kind: 'state' }> }): ReactElement {
  const view = useCampaign();
  const [name = '', subject = ''] = step.key.split('@');
  const title = view.index.states.get(name)?.title ?? name;
  return (
    <li className="flex items-center gap-3 py-0.5 pl-[64px] text-[0.8rem]">
      <svg width="44" height="16" aria-hidden className="shrink-0 text-ink">
        <path d="M1 12 H16 L28 4 H43" fill="none" stroke="currentColor" strokeWidth="2" />
        <circle cx="16" cy="12" r="2.5" fill="currentColor" />
        <circle cx="28" cy="4" r="2.5" fill="currentColor" />
      </svg>
      <span>
        <b>{title}</b>
        {subject === 'aircraft' ? '' : `, ${view.names.subject(subject).toLowerCase()}`}: {step.from} →{' '}
        <b>{step.to}</b>
        <span className="text-ink-2">
          {step.by === undefined ? ', by hand' : `, by “${view.names.part(step.by)}”`}
        </span>
      </span>
    </li>
  );
}

function GateBar({ gate }: { gate: string }): ReactElement {
  const view = useCampaign();
  const title = view.index.basis.pack.gates.find((g) => g.id === gate)?.title ?? gate;
  return (
    <li className="flex items-center gap-3 py-1.5" aria-label={`Gate ${title}`}>
      <span className="h-0.5 w-14 bg-ink" />
      <b className="narrow">{title}</b>
      <span className="h-0.5 flex-1 bg-ink" />
    </li>
  );
}

function CheckLine({
  task,
  number,
  fault,
  onMove,
}: {
  task: Task;
  number: number;
  fault: OrderFault | undefined;
  onMove: (by: number) => void;
}): ReactElement {
  const view = useCampaign();
  const { attributes, listeners, setNodeRef, transform, transition, isDragging } = useSortable({
    id: task.id,
  });
  const check = view.index.checks.get(task.id);
  const keys = (event: KeyboardEvent): void => {
    if (!event.altKey || (event.key !== 'ArrowUp' && event.key !== 'ArrowDown')) return;
    event.preventDefault();
    const line = event.currentTarget as HTMLElement;
    onMove(event.key === 'ArrowUp' ? -1 : 1);
    requestAnimationFrame(() => line.focus());
  };
  return (
    <li
      ref={setNodeRef}
      data-task={task.id}
      style={{ transform: CSS.Translate.toString(transform), transition: transition ?? undefined }}
      className={`grid grid-cols-[34px_30px_minmax(0,1fr)_auto] items-center gap-x-2 border-b border-rule-2 bg-sheet ${fault ? 'border-l-4 border-l-out bg-out-bg' : 'border-l-4 border-l-transparent'} ${isDragging ? 'relative z-10 outline-2 outline-hand' : ''}`}
    >
      <button
        type="button"
        className="min-h-9 cursor-grab touch-none text-ink-3 max-lg:min-h-14"
        aria-label={`Move ${task.title}`}
        {...attributes}
        {...listeners}
        onKeyDown={(event) => {
          keys(event);
          if (!event.defaultPrevented) listeners?.['onKeyDown']?.(event);
        }}
      >
        ⠿
      </button>
      <span className="text-ink-3">{number}</span>
      <span className="min-w-0">
        <span className="font-semibold">{task.title}</span>{' '}
        <span className="text-[0.78rem] text-ink-2">{check ? STATION_TITLES[check.station] : ''}</span>
        {fault ? (
          <span className="block text-[0.82rem] font-medium text-out">{view.say(fault.reason)}</span>
        ) : null}
      </span>
      <span className="pr-2 text-[0.78rem] whitespace-nowrap text-ink-2">
        {task.crew.length > 1 ? 'two people, ' : ''}
        {check?.where}, {task.minutes} min
      </span>
    </li>
  );
}

/** What it would come to if it were dropped where it is held. */
function Dropped({ broken, more }: { broken: readonly OrderFault[]; more: number }): ReactElement {
  const view = useCampaign();
  return (
    <p
      className={`border-l-4 px-3 py-2 font-medium ${broken.length > 0 ? 'border-out bg-out-bg text-out' : 'border-within bg-within-bg text-within'}`}
    >
      {broken.length > 0
        ? `Dropped here it breaks: ${broken
            .slice(0, 3)
            .map((f) => `${view.names.part(f.task)}: ${view.say(f.reason)}`)
            .join(' ')}`
        : `Dropped here it breaks nothing${more > 0 ? `, and adds ${more} ${more === 1 ? 'change' : 'changes'} of state` : more < 0 ? `, and saves ${-more}` : ''}.`}
    </p>
  );
}

/** The order of what is left: checks between the changes of state and the gates, moved by hand or by keys. */
export function OrderSheet(): ReactElement {
  const view = useCampaign();
  const { work, order, proposed, change } = usePlanning();
  const [carried, setCarried] = useState<{ task: string; order: readonly string[] }>();
  const sensors = useSensors(
    useSensor(PointerSensor, { activationConstraint: { distance: 4 } }),
    useSensor(KeyboardSensor, { coordinateGetter: sortableKeyboardCoordinates }),
  );
  const steps = useMemo(() => orderSteps(work, order), [work, order]);
  const faults = useMemo(() => judgeOrder(work, order), [work, order]);
  const changes = useMemo(() => countChanges(work, order), [work, order]);
  const byId = new Map(work.tasks.map((t) => [t.id, t]));
  if (!proposed.ok)
    return (
      <div className="px-[22px] py-4">
        <Problem>{view.say(proposed.error)}</Problem>
      </div>
    );
  if (work.tasks.length === 0)
    return <p className="px-[22px] py-6 text-within">Nothing is left to be done in this campaign.</p>;
  const place = (task: string, by: number): void => {
    const from = order.indexOf(task);
    const to = Math.min(order.length - 1, Math.max(0, from + by));
    if (from !== to) change({ order: arrayMove([...order], from, to) });
  };
  const moved = (event: DragOverEvent | DragEndEvent): readonly string[] | undefined => {
    const { active, over } = event;
    if (!over || active.id === over.id) return undefined;
    return arrayMove([...order], order.indexOf(String(active.id)), order.indexOf(String(over.id)));
  };
  const broken = carried
    ? judgeOrder(work, carried.order).filter((f) => !faults.some((o) => o.task === f.task))
    : [];
  const more = carried ? countChanges(work, carried.order) - changes : 0;
  const best = proposed.value;
  const number = new Map(order.map((id, i) => [id, i + 1]));
  return (
    <div className="px-[22px] py-3">
      <div className="flex flex-wrap items-center gap-4 pb-2">
        <p className="text-[1.05rem]">
          <b>{work.tasks.length} checks</b>, {changes} {changes === 1 ? 'change' : 'changes'} of state
          <span className="text-ink-2">
            {changes > best.changes
              ? `; ${best.proven ? 'the fewest possible' : 'the fewest found'}: ${best.changes}`
              : best.proven
                ? ', the fewest possible'
                : ', the fewest found'}
          </span>
        </p>
        {faults.length > 0 || changes > best.changes ? (
          <Button onClick={() => change({ order: best.order })}>Put it in the proposed order</Button>
        ) : null}
        <span className="cap ml-auto max-lg:hidden">drag, or Alt with the arrows</span>
      </div>
      <div aria-live="assertive" className="sticky top-12 z-10">
        {carried ? (
          <Dropped broken={broken} more={more} />
        ) : faults.length > 0 ? (
          <p className="border-l-4 border-out bg-out-bg px-3 py-2 font-medium text-out">
            As it stands this cannot be worked: {faults.length}{' '}
            {faults.length === 1 ? 'check stands' : 'checks stand'} in the wrong place.
          </p>
        ) : null}
      </div>
      <DndContext
        sensors={sensors}
        collisionDetection={closestCenter}
        onDragOver={(event) => {
          const next = moved(event);
          setCarried(next ? { task: String(event.active.id), order: next } : undefined);
        }}
        onDragCancel={() => setCarried(undefined)}
        onDragEnd={(event) => {
          setCarried(undefined);
          const next = moved(event);
          if (next) change({ order: next });
        }}
      >
        <SortableContext items={[...order]} strategy={verticalListSortingStrategy}>
          <ol aria-label="Order of the checks">
            {steps.map((step, i) => {
              if (step.kind === 'gate') return <GateBar key={`gate ${step.gate}`} gate={step.gate} />;
              if (step.kind === 'state') return <StateChange key={`state ${i}`} step={step} />;
              const task = byId.get(step.task);
              return task ? (
                <CheckLine
                  key={task.id}
                  task={task}
                  number={number.get(task.id) ?? 0}
                  fault={faults.find((f) => f.task === task.id)}
                  onMove={(by) => place(task.id, by)}
                />
              ) : null;
            })}
          </ol>
        </SortableContext>
      </DndContext>
    </div>
  );
}
