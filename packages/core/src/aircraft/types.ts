import type { Instrument } from '../limits/types.ts';
import type { LoadingData } from './loading-data.ts';

/** Families of aircraft: what a layout begins from and what authorisations and packs are scoped by. */
export const FAMILIES = {
  'piston-single': 'Piston single with magnetos',
  'piston-dual-lane': 'Piston single, dual-lane electronic control',
  'piston-twin': 'Piston twin',
  'piston-multi': 'Piston, three or four engines',
  'home-built': 'Home-built aeroplane',
  vintage: 'Vintage aeroplane',
  sailplane: 'Sailplane',
  'motor-glider': 'Motor glider',
  rotorcraft: 'Rotorcraft',
  'electric-model': 'Electric model aeroplane',
  'ducted-fan': 'Ducted-fan jet model',
  'flying-wing': 'Flying wing',
  flapping: 'Flapping bird-shaped model',
  multirotor: 'Multirotor',
  'lift-and-cruise': 'Electric lift-and-cruise, fixed motors',
  'lift-and-cruise-tilt': 'Electric lift-and-cruise, tilting motors',
  'lift-and-cruise-fuel': 'Fuel-engined lift-and-cruise',
} as const;
export type Family = keyof typeof FAMILIES;
export const FAMILY_IDS = Object.keys(FAMILIES) as Family[];

/** Families that are flown by radio: between the hands and the surfaces are channels, mixers and servos. */
export const FLOWN_BY_RADIO: readonly Family[] = [
  'electric-model',
  'ducted-fan',
  'flying-wing',
  'flapping',
  'multirotor',
  'lift-and-cruise',
  'lift-and-cruise-tilt',
  'lift-and-cruise-fuel',
];

/** Where a thing sits, seen from above with the nose up. */
export const PLACES = [
  'nose',
  'centre',
  'tail',
  'left-wing',
  'right-wing',
  'left-wing-outer',
  'right-wing-outer',
  'front-left',
  'front-right',
  'middle-left',
  'middle-right',
  'rear-left',
  'rear-right',
] as const;
export type Place = (typeof PLACES)[number];

export const SURFACE_KINDS = [
  'aileron',
  'flap',
  'elevator',
  'rudder',
  'elevon',
  'ruddervator',
  'canard',
  'flaperon',
  'spoiler',
  'airbrake',
  'nose-wheel',
  'trim-tab',
] as const;

/** A surface that moves. */
export interface Surface {
  readonly id: string;
  readonly title: string;
  readonly kind: (typeof SURFACE_KINDS)[number];
  readonly side: 'left' | 'right' | 'centre';
}

export const PROPULSOR_KINDS = [
  'piston',
  'electric',
  'ducted-fan',
  'lift-motor',
  'main-rotor',
  'tail-rotor',
  'flapping-drive',
] as const;

export const TURNS = ['clockwise', 'anticlockwise'] as const;

/** Whatever pushes, pulls or lifts. `engine` ones are what checks per engine are done on. */
export interface Propulsor {
  readonly id: string;
  readonly title: string;
  readonly kind: (typeof PROPULSOR_KINDS)[number];
  readonly place: Place;
  /** 0 for anything without cylinders. */
  readonly cylinders: number;
  /** Disc or duct, in metres. */
  readonly diameter: number;
  /** Which way a lifting rotor turns, seen from above; without it nothing is known of what it does in yaw. */
  readonly turns?: (typeof TURNS)[number];
  /** It swings between lifting and pushing. */
  readonly tilts?: boolean;
  /** Left out of the engines that checks are done on: a rotor driven by an engine listed for itself. */
  readonly driven?: boolean;
}

/** Where energy is kept. */
export interface Store {
  readonly id: string;
  readonly title: string;
  readonly kind: 'tank' | 'pack';
  readonly place: Place;
  /** Litres for a tank, ampere-hours for a pack. */
  readonly capacity: number;
  /** Cells in series, for a pack. */
  readonly cells?: number;
}

export const WING_FORMS = ['straight', 'tapered', 'swept', 'biplane', 'bird', 'none'] as const;
export const TAIL_FORMS = ['conventional', 't-tail', 'v-tail', 'twin-boom', 'boom', 'none'] as const;
export const GEAR_FORMS = ['nosewheel', 'tailwheel', 'monowheel', 'hull', 'skids', 'legs', 'none'] as const;

/** What an aircraft is made of, as far as checks, drawings and systems need it. */
export interface Layout {
  /** Metres. */
  readonly span: number;
  readonly length: number;
  readonly wing: (typeof WING_FORMS)[number];
  readonly tail: (typeof TAIL_FORMS)[number];
  readonly gear: (typeof GEAR_FORMS)[number];
  readonly surfaces: readonly Surface[];
  readonly propulsors: readonly Propulsor[];
  readonly stores: readonly Store[];
}

/** A thing fitted, with the number it is known by. */
export interface Equipment {
  readonly id: string;
  readonly title: string;
  readonly partNumber: string;
  readonly serial: string;
  /** Systems that exchanging it touches. */
  readonly touches: readonly string[];
  /** In the units of the placard, where somebody stated them. */
  readonly mass?: number;
  readonly arm?: number;
  readonly lateral?: number;
}

/** One way in which the aircraft may be set up, and the ways there are. */
export interface ConfigurationOption {
  readonly id: string;
  readonly title: string;
  readonly choices: readonly {
    readonly id: string;
    readonly title: string;
    /** Systems that changing to or from it touches. */
    readonly touches: readonly string[];
  }[];
}

/** An aircraft described once; what a campaign needs of it is derived by `aircraftOf`. */
export interface AircraftDescription {
  readonly mark: string;
  readonly revision: number;
  readonly type: string;
  readonly description: string;
  readonly family: string;
  readonly serial: string;
  readonly layout: Layout;
  readonly equipment: readonly Equipment[];
  readonly options: readonly ConfigurationOption[];
  /** The choice made of each option. */
  readonly chosen: Readonly<Record<string, string>>;
  readonly hours: number;
  readonly limitBook: string;
  readonly pack: string;
  readonly instruments: readonly Instrument[];
  /** What its loading is reckoned by; absent where nobody described it. */
  readonly loading?: LoadingData;
}

export const INSTRUMENT_KINDS = [
  'scales',
  'torque-tool',
  'tachometer',
  'gauge',
  'compass',
  'receiver',
  'meter',
  'other',
] as const;

/** An instrument of the workshop's register: a revision for every certificate and every change. */
export interface InstrumentRecord extends Omit<Instrument, 'before' | 'live'> {
  readonly revision: number;
  readonly kind: (typeof INSTRUMENT_KINDS)[number];
}
