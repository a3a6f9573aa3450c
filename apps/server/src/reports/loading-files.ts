import {
  drawLoading,
  formatFigure,
  heaviestOf,
  keptSheet,
  makeSentences,
  sayInstant,
  MARK_WORDS,
  namesOf,
  pictureNames,
  sheetRows,
  sheetStanding,
  shownSteps,
  type BasisIndex,
  type CampaignState,
  type CampaignStatus,
  type LoadingData,
  type LoadingPicture,
  type LoadingSheet,
  type SheetRow,
} from '@kanzel/core';
import { writeTable } from '@kanzel/formats';
import type { Content, TableCell } from 'pdfmake';

/** What the loading files are written from. */
export interface LoadingSource {
  readonly state: CampaignState;
  readonly status: CampaignStatus;
  readonly index: BasisIndex;
  readonly data: LoadingData;
  readonly sheet: LoadingSheet;
  readonly key: string;
  readonly at: string;
  readonly people: ReadonlyMap<string, string>;
}

/** The sheet that was kept last, or nothing when none was, or nobody described the loading. */
export function loadingSource(
  state: CampaignState,
  status: CampaignStatus,
  index: BasisIndex,
  people: ReadonlyMap<string, string>,
): LoadingSource | undefined {
  const data = index.basis.aircraft.loading;
  const kept = keptSheet(state);
  return data && kept ? { state, status, index, data, people, ...kept } : undefined;
}

function rowsOf(source: LoadingSource): readonly SheetRow[] {
  return sheetRows(source.data, source.sheet, sheetStanding(source.data, source.sheet));
}

/** The sheet as a table for a spreadsheet: plain figures with a point, units in the headings. */
export function loadingTable(source: LoadingSource): string {
  const { mass, arm } = source.data.units;
  const plain = (value: number | undefined, digits: number): string => value?.toFixed(digits) ?? '';
  return writeTable(
    ['Line', 'Item', `Mass ${mass}`, `Arm ${arm}`, `Moment ${mass}·${arm}`, `Lateral ${arm}`, '% of chord'],
    rowsOf(source).map((r) => [
      r.kind,
      r.title,
      plain(r.mass, 2),
      plain(r.arm, 1),
      plain(r.moment, 1),
      plain(r.lateral, 1),
      plain(r.chord, 2),
    ]),
  );
}

/** The sheet as data: what was typed, what follows from it, and what is said of it. */
export function loadingJson(source: LoadingSource): unknown {
  const { state, index, sheet, data, at, key } = source;
  const { say } = makeSentences(namesOf(index));
  const standing = sheetStanding(data, sheet);
  const { mark, serial, configuration } = index.basis.aircraft;
  return {
    format: 'kanzel-loading',
    version: 1,
    aircraft: { mark, serial, configuration: configuration.code },
    record: state.head,
    keptAt: at,
    units: data.units,
    datum: data.datum,
    sheet,
    rows: rowsOf(source),
    margin: standing?.margin,
    verdicts: (source.status.parts.get(key)?.verdicts ?? []).map((v) => ({
      state: v.state,
      says: say(v.reason),
    })),
  };
}

