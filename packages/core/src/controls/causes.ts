import { SENSE_INPUTS, wayMoved, type SenseInput } from './inputs.ts';
import { isAsEntered, MOUNTINGS, takenFor, type Mounting } from './mountings.ts';
import {
  CONTROL_AXES,
  type ControlAxis,
  type ControlContext,
  type ControlOutput,
  TURNING_AXES,
  type TurningAxis,
  type WayOfMoving,
} from './outputs.ts';

/** One thing that can be wrong between a stick or a gyro and what moves. */
export type ControlCause =
  /** A channel of the transmitter goes the other way; where people sit aboard, the circuit of that axis is rigged crossed. */
  | { readonly kind: 'channel-reversed'; readonly axis: ControlAxis }
  /** Two channels of the transmitter have each other's place; the throttle takes a stick away, and gets it. */
  | { readonly kind: 'channels-swapped'; readonly axes: readonly [TurningAxis, TurningAxis | 'throttle'] }
  | { readonly kind: 'output-reversed'; readonly output: string }
  | { readonly kind: 'rod-reversed'; readonly output: string }
  | { readonly kind: 'output-dead'; readonly output: string }
  | { readonly kind: 'outputs-swapped'; readonly outputs: readonly [string, string] }
  /** Of a pair that two axes move together: each by one of them alone, or by another two. */
  | {
      readonly kind: 'mixer';
      readonly outputs: readonly [string, string];
      readonly as: 'one-axis-each' | 'one-axis-each-crossed' | 'elevons' | 'v-tail';
    }
  /** Motors numbered from another arm, so many places on, clockwise seen from above. */
  | { readonly kind: 'numbered-on'; readonly places: number }
  | { readonly kind: 'mounting'; readonly mounting: Mounting }
  | { readonly kind: 'gain-reversed'; readonly axis: TurningAxis }
  | { readonly kind: 'gain-none'; readonly axis: TurningAxis }
  | { readonly kind: 'mode-inactive' }
  /** A servo of the autopilot pulls its circuit the other way: its cable led round the wrong side, or its wires crossed. */
  | { readonly kind: 'servo-reversed'; readonly axis: TurningAxis }
  /** It does not pull at all: not engaged, not connected, or its clutch slips. */
  | { readonly kind: 'servo-dead'; readonly axis: TurningAxis }
  /** Two servos of the autopilot are wired to each other's place. */
  | { readonly kind: 'servos-swapped'; readonly axes: readonly [TurningAxis, TurningAxis] };

const pairsOf = <T>(list: readonly T[]): [T, T][] =>
  list.flatMap((a, i) => list.slice(i + 1).map((b): [T, T] => [a, b]));

const isMotor = (o: ControlOutput): boolean => o.group === 'motors';

function mixersOf(outputs: readonly ControlOutput[]): ControlCause[] {
  return pairsOf(outputs).flatMap(([left, right]): ControlCause[] => {
    if (left.kind !== right.kind || (left.kind !== 'ruddervator' && left.kind !== 'elevon')) return [];
    const pair = [left.id, right.id] as const;
    return (
      ['one-axis-each', 'one-axis-each-crossed', left.kind === 'elevon' ? 'v-tail' : 'elevons'] as const
    ).map((as) => ({ kind: 'mixer', outputs: pair, as }));
  });
}

/**
 * Every single thing that can be wrong, by what there is: a channel that no output follows is none, motors have no rods, and a box
 * that is not aboard lies in no way. The mountings are 23, all but the one entered. What pulls from the stick to the surface is moved by a
 * servo of the autopilot as well; of the servo itself only the autopilot knows.
 * Example: a V-tail with ailerons, a radio and a stabiliser has 63.
 */
