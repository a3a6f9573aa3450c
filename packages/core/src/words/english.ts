import { formatWithUnit } from '../quantity/format.ts';
import { ENGLISH_PAPERS } from './english-papers.ts';
import { roleTitle, stationTitle } from './labels.ts';
import { together, type Catalogue, type Names, type Parameters } from './catalogue.ts';
import { ENGLISH_CONTROLS } from './english-controls.ts';
import { ENGLISH_FLIGHT } from './english-flight.ts';
import { ENGLISH_FUEL } from './english-fuel.ts';
import { ENGLISH_EVIDENCE } from './english-evidence.ts';
import { sayWay } from './way-titles.ts';
import { HOW_SILENT } from './how-silent.ts';
import type { Reason } from '../reasons/reason.ts';

export type { Names } from './catalogue.ts';
import { ownMember } from '../own-member.ts';
import { ASSEMBLY_WORDS } from './assembly-words.ts';
import { sayDay } from './dates.ts';

/** Turns reasons into sentences. */
export interface Sentences {
  readonly say: (reason: Reason) => string;
}

type P = Parameters;

/** The day of an instant. Example: "2026-05-12". */
const many = (n: number, one: string, more: string): string => `${n} ${n === 1 ? one : more}`;
const station = (id: string): string => stationTitle(id).toLowerCase();
/** A step of an assembly, as it is said within a sentence. */
const assemblyStep = (step: string): string => (ownMember(ASSEMBLY_WORDS, step)?.title ?? step).toLowerCase();
/** Whose state it is, where that says more than the state itself: "Engine, left engine", and of one engine "Engine" alone. */
const ofSubject = (p: P): string => {
  const whose = p.s('subject') === 'aircraft' ? '' : p.names.subject(p.s('subject'));
  return whose === '' || whose.toLowerCase() === p.s('state').toLowerCase() ? '' : `, ${lowerFirst(whose)}`;
};
const lowerFirst = (text: string): string => text.charAt(0).toLowerCase() + text.slice(1);
/** Whose figure it is, where an answer holds several. */
const cylinder = (p: P): string =>
  p.has('cylinder') ? `Cylinder ${p.s('cylinder')}: ` : p.has('whose') ? `${p.s('whose')}: ` : '';

/** Who can bring a paper that is missing: it is seldom whoever stands at the gate. */
const cured = (p: P): string => {
  if (!p.has('who')) return '';
  return p.n('count') > 1 ? `; “${p.s('check')}” by ${p.s('who')}` : `; ${p.s('who')} can clear it`;
};

