import type { BasisIndex } from '../checks/basis-index.ts';
import type { Occasion } from '../checks/types.ts';
import type { Constraint } from '../planning/conflict.ts';
import type { NoTimetable } from '../planning/timetable.ts';
import { scopeChain } from '../scope/scope.ts';
import { type Scope, type ScopeWhy } from '../record/scope.ts';
import { describeWork } from '../scope/work.ts';
import { type WorkItem } from '../record/scope.ts';
import type { Names } from './english.ts';

/** Occasions in words. */
export const OCCASION_TITLES: Readonly<Record<Occasion, string>> = {
  'post-maintenance': 'After maintenance',
  acceptance: 'Acceptance',
  maiden: 'Maiden flight',
  'site-release': 'Site release',
  'ground-run': 'Ground run only',
};

const lowerFirst = (text: string): string => text.charAt(0).toLowerCase() + text.slice(1);

/** One link of a chain of reasons, as it is read after the part it brings in. */
function sayWhy(why: ScopeWhy, work: readonly WorkItem[], names: Names): string {
  switch (why.kind) {
    case 'touched': {
      const item = work[why.item];
      return `${item ? describeWork(item) : 'the work'} touches ${lowerFirst(names.thing(why.system))}`;
    }
    case 'standsOn':
      return `stands on “${names.part(why.from)}”`;
    case 'ground':
      return `“${names.part(why.from)}” stands on it, and nothing earlier carries it`;
    case 'state':
      return `“${names.part(why.from)}” needs ${why.state.replace(/-/g, ' ')} ${why.value.replace(/-/g, ' ')}`;
    case 'flight':
      return `goes with the flight that “${names.part(why.from)}” asks for`;
    case 'demanded':
      return why.occasion === 'ground-run'
        ? 'the ground run requires it'
        : `${lowerFirst(OCCASION_TITLES[why.occasion])} requires it`;
    case 'added':
      return `added: ${why.reason}`;
  }
}

/**
 * Why a part is in a scope, from the work to the part.
 * Example: "Left propeller governor: replaced touches left engine, propeller → Propeller control → Static speed".
 */
export function sayScopeChain(
  scope: Scope,
  key: string,
  work: readonly WorkItem[],
  names: Names,
): readonly string[] {
  return scopeChain(scope, key).map(({ why }) => sayWhy(why, work, names));
}

/** A job of a timetable in words. */
export function jobTitle(job: string, names: Names, index: BasisIndex): string {
  const flight = /^flight (\d+)$/.exec(job);
  if (flight) return `Flight ${flight[1]}`;
  const gate = /^gate (.+)$/.exec(job);
  if (gate) return index.basis.pack.gates.find((g) => g.id === gate[1])?.title ?? job;
  if (job.startsWith('state ')) return 'Change of state';
  return names.part(job);
}

/** What a constraint of a conflict says; `clock` writes minutes from the beginning of the plan as a time of day. */
function sayConstraint(
  constraint: Constraint,
  title: (job: string) => string,
  resource: (id: string) => string,
  clock: (minutes: number) => string,
  rolesOf: (job: string, slot: number) => string,
): string {
  const span = (list: readonly { from: number; to: number }[]): string =>
    list.map((w) => `${clock(w.from)} to ${clock(w.to)}`).join(', ');
  switch (constraint.kind) {
    case 'link':
      return `“${title(constraint.job)}” comes after “${title(constraint.before)}”${constraint.atLeast ? `, ${Math.round(constraint.atLeast)} min or more` : ''}${constraint.atMost === undefined ? '' : `, within ${Math.round(constraint.atMost)} min`}`;
    case 'window':
      return constraint.windows.length === 0
        ? `“${title(constraint.job)}” can be done at no time at all: no hours, daylight and wind together`
        : `“${title(constraint.job)}” takes ${Math.round(constraint.minutes)} min, and has only ${span(constraint.windows)}`;
    case 'release':
      return `“${title(constraint.job)}” cannot begin before ${clock(constraint.from)}`;
    case 'crew':
      return `“${title(constraint.job)}” takes ${rolesOf(constraint.job, constraint.slot)}, and ${constraint.people.length === 0 ? 'nobody is there who is one' : `only ${constraint.people.map(resource).join(' and ')} could be one`}`;
    case 'away':
      return `${resource(constraint.resource)} is away ${span(constraint.away)}`;
    case 'load':
      return `${constraint.resources.map(resource).join(', ')} would have ${Math.ceil(constraint.minutes)} min of work that only they can do, and ${Math.floor(constraint.there)} min to do it in`;
  }
}

/** Why there is no timetable, a sentence for each thing asked for that cannot be had together with the others. */
export function sayConflict(
  none: NoTimetable,
  names: Names,
  index: BasisIndex,
  who: (id: string) => string,
  time: (iso: string) => string,
  rolesOf: (job: string, slot: number) => string,
): { readonly title: string; readonly sentences: readonly string[] } {
  const zero = Date.parse(none.made.origin);
  const resource = (id: string): string =>
    id.replace(/^(place|instrument) /, '') === id ? who(id) : id.replace(/^(place|instrument) /, '');
  const sentences = none.conflict.constraints.map((c) =>
    sayConstraint(
      c,
      (job) => jobTitle(job, names, index),
      resource,
      (minutes) => time(new Date(zero + minutes * 60_000).toISOString()),
      rolesOf,
    ),
  );
  const titles = {
    circle: 'These wait for each other in a circle',
    nobody: 'A role is held by nobody who is there',
    tooFew: 'There are too few people for one check',
    time: 'These cannot be had together',
    hurry: 'There is too much work in between',
    hours: 'There are too few hours',
  } as const;
  return {
    title: titles[none.conflict.kind],
    sentences:
      sentences.length > 0
        ? sentences
        : ['No way through was found in the days of the plan; give it another day.'],
  };
}
