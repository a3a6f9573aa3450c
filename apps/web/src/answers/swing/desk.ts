import {
  err,
  HEADING_SOURCE_IDS,
  NORTHS,
  ok,
  ownMember,
  readQuantity,
  reason,
  swingOf,
  type HeadingSource,
  type North,
  type Reading,
  type Reason,
  type Result,
  type SwungPoint,
} from '@kanzel/core';
import type { AnswerDesk, DeskFigures, SpecOf } from '../answer-desk.ts';
import type { PartDraft } from '../desk.ts';

/** More headings than these are no swing but a survey. */
export const MOST_HEADINGS = 36;

/** How many rows there are: as many as the check asks for, and those that were added. */
export function rowsOnDesk({ points }: SpecOf<'swing'>, draft: PartDraft): number {
  const added = Number(ownMember(draft.picks, 'rows') ?? 0);
  return Math.min(MOST_HEADINGS, Math.max(points, Number.isInteger(added) ? added : 0));
}

/** Where a row is to be set, round the circle; beyond what the check asks for it is free. */
export const setOf = ({ points }: SpecOf<'swing'>, row: number): number | undefined =>
  row <= points ? Math.round((360 * (row - 1)) / points) : undefined;

/** What the aircraft is set by, and which north that counts from. */
export function sourceOnDesk(draft: PartDraft): HeadingSource | undefined {
  const said = ownMember(draft.picks, 'source');
  return HEADING_SOURCE_IDS.find((s) => s === said);
}
export const northOnDesk = (draft: PartDraft): North | undefined =>
  NORTHS.find((n) => n === ownMember(draft.picks, 'north'));

/** What is read of one heading. */
export const readsOf = ({ electrics }: SpecOf<'swing'>): readonly ('reference' | 'shown' | 'off')[] =>
  electrics === undefined ? ['reference', 'shown'] : ['reference', 'shown', 'off'];

const TITLES = { reference: 'It points to', shown: 'It shows', off: 'Electrics off' } as const;

const typed = (draft: PartDraft, name: string): string => ownMember(draft.texts, name)?.trim() ?? '';

function read(draft: PartDraft, name: string, unit: string, what: string): Result<Reading, Reason> {
  const text = typed(draft, name);
  if (text === '') return err(reason('headingLacks', { what }));
  const quantity = readQuantity(text, unit);
  return quantity.ok ? ok({ ...quantity.value, source: 'typed' as const }) : quantity;
}

/** One heading on the desk; nothing where nobody has begun it. */
function pointOnDesk(
  spec: SpecOf<'swing'>,
  draft: PartDraft,
  row: number,
): Result<SwungPoint | undefined, Reason> {
  const names = readsOf(spec);
  if (names.every((n) => typed(draft, `${n} ${row}`) === '')) return ok(undefined);
  const found: Partial<Record<'reference' | 'shown' | 'off', Reading>> = {};
  for (const name of names) {
    const one = read(draft, `${name} ${row}`, 'deg', `Heading ${row}, ${TITLES[name].toLowerCase()}`);
    if (!one.ok) return one;
    found[name] = one.value;
  }
  const { reference, shown, off } = found;
  return ok(reference && shown ? { reference, shown, ...(off ? { off } : {}) } : undefined);
}

/** Where it points and what it shows, heading by heading. */
export const SWING_FIGURES: DeskFigures = {
  names: ({ check: { answer: spec } }) =>
    spec.kind === 'swing'
      ? Array.from({ length: spec.points }, (_, i) => readsOf(spec).map((n) => `${n} ${i + 1}`)).flat()
      : [],
  label: (name) => {
    const [what = '', row = ''] = name.split(' ');
    if (what === 'declination') return { over: 'Declination, east plus', spoken: 'declination' };
    const over = what === 'reference' || what === 'off' ? TITLES[what] : TITLES.shown;
    return { over, spoken: `heading ${row}, ${over.toLowerCase()}` };
  },
  // What is missing is said by its heading.
  lacking: () => [],
};

/** A compass swung. */
export const SWING_DESK: AnswerDesk<'swing'> = {
  title: 'A swing of the compass',
  begin: () => ({ kind: 'swing', points: 8 }),
  figures: SWING_FIGURES,
  answer: ({ spec }, draft) => {
    const points: SwungPoint[] = [];
    for (let row = 1; row <= rowsOnDesk(spec, draft); row += 1) {
      const point = pointOnDesk(spec, draft, row);
      if (!point.ok) return point;
      if (point.value) points.push(point.value);
    }
    if (points.length === 0) return err(reason('notAnswered'));
    const source = sourceOnDesk(draft);
    if (source === undefined) return err(reason('headingLacks', { what: 'What it was set by' }));
    const north = northOnDesk(draft);
    if (north === undefined) return err(reason('headingLacks', { what: 'The north of the headings' }));
    const declination =
      north === 'true' ? read(draft, 'declination', 'deg-angle', 'The declination of this place') : undefined;
    if (declination && !declination.ok) return declination;
    if (points.length < spec.points) return err(reason('swingMore', { left: spec.points - points.length }));
    const answer = {
      kind: 'swing',
      source,
      north,
      ...(declination ? { declination: declination.value } : {}),
      points,
    } as const;
    const swing = swingOf(answer);
    return swing.ok ? ok(answer) : swing;
  },
  typeAgain: {
    on: ['correction'],
    draft: ({ source, north, declination, points }) => ({
      texts: {
        ...(declination ? { declination: declination.text } : {}),
        ...Object.fromEntries(
          points.flatMap((p, i): (readonly [string, string])[] => [
            [`reference ${i + 1}`, p.reference.text],
            [`shown ${i + 1}`, p.shown.text],
            ...(p.off ? [[`off ${i + 1}`, p.off.text] as const] : []),
          ]),
        ),
      },
      picks: { source, north, rows: String(points.length) },
    }),
  },
};
