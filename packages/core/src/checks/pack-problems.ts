import { reason, type Reason } from '../reasons/reason.ts';
import { TRAVEL_FIGURES } from '../controls/travel.ts';
import { channelUnit } from '../signals/channel-units.ts';
import { WAYS } from './ways.ts';
import { SHEET_FIGURES } from './sheets.ts';
import { COMPUTED_FROM, type Check, type Pack, type StateDefinition } from './types.ts';
import { ownMember } from '../own-member.ts';

/** What keeps a pack from being published, and the check it is about where there is one. */
export interface PackProblem {
  readonly check?: string;
  readonly reason: Reason;
}

/** Options that are not the choices of the question that a check is about, and schools that there are not. */
function wayProblems(check: Check, say: Say): void {
  const { answer, decides } = check;
  if (decides) {
    const options = answer.kind === 'choice' ? answer.options.filter((o) => o.good).map((o) => o.id) : [];
    const choices: readonly string[] = WAYS[decides];
    if (!choices.every((c) => options.includes(c)) || options.length !== choices.length)
      say('decidesOther', { question: decides, values: choices });
  }
  for (const [question, choices] of Object.entries(check.ways ?? {})) {
    const known: readonly string[] =
      ownMember(WAYS as Readonly<Record<string, readonly string[]>>, question) ?? [];
    const strange = choices.find((c) => !known.includes(c));
    if (strange !== undefined || choices.length === 0)
      say('wayUnknown', { question, value: strange ?? '', values: known });
  }
}

/** Values of states in which something near a hand may turn, or begins to. */
const DANGEROUS: Readonly<Record<string, string>> = {
  armed: 'yes',
  engine: 'running',
  'fuel-engine': 'running',
};

/**
 * Whether a check brings something into a dangerous state, or is done near it: whatever is armed, and an engine that runs
 * for everybody but those in the cockpit or in the air.
 */
export function isDangerous({ needs, sets, where, station }: Check): boolean {
  const brings = Object.entries(DANGEROUS).some(([state, value]) => ownMember(sets, state) === value);
  const near = Object.entries(DANGEROUS).some(
    ([state, value]) =>
      ownMember(needs, state) === value &&
      (state === 'armed' || (station !== 'flight' && where !== 'cockpit')),
  );
  return brings || near;
}

type Say = (code: string, params?: Reason['params']) => void;

function referencesOf(check: Check): readonly string[] {
  return [
    ...check.after,
    ...check.standsOn,
    ...(check.waits ?? []).map((w) => w.after),
    ...(check.answer.kind === 'computed' ? check.answer.from : []),
  ];
}

/** What a check lists twice, so that it could never be answered whole: locks by their id, things by their name in any letters. */
function listedTwice({ answer }: Check): readonly string[] {
  const listed =
    answer.kind === 'locks'
      ? answer.locks.map((l) => l.id)
      : answer.kind === 'tally'
        ? answer.listed.map((what) => what.trim().toLowerCase())
        : answer.kind === 'assembly'
          ? answer.parts.map((p) => p.id)
          : answer.kind === 'positions'
            ? answer.seen.map((s) => s.id)
            : answer.kind === 'roll'
              ? answer.calls.map((c) => c.id)
              : [];
  return [...new Set(listed.filter((id, i) => listed.indexOf(id) !== i))];
}

/** Parts of an assembly that go onto what does not stand before them: never to be reached, or each waiting for the other. */
function onNothing({ answer }: Check): readonly { readonly what: string; readonly other: string }[] {
  if (answer.kind !== 'assembly') return [];
  return answer.parts.flatMap((part, i) =>
    (part.on ?? [])
      .filter((id) => !answer.parts.slice(0, i).some((p) => p.id === id))
      .map((other) => ({ what: part.title, other })),
  );
}

/** What is expected at a position and is none of what there is to see: it could only ever be answered wrong. */
function expectsUnseen({ answer }: Check): readonly string[] {
  if (answer.kind !== 'positions') return [];
  return answer.steps.flatMap(({ position, expected }) =>
    answer.seen.some((s) => s.id === expected) ? [] : [position],
  );
}

/** The keys of limits that a way of answering names for one of its figures, or calls, alone. */
const ownLimits = ({ answer }: Check): readonly string[] => {
  const own =
    answer.kind === 'flow'
      ? [answer.attitude]
      : answer.kind === 'swing'
        ? [answer.electrics]
        : answer.kind === 'roll'
          ? answer.calls.map((c) => c.limit)
          : [];
  return own.filter((limit) => limit !== undefined);
};