export function singleCauses(
  outputs: readonly ControlOutput[],
  { radio, stabilised, autopilot = [] }: ControlContext,
): readonly ControlCause[] {
  const used = CONTROL_AXES.filter((axis) => outputs.some((o) => o.mix[axis] !== undefined));
  const turning = TURNING_AXES.filter((axis) => used.includes(axis));
  const moved = outputs.filter((o) => !isMotor(o));
  const motors = outputs.filter(isMotor);
  const swapped: ControlCause[] = [
    ...pairsOf(turning).map(([a, b]): ControlCause => ({ kind: 'channels-swapped', axes: [a, b] })),
    ...turning.map((axis): ControlCause => ({ kind: 'channels-swapped', axes: [axis, 'throttle'] })),
  ];
  return [
    ...used.map((axis): ControlCause => ({ kind: 'channel-reversed', axis })),
    ...(radio ? swapped : []),
    ...moved.flatMap(({ id }): ControlCause[] => [
      ...(radio ? [{ kind: 'output-reversed', output: id } as const] : []),
      { kind: 'rod-reversed', output: id },
    ]),
    ...outputs.map(({ id }): ControlCause => ({ kind: 'output-dead', output: id })),
    ...(radio
      ? pairsOf(outputs)
          .filter(([a, b]) => a.group === b.group)
          .map(([a, b]): ControlCause => ({ kind: 'outputs-swapped', outputs: [a.id, b.id] }))
      : []),
    ...mixersOf(outputs),
    ...motors.slice(1).map((_, i): ControlCause => ({ kind: 'numbered-on', places: i + 1 })),
    ...(stabilised
      ? [
          ...MOUNTINGS.filter((m) => !isAsEntered(m)).map((mounting): ControlCause => ({
            kind: 'mounting',
            mounting,
          })),
          ...turning.flatMap((axis): ControlCause[] => [
            { kind: 'gain-reversed', axis },
            { kind: 'gain-none', axis },
          ]),
          { kind: 'mode-inactive' } as const,
        ]
      : []),
    ...autopilot.flatMap((axis): ControlCause[] => [
      { kind: 'servo-reversed', axis },
      { kind: 'servo-dead', axis },
    ]),
    ...pairsOf(autopilot).map((axes): ControlCause => ({ kind: 'servos-swapped', axes })),
  ];
}

type Demand = Record<ControlAxis, number>;

/** In the order of the signal: transmitter, then gyro and gains, then mixer, then wires, then what moves. */
function demandOf(input: SenseInput, causes: readonly ControlCause[]): Demand {
  const { by, axis, to } = SENSE_INPUTS[input];
  const demand: Demand = { roll: 0, pitch: 0, yaw: 0, flaps: 0, brakes: 0 };
  if (by === 'autopilot') {
    demand[axis] = to;
    for (const c of causes) {
      if (c.kind !== 'servos-swapped') continue;
      const [a, b] = c.axes;
      [demand[a], demand[b]] = [demand[b], demand[a]];
    }
    for (const c of causes) {
      if (c.kind === 'servo-reversed') demand[c.axis] = -demand[c.axis];
      if (c.kind === 'servo-dead') demand[c.axis] = 0;
      // The servo pulls at the circuit of the hands: what is rigged crossed behind it is crossed for both.
      if (c.kind === 'channel-reversed') demand[c.axis] = -demand[c.axis];
    }
    return demand;
  }
  if (by === 'command') {
    demand[axis] = to;
    for (const c of causes) {
      if (c.kind !== 'channels-swapped') continue;
      const [a, b] = c.axes;
      const was = demand[a];
      demand[a] = b === 'throttle' ? 0 : demand[b];
      if (b !== 'throttle') demand[b] = was;
    }
    for (const c of causes) if (c.kind === 'channel-reversed') demand[c.axis] = -demand[c.axis];
    return demand;
  }
  demand[axis] = to;
  let felt: readonly [number, number, number] = [demand.roll, demand.pitch, demand.yaw];
  for (const c of causes) if (c.kind === 'mounting') felt = takenFor(c.mounting, felt);
  [demand.roll, demand.pitch, demand.yaw] = [-felt[0], -felt[1], -felt[2]];
  for (const c of causes) {
    if (c.kind === 'gain-reversed') demand[c.axis] = -demand[c.axis];
    if (c.kind === 'gain-none') demand[c.axis] = 0;
    if (c.kind === 'mode-inactive') demand.roll = demand.pitch = demand.yaw = 0;
  }
  return demand;
}

