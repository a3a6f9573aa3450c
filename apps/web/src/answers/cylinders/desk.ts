import { ok, type Reading } from '@kanzel/core';
import type { AnswerDesk, DeskFigures } from '../answer-desk.ts';
import { figure } from '../figures/typed.ts';

/** A field for every cylinder of the engine that the part is of. */
export const CYLINDER_FIGURES: DeskFigures = {
  names: (part, index) => {
    const engine = index.basis.aircraft.engines.find((e) => e.id === part.subject);
    return Array.from({ length: engine?.cylinders ?? 0 }, (_, i) => String(i + 1));
  },
  label: (name) => ({ over: `Cyl. ${name}`, spoken: `cylinder ${name}` }),
  lacking: (names) =>
    names.length === 0 ? [] : [`${names.length === 1 ? 'cylinder' : 'cylinders'} ${names.join(', ')}`],
};

/** A figure for every cylinder of an engine. */
export const CYLINDERS_DESK: AnswerDesk<'cylinders'> = {
  title: 'A figure per cylinder',
  begin: (gauge) => ({ kind: 'cylinders', ...gauge }),
  figures: CYLINDER_FIGURES,
  answer: ({ index, part }, draft) => {
    const readings: Record<string, Reading> = {};
    for (const name of CYLINDER_FIGURES.names(part, index)) {
      const one = figure(index, part, draft, name);
      if (!one.ok) return one;
      readings[name] = one.value;
    }
    return ok({ kind: 'cylinders', readings });
  },
  typeAgain: 'never',
};
