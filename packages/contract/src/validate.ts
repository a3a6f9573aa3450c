import { plainToInstance } from 'class-transformer';
import { validateSync, type ValidationError } from 'class-validator';
import { err, ok, SAMPLES_SEEN, type EntryDraft, type EntryKind, type Result } from '@kanzel/core';
import * as bodies from './bodies.ts';
import { ReadingBody } from './answer-base.ts';
import { lookUpRulesOnce } from './looked-up-once.ts';
import { LoadoutChangedBody } from './loading-bodies.ts';
import * as plans from './plan-bodies.ts';
import { PostEntriesRequest } from './requests.ts';

lookUpRulesOnce();

type BodyClass = new () => object;

/** Entry kinds that people post, and the class of their body. The first and the last entry have doors of their own. */
export const POSTABLE: Readonly<Partial<Record<EntryKind, BodyClass>>> = {
  'answer.given': bodies.AnswerGivenBody,
  'answer.notApplicable': bodies.AnswerNotApplicableBody,
  'answer.withdrawn': bodies.AnswerWithdrawnBody,
  'answer.witnessed': bodies.AnswerWitnessedBody,
  'decision.recorded': bodies.DecisionRecordedBody,
  'call.made': bodies.CallMadeBody,
  'timer.started': bodies.TimerStartedBody,
  'state.set': bodies.StateSetBody,
  'loadout.changed': LoadoutChangedBody,
  'tag.on': bodies.TagOnBody,
  'tag.off': bodies.TagOffBody,
  'finding.raised': bodies.FindingRaisedBody,
  'finding.assessed': bodies.FindingAssessedBody,
  'action.recorded': bodies.ActionRecordedBody,
  'inspection.signed': bodies.InspectionSignedBody,
  'walk.begun': bodies.WalkBody,
  'walk.said': bodies.WalkSaidBody,
  'walk.finished': bodies.WalkFinishedBody,
  'walk.settled': bodies.WalkSettledBody,
  'finding.closed': bodies.FindingClosedBody,
  'finding.reopened': bodies.FindingReopenedBody,
  'finding.merged': bodies.FindingMergedBody,
  'finding.split': bodies.FindingSplitBody,
  'finding.assigned': bodies.FindingAssignedBody,
  'note.kept': bodies.NoteKeptBody,
  'note.settled': bodies.NoteSettledBody,
  'flight.decided': bodies.FlightDecidedBody,
  'gate.passed': bodies.GatePassedBody,
  'gate.overridden': bodies.GateOverriddenBody,
  'ways.chosen': plans.WaysChosenBody,
  'plan.kept': plans.PlanKeptBody,
};

/** Flattens validation errors to "path: message". */
export function messagesOf(errors: readonly ValidationError[], path = ''): string[] {
  return errors.flatMap((e) => {
    const here = path ? `${path}.${e.property}` : e.property;
    return [
      ...Object.values(e.constraints ?? {}).map((m) => `${here}: ${m}`),
      ...messagesOf(e.children ?? [], here),
    ];
  });
}

function check(type: BodyClass, value: unknown): string[] {
  if (typeof value !== 'object' || value === null || Array.isArray(value)) return ['must be an object'];
  return messagesOf(
    validateSync(plainToInstance(type, value), {
      whitelist: true,
      forbidNonWhitelisted: true,
      forbidUnknownValues: true,
    }),
  );
}

/** More than any sheet sends along. */
const MOST_FACTS = 100;

function checkFacts(facts: unknown): string[] {
  if (!isRecord(facts)) return [];
  const names = checkNames('facts', facts, MOST_FACTS);
  if (names.length > 0) return names;
  return Object.entries(facts).flatMap(([name, fact]) => {
    if (typeof fact === 'string') return fact.length <= 200 ? [] : [`facts.${name}: too long`];
    const figure = fact as { value?: unknown; unit?: unknown } | null;
    const fine =
      typeof figure === 'object' &&
      figure !== null &&
      typeof figure.value === 'number' &&
      Number.isFinite(figure.value) &&
      typeof figure.unit === 'string' &&
      figure.unit.length <= 20 &&
      Object.keys(figure).length === 2;
    return fine ? [] : [`facts.${name}: must be a word, or a figure with a unit`];
  });
}

const isRecord = (value: unknown): value is Record<string, unknown> =>
  typeof value === 'object' && value !== null && !Array.isArray(value);
const isWord = (value: unknown): boolean =>
  typeof value === 'string' && value.length > 0 && value.length <= 1000;
const areWords = (value: unknown): boolean =>
  Array.isArray(value) && value.length <= 500 && value.every(isWord);

/** What is named freely has a number and a length all the same: what is in the record stays for good. */
function checkNames(path: string, named: unknown, most: number): string[] {
  if (!isRecord(named)) return [];
  const names = Object.keys(named);
  if (names.length > most) return [`${path}: at most ${most} of them`];
  return names.filter((n) => n.length > 80).map((n) => `${path}.${n.slice(0, 80)}: its name is too long`);
}

/** What came at each drain, round by round. */
function checkRounds(rounds: readonly { readonly seen?: unknown }[] = []): string[] {
  const known: readonly unknown[] = SAMPLES_SEEN;
  return rounds.flatMap(({ seen }, i) => {
    const path = `answer.rounds.${i}.seen`;
    const unknown = Object.entries(isRecord(seen) ? seen : {}).filter(([, what]) => !known.includes(what));
    return [
      ...checkNames(path, seen, 20),
      ...unknown.map(([drain]) => `${path}.${drain.slice(0, 80)}: must be one of ${SAMPLES_SEEN.join(', ')}`),
    ];
  });
}

