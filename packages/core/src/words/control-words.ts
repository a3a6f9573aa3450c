import type { ControlCause } from '../controls/causes.ts';
import type { ControlFix, FixPlace } from '../controls/fix.ts';
import { stickOf, SENSE_INPUTS, type SenseInput, type StickMode } from '../controls/inputs.ts';
import type { Mounting, Pointing } from '../controls/mountings.ts';
import type { ControlOutput, WayOfMoving } from '../controls/outputs.ts';
import type { TravelFigure, TravelPoint } from '../controls/travel.ts';

/** What a person does, as the rows of the sheet call it. */
export const SENSE_INPUT_TITLES: Readonly<Record<SenseInput, string>> = {
  'stick-right': 'Stick right',
  'stick-left': 'Stick left',
  'stick-back': 'Stick back',
  'stick-forward': 'Stick forward',
  'rudder-right': 'Right rudder',
  'rudder-left': 'Left rudder',
  'flaps-down': 'Flaps down',
  'brakes-out': 'Air brakes out',
  'right-side-down': 'Right side down',
  'left-side-down': 'Left side down',
  'nose-up': 'Nose up',
  'nose-down': 'Nose down',
  'nose-right': 'Nose right',
  'nose-left': 'Nose left',
  'heading-bug-right': 'Heading bug right',
  'heading-bug-left': 'Heading bug left',
  'pitch-up-asked': 'Pitch up asked of the autopilot',
  'pitch-down-asked': 'Pitch down asked of the autopilot',
};

/** Which stick of a transmitter is moved, and where to; undefined for what no stick does. Example: "Right stick back", in mode 2. */
export function stickInWords(input: SenseInput, mode: StickMode): string | undefined {
  const { by, axis, to } = SENSE_INPUTS[input];
  const stick = by === 'command' ? stickOf(mode, axis) : undefined;
  if (stick === undefined) return undefined;
  const where = axis === 'pitch' ? (to === 1 ? 'back' : 'forward') : to === 1 ? 'right' : 'left';
  return `${stick === 'right' ? 'Right' : 'Left'} stick ${where}`;
}

/** Which way an output went, in its own words. Example: "Up", "Rises", "Still". */
export const moveInWords = ({ words }: ControlOutput, way: WayOfMoving): string =>
  way === 'still' ? 'Still' : words[way];

/** What is read of a surface, as headings of all of them together call it. */
export const TRAVEL_POINT_TITLES: Readonly<Record<TravelPoint, string>> = {
  plus: 'One end',
  minus: 'The other end',
  neutral: 'Neutral',
  'after-plus': 'Back from one end',
  'after-minus': 'Back from the other',
  play: 'Play',
};

/** The same of one surface, by what its ways are called. Example: "Up", "Back from down". */
export function travelPointInWords({ words }: ControlOutput, point: TravelPoint): string {
  switch (point) {
    case 'plus':
    case 'minus':
      return words[point];
    case 'after-plus':
      return `Back from ${words.plus.toLowerCase()}`;
    case 'after-minus':
      return `Back from ${words.minus.toLowerCase()}`;
    case 'neutral':
    case 'play':
      return TRAVEL_POINT_TITLES[point];
  }
}

/** What is worked out of it. */
export const TRAVEL_FIGURE_TITLES: Readonly<Record<TravelFigure, string>> = {
  'throw-plus': 'Throw to one end',
  'throw-minus': 'Throw to the other',
  difference: 'Left against right',
  differential: 'Differential, %',
  neutral: 'Neutral, with its sign',
  'neutral-offset': 'Neutral off the line',
  'neutral-share': 'Neutral, % of travel',
  play: 'Play',
  backlash: 'Backlash',
  centring: 'Centring',
};

const AXIS_WORDS: Readonly<Record<string, string>> = {
  roll: 'roll',
  pitch: 'pitch',
  yaw: 'yaw',
  flaps: 'flaps',
  brakes: 'air brakes',
  throttle: 'throttle',
};

const POINTING_WORDS: Readonly<Record<Pointing, string>> = {
  forward: 'forward',
  aft: 'aft',
  right: 'to the right',
  left: 'to the left',
  down: 'down',
  up: 'up',
};

