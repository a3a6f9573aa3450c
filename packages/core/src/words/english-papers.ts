import { ownMember } from '../own-member.ts';
import { HOW_SILENT } from './how-silent.ts';
import type { Catalogue, Sentence } from './catalogue.ts';
import { sayDay } from './dates.ts';

const many = (n: number, one: string, more: string): string => `${n} ${n === 1 ? one : more}`;

/** Where on the flight: "at take-off", "with 41 L left"; nothing for what does not burn. */
const where = (p: Parameters<Sentence>[0]): string => {
  if (p.n('fuel') === 0) return '';
  const at = p.s('at');
  if (at === 'take-off') return ' at take-off';
  if (at === 'landing') return ' at landing';
  return at === 'dry' ? ' with the tanks dry' : ` with ${p.f('left')} of fuel left`;
};
const tilt = (p: Parameters<Sentence>[0]): string => (p.has('tilt') ? `${p.s('tilt')}: ` : '');
const envelope = (p: Parameters<Sentence>[0]): string => `“${p.s('envelope')}”`;
const share = (p: Parameters<Sentence>[0]): string =>
  `${p.f('mass')} and ${p.f('arm')} from what report ${p.s('report')}${p.n('changes') > 0 ? ` and ${many(p.n('changes'), 'change', 'changes')} of equipment` : ''} make expect`;

