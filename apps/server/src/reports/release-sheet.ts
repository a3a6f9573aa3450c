import {
  closestToALimit,
  deferralInWords,
  describeAnswer,
  formatFigure,
  makeSentences,
  marginFigure,
  MARK_WORDS,
  sayDay,
  sayInstant,
  namesOf,
  narrowingInWords,
  outsideScope,
  releaseMeaning,
  ROLE_TITLES,
  sayFindingStands,
  STATION_TITLES,
  verdictFigure,
  type BasisIndex,
  type CampaignState,
  type CampaignStatus,
  type FindingState,
} from '@kanzel/core';
import type { Content, TableCell } from 'pdfmake';
import { block } from './printable.ts';

/** What the sheet is printed from: the record, its derived status, and people's names. */
export interface SheetSource {
  readonly state: CampaignState;
  readonly status: CampaignStatus;
  readonly index: BasisIndex;
  readonly people: ReadonlyMap<string, string>;
  readonly printedAt: string;
}

const head = (text: string): Content => ({ text, style: 'head' });
const table = (widths: (string | number)[], rows: TableCell[][]): Content => ({
  table: { widths, headerRows: 1, body: rows },
  layout: 'ruled',
  margin: [0, 0, 0, 8],
});
const heading = (...texts: string[]): TableCell[] => texts.map((text) => ({ text, style: 'small' }));

function closest(source: SheetSource): Content[] {
  const { status, index } = source;
  const names = namesOf(index);
  const parts = closestToALimit(status, 12);
  if (parts.length === 0) return [];
  const rows = parts.map((p): TableCell[] => {
    const [verdict] = p.verdicts;
    const title = verdict?.limit ? index.limits.get(verdict.limit)?.source : undefined;
    return [
      names.part(p.key),
      MARK_WORDS[p.mark],
      {
        text: verdictFigure(verdict) ?? p.reasons.map(makeSentences(names).say).join(' '),
        alignment: 'right',
      },
      { text: marginFigure(verdict) ?? '', alignment: 'right' },
      {
        text: title ? `${title.document} ${title.revision}${title.place ? `, ${title.place}` : ''}` : '',
        style: 'small',
      },
    ];
  });
  return [
    head('Closest to a limit'),
    table(['*', 80, 70, 60, 130], [heading('Check', 'Verdict', 'Reading', 'Margin', 'Source'), ...rows]),
  ];
}

function findingLine(source: SheetSource, finding: FindingState): TableCell[] {
  const actions = finding.actions.flatMap((id) => source.state.actions.get(id) ?? []);
  const done = actions
    .map(
      (a) =>
        `${a.done.what}${a.done.measure ? ` (${a.done.measure})` : ''}${a.inspection ? `, inspected by ${source.people.get(a.inspection.by) ?? a.inspection.by}` : ''}`,
    )
    .join('; ');
  const { assessed, closed } = finding;
  const how = sayFindingStands(finding, source.state);
  const deferral =
    assessed?.severity === 'deferred' && !closed
      ? [assessed.conditions, deferralInWords(assessed)].filter(Boolean).join(', ')
      : '';
  const narrowed =
    assessed?.narrows && !closed
      ? narrowingInWords(assessed.narrows, (id) => source.index.checks.get(id)?.title ?? id)
      : '';
  return [finding.raised.title, [done, deferral, narrowed].filter(Boolean).join('. '), how];
}

function findings(source: SheetSource): Content[] {
  const all = [...source.state.findings.values()];
  if (all.length === 0) return [head('Findings'), { text: 'None were raised.', margin: [0, 0, 0, 8] }];
  return [
    head('Findings'),
    table(
      [170, '*', 70],
      [
        heading('Found', 'Done, or what holds until it is', 'State'),
        ...all.map((f) => findingLine(source, f)),
      ],
    ),
  ];
}

function repeated(source: SheetSource): Content[] {
  const actions = [...source.state.actions.values()];
  const lines = actions.flatMap((a) => {
    const touched = source.index
      .reachOf(a.done.touches)
      .filter((r) => source.state.parts.get(r.part)?.history.some((h) => h.seq < a.done.seq));
    const again = touched.filter(
      (r) =>
        source.status.parts.get(r.part)?.answer !== undefined &&
        (source.status.parts.get(r.part)?.answer?.seq ?? 0) > a.done.seq,
    );
    return touched.length === 0
      ? []
      : [
          `“${a.done.what}”, ${sayInstant(a.done.at)}: ${touched.length} answers lost their standing, ${again.length} were given again.`,
        ];
  });
  return lines.length === 0 ? [] : [head('Done again after an action'), { ul: lines, margin: [0, 0, 0, 8] }];
}

