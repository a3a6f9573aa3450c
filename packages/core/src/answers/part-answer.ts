import type { AssemblyStep } from '../checks/types.ts';
import type { WayOfMoving } from '../controls/outputs.ts';
import type { RuleHeld, TravelPoint } from '../controls/travel.ts';
import type { WayPoint } from '../energy/come-home.ts';
import type { RunTimedBy } from '../fuel/flow-test.ts';
import type { SampleRound } from '../fuel/samples.ts';
import type { Reading, Series } from '../limits/types.ts';
import type { HeadingSource, North } from './heading-sources.ts';
import type { TimedBy } from './timed-by.ts';
import type { MissionItem } from '../mission/mission.ts';
import type { VehicleParameter } from '../parameters/parameters.ts';
import type { LoadingSheet, Weighing } from '../loading/types.ts';
import type { PaperDocument, Photo, SeenEquipment, SignedItem, TrailStretch } from '../papers/types.ts';

/** What was measured or seen on one subject of a check. */
export type PartAnswer =
  | { readonly kind: 'reading'; readonly reading: Reading }
  | { readonly kind: 'drop'; readonly before: Reading; readonly after: Reading }
  | { readonly kind: 'count'; readonly count: number }
  | { readonly kind: 'photo'; readonly photos: readonly Photo[] }
  | { readonly kind: 'cylinders'; readonly readings: Readonly<Record<string, Reading>> }
  /** By the name of the motor in the layout. */
  | {
      readonly kind: 'side-by-side';
      readonly readings: Readonly<Record<string, Reading>>;
      /** How it was timed, where it was; how good a time is follows from that. */
      readonly timedBy?: TimedBy;
    }
  | {
      readonly kind: 'heading';
      readonly own: Reading;
      readonly north: North;
      readonly references: readonly HeadingReference[];
      /** Degrees, plus to the east; there where figures are counted from both norths. */
      readonly declination?: Reading;
    }
  | { readonly kind: 'series'; readonly series: Series }
  | { readonly kind: 'choice'; readonly option: string }
  | { readonly kind: 'confirm'; readonly asExpected: boolean; readonly note?: string }
  | { readonly kind: 'timer'; readonly startedAt: string; readonly endedAt: string }
  | { readonly kind: 'text'; readonly text: string }
  | { readonly kind: 'weighing'; readonly weighing: Weighing }
  | { readonly kind: 'loading'; readonly sheet: LoadingSheet }
  | { readonly kind: 'document'; readonly document: PaperDocument }
  | { readonly kind: 'trail'; readonly stretches: readonly TrailStretch[] }
  | { readonly kind: 'signatures'; readonly items: readonly SignedItem[] }
  | { readonly kind: 'equipment'; readonly seen: readonly SeenEquipment[] }
  | { readonly kind: 'plate'; readonly text: string; readonly how: 'typed' | 'scanned' }
  | { readonly kind: 'locks'; readonly locks: readonly SeenLock[] }
  | { readonly kind: 'tally'; readonly rows: readonly TallyRow[] }
  | { readonly kind: 'assembly'; readonly parts: readonly PutOn[] }
  /** `calledBy`: who stood at the aircraft and called, where whoever holds the device did not look himself. */
  | { readonly kind: 'sense'; readonly moves: readonly SeenMove[]; readonly calledBy?: string }
  /** What was seen at each position, in the order of the check, by its id. */
  | { readonly kind: 'positions'; readonly seen: readonly string[] }
  | { readonly kind: 'mission'; readonly planned: PlannedMission; readonly read: ReadMission }
  | {
      readonly kind: 'parameters';
      /** As they were left, by the name of the file or what they were left by. */
      readonly left: { readonly name: string; readonly items: readonly VehicleParameter[] };
      readonly read: {
        readonly from: 'vehicle' | 'file';
        readonly at?: string;
        readonly items: readonly VehicleParameter[];
      };
      /** Differences that are meant to be, with the reason. */
      readonly accepted: readonly { readonly name: string; readonly why: string }[];
    }
  | {
      readonly kind: 'flow';
      /** The cautions of the check were seen to before it. */
      readonly prepared: boolean;
      /** Half the width of what a reading of the can may be off. */
      readonly readsTo: Reading;
      /** Nose above the level, where the check asks for it. */
      readonly attitude?: Reading;
      readonly runs: readonly FlowRun[];
    }
  | {
      readonly kind: 'swing';
      readonly source: HeadingSource;
      /** Which north the references count from. */
      readonly north: North;
      /** Degrees, plus to the east; there where they count from true north. */
      readonly declination?: Reading;
      readonly points: readonly SwungPoint[];
    }
  | {
      readonly kind: 'sphere';
      readonly from: 'vehicle' | 'file';
      /** Milligauss along nose, right and down, one of each at a time. */
      readonly samples: {
        readonly x: readonly number[];
        readonly y: readonly number[];
        readonly z: readonly number[];
      };
    }
  | {
      readonly kind: 'worksheet';
      /** Figures by row and column; those of the head are in row 0. */
      readonly cells: readonly SheetCell[];
      readonly chosen: readonly { readonly choice: string; readonly option: string }[];
      /** Points of the mission, where it is about one: metres from where it takes off, to the north, to the east, and above. */
      readonly mission?: {
        readonly name: string;
        readonly points: readonly WayPoint[];
      };
    }
  | { readonly kind: 'samples'; readonly rounds: readonly SampleRound[]; readonly photos?: readonly Photo[] }
  /** `ended`: lifted off, or stopped with the reason where no call said it. */
  | {
      readonly kind: 'roll';
      readonly calls: readonly CalledOnRoll[];
      readonly ended: 'lifted' | 'stopped';
      readonly why?: string;
    }
  /** `held`: how the rule was held, where anything was read with one. */
  | { readonly kind: 'travel'; readonly held?: RuleHeld; readonly rows: readonly TravelRow[] };

