import type { Layout, Place, Propulsor, Surface } from '../aircraft/types.ts';

/** What a stick, a pedal, a lever or a correction of the stabiliser asks for. */
export const CONTROL_AXES = ['roll', 'pitch', 'yaw', 'flaps', 'brakes'] as const;
export type ControlAxis = (typeof CONTROL_AXES)[number];

/** The axes that a stick moves and a stabiliser or an autopilot holds. */
export const TURNING_AXES = ['roll', 'pitch', 'yaw'] as const;
export type TurningAxis = (typeof TURNING_AXES)[number];

/** Outputs that are watched together: what moves in the air, the motors on the screen, what tilts them, the discs of rotors. */
export const OUTPUT_GROUPS = ['surfaces', 'motors', 'tilts', 'rotors'] as const;
export type OutputGroup = (typeof OUTPUT_GROUPS)[number];

/** Which way an output goes. What plus and minus are called stands with the output: up and down, right and left. */
export const WAYS_OF_MOVING = ['plus', 'still', 'minus'] as const;
export type WayOfMoving = (typeof WAYS_OF_MOVING)[number];

/**
 * What is between the hands and the surfaces: a radio link or cables, whether something corrects by itself, and the axes of an autopilot
 * whose own servos pull at the circuits beside the hands.
 */
export interface ControlContext {
  readonly radio: boolean;
  readonly stabilised: boolean;
  readonly autopilot?: readonly TurningAxis[];
}

/** Something that answers the controls. */
export interface ControlOutput {
  readonly id: string;
  readonly title: string;
  readonly group: OutputGroup;
  readonly words: { readonly plus: string; readonly minus: string };
  /**
   * Which way it goes for plus on an axis: roll to the right, nose up, nose right, flaps down, brakes out. An axis that is not
   * named leaves it still; `undescribed` is what nobody said of it.
   */
  readonly mix: Readonly<Partial<Record<ControlAxis, 1 | -1>>>;
  readonly undescribed: readonly ControlAxis[];
  /** It goes one way alone: a spoiler comes out on its own side and rests on the other. */
  readonly oneSided: boolean;
  /** What the other of a pair is; a pair is mixed together. */
  readonly kind: Surface['kind'] | Propulsor['kind'];
}

const UP_DOWN = { plus: 'Up', minus: 'Down' };
const RIGHT_LEFT = { plus: 'Right', minus: 'Left' };
const LEFT_RIGHT = { plus: 'Left', minus: 'Right' };
const AFT_FORWARD = { plus: 'Aft', minus: 'Forward' };
const OUT_IN = { plus: 'Out', minus: 'In' };

const sideOf = (surface: Surface): -1 | 0 | 1 =>
  surface.side === 'left' ? -1 : surface.side === 'right' ? 1 : 0;

const AILERON_LIKE = (side: -1 | 1): ControlOutput['mix'] => ({ roll: side });

/** Seen from behind: a surface of a V-tail that goes up pushes the tail down and to its own side, so the nose to the left one's right. */
function mixOf(surface: Surface): Pick<ControlOutput, 'mix' | 'undescribed'> {
  const side = sideOf(surface);
  const known = (mix: ControlOutput['mix']): Pick<ControlOutput, 'mix' | 'undescribed'> => ({
    mix,
    undescribed: [],
  });
  const onASide = (
    mix: (side: -1 | 1) => ControlOutput['mix'],
    undescribed: readonly ControlAxis[],
  ): Pick<ControlOutput, 'mix' | 'undescribed'> => (side === 0 ? { mix: {}, undescribed } : known(mix(side)));
  switch (surface.kind) {
    case 'aileron':
      return onASide(AILERON_LIKE, ['roll']);
    case 'flaperon':
      return onASide((s) => ({ ...AILERON_LIKE(s), flaps: -1 }), ['roll']);
    case 'spoiler':
      return onASide((s) => ({ ...AILERON_LIKE(s), brakes: 1 }), ['roll']);
    case 'elevon':
      return onASide((s) => ({ ...AILERON_LIKE(s), pitch: 1 }), ['roll', 'pitch']);
    case 'ruddervator':
      return onASide((s) => ({ pitch: 1, yaw: s === -1 ? 1 : -1 }), ['pitch', 'yaw']);
    case 'flap':
      return known({ flaps: -1 });
    case 'elevator':
      return known({ pitch: 1 });
    case 'canard':
      return known({ pitch: -1 });
    case 'rudder':
    case 'nose-wheel':
      return known({ yaw: 1 });
    case 'airbrake':
      return known({ brakes: 1 });
    case 'trim-tab':
      return known({});
  }
}

