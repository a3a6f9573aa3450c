import { ownMember } from '../own-member.ts';
import type { Catalogue } from './catalogue.ts';

/** What was done with the aircraft before a sample, as it is asked for. */
export const SAMPLED_AFTER_WORDS = {
  standing: 'As it stood',
  'tail-raised': 'Tail raised',
  'wings-rocked': 'Wings rocked',
} as const;

/** Sentences about fuel (how it flows, what comes out of the drains) and about the swing of a compass. */
export const ENGLISH_FUEL = {
  flowNothing: () => 'A run has a volume and a time, both above nothing, and the can reads to something.',
  flowReadsTooCoarse: () => 'The can reads no better than what came into it: take more, or a finer can.',
  flowImpossible: (p) =>
    `${p.s('flow')} is more than a fuel line lets through: look at the volume, its unit and the time.`,
  flowAttitudeNone: () => 'The attitude is an angle of at most 90°.',
  flowOtherAttitude: (p) =>
    `With the nose at ${p.s('attitude')} it says nothing of the climb: raise it to the attitude of the book, and time it again.`,
  flowRunsApart: (p) =>
    `The runs differ by more than reading and pressing explain (${p.s('runs')} L/h): find out why before it is flown on.`,
  flowFalls: (p) =>
    `Less from run to run (${p.s('runs')} L/h): a vent, a filter or the head in the tank gives out.`,
  flowNotPrepared: () =>
    'Say first that the cautions are seen to: bonded, no flame, a can that is fit for it.',
  flowRunsLeft: (p) => `${p.n('left') === 1 ? 'One more run' : `${p.s('left')} more runs`} of it.`,
  flowStillRuns: () => 'The clock still runs: stop it first.',
  ownLimitNotNamed: (p) =>
    `One of its figures is held against ${p.s('limit')}, which is none of the limits of the check.`,
  swingTooFew: (p) => `A swing takes ${p.s('least')} headings at least, round the circle.`,
  swingMore: (p) =>
    `${p.n('left') === 1 ? 'One more heading' : `${p.s('left')} more headings`} of the swing.`,
  swingOneSided: (p) =>
    `${p.s('gap')}° of the circle have no heading: what the compass does there would be guessed. Swing it all the way round.`,
  swingCoarse: () =>
    'What soft iron does between the headings is not seen: swing it on eight, no more than 60° apart.',
  swingOffCurve: (p) =>
    `At ${p.s('heading')} it is ${p.s('by')} beside the curve of the others: read it again, or something moved.`,
  samplesClear: (p) => `Clear at every drain; ${p.s('rounds')} rounds, the last two without anything.`,
  samplesNotClear: (p) =>
    `At ${p.s('drain').toLowerCase()} still ${p.s('seen')}, in round ${p.s('round')}: not to be flown on.`,
  samplesStirred: (p) =>
    `At ${p.s('drain').toLowerCase()} ${p.s('seen')} came, in round ${p.s('round')}, and clear since. What was stirred up may come again: open the screens after landing.`,
  samplesGoOn: () => 'It was not clear: drain on until it is, or say that it does not come clear.',
  samplesUnseen: (p) => `Round ${p.s('round')}: what came at ${p.s('drain').toLowerCase()} is not said yet.`,
  samplesUnmoved: (p) =>
    `Not sampled yet: ${(ownMember(SAMPLED_AFTER_WORDS, p.s('move')) ?? p.s('move')).toLowerCase()}.`,
  samplesMore: (p) =>
    `${p.n('rounds') === 1 ? 'One more clear round' : `${p.s('rounds')} more clear rounds`}: the last two have to be clear.`,
} satisfies Catalogue;
