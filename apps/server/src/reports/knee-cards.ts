import {
  sideBySide,
  ownMember,
  flightNarrowings,
  ASSEMBLY_WORDS,
  formatFigure,
  limitInWords,
  locksOf,
  MARKED_LOCKS,
  namesOf,
  narrowingInWords,
  STATION_TITLES,
  senseOutputs,
  sheetForm,
  sheetRoom,
  stepsOf,
  stirredUp,
  travelOutputs,
  travelPointInWords,
  unitOf,
  WAY_TITLES,
  type BasisIndex,
  type CampaignState,
  type Check,
  type OrderStep,
  type PlanNow,
  type WayQuestion,
} from '@kanzel/core';
import type { Content } from 'pdfmake';
import { block } from './printable.ts';

/** What cards are printed from. */
export interface CardSource {
  readonly state: CampaignState;
  readonly index: BasisIndex;
  readonly plan: PlanNow;
}

/** Boxes to write in, each with what goes in it: the order in which they are typed in afterwards. */
function boxes(labels: readonly string[], unit: string): Content {
  const perRow = labels.length > 4 ? 6 : 4;
  const rows: string[][] = [];
  for (let i = 0; i < labels.length; i += perRow) rows.push(labels.slice(i, i + perRow));
  return {
    stack: rows.map((row) => ({
      table: {
        widths: row.map(() => 62),
        heights: 26,
        body: [
          row.map((label) => ({
            text: `${label}${label && unit ? ' ' : ''}${unit}`,
            fontSize: 7,
            color: '#46545F',
          })),
        ],
      },
      layout: 'boxes',
      margin: [0, 3, 0, 0],
    })),
  };
}

/** Two squares to tick, for one subject. */
function yesNo(subject: string): Content {
  const square = () => ({
    stack: [
      { canvas: [{ type: 'rect' as const, x: 0, y: 1, w: 15, h: 15, lineWidth: 1, lineColor: '#12202E' }] },
    ],
    width: 20,
  });
  return {
    columns: [
      ...(subject ? [{ text: subject, width: 74 } as Content] : []),
      square(),
      { text: 'yes', width: 34 },
      square(),
      { text: 'no', width: 34 },
    ],
    margin: [0, 4, 0, 0],
  };
}

