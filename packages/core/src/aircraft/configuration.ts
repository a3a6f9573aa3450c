import { hashOf } from '../canonical/hash.ts';
import type { AircraftDescription } from './types.ts';
import { ownMember } from '../own-member.ts';

/** Letters and digits that cannot be taken for each other when read aloud or copied by hand. */
const ALPHABET = '0123456789ABCDEFGHJKMNPQRSTVWXYZ';

/**
 * The code of a configuration: five characters that change whenever anything that matters changes: family,
 * layout, equipment with its numbers, or the choice of any option. Hours, words,
 * limit book, pack and instruments do not matter: they have revisions and dates of their own. One set-up has one code, whatever order its lists are in.
 * Example: the same aircraft on wheels and on floats has two codes; back on wheels it has the first again.
 */
export function configurationCode(about: AircraftDescription): string {
  const byId = <T extends { readonly id: string }>(list: readonly T[]): T[] =>
    [...list].sort((a, b) => (a.id < b.id ? -1 : 1));
  const { layout } = about;
  const matters = {
    family: about.family,
    type: about.type,
    serial: about.serial,
    layout: {
      ...layout,
      surfaces: byId(layout.surfaces),
      propulsors: byId(layout.propulsors),
      stores: byId(layout.stores),
    },
    equipment: byId(about.equipment).map(({ id, partNumber, serial }) => ({ id, partNumber, serial })),
    chosen: about.chosen,
  };
  const hash = hashOf(matters);
  return [0, 2, 4, 6, 8].map((at) => ALPHABET[parseInt(hash.slice(at, at + 2), 16) % 32]).join('');
}

/** The choices in words, in the order of the options. Example: "wheels, two seats". */
export function configurationTitle(about: AircraftDescription): string {
  const words = about.options.map(
    (o) =>
      o.choices.find((c) => c.id === ownMember(about.chosen, o.id))?.title ??
      ownMember(about.chosen, o.id) ??
      '',
  );
  return words.filter((w) => w !== '').join(', ') || 'as described';
}