/** Sentences about figures, plans, the record and the library. */
const ENGLISH_OWN = {
  // Figures as typed
  noFigure: () => 'Type a figure.',
  notANumber: (p) => `“${p.s('text')}” is not a number. Nothing was kept; type digits with a comma or point.`,
  ambiguousFigure: (p) =>
    `“${p.s('text')}” could be ${p.s('small')} or ${p.s('large')}. Type ${p.s('large')} without a mark, or one digit more or less after it.`,
  ambiguousUnit: (p) =>
    `“${p.s('unit')}” could be ${p.s('one')} or ${p.s('other')}. Type which; nothing was kept.`,
  unknownUnit: (p) => `“${p.s('unit')}” is not a unit known here. This is read in ${p.s('wanted')}.`,
  wrongKind: (p) =>
    `${p.s('unit') || 'That'} measures ${p.s('kind')}, and ${p.s('wantedKind')} is wanted here${p.s('wanted') ? `, in ${p.s('wanted')}` : ''}.`,
  notFinite: () => 'There is no usable figure.',
  offTheGauge: (p) =>
    `${p.f('value')} is off the gauge, which shows ${p.f('low')} to ${p.f('high')}. Read it again.`,
  tenTimesOff: (p) =>
    `Is it ${p.f('value')}, or ${p.f('other')}? Record it again to say that you mean ${p.f('value')}.`,
  tenTimesInColumn: (p) =>
    `${p.s('where')}: is it ${p.f('value')}, or ${p.f('other')} like the others? Record it again to say that you mean ${p.f('value')}.`,
  // Verdicts
  inside: (p) => `${cylinder(p)}${p.f('value')} is inside ${range(p)}.`,
  insideOpen: (p) => `${cylinder(p)}${p.f('value')} was recorded; no hard limit applies.`,
  cautionLow: (p) =>
    `${cylinder(p)}${p.f('value')} is inside ${range(p)}, in the caution band at the low end.`,
  cautionHigh: (p) =>
    `${cylinder(p)}${p.f('value')} is inside ${range(p)}, in the caution band at the high end.`,
  insideGuard: (p) =>
    `${cylinder(p)}${p.f('value')} is inside ${range(p)} by less than its uncertainty of ±${p.f('uncertainty')}.`,
  insideGuardDecision: (p) =>
    `${cylinder(p)}${p.f('value')} is inside ${range(p)} by less than its uncertainty of ±${p.f('uncertainty')}: measure it better, or have a decision recorded.`,
  uncertaintyMissing: (p) =>
    `${cylinder(p)}Nobody knows how good ${p.f('value')} is, and this limit requires it. Name the instrument.`,
  belowLow: (p) =>
    `${cylinder(p)}${p.f('value')} is below the limit of ${p.f('low')}.${p.has('why') ? ` ${p.s('why')}` : ''}`,
  aboveHigh: (p) =>
    `${cylinder(p)}${p.f('value')} is above the limit of ${p.f('high')}.${p.has('why') ? ` ${p.s('why')}` : ''}`,
  unlikeItself: (p) =>
    `${cylinder(p)}${p.f('value')} is unlike this aircraft: by its own past ${range(p)}. Inside its limit it may be; find out what changed.`,
  recorded: () => 'Recorded. No limit applies.',
  asExpected: (p) => (p.s('answer') ? `As expected: ${lowerFirst(p.s('answer'))}` : 'As expected.'),
  notAsExpected: (p) =>
    p.s('answer') ? `Not as expected: ${lowerFirst(p.s('answer'))}` : 'Not as expected.',
  optionUnknown: (p) => `“${p.s('option')}” is not among the answers to this check.`,
  notAnswered: () => 'Not answered yet.',
  notWhole: (p) => `Counted are whole ones: ${p.f('value')} is none.`,
  photoTwice: (p) =>
    `This photograph stands for another view already. Take one of its own for “${p.s('view')}”.`,
  lockAtFault: (p) => `${p.s('lock')} is not in order: ${p.s('fault')}.`,
  lockUnanswered: (p) =>
    `${p.s('lock')} is not answered yet: look at it${p.s('marked') === 'yes' ? ', feel it, and see that its mark is in line' : ' and feel it'}.`,
  lockFaultUnsaid: (p) => `Say what is wrong with it: ${p.s('lock')}.`,
  locksHold: (p) =>
    `${p.n('count') === 1 ? 'The lock was' : `All ${p.s('count')} locks were`} seen and felt.`,
  assembled: (p) =>
    `${p.n('count') === 1 ? 'The part is' : `All ${p.s('count')} parts are`} home, each tugged after what comes before it.`,
  partNotHome: (p) => `${p.s('what')} is not home, at its ${assemblyStep(p.s('step'))}: ${p.s('fault')}.`,
  partWaits: (p) =>
    `${p.s('what')} was not put on: it goes onto ${lowerFirst(p.s('under'))}, which is not home.`,
  partNext: (p) => `${p.s('what')} comes next, at its ${assemblyStep(p.s('step'))}.`,
  partFaultUnsaid: (p) => `Say what is wrong with it: ${p.s('what')}.`,
  tallyShort: (p) =>
    `${p.s('count')} less of “${p.s('what')}” came back than went out: it is aboard until it is found.`,
  tallyOver: (p) =>
    `${p.s('count')} more of “${p.s('what')}” came back than went out: count again, and find out whose it is.`,
  tallyOfNothing: () => 'Nothing was counted out, so that nothing is proven by what came back.',
  tallyAgrees: (p) =>
    `${p.n('count') === 1 ? 'The one thing' : `All ${p.s('count')} things`} that went out came back.`,
  tallyUncounted: (p) => `“${p.s('what')}” is not counted out and in yet.`,
  tallyTwice: (p) => `“${p.s('what')}” stands there twice: put both counts into one row.`,
  viewMissing: (p) => `There is no photograph “${p.s('view')}” yet.`,
  timerDone: (p) => `Ran ${p.f('elapsed')}; ${p.f('wanted')} were asked.`,
  timerShort: (p) => `Only ${p.f('elapsed')} of ${p.f('wanted')} have passed.`,
  timerNotStarted: () => 'The timer of this check was not started.',
  // Measurements that say nothing
  toolNeeded: (p) => `Say which tool it was measured with: one of the register that measures ${p.s('tool')}.`,
  toolMeasuresOther: (p) => `${p.s('instrument')} does not measure ${p.s('tool')}. Say which tool it was.`,
  unknownInstrument: (p) =>
    `Instrument “${p.s('instrument')}” is not on this aircraft’s list. Choose one that is.`,
  instrumentExpired: (p) =>
    `The calibration of ${p.s('instrument')} ended on ${sayDay(p.s('until'))}: what it shows proves nothing. Use another, or have it calibrated.`,
  factMissing: (p) =>
    `Nobody recorded the ${lowerFirst(p.names.thing(p.s('fact')))}, and the limit depends on it.`,
  factNotAFigure: (p) =>
    `The ${lowerFirst(p.names.thing(p.s('fact')))} was recorded as a word where a figure is needed.`,
  conditionWord: (p) =>
    `The limit holds for ${lowerFirst(p.names.thing(p.s('fact')))} ${p.s('wanted')}, and it was ${p.s('is')}.`,
  conditionFigure: (p) =>
    `${p.names.thing(p.s('fact'))} was ${p.f('value')}; this counts only ${p.has('low') && p.has('high') ? `from ${p.f('low')} to ${p.f('high')}` : p.has('low') ? `at ${p.f('low')} or more` : `at ${p.f('high')} or less`}.`,
  volumeNotPositive: () => 'Nothing was delivered, or less than nothing; no flow can be formed of it.',
  timeNotPositive: () => 'The time is not a figure above nothing; no flow can be formed of it.',
  demandNotPositive: () => 'The demand is not a figure above nothing; no share of it can be formed.',
  pastTooShort: (p) =>
    `Only ${p.n('got')} earlier ${p.n('got') === 1 ? 'figure is' : 'figures are'} on record, and ${p.n('wanted')} are needed to compare with.`,
  senseWrong: (p) =>
    `${p.s('surface') === 'answer' ? 'It' : p.s('surface')} went ${p.s('is').replace(/-/g, ' ')}, and should go ${p.s('wanted').replace(/-/g, ' ')}.`,
  senseMissing: (p) => `Nobody answered for ${p.s('surface')}.`,
  senseRight: (p) =>
    p.n('count') === 1 ? 'It goes the right way.' : `All ${p.n('count')} go the right way.`,
  readBackAgrees: () => 'The read-back agrees, letter by letter.',
  readBackDiffers: (p) => `Read back “${p.s('is')}”, and “${p.s('wanted')}” was expected.`,
  wrongShape: (p) => `This limit needs another form of measurement (${p.s('wanted')}, not ${p.s('got')}).`,
  tooFewReadings: (p) => `At least ${p.n('wanted')} readings are needed, and there are ${p.n('got')}.`,
  seriesUneven: () => 'The recording is damaged: times and values do not match.',
  seriesTooShort: () => 'The recording is too short to judge.',
  seriesNotInOrder: () => 'The recording is damaged: its times are not in order.',
  seriesGap: (p) =>
    `The recording has a gap of ${p.f('gap')}; what happened in it is not known. Record again.`,
  stillBeyond: (p) =>
    `Still beyond it after ${p.f('length')} when the recording ends; how long it stays there is not known. Record longer.`,
  notSettledYet: (p) => `Not settled after ${p.f('length')}, and still in time. Record longer.`,
  // What a scope says of a part
  restsOn: (p) => `Proven on ${sayDay(p.s('at'))} in “${p.s('title')}”, and not touched since.`,
  earlierEvidenceOver: (p) =>
    `Proven on ${sayDay(p.s('at'))} in “${p.s('title')}”; that counted until ${sayDay(p.s('until'))}.`,
  leftOutBecause: (p) => `Left out of the scope: ${p.s('why')}`,
  otherWay: (p) =>
    `Not done by the way that is followed here. ${sayWay(p.s('question'), p.s('choice'))}. ${p.s('why')}`,
  wayOpen: (p) => `${p.s('check')} was chosen, and is open again.`,
  cautionMissing: (p) =>
    `${p.names.part(p.s('check'))} is done where something is armed or turns, and carries no caution. Write one, or say why none is needed.`,
  decidesOther: (p) =>
    `${p.names.part(p.s('check'))} is answered by the way chosen on ${p.s('question')}; its good options have to be ${p.list('values').join(', ')}.`,
  wayUnknown: (p) =>
    `${p.names.part(p.s('check'))}: on ${p.s('question')} there is no way “${p.s('value')}”, only ${p.list('values').join(', ')}.`,
  wayForced: (p) =>
    `What is open or was measured leaves only this. ${sayWay(p.s('question'), p.s('choice'))}.`,
  profileContradicts: (p) =>
    `The profile of the flight is ${p.s('profile')}, and the way chosen is ${p.s('choice')}. Choose one of them for both.`,
  decidedByWay: (p) =>
    `${p.s('check')} is answered by the way that is chosen. Choose it in the plan, with the reason.`,
  notTouched: () => 'Not touched by this work, and not asked for by the occasion.',
  workNeedsSystems: () => 'Every work item needs a component and at least one system that it touched.',
  scopeWithoutWork: () =>
    'After maintenance a scope follows from the work, and none was named. Without a scope everything in the pack is proven.',
  requiredLeftOut: (p) =>
    `“${p.s('check')}” is required: leaving it out takes ${p
      .list('roles')
      .map((r) => roleTitle(r).toLowerCase())
      .join(' or ')}.`,
  plannedTwice: () => 'A check stands twice in this plan. Nothing was kept; take it out once.',
  noField: () =>
    'Nobody has said yet where this installation stands; an administrator can, under Installation.',
  noWeatherOffice: () => 'No weather office is named for this field. Type the wind yourself.',
  weatherSilent: (p) =>
    `The weather office does not answer: ${ownMember(HOW_SILENT, p.s('how')) ?? ''}. Type the wind yourself.`,
  notAForecast: () => 'What came is not understood as an aerodrome forecast. Type the wind yourself.',
  demandNotInPack: (p) => `An occasion asks for “${p.names.part(p.s('other'))}”, which is not in the pack.`,
  // Orders, days and flights that cannot be
  circle: (p) =>
    `These wait for each other in a circle: ${p
      .list('checks')
      .map((c) => `“${p.names.part(c)}”`)
      .join(', then ')}. One of them has to stop waiting.`,
  statesConflict: (p) =>
    `No order keeps what these found until their gate, since a change of state in between spoils it: ${p
      .list('checks')
      .map((c) => `“${p.names.part(c)}”`)
      .join(', ')}.`,
  'early.order': (p) => `“${p.names.part(p.s('check'))}” comes first.`,
  'early.evidence': (p) => `It stands on “${p.names.part(p.s('check'))}”, which comes first.`,
  'early.state': (p) => `“${p.names.part(p.s('check'))}” brings about the state it needs, and comes first.`,
  'early.wait': (p) => `It waits for “${p.names.part(p.s('check'))}”.`,
  'early.validity': (p) => `“${p.names.part(p.s('check'))}” has to be known before it.`,
  behindGate: (p) => `It belongs before ${p.s('gate')}, which is passed by then.`,
  spoils: (p) => `It changes a state that spoils what “${p.names.part(p.s('check'))}” found.`,
  pointDoesNotFit: (p) =>
    `“${p.names.part(p.s('check'))}” does not fit into a flight of its own: it takes ${p.f('minutes')} and ${p.s('needs')} with taxi and circuit, and there are ${p.f('longest')} and ${p.s('has')} above the reserve.`,
  flightOver: (p) => `Flight ${p.n('flight')} eats ${p.s('over')} into the reserve.`,
  flightNotCarried: (p) => `Flight 1 needs ${p.f('needs')}; the loading sheet carries ${p.f('carried')}.`,
  flightLong: (p) => `Flight ${p.n('flight')} is ${p.f('over')} longer than the longest allowed.`,
  'first.circuit': () => 'The first flight is a circuit only; this asks for more than a circuit.',
  'first.overhead': () => 'The first flight stays overhead; this dares more than it should.',
  'first.programme': () => 'This dares more than a first flight should.',
  'first.stall': () => 'No stall before the first landing, by the school chosen.',
  buildUp: (p) => `It dares less than “${p.names.part(p.s('check'))}”, and should be flown before it.`,
  jobTwice: (p) => `“${p.names.part(p.s('job'))}” stands twice in what is to be planned.`,
  jobNegative: (p) => `“${p.names.part(p.s('job'))}” cannot take less than no time.`,
  jobUnknown: (p) =>
    `“${p.names.part(p.s('job'))}” waits for “${p.names.part(p.s('before'))}”, which is not planned.`,
  waitNegative: (p) =>
    `“${p.names.part(p.s('job'))}” cannot wait a negative time for “${p.names.part(p.s('before'))}”.`,
  placeNone: (p) => `Of “${p.s('place')}” there has to be at least one.`,
  budgetNegative: (p) => `The ${p.s('member')} of the flights has to be a figure that is not below nothing.`,
  inNoFlight: (p) => `“${p.names.part(p.s('check'))}” is in no flight.`,
  // Schools
  'way.doubt': (p) =>
    `Open: “${p.s('doubt')}”. A doubt about fuel, engine or structure leaves only the circuit.`,
  'way.neverFlown': () => 'It has never flown: a circuit, a landing, a look.',
  'way.longStanding': () => 'It has not flown for long: a circuit, a landing, a look.',
  'way.acceptance': () => 'The works have flown it; the programme of the acceptance goes in its order.',
  'way.knownType': () => 'The type is known: overhead the field until what was touched has proven itself.',
  'way.beginner': () => 'The pilot is new to it: the gentlest assisted mode.',
  'way.correctionUnproven': () =>
    'The sense of the corrections is proven in the air at height, with a finger on the switch.',
  'way.trimOut': () => 'The lateral trim held is out of its limit: no stall before the first landing.',
  'way.stallKnown': () => 'The stall is known, and nothing that was done requires it.',
  'way.modelStall': () => 'High, and only if it flies benignly until then.',
  'way.approachSpeed': () => 'So that the approach speed is known and not guessed.',
  'way.beginnerFlap': () => 'One thing fewer to manage.',
  'way.goAround': () => 'A go-around with flap stuck fully down may be marginal.',
  'way.wheelsSeen': () => 'Wheels and brakes can be seen and cooled in the first hours.',
  'way.asFlown': () => 'As it is flown.',
  'way.mechanicalFirst': () => 'The travel stays even to both sides.',
  'way.inspectorThere': () => 'Somebody is there who can inspect what another did.',
  'way.alone': () => 'Nobody else is there who may inspect; it has to be stated on the release sheet.',
  // Why something must be done again, or does not count
  touched: (p) => `“${p.s('what')}” touched ${lowerFirst(p.names.thing(p.s('system')))}.`,
  standsOnPart: (p) => `This stands on “${p.names.part(p.s('part'))}”.`,
  standsOnExpired: (p) => `“${p.names.part(p.s('part'))}”, which this stands on, has outlived its validity.`,
  stateEnded: (p) => `${p.s('state')} became ${p.s('value')}.`,
  validityOver: (p) => `Valid for ${p.f('hours')}; it is ${p.f('age')} old.`,
  wrongState: (p) =>
    `${p.s('state')}${ofSubject(p)}: it is ${p.s('is')}, and this check needs ${p.s('wanted')}.`,
  groundNotProven: (p) => `“${p.names.part(p.s('part'))}” comes first, and is not proven.`,
  orderFirst: (p) => `“${p.names.part(p.s('part'))}” comes first.`,
  gateHeld: (p) => `${p.s('gate')} is held.`,
  gateNotPassed: (p) => `${p.s('gate')} has not been passed.`,
  decisionMissing: () =>
    'Too close to tell: measure it better, or have an inspector or certifying person decide.',
  sayWhatYouSaw: () => 'Say what you saw, of each of them: the first answer is not shown before.',
  sawNotAsked: () => 'This step is agreed to, not answered a second time.',
  witnessMissing: () => 'Waiting for a second person.',
  notApplicableBecause: (p) => `Not applicable: ${lowerFirst(p.s('why'))}`,
  computedWaits: (p) =>
    `Follows from ${p
      .list('parts')
      .map((k) => `“${p.names.part(k)}”`)
      .join(' and ')}.`,
  // What holds a gate
  checksOut: (p) => `${p.s('check')}: out of limits${rest(p)}${cured(p)}.`,
  checksAgain: (p) =>
    `${many(p.n('count'), 'check', 'checks')} in ${station(p.s('station'))} to repeat${cured(p)}.`,
  checksUnknown: (p) => `${p.s('check')}: the answer proves nothing${rest(p)}${cured(p)}.`,
  checksUndecided: (p) => `${p.s('check')}: too close to its limit to tell${rest(p)}.`,
  checksUnwitnessed: (p) => `${p.s('check')} waits for a second person${rest(p)}.`,
  checksRemain: (p) =>
    `${many(p.n('count'), 'step', 'steps')} of ${station(p.s('station'))} ${p.n('count') === 1 ? 'remains' : 'remain'}${cured(p)}.`,
  tagOpen: (p) =>
    `A tag is on: ${lowerFirst(p.s('thing'))}${p.s('where') ? `, ${lowerFirst(p.s('where'))}` : ''}.`,
  findingUnassessed: (p) => `Finding “${p.s('title')}” has not been assessed.`,
  findingStops: (p) => `Finding “${p.s('title')}” grounds the aircraft until it is closed.`,
  findingDeferralOver: (p) => `The deferral of “${p.s('title')}” ended on ${sayDay(p.s('until'))}.`,
  inspectionUnsigned: (p) => `“${p.s('what')}” waits for an inspection by someone who did not do it.`,
  secondWalkMissing: (p) =>
    `${many(p.n('count'), 'step', 'steps')} of ${p.n('of')} ${p.n('count') === 1 ? 'waits' : 'wait'} for a second walk by somebody else.`,
  secondSaysOther: () =>
    'Two people looked without each other, and did not find the same. It has to be settled.',
  secondWasRight: (p) =>
    `On the second walk it was found otherwise, and that holds: ${lowerFirst(p.s('why'))}`,
  gateStale: (p) =>
    p.n('waiting') > 0
      ? `${many(p.n('waiting'), 'entry waits', 'entries wait')} for the server.`
      : 'The server cannot be reached; what others did is not known here.',
  // Refused at the door
  correctionNeedsReason: () => 'Say why the earlier answer is corrected.',
  notStanding: () => 'That answer no longer stands; someone has answered since. Look again.',
  needsReason: () => 'A reason is needed.',
  noSecondWalk: () => 'The pack of this campaign asks for no second walk.',
  walkExists: () => 'That walk is already recorded.',
  walkUnknown: () => 'There is no such walk.',
  walkInHand: () => 'You have a second walk in hand. Finish it first.',
  gaveUpBefore: () =>
    'You gave up a walk of this campaign, and what the first one found has been before you since. Somebody else walks.',
  nothingToWalk: () => 'Everything has been looked at by somebody else.',
  walkerIsFirst: (p) =>
    `“${p.names.part(p.s('part'))}” was answered by you: the second walk is for somebody who gave none of the answers.`,
  notYourWalk: () => 'That walk is somebody else’s. Whoever began it goes on, and finishes it.',
  walkIsFinished: () => 'That walk is finished; what was found on it stays as it was said.',
  walkNotDrawn: () =>
    'Which steps are walked again is drawn when the server has the beginning of this walk. Wait for it.',
  notWalkedAgain: (p) => `“${p.s('check')}” is not among the steps that are walked again.`,
  nothingSaidYet: () => 'Nothing has been said on this walk yet.',
  walkNotWhole: (p) =>
    `${many(p.n('count'), 'step', 'steps')} of this walk ${p.n('count') === 1 ? 'is' : 'are'} left, “${p.names.part(p.s('part'))}” first.`,
  noDifference: () => 'There is nothing to settle there any more. Look again.',
  settlesForOneself: () =>
    'Nobody settles it for themselves: you may say that the other one was right, or have somebody else look.',
  samePerson: () => 'The second person must be somebody else.',
  notApplicableForbidden: (p) => `“${p.s('check')}” always applies.`,
  roleNeeded: (p) =>
    `This takes ${p
      .list('roles')
      .map((r) => roleTitle(r).toLowerCase())
      .join(' or ')}.`,
  stateUnknown: (p) => `There is no state “${p.s('state')}” that could be ${p.s('value')}.`,
  tagExists: () => 'That tag is already on.',
  tagNeedsWords: () => 'A tag says what is open, and why.',
  tagNotOn: () => 'That tag is not on.',
  findingExists: () => 'That finding is already recorded.',
  stretchOutside: () =>
    'That stretch is not one of the recording: it begins before it ends, and both lie within what was recorded. Nothing you typed is lost.',
  findingNeedsTitle: () => 'Say in a few words what was found.',
  findingNotOpen: () => 'That finding is not open.',
  findingMerged: (p) => `It was merged with “${p.s('title')}”. Work on that one, or reopen this one.`,
  findingReopened: (p) =>
    `“${p.s('title')}” was reopened, and nothing was done or said about it since. Record what was done, or assess it anew.`,
  findingNotMerged: () => 'A finding is merged with another one that is open, and not with itself.',
  findingStands: () => 'That finding is open already.',
  findingNeedsAction: () => 'Nothing was done about it yet. Record the action first.',
  findingChecksOpen: (p) => `“${p.names.part(p.s('part'))}” has to be good first.`,
  deferralNeedsConditions: () => 'A deferral says under which conditions the aircraft may fly with it.',
  actionExists: () => 'That action is already recorded.',
  actionNeedsWords: () => 'Say what was done.',
  actionNeedsSystems: () => 'Say which systems the work touched.',
  actionUnknown: () => 'There is no such action.',
  inspectorIsDoer: () => 'Whoever did the work cannot inspect it.',
  notOverridable: () => 'The pack does not let anyone override that.',
  snapshotStale: () => 'Something was recorded in the meantime. Look at it, then do this again.',
  gateUnknown: (p) => `There is no gate “${p.s('gate')}” to pass.`,
  certifierFlew: () => 'Whoever flew the aircraft cannot certify the same flight.',
  alreadyOpened: () => 'This campaign has been opened already.',
  notOpened: () => 'This campaign has not been opened.',
  alreadyReleased: () => 'This campaign is released; nothing is added to it any more. Open a new one.',
  entryKindUnknown: (p) =>
    `“${p.s('kind')}” is not a kind of entry known here. A newer program may have written it.`,
  entryVersionNewer: (p) =>
    `“${p.s('kind')}” of version ${p.n('version')} was written by another version of the program; this one knows ${p.n('known')}.`,
  campaignUnknown: () => 'There is no such campaign here.',
  otherCampaign: () => 'This entry belongs to another campaign.',
  notYours: () => 'This entry was made by someone else. It is kept on the device until they sign in.',
  roleNotHeld: (p) =>
    `You hold no valid authorisation as ${roleTitle(p.s('role')).toLowerCase()} for this family of aircraft.`,
  clockAhead: () => 'The clock of this device is more than five minutes ahead. Set it, and do this again.',
  idReused: () => 'This request was sent before with other contents. Nothing was changed.',
  aircraftUnknown: (p) => `There is no aircraft ${p.s('mark')} here.`,
  codeRowForeign: () => 'That code is none of a hand-over.',
  codeRowOther: () =>
    'That code is of another hand-over. What was read so far is kept; begin anew to read the other one.',
  codeRowDamaged: () => 'The codes do not make up what was shown. Nothing was taken; read them again.',
  codeRowTooLong: (p) =>
    `It would be ${p.n('count')} codes, and ${p.n('most')} are the most. Hand it over as a file.`,
  handoverWithoutRecord: () =>
    'This device does not have the record that these entries go on from. Take the whole record first, as a file or as codes.',
  neverHeardOf: (p) =>
    `This device has not yet heard from the server what a campaign on ${p.s('mark')} is opened by. Nothing you typed is lost; look into the hangar once with the server.`,
  revisionNotHere: (p) =>
    `Revision ${p.n('revision')} of ${p.s('thing')}, by which the device opened it, is not here. Bring that revision into the library; the device sends it again by itself.`,
  packMissing: (p) =>
    `${p.s('mark')} names the check pack “${p.s('pack')}”, which is not in the library or was refused at load.`,
  limitBookMissing: (p) =>
    `${p.s('mark')} names the limit book “${p.s('book')}”, which is not in the library or was refused at load.`,
  notSignedIn: () => 'Nobody is signed in here. Sign in, then do this again; what you typed is kept.',
  malformed: (p) => p.s('message'),
  deviceFull: (p) =>
    `This device could not store the entry (${p.s('message')}). Nothing was recorded; what you typed is still in the field.`,
  otherAircraft: () => 'That basis belongs to another aircraft.',
  nothingMoves: () => 'That is what the campaign is judged by already.',
  // Moving a campaign to another basis
  checkIsNew: (p) => `“${p.s('check')}” is new in ${p.s('pack')}.`,
  checkAsksOther: (p) => `“${p.s('check')}” now asks something else (${p.list('fields').join(', ')}).`,
  limitIsOther: (p) => `The limit “${p.s('limit')}” is another one now.`,
  configurationIsOther: (p) => `The configuration is ${p.s('to')} now, and was ${p.s('from')}.`,
  // Dead ends in a pack
  checkTwice: (p) => `“${p.names.part(p.s('check'))}” is there twice.`,
  checkNotInPack: (p) =>
    `“${p.names.part(p.s('check'))}” refers to “${p.names.part(p.s('other'))}”, which is not in the pack.`,
  comesBefore: (p) =>
    `“${p.names.part(p.s('check'))}” comes before “${p.names.part(p.s('other'))}”, which it waits for.`,
  stateUndefined: (p) =>
    `“${p.names.part(p.s('check'))}” names the state “${p.s('state')}”, which the pack does not define.`,
  stateCannotBe: (p) =>
    `“${p.names.part(p.s('check'))}” wants ${p.s('state')} “${p.s('value')}”; it can be ${p.list('values').join(', ')}.`,
  stateNeverSet: (p) =>
    `“${p.names.part(p.s('check'))}” needs ${p.s('state')} “${p.s('value')}”, and nothing before it sets that.`,
  validityCannotEnd: (p) =>
    `“${p.names.part(p.s('check'))}” is valid until ${p.s('state')} becomes “${p.s('value')}”, which it cannot.`,
  listedTwice: (p) =>
    `“${p.names.part(p.s('check'))}” lists “${p.s('what')}” twice: it could never be answered whole.`,
  partOnNothing: (p) =>
    `“${p.names.part(p.s('check'))}”: “${p.s('what')}” goes onto “${p.s('other')}”, which does not stand before it.`,
  sideSetsEngine: (p) =>
    `“${p.names.part(p.s('check'))}” is done on each side, and cannot set ${p.s('state')}, which every engine has of its own.`,
  locksOfEachOnEach: (p) =>
    `“${p.names.part(p.s('check'))}” is done on each engine or side, and asks for a lock on each engine as well: every lock would be asked for more than once.`,
  computedFromNothing: (p) =>
    `“${p.names.part(p.s('check'))}” is worked out from “${p.names.part(p.s('other'))}”, which gives no figure of that kind.`,
  directionsOneWay: (p) =>
    `“${p.names.part(p.s('check'))}”: its gauge goes one way only, so that it has no two directions.`,
  directionMissing: (p) => `Which way: ${p.s('plus').toLowerCase()} or ${p.s('minus').toLowerCase()}?`,
  amountSigned: (p) =>
    `Type how much, without a sign; ${p.s('plus').toLowerCase()} or ${p.s('minus').toLowerCase()} is said beside it.`,
  channelOtherUnit: (p) =>
    `“${p.names.part(p.s('check'))}” takes ${p.s('channel')} in ${p.s('unit')}, and it is shown in ${p.s('wanted')}: give the check that unit. Its limits may be in any.`,
  gaugeReversed: (p) => `“${p.names.part(p.s('check'))}”: the gauge must run from low to high.`,
  provesEngineAtLarge: (p) =>
    `“${p.names.part(p.s('check'))}” proves systems of an engine without being done per engine.`,
  stateCannotBegin: (p) => `The state “${p.s('state')}” cannot begin as “${p.s('value')}”.`,
  // Describing an aircraft
  describedTwice: (p) => `“${p.s('id')}” is there twice among the ${p.s('list')}.`,
  choiceMissing: (p) => `Nothing is chosen for ${lowerFirst(p.s('option'))}.`,
  choiceUnknown: (p) => `${p.s('option')} cannot be “${p.s('choice')}”.`,
  optionUnknownHere: (p) => `A choice is made for “${p.s('option')}”, which is not an option here.`,
  // Looking through a limit book
  edgesOrder: (p) => `${p.s('limit')}: the edges must run low, caution low, caution high, high.`,
  edgesSame: (p) => `${p.s('limit')}: low and high are the same; nothing could be inside by any margin.`,
  edgesNone: (p) => `${p.s('limit')}: a low or a high edge is needed; caution alone is no limit.`,
  onlyOne: () => 'There is only one, and nothing that it could differ from.',
  directionNotCompared: (p) =>
    `${p.s('limit')}: a ${p.s('kind')} would count from 359° to 1° the long way round. Use a band, a relative limit, a spread, a match, or a difference of directions.`,
  temperatureMeant: (p) =>
    `${p.s('limit')}: a ${p.s('kind')} is a temperature difference: use ${p.s('use')}.`,
  toleranceOrder: (p) => `${p.s('limit')}: the caution tolerance must lie inside the tolerance.`,
  unitNotTime: (p) => `${p.s('limit')}: instants are compared in a unit of time.`,
  memberMissing: (p) => `“${p.s('limit')}” still needs: ${p.s('member')}.`,
  sizeWrong: (p) => `${p.s('limit')}: the ${p.s('member')} has to be a figure above nothing.`,
  conditionUnit: (p) =>
    `${p.s('limit')}: “${p.s('unit')}” is no unit for ${lowerFirst(p.names.thing(p.s('fact')))}.`,
  conditionOrder: (p) =>
    `${p.s('limit')}: the range of ${lowerFirst(p.names.thing(p.s('fact')))} must run from low to high.`,
  unitNotRatio: (p) => `${p.s('limit')}: a share is given in % or as a plain number.`,
  keyTwice: (p) => `“${p.s('limit')}” is there twice.`,
  conditionGap: (p) =>
    `${p.s('quantity')}: no limit holds for ${lowerFirst(p.names.thing(p.s('fact')))} from ${p.f('from')} to ${p.f('to')}.`,
  conditionOverlap: (p) =>
    `${p.s('quantity')}: “${p.s('one')}” and “${p.s('other')}” both hold for ${lowerFirst(p.names.thing(p.s('fact')))} from ${p.f('from')} to ${p.f('to')}.`,
  unitsMixed: (p) => `${p.s('quantity')} is given in ${p.list('units').join(' and ')}.`,
  unitSlip: (p) =>
    `${p.s('limit')}: ${p.f('before')} became ${p.f('after')}. Was ${p.s('read')} entered as ${p.s('as')}?`,
  tenfoldSlip: (p) => `${p.s('limit')}: ${p.f('before')} became ${p.f('after')}, ten times off.`,
  cautionEmpty: (p) => `${p.s('limit')}: a caution edge lies on the hard edge, so its band is empty.`,
  // Records and bases
  chainSeq: (p) =>
    `Entry ${p.n('seq')} (${p.s('kind')}): its place in the record is wrong, found ${p.s('found')}.`,
  chainCampaign: (p) => `Entry ${p.n('seq')} (${p.s('kind')}) belongs to another campaign.`,
  chainDuplicate: (p) => `Entry ${p.n('seq')} (${p.s('kind')}) repeats the id of an earlier one.`,
  chainPrevious: (p) =>
    `Entry ${p.n('seq')} (${p.s('kind')}) does not follow the entry before it; one was changed, removed or put in.`,
  chainHash: (p) => `Entry ${p.n('seq')} (${p.s('kind')}, ${p.s('id')}) was altered after it was recorded.`,
  recordHead: (p) =>
    `The file names ${p.n('count')} entries ending in ${p.s('head').slice(0, 8)}, and holds ${p.n('found')} ending in ${p.s('foundHead').slice(0, 8)}.`,
  logSeq: (p) => `Line ${p.n('seq')} of the log is missing; ${p.s('found')} stands in its place.`,
  logPrevious: (p) =>
    `Line ${p.n('seq')} of the log does not follow the one before it; one was changed, removed or put in.`,
  logHash: (p) => `Line ${p.n('seq')} of the log was altered after it was written.`,
  comeLater: () =>
    'More comes in than can be written just now. Nothing was recorded; what you entered is kept on this device and sent again.',
  databaseDamaged: (p) =>
    `The database is damaged: ${p.s('said')}. Nothing is signed until it is not. Stop the server and restore a backup.`,
  logCut: (p) =>
    `The log does not hold line ${p.n('seq')} as it was written: lines were taken away, or another log was put in its place.`,
  logLost: () =>
    'The log does not know the key of this installation: it was emptied, or another one was put in its place.',
  rightsBesideLog: (p) =>
    `What ${p.s('person')} may do or signs in with was changed beside the log. It counts for nothing until an administrator sets it again.`,
  logShrinks: (p) => `Line ${p.n('seq')} of the log makes a record shorter than it was.`,
  campaignGone: (p) =>
    `Campaign ${p.s('campaign')}, ${many(p.n('count'), 'entry', 'entries')} by the log, is not here any more.`,
  campaignCut: (p) =>
    `Campaign ${p.s('campaign')} has ${many(p.n('found'), 'entry', 'entries')} and ends elsewhere than the log says, which knows ${p.n('count')}.`,
  basisWrittenOver: () =>
    'What campaigns on this aircraft are judged by was written over on the disk. None is opened on it until a backup was restored.',
  campaignUnlogged: (p) => `Campaign ${p.s('campaign')} is here, and the log has never heard of it.`,
  recordUnsigned: () => 'This record file carries no signature, and its version should.',
  signatureWrong: () =>
    'The signature does not belong to this record: head, count, title or names were changed after it was signed.',
  signatureOfOther: (p) =>
    `The file is signed with the key ${p.s('found')}, and ${p.s('wanted')} was expected.`,
  recordShape: (p) => `This is not a record file: ${p.s('what')}.`,
  recordNewer: (p) =>
    `This record file has format version ${p.n('version')}; this program reads up to ${p.n('known')}.`,
  lineWithoutChecksum: () => 'The engine monitor sent a line without check digits.',
  lineGarbled: () => 'The engine monitor sent a garbled line.',
  lineColumn: (p) =>
    `The engine monitor names a column that is not understood: the ${p.n('column')}. of them.`,
  lineColumnTwice: (p) =>
    `${p.s('column')} is said twice in each line, as by two monitors for one engine: neither is taken.`,
  lineOtherKind: (p) =>
    `The monitor says ${p.s('channel')} in ${p.s('unit')}, which does not measure that: it is not taken.`,
  lineColumns: (p) => `The engine monitor announced ${p.n('wanted')} columns and sent ${p.n('got')}.`,
  lineBeforeHeader: () => 'The engine monitor sent readings before saying what they are.',
  lineFigure: () => 'The engine monitor sent something that is not a figure.',
  groundRunEnds: () =>
    'This campaign is a ground run only, and this belongs to what comes after. Open another campaign for it.',
  noLimitEntered: (p) =>
    `No limit entered: ${p.s('book')} has none for “${p.s('check')}”, so nothing says whether this is good. Enter it in the limit book.`,
  checkMissing: (p) => `Check “${p.s('check')}” refers to “${p.s('other')}”, which is not in the pack.`,
  noEngines: (p) => `The pack has checks per engine, and ${p.s('mark')} has no engine.`,
  cycle: (p) => `These checks wait for each other: ${p.list('checks').join(', ')}.`,
} satisfies Catalogue;

