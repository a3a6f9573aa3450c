import {
  cylinderInWords,
  describeAnswer,
  formatFigure,
  limitInWords,
  makeSentences,
  marginFigure,
  MARK_WORDS,
  namesOf,
  ownMember,
  patternInWords,
  plugsOf,
  sayInstant,
  standingAnswer,
  unitOf,
  verdictFigure,
  WHOLE_AIRCRAFT,
  type AnswerRecord,
  type Part,
  type PartAnswer,
  type PartStatus,
} from '@kanzel/core';
import type { Content, TableCell } from 'pdfmake';
import { block } from './printable.ts';
import type { SheetSource } from './release-sheet.ts';
import { cylinderStrips, overlaidTraces } from './run-drawings.ts';

const head = (text: string): Content => ({ text, style: 'head' });
const heading = (...texts: string[]): TableCell[] => texts.map((text) => ({ text, style: 'small' }));

/** The answer that a part had before the one that stands: of the run before the work, or before it was repeated. */
export function runBefore(source: SheetSource, key: string): AnswerRecord | undefined {
  const own = source.state.parts.get(key);
  const standing = standingAnswer(own);
  return own?.history.filter((h) => h.answer !== null && standing && h.seq < standing.seq).at(-1);
}

/** A figure of an answer as rows show it: that which its limit is held against, or its words. */
function figureOf({ index }: SheetSource, part: Part, record: AnswerRecord): string {
  return (
    verdictFigure(record.verdicts[0]) ??
    (record.answer
      ? describeAnswer(index, part.check.id, record.answer)
      : `Not applicable: ${record.notApplicable ?? ''}`)
  );
}

/** What an earlier campaign had for the same limit on the same engine; undefined where there is none. */
function pastOf({ index }: SheetSource, part: Part): string | undefined {
  for (const key of part.check.limits) {
    const last = ownMember(index.basis.past ?? {}, `${key}@${part.subject}`)?.at(-1);
    if (last)
      return `${formatFigure(last.value, index.limits.get(key)?.unit === 'V' ? 0.1 : 1)} ${unitOf(last.unit).symbol}, earlier campaign`;
  }
  return undefined;
}

/** What a part had before, in this campaign or in an earlier one; empty where there is nothing. */
function beforeOf(source: SheetSource, part: Part): string {
  const before = runBefore(source, part.key);
  return before ? figureOf(source, part, before) : (pastOf(source, part) ?? '');
}

function row(source: SheetSource, status: PartStatus, compared: boolean): TableCell[] {
  const { index, people } = source;
  const part = index.parts.get(status.key);
  const record = status.answer;
  if (!part || !record) return [];
  const [verdict] = status.verdicts;
  const limit = verdict?.limit === undefined ? undefined : index.limits.get(verdict.limit);
  const who = [record.by, ...(record.witness ? [record.witness.by] : [])]
    .map((id) => people.get(id) ?? id)
    .join(', seen by ');
  return [
    part.check.title,
    { text: figureOf(source, part, record), alignment: 'right' },
    { text: limit ? limitInWords(limit) : '', style: 'small' },
    { text: marginFigure(verdict) ?? '', alignment: 'right' },
    { text: MARK_WORDS[status.mark], bold: status.mark !== 'within' },
    ...(compared ? [{ text: beforeOf(source, part), style: 'small' }] : []),
    { text: `${who}, ${sayInstant(record.at)}`, style: 'small' },
  ];
}

/** What the cylinders say by name, and their strips. */
function cylinders(source: SheetSource, subject: string): Content[] {
  const { index, state, status } = source;
  const answerTo = (key: string): PartAnswer | undefined =>
    status.parts.get(key)?.mark === 'again'
      ? undefined
      : (standingAnswer(state.parts.get(key))?.answer ?? undefined);
  return [...index.parts.values()].flatMap((part): Content[] => {
    const answer = part.subject === subject ? answerTo(part.key) : undefined;
    if (answer?.kind !== 'cylinders') return [];
    const found = plugsOf(index, part, answer.readings, answerTo);
    const says = found?.says.ok ? found.says.value : undefined;
    const before = found && answerTo(found.both);
    const words = says
      ? [
          ...[patternInWords(says, found?.ignition ?? '')].filter((w) => w !== undefined),
          ...says.cylinders.map((c) => cylinderInWords(c, found?.ignition ?? '')),
        ]
      : [];
    return [
      {
        stack: [
          { text: part.check.title, style: 'small' },
          {
            svg: cylinderStrips(
              answer.readings,
              before?.kind === 'cylinders' ? before.readings : {},
              new Set((says?.cylinders ?? []).map((c) => String(c.cylinder))),
            ),
          },
          ...words.map((text) => ({ text, bold: true })),
        ],
        unbreakable: true,
        margin: [0, 0, 0, 6],
      },
    ];
  });
}