/** How a box lies against how it was entered. Example: "Box turned half round about the vertical". */
function mountingInWords({ arrow, top }: Mounting): string {
  if (top === 'up') {
    const turned = {
      aft: 'half round',
      right: 'a quarter to the right',
      left: 'a quarter to the left',
    } as const;
    return arrow === 'aft' || arrow === 'right' || arrow === 'left'
      ? `Box turned ${turned[arrow]} about the vertical`
      : 'Box as entered';
  }
  return `Box mounted with its arrow ${POINTING_WORDS[arrow]} and its top ${POINTING_WORDS[top]}`;
}

/** A cause in words, short enough to read aloud. */
export function causeInWords(cause: ControlCause, outputs: readonly ControlOutput[], radio: boolean): string {
  const title = (id: string): string => {
    const found = outputs.find((o) => o.id === id)?.title ?? id;
    return `${found.charAt(0).toLowerCase()}${found.slice(1)}`;
  };
  switch (cause.kind) {
    case 'channel-reversed':
      return radio
        ? `Channel of ${AXIS_WORDS[cause.axis]} reversed`
        : `Circuit of ${AXIS_WORDS[cause.axis]} rigged crossed`;
    case 'channels-swapped':
      return `Channels of ${AXIS_WORDS[cause.axes[0]]} and ${AXIS_WORDS[cause.axes[1]]} swapped`;
    case 'output-reversed':
      return `Servo of ${title(cause.output)} reversed`;
    case 'rod-reversed':
      return radio
        ? `Rod of ${title(cause.output)} on the wrong side of the arm`
        : `Rod or cable of ${title(cause.output)} reversed`;
    case 'output-dead':
      return `${title(cause.output).replace(/^./, (c) => c.toUpperCase())} not connected`;
    case 'outputs-swapped':
      return `${title(cause.outputs[0]).replace(/^./, (c) => c.toUpperCase())} and ${title(cause.outputs[1])} swapped`;
    case 'mixer':
      return {
        'one-axis-each': `No mixing: ${title(cause.outputs[0])} follows one stick, ${title(cause.outputs[1])} the other`,
        'one-axis-each-crossed': `No mixing: ${title(cause.outputs[1])} follows one stick, ${title(cause.outputs[0])} the other`,
        elevons: 'Mixed as a flying wing, not as a V-tail',
        'v-tail': 'Mixed as a V-tail, not as a flying wing',
      }[cause.as];
    case 'numbered-on':
      return `Motors numbered from another arm, ${cause.places} on`;
    case 'mounting':
      return mountingInWords(cause.mounting);
    case 'gain-reversed':
      return `Correction of ${cause.axis} reversed`;
    case 'gain-none':
      return `Correction of ${cause.axis} at nothing`;
    case 'mode-inactive':
      return 'Mode not active: nothing is corrected';
    case 'servo-reversed':
      return `Autopilot's servo of ${cause.axis} reversed`;
    case 'servo-dead':
      return `Autopilot's servo of ${cause.axis} does not pull`;
    case 'servos-swapped':
      return `Autopilot's servos of ${cause.axes[0]} and ${cause.axes[1]} swapped`;
  }
}

const PLACES: Readonly<Record<FixPlace, string>> = {
  transmitter: 'Put it right in the transmitter',
  stabiliser: 'Put it right in the set-up of the stabiliser',
  wiring: 'Put it right at the plugs',
  linkage: 'Put it right at the linkage',
  rigging: 'Put it right in the rigging',
  mode: 'Choose the mode, and ask again',
  autopilot: "Put it right at the autopilot's servo, not in the circuit of the stick",
};

/** Where a cause is put right, and where not. Example: "Put it right in the set-up of the stabiliser, not at the servo: …". */
export function fixInWords({ place, hiddenBy }: ControlFix): string {
  if (hiddenBy === 'servo')
    return `${PLACES[place]}, not at the servos: that would hide it, and turn the other half round.`;
  return hiddenBy === 'transmitter'
    ? `${PLACES[place]}, not in the transmitter: the stick would look right and the correction drive it further.`
    : `${PLACES[place]}.`;
}