const ENGLISH_CATALOGUE = together(
  together(together(ENGLISH_OWN, ENGLISH_PAPERS), ENGLISH_EVIDENCE),
  together(together(ENGLISH_CONTROLS, ENGLISH_FUEL), ENGLISH_FLIGHT),
);
const ENGLISH: Catalogue = ENGLISH_CATALOGUE;

function range(p: P): string {
  if (p.has('low') && p.has('high')) return `${p.f('low')} to ${p.f('high')}`;
  if (p.has('low')) return `the limit of at least ${p.f('low')}`;
  return p.has('high') ? `the limit of at most ${p.f('high')}` : 'its limits';
}

function rest(p: P): string {
  const others = p.n('count') - 1;
  return others > 0 ? `, and ${others} more` : '';
}

function parameters(reason: Reason, names: Names): P {
  const get = (name: string): Reason['params'][string] | undefined => ownMember(reason.params, name);
  return {
    names,
    has: (name) => get(name) !== undefined,
    s: (name) => {
      const found = get(name);
      return typeof found === 'string' || typeof found === 'number' ? String(found) : '';
    },
    n: (name) => Number(get(name) ?? 0),
    f: (name) => {
      const figure = get(name);
      return typeof figure === 'object' && 'unit' in figure ? formatWithUnit(figure) : '';
    },
    list: (name) => {
      const found = get(name);
      return Array.isArray(found) ? (found as readonly string[]) : [];
    },
    figure: (name) => {
      const found = get(name);
      return typeof found === 'object' && 'unit' in found ? found : undefined;
    },
  };
}

/**
 * Makes the English sentences for reasons. An unknown code is said as such rather than hidden.
 * Example: `makeSentences(names).say(reason('samePerson'))`.
 */
export function makeSentences(names: Names): Sentences {
  return {
    say: (reason) => {
      const make = ownMember(ENGLISH, reason.code);
      return make ? make(parameters(reason, names)) : `Reason ${reason.code}.`;
    },
  };
}

/** Every code that has a sentence; tests hold the code base against it. */
export const ENGLISH_CODES = Object.keys(ENGLISH_CATALOGUE) as readonly (keyof typeof ENGLISH_CATALOGUE)[];
