import { useState, type ReactElement } from 'react';
import { formatFigure, ownMember, unitOf, type Reading, type SheetField } from '@kanzel/core';
import { readMissionTable } from '@kanzel/formats';
import { useCampaign } from '../../station/campaign-context.ts';
import { newest, useMonitor } from '../../sync/monitor-store.ts';
import { Button } from '../../ui/button.tsx';
import { Problem } from '../../ui/field.tsx';
import { Picker } from '../../ui/picker.tsx';
import type { EntryProps } from '../answer-view.ts';
import { candidateOf } from '../candidate.ts';
import { changeDraft, draftOf, useDrafts } from '../drafts.ts';
import { SmallField } from '../figures/small-field.tsx';
import { withMission } from '../mission/desk.ts';
import { PreviewVerdicts } from '../preview-verdicts.tsx';
import { Folded } from '../../ui/folded.tsx';
import { TableFile } from '../table-file.tsx';
import { CircleFromTrack } from './circle-from-track.tsx';
import { LegsFromTrack } from './legs-from-track.tsx';
import { StepsFromLog } from './steps-from-log.tsx';
import { EarlierAdjustments } from './earlier-adjustments.tsx';
import { FlightsOfRecord } from './flights-of-record.tsx';
import { LegsHeard } from './legs-heard.tsx';
import {
  cellName,
  choiceName,
  formOnDesk,
  missionOnDesk,
  rowsOnDesk,
  rowTitle,
  WORKSHEET_FIGURES,
} from './desk.ts';
import { SheetPicture } from './picture.tsx';

/** Whose channel it is, and which. */
function saidBy(live: string): readonly [subject: string, channel: string] {
  const [subject, channel] = live.split('/');
  return channel === undefined ? ['aircraft', live] : [subject ?? '', channel];
}

/** What a vehicle says of a field, as it is now; undefined while it says nothing. */
function heard(field: SheetField, row: number): Reading | undefined {
  const own = field.heard?.(row);
  const value = own
    ? newest(own.subject, own.channel)
    : field.live === undefined
      ? undefined
      : newest(...saidBy(field.live.replace('{row}', String(row))));
  if (value === undefined) return undefined;
  const resolution = STEPS.get(field.unit) ?? 0.1;
  return { value, unit: field.unit, text: formatFigure(value, resolution), resolution, source: 'live' };
}

/** Whether a vehicle says it of every row by itself, as of every cell. */
const ofItsRow = ({ live, heard: of }: SheetField): boolean =>
  of !== undefined || live?.includes('{row}') === true;

/** Steps in which a device says figures, by their unit; a tenth of anything else. */
const STEPS: ReadonlyMap<string, number> = new Map([
  ['V', 0.001],
  ['degC', 1],
  ['rpm', 1],
]);

/** So many columns stand beside one another on a phone. */
const BESIDE = 3;
const STACKED =
  'max-sm:block max-sm:[&_thead]:hidden max-sm:[&_tbody]:block max-sm:[&_tr]:grid max-sm:[&_tr]:grid-cols-2 max-sm:[&_th]:col-span-2 max-sm:[&_td]:block max-sm:[&_tr]:py-2';

/** From so many rows on a sheet is longer than a screen. */
const TALL = 8;

