import {
  err,
  figuresNamed,
  findUnit,
  linesOf,
  ok,
  type EmergencyCard,
  type EmergencySet,
  type Result,
} from '@kanzel/core';
import { asProven, type ParsedFile } from './parsed-file.ts';
import type { FileProblem } from './problem.ts';

type Raw = Omit<EmergencySet, 'figures' | 'aircraft'> & {
  readonly figures?: EmergencySet['figures'];
  readonly aircraft?: readonly (Partial<EmergencySet['aircraft'][number]> & { readonly type: string })[];
};

/**
 * Compiles a file of emergency cards: no card twice, no figure that is not declared, no figure in a unit nobody knows.
 * All problems at once, each with its place.
 */
export function compileEmergency(file: ParsedFile): Result<EmergencySet, readonly FileProblem[]> {
  const raw = asProven<Raw>(file);
  const problems: FileProblem[] = [];
  const say = (at: readonly (string | number)[], message: string): void =>
    void problems.push(file.problem(at, message));
  const figures = raw.figures ?? {};
  const look = (cards: readonly EmergencyCard[], at: readonly (string | number)[]): void => {
    const seen = new Set<string>();
    cards.forEach((card, i) => {
      if (seen.has(card.id)) say([...at, i, 'id'], `"${card.id}" is there twice`);
      seen.add(card.id);
      for (const name of linesOf(card).flatMap(figuresNamed))
        if (!Object.hasOwn(figures, name)) say([...at, i], `no figure is called "${name}"`);
    });
  };
  look(raw.cards, ['cards']);
  const types = new Set<string>();
  const aircraft = (raw.aircraft ?? []).map((own, i) => {
    const at = ['aircraft', i] as const;
    if (types.has(own.type)) say([...at, 'type'], `"${own.type}" is there twice`);
    types.add(own.type);
    for (const [name, { unit }] of Object.entries(own.figures ?? {})) {
      if (!Object.hasOwn(figures, name)) say([...at, 'figures', name], `no figure is called "${name}"`);
      if (!findUnit(unit)) say([...at, 'figures', name], `"${unit}" is no unit known here`);
    }
    look(own.cards ?? [], [...at, 'cards']);
    (own.without ?? []).forEach((id, w) => {
      if (!raw.cards.some((c) => c.id === id)) say([...at, 'without', w], `no card is called "${id}"`);
    });
    return { ...own, figures: own.figures ?? {} };
  });
  return problems.length > 0
    ? err(problems)
    : ok({
        id: raw.id,
        revision: raw.revision,
        title: raw.title,
        families: raw.families,
        figures,
        cards: raw.cards,
        aircraft,
      });
}
