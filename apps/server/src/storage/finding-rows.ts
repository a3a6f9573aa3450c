import type { DataSource } from 'typeorm';

/** An entry about a finding, with the campaign it stands in. */
export interface FindingRow {
  readonly campaign: string;
  readonly mark: string;
  readonly campaignTitle: string;
  /** 1 when the campaign was released. */
  readonly released: number;
  readonly head: string;
  /** Null where somebody has written over it. */
  readonly json: string | null;
}

/** Entries about findings that are read at one time: far more than a large workshop has in ten years. */
const MOST = 50_000;

/** Entries about findings, by the index that holds nothing else: of no record is anything else read. */
const ABOUT = `entry INDEXED BY entry_finding JOIN campaign ON campaign.id = entry.campaign
  WHERE instr(entry.json, '"kind":"finding.') > 0`;

/** Every entry that raises, assesses or closes a finding, of some aircraft or of all; the newest campaign first. */
export function findingRows(dataSource: DataSource, marks?: readonly string[]): Promise<FindingRow[]> {
  return dataSource.query(
    `SELECT entry.campaign, campaign.mark, campaign.title AS campaignTitle,
       EXISTS (SELECT 1 FROM entry AS r INDEXED BY entry_release
         WHERE r.campaign = campaign.id AND instr(r.json, '"kind":"release.signed"') > 0) AS released,
       (SELECT hash FROM entry AS h WHERE h.campaign = campaign.id ORDER BY seq DESC LIMIT 1) AS head,
       iif(json_valid(entry.json), entry.json, NULL) AS json
     FROM ${ABOUT} ${marks === undefined ? '' : 'AND campaign.mark IN (SELECT value FROM json_each(?))'}
     ORDER BY campaign.createdAt DESC, campaign.id, entry.seq LIMIT ${MOST}`,
    marks === undefined ? [] : [JSON.stringify(marks)],
  );
}
