import { plainToInstance } from 'class-transformer';
import { validateSync, type ValidationError } from 'class-validator';
import { err, ok, type EntryKind, type Result } from '@kanzel/core';
import * as bodies from './bodies.ts';

type BodyClass = new () => object;

/** Entry kinds that people post, and the class of their body. The first and the last entry have doors of their own. */
export const POSTABLE: Readonly<Partial<Record<EntryKind, BodyClass>>> = {
  'answer.given': bodies.AnswerGivenBody,
  'answer.notApplicable': bodies.AnswerNotApplicableBody,
  'answer.withdrawn': bodies.AnswerWithdrawnBody,
  'answer.witnessed': bodies.AnswerWitnessedBody,
  'decision.recorded': bodies.DecisionRecordedBody,
  'timer.started': bodies.TimerStartedBody,
  'state.set': bodies.StateSetBody,
  'tag.on': bodies.TagOnBody,
  'tag.off': bodies.TagOffBody,
  'finding.raised': bodies.FindingRaisedBody,
  'finding.assessed': bodies.FindingAssessedBody,
  'action.recorded': bodies.ActionRecordedBody,
  'inspection.signed': bodies.InspectionSignedBody,
  'finding.closed': bodies.FindingClosedBody,
  'gate.passed': bodies.GatePassedBody,
  'gate.overridden': bodies.GateOverriddenBody,
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

function checkFacts(facts: unknown): string[] {
  if (typeof facts !== 'object' || facts === null) return [];
  return Object.entries(facts).flatMap(([name, fact]) => {
    if (typeof fact === 'string') return fact.length <= 200 ? [] : [`facts.${name}: too long`];
    const figure = fact as { value?: unknown; unit?: unknown } | null;
    const fine =
      typeof figure === 'object' &&
      figure !== null &&
      typeof figure.value === 'number' &&
      Number.isFinite(figure.value) &&
      typeof figure.unit === 'string';
    return fine ? [] : [`facts.${name}: must be a word, or a figure with a unit`];
  });
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
    answer?: { kind?: string; readings?: Record<string, unknown> };
    facts?: unknown;
  };
  if (kind === 'answer.given' && messages.length === 0) {
    messages.push(...checkFacts(facts));
    if (answer?.kind === 'cylinders') {
      for (const [cylinder, reading] of Object.entries(answer.readings ?? {}))
        messages.push(...check(bodies.ReadingBody, reading).map((m) => `answer.readings.${cylinder}.${m}`));
    }
  }
  return messages.length > 0 ? err(messages) : ok(true);
}
