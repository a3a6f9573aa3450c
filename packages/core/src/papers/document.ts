import type { Verdict } from '../limits/types.ts';
import { reason, type Reason } from '../reasons/reason.ts';
import type { PaperDocument, PaperRoom } from './types.ts';

/** How a document runs out. */
export type RunsOut = 'date' | 'hours' | 'cycles' | 'never';

const said = (state: Verdict['state'], why: Reason): Verdict => ({
  state,
  decisionNeeded: false,
  reason: why,
});
const hours = (value: number): { value: number; unit: string; resolution: number } => ({
  value,
  unit: 'h',
  resolution: 0.1,
});

/**
 * Why a document is no longer in force: its last day is over, or its hours or cycles are used up. The last day and the
 * last hour count. Undefined while it is in force.
 * Example: expiring on 2026-12-01 it is in force on that day and not on the next.
 */
export function documentOver(document: PaperDocument, room: PaperRoom): Reason | undefined {
  const { number, expiresOn, untilHours, untilCycles, cyclesNow } = document;
  if (expiresOn !== undefined && room.day > expiresOn)
    return reason('documentExpired', { number, on: expiresOn });
  if (untilHours !== undefined && room.hours > untilHours)
    return reason('documentHoursOver', { number, until: hours(untilHours), hours: hours(room.hours) });
  if (untilCycles !== undefined && cyclesNow !== undefined && cyclesNow > untilCycles)
    return reason('documentCyclesOver', { number, until: untilCycles, cycles: cyclesNow });
  return undefined;
}

/** Why a document in force will not be for as long as the campaign lasts. Undefined when it will. */
export function documentEnding(document: PaperDocument, lastDay: string): Reason | undefined {
  const { number, expiresOn } = document;
  return expiresOn !== undefined && expiresOn < lastDay
    ? reason('documentEnding', { number, on: expiresOn, last: lastDay })
    : undefined;
}

/** What a document has to be, by its check. */
export interface DocumentWanted {
  readonly runsOut: RunsOut;
  /** Whether a copy of it belongs to the record. */
  readonly copy: boolean;
}

/**
 * Verdict on a document on the day it was looked at. Without a number, or without the end that its kind has, nothing
 * is known of it; over is out; issued after today is out; in force but without the copy that belongs to the record,
 * nobody else can see what it says, and that is unknown; otherwise within.
 */
export function judgeDocument(
  document: PaperDocument,
  { runsOut, copy }: DocumentWanted,
  room: PaperRoom,
): readonly Verdict[] {
  const { number, issuedOn } = document;
  if (number.trim() === '') return [said('unknown', reason('documentNoNumber'))];
  if (runsOut === 'date' && document.expiresOn === undefined)
    return [said('unknown', reason('documentNoEnd', { number, wanted: 'last day' }))];
  if (runsOut === 'hours' && document.untilHours === undefined)
    return [said('unknown', reason('documentNoEnd', { number, wanted: 'hours at which it runs out' }))];
  if (runsOut === 'cycles' && (document.untilCycles === undefined || document.cyclesNow === undefined))
    return [said('unknown', reason('documentNoEnd', { number, wanted: 'cycles, now and at its end' }))];
  if (issuedOn !== undefined && issuedOn > room.day)
    return [said('out', reason('documentNotYet', { number, on: issuedOn }))];
  const over = documentOver(document, room);
  if (over) return [said('out', over)];
  if (copy && document.scans.length === 0) return [said('unknown', reason('documentNoCopy', { number }))];
  const { expiresOn, untilHours } = document;
  return [
    said(
      'within',
      expiresOn !== undefined
        ? reason('documentUntil', { number, on: expiresOn })
        : untilHours !== undefined
          ? reason('documentUntilHours', {
              number,
              until: hours(untilHours),
              left: hours(untilHours - room.hours),
            })
          : reason('documentThere', { number }),
    ),
  ];
}
