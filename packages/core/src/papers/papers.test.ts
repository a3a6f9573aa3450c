import fc from 'fast-check';
import { AIRCRAFT } from '../testing/world.ts';
import {
  documentEnding,
  documentOver,
  judgeDocument,
  judgeEquipment,
  judgePlate,
  judgeSignatures,
  judgeTrail,
  plateText,
  trailPieces,
  type DocumentWanted,
  type PaperDocument,
  type RunsOut,
  type SignedItem,
  type TrailStretch,
} from './index.ts';

const room = { day: '2026-11-25', hours: 200 };
const codes = (verdicts: readonly { state: string; reason: { code: string } }[]): string[] =>
  verdicts.map((v) => `${v.state} ${v.reason.code}`);
const book = (
  name: string,
  from: string,
  to: string,
  hoursFrom: number,
  hoursTo: number,
  explained?: string,
): TrailStretch => ({
  book: name,
  from,
  to,
  hoursFrom,
  hoursTo,
  scans: [],
  ...(explained ? { explained } : {}),
});

test('the trail: books that join, a gap with what is missing, an overlap, a quiet stretch, the way to today', () => {
  const one = book('1', '2010-03-01', '2015-06-01', 0, 120);
  const two = book('2', '2015-06-10', '2026-11-20', 120, 200);
  expect(codes(judgeTrail([one, two], 400, room))).toEqual(['within trailWhole']);
  // In whatever order they are laid down.
  expect(trailPieces([two, one], 400, room).map((p) => p.kind)).toEqual(['book', 'book']);
  const late = { ...two, hoursFrom: 130 };
  expect(trailPieces([one, late], 400, room)).toMatchObject([
    { kind: 'book' },
    { kind: 'gap', from: '2015-06-01', to: '2015-06-10', hoursFrom: 120, hoursTo: 130 },
    { kind: 'book' },
  ]);
  expect(codes(judgeTrail([one, late], 400, room))).toEqual(['out trailGap']);
  expect(
    judgeTrail([one, { ...late, explained: 'Book burnt with the club house.' }], 400, room),
  ).toMatchObject([{ state: 'near', decisionNeeded: true, reason: { code: 'trailGapExplained' } }]);
  expect(codes(judgeTrail([one, { ...two, hoursFrom: 110 }], 400, room))).toEqual(['out trailOverlap']);
  expect(codes(judgeTrail([{ ...one, hoursFrom: 10, hoursTo: 120 }, two], 400, room))).toEqual([
    'out trailGap',
  ]);
  expect(codes(judgeTrail([one, two], 400, { ...room, hours: 207 }))).toEqual(['out trailGapNow']);
  expect(codes(judgeTrail([one, two], 400, { ...room, hours: 190 }))).toEqual(['out trailOverlapNow']);
  // The same hours after more than so many days without a line.
  const stood = { ...two, from: '2016-12-01' };
  expect(codes(judgeTrail([one, stood], 400, room))).toEqual(['near trailQuiet']);
  expect(codes(judgeTrail([one, stood], 549, room))).toEqual(['within trailWhole']);
  expect(codes(judgeTrail([one, stood], 548, room))).toEqual(['near trailQuiet']);
  expect(codes(judgeTrail([], 400, room))).toEqual(['unknown trailEmpty']);
  expect(codes(judgeTrail([{ ...one, to: '2009-01-01' }], 400, room))).toEqual(['unknown trailReversed']);
});

test('books, gaps and overlaps of any trail add up to the hours of the airframe', () => {
  const tenths = fc.integer({ min: 0, max: 5000 }).map((n) => n / 10);
  const day = fc
    .integer({ min: 0, max: 6000 })
    .map((n) => new Date(Date.UTC(2008, 0, 1) + n * 86_400_000).toISOString().slice(0, 10));
  const stretch = fc.tuple(day, day, tenths, tenths).map(([a, b, x, y]) => {
    const [from, to] = a < b ? [a, b] : [b, a];
    return book('b', from, to, Math.min(x, y), Math.max(x, y));
  });
  fc.assert(
    fc.property(fc.array(stretch, { minLength: 1, maxLength: 8 }), tenths, (stretches, hours) => {
      const pieces = trailPieces(stretches, 100_000, { day: '2026-11-25', hours });
      const sum = pieces.reduce((s, p) => s + (p.hoursTo - p.hoursFrom), 0);
      // Joints shorter than half a tenth are none; everything else is in the line.
      expect(Math.abs(sum - hours)).toBeLessThan(0.05 * (stretches.length + 1));
      expect(pieces.filter((p) => p.kind === 'book')).toHaveLength(stretches.length);
    }),
  );
});

const wanted = (runsOut: RunsOut, copy = false): DocumentWanted => ({ runsOut, copy });

