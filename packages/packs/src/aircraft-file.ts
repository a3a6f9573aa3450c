import {
  aircraftOf,
  err,
  FAMILY_IDS,
  meaningsOf,
  layoutFor,
  makeSentences,
  ok,
  type Aircraft,
  type AircraftDescription,
  type Family,
  type Place,
  type Result,
  type SystemTree,
} from '@kanzel/core';
import { asProven, type ParsedFile } from './parsed-file.ts';
import type { FileProblem } from './problem.ts';

interface Version1 {
  readonly family: string;
  readonly engines: readonly { readonly id: string; readonly title: string; readonly cylinders: number }[];
  readonly configuration: { readonly code: string; readonly title: string };
}

const SIDE_BY_SIDE: readonly Place[] = ['left-wing', 'right-wing', 'left-wing-outer', 'right-wing-outer'];

/**
 * Brings an aircraft file of version 1 to version 2: the layout of its family with the engines it names, and its
 * configuration as the only choice of one option. Members that version 1 did not know are left empty.
 */
export function aircraftFrom1(value: Record<string, unknown>): Record<string, unknown> {
  const { engines, configuration, family, ...rest } = value as unknown as Version1 & Record<string, unknown>;
  const known = FAMILY_IDS.find((f) => f === family);
  const template = layoutFor(known ?? 'piston-single');
  const like = template.propulsors.find((p) => p.driven !== true);
  const same = template.propulsors.filter((p) => p.driven !== true).length === engines.length;
  const propulsors = engines.map((engine, i) => ({
    ...(same ? template.propulsors[i] : like),
    kind: like?.kind ?? 'piston',
    place:
      (same ? template.propulsors[i]?.place : engines.length === 1 ? 'nose' : SIDE_BY_SIDE[i]) ?? 'centre',
    diameter: like?.diameter ?? 1,
    ...engine,
  }));
  return {
    ...rest,
    family,
    version: 2,
    revision: 1,
    layout: {
      ...template,
      propulsors: [...propulsors, ...template.propulsors.filter((p) => p.driven === true)],
    },
    equipment: [],
    options: [
      {
        id: 'configuration',
        title: 'Configuration',
        choices: [{ id: 'as-filed', title: configuration.title, touches: [] }],
      },
    ],
    chosen: { configuration: 'as-filed' },
  };
}

/** The description in an aircraft file, and what campaigns need of it; all problems at once. */
export function compileAircraft(
  file: ParsedFile,
  systems?: SystemTree,
): Result<{ description: AircraftDescription; aircraft: Aircraft }, readonly FileProblem[]> {
  const {
    format: _format,
    version: _version,
    ...description
  } = asProven<AircraftDescription & { readonly format: string; readonly version: number }>(file);
  const { say } = makeSentences({ part: String, subject: String, thing: String });
  if (!FAMILY_IDS.includes(description.family as Family))
    return err([file.problem(['family'], `must be one of ${FAMILY_IDS.join(', ')}`)]);
  const unknown = systems ? unknownSystems(description, systems, file) : [];
  if (unknown.length > 0) return err(unknown);
  const made = aircraftOf(description);
  return made.ok
    ? ok({ description, aircraft: made.value })
    : err(made.error.map((why) => file.problem([], say(why))));
}

/** What equipment and choices touch under a name that the tree of systems does not know, or of a thing that is not there. */
function unknownSystems(about: AircraftDescription, systems: SystemTree, file: ParsedFile): FileProblem[] {
  const lists = [
    ...about.equipment.map((e, i) => [['equipment', i, 'touches'], e.touches] as const),
    ...about.options.flatMap((o, i) =>
      o.choices.map((c, j) => [['options', i, 'choices', j, 'touches'], c.touches] as const),
    ),
  ];
  const { surfaces, propulsors, stores } = about.layout;
  const there = new Set(['*', ...[...surfaces, ...propulsors, ...stores].map((t) => t.id)]);
  return lists.flatMap(([at, touches]) =>
    touches.flatMap((name, k) => {
      const meanings = meaningsOf(systems, name);
      const say = (message: string): FileProblem[] => [file.problem([...at, k], message)];
      if (meanings.length === 0) return say(`no system is called "${name}"`);
      if (meanings.some((m) => m.things.every((t) => there.has(t)))) return [];
      const missing = meanings.flatMap((m) => m.things).find((t) => !there.has(t));
      return say(`"${name}": this aircraft has no "${missing ?? ''}"`);
    }),
  );
}

/** A description as a file. Compiling it gives the same description again. */
export function documentOfAircraft(description: AircraftDescription): Record<string, unknown> {
  return { format: 'kanzel-aircraft', version: 2, ...description };
}
