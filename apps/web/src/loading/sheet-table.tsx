import type { ReactElement, ReactNode } from 'react';
import {
  ownMember,
  formatFigure,
  heaviestOf,
  shownSteps,
  type BasisIndex,
  type LoadingData,
  type LoadingSheet,
  type SheetRow,
} from '@kanzel/core';
import type { PartDraft } from '../answers/desk.ts';
import { FigureCell } from '../ui/figure-cell.tsx';

const LINE =
  'grid grid-cols-[minmax(7rem,1fr)_5.8rem_5.8rem] items-center gap-x-2 border-b border-rule-2 min-h-8 py-px';

/** A bay with the pack that is chosen for it, and its arm. */
function BayLine({
  data,
  bay: b,
  chosen,
  massOf,
  onPick,
  children,
}: {
  data: LoadingData;
  bay: LoadingData['bays'][number];
  /** Empty: no pack. */
  chosen: string;
  massOf: (pack: LoadingData['packs'][number]) => string;
  onPick: (pack: string) => void;
  children: ReactNode;
}): ReactElement {
  const pack = data.packs.find((p) => p.id === chosen);
  return (
    <div className={LINE}>
      <select
        aria-label={`Pack in ${b.title.toLowerCase()}`}
        value={chosen}
        onChange={(e) => onPick(e.target.value)}
        className="h-7 max-lg:h-14 min-w-0 border-0 border-b-2 border-hand bg-transparent font-semibold"
      >
        {b.packs.map((id) => (
          <option key={id} value={id}>
            {data.packs.find((p) => p.id === id)?.title ?? id}
          </option>
        ))}
        <option value="">No pack</option>
      </select>
      <span className="pr-1 text-right font-semibold">{pack ? massOf(pack) : '0'}</span>
      {children}
    </div>
  );
}

/** A total that follows from the lines above it. */
function TotalLine({ row: r, mass, arm }: { row: SheetRow; mass: string; arm: string }): ReactElement {
  return (
    <div className={`${LINE} font-semibold`}>
      <span>
        {r.title}
        {r.chord === undefined ? null : (
          <span className="font-normal text-ink-2"> {formatFigure(r.chord, 0.1)} % of chord</span>
        )}
      </span>
      <span className="pr-1 text-right">{mass}</span>
      <span className="pr-1 text-right">{arm}</span>
    </div>
  );
}

/** What can be typed on a sheet, line by line, and the totals that follow from it. */
export function SheetTable({
  index,
  data,
  base,
  draft,
  rows,
  wrong,
  put,
  pick,
}: {
  index: BasisIndex;
  data: LoadingData;
  /** What counts where nothing is typed. */
  base: LoadingSheet;
  draft: PartDraft;
  rows: readonly SheetRow[];
  wrong: (key: string) => boolean;
  put: (key: string, text: string) => void;
  pick: (key: string, value: string) => void;
}): ReactElement {
  const { units } = data;
  const steps = shownSteps(units, heaviestOf(data));
  const figure = (value: number, unit: string): string =>
    formatFigure(value, unit === units.mass ? steps.mass : unit === units.arm ? steps.arm : steps.volume);
  const cell = (key: string, label: string, before: string): ReactElement => (
    <FigureCell
      label={label}
      text={ownMember(draft.texts, key)}
      before={before}
      wrong={wrong(key)}
      onChange={(t) => put(key, t)}
    />
  );
  const arm = (
    id: string,
    title: string,
    usual: number,
    own: number | undefined,
    movable: boolean,
  ): ReactElement =>
    movable ? (
      cell(`arm ${id}`, `${title}, arm in ${units.arm}`, figure(own ?? usual, units.arm))
    ) : (
      <span className="pr-1 text-right text-ink-2">{figure(usual, units.arm)}</span>
    );
  const empty = base.empty;
  const report = index.basis.aircraft.loading?.report;
  return (
    <div role="group" aria-label="Loading sheet">
      <div className={`${LINE} cap`}>
        <span>Item</span>
        <span className="text-right">{units.mass}</span>
        <span className="text-right">arm {units.arm}</span>
      </div>
      <div className={LINE}>
        <span>
          Empty, {empty.source === 'weighing' ? 'as weighed' : `report ${report?.number ?? empty.from}`}
        </span>
        <span className="pr-1 text-right font-semibold">{figure(empty.mass, units.mass)}</span>
        <span className="pr-1 text-right text-ink-2">{figure(empty.arm, units.arm)}</span>
      </div>
      {(data.configured ?? []).map((own) => (
        <div key={own.id} className={LINE}>
          <span>{own.title}</span>
          <span className="pr-1 text-right font-semibold">{figure(own.mass, units.mass)}</span>
          <span className="pr-1 text-right text-ink-2">{figure(own.arm, units.arm)}</span>
        </div>
      ))}
      {data.stations.map((s) => {
        const own = base.lines.find((l) => l.station === s.id);
        return (
          <div key={s.id} className={LINE}>
            <span>{s.title}</span>
            {cell(
              `mass ${s.id}`,
              `${s.title}, mass in ${units.mass}`,
              figure(own?.mass ?? s.usual, units.mass),
            )}
            {arm(s.id, s.title, s.arm, own?.arm, s.travel !== undefined)}
          </div>
        );
      })}
      {data.bays.map((b) => {
        const own = base.packs.find((p) => p.bay === b.id);
        return (
          <BayLine
            key={b.id}
            data={data}
            bay={b}
            chosen={ownMember(draft.picks, `pack ${b.id}`) ?? own?.pack ?? ''}
            massOf={(pack) => figure(pack.mass, units.mass)}
            onPick={(value) => pick(`pack ${b.id}`, value)}
          >
            {arm(b.id, b.title, b.arm, own?.arm, b.travel !== undefined)}
          </BayLine>
        );
      })}
      {data.tanks.map((t) => (
        <div key={t.id} className={LINE}>
          <span>
            {t.title}, {units.volume}
          </span>
          {cell(
            `fuel ${t.id}`,
            `${t.title}, ${units.volume}`,
            figure(ownMember(base.fuel, t.id) ?? 0, units.volume),
          )}
          <span className="pr-1 text-right text-ink-2">of {figure(t.usable, units.volume)}</span>
        </div>
      ))}
      {data.tanks.length > 0 ? (
        <div className={LINE}>
          <span>Used until landing, {units.volume}</span>
          {cell('used', `Fuel used until landing, ${units.volume}`, figure(base.used, units.volume))}
          <span />
        </div>
      ) : null}
      {rows
        .filter((r) => r.kind === 'total')
        .map((r) => (
          <TotalLine key={r.title} row={r} mass={figure(r.mass, units.mass)} arm={figure(r.arm, units.arm)} />
        ))}
    </div>
  );
}