const WORDS: Readonly<Record<Surface['kind'], ControlOutput['words']>> = {
  aileron: UP_DOWN,
  flaperon: UP_DOWN,
  flap: UP_DOWN,
  elevator: UP_DOWN,
  elevon: UP_DOWN,
  ruddervator: UP_DOWN,
  canard: UP_DOWN,
  'trim-tab': UP_DOWN,
  rudder: RIGHT_LEFT,
  'nose-wheel': RIGHT_LEFT,
  airbrake: OUT_IN,
  spoiler: OUT_IN,
};

const lateral = (place: Place): -1 | 0 | 1 => (place.includes('left') ? -1 : place.includes('right') ? 1 : 0);
const ahead = (place: Place): -1 | 0 | 1 =>
  place.startsWith('front') || place === 'nose' ? 1 : place.startsWith('rear') || place === 'tail' ? -1 : 0;

/**
 * A motor that lifts: it raises its own side. A rotor that turns anticlockwise, seen from above, drives the frame clockwise, so
 * more of it turns the nose right. Which way it turns has to be described; without that its part in yaw is unknown.
 */
function motorOutput(p: Propulsor): ControlOutput {
  const [side, front] = [lateral(p.place), ahead(p.place)];
  return {
    id: p.id,
    title: p.title,
    group: 'motors',
    words: { plus: 'Rises', minus: 'Falls' },
    mix: {
      ...(side === 0 ? {} : { roll: side === -1 ? 1 : -1 }),
      ...(front === 0 ? {} : { pitch: front }),
      ...(p.turns === undefined ? {} : { yaw: p.turns === 'anticlockwise' ? 1 : -1 }),
    },
    undescribed: p.turns === undefined ? ['yaw'] : [],
    oneSided: false,
    kind: p.kind,
  };
}

/** What tilts a motor: the left one forward and the right one back turn the nose right. */
function tiltOutput(p: Propulsor): ControlOutput {
  const side = lateral(p.place);
  return {
    id: `${p.id}.tilt`,
    title: `Tilt of ${p.title.charAt(0).toLowerCase()}${p.title.slice(1)}`,
    group: 'tilts',
    words: { plus: 'Forward', minus: 'Back' },
    mix: side === 0 ? {} : { yaw: side === -1 ? 1 : -1 },
    undescribed: [],
    oneSided: false,
    kind: p.kind,
  };
}

/**
 * A rotor that carries, watched at its disc or its swash plate: it leans to where it has to pull. A tail rotor is watched by where it
 * pushes the tail, which turns the nose to the other side.
 */
function rotorOutputs(p: Propulsor): readonly ControlOutput[] {
  const one = (
    id: string,
    title: string,
    words: ControlOutput['words'],
    mix: ControlOutput['mix'],
  ): ControlOutput => ({
    id,
    title,
    group: 'rotors',
    words,
    mix,
    undescribed: [],
    oneSided: false,
    kind: p.kind,
  });
  return p.kind === 'main-rotor'
    ? [
        one(`${p.id}.sideways`, `${p.title}, sideways`, RIGHT_LEFT, { roll: 1 }),
        one(`${p.id}.along`, `${p.title}, fore and aft`, AFT_FORWARD, { pitch: 1 }),
      ]
    : [one(`${p.id}.push`, `${p.title}: it pushes the tail`, LEFT_RIGHT, { yaw: 1 })];
}

/**
 * What answers the controls of an aircraft, from its layout: every surface but trim tabs, every motor that lifts, every motor that
 * tilts, and the rotors of a rotorcraft. Signs after the usual convention: roll to the right, nose up and nose right are plus.
 * Example: of a V-tail the left surface goes up for nose up and up for nose right, the right one up for nose up and down for nose right.
 */
export function outputsOf(layout: Layout): readonly ControlOutput[] {
  const lifting = layout.propulsors.filter((p) => p.kind === 'lift-motor');
  return [
    ...layout.surfaces
      .filter((s) => s.kind !== 'trim-tab')
      .map((s): ControlOutput => ({
        id: s.id,
        title: s.title,
        group: 'surfaces',
        words: WORDS[s.kind],
        ...mixOf(s),
        oneSided: s.kind === 'spoiler',
        kind: s.kind,
      })),
    ...lifting.map(motorOutput),
    ...layout.propulsors.filter((p) => p.tilts === true).map(tiltOutput),
    ...layout.propulsors
      .filter((p) => p.kind === 'main-rotor' || p.kind === 'tail-rotor')
      .flatMap(rotorOutputs),
  ];
}
