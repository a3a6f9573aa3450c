import { Inject, Injectable, type OnModuleDestroy } from '@nestjs/common';
import { InjectDataSource } from '@nestjs/typeorm';
import { standingOf, type Standing } from '@kanzel/core';
import type { CampaignView, HangarLineView, RecordedFlightView } from '@kanzel/contract';
import { DataSource } from 'typeorm';
import { CLOCK, type Clock } from '../settings.ts';
import {
  begunFlights,
  listCampaigns,
  newestReleased,
  type CampaignFilter,
  type ListedRow,
} from '../storage/campaign-rows.ts';
import type { Folded } from './held-campaigns.ts';
import { RecordService } from './record.service.ts';

/** Campaigns that a list waits for; where the others stand is found out meanwhile, and told with the next one. */
const WAITED_FOR = 8;

/** Between two that are found out beside everything else (ms). */
const LETS_BY = 5;

/** So long the clock alone does not make a standing another one that anybody would see (ms): hours are what runs out. */
const STANDING_HOLDS = 20_000;

/** The same of a campaign that was let go meanwhile (ms). */
const STANDING_HOLDS_LET_GO = 10 * 60_000;

/** Campaigns in hand that a hangar shows. */
const MOST_IN_HAND = 1000;

/** Recency of a pilot is asked over ninety days, as licences do (ms). */
const FLIGHTS_BACK = 90 * 86_400_000;
const MOST_FLIGHTS = 2000;
/** A gate that is passed again so soon is passed for the same flight (ms). */
const SAME_FLIGHT = 3_600_000;

/** Earlier campaigns that a line of the hangar names. */
const EARLIER_NAMED = 2;

/** Lists of campaigns, with where those in hand stand. */
@Injectable()
export class CampaignListService implements OnModuleDestroy {
  /** Campaigns in hand that somebody saw listed and that are not folded yet. */
  private readonly toFind = new Set<string>();
  private finding = false;
  private ended = false;
  private readonly standings = new Map<string, { head: string; at: number; standing: Standing }>();

  constructor(
    @InjectDataSource() private readonly dataSource: DataSource,
    private readonly record: RecordService,
    @Inject(CLOCK) private readonly clock: Clock,
  ) {}

  /** Campaigns that fit, newest first. */
  async list(filter: CampaignFilter): Promise<CampaignView[]> {
    return this.viewed(await listCampaigns(this.dataSource, filter));
  }

  /** What the hangar shows of each aircraft that ever had a campaign. */
  async hangar(): Promise<HangarLineView[]> {
    const { rows: released, counts } = await newestReleased(this.dataSource, EARLIER_NAMED);
    const rows = await listCampaigns(this.dataSource, { released: false, limit: MOST_IN_HAND });
    const inHand = await this.viewed(rows);
    const earlier = await this.viewed(released);
    const marks = new Set([...inHand, ...earlier].map((c) => c.mark));
    return [...marks].map((mark) => ({
      mark,
      inHand: inHand.filter((c) => c.mark === mark),
      released: earlier.filter((c) => c.mark === mark),
      releasedCount: counts.get(mark) ?? 0,
    }));
  }

  /** Flights of the last days on any aircraft, newest first, with who flew; a gate passed again within the hour is the same flight. */
  async flights(): Promise<RecordedFlightView[]> {
    const since = new Date(this.clock.now().getTime() - FLIGHTS_BACK).toISOString();
    const begun = await begunFlights(this.dataSource, since, MOST_FLIGHTS);
    return begun
      .filter(
        (f, i) =>
          !begun
            .slice(0, i)
            .some((o) => o.campaign === f.campaign && Date.parse(o.at) - Date.parse(f.at) < SAME_FLIGHT),
      )
      .map(({ mark, limitBook, at, by, role, crew }) => ({
        mark,
        limitBook,
        at,
        people: [
          ...new Set([
            ...(role === 'pilot' ? [by] : []),
            ...(crew === null ? [] : (JSON.parse(crew) as readonly string[])),
          ]),
        ],
      }));
  }

  /**
   * Rows as they are shown. Only campaigns in hand are folded and verified, a released one when it is opened. A list waits
   * for the first of them only.
   */
  private async viewed(rows: readonly ListedRow[]): Promise<CampaignView[]> {
    const now = this.clock.now();
    const unknown = rows.filter((row) => row.releasedAt === null && !this.knowsStanding(row, now));
    for (const row of unknown.slice(0, WAITED_FOR)) await this.findStanding(row.id, now);
    for (const row of unknown.slice(WAITED_FOR)) this.toFind.add(row.id);
    if (!this.finding) void this.findOthers();
    return rows.map(({ id, mark, title, count, head, releasedAt, ...row }) => {
      const damaged = this.record.damageOf(id);
      const standing = releasedAt === null ? this.standings.get(id)?.standing : undefined;
      const { pack, packRevision, limitBook, limitBookRevision } = row;
      return {
        id,
        mark,
        title,
        count,
        head,
        openedOn: { pack, packRevision, limitBook, limitBookRevision },
        ...(releasedAt === null ? {} : { releasedAt }),
        ...(standing ? { standing } : {}),
        ...(damaged ? { damaged } : {}),
      };
    });
  }

  private async findStanding(id: string, now: Date): Promise<void> {
    const folded = await this.record.fold(id);
    if (folded) this.noteStanding(id, folded, now);
  }

  private async findOthers(): Promise<void> {
    this.finding = true;
    for (const id of this.toFind) {
      // Others are let by: a hangar of hundreds is not worth a heartbeat of the line.
      await new Promise((resolve) => setTimeout(resolve, LETS_BY).unref());
      if (this.ended) return;
      this.toFind.delete(id);
      // What cannot be read now is asked again by the next list; nobody waits for an answer here who could be told.
      await this.findStanding(id, this.clock.now()).catch((error: unknown) =>
        process.stderr.write(
          `Where campaign ${id} stands could not be found out: ${error instanceof Error ? error.message : String(error)}\n`,
        ),
      );
    }
    this.finding = false;
  }

  /** The server ends: what was not found out is found out by the next. */
  onModuleDestroy(): void {
    this.ended = true;
  }

  /** Whether it is known where a campaign stands: as long as its record and, by and large, the clock have not moved on. */
  private knowsStanding({ id, head }: ListedRow, now: Date): boolean {
    if (this.record.damageOf(id)) return true;
    const known = this.standings.get(id);
    const holds = this.record.isHeld(id) ? STANDING_HOLDS : STANDING_HOLDS_LET_GO;
    return known?.head === head && now.getTime() - known.at < holds;
  }

  private noteStanding(id: string, { state, damaged }: Folded, now: Date): void {
    const standing = damaged ? undefined : standingOf(state, now.toISOString());
    if (standing) this.standings.set(id, { head: state.head, at: now.getTime(), standing });
    else this.standings.delete(id);
  }
}
