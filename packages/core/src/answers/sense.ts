import { FLOWN_BY_RADIO } from '../aircraft/types.ts';
import type { BasisIndex } from '../checks/basis-index.ts';
import type { AnswerSpec } from '../checks/types.ts';
import type { Fact } from '../limits/types.ts';
import { expectedOf, SENSE_INPUT_IDS, SENSE_INPUTS, watchedOf, type SenseInput } from '../controls/inputs.ts';
import {
  outputsOf,
  TURNING_AXES,
  WAYS_OF_MOVING,
  type ControlAxis,
  type ControlContext,
  type ControlOutput,
  type WayOfMoving,
} from '../controls/outputs.ts';
import { ownMember } from '../own-member.ts';
import { reason, type Reason } from '../reasons/reason.ts';
import type { AnswerKind } from './kind.ts';
import { CALLS, type Call, type SeenMove } from './part-answer.ts';
import { measuresNothing, noCopies, plain } from './said.ts';

type SenseSpec = Extract<AnswerSpec, { readonly kind: 'sense' }>;

/** What an aircraft has that answers the controls, and what is between it and the hands. */
export interface Controls {
  readonly outputs: readonly ControlOutput[];
  readonly context: ControlContext;
}

const known = new WeakMap<BasisIndex, Controls>();

/**
 * The controls of the aircraft in hand, from its layout and its family; it is stabilised where its pack asks for a correction. An
 * aircraft without a layout has none. An autopilot has servos on the axes that its pack asks it for.
 * Example: a sailplane has ailerons, airbrakes, elevator and rudder, by cables, not stabilised.
 */
export function controlsOf(index: BasisIndex): Controls {
  const before = known.get(index);
  if (before) return before;
  const { aircraft, pack } = index.basis;
  const driven = new Set<ControlAxis>();
  for (const { answer } of pack.checks)
    if (answer.kind === 'sense' && SENSE_INPUTS[answer.input].by === 'autopilot')
      driven.add(SENSE_INPUTS[answer.input].axis);
  const servos = TURNING_AXES.filter((axis) => driven.has(axis));
  const controls: Controls = {
    outputs: aircraft.layout ? outputsOf(aircraft.layout) : [],
    context: {
      radio: FLOWN_BY_RADIO.some((family) => family === aircraft.family),
      stabilised: pack.checks.some(
        ({ answer }) => answer.kind === 'sense' && SENSE_INPUTS[answer.input].by === 'correction',
      ),
      ...(servos.length > 0 ? { autopilot: servos } : {}),
    },
  };
  known.set(index, controls);
  return controls;
}

/** The outputs that a check of this kind asks about, on the aircraft in hand. Example: stick right on a flying wing is its two elevons. */
export function senseOutputs(index: BasisIndex, { input, of }: SenseSpec): readonly ControlOutput[] {
  const { outputs, context } = controlsOf(index);
  return watchedOf(outputs, context, { input, group: of });
}

/** The fact that says how the vehicle felt itself held while a correction was answered: the name of what is done, as `SENSE_INPUTS` has it. */
export const TILTED = 'tilted';

/** What that fact says where the vehicle felt nothing of it. */
export const NOT_TILTED = 'not-tilted';

/** What is thought of a correction by how the vehicle felt itself held: nothing where that was as asked, or where no vehicle said it. */
export function tiltedOtherwise(asked: SenseInput, fact: Fact | undefined): Reason | undefined {
  if (SENSE_INPUTS[asked].by !== 'correction') return undefined;
  if (fact === NOT_TILTED) return reason('tiltNone', { asked: tiltWords(asked) });
  const said = SENSE_INPUT_IDS.find((input) => input === fact);
  return said === undefined || said === asked
    ? undefined
    : reason('tiltOtherwise', { said: tiltWords(said), asked: tiltWords(asked) });
}

/** Example: "right side down". */
const tiltWords = (input: string): string => input.replace(/-/g, ' ');

const OPPOSITE: Readonly<Record<WayOfMoving, WayOfMoving | undefined>> = {
  plus: 'minus',
  minus: 'plus',
  // What has to stand still and is called wrong moved, and nobody said which way.
  still: undefined,
};

/**
 * Which way each output went. What was called correct went the way that the layout asks, what was called wrong the other one;
 * undefined where that does not follow: nobody described the output, or it moved and had to stand still.
 * Example: a left aileron called wrong at stick right went up.
 */
export function waysSeen(
  index: BasisIndex,
  { input, of }: SenseSpec,
  moves: readonly SeenMove[],
): ReadonlyMap<string, WayOfMoving | undefined> {
  const expected = expectedOf(controlsOf(index).outputs, { group: of, input });
  return new Map(
    moves.map((m) => {
      if ('way' in m) return [m.output, m.way];
      const right = expected.ok ? expected.value.get(m.output) : undefined;
      return [m.output, right && (m.called === 'correct' ? right : OPPOSITE[right])];
    }),
  );
}

/**
 * Whether two people tell the same of every output, one of whom may have called what the other saw. What was called wrong and had to
 * stand still is the same as a call of the same alone.
 * Example: "correct" and "down" of a left aileron at stick right are the same, "correct" and "up" are not.
 */
