import { formatWithUnit } from '../quantity/format.ts';
import type { CardLine, CardOfAircraft, EmergencyCard, EmergencySet } from './types.ts';
import { ownMember } from '../own-member.ts';

/** The figures that a line of a card names. Example: "Glide at {best-glide}." names "best-glide". */
export function figuresNamed(line: string): readonly string[] {
  return [...line.matchAll(/\{([^{}]*)\}/g)].map((m) => m[1] ?? '');
}

/** Every line of a card that may name figures. */
export function linesOf(card: EmergencyCard): readonly string[] {
  return [card.when, ...card.steps, ...(card.never === undefined ? [] : [card.never])];
}

function cardFor(set: EmergencySet, type: string, card: EmergencyCard): CardOfAircraft {
  const figures = set.aircraft.find((a) => a.type === type)?.figures ?? {};
  const line = (text: string): CardLine => ({
    text: text.replace(/\{([^{}]*)\}/g, (_, name: string) => {
      const figure = ownMember(figures, name);
      return figure ? formatWithUnit(figure) : '—';
    }),
    missing: figuresNamed(text)
      .filter((name) => !ownMember(figures, name))
      .map((name) => ownMember(set.figures, name) ?? name),
  });
  const { id, title, phase, when, steps, never } = card;
  return {
    id,
    title,
    phase,
    when: line(when),
    steps: steps.map(line),
    ...(never === undefined ? {} : { never: line(never) }),
  };
}

/**
 * The emergency cards of one aircraft: those of its family, or the aircraft's own in their place, with its own figures.
 * A figure that nobody has given is a dash and is named as missing; it is never taken from another type.
 * `sets` are those of the library; of several for one family all count, in their order, and the first card of an id.
 * Empty for a family that has none. Example: the step "Glide at {best-glide}." of a tug is "Glide at 58 kt."
 */
export function cardsOf(
  sets: readonly EmergencySet[],
  aircraft: { readonly family: string; readonly type: string },
): readonly CardOfAircraft[] {
  const found = new Map<string, CardOfAircraft>();
  for (const set of sets) {
    if (!set.families.includes(aircraft.family)) continue;
    const own = set.aircraft.find((a) => a.type === aircraft.type);
    const special = new Map((own?.cards ?? []).map((c) => [c.id, c]));
    const cards = [
      ...set.cards.map((card) => special.get(card.id) ?? card),
      ...[...special.values()].filter((card) => !set.cards.some((c) => c.id === card.id)),
    ];
    for (const card of cards)
      if (!found.has(card.id) && !own?.without?.includes(card.id))
        found.set(card.id, cardFor(set, aircraft.type, card));
  }
  return [...found.values()];
}
