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
  gaugeTooFew: () => 'A gauge takes four steps at least: empty, two between, and full.',
  gaugeEmptyFirst: () =>
    'The first step is the tank with nothing usable in it: 0. What it shows then is what counts most.',
  gaugeNotRising: (p) =>
    `Step ${p.s('row')} holds no more than the one before: every step is what is in the tank by then, and rises.`,
  gaugeFalls: (p) => `The gauge fell while fuel came in, at step ${p.s('rows')}: its sender or its wire.`,
  gaugeStands: (p) =>
    `The gauge stood still while fuel came in, at step ${p.s('rows')}: there it says nothing of what is in.`,
  levelsTooFew: () => 'A trend takes four readings at least.',
  levelsTimeBack: (p) => `Reading ${p.s('row')} is not later than the one before.`,
  levelsNegative: () => 'A tank holds nothing at the least: one level is below that.',
  returnElsewhere: (p) =>
    `${p.s('tank')} rises by ${p.s('rate')}: the return feeds it, and not ${p.s('expected').toLowerCase()}. It will run over, and the other runs dry first.`,
  tankDrawnToo: (p) =>
    `${p.s('tank')} falls by ${p.s('rate')}, although only ${p.s('drawn').toLowerCase()} is drawn from: a selector that leaks through, or a line.`,
  returnNotSeen: (p) => `${p.s('tank')} does not rise by more than reading explains: let it run longer.`,
  drawnStands: (p) =>
    `${p.s('tank')} is drawn from and does not fall by more than reading explains: let it run longer.`,
  drawnFades: (p) => `${p.s('tank')} gives less and less: look at its vent before anything else.`,
  returnAsExpected: (p) => `As it should be: the return feeds ${p.s('tank').toLowerCase()}, and no other.`,
  flowNotOfThisEngine: (p) =>
    `${p.s('flow')} is impossible: at ${p.s('speed')} this engine takes ${p.s('most')} at the most. The counter or its factor is wrong.`,
  chargingFewSpeeds: (p) => `Try it at ${p.n('fewest')} speeds at least: fewer do not tell where it begins.`,
  chargingSpeedTwice: () => 'One speed stands there twice: take one of the two out.',
  chargingNoSpeed: () => 'A speed of the engine is above nothing: one of them is not.',
  chargingNever: () => 'It does not charge at the fastest speed that was tried.',
  chargingCeases: (p) =>
    `It ceases to charge at ${p.s('speed')}, although it charged below: a belt that slips, a brush that lifts, a regulator that cuts off.`,
  fillingNothing: () => 'What was filled, what was counted and the pulses are all above nothing.',
  planFuelNegative: () =>
    'A time, a flow, the reserve and the contingency are nothing at the least: one of them is below that.',
  planFuelNothing: () =>
    'Nothing is flown in this plan, or at no flow: say the minutes and the flow of the cards.',
  aboardDisagrees: (p) =>
    `${p.s('most')} says ${p.s('upper')}, ${p.s('least')} ${p.s('lower')}: the least is taken. Dip again, level; drain into a can where it stays.`,
  sheetUnknownFigure: (p) => `“${p.s('figure')}” is no figure of this sheet: ${p.list('known').join(', ')}.`,
  sheetTanksMissing: () => 'Levels over time take two tanks at least: name them under `of`.',
  sheetExpectsOther: (p) => `The tank ${p.s('tank')} that it expects is none of those it names.`,
  sheetFigureLeft: (p) => `${p.s('limit')}: not read, so that it is not known.`,
  sheetUnknownCell: (p) => `The sheet asks for no ${p.s('column')} in row ${p.s('row')}.`,
  sheetRowsLeft: (p) =>
    `${p.n('left') === 1 ? 'One more' : `${p.s('left')} more`}: ${p.s('row').toLowerCase()}.`,
  cellsNone: () => 'No cell is read yet.',
  cellsOtherCount: (p) => `The pack has ${p.s('has')} cells, and ${p.s('read')} are read.`,
  packTemperatureNone: () =>
    'No pack is so cold or so warm: look at the sign and the unit of its temperature.',
  loadNothing: () => 'The current of the load is above nothing.',
  loadRises: (p) =>
    `Cell ${p.s('cell')} has more volts under load than at rest: the columns may be exchanged, or the plug of the meter is off by one.`,
  powerNotDescribed: () =>
    'Nobody has said what the aircraft takes in flight: enter its power and full current under its loading.',
  enduranceNotWeighed: () => 'It has no weighing report: what it weighs without a pack is not known.',
  packBaysSeveral: () => 'It has several packs at once: one alone is not what drives it.',
  packNotChosen: () => 'No pack of the aircraft is described: enter its packs under its loading.',
  enduranceNegative: () => 'Wind and load are nothing at the least: one of them is below that.',
  packColdUnknown: (p) =>
    `What ${p.s('pack').toLowerCase()} gives when it is this cold nobody has said: warm it, or enter the figures of its maker.`,
  packNotMeasured: (p) => `The resistance of ${p.s('pack').toLowerCase()} was never measured.`,
  missionNotThere: () => 'Without the points of the mission nobody knows what it takes: read it in first.',
  missionHeights: () =>
    'Heights of the mission count from the sea or the ground below, and not from where it takes off: it cannot be reckoned.',
  homeFromEverywhere: (p) =>
    `It comes home from every point; least is left at point ${p.s('point')}, ${p.s('left')} above the reserve.`,
  homeShort: (p) =>
    `From point ${p.s('point')} it does not come home with ${p.s('pack').toLowerCase()}: ${p.s('left')} short above the reserve.`,
  homeAgainstWind: (p) => `At point ${p.s('point')} it does not get forward against this wind.`,
  sagsToLow: (p) =>
    `At full throttle a cell falls to ${p.s('low')} today, and the aircraft acts by itself at ${p.s('acts')}.`,
  sphereTooFew: (p) =>
    `${p.s('samples')} readings of the magnetometer are too few: ${p.s('least')} at least, all round.`,
  sphereNoEllipsoid: () =>
    'The readings lie on no ellipsoid: it was turned about one axis alone, something of iron moved beside it, or iron aboard is too strong. Turn it every way, away from iron.',
  sphereTooSmall: (p) =>
    `${p.s('seen')} % of the sphere were seen, and ${p.s('least')} % are needed: turn it over, on its nose, on its tail and on both sides.`,
  sphereUneven: () => 'Every reading of the magnetometer has three figures.',
  motorsRestMissing: () => 'The first row is at rest: throttle 0.',
  sphereAllRound: (p) => `${p.s('seen')} % of the sphere were seen.`,
  modelOver: (p) =>
    `The model ${p.s('model')} is good until ${p.s('until')} and not on this day: declination has to come from elsewhere.`,
  modelNoPlace: () => 'The place is none: latitude and longitude in degrees.',
  modelBlackout: () => 'Too near to a magnetic pole: a compass tells nothing here.',
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
