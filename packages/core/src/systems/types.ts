import type { GEAR_FORMS, PROPULSOR_KINDS, Store, SURFACE_KINDS } from '../aircraft/types.ts';

/** What of a layout a system is: whatever of these kinds there is on an aircraft stands for it. */
export interface LayoutThings {
  readonly propulsors?: readonly (typeof PROPULSOR_KINDS)[number][];
  readonly surfaces?: readonly (typeof SURFACE_KINDS)[number][];
  readonly stores?: readonly Store['kind'][];
  /** Beginnings of the ids of zones of the plan: "wing-". */
  readonly zones?: readonly string[];
  /** Wheels, skids, legs or hull of every form but these: `true` for all. */
  readonly gear?: true | readonly (typeof GEAR_FORMS)[number][];
}

/** One system of the tree, and what it is part of is where it stands. */
export interface SystemNode {
  /** Last step of its name: "oil" of "engine.left.oil". */
  readonly name: string;
  readonly title: string;
  /** The next step of a name below it is the id of such a thing. */
  readonly each?: LayoutThings;
  readonly things?: LayoutThings;
  /** As people call what they work on; absent where it is only proven. */
  readonly component?: string;
  /** Looked at anew each time, whatever was done: no check of it is told of as re-opened by a component. */
  readonly everyTime?: boolean;
  /** Kinds of work that reach it whatever they are done to: where hands were, something may have been left behind. */
  readonly reachedBy?: readonly WorkAction[];
  /** Whether work on it takes tools to the aircraft; what says nothing is as what it is part of, and else it does. */
  readonly tools?: boolean;
  /** Systems that any work on it reaches beside it; {this} is the thing worked on. */
  readonly disturbs?: readonly string[];
  /** Systems reached further when it was replaced or repaired. */
  readonly replacing?: readonly string[];
  /** The only systems reached when it was adjusted; absent: all of it. */
  readonly adjusting?: readonly string[];
  readonly parts?: readonly SystemNode[];
}

/** The vocabulary of systems: what can be proven, worked on, inspected and authorised for. */
export interface SystemTree {
  readonly id: string;
  readonly revision: number;
  readonly title: string;
  readonly systems: readonly SystemNode[];
}

/** What can be done to a component. */
export const WORK_ACTIONS = [
  'adjusted',
  'replaced',
  'disconnected',
  'updated',
  'repaired',
  're-weighed',
] as const;
export type WorkAction = (typeof WORK_ACTIONS)[number];
