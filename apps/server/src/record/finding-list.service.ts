import { Inject, Injectable } from '@nestjs/common';
import { InjectDataSource } from '@nestjs/typeorm';
import { deriveStatus, nextOfFinding, upcast, type Entry, type FindingStep } from '@kanzel/core';
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
  readonly raised: Entry<'finding.raised'>;
  readonly assessed?: Entry<'finding.assessed'>;
  readonly closed?: Entry<'finding.closed'>;
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

  /** Every finding, of one aircraft or of all; the newest campaign first, in it as they were raised. */
  async list(mark?: string): Promise<FindingLineView[]> {
    const told = tellFindings(await findingRows(this.dataSource, mark));
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

/** Puts the entries of each finding together. What cannot be read is passed over: its campaign says that it is damaged. */
function tellFindings(rows: readonly FindingRow[]): readonly Told[] {
  const found = new Map<string, Told>();
  for (const row of rows) {
    const read = row.json === null ? undefined : (readJson(row.json) as Entry | undefined);
    const known = read && upcast(read);
    if (!known?.ok) continue;
    const entry = known.value;
    if (entry.kind === 'finding.raised') {
      found.set(`${row.campaign} ${entry.body.finding}`, { row, raised: entry });
      continue;
    }
    if (entry.kind !== 'finding.assessed' && entry.kind !== 'finding.closed') continue;
    const key = `${row.campaign} ${entry.body.finding}`;
    const told = found.get(key);
    if (!told) continue;
    found.set(
      key,
      entry.kind === 'finding.assessed' ? { ...told, assessed: entry } : { ...told, closed: entry },
    );
  }
  return [...found.values()];
}

function lineOf(
  { row, raised, assessed, closed }: Told,
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
    released: row.released === 1,
    ...(next ? { next } : {}),
  };
}