function evidence(source: SheetSource): Content[] {
  const { status, index, people } = source;
  const names = namesOf(index);
  return status.stations
    .filter((s) => s.total > 0)
    .map((s): Content => {
      const rows = s.checks.flatMap((c) =>
        c.parts
          .filter((p) => !p.outside)
          .map((p): TableCell[] => {
            const answer = p.answer?.answer;
            const text =
              p.answer?.answer === null
                ? `Not applicable: ${p.answer.notApplicable ?? ''}`
                : answer
                  ? describeAnswer(index, c.check.id, answer)
                  : '';
            const by = p.answer
              ? `${people.get(p.answer.by) ?? p.answer.by}${p.answer.witness ? `, seen by ${people.get(p.answer.witness.by) ?? ''}` : ''}, ${sayInstant(p.answer.at)}`
              : '';
            return [
              names.part(p.key),
              verdictFigure(p.verdicts[0]) ?? text,
              MARK_WORDS[p.mark],
              { text: by, style: 'small' },
            ];
          }),
      );
      return {
        stack: [
          head(`${STATION_TITLES[s.station]}, ${s.done} of ${s.total}`),
          table([190, '*', 80, 120], [heading('Check', 'Answer', 'Verdict', 'By, UTC'), ...rows]),
        ],
      };
    });
}

/** What somebody looked at again who had done it, where the pack allows that: told, since no other eye saw it. */
function ownLooks(source: SheetSource): Content[] {
  const names = namesOf(source.index);
  const looked = [...source.status.parts.values()].flatMap(({ key, answer }) =>
    answer?.witness && answer.witness.by === answer.by ? [names.part(key)] : [],
  );
  const inspected = [...source.state.actions.values()].flatMap(({ done, inspection }) =>
    inspection && inspection.by === done.by ? [done.what] : [],
  );
  const all = [...looked, ...inspected];
  if (all.length === 0) return [];
  return [
    head('Looked at again by whoever did it'),
    {
      text: `No second person saw these; ${source.index.basis.pack.ownWork?.hours ?? 0} hours or more lay between: ${all.join(', ')}.`,
      margin: [0, 0, 0, 8],
    },
  ];
}

function overrides(source: SheetSource): Content[] {
  const { overrides: all } = source.state;
  if (all.length === 0) return [];
  return [
    head('Overridden'),
    {
      ul: all.map(
        (o) =>
          `Gate ${o.gate}, ${o.condition}: ${o.reason} (${source.people.get(o.by) ?? o.by}, ${sayInstant(o.at)})`,
      ),
      margin: [0, 0, 0, 8],
    },
  ];
}

/** What did not have to be proven, and on what that rests: a thin net has to be seen by whoever signs. */
function scope(source: SheetSource): Content[] {
  const { state, index } = source;
  const settled = state.scope;
  if (!settled) return [];
  const names = namesOf(index);
  const outside = [...settled.items].filter(([key]) => outsideScope(state, key) !== undefined);
  const left = new Map(
    outside.flatMap(([key, item]) =>
      item.verdict === 'leftOut' ? [[index.parts.get(key)?.check.title ?? key, item.reason] as const] : [],
    ),
  );
  const earlier = new Map<string, number>();
  for (const [, item] of outside)
    if (item.verdict === 'rests') {
      const title = `“${item.on.title}”, ${sayDay(item.on.at)}`;
      earlier.set(title, (earlier.get(title) ?? 0) + 1);
    }
  const untouched = outside.filter(([, item]) => item.verdict === 'untouched');
  return [
    head('Scope'),
    {
      text: `Settled by ${source.people.get(settled.by) ?? settled.by}, ${sayInstant(settled.at)}: ${settled.items.size - outside.length} of ${settled.items.size} parts of the pack were to be proven.`,
    },
    {
      ul: [
        ...[...left].map(([title, why]) => ({ text: `Left out: ${title}. ${why}`, bold: true })),
        ...[...earlier].map(([title, n]) => `${n} rest on ${title}`),
        ...(untouched.length > 0
          ? [
              `${untouched.length} not touched by this work, without evidence here: ${untouched.map(([key]) => names.part(key)).join(', ')}`,
            ]
          : []),
      ],
      margin: [0, 2, 0, 8],
    },
  ];
}

