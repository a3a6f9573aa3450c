import { err, ok, type Result } from '../result.ts';
import { reason, type Reason } from '../reasons/reason.ts';
import { canonicalJson } from '../canonical/canonical.ts';
import { GENESIS_HASH } from './chain.ts';
import { hashOf, sha256Hex, type TextHash } from '../canonical/hash.ts';

/**
 * One line of the log of an installation: that a campaign's record has grown, or that something happened to
 * people, keys, library or backups. Chained like entries, over the whole installation, so that a campaign
 * cannot be cut short or taken away without the log telling.
 */
export interface LogLine {
  readonly seq: number;
  readonly at: string;
  readonly kind: string;
  readonly body: Readonly<Record<string, unknown>>;
  readonly prevHash: string;
  readonly hash: string;
}

/** Places a line behind the last one. `last` is undefined for the first line of an installation. */
export function chainLine(
  line: Pick<LogLine, 'at' | 'kind' | 'body'>,
  last: Pick<LogLine, 'seq' | 'hash'> | undefined,
  hash: TextHash = sha256Hex,
): LogLine {
  const placed = { ...line, seq: (last?.seq ?? 0) + 1, prevHash: last?.hash ?? GENESIS_HASH };
  return { ...placed, hash: hash(canonicalJson(placed)) };
}

/** Where a campaign's record stood by the log: the last line that speaks of it. */
export interface LoggedHead {
  readonly count: number;
  readonly head: string;
}

/** Checks lines one after another, and remembers where each campaign stood. Made by `openLog`. */
export interface LogReader {
  /** Takes the next line, or says what is wrong with it. Errors: `logSeq`, `logPrevious`, `logHash`, `logShrinks`. */
  readonly take: (line: LogLine) => Result<true, Reason>;
  readonly heads: ReadonlyMap<string, LoggedHead>;
  readonly last: () => Pick<LogLine, 'seq' | 'hash'>;
}

/**
 * Begins to verify a log from its first line: places without gaps, each line chained to the one before, each
 * hash true, and no campaign ever shorter than it was.
 * Example: `const log = openLog(); for (const line of lines) if (!log.take(line).ok) …; log.heads.get(campaign)`.
 */
export function openLog(): LogReader {
  let last: Pick<LogLine, 'seq' | 'hash'> = { seq: 0, hash: GENESIS_HASH };
  const heads = new Map<string, LoggedHead>();
  return {
    heads,
    last: () => last,
    take: (line) => {
      const at = { seq: last.seq + 1 };
      if (line.seq !== last.seq + 1) return err(reason('logSeq', { ...at, found: String(line.seq) }));
      if (line.prevHash !== last.hash) return err(reason('logPrevious', at));
      const { hash, ...rest } = line;
      if (hashOf(rest) !== hash) return err(reason('logHash', at));
      const { campaign, count, head } = line.body;
      if (line.kind === 'head.advanced' && typeof campaign === 'string') {
        if (Number(count) < (heads.get(campaign)?.count ?? 0)) return err(reason('logShrinks', at));
        heads.set(campaign, { count: Number(count), head: String(head) });
      }
      last = { seq: line.seq, hash };
      return ok(true);
    },
  };
}

/**
 * Compares what the log says of the campaigns with what is there. Errors, one for each campaign concerned:
 * `campaignGone` (the log knows it, it is not there), `campaignCut` (it ends elsewhere than the log says),
 * `campaignUnlogged` (it is there, and the log has never heard of it).
 */
export function compareHeads(
  logged: ReadonlyMap<string, LoggedHead>,
  found: ReadonlyMap<string, LoggedHead>,
): readonly Reason[] {
  const problems: Reason[] = [];
  for (const [campaign, { count, head }] of logged) {
    const there = found.get(campaign);
    if (!there) problems.push(reason('campaignGone', { campaign, count }));
    else if (there.head !== head || there.count !== count)
      problems.push(reason('campaignCut', { campaign, count, found: there.count }));
  }
  for (const campaign of found.keys())
    if (!logged.has(campaign)) problems.push(reason('campaignUnlogged', { campaign }));
  return problems;
}
