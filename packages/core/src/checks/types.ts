import type { Limit } from '../limits/types.ts';
import type { RunsOut } from '../papers/document.ts';
import type { CardOfAircraft } from '../emergency/types.ts';
import type { SystemTree } from '../systems/types.ts';
import type { PROPULSOR_KINDS } from '../aircraft/types.ts';
import type { SenseInput } from '../controls/inputs.ts';
import type { ControlAxis, OutputGroup } from '../controls/outputs.ts';
import type { SampledAfter } from '../fuel/samples.ts';
import type { PowerKind } from '../run-up/full-power.ts';
import type { SheetName } from './sheets.ts';
import type { TravelFigure, TravelPoint } from '../controls/travel.ts';
import type { WayQuestion } from './ways.ts';
import type { Aircraft } from '../aircraft/aircraft.ts';

/** The stations in the order of the work; a pack uses those it has checks for. */
export const STATIONS = [
  'papers',
  'loading',
  'inspection',
  'controls',
  'fuel',
  'run-up',
  'taxi',
  'ready',
  'flight',
  'debrief',
  'release',
] as const;

export type StationId = (typeof STATIONS)[number];

/** Roles a person may act in. */
export const ROLES = ['technician', 'inspector', 'certifier', 'pilot', 'observer', 'administrator'] as const;

export type Role = (typeof ROLES)[number];

/** Why a campaign is opened. */
export const OCCASIONS = ['post-maintenance', 'acceptance', 'maiden', 'site-release', 'ground-run'] as const;

export type Occasion = (typeof OCCASIONS)[number];

/** How far engines or motors are set while a test point is flown: what its fuel or energy is reckoned by. */
export const POWER_SETTINGS = ['idle', 'cruise', 'climb', 'full'] as const;

export type PowerSetting = (typeof POWER_SETTINGS)[number];

/** What a check of the flight asks of the flight: how it is packed into cards. */
export interface TestPoint {
  /** 1 is as any flight, 5 is as far as this aircraft is taken. Least comes first. */
  readonly risk: 1 | 2 | 3 | 4 | 5;
  /** "clean", "take-off", "landing": points of one configuration are flown together. */
  readonly configuration: string;
  /** Metres above the field: not below, and where the climb to it ends. */
  readonly height: { readonly low: number; readonly high: number };
  readonly power: PowerSetting;
  /** Belongs to the beginning or the end of a flight. */
  readonly place?: 'take-off' | 'landing';
  /** What has to be so before it is begun. */
  readonly entry: string;
  /** How it is stopped. */
  readonly stop: string;
}

/** Subject key of a check that is done once for the whole aircraft. */
export const WHOLE_AIRCRAFT = 'aircraft';

/** Subject keys of a check that is done on each side, so that left is measured and shown beside right. */
export const SIDES = ['left-side', 'right-side'] as const;

/** What a check is done once for: the whole aircraft, each engine or motor, or each side. */
export type SubjectKind = 'aircraft' | 'engine' | 'side';

/** What a figure on this check may plausibly be: the range of the gauge it is read from. */
export interface Plausible {
  readonly low: number;
  readonly high: number;
}

/** What the two directions of a figure are called that is told by how much and which way, instead of by a sign. */
export interface Directions {
  readonly plus: string;
  readonly minus: string;
}

interface FigureAnswer {
  readonly unit: string;
  /** Step of the gauge or display, in `unit`. */
  readonly resolution: number;
  /** Channel of the engine monitor, without the engine: "rpm". Absent: typed only. */
  readonly channel?: string;
  readonly plausible: Plausible;
  /** When a live value counts as steady. */
  readonly steady?: { readonly seconds: number; readonly tolerance: number };
}

