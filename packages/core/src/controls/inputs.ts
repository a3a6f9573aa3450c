import { reason, type Reason } from '../reasons/reason.ts';
import { err, ok, type Result } from '../result.ts';
import type {
  ControlAxis,
  ControlContext,
  ControlOutput,
  OutputGroup,
  TurningAxis,
  WayOfMoving,
} from './outputs.ts';

interface SenseInputKind {
  /**
   * Asked by a stick, pedal or lever; by moving the airframe, which the stabiliser opposes; or of a fitted autopilot, whose servos pull at
   * the circuits of the hands.
   */
  readonly by: 'command' | 'correction' | 'autopilot';
  readonly axis: ControlAxis;
  readonly to: 1 | -1;
}

const command = (axis: ControlAxis, to: 1 | -1 = 1): SenseInputKind => ({ by: 'command', axis, to });
const correction = (axis: ControlAxis, to: 1 | -1): SenseInputKind => ({ by: 'correction', axis, to });
const autopilot = (axis: TurningAxis, to: 1 | -1) => ({ by: 'autopilot', axis, to }) as const;

/** What a person does to see which way the outputs go. */
export const SENSE_INPUTS = {
  'stick-right': command('roll'),
  'stick-left': command('roll', -1),
  'stick-back': command('pitch'),
  'stick-forward': command('pitch', -1),
  'rudder-right': command('yaw'),
  'rudder-left': command('yaw', -1),
  'flaps-down': command('flaps'),
  'brakes-out': command('brakes'),
  'right-side-down': correction('roll', 1),
  'left-side-down': correction('roll', -1),
  'nose-up': correction('pitch', 1),
  'nose-down': correction('pitch', -1),
  'nose-right': correction('yaw', 1),
  'nose-left': correction('yaw', -1),
  'heading-bug-right': autopilot('roll', 1),
  'heading-bug-left': autopilot('roll', -1),
  'pitch-up-asked': autopilot('pitch', 1),
  'pitch-down-asked': autopilot('pitch', -1),
} as const satisfies Readonly<Record<string, SenseInputKind>>;

export type SenseInput = keyof typeof SENSE_INPUTS;
export const SENSE_INPUT_IDS = Object.keys(SENSE_INPUTS) as readonly SenseInput[];

/** Something that is asked: what is done, and which outputs are watched. */
export interface SenseQuestion {
  readonly input: SenseInput;
  readonly group: OutputGroup;
}

/**
 * The outputs that somebody says something of: behind a radio or a stabiliser all of the group, since a channel can arrive at any of
 * them; behind the servos of an autopilot those of any axis that it has; at the end of cables those of the axis alone, where there are
 * any. Example: stick right in a cockpit is two ailerons, on a model four surfaces; the heading bug of an autopilot with servos for roll
 * and pitch is two ailerons and the elevator.
 */
export function watchedOf(
  outputs: readonly ControlOutput[],
  { radio, stabilised, autopilot: servos }: ControlContext,
  { input, group }: SenseQuestion,
): readonly ControlOutput[] {
  const { axis, by } = SENSE_INPUTS[input];
  const axes: readonly ControlAxis[] = by === 'autopilot' ? (servos ?? [axis]) : [axis];
  const own = outputs.filter((o) => o.group === group);
  const onAxis = own.filter((o) => axes.some((a) => o.mix[a] !== undefined || o.undescribed.includes(a)));
  return radio || stabilised || onAxis.length === 0 ? own : onAxis;
}

/** Which way a figure says that an output goes; one that goes one way alone rests on the other side. */
export function wayMoved(value: number, output: ControlOutput): WayOfMoving {
  if (value > 0) return 'plus';
  return value < 0 && !output.oneSided ? 'minus' : 'still';
}

/**
 * Which way each output of a group has to go. A stabiliser opposes: with the right side down it lifts the right side again.
 * Errors: `senseUndescribed` with the first output of which nobody said what it does on this axis; `senseOfNothing` where the layout
 * has nothing of the group. Neither is ever guessed.
 * Example: stick right on ailerons is left down and right up; right side down, stabilised, is left up and right down; heading
 * bug right is as stick right.
 */
export function expectedOf(
  outputs: readonly ControlOutput[],
  { group, input }: SenseQuestion,
): Result<ReadonlyMap<string, WayOfMoving>, Reason> {
  const { by, axis, to } = SENSE_INPUTS[input];
  const own = outputs.filter((o) => o.group === group);
  if (own.length === 0) return err(reason('senseOfNothing', { group }));
  const unknown = own.find((o) => o.undescribed.includes(axis));
  if (unknown) return err(reason('senseUndescribed', { output: unknown.title, axis }));
  const asked = by === 'correction' ? -to : to;
  return ok(new Map(own.map((o) => [o.id, wayMoved((o.mix[axis] ?? 0) * asked, o)])));
}

/** Which stick of a transmitter moves an axis, by its mode. */
export const STICK_MODES = ['1', '2', '3', '4'] as const;
export type StickMode = (typeof STICK_MODES)[number];

const RIGHT_STICK: Readonly<Record<StickMode, readonly ControlAxis[]>> = {
  '1': ['roll'],
  '2': ['roll', 'pitch'],
  '3': ['yaw'],
  '4': ['pitch', 'yaw'],
};

/**
 * The stick that moves roll, pitch or yaw in a transmitter mode; undefined for what no stick moves. In mode 1 the elevator is on the
 * left stick and the aileron on the right, in mode 2 both on the right; 3 and 4 are their mirror images.
 * Example: stick back is the right stick in mode 2 and the left one in mode 1.
 */
export function stickOf(mode: StickMode, axis: ControlAxis): 'left' | 'right' | undefined {
  if (axis === 'flaps' || axis === 'brakes') return undefined;
  return RIGHT_STICK[mode].includes(axis) ? 'right' : 'left';
}
