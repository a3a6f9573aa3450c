import {
  closestCenter,
  DndContext,
  KeyboardSensor,
  PointerSensor,
  useSensor,
  useSensors,
  type DragEndEvent,
} from '@dnd-kit/core';
import {
  SortableContext,
  sortableKeyboardCoordinates,
  useSortable,
  verticalListSortingStrategy,
} from '@dnd-kit/sortable';
import { CSS } from '@dnd-kit/utilities';
import { Fragment, type KeyboardEvent, type ReactElement, type ReactNode } from 'react';
import { moveCheck, STATION_TITLES, type Check, type Pack, type StationId } from '@kanzel/core';

interface LineProps {
  readonly check: Check;
  readonly number: number;
  readonly inHand: boolean;
  readonly tone: 'plain' | 'waitsFor' | 'neededBy' | 'problem';
  readonly onTake: () => void;
  readonly onMove: (by: number) => void;
}

const TONES: Readonly<Record<LineProps['tone'], string>> = {
  plain: 'border-l-4 border-l-transparent',
  waitsFor: 'border-l-4 border-l-hand',
  neededBy: 'border-l-4 border-l-again',
  problem: 'border-l-4 border-l-out',
};

/** A check as a line that is dragged by its handle, or moved by Alt and the arrows. */
function Line({ check, number, inHand, tone, onTake, onMove }: LineProps): ReactElement {
  const { attributes, listeners, setNodeRef, transform, transition, isDragging } = useSortable({
    id: check.id,
  });
  const keys = (event: KeyboardEvent): void => {
    if (!event.altKey || (event.key !== 'ArrowUp' && event.key !== 'ArrowDown')) return;
    event.preventDefault();
    const line = event.currentTarget as HTMLElement;
    onMove(event.key === 'ArrowUp' ? -1 : 1);
    // A line that is put elsewhere loses the focus, and the next press would go nowhere.
    requestAnimationFrame(() => line.focus());
  };
  return (
    <li
      ref={setNodeRef}
      style={{ transform: CSS.Translate.toString(transform), transition: transition ?? undefined }}
      className={`flex items-stretch border-b border-rule-2 ${inHand ? 'bg-margin' : 'bg-sheet'} ${isDragging ? 'relative z-10 outline-2 outline-hand' : ''} ${TONES[tone]}`}
    >
      <button
        type="button"
        className="w-9 shrink-0 cursor-grab touch-none text-ink-3"
        aria-label={`Move ${check.title}`}
        {...attributes}
        {...listeners}
      >
        ⠿
      </button>
      <button
        type="button"
        aria-pressed={inHand}
        data-check={check.id}
        className="grid min-h-10 w-full grid-cols-[28px_minmax(0,1fr)_auto] items-center gap-x-2 py-1 pr-3 text-left max-lg:min-h-14"
        onClick={onTake}
        onKeyDown={keys}
      >
        <span className="text-ink-3">{number}</span>
        <span className="min-w-0">
          <span className="block font-semibold">{check.title}</span>
          <span className="block truncate text-[0.78rem] text-ink-2">{check.challenge}</span>
        </span>
        <span className="text-[0.78rem] whitespace-nowrap text-ink-2">
          {check.subject === 'aircraft' ? '' : `each ${check.subject}, `}
          {check.secondPerson ? 'two people, ' : ''}
          {check.minutes} min
        </span>
      </button>
    </li>
  );
}

/** The checks of a pack, station by station, in the order they are worked. */
export function CheckList({
  pack,
  shown,
  inHand,
  toneOf,
  onTake,
  onChange,
  panel,
}: {
  pack: Pack;
  /** What is opened under the check in hand. */
  panel: ReactNode;
  shown: (check: Check) => boolean;
  inHand: string | undefined;
  toneOf: (id: string) => LineProps['tone'];
  onTake: (id: string) => void;
  onChange: (next: Pack, about: string) => void;
}): ReactElement {
  const sensors = useSensors(
    useSensor(PointerSensor, { activationConstraint: { distance: 4 } }),
    useSensor(KeyboardSensor, { coordinateGetter: sortableKeyboardCoordinates }),
  );
  const stations = [...new Set(pack.checks.map((c) => c.station))];
  const drop = (station: StationId, { active, over }: DragEndEvent): void => {
    if (!over || active.id === over.id) return;
    const own = pack.checks.filter((c) => c.station === station);
    onChange(
      moveCheck(
        pack,
        String(active.id),
        own.findIndex((c) => c.id === over.id),
      ),
      'order',
    );
  };
  return (
    <>
      {stations.map((station) => {
        const own = pack.checks.filter((c) => c.station === station);
        const visible = own.filter(shown);
        if (visible.length === 0) return null;
        return (
          <section key={station} aria-label={STATION_TITLES[station]}>
            <h2 className="border-b-2 border-ink px-[22px] pt-3 pb-1 font-semibold">
              {STATION_TITLES[station]}
              <span className="ml-3 font-normal text-ink-2">
                {own.length} checks, {Math.round(own.reduce((sum, c) => sum + c.minutes, 0))} min
              </span>
            </h2>
            <DndContext
              sensors={sensors}
              collisionDetection={closestCenter}
              onDragEnd={(e) => drop(station, e)}
            >
              <SortableContext items={visible.map((c) => c.id)} strategy={verticalListSortingStrategy}>
                <ol className="px-2">
                  {visible.map((check) => (
                    <Fragment key={check.id}>
                      <Line
                        check={check}
                        number={own.indexOf(check) + 1}
                        inHand={check.id === inHand}
                        tone={toneOf(check.id)}
                        onTake={() => onTake(check.id)}
                        onMove={(by) =>
                          onChange(moveCheck(pack, check.id, own.indexOf(check) + by), `order of ${check.id}`)
                        }
                      />
                      {check.id === inHand ? <li>{panel}</li> : null}
                    </Fragment>
                  ))}
                </ol>
              </SortableContext>
            </DndContext>
          </section>
        );
      })}
    </>
  );
}