/** Figures in rows under a head; what they come to is drawn as soon as the sheet is whole. */
export function WorksheetEntry({ part, spec, first }: EntryProps<'worksheet'>): ReactElement {
  const view = useCampaign();
  useMonitor((s) => s.tick);
  const drafts = useDrafts((s) => s.drafts);
  const draft = draftOf(drafts, view.id, part.key);
  const [silent, setSilent] = useState<string>();
  const form = formOnDesk(spec, view.index, draft);
  const rows = rowsOnDesk(form, draft);
  const candidate = candidateOf(view.state, view.index, part, draft);
  const answer =
    candidate.ok && candidate.value.answer.kind === 'worksheet' ? candidate.value.answer : undefined;
  const pick = (name: string, value: string): void =>
    changeDraft(view.id, part.key, { picks: { ...draft.picks, [name]: value } });
  /** Takes figures as the vehicle says them now: a column of every row, one of the head, or all of one row. */
  const take = (fields: readonly SheetField[], at: readonly number[]): void => {
    const found = fields.flatMap((f) => at.map((row) => [cellName(row, f.id), heard(f, row)] as const));
    if (found.some(([, reading]) => reading === undefined)) {
      setSilent(`The vehicle says nothing of “${fields[0]?.title.toLowerCase() ?? ''}” just now: type it.`);
      return;
    }
    setSilent(undefined);
    const texts = Object.entries(draft.texts ?? {}).filter(([name]) => !found.some(([n]) => n === name));
    changeDraft(view.id, part.key, {
      texts: Object.fromEntries(texts),
      taken: {
        ...draft.taken,
        ...Object.fromEntries(found.flatMap(([name, reading]) => (reading ? [[name, reading]] : []))),
      },
    });
  };
  const all = Array.from({ length: rows }, (_, i) => i + 1);
  const field = (row: number, { id, unit }: SheetField, focus: boolean, over?: string): ReactElement => {
    const name = cellName(row, id);
    const label = WORKSHEET_FIGURES.label(name, part, view.index);
    return (
      <SmallField
        key={name}
        part={part}
        name={name}
        over={over ?? label.over}
        spoken={row > 0 && form.titles ? `${rowTitle(form, row)}, ${label.over}`.toLowerCase() : label.spoken}
        unit={unit === 'count' ? '' : unitOf(unit).symbol}
        focus={focus}
      />
    );
  };
  const taking = [
    ...form.head.filter((f) => f.live !== undefined).map((f) => ({ f, at: [0] })),
    ...form.columns.filter((f) => f.heard === undefined && ofItsRow(f)).map((f) => ({ f, at: all })),
  ].filter(({ f, at }) => heard(f, at[0] ?? 0) !== undefined);
  // What a monitor of engines says is taken as a whole, at one time; where it is silent the field stays as it is.
  const onMonitor = [
    ...form.head.map((f) => ({ f, row: 0 })),
    ...form.columns.flatMap((f) => all.map((row) => ({ f, row }))),
  ].filter(({ f, row }) => f.heard !== undefined && heard(f, row) !== undefined);
  const takeMonitor = (taken: typeof onMonitor): void => {
    const names = new Set(taken.map(({ f, row }) => cellName(row, f.id)));
    changeDraft(view.id, part.key, {
      texts: Object.fromEntries(Object.entries(draft.texts ?? {}).filter(([name]) => !names.has(name))),
      taken: {
        ...draft.taken,
        ...Object.fromEntries(
          taken.flatMap(({ f, row }) => {
            const reading = heard(f, row);
            return reading ? [[cellName(row, f.id), reading] as const] : [];
          }),
        ),
      },
    });
  };
  // One channel for all rows is taken row by row, each in its own moment.
  const inItsMoment = form.columns.filter((f) => f.live !== undefined && !ofItsRow(f));
  const mission = form.mission ? missionOnDesk(view.state, draft) : undefined;
  const takeMission = (name: string, text: string): void => {
    const table = readMissionTable(text);
    setSilent(table.ok ? undefined : `${name}: ${table.error.join(' ')}`);
    if (table.ok) changeDraft(view.id, part.key, withMission(draft, 'planned', name, table.value));
  };
  // A long sheet that the monitor fills is read by what it comes to; its rows are folded away behind that.
  const tall = onMonitor.length > 0 && rows > TALL;
  const told = form.head.filter((f) => f.heard !== undefined);
  const asked = tall ? form.head.filter((f) => f.heard === undefined) : form.head;
  // More columns than a phone is wide stand below one another there.
  const wide = form.columns.length > BESIDE;
  const table =
    form.columns.length === 0 ? null : (
      <table className={`mt-1 max-lg:[&_input]:min-h-14 ${wide ? STACKED : 'max-sm:[&_input]:w-14'}`}>
        <thead>
          <tr className="cap text-left">
            <th />
            {form.columns.map((f) => (
              <th key={f.id} className="pr-6 font-normal max-sm:pr-1">
                {f.title}
              </th>
            ))}
          </tr>
        </thead>
        <tbody>
          {all.map((row) => (
            <tr key={row} className="border-b border-rule-2">
              <th className="py-0.5 pr-5 text-left font-semibold whitespace-nowrap max-sm:pr-2">
                {rowTitle(form, row)}
              </th>
              {form.columns.map((f, k) => (
                <td key={f.id} className="pr-6 max-sm:pr-1">
                  {wide ? <span className="cap sm:hidden">{f.title}</span> : null}
                  {field(row, f, first && form.head.length === 0 && row === 1 && k === 0, '')}
                </td>
              ))}
              {!tall && onMonitor.some((m) => m.row === row) ? (
                <td>
                  <Button onClick={() => takeMonitor(onMonitor.filter((m) => m.row === row))}>
                    {`Take ${rowTitle(form, row).toLowerCase()}`}
                  </Button>
                </td>
              ) : null}
              {inItsMoment.some((f) => heard(f, row) !== undefined) ? (
                <td>
                  <Button
                    onClick={() => take(inItsMoment, [row])}
                  >{`Take ${rowTitle(form, row).toLowerCase()}`}</Button>
                </td>
              ) : null}
            </tr>
          ))}
        </tbody>
      </table>
    );
  return (
    <div>
      {form.choices.length + form.head.length === 0 ? null : (
        <div className="flex flex-wrap items-end gap-x-6 gap-y-1 pb-2">
          {form.choices.map(({ id, title, options }) => (
            <Picker
              key={id}
              className="w-56 max-sm:w-full"
              label={title}
              value={ownMember(draft.picks, choiceName(id)) ?? ''}
              options={options}
              onChange={(option) => pick(choiceName(id), option)}
            />
          ))}
          {asked.map((f, i) => field(0, f, first && i === 0))}
        </div>
      )}
      {taking.length === 0 ? null : (
        <div className="flex flex-wrap gap-2 pb-2">
          {taking.map(({ f, at }) => (
            <Button key={f.id} onClick={() => take([f], at)}>
              {`${f.title}: take from the vehicle`}
            </Button>
          ))}
        </div>
      )}
      {!tall ? null : (
        <div className="pb-2">
          <Button onClick={() => takeMonitor(onMonitor)}>Take all {onMonitor.length} from the monitor</Button>
        </div>
      )}
      <Problem>{silent}</Problem>
      {tall ? (
        <Folded title={`Row by row, ${form.columns.length} × ${rows} figures`}>
          <div className="flex flex-wrap items-end gap-x-6 gap-y-1 pb-2">
            {told.map((f) => field(0, f, false))}
          </div>
          {table}
        </Folded>
      ) : (
        table
      )}
      {form.titles === undefined && rows < form.most ? (
        <div className="flex min-h-11 items-center">
          <Button kind="quiet" onClick={() => pick('rows', String(rows + 1))}>
            {`One more ${form.row.toLowerCase()}`}
          </Button>
        </div>
      ) : null}
      {mission ? (
        <div className="flex flex-wrap items-center gap-x-4 py-1">
          <span>
            {mission.ok
              ? `Mission “${mission.value.name}”, ${mission.value.points.length} points.`
              : view.say(mission.error)}
          </span>
          <TableFile words={mission.ok ? 'Another file' : 'Its file'} onText={takeMission} />
        </div>
      ) : null}
      {spec.sheet === 'adjustment' ? <EarlierAdjustments part={part} /> : null}
      {spec.sheet === 'test-phase' ? <FlightsOfRecord part={part} /> : null}
      {spec.sheet === 'circle' ? <CircleFromTrack part={part} /> : null}
      {spec.sheet === 'mode-response' ? <StepsFromLog part={part} /> : null}
      {spec.sheet === 'airspeed' || spec.sheet === 'airspeed-table' ? (
        <>
          <LegsHeard part={part} />
          <LegsFromTrack part={part} />
        </>
      ) : null}
      <PreviewVerdicts part={part} draft={draft} />
      {answer ? <SheetPicture spec={spec} answer={answer} /> : null}
    </div>
  );
}