/** The boxes of one check: one for each figure, per engine and cylinder, in the order of the screen. */
function answerBoxes(index: BasisIndex, check: Check): Content {
  const { engines } = index.basis.aircraft;
  const { subject } = namesOf(index);
  const subjects =
    check.subject === 'aircraft'
      ? ['']
      : (index.partsOfCheck.get(check.id) ?? []).map((p) => subject(p.subject));
  const { answer } = check;
  switch (answer.kind) {
    case 'reading':
      return boxes(
        subjects,
        answer.directions
          ? `${answer.unit}, ${answer.directions.plus} or ${answer.directions.minus}`
          : answer.unit,
      );
    case 'count':
    case 'series':
      return boxes(subjects, answer.unit);
    case 'drop':
      return boxes(
        subjects.flatMap((s) => [`${s} before`.trim(), `${s} after`.trim()]),
        answer.unit,
      );
    case 'cylinders':
      return boxes(
        (check.subject === 'engine' ? engines : engines.slice(0, 1)).flatMap((e) =>
          Array.from(
            { length: e.cylinders },
            (_, i) => `${engines.length > 1 ? `${e.title.charAt(0)} ` : ''}${i + 1}`,
          ),
        ),
        answer.unit,
      );
    case 'side-by-side':
      return boxes(
        sideBySide(index, answer).map((m) => m.title),
        answer.unit,
      );
    case 'heading':
      return boxes(['shown', 'first reference', 'from', 'second reference', 'from', 'declination'], '°');
    case 'flow':
      return boxes(
        [
          ...(answer.attitude === undefined ? [] : ['nose, °']),
          'can reads to, L',
          ...Array.from({ length: answer.runs }, (_, i) => [`run ${i + 1}, L`, 's']).flat(),
        ],
        '',
      );
    case 'sphere':
      return boxes(['left, %', 'hard iron, mG'], '');
    case 'worksheet': {
      const form = sheetForm(sheetRoom(answer, index, { chosen: [] }));
      const rows = form.titles ?? Array.from({ length: form.fewest }, (_, i) => `${form.row} ${i + 1}`);
      return boxes(
        [
          ...form.choices.map((c) => c.title),
          ...form.head.map((f) => `${f.title}, ${unitOf(f.unit).symbol}`),
          ...rows.flatMap((row) => form.columns.map((f) => `${row}, ${f.title}, ${unitOf(f.unit).symbol}`)),
        ],
        '',
      );
    }
    case 'swing':
      return boxes(
        Array.from({ length: answer.points }, (_, i) => [
          `${i + 1} set`,
          'shown',
          ...(answer.electrics === undefined ? [] : ['electrics off']),
        ]).flat(),
        '°',
      );
    case 'roll':
      return boxes(
        answer.calls.map((c) => c.title),
        's',
      );
    case 'samples':
      return boxes(
        answer.drains.flatMap((d) => answer.after.map((_, i) => `${d.title}, round ${i + 1}`)),
        '',
      );
    case 'choice':
      return { text: answer.options.map((o) => `[  ] ${o.text}`).join('     '), margin: [0, 3, 0, 0] };
    case 'timer':
      return boxes(['from', 'to'], '');
    case 'weighing':
      return answer.method === 'hand'
        ? boxes(['tail drops', 'nose drops', 'on the scale'], '')
        : boxes(
            (index.basis.aircraft.loading?.weighing.points ?? []).map((p) => p.title.toLowerCase()),
            index.basis.aircraft.loading?.units.mass ?? 'kg',
          );
    case 'loading':
      return boxes(['take-off mass', 'centre', 'landing mass', 'centre'], '');
    case 'document':
      return boxes(['number', 'last day'], '');
    case 'plate':
      return boxes(['serial', 'configuration'], '');
    case 'text':
      return { text: `${'_'.repeat(46)}\n${'_'.repeat(46)}`, margin: [0, 6, 0, 0], color: '#CFCFC4' };
    case 'photo':
      return { text: answer.views.map((v) => `[  ] ${v}`).join('     '), margin: [0, 3, 0, 0] };
    case 'locks':
      return {
        stack: locksOf(answer.locks, index).map((lock) => ({
          text: `[  ] seen   [  ] felt   ${MARKED_LOCKS.includes(lock.form) ? '[  ] mark   ' : ''}${lock.title}`,
          margin: [0, 2, 0, 0],
        })),
      };
    case 'assembly':
      return {
        stack: answer.parts.map((part) => ({
          text: `${stepsOf(part)
            .map((s) => `[  ] ${ASSEMBLY_WORDS[s].title.toLowerCase()}   `)
            .join('')}${part.title}`,
          margin: [0, 2, 0, 0],
        })),
      };
    case 'sense':
      return {
        stack: senseOutputs(index, answer).map((output) => ({
          text: `[  ] ${output.words.plus.toLowerCase()}   [  ] still   [  ] ${output.words.minus.toLowerCase()}   ${output.title}`,
          margin: [0, 2, 0, 0],
        })),
      };
    case 'positions':
      return {
        stack: answer.steps.map((step) => ({
          text: `${answer.seen.map((s) => `[  ] ${s.text.toLowerCase()}   `).join('')}${step.position}`,
          margin: [0, 2, 0, 0],
        })),
      };
    case 'travel':
      return {
        stack: travelOutputs(index, answer).map((output) =>
          boxes(
            answer.takes.map((p) => `${output.title}, ${travelPointInWords(output, p).toLowerCase()}`),
            unitOf(answer.in).symbol,
          ),
        ),
      };
    case 'tally':
      return { stack: answer.listed.map((what) => boxes([`${what}, out`, 'in'], '')) };
    case 'confirm':
    case 'mission':
    case 'parameters':
    case 'trail':
    case 'signatures':
    case 'equipment':
    case 'computed':
      return { stack: subjects.map(yesNo) };
  }
}

function limitLine(index: BasisIndex, check: Check): string {
  return check.limits
    .flatMap((key) => index.limits.get(key) ?? [])
    .map((l) => `${l.title}: ${limitInWords(l)}`)
    .join('. ');
}

function checkBlock(source: CardSource, check: Check, number: number): Content {
  const { index } = source;
  const { setting } = check;
  const limits = limitLine(index, check);
  return {
    unbreakable: true,
    margin: [0, 0, 0, 9],
    columns: [
      { text: String(number), width: 24, style: 'challenge' },
      {
        stack: [
          { text: check.challenge, style: 'challenge' },
          {
            text: [
              check.response,
              ...(setting ? [`at ${formatFigure(setting.value, 1)} ${setting.unit}`] : []),
              check.where,
              check.secondPerson ? `${check.who}, and a second person` : check.who,
            ].join(' · '),
            style: 'small',
          },
          ...(limits ? [block({ text: limits, style: 'small' })] : []),
          ...(check.cautions.length > 0 ? [block({ text: check.cautions.join(' '), style: 'stop' })] : []),
          answerBoxes(index, check),
        ],
      },
    ],
  };
}

