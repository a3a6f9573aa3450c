import type { Catalogue, Parameters } from './catalogue.ts';
import { MISSION_FIELDS } from '../mission/mission.ts';
import { MISSION_FIELD_TITLES, missionFigureInWords } from './mission-words.ts';

const lowerFirst = (text: string): string => text.charAt(0).toLowerCase() + text.slice(1);
/** Whose figure it is, where an answer holds several. */
const whose = (p: Parameters): string => (p.has('whose') ? `${p.s('whose')}: ` : '');

/** Sentences about controls and their travel, what a vehicle says, and its mission. */
export const ENGLISH_CONTROLS = {
  senseAsExpected: (p) =>
    p.n('count') === 1
      ? 'It goes the right way.'
      : `All ${p.s('count')} go the right way, or stand still as they should.`,
  senseBackwards: (p) =>
    `${p.s('output')} ${p.s('does')} and has to ${p.s('expected')}: backwards. Do not fly before the cause is found.`,
  senseCalledWrong: (p) =>
    `${p.s('output')} was called wrong: it moves, and has to stand still. Do not fly before the cause is found.`,
  callerNotNamed: () => 'Say who calls: what nobody saw proves nothing.',
  senseStill: (p) => `${p.s('output')} stands still and has to ${p.s('expected')}.`,
  senseMoved: (p) => `${p.s('output')} ${p.s('does')} and has to stand still.`,
  senseUndescribed: (p) =>
    `Nobody described what ${lowerFirst(p.s('output'))} does in ${p.s('axis')}: say it in the aircraft’s file, or this proves nothing.`,
  senseOfNothing: (p) =>
    `This aircraft has no ${p.s('group')} in its file, so that nothing is known of what has to move.`,
  senseUnanswered: (p) => `${p.s('output')} is not answered yet: say which way it goes.`,
  positionsAsExpected: (p) => `As expected at all ${p.s('count')} positions.`,
  positionWrong: (p) => `${p.s('what')} ${p.s('at')}: ${p.s('seen')}; it has to be: ${p.s('expected')}.`,
  positionsAlike: (p) =>
    `The same at every position (${p.s('seen')}): ${lowerFirst(p.s('what'))} was not moved, or does nothing. Nothing is proven.`,
  positionUnanswered: (p) => `${p.s('position')} is not answered yet: say what is seen there.`,
  besideTimedUnit: () => 'What is timed is in seconds.',
  besideNone: (p) => `This aircraft has no ${p.s('of')} in its file, so that there is nothing to compare.`,
  besideOneAlone: () => 'One alone tells nothing: press the first one that stands, and the last.',
  besideNoFirst: () => 'Times count from the first one that stood: one of them is 0.',
  neverTurned: (p) => `${whose(p)}it did not turn in what was heard of it.`,
  stillTurning: (p) => `${whose(p)}it still turns.`,
  gapAtStandstill: (p) =>
    `${whose(p)}nothing was heard for ${p.s('seconds')} s while it came to stand: stop them once more, or press as they stand.`,
  headingReferencesApart: () =>
    'The two references contradict one another by more than is allowed: one of them is wrong, and nothing is proven. Take a third.',
  headingNoDirection: () => 'A heading is a direction from 0° to 360°.',
  headingDeclination: () => 'A declination is an angle of at most 180°, plus to the east.',
  headingLacks: (p) => `${p.s('what')} is not said yet.`,
  headingOneSource: () =>
    'Both references are the same: one that is wrong would be wrong twice. Choose two that know nothing of each other.',
  radiusNotPositive: (p) => `${whose(p)}a chord radius is more than nothing.`,
  throwBeyondRadius: (p) =>
    `${whose(p)}no surface goes so far: look at the radius, the figure and its unit again.`,
  radiusMissing: (p) =>
    `${whose(p)}read in millimetres, and the limit is in degrees (or the other way): say the radius from the hinge line at which it was read.`,
  ruleNotSaid: () => 'Say how the rule was held: straight from where the edge lay, or square to the surface.',
  travelNotRead: (p) => `${whose(p)}not everything was read that this takes.`,
  travelUnit: (p) => `${p.s('unit')} is neither an angle nor a length.`,
  travelBelowNothing: (p) => `A ${p.s('point')} is not less than nothing.`,
  travelUnread: (p) => `${p.s('output')}, ${p.s('point')}: not read yet.`,
  travelWithoutLimit: (p) =>
    `The figure “${p.s('figure')}” is held against ${p.s('limit')}, which is none of the limits of the check.`,
  travelTakesLess: (p) =>
    `The figure “${p.s('figure')}” takes a reading that is not asked for: ${p.s('point')}.`,
  travelLimitUnused: (p) => `The limit ${p.s('limit')} is held against none of its figures.`,
  missionAsPlanned: (p) => `All ${p.s('count')} items are aboard as they were planned, figure by figure.`,
  missionDiffers: (p) => {
    const field = MISSION_FIELDS.find((f) => f === p.s('field'));
    const figure = (name: string): string =>
      field ? missionFigureInWords(field, p.s(name) === 'none' ? null : p.n(name)) : p.s(name);
    return `Item ${p.s('item')}, ${field ? MISSION_FIELD_TITLES[field].toLowerCase() : ''}: ${figure('read')} is aboard, and ${figure('planned')} was planned.`;
  },
  missionDiffersMore: (p) => `${p.s('count')} more are otherwise than planned.`,
  missionMissing: (p) =>
    p.n('from') === p.n('to')
      ? `Item ${p.s('from')} is not aboard.`
      : `Items ${p.s('from')} to ${p.s('to')} are not aboard: the upload broke off, or the vehicle takes no more.`,
  missionExtra: (p) =>
    p.n('from') === p.n('to')
      ? `Item ${p.s('from')} is aboard, and was not planned.`
      : `Items ${p.s('from')} to ${p.s('to')} are aboard, and were not planned.`,
  missionNotPlanned: () => 'Choose the file of the mission that was planned.',
  missionNotRead: () =>
    'Read the mission back from the vehicle, or choose the file in which it was read back.',
  missionCutOff: (p) =>
    `The vehicle said ${p.s('count')} items and gave ${p.s('got')}; item ${p.s('missing')} was asked for again and again. Nothing was taken. Move closer and read it again.`,
  missionSilent: () => 'The vehicle does not answer when it is asked for its mission. Nothing was taken.',
  missionEmpty: () => 'The vehicle says that no mission is aboard.',
  missionTooLong: (p) => `The vehicle says ${p.s('count')} items, which no vehicle takes. Nothing was taken.`,
  missionBusy: () => 'A mission is on its way to the vehicle or from it: wait until that is done.',
  missionNoSpace: (p) =>
    `The vehicle does not take ${p.s('count')} items: it has no room for them. What is aboard now is not known: read it back.`,
  missionNotTaken: (p) =>
    `The vehicle did not take the mission: ${p.s('why')}. What is aboard now is not known: read it back.`,
  missionUploadCutOff: (p) =>
    `The vehicle stopped asking after ${p.s('got')} of ${p.s('count')} items. What is aboard now is not known: read it back.`,
  missionArmed: () => 'The vehicle says that it is ARMED: no mission is put aboard before it is disarmed.',
  missionArmedUnknown: () =>
    'The vehicle does not say whether it is armed: no mission is put aboard before it does.',
  missionFromOne: () =>
    'The plan does not begin with item 0, the home of the vehicle: put aboard from here, every item would lie one place off. Put it aboard with the ground station, and read it back here.',
  missionNotAllowed: () =>
    'This line only reads. An administrator says on the page of the aircraft that a mission may be put aboard over it.',
  missionNoVehicle: () => 'No vehicle is on the line that could be asked for its mission.',
  parametersNotLeft: () => 'Take the list that was left last time, or choose its file.',
  parametersNotRead: () =>
    'Read the parameters from the vehicle, or choose the file in which they were read.',
  parameterUnreasoned: (p) => `${p.s('name')} is accepted without a reason: say why it is meant to be.`,
  parametersCutOff: (p) =>
    `The vehicle said ${p.s('count')} parameters and gave ${p.s('got')}; number ${p.s('missing')} was asked for again and again. Nothing was taken. Move closer and read them again.`,
  parametersSilent: () =>
    'The vehicle does not answer when it is asked for its parameters. Nothing was taken.',
  parametersTwice: (p) => `The vehicle gave two parameters the name ${p.s('name')}. Nothing was taken.`,
  parametersTooMany: (p) =>
    `The vehicle says ${p.s('count')} parameters, which no vehicle has. Nothing was taken.`,
  parametersNoVehicle: () => 'No vehicle is on the line that could be asked for its parameters.',
  parametersNeverLeft: () =>
    'No list of this aircraft was left by an earlier campaign: choose the file of it.',
  watchersDiffer: () =>
    'Two people saw it otherwise. Look at it again, together and aloud, and record it anew.',
  positionExpectsUnseen: (p) =>
    `What is expected at “${p.s('position')}” is none of what there is to see there: it could only be answered wrong.`,
  vehicleGarbled: () => 'Something garbled came over the line of the vehicle.',
  vehicleOldProtocol: () =>
    'Something on the line of the vehicle speaks the first version of its protocol, which is not read here.',
  vehicleUnknownFlags: () => 'The vehicle sends what asks for more than is known here; that is not read.',
  vehicleSigned: () => 'The vehicle signs what it sends. The signature is not checked here.',
  vehicleOther: (p) =>
    `Vehicle ${p.n('system')} speaks on the line of vehicle ${p.n('wanted')}. Nothing is taken of it.`,
  vehicleTwice: (p) =>
    `Two vehicles speak as number ${p.n('system')}. No figures are taken until one of them is silent.`,
  vehicleTimeBack: () =>
    'The clock of the vehicle went back: it was switched on anew, or something old is played. No figures are taken for two seconds.',
  vehicleAngles: () =>
    'The vehicle says an attitude that is none in radians: it seems to send degrees. None of its figures are taken.',
  vehicleArmedOther: (p) =>
    p.s('is') === 'yes'
      ? 'The vehicle says that it is ARMED, and this is done disarmed. Disarm it first: what is done armed does not count.'
      : 'The vehicle says that it is disarmed, and this is done armed. What is done disarmed does not count.',
  tiltOtherwise: (p) =>
    `The vehicle said “${p.s('said')}” while “${p.s('asked')}” was asked: it was held otherwise, or its box lies otherwise than entered. Nothing is proven.`,
  receiverGarbled: () => 'Something came garbled from the receiver, and was dropped.',
  tiltNone: (p) =>
    `The vehicle did not feel itself held: “${p.s('asked')}” was asked, and nothing of it came. Nothing is proven.`,
  listReadLongAgo: (p) =>
    `It was read from the vehicle ${p.n('minutes')} minutes ago: what is aboard may be another by now. Read it again; what you chose is still there.`,
  vehicleFrozen: () => 'The vehicle is alive, but its figures stand still. None are taken until they move.',
  patternNone: () => 'No cylinder is read yet.',
  patternUneven: (p) =>
    `On both there are ${p.s('both')} cylinders, and ${p.s('alone')} on one alone: the two cannot be compared.`,
  coldTooFew: (p) =>
    `${p.n('sensors') === 0 ? 'No sensor is' : `Only ${p.s('sensors')} ${p.n('sensors') === 1 ? 'sensor is' : 'sensors are'}`} read: of fewer than three nobody knows which one lies.`,
  notCold: (p) =>
    `The sensors are ${p.s('above')} above the air on the whole, more than ${p.s('within')}: the engine is warm still, or was heated. Read them again once it has stood.`,
  airNotOnGround: () =>
    'No air on a field is so: look at the pressure (not reduced to the sea) and at the temperature.',
  bookPowerNone: () => 'The figures of the book are above nothing.',
  cylinderLeft: (p) => `Cylinder ${p.s('cylinder')} is not read.`,
} satisfies Catalogue;