/** How a check is answered. */
export type AnswerSpec =
  | ({
      readonly kind: 'reading';
      /** What a tool of the register has to measure for it: "torque". A figure that names no such tool is no answer. */
      readonly tool?: string;
      readonly directions?: Directions;
    } & FigureAnswer)
  | ({ readonly kind: 'drop'; readonly switchTo?: string } & FigureAnswer)
  | ({
      readonly kind: 'cylinders';
      readonly switchTo?: string;
      /** What is switched makes all of them rise: where none did, nothing was switched, and the answer is unknown. */
      readonly rises?: true;
    } & FigureAnswer)
  /** A figure for each motor, or for each that tilts, taken at one time and compared with one another. */
  | ({
      readonly kind: 'side-by-side';
      readonly of: 'motors' | 'tilts';
      /** Motors of these kinds alone. Absent: of every kind that current drives. */
      readonly kinds?: readonly (typeof PROPULSOR_KINDS)[number][];
      /** Seconds after the first one stood: by a press as each of them stands, or from the speeds that a vehicle tells. */
      readonly timed?: boolean;
      /** Channel of the speeds from which stops are found, where it is timed. */
      readonly speeds?: string;
    } & FigureAnswer)
  /** The heading shown, against two references that know nothing of it. */
  | ({ readonly kind: 'heading' } & FigureAnswer)
  /** How many there are: whole, and exact, since nothing is measured. Its unit is `count`. */
  | ({ readonly kind: 'count' } & FigureAnswer)
  /** Photographs, one of each view. */
  | { readonly kind: 'photo'; readonly views: readonly string[] }
  /** Recorded live for up to `seconds`, or timed with a stopwatch and typed in seconds. */
  | ({
      readonly kind: 'series';
      readonly seconds: number;
      /** Where the recording begins by itself: the last upward crossing of another channel. */
      readonly trigger?: { readonly channel: string; readonly above: number };
    } & FigureAnswer)
  | {
      readonly kind: 'choice';
      readonly options: readonly { readonly id: string; readonly text: string; readonly good: boolean }[];
    }
  | { readonly kind: 'confirm' }
  | { readonly kind: 'timer'; readonly seconds: number }
  | { readonly kind: 'text' }
  /** The aircraft on scales, or a model balanced by hand. */
  | { readonly kind: 'weighing'; readonly method: 'scales' | 'hand' }
  /** The loading sheet of the flight. */
  | { readonly kind: 'loading' }
  /** A certificate or permit in hand: how it runs out, and whether a copy belongs to the record. */
  | { readonly kind: 'document'; readonly runsOut: RunsOut; readonly copy: boolean }
  /** The logbooks from the first to today; so many days without a line are told. */
  | { readonly kind: 'trail'; readonly quietDays: number }
  /** Work items or inspection sheets with their signatures. */
  | { readonly kind: 'signatures'; readonly inspected: boolean }
  /** What is fitted, looked at against the list. */
  | { readonly kind: 'equipment' }
  /** The data plate, typed or scanned. */
  | { readonly kind: 'plate' }
  /** Safety locks, each looked at and felt by itself. */
  | { readonly kind: 'locks'; readonly locks: readonly LockSpec[] }
  /** Things taken to the aircraft, counted out and counted in again. */
  | { readonly kind: 'tally'; readonly listed: readonly string[] }
  /** The aircraft put together on site: each part in its order, and none before what it goes onto. */
  | { readonly kind: 'assembly'; readonly parts: readonly AssemblyPart[] }
  /** Which way each surface, motor or tilt goes when a stick is moved or the airframe is tilted. What is right follows from the layout. */
  | { readonly kind: 'sense'; readonly input: SenseInput; readonly of: OutputGroup }
  /**
   * A switch, lever or knob tried at each of its positions, in their order; a position may come twice. What is to be seen at each is
   * not shown before it is answered.
   */
  | {
      readonly kind: 'positions';
      /** What is moved: "The throttle cut". */
      readonly of: string;
      /** What there is to see, of which one is said at each position. */
      readonly seen: readonly { readonly id: string; readonly text: string }[];
      readonly steps: readonly PositionStep[];
    }
  /** How far each surface of an axis goes; what follows from the readings is worked out, and held against the limits named. */
  | {
      readonly kind: 'travel';
      readonly axis: ControlAxis;
      readonly takes: readonly TravelPoint[];
      /** What it is usually read in; a ruler at a chord radius and a protractor are both taken. */
      readonly in: 'deg-angle' | 'mm';
      /** Each figure with the key of the limit it is held against, which `limits` of the check names as well. */
      readonly figures: readonly { readonly figure: TravelFigure; readonly limit: string }[];
    }
  /** The mission read back from the vehicle, against the one that was planned. */
  | { readonly kind: 'mission' }
  /** The parameters of the vehicle, against the list that was left last time. */
  | { readonly kind: 'parameters' }
  /** Fuel timed into a can: runs of a volume and a time each. The flow that they come to is held against the limits of the check. */
  | {
      readonly kind: 'flow';
      /** So many runs at least. */
      readonly runs: number;
      /** Key of the limit of the attitude in which it counts, which `limits` of the check names as well. Absent: in any. */
      readonly attitude?: string;
      /** What stands open meanwhile: a tag by itself, from the first run on. */
      readonly opens?: { readonly thing: string; readonly touches: readonly string[] };
    }
  /** A compass swung: on so many headings at least, against something that is no compass of this aircraft. */
  | {
      readonly kind: 'swing';
      readonly points: number;
      /** Key of the limit of what the electrics change, which `limits` of the check names as well: every heading is read with and without them. */
      readonly electrics?: string;
    }
  /** A magnetometer turned about every way. */
  | {
      readonly kind: 'sphere';
      /** Each figure with the key of the limit it is held against, which `limits` of the check names as well. */
      readonly figures: readonly {
        readonly figure: 'residual' | 'hard-iron' | 'stretch';
        readonly limit: string;
      }[];
    }
  /** Figures in rows under a head, out of which others are worked: what they come to is held against the limits named. */
  | {
      readonly kind: 'worksheet';
      readonly sheet: SheetName;
      /** What it is about, where there are several: the tanks side by side. */
      readonly of?: readonly { readonly id: string; readonly title: string }[];
      /** Which of them it has to be: the tank that the return line feeds. Absent: the one that is drawn from. */
      readonly expects?: string;
      /** What full power depends on, where the pack knows it: then nobody is asked. */
      readonly power?: PowerKind;
      /** Each figure with the key of the limit it is held against, which `limits` of the check names as well. */
      readonly figures: readonly { readonly figure: string; readonly limit: string }[];
    }
  /** Samples out of every drain, round after round, until the last two are clear; the aircraft is moved between as is asked. */
  | {
      readonly kind: 'samples';
      readonly drains: readonly { readonly id: string; readonly title: string }[];
      readonly after: readonly SampledAfter[];
      /** The check that opens the screens after landing: what was stirred up is carried on until it was answered well. */
      readonly opened?: string;
    }
  /** Calls on the take-off run, in the order in which they come: each is called, or it is stopped. */
  | {
      readonly kind: 'roll';
      readonly calls: readonly RollCall[];
      /** What it is stopped for, beside a call that does not come. */
      readonly abort: string;
    }
  /** Derived from two other checks on the same subject, or from one check on both engines. */
  | { readonly kind: 'computed'; readonly from: readonly string[]; readonly value: ComputationName };

