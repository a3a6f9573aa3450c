import {
  weighingOf,
  type Aircraft,
  type PaperDocument,
  type PartAnswer,
  type Reading,
  type Scan,
} from '@kanzel/core';
import { day } from './described.ts';

/** What the people of Grauholm hold in hand, by check; the rest is as it should be, which is what `good` is. */
export type StoryPapers = Readonly<Record<string, (aircraft: Aircraft, good: PartAnswer) => PartAnswer>>;

const document = (
  number: string,
  change: Partial<PaperDocument>,
): { readonly kind: 'document'; readonly document: PaperDocument } => ({
  kind: 'document',
  document: { number, conditions: [], scans: [], ...change },
});

/** Copies that belong to the record, by what they are of. */
export interface StoryCopies {
  readonly certificate: Scan;
  readonly report: Scan;
  readonly permit: Scan;
  /** What a camera saw under the hatch. */
  readonly bay: readonly Scan[];
}

/** Papers that every aircraft of the workshop has, with days counted from the story's. */
export function commonPapers(today: Date, work: readonly string[], copies: StoryCopies): StoryPapers {
  const on = day(today, -2);
  const signed = work.map((what, i) => ({
    id: String(i + 1),
    what,
    sheet: `G-${118 + i}`,
    doneBy: 'Ylva Torsund',
    doneOn: on,
    inspectedBy: 'Brand Ekerholt',
    inspectedOn: on,
    scans: [],
  }));
  return {
    'bay-photographed': (_aircraft, good) =>
      good.kind === 'photo'
        ? { ...good, photos: good.photos.map((p, i) => ({ ...p, scan: copies.bay[i] ?? p.scan })) }
        : good,
    'work-orders-signed': () => ({ kind: 'signatures', items: signed }),
    'work-on-drone-signed': () => ({ kind: 'signatures', items: signed }),
    'work-items-closed': () => ({ kind: 'signatures', items: signed }),
    'airworthiness-certificate': () =>
      document('A-2031', {
        issuedBy: 'Aviation office',
        issuedOn: day(today, -90),
        expiresOn: day(today, 275),
        scans: [copies.certificate],
      }),
    'insurance-policy': () =>
      document('P-55 104', {
        issuedBy: 'Island mutual',
        issuedOn: day(today, -200),
        expiresOn: day(today, 165),
      }),
    'insurance-covers': () =>
      document('P-55 131', {
        issuedBy: 'Island mutual',
        issuedOn: day(today, -20),
        expiresOn: day(today, 345),
      }),
    'liability-cover': () =>
      document('P-55 140', {
        issuedBy: 'Island mutual',
        issuedOn: day(today, -60),
        expiresOn: day(today, 305),
      }),
    'radio-licence': () => document('R-771', { issuedOn: day(today, -700), expiresOn: day(today, 395) }),
    'pressure-vessels': () =>
      document('Fire bottle 3', { issuedOn: day(today, -640), expiresOn: day(today, 90) }),
    'operator-and-pilot': () =>
      document('OP-0417', {
        issuedBy: 'Aviation office',
        issuedOn: day(today, -300),
        expiresOn: day(today, 430),
      }),
    'weight-report-on-file': (aircraft) =>
      document(aircraft.loading?.report?.number ?? 'W-1', {
        issuedOn: aircraft.loading?.report?.on ?? on,
        scans: [copies.report],
      }),
  };
}

/** The amphibian flown solo after work, with test ballast beside the pilot: the bow tank is drawn first. */
export function amphibianPapers(today: Date, work: readonly string[], copies: StoryCopies): StoryPapers {
  return {
    ...commonPapers(today, work, copies),
    'loading-sheet-current': ({ loading }) => {
      if (!loading?.report) throw new Error('amphibianPapers: no report');
      const { number, mass, arm, lateral, uncertainty } = loading.report;
      return {
        kind: 'loading',
        sheet: {
          units: loading.units,
          empty: { source: 'report', from: number, mass, arm, lateral, uncertainty },
          lines: loading.stations.map((s) => ({ station: s.id, mass: s.usual })),
          fuel: { bow: 40, left: 108, right: 108 },
          used: 150,
          packs: [],
        },
      };
    },
  };
}