const escape = (text: string): string =>
  text.replace(/&/g, '&amp;').replace(/</g, '&lt;').replace(/>/g, '&gt;').replace(/"/g, '&quot;');

/** The picture as SVG for paper: black, one grey, and the state of the track told by shape as well. */
export function pictureAsSvg(picture: LoadingPicture, data: LoadingData): string {
  const { frame, width, height } = picture;
  const steps = shownSteps(data.units, heaviestOf(data));
  const path = (spots: readonly { x: number; y: number }[]): string =>
    spots.map((s, i) => `${i === 0 ? 'M' : 'L'}${s.x.toFixed(1)} ${s.y.toFixed(1)}`).join(' ');
  const text = (x: number, y: number, words: string, anchor = 'middle'): string =>
    `<text x="${x.toFixed(1)}" y="${y.toFixed(1)}" font-size="9" text-anchor="${anchor}" font-family="Archivo" fill="#12202E">${escape(words)}</text>`;
  const grid = [
    ...picture.arms.map(
      (t) =>
        `<path d="M${t.x} ${frame.top} L${t.x} ${frame.bottom}" stroke="#CFCFC4" stroke-width="0.5"/>${text(t.x, frame.bottom + 12, formatFigure(t.value, steps.arm))}`,
    ),
    ...picture.masses.map(
      (t) =>
        `<path d="M${frame.left} ${t.y} L${frame.right} ${t.y}" stroke="#CFCFC4" stroke-width="0.5"/>${text(frame.left - 4, t.y + 3, formatFigure(t.value, t.value % 1 === 0 ? 1 : steps.mass), 'end')}`,
    ),
  ];
  const envelopes = picture.envelopes.map((e) => {
    const [first] = e.corners.slice().sort((p, q) => p.y - q.y || p.x - q.x);
    // One alone needs no name; of several each has it above its first upper corner.
    const name = picture.envelopes.length > 1 && first ? text(first.x, first.y - 5, e.title, 'start') : '';
    return `<path d="${path(e.corners)} Z" fill="none" stroke="#12202E" stroke-width="1.6"/>${name}`;
  });
  const tracks = picture.tracks.flatMap((t) => [
    `<path d="${path(t.line)}" fill="none" stroke="#12202E" stroke-width="1.2" stroke-dasharray="3 2"/>`,
    ...t.points.flatMap((p) => [
      `<ellipse cx="${p.x}" cy="${p.y}" rx="${Math.max(p.radiusX, 1)}" ry="${Math.max(p.radiusY, 1)}" transform="rotate(${p.turn} ${p.x} ${p.y})" fill="none" stroke="#46545F" stroke-width="0.6"/>`,
      `<circle cx="${p.x}" cy="${p.y}" r="${p.name ? 2.6 : 1.6}" fill="#12202E"/>`,
    ]),
    ...(t.worst
      ? [
          `<path d="M${t.worst.x - 5} ${t.worst.y - 5} l10 10 m0 -10 l-10 10" stroke="#B01E2B" stroke-width="1.8" fill="none"/>`,
        ]
      : []),
  ]);
  const names = pictureNames(data, picture, 5).map((n) => text(n.x, n.y, n.name, n.anchor));
  return `<svg xmlns="http://www.w3.org/2000/svg" viewBox="0 0 ${width} ${height}" width="${width}" height="${height}">${[...grid, ...envelopes, ...tracks, ...names].join('')}${text((frame.left + frame.right) / 2, height - 6, `centre of gravity, ${data.units.arm} behind the datum: ${data.datum}`)}</svg>`;
}

/** The loading sheet on paper: for a signature, and to be carried in the aircraft. */
export function loadingPages(source: LoadingSource): Content[] {
  const { state, status, index, data, sheet, key, at, people } = source;
  const { say } = makeSentences(namesOf(index));
  const { mark, type, serial, configuration } = index.basis.aircraft;
  const part = status.parts.get(key);
  const { mass, arm } = data.units;
  const steps = shownSteps(data.units, heaviestOf(data));
  const cell = (value: number, step: number, bold: boolean): TableCell => ({
    text: formatFigure(value, step),
    alignment: 'right',
    bold,
  });
  const rows = rowsOf(source).map((r): TableCell[] => [
    { text: r.title, bold: r.kind === 'total' },
    cell(r.mass, steps.mass, r.kind === 'total'),
    cell(r.arm, steps.arm, r.kind === 'total'),
    { text: formatFigure(r.moment, 1), alignment: 'right' },
    { text: r.chord === undefined ? '' : formatFigure(r.chord, 0.1), alignment: 'right' },
  ]);
  const heads = ['Item', mass, `arm ${arm}`, `moment ${mass}·${arm}`, '% of chord'].map(
    (text, i): TableCell => ({ text, style: 'small', alignment: i === 0 ? 'left' : 'right' }),
  );
  const standing = sheetStanding(data, sheet);
  const by = people.get(part?.answer?.by ?? '') ?? '';
  const from =
    sheet.empty.source === 'weighing' ? 'the weighing of this campaign' : `report ${sheet.empty.from}`;
  const line = (words: string): Content => ({
    columns: [
      { text: words, width: 130 },
      { text: '_'.repeat(46), width: '*' },
      { text: 'on ______________', width: 110 },
    ],
    margin: [0, 12, 0, 0],
  });
  return [
    { text: mark, style: 'mark' },
    { text: `Loading sheet: ${type}, serial ${serial}, configuration ${configuration.code}`, style: 'title' },
    { text: state.opened?.title ?? '', margin: [0, 0, 0, 8] },
    {
      text: `${MARK_WORDS[part?.mark ?? 'notStarted']}. ${(part?.reasons ?? []).map(say).join(' ')}`,
      bold: true,
      fontSize: 11,
      margin: [0, 0, 0, 4],
    },
    ...(part?.verdicts ?? []).slice(1).map((v): Content => ({ text: say(v.reason), style: 'small' })),
    {
      table: { widths: ['*', 55, 55, 90, 60], headerRows: 1, body: [heads, ...rows] },
      layout: 'ruled',
      margin: [0, 8, 0, 6],
    },
    {
      text: `Empty aircraft from ${from}. Kept by ${by}, ${sayInstant(at)}.`,
      style: 'small',
    },
    {
      svg: pictureAsSvg(drawLoading(data, sheet, standing, { width: 500, height: 270 }), data),
      margin: [0, 6, 0, 0],
    },
    line('Loaded as above by'),
    line('Looked at by the pilot'),
  ];
}