/** One call on the take-off run. */
export interface RollCall {
  readonly id: string;
  /** As it is called: "Speed alive". */
  readonly title: string;
  /** What has to be seen for it: "moving before the tail rises". */
  readonly expects: string;
  /** Key of the limit that is shown beside it, which `limits` of the check names as well. */
  readonly limit?: string;
  /** Channel of a device aboard whose figure is shown beside it, while it is heard. */
  readonly channel?: string;
}

/** One position, as it is called, and what has to be seen at it (by the id of what there is to see). */
export interface PositionStep {
  readonly position: string;
  readonly expected: string;
}

/** What a check does on a walk that is not done in passing. */
export const WALK_TURNS = ['closing', 'last'] as const;

/** How something is kept from coming undone. */
export const LOCK_FORMS = [
  'lock-wire',
  'cotter-pin',
  'jam-nut',
  'quick-disconnect',
  'latch',
  'propeller',
  'hinge',
  'plug',
] as const;
export type LockForm = (typeof LOCK_FORMS)[number];

/** Locks that carry a mark across, which shows when they have turned. */
export const MARKED_LOCKS: readonly LockForm[] = ['jam-nut', 'propeller'];

/** One safety lock of a check, or one of the same on each engine or motor. */
export interface LockSpec {
  readonly id: string;
  readonly title: string;
  readonly form: LockForm;
  readonly each?: 'engine';
}