/** The tug before its maiden flight: one logbook, a permit with conditions, and a weighing with one scale read twice. */
export function tugPapers(today: Date, copies: StoryCopies): StoryPapers {
  return {
    ...commonPapers(today, ['Engine mount', 'Control runs', 'Covering', 'Electrics'], copies),
    'inspections-signed': () => ({
      kind: 'signatures',
      items: ['Wing before closing', 'Fuselage before closing', 'Tank pressure', 'Engine installed'].map(
        (what, i) => ({
          id: String(i + 1),
          what,
          sheet: `S-${i + 1}`,
          doneBy: 'Odd Leirnes',
          doneOn: day(today, -400 + i * 90),
          inspectedBy: 'Signe Vardal',
          inspectedOn: day(today, -398 + i * 90),
          scans: [],
        }),
      ),
    }),
    'logbooks-without-a-gap': () => ({
      kind: 'trail',
      stretches: [
        {
          book: 'Builder’s log 1',
          from: day(today, -2100),
          to: day(today, -880),
          hoursFrom: 0,
          hoursTo: 0,
          scans: [],
        },
        {
          book: 'Builder’s log 2',
          from: day(today, -870),
          to: day(today, -1),
          hoursFrom: 0,
          hoursTo: 0,
          scans: [],
        },
      ],
    }),
    'permit-to-test': () =>
      document('T-114', {
        issuedBy: 'Aviation office',
        issuedOn: day(today, -12),
        expiresOn: day(today, 110),
        conditions: [
          { kind: 'highest', value: 1500, unit: 'm', text: 'Not above 1500 m' },
          { kind: 'heaviest', value: 690, unit: 'kg', text: 'Take-off mass 690 kg' },
          { kind: 'crew', value: 1, text: 'Pilot alone' },
          { kind: 'dayOnly', text: 'By day, in sight of the field' },
        ],
        scans: [copies.permit],
      }),
    // As much as the flights are planned with.
    'loaded-for-this-flight': (_aircraft, good) =>
      good.kind === 'loading'
        ? { ...good, sheet: { ...good.sheet, fuel: { left: 31, right: 31 }, used: 40 } }
        : good,
    'weighed-empty': ({ loading }) => {
      if (!loading) throw new Error('tugPapers: the tug has no loading');
      const plain = weighingOf(loading, 478.5, 2054, { scales: 'scales-2', level: 'level' }, 0.5);
      const points = plain.points.map((p, i) => {
        const tare = i === 2 ? 6.5 : 0.5;
        const [first] = p.readings;
        if (!first) return p;
        const read = [first.value + tare, first.value + tare + (i === 0 ? 0.5 : 0)];
        return {
          ...p,
          tare: { ...p.tare, value: tare, text: String(tare) },
          readings: read.map((value) => ({ ...first, value, text: String(value) })),
        };
      });
      const level = { ...plain.level.along, resolution: 0.1 };
      return { kind: 'weighing', weighing: { ...plain, points, level: { along: level, across: level } } };
    },
  };
}

/** The touring motor glider as it came from the works: its papers, and what it weighs by the report. */
export function worksPapers(today: Date, copies: StoryCopies): StoryPapers {
  const builder = commonPapers(today, ['Control runs', 'Engine installed'], copies);
  return {
    ...builder,
    'weighed-empty': ({ loading }) => {
      if (!loading) throw new Error('worksPapers: the glider has no loading');
      const read = { scales: 'scales-2', level: 'level' };
      return { kind: 'weighing', weighing: weighingOf(loading, 482, 2068, read, 0.5) };
    },
    'permit-to-test': () =>
      document('T-121', {
        issuedBy: 'Aviation office',
        issuedOn: day(today, -6),
        expiresOn: day(today, 80),
        conditions: [{ kind: 'dayOnly', text: 'By day, in sight of the field' }],
        scans: [copies.permit],
      }),
  };
}

/** The tow-plane model of the club, held up by hand: where tail and nose drop, by a rule, and its mass on a kitchen scale. */
export function modelPapers(today: Date, copies: StoryCopies): StoryPapers {
  const read = (value: number, unit: string, resolution: number, instrument: string): Reading => ({
    value,
    unit,
    text: String(value),
    resolution,
    source: 'typed',
    instrument,
  });
  return {
    ...commonPapers(today, ['First flight of this model'], copies),
    'model-balance-point': () => ({
      kind: 'weighing',
      weighing: {
        method: 'hand',
        units: { mass: 'kg', arm: 'mm', volume: 'L' },
        tailDrops: read(67, 'mm', 0.5, 'rule'),
        noseDrops: read(69.5, 'mm', 0.5, 'rule'),
        mass: read(3.71, 'kg', 0.005, 'kitchen-scale'),
        extras: [],
      },
    }),
  };
}