/** Volumes by tank; nothing when the answer has none. */
function checkVolumes(path: string, volumes: unknown): string[] {
  if (!isRecord(volumes)) return [];
  const names = checkNames(path, volumes, 100);
  if (names.length > 0) return names;
  return Object.entries(volumes).flatMap(([tank, volume]) =>
    typeof volume === 'number' && Number.isFinite(volume) ? [] : [`${path}.${tank}: must be a volume`],
  );
}

/** What is free in form in a plan: places, instruments, people by job, checks by flight. */
function checkPlan(body: plans.PlanKeptBody): string[] {
  const { day, flights, timetable } = body;
  const places = Object.entries(day?.places ?? {}).filter(
    ([, most]) => !Number.isInteger(most) || most < 1 || most > 100,
  );
  const away = Object.entries(day?.instrumentsAway ?? {}).flatMap(([name, list]) =>
    Array.isArray(list)
      ? list.flatMap((s) => check(plans.StretchBody, s).map((m) => `day.instrumentsAway.${name}.${m}`))
      : [`day.instrumentsAway.${name}: must be a list`],
  );
  return [
    ...checkNames('day.places', day?.places, 200),
    ...checkNames('day.instrumentsAway', day?.instrumentsAway, 500),
    ...checkNames('timetable.by', timetable?.by, 1000),
    ...places.map(([name]) => `day.places.${name}: must be a whole number from 1 to 100`),
    ...away,
    ...(flights?.flights.every(areWords) === false ? ['flights.flights: must be lists of checks'] : []),
    ...(Object.values(timetable?.by ?? {}).every(areWords) ? [] : ['timetable.by: must be lists of people']),
  ];
}

function checkWays(ways: unknown): string[] {
  if (!isRecord(ways)) return ['ways: must be an object'];
  const names = checkNames('ways', ways, 100);
  if (names.length > 0) return names;
  return Object.entries(ways).flatMap(([question, way]) =>
    isRecord(way) && isWord(way['choice']) && isWord(way['why']) && Object.keys(way).length === 2
      ? []
      : [`ways.${question}: must have a choice and a why`],
  );
}

/**
 * Validates the body of an entry against the class of its kind. What is free in form there (cylinders, facts)
 * is checked member by member. Errors: one message per violation, with its path.
 */
export function validateEntryBody(kind: string, body: unknown): Result<true, readonly string[]> {
  const type = POSTABLE[kind as EntryKind];
  if (!type) return err([`kind: "${kind}" is not a kind of entry that can be posted`]);
  const messages = check(type, body);
  const { answer, facts } = body as {
    answer?: {
      kind?: string;
      readings?: Record<string, unknown>;
      weighing?: { tanks?: unknown };
      sheet?: { fuel?: unknown };
      rounds?: readonly { readonly seen?: unknown }[];
    };
    facts?: unknown;
  };
  if ((kind === 'answer.given' || kind === 'walk.said') && messages.length === 0) {
    messages.push(...checkFacts(facts));
    if (answer?.kind === 'cylinders' || answer?.kind === 'side-by-side') {
      messages.push(...checkNames('answer.readings', answer.readings, 100));
      for (const [cylinder, reading] of Object.entries(answer.readings ?? {}))
        messages.push(...check(ReadingBody, reading).map((m) => `answer.readings.${cylinder}.${m}`));
    }
    if (answer?.kind === 'samples') messages.push(...checkRounds(answer.rounds));
    messages.push(...checkVolumes('answer.weighing.tanks', answer?.weighing?.tanks));
    messages.push(...checkVolumes('answer.sheet.fuel', answer?.sheet?.fuel));
  }
  if (kind === 'answer.witnessed' && messages.length === 0 && facts !== undefined)
    messages.push(...checkFacts(facts));
  if (kind === 'plan.kept' && messages.length === 0) messages.push(...checkPlan(body as plans.PlanKeptBody));
  if (kind === 'ways.chosen' && messages.length === 0)
    messages.push(...checkWays((body as plans.WaysChosenBody).ways));
  return messages.length > 0 ? err(messages) : ok(true);
}

/** What is wrong with posted entries: with the request as a whole, or with the bodies of what it brings. */
export interface PostRefused {
  readonly of: 'request' | 'bodies';
  readonly messages: readonly string[];
}

/** Validates the bodies of posted drafts by the class of their kind; the messages name draft and path. */
export function checkDrafts(drafts: readonly { readonly kind: string; readonly body: unknown }[]): string[] {
  return drafts.flatMap((draft, i) => {
    const valid = validateEntryBody(draft.kind, draft.body);
    return valid.ok ? [] : valid.error.map((m) => `entries[${i}].${m.startsWith('kind') ? m : `body.${m}`}`);
  });
}

/**
 * Reads posted entries from a parsed body: the request, then the body of each draft by its kind. What is read is what was sent:
 * a member that no class lists is refused, so that none has to be taken away. Errors: one message per violation, with its path.
 */
export function readPostedEntries(value: object): Result<readonly EntryDraft[], PostRefused> {
  const request = check(PostEntriesRequest, value);
  if (request.length > 0) return err({ of: 'request', messages: request });
  const { entries } = value as { entries: EntryDraft[] };
  const bodies = checkDrafts(entries);
  return bodies.length > 0 ? err({ of: 'bodies', messages: bodies }) : ok(entries);
}