/** What is done with a part that is put on, in this order: the right one, into its joint, its latch, its plug, and a tug. */
export const ASSEMBLY_STEPS = ['part', 'joint', 'latch', 'plug', 'tug'] as const;
export type AssemblyStep = (typeof ASSEMBLY_STEPS)[number];

/** A part of an assembly on site. */
export interface AssemblyPart {
  readonly id: string;
  readonly title: string;
  /** Parts that it goes onto, which stand before it in the list. */
  readonly on?: readonly string[];
  readonly steps: readonly AssemblyStep[];
}

/** The computations that a computed check names (`answers/computations/`). */
export type ComputationName = 'drop' | 'reading';

/** The ways of answering that give a computation its readings; of any other kind it would wait for ever. */
export const COMPUTED_FROM: Readonly<Record<ComputationName, readonly AnswerSpec['kind'][]>> = {
  drop: ['drop'],
  // A recording may be timed by hand: then it is a reading.
  reading: ['reading', 'series'],
};

/** One thing to establish. */
export interface Check {
  readonly id: string;
  readonly module: string;
  readonly station: StationId;
  /** As read aloud. */
  readonly challenge: string;
  /** Short name for rows: "Right ignition off, drop". */
  readonly title: string;
  readonly response: string;
  readonly why: string;
  readonly cautions: readonly string[];
  /** Why something armed or turning needs no caution here; without it such a check has one. */
  readonly uncautioned?: string;
  readonly where: string;
  readonly who: string;
  readonly subject: SubjectKind;
  /** For a check on each engine: done on those of these kinds alone. Absent: on every one. */
  readonly kinds?: readonly (typeof PROPULSOR_KINDS)[number][];
  readonly answer: AnswerSpec;
  /** States needed: name of the state to the value wanted. Engine states are those of the same engine. */
  readonly needs: Readonly<Record<string, string>>;
  /** States that keeping the answer sets. */
  readonly sets: Readonly<Record<string, string>>;
  /** Power setting at which a figure counts; recorded with the answer. */
  readonly setting?: {
    readonly channel: string;
    readonly value: number;
    readonly tolerance: number;
    readonly unit: string;
  };
  readonly limits: readonly string[];
  /** Order only: must have been answered before. */
  readonly after: readonly string[];
  /** Evidence: proven only as long as these are. */
  readonly standsOn: readonly string[];
  /** Systems proven, dotted, with {engine} for the engine: "engine.{engine}.ignition.left". */
  readonly proves: readonly string[];
  readonly validity?: {
    readonly hours?: number;
    /** The hours count only until a state is reached: wind looked up before a flight does not age after it. */
    readonly until?: { readonly state: string; readonly becomes: string };
    readonly endsWhen?: { readonly state: string; readonly becomes: string };
    /** Good for so many flights: when another is to come, it is wanted anew. */
    readonly flights?: number;
    /** Good beyond so many stops of its engine, or switchings-on of the power, and no more. */
    readonly engineStops?: number;
    readonly powerCycles?: number;
  };
  readonly secondPerson: boolean;
  readonly notApplicable: boolean;
  readonly minutes: number;
  /**
   * When it comes on a walk round the aircraft, whatever its place: it closes what the others look into, or it is the
   * look at the whole that comes behind all of them, and that any touch re-opens. Absent: where the way leads past it.
   */
  readonly turn?: (typeof WALK_TURNS)[number];
  /** Leaving it out of a scope takes an inspector or a certifying person. Absent: as `isRequired` reads it. */
  readonly required?: boolean;
  /** Waiting windows, in minutes from the end of another check to the beginning of this one. */
  readonly waits?: readonly { readonly after: string; readonly atLeast?: number; readonly atMost?: number }[];
  /** For checks of the flight. */
  readonly point?: TestPoint;
  /**
   * Done only by these schools: the question, and the choices that ask for it. Until somebody has chosen it is asked for
   * as well: what nobody has decided against is looked at. Absent: whatever is chosen.
   */
  readonly ways?: Readonly<Partial<Record<WayQuestion, readonly string[]>>>;
  /** Answered by what is chosen on this question, and by nothing else. Its options are the choices. */
  readonly decides?: WayQuestion;
}