/** Motors clockwise from the front, seen from above: front right is the first. */
const ROUND: readonly string[] = [
  'front-right',
  'middle-right',
  'rear-right',
  'rear-left',
  'middle-left',
  'front-left',
];

/** The motors in the order in which they stand round the frame, from what they do: front is plus in pitch, right is minus in roll. */
export function motorsRound(outputs: readonly ControlOutput[]): readonly ControlOutput[] {
  const placeOf = (o: ControlOutput): number => {
    const depth = o.mix.pitch === 1 ? 'front' : o.mix.pitch === -1 ? 'rear' : 'middle';
    return ROUND.indexOf(`${depth}-${o.mix.roll === -1 ? 'right' : 'left'}`);
  };
  return outputs.filter(isMotor).toSorted((a, b) => placeOf(a) - placeOf(b));
}

function mixUnder(
  output: ControlOutput,
  outputs: readonly ControlOutput[],
  causes: readonly ControlCause[],
): ControlOutput['mix'] {
  let { mix } = output;
  for (const c of causes) {
    if (c.kind === 'mixer' && c.outputs.includes(output.id)) {
      const isLeft = c.outputs[0] === output.id;
      const [first, second] = (output.kind === 'elevon' ? ['pitch', 'roll'] : ['pitch', 'yaw']) as [
        TurningAxis,
        TurningAxis,
      ];
      const side = isLeft ? -1 : 1;
      if (c.as === 'one-axis-each') mix = isLeft ? { [first]: 1 } : { [second]: 1 };
      if (c.as === 'one-axis-each-crossed') mix = isLeft ? { [second]: 1 } : { [first]: 1 };
      if (c.as === 'elevons') mix = { pitch: 1, roll: side };
      if (c.as === 'v-tail') mix = { pitch: 1, yaw: isLeft ? 1 : -1 };
    }
    if (c.kind === 'numbered-on' && isMotor(output)) {
      const round = motorsRound(outputs);
      const at = round.findIndex((o) => o.id === output.id);
      mix = round[(at + c.places) % round.length]?.mix ?? mix;
    }
  }
  return mix;
}

/**
 * Which way every output goes for an input under these causes; none is an aircraft in order. Signs as `outputsOf`.
 * Example: a box turned half round about the vertical leaves the stick as it is and turns the correction of roll and pitch backwards.
 */
export function movesUnder(
  outputs: readonly ControlOutput[],
  causes: readonly ControlCause[],
  input: SenseInput,
): ReadonlyMap<string, WayOfMoving> {
  const demand = demandOf(input, causes);
  const values = new Map(
    outputs.map((o) => {
      const mix = mixUnder(o, outputs, causes);
      return [o.id, CONTROL_AXES.reduce((sum, axis) => sum + (mix[axis] ?? 0) * demand[axis], 0)];
    }),
  );
  for (const c of causes) {
    if (c.kind !== 'outputs-swapped') continue;
    const [a, b] = c.outputs;
    const was = values.get(a) ?? 0;
    values.set(a, values.get(b) ?? 0);
    values.set(b, was);
  }
  return new Map(
    outputs.map((o) => {
      let way = wayMoved(values.get(o.id) ?? 0, o);
      for (const c of causes) {
        if ((c.kind === 'output-reversed' || c.kind === 'rod-reversed') && c.output === o.id)
          way = way === 'plus' ? 'minus' : way === 'minus' ? 'plus' : 'still';
        if (c.kind === 'output-dead' && c.output === o.id) way = 'still';
      }
      return [o.id, way];
    }),
  );
}