export function sameWays(
  index: BasisIndex,
  spec: SenseSpec,
  first: readonly SeenMove[],
  second: readonly SeenMove[],
): boolean {
  const [a, b] = [waysSeen(index, spec, first), waysSeen(index, spec, second)];
  return (
    first.length === second.length &&
    first.every((m) => {
      const [one, other] = [a.get(m.output), b.get(m.output)];
      return one === undefined || other === undefined
        ? callOf(first, m.output) !== undefined && callOf(first, m.output) === callOf(second, m.output)
        : one === other;
    })
  );
}

const callOf = (moves: readonly SeenMove[], id: string): Call | undefined => {
  const move = moves.find((m) => m.output === id);
  return move && 'called' in move ? move.called : undefined;
};

/** Whether a move says one thing, and no more: a way, or a call. */
const isSaid = (move: SeenMove): boolean => {
  const { way, called } = move as { way?: unknown; called?: unknown };
  return (
    WAYS_OF_MOVING.some((w) => w === way) !== CALLS.some((c) => c === called) &&
    (way === undefined || called === undefined)
  );
};

const wordOf = (output: ControlOutput, way: WayOfMoving): string =>
  way === 'still' ? 'still' : output.words[way].toLowerCase();

/** As it is said of somebody who does it, and of somebody who has to: "goes up", "go up"; of a motor "rises", "rise". */
function verbsOf(output: ControlOutput, way: WayOfMoving): readonly [does: string, todo: string] {
  if (way === 'still') return ['stands still', 'stand still'];
  const word = output.words[way].toLowerCase();
  return output.group === 'motors' ? [word, word.replace(/s$/, '')] : [`goes ${word}`, `go ${word}`];
}

/** More than these are counted in a row instead of named. */
const NAMED = 3;

/** Which way every output goes, each by itself; what is right follows from the layout, and is never written in a pack. */
export const SENSE: AnswerKind<'sense'> = {
  measured: measuresNothing,
  isWhole({ moves, calledBy }, { check: { answer: spec } }, index) {
    const asked = spec.kind === 'sense' ? senseOutputs(index, spec) : [];
    return (
      asked.length > 0 &&
      moves.length === asked.length &&
      moves.every(isSaid) &&
      // A call is somebody's: without a name nobody looked.
      (calledBy !== undefined || moves.every((m) => 'way' in m)) &&
      asked.every((o) => moves.some((m) => m.output === o.id))
    );
  },
  judge({ moves }, { index, part: { check }, around }) {
    const spec = check.answer;
    if (spec.kind !== 'sense') return [plain('unknown', 'senseOfNothing', { group: 'surfaces' })];
    const expected = expectedOf(controlsOf(index).outputs, { group: spec.of, input: spec.input });
    if (!expected.ok) return [plain('unknown', expected.error.code, expected.error.params)];
    const ways = waysSeen(index, spec, moves);
    const off = senseOutputs(index, spec).flatMap((output) => {
      const [seen, right] = [ways.get(output.id), expected.value.get(output.id)];
      if (right === undefined || seen === right) return [];
      if (seen === undefined) return [plain('out', 'senseCalledWrong', { output: output.title })];
      const params = {
        output: output.title,
        does: verbsOf(output, seen)[0],
        expected: verbsOf(output, right)[1],
      };
      const code = seen === 'still' ? 'senseStill' : right === 'still' ? 'senseMoved' : 'senseBackwards';
      return [plain('out', code, params)];
    });
    // What a box felt that lies otherwise is no answer to what was asked; what went wrong all the same stays wrong.
    const otherwise = tiltedOtherwise(spec.input, ownMember(around.facts, TILTED));
    if (off.length > 0 || otherwise)
      return [...off, ...(otherwise ? [plain('unknown', otherwise.code, otherwise.params)] : [])];
    return [plain('within', 'senseAsExpected', { count: moves.length })];
  },
  copies: noCopies,
  // What one called and the other saw is compared by what follows from the layout (`sameWays`), or what is thought of it.
  agrees: ({ moves }, second) =>
    moves.length === second.moves.length &&
    moves.every((m) =>
      second.moves.some(
        (s) =>
          s.output === m.output &&
          ('way' in m && 'way' in s
            ? m.way === s.way
            : 'called' in m && 'called' in s
              ? m.called === s.called
              : true),
      ),
    ),
  over: 'never',
  describe({ moves, calledBy }, index, check) {
    const spec = index.checks.get(check)?.answer;
    if (spec?.kind !== 'sense') return '';
    const by = calledBy === undefined ? '' : `, called by ${calledBy}`;
    const moving = senseOutputs(index, spec).flatMap((output) => {
      const call = callOf(moves, output.id);
      if (call) return [`${output.title.toLowerCase()} ${call}`];
      const seen = moves.find((m) => m.output === output.id);
      return !seen || !('way' in seen) || seen.way === 'still'
        ? []
        : [`${output.title.toLowerCase()} ${wordOf(output, seen.way)}`];
    });
    if (moving.length === 0) return `Nothing moves${by}`;
    const called = moves.filter((m) => 'called' in m);
    if (moving.length > NAMED)
      return called.length > 0
        ? `${called.filter((m) => m.called === 'correct').length} of ${moves.length} called correct by ${calledBy ?? ''}`
        : `${moving.length} of ${moves.length} move`;
    return `${moving.join(', ').replace(/^./, (c) => c.toUpperCase())}${by}`;
  },
};
