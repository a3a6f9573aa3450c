import type { Role } from '../checks/types.ts';

/** A stretch of time, from an instant up to but without another; ISO, UTC. */
export interface Stretch {
  readonly from: string;
  readonly to: string;
}

/** Somebody who is there on the day. */
export interface Present {
  /** Person id. */
  readonly id: string;
  readonly name: string;
  readonly roles: readonly Role[];
  readonly away: readonly Stretch[];
}

/** The day, or the days, on which a campaign is worked. */
export interface DayPlan {
  /** When the first check may begin; ISO, UTC. */
  readonly start: string;
  /** Hours of the field in minutes after local midnight, the same on every day, and the field's offset from UTC. */
  readonly hours: { readonly from: number; readonly to: number; readonly offset: number };
  /** So many days may be used; 1 is today only. */
  readonly days: number;
  readonly people: readonly Present[];
  /** How many checks may be done at once in a place; places not named take one. */
  readonly places: Readonly<Record<string, number>>;
  /** Instruments that are elsewhere, by id. */
  readonly instrumentsAway: Readonly<Record<string, readonly Stretch[]>>;
  /** Where the sun is reckoned for; absent: flights are not held to daylight, and the plan says so. */
  readonly field?: { readonly name: string; readonly latitude: number; readonly longitude: number };
  /** When the wind allows flying, and where that is known from; absent: not considered. */
  readonly wind?: { readonly stretches: readonly Stretch[]; readonly source: string };
}

/** What a flight has to burn, and what it must land with. */
export interface FlightBudget {
  /** "L", "Wh" or "mAh". */
  readonly unit: string;
  readonly usable: number;
  readonly reserve: number;
  /** What is added to everything that is burned, as a share of it: 0.05 for five in a hundred. Absent: nothing. */
  readonly contingency?: number;
  /** Per minute, by power setting. */
  readonly rate: Readonly<Record<'idle' | 'cruise' | 'climb' | 'full', number>>;
  /** Minutes from starting to lifting off, and from the circuit to stopping. */
  readonly taxiMinutes: number;
  readonly circuitMinutes: number;
  /** Metres a minute. */
  readonly climbRate: number;
  /** No flight longer than this, in minutes. */
  readonly longest: number;
  /** Height of the circuit above the field, metres. */
  readonly circuitHeight: number;
}

/** How the test points of a campaign are spread over flights, in the order in which they are flown. */
export interface FlightPlan {
  readonly budget: FlightBudget;
  /** Checks by flight. */
  readonly flights: readonly (readonly string[])[];
}

/** A timetable as it is kept: not times, but what they follow from. */
export interface KeptTimetable {
  readonly list: readonly string[];
  readonly by: Readonly<Record<string, readonly string[]>>;
}

export const PROFILES = ['circuit', 'overhead', 'programme'] as const;
/** How far the first flight goes: a circuit and a look; a climb overhead; as the programme says. */
export type Profile = (typeof PROFILES)[number];

/** A school chosen on one question, and why. */
export interface WayChosen {
  readonly choice: string;
  readonly why: string;
}
