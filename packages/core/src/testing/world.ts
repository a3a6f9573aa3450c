import type { Basis, Check, LimitBook, Pack } from '../checks/types.ts';
import type { Aircraft } from '../aircraft/aircraft.ts';
import type { Instrument, Limit, Reading } from '../limits/types.ts';
import { chain } from '../record/chain.ts';
import { makeDraft } from '../entries/make-draft.ts';
import type { Entry, EntryBodies, EntryDraft, EntryKind } from '../record/entry.ts';
import type { Role } from '../checks/types.ts';
import { foldEntries } from '../entries/fold.ts';
import type { CampaignState } from '../record/state.ts';

/** A small invented world for tests of the core: two engines, a handful of checks that lean on each other. */

export const GAUGE: Instrument = {
  id: 'gauge',
  name: 'Test gauge',
  unit: 'rpm',
  accuracy: 5,
  resolution: 1,
  calibratedUntil: '2027-01-31',
  measures: ['rpm'],
};
export const OLD_GAUGE: Instrument = {
  ...GAUGE,
  id: 'old-gauge',
  name: 'Old gauge',
  calibratedUntil: '2026-01-31',
};

const source = { document: 'Test book', revision: '1' };

export const DROP_LIMIT: Limit = {
  key: 'drop',
  kind: 'drop',
  title: 'Drop',
  unit: 'rpm',
  class: 'airworthiness',
  acceptance: 'guarded',
  source,
  conditions: [],
  bounds: { low: 10, high: 150, cautionHigh: 110 },
};
export const DIFFERENCE_LIMIT: Limit = {
  key: 'difference',
  kind: 'difference',
  title: 'Difference',
  unit: 'rpm',
  class: 'performance',
  acceptance: 'simple',
  source,
  conditions: [],
  circular: false,
  bounds: { high: 50 },
};
export const IDLE_LIMIT: Limit = {
  key: 'idle',
  kind: 'band',
  title: 'Idle',
  unit: 'rpm',
  class: 'performance',
  acceptance: 'simple',
  source,
  conditions: [],
  bounds: { low: 600, high: 800 },
};

export function check(id: string, change: Partial<Check> = {}): Check {
  return {
    id,
    module: 'test',
    station: 'run-up',
    challenge: id,
    title: id,
    response: 'Yes',
    why: 'Because.',
    cautions: [],
    where: 'cockpit',
    who: 'left seat',
    subject: 'aircraft',
    answer: { kind: 'confirm' },
    needs: {},
    sets: {},
    limits: [],
    after: [],
    standsOn: [],
    proves: [],
    secondPerson: false,
    notApplicable: true,
    minutes: 2,
    ...change,
  };
}

const figure = { unit: 'rpm', resolution: 1, channel: 'rpm', plausible: { low: 0, high: 3500 } };

export const CHECKS: readonly Check[] = [
  check('papers', { station: 'papers', notApplicable: false }),
  check('linkage', {
    station: 'inspection',
    subject: 'engine',
    proves: ['engine.{engine}.control'],
    secondPerson: true,
  }),
  check('start', { subject: 'engine', sets: { engine: 'running' } }),
  check('drop-a', {
    subject: 'engine',
    answer: { kind: 'drop', ...figure },
    needs: { engine: 'running' },
    limits: ['drop'],
    standsOn: ['start'],
    proves: ['engine.{engine}.ignition.a'],
  }),
  check('drop-b', {
    subject: 'engine',
    answer: { kind: 'drop', ...figure },
    needs: { engine: 'running' },
    limits: ['drop'],
    standsOn: ['start'],
    proves: ['engine.{engine}.ignition.b'],
  }),
  check('drops-apart', {
    subject: 'engine',
    answer: { kind: 'computed', from: ['drop-a', 'drop-b'], value: 'drop' },
    limits: ['difference'],
  }),
  check('idle', {
    subject: 'engine',
    answer: { kind: 'reading', ...figure },
    needs: { engine: 'running' },
    limits: ['idle'],
    standsOn: ['drop-a'],
    proves: ['engine.{engine}.idle'],
    validity: { hours: 3 },
  }),
  check('warm', { answer: { kind: 'timer', seconds: 30 } }),
];

export const PACK: Pack = {
  id: 'test-pack',
  revision: 1,
  title: 'Test pack',
  families: ['twin'],
  states: [
    { name: 'engine', title: 'Engine', per: 'engine', values: ['stopped', 'running'], initial: 'stopped' },
  ],
  independentInspection: ['engine.*.control'],
  gates: [
    {
      id: 'power',
      title: 'Power',
      before: 'controls',
      conditions: [
        { kind: 'proven', stations: ['papers', 'inspection'], overridable: false },
        { kind: 'noTags', overridable: false },
        { kind: 'findingsSettled', overridable: false },
        { kind: 'inspectionsSigned', overridable: false },
      ],
    },
    {
      id: 'release',
      title: 'Release',
      before: 'release',
      conditions: [
        { kind: 'proven', stations: ['papers', 'inspection', 'run-up'], overridable: false },
        { kind: 'noTags', overridable: true },
        { kind: 'findingsSettled', overridable: false },
        { kind: 'inspectionsSigned', overridable: false },
      ],
    },
  ],
  checks: CHECKS,
};