/** What an occasion asks for whatever was done: whole stations, or single checks. */
export interface Demand {
  readonly stations: readonly StationId[];
  readonly checks?: readonly string[];
}

/** A state of the aircraft that steps need and set. */
export interface StateDefinition {
  readonly name: string;
  readonly title: string;
  readonly per: 'aircraft' | 'engine';
  readonly values: readonly string[];
  readonly initial: string;
}

/** What a gate asks for. */
export type GateCondition =
  | { readonly kind: 'proven'; readonly stations: readonly StationId[]; readonly overridable: boolean }
  | { readonly kind: 'noTags'; readonly overridable: boolean }
  | { readonly kind: 'findingsSettled'; readonly overridable: boolean }
  | { readonly kind: 'inspectionsSigned'; readonly overridable: boolean }
  /**
   * The inspection is walked once more by somebody else, who is not shown the answers of the first before having finished:
   * all of it, or so many of its steps, drawn by the product.
   */
  | { readonly kind: 'walkedAgain'; readonly sample?: number; readonly overridable: boolean }
  /** So many people are there when it is passed, and are named in the pass. */
  | { readonly kind: 'crew'; readonly minimum: number; readonly overridable: boolean };

/** A bar across the work: open or held, never probably. */
export interface Gate {
  readonly id: string;
  readonly title: string;
  /** The station it stands before. */
  readonly before: StationId;
  readonly conditions: readonly GateCondition[];
}

/** A compiled check pack: modules composed, overrides applied, order settled. */
export interface Pack {
  readonly id: string;
  readonly revision: number;
  readonly title: string;
  readonly families: readonly string[];
  readonly states: readonly StateDefinition[];
  readonly gates: readonly Gate[];
  /** Systems whose work asks for an inspection by someone who did not do it; dotted, * for any one part. */
  readonly independentInspection: readonly string[];
  /** Where builders work alone: one's own work may be looked at again by oneself after so many hours, and that is told. */
  readonly ownWork?: { readonly hours: number };
  /** By occasion. Absent: as `DEMANDS` of the planning says. */
  readonly demands?: Readonly<Partial<Record<Occasion, Demand>>>;
  readonly checks: readonly Check[];
}

/** A limit book of a type or an airframe. */
export interface LimitBook {
  readonly id: string;
  readonly revision: number;
  readonly title: string;
  readonly approvedBy: string;
  readonly approvedOn: string;
  /** The pack that it was begun for: what is asked for before it is whole. */
  readonly pack?: string;
  readonly limits: readonly Limit[];
}

/** Everything a campaign is judged by; settled when it is opened. */
export interface Basis {
  readonly pack: Pack;
  readonly limitBook: LimitBook;
  readonly aircraft: Aircraft;
  /** The vocabulary of systems at opening; absent in campaigns from before there was one. */
  readonly systems?: SystemTree;
  /** The emergency cards of the aircraft at opening; absent where the library has none for it. */
  readonly emergency?: readonly CardOfAircraft[];
  /** Figures of earlier campaigns, by trend limit and subject ("cruise-heads@left"), oldest first. */
  readonly past?: Readonly<Record<string, readonly { readonly value: number; readonly unit: string }[]>>;
}