test('a document is in force on its last day and not on the next; hours and cycles likewise', () => {
  const paper: PaperDocument = { number: 'T-1', conditions: [], scans: [], expiresOn: '2026-11-25' };
  expect(codes(judgeDocument(paper, wanted('date'), room))).toEqual(['within documentUntil']);
  expect(codes(judgeDocument(paper, wanted('date'), { ...room, day: '2026-11-26' }))).toEqual([
    'out documentExpired',
  ]);
  expect(documentEnding(paper, '2026-11-25')).toBeUndefined();
  expect(documentEnding(paper, '2026-11-26')?.code).toBe('documentEnding');
  expect(codes(judgeDocument({ ...paper, issuedOn: '2026-11-26' }, wanted('date'), room))).toEqual([
    'out documentNotYet',
  ]);
  const { expiresOn: _end, ...endless } = paper;
  expect(codes(judgeDocument(endless, wanted('date'), room))).toEqual(['unknown documentNoEnd']);
  expect(codes(judgeDocument(endless, wanted('never'), room))).toEqual(['within documentThere']);
  expect(codes(judgeDocument({ ...paper, number: ' ' }, wanted('date'), room))).toEqual([
    'unknown documentNoNumber',
  ]);
  const hours = { ...endless, untilHours: 200 };
  expect(codes(judgeDocument(hours, wanted('hours'), room))).toEqual(['within documentUntilHours']);
  expect(documentOver(hours, { ...room, hours: 200.1 })?.code).toBe('documentHoursOver');
  expect(codes(judgeDocument({ ...endless, untilCycles: 5 }, wanted('cycles'), room))).toEqual([
    'unknown documentNoEnd',
  ]);
  expect(codes(judgeDocument({ ...endless, untilCycles: 5, cyclesNow: 6 }, wanted('cycles'), room))).toEqual([
    'out documentCyclesOver',
  ]);
});

test('a copy that belongs to the record is missed only while the document itself is good', () => {
  const copy = { sha256: 'a'.repeat(64), name: 'permit.pdf', type: 'application/pdf', size: 10 } as const;
  const paper: PaperDocument = { number: 'T-1', conditions: [], scans: [], expiresOn: '2026-11-25' };
  expect(codes(judgeDocument(paper, wanted('date', true), room))).toEqual(['unknown documentNoCopy']);
  expect(codes(judgeDocument({ ...paper, scans: [copy] }, wanted('date', true), room))).toEqual([
    'within documentUntil',
  ]);
  expect(codes(judgeDocument({ ...paper, expiresOn: '2026-11-24' }, wanted('date', true), room))).toEqual([
    'out documentExpired',
  ]);
});

test('signatures: each by a hand, inspected by another where that is asked for', () => {
  const item = (change: Partial<SignedItem>): SignedItem => ({
    id: '1',
    what: 'Governor',
    doneBy: 'Ylva Torsund',
    inspectedBy: 'Brand Ekerholt',
    scans: [],
    ...change,
  });
  expect(codes(judgeSignatures([item({})], true))).toEqual(['within signaturesWhole']);
  expect(codes(judgeSignatures([item({ inspectedBy: ' ylva  torsund' })], true))).toEqual([
    'out signedBySelf',
  ]);
  expect(codes(judgeSignatures([item({ inspectedBy: undefined })], true))).toEqual(['out inspectionMissing']);
  expect(codes(judgeSignatures([item({ inspectedBy: undefined })], false))).toEqual([
    'within signaturesWhole',
  ]);
  expect(judgeSignatures([item({}), item({ doneBy: '' }), item({ doneBy: '' })], true)).toMatchObject([
    { state: 'out', reason: { code: 'signatureMissing', params: { count: 2 } } },
  ]);
  expect(codes(judgeSignatures([], true))).toEqual(['unknown signaturesNone']);
});

test('equipment and plate: every difference by name, another serial, another configuration', () => {
  const radio = { id: 'radio', title: 'Radio', partNumber: 'VR-20', serial: '31' };
  const aircraft = {
    ...AIRCRAFT,
    serial: 'L4-022',
    configuration: { code: '7KM2P', title: 'x' },
    equipment: [radio],
  };
  expect(codes(judgeEquipment(aircraft, [radio]))).toEqual(['within equipmentAgrees']);
  expect(codes(judgeEquipment(aircraft, []))).toEqual(['out equipment-removed']);
  expect(
    codes(
      judgeEquipment(aircraft, [
        { ...radio, serial: '32' },
        { ...radio, id: 'x' },
      ]),
    ),
  ).toEqual(['out equipment-exchanged', 'out equipment-fitted']);
  expect(codes(judgeEquipment({ ...aircraft, equipment: [] }, []))).toEqual(['unknown equipmentNone']);
  const plate = (text: string): string[] => codes(judgePlate(aircraft, text));
  expect(plate(plateText(aircraft))).toEqual(['within plateAgrees']);
  expect(plate('serial l4-022; conf 7km2p')).toEqual(['within plateAgrees']);
  expect(plate('L4-023 7KM2P')).toEqual(['out plateOtherSerial']);
  expect(plate('QX-TST L4-022 7KM2Q')).toEqual(['out plateOtherCode']);
  expect(plate('L4-022')).toEqual(['unknown plateNoCode']);
  expect(plate('  ')).toEqual(['unknown notAnswered']);
  expect(codes(judgePlate({ ...aircraft, serial: '-' }, 'QX-TST 7KM2P'))).toEqual(['within plateAgrees']);
});