export const BOOK: LimitBook = {
  id: 'test-book',
  revision: 1,
  title: 'Test book',
  approvedBy: 'Nobody',
  approvedOn: '2026-01-01',
  limits: [DROP_LIMIT, DIFFERENCE_LIMIT, IDLE_LIMIT],
};

export const AIRCRAFT: Aircraft = {
  mark: 'QX-TST',
  type: 'Testbed',
  description: 'twin',
  family: 'twin',
  serial: '1',
  engines: [
    { id: 'left', title: 'Left engine', cylinders: 4 },
    { id: 'right', title: 'Right engine', cylinders: 4 },
  ],
  configuration: { code: 'A1', title: 'plain' },
  hours: 10,
  limitBook: 'test-book',
  pack: 'test-pack',
  instruments: [GAUGE, OLD_GAUGE],
};

export const BASIS: Basis = { pack: PACK, limitBook: BOOK, aircraft: AIRCRAFT };

export const ANN = 'person-a';
export const BO = 'person-b';
export const START = Date.parse('2026-11-24T08:00:00.000Z');

export function reading(value: number, change: Partial<Reading> = {}): Reading {
  return {
    value,
    unit: 'rpm',
    text: String(value),
    resolution: 1,
    source: 'typed',
    instrument: 'gauge',
    ...change,
  };
}

/** Writes a record entry by entry, a minute apart. */
export class Scribe {
  readonly entries: Entry[] = [];
  private made = 0;

  draft<K extends EntryKind>(
    kind: K,
    body: EntryBodies[K],
    change: Partial<{
      by: string;
      role: Role;
      supersedes: string;
      at: string;
      device: string;
      seen: number;
    }> = {},
  ): EntryDraft<K> & EntryDraft {
    this.made += 1;
    return makeDraft(kind, body, {
      id: `entry-${this.made}`,
      campaign: 'campaign',
      at: new Date(START + this.made * 60_000).toISOString(),
      by: ANN,
      role: 'technician',
      device: 'test',
      ...change,
    });
  }

  add<K extends EntryKind>(
    kind: K,
    body: EntryBodies[K],
    change: Parameters<Scribe['draft']>[2] = {},
  ): Entry {
    const last = this.entries[this.entries.length - 1];
    const draft = this.draft(kind, body, change);
    const entry = chain(draft, last, draft.at);
    this.entries.push(entry);
    return entry;
  }

  state(): CampaignState {
    return foldEntries(this.entries);
  }

  open(basis = BASIS): this {
    this.add('campaign.opened', { title: 'Test', occasion: 'post-maintenance', workItems: [], basis });
    return this;
  }

  confirm(check: string, subject: string): Entry {
    return this.add('answer.given', {
      check,
      subject,
      answer: { kind: 'confirm', asExpected: true },
      facts: {},
    });
  }

  drop(check: string, subject: string, before: number, after: number): Entry {
    return this.add('answer.given', {
      check,
      subject,
      answer: { kind: 'drop', before: reading(before), after: reading(after) },
      facts: {},
    });
  }

  /** Everything up to and including a passed Power gate and two running engines. */
  upToRunning(basis = BASIS): this {
    this.open(basis).confirm('papers', 'aircraft');
    for (const engine of ['left', 'right']) {
      const { id } = this.confirm('linkage', engine);
      this.add('answer.witnessed', { check: 'linkage', subject: engine, answerEntry: id }, { by: BO });
    }
    this.add('gate.passed', { gate: 'power', snapshot: this.entries[this.entries.length - 1]?.hash ?? '' });
    for (const engine of ['left', 'right']) this.confirm('start', engine);
    return this;
  }

  /** Everything that the pack asks for, proven. */
  upToProven(basis = BASIS): this {
    this.upToRunning(basis);
    for (const engine of ['left', 'right']) {
      this.drop('drop-a', engine, 1700, 1620);
      this.drop('drop-b', engine, 1700, 1625);
      this.read('idle', engine, 700);
    }
    const { at } = this.add('timer.started', { check: 'warm', subject: 'aircraft' });
    this.add('answer.given', {
      check: 'warm',
      subject: 'aircraft',
      answer: { kind: 'timer', startedAt: at, endedAt: new Date(Date.parse(at) + 40_000).toISOString() },
      facts: {},
    });
    return this;
  }

  read(check: string, subject: string, value: number): Entry {
    return this.add('answer.given', {
      check,
      subject,
      answer: { kind: 'reading', reading: reading(value) },
      facts: {},
    });
  }
}

/** Compares states by what they say; the index is rebuilt by every fold from the first entry. */
export const plain = (state: CampaignState): unknown =>
  JSON.parse(
    JSON.stringify({
      ...state,
      index: undefined,
      scope: state.scope ? { ...state.scope, items: [...state.scope.items] } : undefined,
      parts: [...state.parts],
      states: [...state.states],
      proofs: [...state.proofs],
      loadout: [...state.loadout],
      tags: [...state.tags],
      findings: [...state.findings],
      actions: [...state.actions],
      gatesPassed: [...state.gatesPassed],
    }),
  );
