import type { Aircraft } from '../aircraft/aircraft.ts';
import { loadingProblems } from './problems.ts';
import type { LoadingData } from '../aircraft/loading-data.ts';
import { err, ok, type Result } from '../result.ts';
import { reason, type Reason } from '../reasons/reason.ts';
import type { AircraftDescription } from '../aircraft/types.ts';
import { ownMember } from '../own-member.ts';
import { configurationCode, configurationTitle } from '../aircraft/configuration.ts';

/** Everything wrong with a description, each with its place; empty when it is whole. */
export function descriptionProblems(about: AircraftDescription): readonly Reason[] {
  const problems: Reason[] = [];
  const lists = {
    surfaces: about.layout.surfaces,
    propulsors: about.layout.propulsors,
    stores: about.layout.stores,
    equipment: about.equipment,
    options: about.options,
    instruments: about.instruments,
  };
  for (const [list, items] of Object.entries(lists)) {
    const seen = new Set<string>();
    for (const { id } of items) {
      if (seen.has(id)) problems.push(reason('describedTwice', { list, id }));
      seen.add(id);
    }
  }
  for (const option of about.options) {
    const chosen = ownMember(about.chosen, option.id);
    if (chosen === undefined) problems.push(reason('choiceMissing', { option: option.title }));
    else if (!option.choices.some((c) => c.id === chosen))
      problems.push(reason('choiceUnknown', { option: option.title, choice: chosen }));
  }
  for (const id of Object.keys(about.chosen))
    if (!about.options.some((o) => o.id === id)) problems.push(reason('optionUnknownHere', { option: id }));
  if (!about.loading) return problems;
  return [...problems, ...whenProblems(about, about.loading), ...loadingProblems(about.loading)];
}

/** Conditions of the loading on choices that there are not: they would never hold, and nobody would see it. */
function whenProblems(about: AircraftDescription, loading: LoadingData): Reason[] {
  return [...loading.envelopes, ...(loading.configured ?? [])].flatMap(({ title, when }) =>
    Object.entries(when ?? {}).flatMap(([option, choice]) =>
      about.options.some((o) => o.id === option && o.choices.some((c) => c.id === choice))
        ? []
        : [reason('whenUnknown', { thing: title, option, choice })],
    ),
  );
}

/** Systems that the choices made have to do with: what a change of configuration touches. */
function touchedByChoices(about: AircraftDescription): string[] {
  return about.options.flatMap(
    (o) => o.choices.find((c) => c.id === ownMember(about.chosen, o.id))?.touches.slice() ?? [],
  );
}

/**
 * What a campaign has to know of an aircraft, out of its description. Engines are the propulsors that are not
 * driven by another. Errors: every problem of the description at once.
 * Example: a six-rotor machine gives six engines without cylinders, in the order of its layout.
 */
export function aircraftOf(about: AircraftDescription): Result<Aircraft, readonly Reason[]> {
  const problems = descriptionProblems(about);
  if (problems.length > 0) return err(problems);
  const { mark, type, description, family, serial, hours, limitBook, pack, instruments } = about;
  return ok({
    mark,
    type,
    description,
    family,
    serial,
    engines: about.layout.propulsors
      .filter((p) => p.driven !== true)
      .map(({ id, title, cylinders, kind }) => ({ id, title, cylinders, kind })),
    configuration: {
      code: configurationCode(about),
      title: configurationTitle(about),
      touches: [...new Set(['loading', ...touchedByChoices(about)])],
    },
    hours,
    limitBook,
    pack,
    instruments,
    equipment: about.equipment,
    layout: about.layout,
    ...(about.loading ? { loading: loadingInUse(about.loading, about.chosen) } : {}),
  });
}

/** The loading with the envelopes that hold and the things that are aboard with the choices made. */
function loadingInUse(loading: LoadingData, chosen: AircraftDescription['chosen']): LoadingData {
  const holds = (when: LoadingData['envelopes'][number]['when']): boolean =>
    Object.entries(when ?? {}).every(([option, choice]) => ownMember(chosen, option) === choice);
  const { configured } = loading;
  return {
    ...loading,
    envelopes: loading.envelopes.filter((e) => holds(e.when)),
    ...(configured ? { configured: configured.filter((c) => holds(c.when)) } : {}),
  };
}