/** Sentences about loading and papers. */
export const ENGLISH_PAPERS = {
  // Loading
  noMass: () => 'There is no mass to reckon with.',
  noLoadingData: () =>
    'Nobody has described the loading of this aircraft: without arms and an envelope nothing is known to be inside. Describe it in the library, then move the campaign to it.',
  loadingIsOther: () => 'The arms, the envelope or something else of the loading is described otherwise now.',
  noEnvelope: () => 'No envelope is described for this configuration, so nothing is known to be inside.',
  noReport: () => 'There is no weighing report to compare with.',
  balancedByHand: () => 'The balance point lies between the two points at which it was held.',
  firstWeighing: () => 'The first weighing: there is no report to compare it with.',
  trackInside: (p) =>
    p.has('edge')
      ? `${tilt(p)}Inside ${envelope(p)} all the way. Closest${where(p)}, ${p.f('margin')} from the ${p.s('edge')}.`
      : `${tilt(p)}Inside ${envelope(p)} all the way.`,
  trackOutside: (p) =>
    `${tilt(p)}Outside ${envelope(p)}${where(p)}, by ${p.f('margin')} at the ${p.s('edge')}.`,
  trackReserve: (p) =>
    `${tilt(p)}Inside ${envelope(p)} until landing, and outside${where(p)}, on the reserve, by ${p.f('margin')} at the ${p.s('edge')}. Have a decision recorded, or load it otherwise.`,
  trackTooClose: (p) =>
    `${tilt(p)}Inside ${envelope(p)}, but${where(p)} it passes ${p.f('margin')} from the ${p.s('edge')}, and that is known to ±${p.f('uncertainty')} only. Weigh better, load otherwise, or have a decision recorded.`,
  lateralInside: (p) => `${p.f('value')} to the ${p.s('side')} at most, which is allowed.`,
  lateralOutside: (p) => `${p.f('value')} to the ${p.s('side')} is more than is allowed.`,
  lateralTooClose: (p) => `${p.f('value')} to the ${p.s('side')} is too close to the limit to tell.`,
  negativeMass: (p) =>
    `${p.s('thing')}: ${p.f('value')} is less than nothing. Nothing was kept; type what lies there.`,
  stationOver: (p) => `${p.s('thing')} carries ${p.f('maximum')} at most, not ${p.f('value')}.`,
  stationUnknown: (p) => `The aircraft has no place “${p.s('thing')}”.`,
  offAirframe: (p) =>
    `${p.s('thing')}: an arm of ${p.f('value')} lies outside the aircraft, which reaches from ${p.f('from')} to ${p.f('to')} behind the datum.${p.has('other') ? ` Is ${p.f('other')} meant? Behind the datum is positive.` : ''}`,
  offSide: (p) =>
    `${p.s('thing')}: ${p.f('value')} to the side lies beyond the wing, which ends at ${p.f('side')}.`,
  armFixed: (p) => `${p.s('thing')} cannot be moved: its arm is ${p.f('value')}.`,
  armBeyondTravel: (p) =>
    `${p.s('thing')} can be moved from ${p.f('from')} to ${p.f('to')}, not to ${p.f('value')}.`,
  tiltUnknown: (p) =>
    `${envelope(p)} holds in the tilt position “${p.s('tilt')}”, and there is no such position.`,
  whenUnknown: (p) =>
    `${p.s('thing')} belongs to the choice “${p.s('choice')}” of “${p.s('option')}”, and there is no such choice.`,
  noEnvelopeTilted: (p) => `${tilt(p)}No envelope is described that holds in this position.`,
  nobodyAboard: () => 'Nobody sits in it yet. Type who flies.',
  noPackAboard: () => 'No pack is aboard. Choose the one that flies.',
  nothingUsed: () => 'Type the fuel used until landing: until then only the take-off is known.',
  armOutsideTravel: (p) =>
    `${p.s('thing')}: its usual arm lies outside the range along which it can be moved.`,
  tankOverfull: (p) => `${p.s('thing')} holds ${p.f('maximum')}, not ${p.f('value')}.`,
  tankNegative: (p) => `${p.s('thing')}: there cannot be less than nothing in it.`,
  tankUnknown: (p) => `The aircraft has no tank “${p.s('thing')}”.`,
  tankTwice: () => 'A tank is named twice in the order in which they are used.',
  tankWithoutArm: (p) => `${p.s('thing')} has no arm: where its fuel lies is not known.`,
  tankRows: (p) => `${p.s('thing')}: the rows of its table must rise in volume.`,
  packFigures: (p) =>
    `${p.s('thing')}: cells and resistance are above nothing, what the cold leaves is a share of one.`,
  powerFigures: () =>
    'Power in flight: mass, speed, full current, the volts of a cell and the power of hover or cruise are above nothing.',
  tankFigures: (p) => `${p.s('thing')}: volume and density must be above nothing.`,
  usedTooMuch: (p) => `${p.f('value')} cannot be used: ${p.f('there')} can be drawn from the tanks.`,
  packUnknown: (p) => `${p.s('thing')} takes a pack “${p.s('pack')}” that is not described.`,
  packNotForBay: (p) => `${p.s('thing')} does not take “${p.s('pack')}”.`,
  bayUnknown: (p) => `The aircraft has no bay “${p.s('thing')}”.`,
  packNotAboard: (p) =>
    `${p.s('thing')}: the sheet names ${p.s('pack')}, and ${p.s('aboard')} is aboard. Say that it was exchanged; that opens again what stood on it.`,
  payloadNotAboard: (p) =>
    `${p.s('thing')}: the sheet has ${p.f('value')}, and ${p.f('aboard')} are aboard. Say that it was exchanged; that opens again what stood on it.`,
  emptyUnknown: () => 'The empty aircraft is not known: weigh it, or describe its report.',
  emptyLineStale: (p) =>
    `The empty aircraft is now ${p.f('mass')}: it was weighed since this sheet was begun. What you typed is kept; look at the sheet again, then keep it.`,
  sheetUnits: (p) => `The placard is in ${p.s('wanted')}, and so must the sheet be.`,
  weighedAgain: () => 'The aircraft was weighed again since.',
  extentReversed: () => 'The airframe must begin before it ends.',
  chordNotPositive: () => 'The mean chord must be longer than nothing.',
  lateralReversed: () => 'The lateral limits are reversed.',
  envelopeUnits: (p) =>
    `${envelope(p)} is in ${p.s('is')}, and the placard in ${p.s('wanted')}. It was not converted in silence: convert it, or correct its units.`,
  envelopeTooFew: (p) =>
    `${envelope(p)} has ${many(p.n('count'), 'corner', 'corners')}; at least three are needed.`,
  cornerUnreadable: (p) =>
    `Line ${p.n('line')}, “${p.s('text')}”, is not an arm and a mass. Nothing was taken over; a line is “2135; 1380”.`,
  envelopeNotFinite: (p) => `${envelope(p)} has a corner without a figure.`,
  envelopeCrosses: (p) =>
    `${envelope(p)} crosses itself: the side after corner ${p.n('first')} meets the one after corner ${p.n('second')}. Give the corners in order, all the way round.`,
  envelopeMass: (p) =>
    `${envelope(p)}, corner ${p.n('corner')}: a mass of ${p.f('value')} is less than nothing.`,
  envelopeOffAirframe: (p) =>
    `${envelope(p)}, corner ${p.n('corner')}: ${p.f('value')} lies outside the aircraft.`,
  // Weighing
  scaleCount: (p) => `Two, three or four scales make a weighing, not ${p.n('count')}.`,
  scaleUnread: (p) => `Nobody has read the scale under ${p.s('thing')}.`,
  scaleUnnamed: (p) =>
    `Nobody said what “${p.s('text')}” was read from, so it is not known how good it is. Name the instrument.`,
  scaleAccuracy: (p) => `The accuracy of ${p.s('instrument')} is not in the register.`,
  scalesApart: (p) =>
    `${p.s('thing')} was read more than once, ${p.f('spread')} apart: more than the scale allows.`,
  tareOver: (p) => `${p.s('thing')}: nothing is left of what was read when the tare is taken off.`,
  scaleUntyped: (p) => `${p.s('thing')}: read the scale at least once; twice is better.`,
  scaleNowhere: (p) => `Type the arm of ${p.s('thing')}.`,
  tareUntyped: (p) =>
    `${p.s('thing')}: type its tare, 0 where the scale was set to nought with what stands on it.`,
  levelUntyped: () => 'Type how far off level it stands, 0 where it stands level.',
  fuelUntyped: (p) => `Type what is in ${p.s('thing')}, 0 where it is empty.`,
  heightUnknown: () =>
    'It did not stand level, and nobody stated how high its centre lies above the scales. Level it, or state the height in the library.',
  balanceReversed: () => 'The tail must drop at the forward point and the nose at the one behind it.',
  weighingExplained: (p) =>
    `${share(p)}: explained, since ${p.f('allowedMass')} and ${p.f('allowedArm')} may be.`,
  weighingUnexplained: (p) =>
    `${share(p)}. Nothing explains that: ${p.f('allowedMass')} and ${p.f('allowedArm')} may be. Raise a finding.`,
  equipmentMassUnknown: (p) =>
    `Nobody stated mass and arm of ${p.list('things').join(', ')}, so what to expect is not known.`,
  // What a solver does
  ballastAt: (p) => `${p.f('mass')} in ${p.s('thing')}, arm ${p.f('arm')}, instead of ${p.f('now')}`,
  ballastStays: (p) => `${p.s('thing')} stays at ${p.f('mass')}`,
  slideForward: (p) => `Move ${p.s('thing')} ${p.f('by')} forward, to ${p.f('arm')}`,
  slideAft: (p) => `Move ${p.s('thing')} ${p.f('by')} aft, to ${p.f('arm')}`,
  slideStays: (p) => `${p.s('thing')} stays where it is`,
  payloadAt: (p) => `${p.f('mass')} in ${p.s('thing')}, arm ${p.f('arm')}`,
  fillTanks: (p) => `Fill ${p.list('things').join(', ')}: ${p.f('total')} in all`,
  packSuffices: (p) => `${p.s('thing')} at ${p.f('arm')}: ${p.f('energy')}, ${p.f('spare')} to spare`,
  packShort: (p) => `${p.s('thing')} at ${p.f('arm')}: ${p.f('energy')}, ${p.f('spare')} short`,
  notADay: (p) => `“${p.s('text')}” is not a day. Type it as 2026-12-08 or 8.12.2026.`,
  // Copies
  scanEmpty: (p) => `“${p.s('name')}” is empty. Nothing was kept.`,
  scanTooLarge: (p) =>
    `“${p.s('name')}” is larger than ${p.n('most')} MB. Nothing was kept; take a smaller picture.`,
  scanType: (p) =>
    `“${p.s('name')}” is ${p.s('is')}. Nothing was kept; a copy is a PNG, JPEG or WebP picture, or a PDF.`,
  scansBusy: (p) =>
    `“${p.s('name')}” was not taken: too many copies are coming in just now. It stays on this device and is sent again.`,
  scanCutOff: (p) =>
    `“${p.s('name')}” did not arrive whole, and nothing of it was kept. It stays on this device and is sent again.`,
  scanNoRoom: (p) =>
    `The disk of the server is full; “${p.s('name')}” was not kept. It stays on this device and is sent again.`,
  scanMissing: () => 'There is no such copy here.',
  scanDamaged: () =>
    'The copy on the disk is not what was kept: its hash differs. It is not shown. Restore it from a backup.',
  scanNotHere: (p) =>
    `The copy “${p.s('name')}” has not reached the server yet. It goes out with the next try.`,
  noScales: () =>
    'Nobody has said where scales speak. Type what they show, or have an administrator name them under Installation.',
  scalesSilent: (p) =>
    `The scales do not answer: ${ownMember(HOW_SILENT, p.s('how')) ?? ''}. Type what they show.`,
  // Papers
  trailEmpty: () => 'No logbook has been named yet.',
  trailReversed: (p) => `“${p.s('book')}” ends before it begins.`,
  trailWhole: (p) => `${many(p.n('count'), 'logbook', 'logbooks')} without a gap, to ${p.f('hours')}.`,
  trailGap: (p) =>
    `Between ${sayDay(p.s('from'))} and ${sayDay(p.s('to'))}, from ${p.f('hoursFrom')} to ${p.f('hoursTo')}, nothing is written. Find the book, or explain the gap.`,
  trailGapNow: (p) =>
    `The last book ends at ${p.f('hoursFrom')}, and the airframe has ${p.f('hoursTo')}: find the book that goes on.`,
  trailOverlapNow: (p) =>
    `The last book ends at ${p.f('hoursFrom')}, and the airframe has ${p.f('hoursTo')} only: one of the two is wrong.`,
  trailGapExplained: (p) =>
    `From ${p.f('hoursFrom')} to ${p.f('hoursTo')} nothing is written: ${p.s('why')} Have a decision recorded.`,
  trailOverlap: (p) =>
    `The book from ${p.s('to')} begins at ${p.f('hoursTo')}, and the one before it ends at ${p.f('hoursFrom')}.`,
  trailOverlapExplained: (p) =>
    `Books overlap between ${p.f('hoursTo')} and ${p.f('hoursFrom')}: ${p.s('why')} Have a decision recorded.`,
  trailQuiet: (p) =>
    `No line from ${sayDay(p.s('from'))} to ${sayDay(p.s('to'))}, with the same hours: it stood, by the papers.`,
  documentNoCopy: (p) =>
    `The copy of ${p.s('number')} that belongs to the record is not there. Add a picture of it, or the file.`,
  documentNoNumber: () => 'The document has no number yet.',
  documentNoEnd: (p) =>
    `${p.s('number')}: its ${p.s('wanted')} is not stated, so it is not known to be in force.`,
  documentNotYet: (p) => `${p.s('number')} is in force from ${sayDay(p.s('on'))} only.`,
  documentExpired: (p) => `${p.s('number')} ran out on ${sayDay(p.s('on'))}.`,
  documentHoursOver: (p) => `${p.s('number')} ran out at ${p.f('until')}; the airframe has ${p.f('hours')}.`,
  documentCyclesOver: (p) =>
    `${p.s('number')} ran out at ${p.n('until')} cycles; there are ${p.n('cycles')}.`,
  documentUntil: (p) => `${p.s('number')} is in force until ${sayDay(p.s('on'))}.`,
  documentUntilHours: (p) => `${p.s('number')} is in force until ${p.f('until')}: ${p.f('left')} are left.`,
  documentThere: (p) => `${p.s('number')} is there.`,
  documentEnding: (p) =>
    `${p.s('number')} runs out on ${sayDay(p.s('on'))}, and this campaign goes on until ${sayDay(p.s('last'))}. Have it renewed.`,
  permitHeaviest: (p) => `${p.s('number')} allows ${p.f('allowed')} at most, and this is ${p.f('value')}.`,
  permitCrew: (p) =>
    `${p.s('number')} allows ${many(p.n('allowed'), 'person', 'people')} aboard, and ${p.n('count')} are on the sheet.`,
  permitHighest: (p) =>
    `${p.s('number')} allows ${p.f('allowed')} at most, and this is flown at ${p.f('value')}.`,
  signaturesNone: () => 'No item has been named yet.',
  signatureMissing: (p) =>
    p.n('count') === 1
      ? `“${p.s('what')}” is not signed.`
      : `“${p.s('what')}” and ${p.n('count') - 1} more are not signed.`,
  inspectionMissing: (p) =>
    p.n('count') === 1
      ? `“${p.s('what')}” is not inspected.`
      : `“${p.s('what')}” and ${p.n('count') - 1} more are not inspected.`,
  signedBySelf: (p) => `“${p.s('what')}” was done and inspected by ${p.s('by')}: it takes another hand.`,
  signaturesWhole: (p) => `${many(p.n('count'), 'item', 'items')}, all signed.`,
  equipmentNone: () => 'Nothing is on the equipment list, and nothing was looked at.',
  equipmentAgrees: (p) => `${many(p.n('count'), 'thing is', 'things are')} as listed.`,
  'equipment-fitted': (p) => `${p.s('thing')} (${p.s('is')}) is fitted and not on the list.`,
  'equipment-removed': (p) => `${p.s('thing')} (${p.s('listed')}) is on the list and not fitted.`,
  'equipment-exchanged': (p) => `${p.s('thing')} is ${p.s('is')}, and ${p.s('listed')} is on the list.`,
  plateOtherSerial: (p) =>
    `The plate reads “${p.s('text')}”; serial ${p.s('serial')} is not on it. Is it the right aircraft?`,
  plateAgrees: (p) => `Serial ${p.s('serial')} in configuration ${p.s('code')}, as in this campaign.`,
  plateOtherCode: (p) =>
    `The aircraft stands in configuration ${p.s('is')}, and this campaign is for ${p.s('code')}.`,
  plateNoCode: (p) => `The configuration is not on it. Read the label too: ${p.s('code')} is expected.`,
} satisfies Catalogue;