/** One call on a take-off run: that it came, or that it did not, so many seconds after the brakes were let go. */
export interface CalledOnRoll {
  readonly id: string;
  readonly came: boolean;
  readonly after: number;
}

/** One heading of a swing: by what the aircraft was set, and what the compass shows; `off` with the electrics off. */
export interface SwungPoint {
  readonly reference: Reading;
  readonly shown: Reading;
  readonly off?: Reading;
}

/** One figure of a worksheet. */
export interface SheetCell {
  readonly row: number;
  readonly column: string;
  readonly reading: Reading;
}

/** One run of fuel into a can. */
export interface FlowRun {
  readonly volume: Reading;
  readonly time: Reading;
  readonly timedBy: RunTimedBy;
}

/** What a heading was held against, and which north it is counted from. */
export interface HeadingReference {
  readonly source: HeadingSource;
  readonly reading: Reading;
  readonly north: North;
}

/** The mission as it was planned, by the name of its file. */
export interface PlannedMission {
  readonly name: string;
  readonly items: readonly MissionItem[];
}

/** The mission as it is aboard: read from the vehicle on the line, or from a file that a ground station wrote. */
export interface ReadMission {
  readonly from: 'vehicle' | 'file';
  /** When the vehicle gave it, ISO; of a file nobody knows. */
  readonly at?: string;
  readonly items: readonly MissionItem[];
}

/** What was read of one surface: in degrees, or as lengths at a radius from its hinge line. */
export interface TravelRow {
  readonly output: string;
  readonly radius?: Reading;
  readonly read: Readonly<Partial<Record<TravelPoint, Reading>>>;
}

/** What a caller says of an output beside "still". */
export const CALLS = ['correct', 'wrong'] as const;
export type Call = (typeof CALLS)[number];

/** Which way one output went, by its name in the layout: as it was seen, or as a caller judged it without saying which way. */
export type SeenMove =
  { readonly output: string; readonly way: WayOfMoving } | { readonly output: string; readonly called: Call };

/** How far a part was put on, and what is wrong at the step that comes next, where something is. */
export interface PutOn {
  readonly id: string;
  readonly done: readonly AssemblyStep[];
  readonly fault?: string;
}

/** One lock as it was found: looked at, felt, its mark in line where it has one; or what is wrong with it. */
export interface SeenLock {
  readonly id: string;
  readonly seen: boolean;
  readonly felt: boolean;
  readonly marked?: boolean;
  readonly fault?: string;
}

/** So many of a thing went to the aircraft, and so many came back. */
export interface TallyRow {
  readonly what: string;
  readonly out: number;
  readonly in: number;
}
