import type { ControlCause } from './causes.ts';
import type { ControlContext, ControlOutput } from './outputs.ts';

/** Where something is put right. */
export const FIX_PLACES = [
  'transmitter',
  'stabiliser',
  'wiring',
  'linkage',
  'rigging',
  'mode',
  'autopilot',
] as const;
export type FixPlace = (typeof FIX_PLACES)[number];

/** Where a cause is put right, and which systems are touched by doing so. */
export interface ControlFix {
  readonly place: FixPlace;
  /** Of the vocabulary of systems; what an aircraft does not have is passed over by whoever asks. */
  readonly touches: readonly string[];
  /**
   * The place where it is often put right instead, and which would leave the other half wrong: turned round in the transmitter, a
   * surface follows the stick and its correction drives the aircraft further; turned round at the servo, a wrong mounting corrects
   * and the stick is backwards.
   */
  readonly hiddenBy?: 'transmitter' | 'servo';
}

const SETTINGS: readonly string[] = ['autopilot.parameters', 'stabiliser.correction', 'stabiliser.gain'];
const TRANSMITTER: readonly string[] = ['link.transmitter', 'link.sticks'];

const surfaceSystem = (outputs: readonly ControlOutput[], id: string): readonly string[] => {
  const output = outputs.find((o) => o.id === id);
  if (output?.group === 'surfaces')
    return output.kind === 'nose-wheel' ? ['gear.steering'] : [`controls.surface.${output.kind}`];
  if (output?.group === 'rotors')
    return [output.kind === 'tail-rotor' ? 'rotor.tail.controls' : 'rotor.main.controls'];
  if (output?.group === 'motors') return [`motor.${output.id}.wires`];
  return [`motor.${id.replace(/\.tilt$/, '')}.tilt`];
};

/**
 * Where a cause is put right. What both hides from the stick and shows in the correction has a wrong place that looks right at first,
 * and that is named. Example: a box that lies otherwise than entered is put right in the stabiliser; reversed servos would hide it.
 */
export function fixOf(
  cause: ControlCause,
  outputs: readonly ControlOutput[],
  context: ControlContext,
): ControlFix {
  const { hiddenBy, ...fix } = placedFix(cause, outputs, context);
  // Where nothing has a servo, nothing can be hidden there.
  const hides = hiddenBy !== undefined && outputs.some((o) => o.group !== 'motors');
  return hides ? { ...fix, hiddenBy } : fix;
}

function placedFix(
  cause: ControlCause,
  outputs: readonly ControlOutput[],
  { radio, stabilised }: ControlContext,
): ControlFix {
  const inSettings: ControlFix = stabilised
    ? { place: 'stabiliser', touches: SETTINGS }
    : { place: 'transmitter', touches: TRANSMITTER };
  switch (cause.kind) {
    case 'channel-reversed':
      if (!radio)
        return {
          place: 'rigging',
          touches: outputs
            .filter((o) => o.mix[cause.axis] !== undefined)
            .flatMap((o) => surfaceSystem(outputs, o.id)),
        };
      return {
        place: 'transmitter',
        touches: TRANSMITTER,
        ...(stabilised ? { hiddenBy: 'servo' as const } : {}),
      };
    case 'channels-swapped':
      return {
        place: 'transmitter',
        touches: TRANSMITTER,
        ...(stabilised ? { hiddenBy: 'servo' as const } : {}),
      };
    case 'output-reversed':
      return {
        ...inSettings,
        touches: [...inSettings.touches, ...surfaceSystem(outputs, cause.output)],
        ...(stabilised ? { hiddenBy: 'transmitter' as const } : {}),
      };
    case 'rod-reversed':
      return {
        place: radio ? 'linkage' : 'rigging',
        touches: surfaceSystem(outputs, cause.output),
        ...(stabilised ? { hiddenBy: 'transmitter' as const } : {}),
      };
    case 'output-dead':
      return { place: radio ? 'wiring' : 'rigging', touches: surfaceSystem(outputs, cause.output) };
    case 'outputs-swapped': {
      const isMotor = outputs.some((o) => o.group === 'motors' && cause.outputs.includes(o.id));
      return isMotor
        ? { ...inSettings, touches: [...SETTINGS, 'autopilot.outputs'] }
        : {
            place: 'wiring',
            touches: cause.outputs.flatMap((id) => surfaceSystem(outputs, id)),
            ...(stabilised ? { hiddenBy: 'transmitter' as const } : {}),
          };
    }
    case 'mixer':
      return {
        ...inSettings,
        touches: [...inSettings.touches, ...cause.outputs.flatMap((id) => surfaceSystem(outputs, id))],
        ...(stabilised ? { hiddenBy: 'transmitter' as const } : {}),
      };
    case 'numbered-on':
      return { ...inSettings, touches: [...SETTINGS, 'autopilot.outputs'] };
    case 'mounting':
      return {
        place: 'stabiliser',
        touches: ['autopilot.mounting', 'stabiliser.mounting'],
        hiddenBy: 'servo',
      };
    case 'gain-reversed':
    case 'gain-none':
      return { place: 'stabiliser', touches: SETTINGS, hiddenBy: 'servo' };
    case 'mode-inactive':
      return { place: 'mode', touches: ['link.modes', 'stabiliser.modes'] };
    case 'servo-reversed':
    case 'servo-dead':
    case 'servos-swapped':
      return { place: 'autopilot', touches: ['autopilot.servos'] };
  }
}
