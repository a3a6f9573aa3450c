import type { Catalogue } from './catalogue.ts';

/** Sentences about the air, and about what is measured in flight. */
export const ENGLISH_FLIGHT = {
  heightBeyondAtmosphere: () =>
    'The standard atmosphere is known from 5 km below the sea to 20 km above it: look at the height and its unit.',
  pressureOfNoAir: () => 'No air up to 20 km has such a pressure: look at it and at its unit.',
  airOfNoDay: () => 'No air is like that: look at pressure, temperature and their units.',
  speedOfNothing: () => 'A speed is nothing or above.',
  speedSupersonic: () => 'That would be as fast as sound: look at the speed and its unit.',
  windNone: () => 'A wind comes from a direction, at nothing or more, and its gusts are no less than it.',
  runwayNone: () => 'Say the direction of one runway at least.',
  legsTooFew: (p) => `Fly ${p.n('fewest')} legs at least: fewer do not tell wind from airspeed.`,
  legNoSpeed: () => 'A leg has a track, and a speed of nothing or above: one of them has not.',
  legNoUncertainty: () => 'How well the speed of each leg is known has to be above nothing.',
  legsBadlySpread: (p) =>
    `The legs leave ${p.n('gap')}° of the circle open, and half of it is too much: fly one into the middle of that.`,
  legsOtherSpeed: (p) =>
    `The legs were flown at airspeeds more than ${p.n('within')} kt apart: they tell nothing together. Fly them at one.`,
  legsTooPoor: (p) =>
    `It is known no better than ± ${p.s('by')}: fly another leg where it tells most, or all of them steadier.`,
  legsNotInTrack: () => 'Nothing in this track was flown straight, level and evenly for 25 s.',
  legStandsOff: (p) =>
    `Leg ${p.n('leg')} stands ${p.s('by')} off the others: flown at another speed or height, in other air, or typed wrongly.`,
  stallsNone: () => 'No stall is written down yet.',
  stallConfigurations: () => 'Stalls of two configurations are not taken together.',
  stallMass: () => 'A mass is above nothing: that of a stall, or the one it is reduced to, is not.',
  stallSpeed: (p) => `Stall ${p.n('run')}: its speeds are above nothing.`,
  stallOrder: (p) =>
    `Stall ${p.n('run')}: the warning comes before the buffet, and the buffet before the break. Two of its speeds are the other way round.`,
  stallNotReached: () => 'It was not reached in any of them.',
  stallOdd: (p) => `Stall ${p.n('run')} stands off the others: fly it once more, or say why.`,
  stallTooFast: (p) =>
    `Stall ${p.n('run')} was entered faster than a knot in a second: it says nothing of the speed, and is left out.`,
  adjustFigures: () =>
    'A figure is missing or none; the first step is not nothing, and the most at once is above it.',
  adjustNothingMoved: (p) => `Row ${p.n('row')} was moved by nothing: that says nothing of what moving does.`,
  adjustContradicts: () =>
    'What was done before does not say in which direction to go. Measure again, or leave out what was another thing.',
  adjustFirst: () =>
    'Nobody has written down yet what this does on this type: it is the first safe step. Measure again before the next.',
  adjustCut: (p) => `More would be wanted than ${p.s('most')} at once: go so far, and measure again.`,
  circleTooFew: () => 'Nowhere was it flown round and round to one side.',
  circleNotRound: () => 'It was flown less than once round: that tells little of its radius.',
  climbNone: () => 'No stretch of the climb is written down yet.',
  climbShort: (p) => `Row ${p.n('row')} lasts less than 20 s: too short to tell a rate by.`,
  climbNoHeight: (p) => `Row ${p.n('row')} begins and ends at one height.`,
  climbBeyond: () => 'Nothing was flown near that height: fly a stretch there, or say another height.',
  climbSpeedsFew: (p) => `Climb at ${p.n('fewest')} speeds at least: fewer make no curve.`,
  climbSpeedsAlike: () =>
    'The fastest climb is less than a fifth faster than the slowest: they tell nothing of the curve.',
  climbNotUp: (p) => `Row ${p.n('row')} does not go up: look at its heights.`,
  climbNoMiddle: () => 'All of them lie near the slowest or the fastest: fly one in the middle.',
  climbHeightsApart: () =>
    'They are not of one height: climb through the same one at every speed, within 150 m from middle to middle.',
  climbNoTop: () =>
    'Slower and faster both climb better than the middle, or all climb alike: look at the rows, or fly it in smooth air.',
  climbBestBeyond: () =>
    'The speed that climbs best would lie beyond those that were flown: fly one on that side.',
  climbScatter: () => 'Three of them tell how far they lie apart; fewer do not.',
  hotBeforeUnknown: () =>
    'The flight before is not known cylinder by cylinder: its air, its height, and each of its heads.',
  glideTooFew: (p) => `Glide at ${p.n('fewest')} speeds at least: fewer make no curve.`,
  glideNotDown: (p) => `Row ${p.n('row')} does not come down: look at its heights.`,
  glideSpeedsAlike: () =>
    'The fastest glide is less than a quarter faster than the slowest: they tell nothing of the curve.',
  glideNoPolar: () =>
    'No wing glides so: faster would have to sink less, or slower less, without end. Look at speeds and heights, or fly it in smooth air.',
  glideBestBeyond: () =>
    'The speed that reaches furthest would lie beyond those that were flown: fly one on that side.',
  turnsNone: () => 'No turn back is written down yet.',
  turnTooShort: (p) =>
    p.n('row') === 0
      ? `A turn back is one of ${p.n('least')}° to 360°.`
      : `Row ${p.n('row')} turned less than ${p.n('least')}°: that says nothing of a turn back.`,
  turnNotDown: (p) => `Row ${p.n('row')} ends no lower than it began: look at its heights.`,
  turnAllowance: () => 'Reaction time, sink rate and added margin are zero or more.',
  legsTooFewAt: (p) => `At ${p.f('speed')} there are fewer than three legs.`,
  legsTooPoorAt: (p) => `At ${p.s('at')} the legs know it to ± ${p.s('by')} alone: that proves nothing.`,
  legsScatterAt: (p) => `At ${p.s('at')} the legs scatter more than they should.`,
  sourceNone: () => 'No second source was read.',
  cruiseNone: () => 'No cruise is written down yet.',
  cruiseReference: () => 'The reference is a speed above nothing.',
  climbBook: () =>
    'The climb by the book is more than what is left at its ceiling, and the ceiling above the sea.',
  climbNoneToday: () => 'It does not climb today.',
  aoaTooFew: (p) => `Points at ${p.n('fewest')} speeds at least: fewer tell no line.`,
  aoaTogether: () => 'The points lie too close together: fly one slower and one faster.',
  aoaBelowStall: (p) => `Point ${p.n('row')} is slower than the stall at its mass: look at both.`,
  aoaNoSlope: () =>
    'The gauge shows no more with more lift, beyond how it scatters: it is stuck, or was read wrongly.',
  responseNone: () => 'No step was commanded that stood before and after it.',
  responseOrder: () => 'The times of the recording do not go on.',
  stepNothing: (p) => `Step ${p.n('row')} commands nothing.`,
  stepNegative: (p) =>
    `Step ${p.n('row')}: how far past, how long and how much it swings are nothing or more.`,
  stepNeverSettled: (p) => `Step ${p.n('row')} never settled.`,
  hoverMotors: () => 'Two motors at the least hold a hover that is told motor by motor.',
  hoverFigures: () => 'Mass, diameter, volts and every current are above nothing.',
  hoverBook: () => 'The power of the book says nothing without its mass, nor that without the power.',
  hoverImpossible: (p) =>
    `No rotor of this size holds that mass with less than ${Math.round(p.n('least'))} W: look at mass, diameter and currents.`,
  transitionNone: () => 'No transition is written down yet.',
  transitionFigures: (p) => `Transition ${p.n('row')}: it takes some time, and both heights are known.`,
  callsFigures: () => 'Times, volts and charge are above nothing.',
  callsLittle: () => 'Less than a tenth was put back: that says nothing of how long a flight may last.',
  callsTooMuch: () =>
    'No pack takes back a fifth more than it holds: look at the charge, and at what it holds.',
  callsAfter: () => 'The timer was heard after landing: look at both times.',
  callsNoTimer: () => 'The timer was not heard, and its time was over.',
  callsNoWarning: () => 'Low voltage was not called, and a cell was as low.',
  flightNoTime: (p) => `Flight ${p.n('row')} lasts no time, or its landings are no whole number.`,
  rollCalled: (p) => `All ${p.n('count')} calls came.`,
  rollNoCall: (p) => `“${p.s('call')}” did not come within ${p.s('after')}: stopped.`,
  rollWentOn: (p) => `“${p.s('call')}” did not come within ${p.s('after')}, and it took off all the same.`,
  rollStopped: (p) => `Stopped on the run: ${p.s('why')}`,
  rollNotEnded: () => 'The run is not over: every call came, or it was stopped.',
  rollNoReason: () => 'Say why it was stopped.',
  landStopped: (p) => `${p.s('check')}: the take-off was stopped.`,
  noteOfOther: () => 'Somebody else kept that note: keep one of your own beside it.',
  noteSettled: () => 'Something came of that note already: keep another.',
  noteNotOpen: () => 'There is no such note without an outcome.',
  noteOpen: (p) =>
    p.s('text') === ''
      ? 'A note of the flight without words has no outcome yet.'
      : `Note “${p.s('text')}” has no outcome yet.`,
  doubtFinding: (p) => `Finding “${p.s('title')}” is open.`,
  doubtNear: (p) => `${p.names.part(p.s('part'))}: near its limit.`,
  doubtUnknown: (p) => `${p.names.part(p.s('part'))}: not conclusive.`,
  doubtOut: (p) => `${p.names.part(p.s('part'))}: out of limits.`,
  noFlight: () => 'No flight is under way: the gate in front of it is not passed, or it has landed.',
  landFinding: (p) => `Finding “${p.s('title')}” grounds the aircraft.`,
  landOut: (p) => `${p.s('check')}: out of limits.`,
  landUnknown: (p) => `${p.s('check')}: not conclusive.`,
  landStirred: (p) =>
    `${p.s('drain')}: ${p.s('seen')} was stirred up before, and no screen was opened since.`,
  runNone: () => 'A run is above nothing.',
  runSpeed: () => 'The speed at which it lifts off is above nothing.',
  runNoWind: () => 'The wind from ahead is as fast as it lifts off: look at both, and at their units.',
  runSlope: () => 'No runway is steeper than one in ten: look at the slope.',
  runSurface: () => 'A surface adds nothing, or something, to the run.',
} satisfies Catalogue;
