import {
  err,
  HEADING_SOURCE_IDS,
  NORTHS,
  ok,
  ownMember,
  readQuantity,
  reason,
  wantsDeclination,
  type HeadingReference,
  type HeadingSource,
  type North,
} from '@kanzel/core';
import type { AnswerDesk, DeskFigures, DeskRoom } from '../answer-desk.ts';
import type { PartDraft } from '../desk.ts';
import { figure } from '../figures/typed.ts';

/** The references by the names of their fields. */
export const REFERENCES = ['first', 'second'] as const;
export type ReferenceName = (typeof REFERENCES)[number];

/** Which north a figure on the desk is counted from, where somebody has said it. */
export function northOnDesk(draft: PartDraft, name: 'own' | ReferenceName): North | undefined {
  const said = ownMember(draft.picks, `${name} north`);
  return NORTHS.find((n) => n === said);
}

/** What a reference on the desk is, where somebody has said it. */
export function sourceOnDesk(draft: PartDraft, name: ReferenceName): HeadingSource | undefined {
  const said = ownMember(draft.picks, `${name} source`);
  return HEADING_SOURCE_IDS.find((s) => s === said);
}

/** Whether the figures on the desk count from two norths. */
export function mixesNorths(draft: PartDraft): boolean {
  const said = (['own', ...REFERENCES] as const).flatMap((n) => northOnDesk(draft, n) ?? []);
  return new Set(said).size === 2;
}

/** The heading, two references, and the declination where norths are mixed. */
export const HEADING_FIGURES: DeskFigures = {
  names: () => ['own', ...REFERENCES, 'declination'],
  label: (name) =>
    name === 'own'
      ? { over: 'Shown', spoken: 'heading shown' }
      : name === 'declination'
        ? { over: 'Declination, east plus', spoken: 'declination' }
        : { over: name === 'first' ? 'First reference' : 'Second reference', spoken: `${name} reference` },
  // What is missing is said by what it is of.
  lacking: () => [],
};

const lacks = (what: string) => err(reason('headingLacks', { what }));

function readReference(room: DeskRoom<'heading'>, draft: PartDraft, name: ReferenceName) {
  const said = name === 'first' ? 'first reference' : 'second reference';
  const [source, north] = [sourceOnDesk(draft, name), northOnDesk(draft, name)];
  const one = figure(room.index, room.part, draft, name);
  if (!one.ok) return one.error.code === 'noFigure' ? lacks(`The ${said}`) : one;
  if (source === undefined) return lacks(`What the ${said} is`);
  if (north === undefined) return lacks(`The north of the ${said}`);
  return ok<HeadingReference>({ source, north, reading: one.value });
}

/** The heading shown, against two references. */
export const HEADING_DESK: AnswerDesk<'heading'> = {
  title: 'A heading against two references',
  begin: () => ({ kind: 'heading', unit: 'deg', resolution: 1, plausible: { low: 0, high: 360 } }),
  figures: HEADING_FIGURES,
  answer: (room, draft) => {
    const own = figure(room.index, room.part, draft, 'own');
    if (!own.ok) return own;
    const north = northOnDesk(draft, 'own');
    if (north === undefined) return lacks('The north of the heading shown');
    const references: HeadingReference[] = [];
    for (const name of REFERENCES) {
      const one = readReference(room, draft, name);
      if (!one.ok) return one;
      references.push(one.value);
    }
    if (references[0]?.source === references[1]?.source) return err(reason('headingOneSource'));
    const answer = { kind: 'heading', own: own.value, north, references } as const;
    if (!wantsDeclination(answer)) return ok(answer);
    const text = ownMember(draft.texts, 'declination')?.trim() ?? '';
    if (text === '') return lacks('The declination of this place');
    const declination = readQuantity(text, 'deg-angle');
    return declination.ok
      ? ok({ ...answer, declination: { ...declination.value, source: 'typed' as const } })
      : declination;
  },
  typeAgain: {
    on: ['correction'],
    draft: ({ own, north, references, declination }) => ({
      texts: {
        own: own.text,
        ...Object.fromEntries(REFERENCES.map((n, i) => [n, references[i]?.reading.text ?? ''])),
        ...(declination ? { declination: declination.text } : {}),
      },
      picks: {
        'own north': north,
        ...Object.fromEntries(
          REFERENCES.flatMap((n, i) => [
            [`${n} north`, references[i]?.north ?? ''],
            [`${n} source`, references[i]?.source ?? ''],
          ]),
        ),
      },
    }),
  },
};
