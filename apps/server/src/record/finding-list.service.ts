import { Inject, Injectable } from '@nestjs/common';
import { InjectDataSource } from '@nestjs/typeorm';
import {
  deriveStatus,
  nextOfFinding,
  upcast,
  type Entry,
  type EntryBodies,
  type FindingStep,
} from '@kanzel/core';
import type { FindingLineView } from '@kanzel/contract';
import { DataSource } from 'typeorm';
import { CLOCK, type Clock } from '../settings.ts';
import { findingRows, type FindingRow } from '../storage/finding-rows.ts';
import { readJson } from '../storage/stored-entry.ts';
import { RecordService } from './record.service.ts';

/** Campaigns with open findings of which it is looked up what comes next, the newest first; of older ones it is not told. */
const MOST_FOLDED = 100;

/** So long the clock alone does not make another step of one (ms): deferrals run out by the day. */
const HOLDS = 10 * 60_000;

/** What the entries of one finding say, the last of each kind. */
interface Told {
  readonly row: FindingRow;
  readonly raised: Pick<Entry, 'at' | 'by'> & { readonly body: EntryBodies['finding.raised'] };
  readonly assessed?: Entry<'finding.assessed'> | undefined;
  readonly closed?: Entry<'finding.closed'> | undefined;
  readonly assigned?: Entry<'finding.assigned'> | undefined;
  /** Which it was part of at first. */
  readonly from?: string | undefined;
  /** With which it is one. */
  readonly into?: string | undefined;
}

/** Findings of all aircraft, read from the entries about them alone; only what is open is looked up in its campaign. */
@Injectable()
export class FindingListService {
  private readonly steps = new Map<string, { head: string; at: number; steps: Map<string, FindingStep> }>();

  constructor(
    @InjectDataSource() private readonly dataSource: DataSource,
    private readonly record: RecordService,
    @Inject(CLOCK) private readonly clock: Clock,
  ) {}

  /** Every finding, of some aircraft or of all; the newest campaign first, in it as they were raised. */
  async list(marks?: readonly string[]): Promise<FindingLineView[]> {
    const told = tellFindings(await findingRows(this.dataSource, marks));
    const open = new Set(told.filter((t) => !t.closed).map((t) => t.row.campaign));
    const steps = new Map<string, ReadonlyMap<string, FindingStep>>();
    for (const campaign of [...open].slice(0, MOST_FOLDED)) {
      const head = told.find((t) => t.row.campaign === campaign)?.row.head ?? '';
      const found = await this.stepsOf(campaign, head);
      if (found) steps.set(campaign, found);
    }
    return told.map((t) => lineOf(t, steps.get(t.row.campaign)));
  }

  private async stepsOf(
    campaign: string,
    head: string,
  ): Promise<ReadonlyMap<string, FindingStep> | undefined> {
    const now = this.clock.now();
    const known = this.steps.get(campaign);
    if (known?.head === head && now.getTime() - known.at < HOLDS) return known.steps;
    const folded = await this.record.fold(campaign);
    const status = folded && !folded.damaged ? deriveStatus(folded.state, now.toISOString()) : undefined;
    if (!folded || !status) return undefined;
    const steps = new Map<string, FindingStep>();
    for (const id of folded.state.findings.keys()) {
      const next = nextOfFinding(folded.state, status, id, now.getTime());
      if (next) steps.set(id, next);
    }
    this.steps.set(campaign, { head, at: now.getTime(), steps });
    return steps;
  }
}

/** What one more entry says of the findings of its campaign: what is one with another goes through everything with it. */
function tell(told: Map<string, Told>, row: FindingRow, entry: Entry): void {
  const all = (id: string): readonly (readonly [string, Told])[] =>
    [...told].filter(([own, t]) => own === id || t.into === id);
  const put = (id: string, change: (one: Told, own: string) => Partial<Told>): void => {
    for (const [own, one] of all(id)) told.set(own, { ...one, ...change(one, own) });
  };
  if (entry.kind === 'finding.raised') told.set(entry.body.finding, { row, raised: entry });
  if (entry.kind === 'finding.split') {
    const from = told.get(entry.body.finding);
    const { at, by } = entry;
    const { into, title, where } = entry.body;
    const body = from && { ...from.raised.body, finding: into, title, where };
    if (body)
      told.set(into, {
        row,
        raised: { at, by, body },
        assessed: from.assessed,
        from: from.from ?? entry.body.finding,
      });
  }
  if (entry.kind === 'finding.assessed') put(entry.body.finding, () => ({ assessed: entry }));
  if (entry.kind === 'finding.closed') put(entry.body.finding, () => ({ closed: entry }));
  if (entry.kind === 'finding.merged') {
    const { into } = entry.body;
    put(entry.body.finding, (one) => ({ into, assessed: one.assessed ?? told.get(into)?.assessed }));
  }
  if (entry.kind === 'finding.reopened')
    put(entry.body.finding, (one, own) => ({
      closed: undefined,
      into: own === entry.body.finding ? undefined : one.into,
    }));
  if (entry.kind === 'finding.assigned')
    put(entry.body.finding, (_one, own) => (own === entry.body.finding ? { assigned: entry } : {}));
}

/** Puts the entries of each finding together. What cannot be read is passed over: its campaign says that it is damaged. */
function tellFindings(rows: readonly FindingRow[]): readonly Told[] {
  const found = new Map<string, Map<string, Told>>();
  for (const row of rows) {
    const read = row.json === null ? undefined : (readJson(row.json) as Entry | undefined);
    const known = read && upcast(read);
    if (!known?.ok) continue;
    const told = found.get(row.campaign) ?? new Map<string, Told>();
    found.set(row.campaign, told);
    tell(told, row, known.value);
  }
  return [...found.values()].flatMap((told) => [...told.values()]);
}

function lineOf(
  { row, raised, assessed, closed, assigned, from }: Told,
  steps: ReadonlyMap<string, FindingStep> | undefined,
): FindingLineView {
  const { finding, title, where, check } = raised.body;
  const next = closed ? 'closed' : steps?.get(finding);
  return {
    finding,
    campaign: row.campaign,
    campaignTitle: row.campaignTitle,
    mark: row.mark,
    title,
    where,
    ...(check === undefined ? {} : { check }),
    raisedAt: raised.at,
    raisedBy: raised.by,
    ...(assessed ? { severity: assessed.body.severity } : {}),
    ...(assessed?.body.conditions === undefined ? {} : { conditions: assessed.body.conditions }),
    ...(assessed?.body.until === undefined ? {} : { until: assessed.body.until }),
    ...(closed ? { closedAt: closed.at } : {}),
    ...(from === undefined ? {} : { splitFrom: from }),
    ...(assigned?.body.to === undefined ? {} : { assignedTo: assigned.body.to }),
    ...(assigned?.body.minutes === undefined ? {} : { effort: assigned.body.minutes }),
    ...(assigned?.body.due === undefined ? {} : { due: assigned.body.due }),
    released: row.released === 1,
    ...(next ? { next } : {}),
  };
}
