import { layoutFor, layoutWith, turningFrom } from '../aircraft/templates.ts';
import { type Family, type Layout, type Surface } from '../aircraft/types.ts';
import type { ControlContext, ControlOutput, OutputGroup } from '../controls/outputs.ts';
import { SENSE_INPUTS, type SenseInput, type SenseQuestion } from '../controls/inputs.ts';

const surface = (kind: Surface['kind'], side: Surface['side']): Surface => ({
  id: `${kind}-${side}`,
  title: `${kind}, ${side}`,
  kind,
  side,
});
const both = (...kinds: readonly Surface['kind'][]): Surface[] =>
  kinds.flatMap((kind) => [surface(kind, 'left'), surface(kind, 'right')]);

const changed = (family: Family, surfaces: readonly Surface[]): Layout => ({
  ...layoutFor(family),
  surfaces,
});
const stabilised = { radio: true, stabilised: true };
const cables = { radio: false, stabilised: false };

/** Every way in which aircraft of this world are steered, each once. */
export const CONTROL_LAYOUTS: readonly {
  readonly name: string;
  readonly layout: Layout;
  readonly context: ControlContext;
}[] = [
  { name: 'conventional, by cables', layout: layoutFor('piston-single'), context: cables },
  {
    name: 'conventional, by cables, with an autopilot',
    layout: layoutFor('piston-single'),
    context: { ...cables, autopilot: ['roll', 'pitch'] },
  },
  { name: 'T-tail with airbrakes, by cables', layout: layoutFor('sailplane'), context: cables },
  { name: 'conventional model, stabilised', layout: layoutFor('electric-model'), context: stabilised },
  { name: 'ducted fan with nose wheel', layout: layoutFor('ducted-fan'), context: stabilised },
  {
    name: 'V-tail with ailerons',
    layout: changed('electric-model', both('aileron', 'ruddervator')),
    context: stabilised,
  },
  {
    name: 'canard',
    layout: changed('electric-model', [
      ...both('aileron'),
      surface('canard', 'centre'),
      surface('rudder', 'centre'),
    ]),
    context: stabilised,
  },
  { name: 'flying wing', layout: layoutFor('flying-wing'), context: stabilised },
  {
    name: 'wing of four surfaces, flaperons, spoilers and air brakes',
    layout: changed('electric-model', [
      ...both('flaperon', 'spoiler', 'airbrake'),
      surface('elevator', 'centre'),
      surface('rudder', 'centre'),
    ]),
    context: stabilised,
  },
  {
    name: 'flapping, no stabiliser',
    layout: layoutFor('flapping'),
    context: { radio: true, stabilised: false },
  },
  {
    name: 'multirotor of four',
    layout: turningFrom(layoutWith('multirotor', { engines: 4 }), 'anticlockwise'),
    context: stabilised,
  },
  {
    name: 'multirotor of six',
    layout: turningFrom(layoutFor('multirotor'), 'clockwise'),
    context: stabilised,
  },
  {
    name: 'lift and cruise',
    layout: turningFrom(layoutFor('lift-and-cruise'), 'anticlockwise'),
    context: stabilised,
  },
  {
    name: 'rotorcraft with a stabiliser',
    layout: layoutFor('rotorcraft'),
    context: { radio: false, stabilised: true },
  },
  { name: 'rotorcraft flown by radio', layout: layoutFor('rotorcraft'), context: stabilised },
  {
    name: 'lift and cruise, tilting',
    layout: turningFrom(layoutFor('lift-and-cruise-tilt'), 'clockwise'),
    context: stabilised,
  },
];

const PLAIN: readonly SenseInput[] = [
  'stick-right',
  'stick-back',
  'rudder-right',
  'flaps-down',
  'brakes-out',
  'right-side-down',
  'nose-down',
  'nose-right',
  'heading-bug-right',
  'pitch-up-asked',
];

/** Every question that moves something on an aircraft in order, once in one direction. */
export function everyQuestion(
  outputs: readonly ControlOutput[],
  { stabilised: box, autopilot = [] }: ControlContext,
): SenseQuestion[] {
  const groups = [...new Set(outputs.map((o): OutputGroup => o.group))];
  return groups.flatMap((group) =>
    PLAIN.filter((input) => {
      const { by, axis } = SENSE_INPUTS[input];
      const can = { command: true, correction: box, autopilot: autopilot.some((a) => a === axis) }[by];
      return can && outputs.some((o) => o.group === group && o.mix[axis] !== undefined);
    }).map((input) => ({ input, group })),
  );
}
