import type { DataSource } from 'typeorm';
import type { CampaignRow } from './entities.ts';

/** Which campaigns are listed, newest first. */
export interface CampaignFilter {
  readonly mark?: string | undefined;
  /** Limit book it was opened by. */
  readonly limitBook?: string | undefined;
  /** Only those in hand, or only those released. */
  readonly released?: boolean | undefined;
  /** Only those older than this one. */
  readonly before?: string | undefined;
  readonly limit: number;
}

/** A campaign with where its record ends, and when its release was signed. */
export type ListedRow = CampaignRow & {
  readonly count: number;
  readonly head: string;
  readonly releasedAt: string | null;
};

/** A release among the entries, by the index that holds nothing else: left to itself the planner reads whole records. */
const RELEASE = `FROM entry INDEXED BY entry_release WHERE entry.campaign = campaign.id AND instr(entry.json, '"kind":"release.signed"') > 0`;

const COLUMNS = `campaign.*,
  (SELECT MAX(seq) FROM entry WHERE entry.campaign = campaign.id) AS count,
  (SELECT hash FROM entry WHERE entry.campaign = campaign.id ORDER BY seq DESC LIMIT 1) AS head,
  (SELECT iif(json_valid(json), json_extract(json, '$.at'), NULL) ${RELEASE}) AS releasedAt`;

/** Campaigns that fit, newest first; only of those listed is anything of their records read. */
export function listCampaigns(dataSource: DataSource, filter: CampaignFilter): Promise<ListedRow[]> {
  const wanted: string[] = [];
  const values: unknown[] = [];
  const want = (sql: string, value?: unknown): void => {
    wanted.push(sql);
    if (value !== undefined) values.push(value);
  };
  if (filter.mark !== undefined) want('mark = ?', filter.mark);
  if (filter.limitBook !== undefined) want('limitBook = ?', filter.limitBook);
  if (filter.released !== undefined) want(`${filter.released ? '' : 'NOT '}EXISTS (SELECT 1 ${RELEASE})`);
  if (filter.before !== undefined)
    want('(createdAt, id) < (SELECT createdAt, id FROM campaign WHERE id = ?)', filter.before);
  const where = wanted.length > 0 ? `WHERE ${wanted.join(' AND ')}` : '';
  return dataSource.query(
    `SELECT ${COLUMNS} FROM campaign ${where} ORDER BY createdAt DESC, id DESC LIMIT ?`,
    [...values, filter.limit],
  );
}

/** The newest released campaigns of every aircraft, and how many each has. */
export async function newestReleased(
  dataSource: DataSource,
  each: number,
): Promise<{ readonly rows: ListedRow[]; readonly counts: ReadonlyMap<string, number> }> {
  const rows: (ListedRow & { readonly place: number; readonly own: number })[] = await dataSource.query(
    `SELECT ${COLUMNS}, place, own FROM (
       SELECT campaign.*, ROW_NUMBER() OVER (PARTITION BY mark ORDER BY createdAt DESC, id DESC) AS place,
         COUNT(*) OVER (PARTITION BY mark) AS own
       FROM campaign WHERE EXISTS (SELECT 1 ${RELEASE})
     ) AS campaign WHERE place <= ? ORDER BY createdAt DESC, id DESC`,
    [each],
  );
  return { rows, counts: new Map(rows.map((row) => [row.mark, row.own])) };
}

/** One flight as it was begun: the gate in front of it was passed. */
export interface BegunFlight {
  readonly campaign: string;
  readonly mark: string;
  readonly limitBook: string;
  readonly at: string;
  /** Who passed it, in which role, and who else was named as crew. */
  readonly by: string;
  readonly role: string;
  readonly crew: string | null;
}

/** Flights that were begun since a moment, newest first: the gate Fly was passed, or passed anew, on any aircraft. */
export function begunFlights(dataSource: DataSource, since: string, most: number): Promise<BegunFlight[]> {
  return dataSource.query(
    `SELECT campaign.id AS campaign, campaign.mark AS mark, campaign.limitBook AS limitBook,
       json_extract(entry.json, '$.at') AS at, json_extract(entry.json, '$.by') AS by,
       json_extract(entry.json, '$.role') AS role, json_extract(entry.json, '$.body.crew') AS crew
     FROM entry INDEXED BY entry_gate JOIN campaign ON campaign.id = entry.campaign
     WHERE instr(entry.json, '"kind":"gate.passed"') > 0 AND json_valid(entry.json)
       AND json_extract(entry.json, '$.body.gate') = 'fly' AND json_extract(entry.json, '$.at') >= ?
     ORDER BY at DESC LIMIT ?`,
    [since, most],
  );
}
