import type {
  ChangedCylinder,
  CylinderSays,
  PatternSays,
  SpeedCheck,
  UnlikeFleet,
  Wanders,
} from '../run-up/index.ts';

/** How sure something is, in words with its figure. Never certain. Example: 0.9991 is "almost certain (more than 99 %)". */
export function surenessInWords(sureness: number): string {
  const percent = Math.floor(sureness * 100);
  if (percent >= 99) return 'almost certain (more than 99 %)';
  return `${percent >= 90 ? 'very likely' : percent >= 70 ? 'likely' : 'possible'} (${percent} %)`;
}

const kelvin = (value: number): string => `${Math.round(Math.abs(value))} °C`;

/**
 * What one cylinder says on one ignition alone, as a sentence that can be raised as a finding.
 * Example: "Cylinder 4: exhaust 430 °C below the others on the left ignition alone. Its left plug or lead is dead: almost certain (more than 99 %)."
 */
export function cylinderInWords({ cylinder, what, sureness, by }: CylinderSays, ignition: string): string {
  const sure = surenessInWords(sureness);
  const side = ignition.replace(/ ignition$/, '');
  switch (what) {
    case 'dead':
      return `Cylinder ${cylinder}: exhaust ${kelvin(by)} below the others on the ${ignition} alone. Its ${side} plug or lead is dead: ${sure}.`;
    case 'weak':
      return `Cylinder ${cylinder}: exhaust ${kelvin(by)} below the others on the ${ignition} alone. Its ${side} plug or lead is weak: ${sure}.`;
    case 'offset':
      return `Cylinder ${cylinder}: ${kelvin(by)} ${by > 0 ? 'above' : 'below'} the others on both and on one alike. Not its plugs: its injector or mixture, or its probe.`;
  }
}

/** What all cylinders together say on one ignition alone; undefined where they do as usual. */
export function patternInWords({ whole, rise }: PatternSays, ignition: string): string | undefined {
  switch (whole) {
    case 'asUsual':
      return undefined;
    case 'unchanged':
      return `No exhaust rose (${Math.round(rise)} °C): the ${ignition} does not run alone. Was it switched? If it was, the other ignition is not grounded: treat the propeller as live.`;
    case 'fellEverywhere':
      return `All exhausts fell together, by ${kelvin(rise)}: not one cylinder’s plug. Look at the ${ignition} as a whole, or at the mixture.`;
    case 'late':
      return `All exhausts rose by ${kelvin(rise)}, more than one ignition alone makes them: the ${ignition} may fire late. Look at its timing.`;
  }
}

/** A cylinder that wanders by itself, as a sentence. */
export const wandersInWords = ({ cylinder, reach, period }: Wanders): string =>
  `Cylinder ${cylinder}: exhaust goes up and down by itself, ${kelvin(reach)} in ${Math.round(period)} s. Look at its exhaust valve.`;

const LOOKS_LIKE: Readonly<Record<SpeedCheck['looksLike'], string>> = {
  ignition: 'an ignition: the exhausts rose',
  propeller: 'the propeller',
  throttle: 'the throttle: manifold pressure fell with it',
  other: 'no ignition: no exhaust rose',
  unknown: 'something switched',
};

/** What a check that was found in a trace looks like. Example: "an ignition: the exhausts rose". */
export const looksLikeInWords = (looksLike: SpeedCheck['looksLike']): string => LOOKS_LIKE[looksLike];

/** A cylinder that is not as it was among the others, as a sentence. */
export const changedInWords = ({ cylinder, by }: ChangedCylinder): string =>
  `Cylinder ${cylinder}: ${kelvin(by)} ${by > 0 ? 'hotter' : 'colder'} among the others than last time. Inside its limits it may be, but it is unlike this engine.`;

/** A cylinder that is not as it is on other engines of the type, as a sentence. */
export const unlikeFleetInWords = ({ cylinder, by, engines }: UnlikeFleet): string =>
  `Cylinder ${cylinder}: ${kelvin(by)} ${by > 0 ? 'hotter' : 'colder'} among the others than on ${engines} engines of this type before.`;
