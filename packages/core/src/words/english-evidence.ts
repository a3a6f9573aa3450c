import { describeKind } from './answer-kinds.ts';
import type { Catalogue } from './catalogue.ts';
import { roleTitle } from './labels.ts';
import { ownMember } from '../own-member.ts';
import { sayInstant } from './dates.ts';

const roles = (list: readonly string[]): string => list.map((r) => roleTitle(r).toLowerCase()).join(' or ');

const THINGS: Readonly<Record<string, string>> = {
  serial: 'The serial number',
  engine: 'The engine',
  equipment: 'Equipment',
};

/** Sentences about what counts as evidence, who may do what, and clocks. */
export const ENGLISH_EVIDENCE = {
  groundProvenSince: (p) =>
    `“${p.names.part(p.s('part'))}”, which this stands on, was proven again after this was answered. Repeat this too.`,
  givenWithoutSeeing: (p) =>
    `The answer was given on ${sayInstant(p.s('at'))}, without a word of this having reached that device, and came in after it.`,
  groundIs: (p) =>
    `“${p.names.part(p.s('part'))}” is ${p.s('mark') === 'out' ? 'out of limits' : p.s('mark') === 'near' ? 'too close to its limit to tell' : 'not conclusive'}.`,
  stateContested: (p) =>
    `${p.s('state')}${p.s('subject') === 'aircraft' ? '' : `, ${p.names.subject(p.s('subject')).toLowerCase()}`}: one device said ${p.s('one')}, another ${p.s('other')}, and neither had seen the other. Set it again.`,
  stateSubjectUnknown: (p) => `${p.s('state')} is not a state of “${p.names.subject(p.s('subject'))}”.`,
  flightsOver: (p) =>
    `Good for ${p.n('allowed')} ${p.n('allowed') === 1 ? 'flight' : 'flights'}; ${p.n('count')} ${p.n('count') === 1 ? 'was' : 'were'} flown since, and another is to come.`,
  engineStopsOver: (p) =>
    `The engine was stopped ${p.n('count') === 1 ? 'once' : `${p.n('count')} times`} since; ${p.n('allowed') === 0 ? 'a stop ends it' : `${p.n('allowed')} are allowed`}.`,
  powerCyclesOver: (p) =>
    `The power was switched on ${p.n('count') === 1 ? 'once' : `${p.n('count')} times`} since; ${p.n('allowed') === 0 ? 'that ends it' : `${p.n('allowed')} are allowed`}.`,
  thingIsOther: (p) =>
    `${ownMember(THINGS, p.s('kind')) ?? 'Something of the aircraft'} is another one now: ${p.s('title')}.`,
  findingDeferralHours: (p) => `The deferral of “${p.s('title')}” ended at ${p.f('until')} of the aircraft.`,
  findingDeferralFlights: (p) =>
    `The deferral of “${p.s('title')}” was for ${p.n('count')} ${p.n('count') === 1 ? 'flight' : 'flights'}, and they are flown.`,
  deferralNeedsEnd: () => 'A deferral says until when: a day, hours of the aircraft, or a number of flights.',
  notYourAnswer: (p) =>
    `Somebody else answered this. Setting it aside takes ${roles(p.list('roles'))}; your own answer can be recorded as a repetition by a technician or pilot.`,
  notApplicableOverOut: (p) =>
    `This was found out of limits. To say that it does not apply takes ${roles(p.list('roles'))}.`,
  ownWorkNotChosen: () =>
    'One’s own work may be looked at again here only if that way was chosen for this campaign, under Ways.',
  ownWorkTooSoon: (p) =>
    `One’s own work is looked at again after ${p.f('wanted')} at the earliest; ${p.f('age')} have passed.`,
  overrideCoversNothing: () =>
    'An override names what it covers, as it is now. Something has changed; look at it again.',
  notAnInstant: (p) => `“${p.s('at')}” is not an instant with its zone.`,
  clockBeforeCampaign: () =>
    'The clock of this device stands before the beginning of the campaign. Set it, and do this again; what you typed is kept.',
  clockBack: (p) =>
    `The clock of this device stands far before your last entry (${sayInstant(p.s('last'))}). Set it, and do this again; what you typed is kept. If it is right, the clock of the server was ahead when that entry was made: from another device work goes on.`,
  manoeuvreBanned: (p) => `“${p.s('check')}” may not be flown as long as “${p.s('title')}” is open.`,
  heightCapped: (p) =>
    `“${p.s('check')}” begins at ${p.f('value')}; as long as “${p.s('title')}” is open, ${p.f('allowed')} is the highest.`,
  circuitOnly: (p) =>
    `As long as “${p.s('title')}” is open only a circuit is flown; “${p.s('check')}” is more.`,
  crewTooSmall: (p) =>
    `This gate asks for ${p.n('wanted')} people, and ${p.n('count') === 1 ? 'one is' : `${p.n('count')} are`} named. Name who else is there.`,
  crewUnknown: () =>
    'Somebody who is named to be there has no account here, or one that was ended. Name who is there.',
  systemsNotHeld: (p) =>
    `Your authorisation as ${roleTitle(p.s('role')).toLowerCase()} is limited to some systems, and this is about others.`,
  stillMoving: (p) =>
    `“${p.names.part(p.s('part'))}” is still ${p.s('way')}, and out of limits only for now perhaps. Wait for it, or press again to record it as it is.`,
  patternUnchanged: (p) =>
    `The exhausts are those on both ignitions (on the whole ${Math.round(p.n('rise'))} °C): the ${p.s('ignition')} did not run alone, or the other is not grounded. Treat the propeller as live, and read both patterns again.`,
  notFromMemory: () =>
    'This is not ticked off afterwards: it is measured, or it changes how the aircraft stands. Do it at its own step.',
  callUnknown: () =>
    'This answers a call that there is not, or one about something else. Answer the check by itself.',
  callToNobody: () => 'Say to which position this is called.',
  notCalled: (p) => `“${p.s('check')}” is worked out or decided, and looked at by nobody: it is not called.`,
  notYourCall: () => 'Only whoever called it says what was answered by voice, or calls it again.',
  ownCall: (p) =>
    `You called this yourself: who reads does not look as well. Where the ${p.s('to')} answered by voice, write it down as that.`,
  spokenWithoutCall: () => 'Nothing was called that this could be the spoken answer to.',
  monitorSaysOther: (p) =>
    `The engine monitor shows ${p.f('value')} on ${p.names.subject(p.s('subject')).toLowerCase()}: it stands. To say all the same that it runs, press twice.`,
  seenAhead: () =>
    'This entry says that its author had seen more than there is. The record begins anew on this device; do it again.',
  timerEndsLater: () => 'The timer of this answer ends after the answer was given. Start it again.',
  wrongForm: (p) =>
    p.s('wanted') === p.s('got')
      ? `This check is answered by ${describeKind(p.s('wanted'))}: by all of it, and by nothing else.`
      : `This check is answered by ${describeKind(p.s('wanted'))}, not by ${describeKind(p.s('got'))}.`,
  checkUnknown: (p) =>
    `The pack of this campaign has no check “${p.s('check')}”${p.s('subject') ? ` on ${p.names.subject(p.s('subject')).toLowerCase()}` : ''}.`,
  handoverShape: (p) => `Nothing was taken: ${p.s('what')}. Choose the file that the other device made.`,
  handoverDamaged: () =>
    'Nothing was taken: the file was damaged on its way. Let the other device make it again.',
  handoverOtherRecord: () =>
    'Nothing was taken: the record in this file is another one than the record on this device. Both have to reach the server first.',
  handoverUnreadable: (p) =>
    `Nothing was taken: entry ${p.s('entry')} of the file cannot be read here. It may be of a newer program; what this device holds is as it was.`,
} satisfies Catalogue;