/** Every move to another revision or configuration: whoever signs has to know what was judged by what, and when. */
function moves(source: SheetSource): Content[] {
  const { moves: all } = source.state;
  if (all.length === 0) return [];
  const name = (n: (typeof all)[number]['from']): string =>
    `pack ${n.packRevision}, limit book ${n.limitBookRevision}, configuration ${n.configuration}`;
  return [
    {
      ul: all.map(
        (m) =>
          `Moved on ${sayInstant(m.at)} by ${source.people.get(m.by) ?? m.by} from ${name(m.from)} to ${name(m.to)}: ${m.reason}`,
      ),
      margin: [0, 2, 0, 0],
    },
  ];
}

function signature(source: SheetSource): Content[] {
  const { release } = source.state;
  const say = makeSentences(namesOf(source.index)).say;
  if (release) {
    return [
      {
        text:
          source.state.opened?.occasion === 'ground-run'
            ? 'Ground run carried out; no release for flight'
            : 'Released to service',
        style: 'title',
      },
      { text: release.meaning, margin: [0, 2, 0, 2] },
      ...(release.statement ? [block({ text: release.statement, margin: [0, 0, 0, 2] })] : []),
      {
        text: `Signed by ${source.people.get(release.by) ?? release.by}, ${ROLE_TITLES[release.role].toLowerCase()}, ${sayInstant(release.at)}, with a fresh passphrase, over record ${release.snapshot.slice(0, 16)}.`,
        bold: true,
        margin: [0, 0, 0, 8],
      },
    ];
  }
  const gate = source.status.gates.find((g) => g.gate.before === 'release');
  const holdings = gate?.holdings.map((h) => say(h.reason)) ?? [];
  return [
    { text: 'Not released: nobody has signed', style: 'title', color: '#B01E2B' },
    holdings.length > 0
      ? { ul: holdings, margin: [0, 2, 0, 8] }
      : { text: 'Only the signature is missing.', margin: [0, 2, 0, 8] },
  ];
}

/** The body of the release sheet, overrides first, printed from the record alone. */
export function releaseSheet(source: SheetSource): Content[] {
  const { aircraft, limitBook, pack } = source.index.basis;
  const { opened } = source.state;
  return [
    ...overrides(source),
    ...ownLooks(source),
    {
      columns: [
        { text: aircraft.mark, style: 'mark', width: 'auto' },
        {
          stack: [
            { text: `${aircraft.type}, ${aircraft.description}` },
            {
              text: `Serial ${aircraft.serial} · configuration ${aircraft.configuration.code}, ${aircraft.configuration.title} · ${formatFigure(aircraft.hours, 0.1)} h`,
              style: 'small',
            },
          ],
          margin: [14, 3, 0, 0],
        },
      ],
    },
    { text: opened?.title ?? '', margin: [0, 6, 0, 6], bold: true },
    ...signature(source),
    ...(opened && opened.workItems.length > 0
      ? [head('Work'), block({ ul: [...opened.workItems], margin: [0, 0, 0, 8] })]
      : []),
    ...scope(source),
    ...closest(source),
    ...findings(source),
    ...repeated(source),
    ...evidence(source),
    head('Held against'),
    {
      text: `${limitBook.title}, revision ${limitBook.revision}, approved by ${limitBook.approvedBy} on ${limitBook.approvedOn}. Check pack “${pack.title}”, revision ${pack.revision}.`,
    },
    ...moves(source),
    {
      text: `Record of ${source.state.count} entries, head ${source.state.head}. The record file that goes with this sheet can be verified by anyone: npm run verify FILE.`,
      style: 'small',
      margin: [0, 4, 0, 0],
    },
    {
      text: source.state.release
        ? ''
        : `What a certifying person would say: ${releaseMeaning(opened?.occasion)}`,
      style: 'small',
      margin: [0, 4, 0, 0],
    },
    {
      text: 'Kanzel gathers evidence and does arithmetic; a licensed person decides.',
      style: 'small',
      margin: [0, 4, 0, 0],
    },
  ];
}