/** A figure that is held against a limit which the check does not name. */
function ownLimitProblems(check: Check, say: Say): void {
  for (const limit of ownLimits(check)) if (!check.limits.includes(limit)) say('ownLimitNotNamed', { limit });
}

/** Figures of a travel that lack a reading, or a limit of the check; limits that none of them is held against. */
function travelProblems({ answer, limits }: Check, say: Say): void {
  if (answer.kind !== 'travel') return;
  for (const { figure, limit } of answer.figures) {
    if (!limits.includes(limit)) say('travelWithoutLimit', { figure, limit });
    for (const point of TRAVEL_FIGURES[figure].takes)
      if (!answer.takes.includes(point)) say('travelTakesLess', { figure, point });
  }
  for (const limit of limits)
    if (!answer.figures.some((f) => f.limit === limit)) say('travelLimitUnused', { limit });
}

/** Figures of a worksheet that it does not come to, or lack a limit of the check; limits held against none; tanks that are missing. */
function sheetProblems({ answer, limits }: Check, say: Say): void {
  if (answer.kind === 'sphere') {
    for (const { limit } of answer.figures)
      if (!limits.includes(limit)) say('travelWithoutLimit', { figure: 'field', limit });
    for (const limit of limits)
      if (!answer.figures.some((f) => f.limit === limit)) say('travelLimitUnused', { limit });
  }
  if (answer.kind !== 'worksheet') return;
  const known: readonly string[] = SHEET_FIGURES[answer.sheet];
  for (const { figure, limit } of answer.figures) {
    if (!known.includes(figure)) say('sheetUnknownFigure', { figure, known });
    if (!limits.includes(limit)) say('travelWithoutLimit', { figure, limit });
  }
  for (const limit of limits)
    if (!answer.figures.some((f) => f.limit === limit)) say('travelLimitUnused', { limit });
  const of = answer.of ?? [];
  if (answer.sheet === 'return-line' && of.length < 2) say('sheetTanksMissing');
  if (answer.expects !== undefined && !of.some((t) => t.id === answer.expects))
    say('sheetExpectsOther', { tank: answer.expects });
  const twice = of.find(({ id }, i) => of.findIndex((o) => o.id === id) < i);
  if (twice) say('listedTwice', { what: twice.title });
}

function stateProblems(
  check: Check,
  at: number,
  checks: readonly Check[],
  states: ReadonlyMap<string, StateDefinition>,
  say: Say,
): void {
  for (const [name, value] of [...Object.entries(check.needs), ...Object.entries(check.sets)]) {
    const state = states.get(name);
    if (!state) say('stateUndefined', { state: name });
    else if (!state.values.includes(value))
      say('stateCannotBe', { state: name, value, values: state.values });
  }
  for (const [name, value] of Object.entries(check.needs)) {
    const initial = states.get(name)?.initial === value;
    if (!initial && !checks.slice(0, at).some((c) => ownMember(c.sets, name) === value))
      say('stateNeverSet', { state: name, value });
  }
  for (const ends of [check.validity?.endsWhen, check.validity?.until])
    if (ends && !states.get(ends.state)?.values.includes(ends.becomes))
      say('validityCannotEnd', { state: ends.state, value: ends.becomes });
  const { flights, engineStops, powerCycles } = check.validity ?? {};
  const counted = [
    [flights, 'flown', 'yes'],
    [engineStops, 'engine', 'running'],
    [powerCycles, 'power', 'on'],
  ] as const;
  for (const [allowed, state, value] of counted)
    if (allowed !== undefined && !states.get(state)?.values.includes(value))
      say('validityCannotEnd', { state, value });
}

/** A gauge that goes one way has no two directions, and two that are called alike are one. */
function directionProblems(
  { plausible, directions }: Extract<Check['answer'], { readonly kind: 'reading' }>,
  say: Say,
): void {
  if (!directions) return;
  const called = (word: string): string => word.trim().toLowerCase();
  if (plausible.low >= 0 || plausible.high <= 0) say('directionsOneWay');
  if (called(directions.plus) === called(directions.minus)) say('listedTwice', { what: directions.plus });
}

