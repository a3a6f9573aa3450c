import {
  SENSE_INPUTS,
  waysSeen,
  type BasisIndex,
  type CampaignStatus,
  type Check,
  type PartStatus,
  type SenseQuestion,
  type SenseSeen,
} from '@kanzel/core';

/** A check that asks which way something goes, as a question. */
export interface AskedCheck {
  readonly check: Check;
  readonly question: SenseQuestion;
}

/** Every check of a campaign that asks which way something goes, in the order of the pack. */
export function askedChecks(index: BasisIndex): readonly AskedCheck[] {
  return index.basis.pack.checks.flatMap((check) =>
    check.answer.kind === 'sense'
      ? [{ check, question: { input: check.answer.input, group: check.answer.of } }]
      : [],
  );
}

/**
 * Whether an answer still tells how things are. What was touched since does not; what only waits for the sense under it to be put right
 * proves nothing yet, and tells all the same where to look.
 */
export function stillTells({ mark, reasons }: PartStatus): boolean {
  return mark !== 'again' || reasons[0]?.code === 'groundIs' || reasons[0]?.code === 'groundNotProven';
}

/**
 * What was seen, as far as it still holds: an answer that something touched since tells nothing any more of how things are. Of the
 * same question asked twice, in two modes, the one that was out comes first.
 */
export function seenSoFar(
  index: BasisIndex,
  asked: readonly AskedCheck[],
  status: CampaignStatus,
): readonly SenseSeen[] {
  return asked
    .flatMap(({ check, question }) =>
      (status.checks.get(check.id)?.parts ?? []).flatMap((part) => {
        const answer = part.answer?.answer;
        if (answer?.kind !== 'sense' || check.answer.kind !== 'sense' || !stillTells(part)) return [];
        // What was called wrong without a way that follows tells nothing to the ranking.
        const ways = Object.fromEntries(
          [...waysSeen(index, check.answer, answer.moves)].flatMap(([output, way]) =>
            way === undefined ? [] : [[output, way] as const],
          ),
        );
        return [{ seen: { ...question, ways }, out: part.answer?.good === 'no' }];
      }),
    )
    .toSorted((a, b) => Number(b.out) - Number(a.out))
    .map((s) => s.seen);
}

/** Whether some answer went another way than it has to. */
export const isAmiss = (asked: readonly AskedCheck[], status: CampaignStatus): boolean =>
  asked.some(({ check }) => status.checks.get(check.id)?.mark === 'out');

/** What is asked, by its key. */
export const sameQuestion = (a: SenseQuestion, b: SenseQuestion): boolean =>
  a.input === b.input && a.group === b.group;

/** What is asked for, by hand or of an autopilot, before what is corrected, as the rows of the sheet stand. */
export const isCommand = ({ question }: AskedCheck): boolean =>
  SENSE_INPUTS[question.input].by !== 'correction';
