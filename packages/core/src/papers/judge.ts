import type { Aircraft } from '../aircraft/aircraft.ts';
import type { Verdict } from '../limits/types.ts';
import { equipmentChanges } from '../loading/compare-weighing.ts';
import { reason, type Reason } from '../reasons/reason.ts';
import type { SeenEquipment, SignedItem } from './types.ts';

const said = (state: Verdict['state'], why: Reason): Verdict => ({
  state,
  decisionNeeded: false,
  reason: why,
});

const name = (text: string | undefined): string => (text ?? '').trim().toLowerCase().replace(/\s+/g, ' ');

/**
 * Verdict on work items or inspection sheets: every one done and signed, and where `inspected`, inspected by another
 * hand. The first that is not so is named; how many are open is said.
 */
export function judgeSignatures(items: readonly SignedItem[], inspected: boolean): readonly Verdict[] {
  if (items.length === 0) return [said('unknown', reason('signaturesNone'))];
  const own = items.filter(
    (i) => inspected && name(i.inspectedBy) !== '' && name(i.inspectedBy) === name(i.doneBy),
  );
  const open = items.filter((i) => name(i.doneBy) === '' || (inspected && name(i.inspectedBy) === ''));
  const [first] = open;
  const [self] = own;
  const verdicts = [
    ...(first
      ? [
          said(
            'out',
            reason(name(first.doneBy) === '' ? 'signatureMissing' : 'inspectionMissing', {
              what: first.what,
              count: open.length,
            }),
          ),
        ]
      : []),
    ...(self ? [said('out', reason('signedBySelf', { what: self.what, by: self.doneBy ?? '' }))] : []),
  ];
  return verdicts.length > 0
    ? verdicts
    : [said('within', reason('signaturesWhole', { count: items.length }))];
}

/** Verdict on what was found at the aircraft against its list: every difference by name. */
export function judgeEquipment(aircraft: Aircraft, seen: readonly SeenEquipment[]): readonly Verdict[] {
  const listed = aircraft.equipment ?? [];
  if (listed.length === 0 && seen.length === 0) return [said('unknown', reason('equipmentNone'))];
  const differences = equipmentChanges(listed, seen);
  if (differences.length === 0) return [said('within', reason('equipmentAgrees', { count: listed.length }))];
  return differences.map((d) =>
    said(
      'out',
      reason(`equipment-${d.change}`, {
        thing: d.after?.title ?? d.before?.title ?? '',
        is: d.after ? `${d.after.partNumber} ${d.after.serial}`.trim() : '',
        listed: d.before ? `${d.before.partNumber} ${d.before.serial}`.trim() : '',
      }),
    ),
  );
}

const bare = (text: string): string => text.toUpperCase().replace(/[^A-Z0-9]/g, '');

/** What the label of an aircraft says, for printing and for scanning. Example: "QX-LMV L4-022 7KM2P". */
export function plateText(aircraft: Aircraft): string {
  return `${aircraft.mark} ${aircraft.serial} ${aircraft.configuration.code}`;
}

/**
 * Verdict on a plate as read at the aircraft: serial number and configuration code, in any order, with or without
 * marks between, whatever else stands there. Another serial is another aircraft; without the code it is not known
 * which configuration was looked at; another code is another configuration than the campaign's.
 * Example: "serial L4-022, conf 7km2p" agrees with serial L4-022 and code 7KM2P.
 */
export function judgePlate(aircraft: Aircraft, text: string): readonly Verdict[] {
  const words = text
    .split(/[\s;,/|:]+/)
    .map(bare)
    .filter((w) => w !== '');
  const { serial, configuration } = aircraft;
  if (words.length === 0) return [said('unknown', reason('notAnswered'))];
  // An aircraft without a number of its own is known by its code alone.
  if (bare(serial) !== '' && !words.includes(bare(serial)))
    return [said('out', reason('plateOtherSerial', { serial, text }))];
  if (words.includes(bare(configuration.code)))
    return [said('within', reason('plateAgrees', { serial, code: configuration.code }))];
  const code = words.find(
    (w) => /^[0-9A-HJKMNP-TV-Z]{5}$/.test(w) && w !== bare(serial) && w !== bare(aircraft.mark),
  );
  return code
    ? [said('out', reason('plateOtherCode', { code: configuration.code, is: code }))]
    : [said('unknown', reason('plateNoCode', { code: configuration.code }))];
}