/** What a monitor shows comes in the unit of its channel: taken as another it would be another figure. */
function channelProblems({ answer, setting }: Check, say: Say): void {
  const own = 'channel' in answer && 'unit' in answer ? answer : undefined;
  for (const { channel, unit } of [own, setting].flatMap((s) => s ?? [])) {
    const wanted = channel === undefined ? undefined : channelUnit(channel);
    if (channel !== undefined && wanted !== undefined && wanted !== unit)
      say('channelOtherUnit', { channel, unit, wanted });
  }
}

/**
 * Everything that keeps a pack from being worked in the order it is written: a check twice, a reference to one
 * that is not there or comes later, a state that is not defined, cannot have a value, or is needed before
 * anything sets it, a gauge from high to low, a channel in another unit than it is shown in, a figure worked out from a check that gives none, a school that there is not, something armed or
 * turning without a caution, a lock or a thing that is listed twice, systems of an engine proven by a check on the whole aircraft.
 * Empty for a pack without dead ends. Limits are the business of `indexBasis`, which knows the book.
 * Example: moving a check before one that it stands on gives `comesBefore`.
 */
export function packProblems(pack: Pack): readonly PackProblem[] {
  const problems: PackProblem[] = [];
  const place = new Map(pack.checks.map((c, i) => [c.id, i]));
  const states = new Map(pack.states.map((s) => [s.name, s]));
  pack.checks.forEach((check, i) => {
    const say: Say = (code, params = {}) =>
      void problems.push({ check: check.id, reason: reason(code, { check: check.id, ...params }) });
    if (place.get(check.id) !== i) say('checkTwice');
    for (const id of referencesOf(check)) {
      const before = place.get(id);
      if (before === undefined) say('checkNotInPack', { other: id });
      else if (before >= i) say('comesBefore', { other: id });
    }
    const opened = check.answer.kind === 'samples' ? check.answer.opened : undefined;
    if (opened !== undefined && !place.has(opened)) say('checkNotInPack', { other: opened });
    ownLimitProblems(check, say);
    stateProblems(check, i, pack.checks, states, say);
    if ('plausible' in check.answer && !(check.answer.plausible.low < check.answer.plausible.high))
      say('gaugeReversed');
    channelProblems(check, say);
    if (check.answer.kind === 'reading') directionProblems(check.answer, say);
    if (check.answer.kind === 'computed') {
      const { from, value } = check.answer;
      for (const source of pack.checks)
        if (from.includes(source.id) && !COMPUTED_FROM[value].includes(source.answer.kind))
          say('computedFromNothing', { other: source.id });
    }
    for (const what of listedTwice(check)) say('listedTwice', { what });
    if (
      check.subject !== 'aircraft' &&
      check.answer.kind === 'locks' &&
      check.answer.locks.some((l) => l.each)
    )
      say('locksOfEachOnEach');
    if (check.answer.kind === 'side-by-side' && check.answer.timed === true && check.answer.unit !== 's')
      say('besideTimedUnit');
    travelProblems(check, say);
    sheetProblems(check, say);
    for (const position of expectsUnseen(check)) say('positionExpectsUnseen', { position });
    for (const { what, other } of onNothing(check)) say('partOnNothing', { what, other });
    wayProblems(check, say);
    if (isDangerous(check) && check.cautions.length === 0 && !check.uncautioned?.trim())
      say('cautionMissing');
    if (check.subject === 'side')
      for (const name of Object.keys(check.sets))
        if (pack.states.find((s) => s.name === name)?.per === 'engine')
          say('sideSetsEngine', { state: name });
    if (check.proves.some((p) => p.includes('{engine}')) && check.subject !== 'engine')
      say('provesEngineAtLarge');
  });
  for (const demand of Object.values(pack.demands ?? {}))
    for (const id of demand.checks ?? [])
      if (!place.has(id)) problems.push({ reason: reason('demandNotInPack', { other: id }) });
  for (const state of pack.states)
    if (!state.values.includes(state.initial))
      problems.push({ reason: reason('stateCannotBegin', { state: state.name, value: state.initial }) });
  return problems;
}

/** Checks that wait for a check or stand on it, directly, and those it waits for: for showing what depends on what. */
export function neighboursOf(
  pack: Pack,
  id: string,
): { readonly waitsFor: readonly string[]; readonly neededBy: readonly string[] } {
  const own = pack.checks.find((c) => c.id === id);
  return {
    waitsFor: own ? [...new Set(referencesOf(own))] : [],
    neededBy: pack.checks.filter((c) => referencesOf(c).includes(id)).map((c) => c.id),
  };
}
