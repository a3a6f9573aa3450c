import {
  err,
  ok,
  ownMember,
  readQuantity,
  reason,
  RULES_HELD,
  TRAVEL_POINTS,
  travelOutputs,
  travelPointInWords,
  unitOf,
  type BasisIndex,
  type ControlOutput,
  type Part,
  type Reading,
  type Reason,
  type Result,
  type RuleHeld,
  type TravelPoint,
  type TravelRow,
} from '@kanzel/core';
import type { AnswerDesk, DeskRoom, SpecOf } from '../answer-desk.ts';
import type { PartDraft } from '../desk.ts';
import { usualInstrument } from '../figures/typed.ts';

/** The name under which a figure of a surface is typed. */
export const nameOf = (output: string, point: TravelPoint | 'radius'): string => `${output} ${point}`;

/** What the surfaces are read in: as was chosen, or as the check usually is. */
export function measuredIn(spec: SpecOf<'travel'>, draft: PartDraft): 'deg-angle' | 'mm' {
  const chosen = ownMember(draft.picks, 'in');
  return chosen === 'deg-angle' || chosen === 'mm' ? chosen : spec.in;
}

/** How the rule is held, where somebody has said it. */
export function heldOnDesk(draft: PartDraft): RuleHeld | undefined {
  const chosen = ownMember(draft.picks, 'held');
  return RULES_HELD.find((held) => held === chosen);
}

/** Whether something is held against a limit in degrees that is read in millimetres, or the other way round. */
export function takesRadius(index: BasisIndex, spec: SpecOf<'travel'>, unit: 'deg-angle' | 'mm'): boolean {
  return spec.figures.some(({ limit }) => {
    const kind = unitOf(index.limits.get(limit)?.unit ?? '%').kind;
    return (kind === 'length' && unit === 'deg-angle') || (kind === 'angle' && unit === 'mm');
  });
}

/** The points of a surface in their order, and its radius where that is taken. */
export function fieldsOf(
  index: BasisIndex,
  spec: SpecOf<'travel'>,
  draft: PartDraft,
): readonly (TravelPoint | 'radius')[] {
  return takesRadius(index, spec, measuredIn(spec, draft)) ? ['radius', ...spec.takes] : spec.takes;
}

function read(
  { index, part }: { readonly index: BasisIndex; readonly part: Part },
  draft: PartDraft,
  output: ControlOutput,
  point: TravelPoint | 'radius',
  unit: string,
): Result<Reading, Reason> {
  const text = ownMember(draft.texts, nameOf(output.id, point))?.trim() ?? '';
  if (text === '')
    return err(
      reason('travelUnread', {
        output: output.title,
        point: point === 'radius' ? 'radius' : travelPointInWords(output, point).toLowerCase(),
      }),
    );
  const quantity = readQuantity(text, unit);
  if (!quantity.ok) return quantity;
  const instrument = draft.instrument ?? usualInstrument(index, part.check);
  return ok({ ...quantity.value, source: 'typed', ...(instrument ? { instrument } : {}) });
}

function rowOf(room: DeskRoom<'travel'>, draft: PartDraft, output: ControlOutput): Result<TravelRow, Reason> {
  const { index, spec } = room;
  const unit = measuredIn(spec, draft);
  const points: Partial<Record<TravelPoint, Reading>> = {};
  let radius: Reading | undefined;
  for (const point of fieldsOf(index, spec, draft)) {
    const one = read(room, draft, output, point, point === 'radius' ? 'mm' : unit);
    if (!one.ok) return one;
    if (point === 'radius') radius = one.value;
    else points[point] = one.value;
  }
  return ok({ output: output.id, ...(radius ? { radius } : {}), read: points });
}

/** How far each surface goes. */
export const TRAVEL_DESK: AnswerDesk<'travel'> = {
  title: 'How far each surface goes',
  begin: () => ({ kind: 'travel', axis: 'roll', takes: ['plus', 'minus'], in: 'deg-angle', figures: [] }),
  figures: {
    names: (part, index) => {
      const spec = part.check.answer;
      return spec.kind === 'travel'
        ? travelOutputs(index, spec).flatMap((o) => spec.takes.map((p) => nameOf(o.id, p)))
        : [];
    },
    label: (name, part, index) => {
      const spec = part.check.answer;
      const [id, point] = name.split(' ');
      const output = spec.kind === 'travel' ? travelOutputs(index, spec).find((o) => o.id === id) : undefined;
      const known = TRAVEL_POINTS.find((p) => p === point);
      const over = output && known ? travelPointInWords(output, known) : 'Radius';
      return { over, spoken: `${output?.title ?? ''}, ${over.toLowerCase()}` };
    },
    // What is missing is said by the surface and the point, of which the name holds only ids.
    lacking: () => [],
  },
  answer: (room, draft) => {
    const { index, spec } = room;
    const outputs = travelOutputs(index, spec);
    if (outputs.length === 0) return err(reason('senseOfNothing', { group: 'surfaces' }));
    const typed = outputs.some((o) =>
      spec.takes.some((p) => (ownMember(draft.texts, nameOf(o.id, p)) ?? '').trim() !== ''),
    );
    if (!typed) return err(reason('notAnswered'));
    const held = heldOnDesk(draft);
    const rows: TravelRow[] = [];
    for (const output of outputs) {
      const row = rowOf(room, draft, output);
      if (!row.ok) return row;
      rows.push(row.value);
    }
    if (rows.some((r) => r.radius) && held === undefined) return err(reason('ruleNotSaid'));
    return ok({ kind: 'travel', ...(rows.some((r) => r.radius) && held ? { held } : {}), rows });
  },
  typeAgain: {
    on: ['correction'],
    draft: ({ rows, held }) => ({
      texts: Object.fromEntries(
        rows.flatMap(({ output, radius, read: points }) => [
          ...Object.entries(points).map(([p, r]) => [`${output} ${p}`, r.text] as const),
          ...(radius ? [[nameOf(output, 'radius'), radius.text] as const] : []),
        ]),
      ),
      picks: {
        ...(rows.some((r) => Object.values(r.read).some((one) => unitOf(one.unit).kind === 'length'))
          ? { in: 'mm' }
          : { in: 'deg-angle' }),
        ...(held ? { held } : {}),
      },
    }),
  },
};