/** Recordings, each laid over the one of the run before. */
function traces(source: SheetSource, subject: string): Content[] {
  const { index, state } = source;
  return [...index.parts.values()].flatMap((part): Content[] => {
    const own = part.subject === subject ? state.parts.get(part.key) : undefined;
    const answer = standingAnswer(own)?.answer;
    if (answer?.kind !== 'series') return [];
    const before = runBefore(source, part.key)?.answer;
    const earlier = before?.kind === 'series' ? before.series : undefined;
    const { unit } = answer.series;
    return [
      {
        stack: [
          {
            text: `${part.check.title}, ${unitOf(unit).symbol} over seconds${earlier ? '; dashed: the run before' : ''}`,
            style: 'small',
          },
          { svg: overlaidTraces(answer.series, earlier) },
        ],
        unbreakable: true,
        margin: [0, 0, 0, 6],
      },
    ];
  });
}

/** Whether anything of the run-up was answered. */
export const hasGroundRun = ({ status }: SheetSource): boolean =>
  status.stations.some(
    (s) => s.station === 'run-up' && s.checks.some((c) => c.parts.some((p) => p.answer?.answer)),
  );

/** The ground run on paper: every reading with its limit, its margin and the run before, by engine; cylinders and recordings drawn. */
export function groundRunSheet(source: SheetSource): Content[] {
  const { state, status, index } = source;
  const { aircraft } = index.basis;
  const names = namesOf(index);
  const { say } = makeSentences(names);
  const answered = status.stations
    .filter((s) => s.station === 'run-up')
    .flatMap((s) => s.checks)
    .flatMap((c) => c.parts)
    .filter((p) => p.answer !== undefined);
  const subjects = [...aircraft.engines.map((e) => e.id), WHOLE_AIRCRAFT];
  const open = answered.filter((p) => p.mark !== 'within' && p.mark !== 'notApplicable');
  return [
    { text: `${aircraft.mark} · ground run`, style: 'mark' },
    block({
      text: `${aircraft.type}, ${aircraft.configuration.title} (${aircraft.configuration.code}). ${state.opened?.title ?? ''}`,
      margin: [0, 0, 0, 4],
    }),
    block({
      text:
        open.length === 0
          ? `${answered.length} readings and answers, all within limits.`
          : `${answered.length} readings and answers, ${open.length} of them not plainly within: ${open.map((p) => `${names.part(p.key)} (${MARK_WORDS[p.mark].toLowerCase()}${p.reasons[0] ? `: ${say(p.reasons[0])}` : ''})`).join(' ')}`,
      bold: open.length > 0,
      margin: [0, 0, 0, 8],
    }),
    ...subjects.flatMap((subject): Content[] => {
      const own = answered.filter((p) => index.parts.get(p.key)?.subject === subject);
      const compared = own.some((p) => {
        const part = index.parts.get(p.key);
        return part !== undefined && beforeOf(source, part) !== '';
      });
      const rows = own.map((p) => row(source, p, compared)).filter((cells) => cells.length > 0);
      if (rows.length === 0) return [];
      return [
        head(subject === WHOLE_AIRCRAFT ? 'The whole aircraft' : names.subject(subject)),
        {
          table: {
            widths: ['*', 66, 98, 42, 56, ...(compared ? [66] : []), 80],
            headerRows: 1,
            body: [
              heading(
                'Check',
                'Reading',
                'Limit',
                'Margin',
                'Verdict',
                ...(compared ? ['Run before'] : []),
                'By',
              ),
              ...rows,
            ],
            dontBreakRows: true,
          },
          layout: 'ruled',
          margin: [0, 0, 0, 8],
        },
        ...cylinders(source, subject),
        ...traces(source, subject),
      ];
    }),
  ];
}