function stepBlock(source: CardSource, step: OrderStep, number: () => number): Content[] {
  const { index } = source;
  const names = namesOf(index);
  if (step.kind === 'gate') {
    const gate = index.basis.pack.gates.find((g) => g.id === step.gate);
    return [
      {
        text: `Gate: ${gate?.title ?? step.gate}     passed by ____________  at ______`,
        style: 'challenge',
        margin: [0, 4, 0, 10],
      },
    ];
  }
  if (step.kind === 'state') {
    if (step.by !== undefined) return [];
    const [state = '', subject = ''] = step.key.split('@');
    const title = index.states.get(state)?.title ?? state;
    const whose = subject === 'aircraft' ? '' : `, ${names.subject(subject).toLowerCase()}`;
    return [{ text: `${title}${whose}: ${step.from} to ${step.to}`, bold: true, margin: [24, 0, 0, 8] }];
  }
  const check = index.checks.get(step.task);
  return check ? [checkBlock(source, check, number())] : [];
}

/** Cards of the ground work, in the order of the plan; each station begins on a front. */
export function groundCards(source: CardSource): Content[] {
  const { index, plan } = source;
  let counted = 0;
  const content: Content[] = [];
  let station: string | undefined;
  for (const step of plan.steps) {
    const check = step.kind === 'check' ? index.checks.get(step.task) : undefined;
    if (check?.station === 'flight' && plan.flights.length > 0) continue;
    if (check && check.station !== station) {
      station = check.station;
      content.push({
        text: STATION_TITLES[check.station],
        style: 'title',
        margin: [0, content.length > 0 ? 10 : 0, 0, 6],
      });
    }
    content.push(...stepBlock(source, step, () => (counted += 1)));
  }
  return content;
}

/** A card for each flight: what is flown in which order, how it is entered, watched and stopped, what it burns. */
export function flightCards(source: CardSource): Content[] {
  const { index, plan, state } = source;
  const budget = state.plan?.flights?.budget;
  if (!budget) return [];
  const way = (question: WayQuestion): string | undefined => {
    const chosen = state.ways?.ways[question];
    return chosen
      ? `${WAY_TITLES[question].question}: ${ownMember(WAY_TITLES[question].choices, chosen.choice) ?? chosen.choice}`
      : undefined;
  };
  return plan.flights.flatMap(({ flown, checks }, i): Content[] => [
    {
      text: `Flight ${i + 1} of ${plan.flights.length}`,
      style: 'title',
      ...(i > 0 ? { pageBreak: 'before' as const } : {}),
    },
    {
      text: `${Math.ceil(flown.minutes)} min · burns ${formatFigure(flown.burn, 0.1)} ${budget.unit} of ${formatFigure(budget.usable, 0.1)}, reserve ${formatFigure(budget.reserve, 0.1)} · above the reserve ${formatFigure(flown.margin, 0.1)} ${budget.unit}`,
      margin: [0, 0, 0, 2],
    },
    ...(i === 0
      ? [
          block({
            text: [way('reach'), way('first-take-off'), way('stall'), way('landing-flap'), way('fairings')]
              .filter(Boolean)
              .join(' · '),
            style: 'small',
            margin: [0, 0, 0, 6],
          }),
        ]
      : []),
    ...flightNarrowings(state).map(({ title, narrows }): Content => ({
      text: `Open: ${title}. ${narrowingInWords(narrows, (id) => index.checks.get(id)?.title ?? id)}.`,
      bold: true,
      margin: [0, 0, 0, 4],
    })),
    ...stirredUp(state, index).map(({ seen, drain, opened }): Content => ({
      text: `Stirred up: ${seen} at ${drain.toLowerCase()}. Until “${index.checks.get(opened)?.title ?? opened}”: watch pressure and flow, a field within reach.`,
      bold: true,
      margin: [0, 0, 0, 4],
    })),
    ...checks.flatMap((id, at): Content[] => {
      const check = index.checks.get(id);
      const leg = flown.legs[at];
      if (!check || !leg) return [];
      const { point } = check;
      return [
        {
          unbreakable: true,
          margin: [0, 4, 0, 6],
          stack: [
            {
              text: `${at + 1}  ${check.challenge}`,
              style: 'challenge',
            },
            {
              text: `${leg.height > 0 ? `${Math.round(leg.height)} m above the field · ` : ''}${(point?.configuration ?? 'clean').replace(/-/g, ' ')} · ${Math.ceil(leg.minutes)} min · ${formatFigure(leg.burn, 0.1)} ${budget.unit}`,
              style: 'small',
            },
            ...(point ? [block({ text: `Begin: ${point.entry}` })] : []),
            ...(limitLine(index, check) ? [block({ text: `Watch: ${limitLine(index, check)}` })] : []),
            ...(point ? [block({ text: `Stop: ${point.stop}`, style: 'stop' })] : []),
            answerBoxes(index, check),
          ],
        },
      ];
    }),
  ]);
}
