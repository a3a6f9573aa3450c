import {
  canonicalJson,
  ENTRIES,
  err,
  isInstant,
  ok,
  ownMember,
  reason,
  sha256OfBytes,
  utf8Bytes,
  verifyChain,
  type Entry,
  type EntryDraft,
  type EntryKind,
  type Reason,
  type Result,
  LARGEST_SCAN,
  KEPT_TYPES,
  type Scan,
} from '@kanzel/core';
import { boundJson, type JsonBounds } from './json-bounds.ts';

/** What one device hands to another without a server: see docs/formats/handover.md. */
export interface Handover {
  readonly format: 'kanzel-handover';
  readonly version: 1;
  readonly campaign: string;
  readonly mark: string;
  readonly madeAt: string;
  /** Who handed it, and from which device. */
  readonly by: string;
  readonly device: string;
  /** What the server had confirmed to that device: the whole record, chained. */
  readonly entries: readonly Entry[];
  /** What was made since and has not reached the server, in order of making. */
  readonly drafts: readonly EntryDraft[];
  /** Photographs and scanned sheets that the server may not have yet. */
  readonly copies?: readonly HandedCopy[];
  /** SHA-256 of the canonical JSON of everything else, without what is in the copies: they have sums of their own. Damage is seen, not malice. */
  readonly sum: string;
}

/** A photograph or scanned sheet that goes along. */
export interface HandedCopy {
  readonly sha256: string;
  readonly name: string;
  readonly type: Scan['type'];
  /** Base64 (RFC 4648). */
  readonly contents: string;
}

const BOUNDS: JsonBounds = { depth: 60, members: 5000, values: 20_000_000 };
const MEMBERS = [
  'format',
  'version',
  'campaign',
  'mark',
  'madeAt',
  'by',
  'device',
  'entries',
  'drafts',
  'copies',
  'sum',
];
const DRAFT_MEMBERS: ReadonlySet<string> = new Set([
  'id',
  'campaign',
  'at',
  'offset',
  'seen',
  'by',
  'role',
  'device',
  'kind',
  'version',
  'body',
  'supersedes',
]);
/** More than one device makes in a day without a server. */
const MOST_DRAFTS = 20_000;

/** More than one device takes in a day. */
const MOST_COPIES = 500;

const KINDS: ReadonlySet<string> = new Set(Object.keys(ENTRIES));
/** Made by the server alone: whoever hands one over has it from nowhere, and it would change by what everything is judged. */
const BY_SERVER: ReadonlySet<string> = new Set<EntryKind>([
  'basis.moved',
  'instrument.noted',
  'release.signed',
]);

/**
 * The first draft that no device can have made, from 1 on. An opening is one only where it begins everything: on top of a record it would put
 * another basis under what was judged. A scope is made on a device only together with it.
 */
function foreignDraft(drafts: readonly EntryDraft[], record: number): number | undefined {
  const opens = drafts[0]?.kind === 'campaign.opened' && record === 0;
  const found = drafts.findIndex(
    ({ kind }, i) =>
      BY_SERVER.has(kind) ||
      (kind === 'campaign.opened' && !(opens && i === 0)) ||
      (kind === 'scope.settled' && !opens),
  );
  return found < 0 ? undefined : found + 1;
}

const shape = (what: string): Result<never, Reason> => err(reason('handoverShape', { what }));
const isText = (value: unknown, most = 200): value is string =>
  typeof value === 'string' && value.length > 0 && value.length <= most;

/** Whether something has the form of a draft of this campaign. What its body says is asked by whoever folds it. */
function isDraftLike(value: unknown, campaign: string): value is EntryDraft {
  if (typeof value !== 'object' || value === null || Array.isArray(value)) return false;
  const draft = value as Record<string, unknown>;
  const own = (name: string): unknown => ownMember(draft, name);
  return (
    Object.keys(draft).every((name) => DRAFT_MEMBERS.has(name)) &&
    own('campaign') === campaign &&
    ['id', 'by', 'role', 'device'].every((name) => isText(own(name))) &&
    typeof own('kind') === 'string' &&
    KINDS.has(own('kind') as string) &&
    typeof own('at') === 'string' &&
    isInstant(own('at') as string) &&
    Number.isInteger(own('seen')) &&
    typeof own('body') === 'object' &&
    own('body') !== null
  );
}

const sumOf = ({ copies, ...rest }: Omit<Handover, 'sum'>): string => {
  const named = copies?.map(({ sha256, name, type }) => ({ sha256, name, type }));
  return sha256OfBytes(utf8Bytes(canonicalJson(named ? { ...rest, copies: named } : rest)));
};

const COPY_MEMBERS: ReadonlySet<string> = new Set(['sha256', 'name', 'type', 'contents']);

/** The bytes of a copy; undefined where they are not what it says they are. */
export function bytesOfCopy({ sha256, contents }: HandedCopy): Uint8Array | undefined {
  if (contents.length > Math.ceil(LARGEST_SCAN / 3) * 4 || !/^[A-Za-z0-9+/]*={0,2}$/.test(contents))
    return undefined;
  let text: string;
  try {
    text = atob(contents);
  } catch {
    return undefined;
  }
  const bytes = Uint8Array.from(text, (c) => c.charCodeAt(0));
  return sha256OfBytes(bytes) === sha256 ? bytes : undefined;
}

/** Whether something has the form of a copy. What is in it is held against its sum by whoever takes it. */
function isCopyLike(value: unknown): value is HandedCopy {
  if (typeof value !== 'object' || value === null || Array.isArray(value)) return false;
  const copy = value as Record<string, unknown>;
  const own = (name: string): unknown => ownMember(copy, name);
  return (
    Object.keys(copy).every((name) => COPY_MEMBERS.has(name)) &&
    typeof own('sha256') === 'string' &&
    /^[0-9a-f]{64}$/.test(own('sha256') as string) &&
    isText(own('name')) &&
    KEPT_TYPES.some((type) => type === own('type')) &&
    typeof own('contents') === 'string'
  );
}

/** Writes what is handed over. Example: a record of 112 entries and three drafts on top of it. */
export function writeHandover(parts: Omit<Handover, 'format' | 'version' | 'sum'>): string {
  const rest = { format: 'kanzel-handover', version: 1, ...parts } as const;
  // As it will be read again: what is undefined is in no file.
  const plain = JSON.parse(JSON.stringify(rest)) as Omit<Handover, 'sum'>;
  return `${JSON.stringify({ ...plain, sum: sumOf(plain) }, null, 1)}\n`;
}

/**
 * Reads what another device handed over: form, size, its sum, the chain of its record, and that every draft is of this campaign. Nobody vouches
 * for it but whoever handed it: what it holds is shown, and sent to the server by nobody but its author.
 * Errors: `handoverShape` with what is wrong, `handoverDamaged`, and those of `verifyChain`.
 */
export function readHandover(text: string): Result<Handover, Reason> {
  const bounded = boundJson(utf8Bytes(text), BOUNDS);
  if (!bounded.ok) return shape(`byte ${bounded.error.at} goes beyond anything that is handed over`);
  let value: unknown;
  try {
    value = JSON.parse(text);
  } catch {
    return shape('it is not JSON');
  }
  if (typeof value !== 'object' || value === null || Array.isArray(value)) return shape('it is no such file');
  const file = value as Record<string, unknown>;
  const own = (name: string): unknown => ownMember(file, name);
  if (own('format') !== 'kanzel-handover') return shape('it does not say “kanzel-handover”');
  if (own('version') !== 1) return shape('it is of a version that is not known here');
  const stranger = Object.keys(file).find((name) => !MEMBERS.includes(name));
  if (stranger !== undefined) return shape(`“${stranger.slice(0, 40)}” is nothing that such a file has`);
  const [campaign, entries, drafts] = [own('campaign'), own('entries'), own('drafts')];
  if (!isText(campaign) || !['mark', 'by', 'device', 'sum'].every((name) => isText(own(name))))
    return shape('it does not say of what and by whom it is');
  if (typeof own('madeAt') !== 'string' || !isInstant(own('madeAt') as string))
    return shape('it has no date');
  if (!Array.isArray(entries) || !Array.isArray(drafts)) return shape('it holds no entries');
  if (drafts.length > MOST_DRAFTS)
    return shape(`it holds more than ${MOST_DRAFTS} entries that were not sent`);
  const odd = drafts.findIndex((d) => !isDraftLike(d, campaign));
  if (odd >= 0) return shape(`its entry ${odd + 1} that was not sent is none of this campaign`);
  const foreign = foreignDraft(drafts as readonly EntryDraft[], entries.length);
  if (foreign !== undefined)
    return shape(`its entry ${foreign} that was not sent is of a kind that no device makes there`);
  const copies = own('copies') ?? [];
  if (!Array.isArray(copies) || copies.length > MOST_COPIES) return shape('its copies are none, or too many');
  const oddCopy = copies.findIndex((c) => !isCopyLike(c));
  if (oddCopy >= 0) return shape(`its copy ${oddCopy + 1} is no photograph or scanned sheet`);
  const ids = new Set(drafts.map((d) => (d as EntryDraft).id));
  if (ids.size !== drafts.length) return shape('it holds an entry twice');
  const { sum, ...rest } = file as unknown as Handover;
  if (sumOf(rest) !== sum) return err(reason('handoverDamaged'));
  const wrong = (copies as readonly HandedCopy[]).find((c) => !bytesOfCopy(c));
  if (wrong) return shape(`what it holds of “${wrong.name}” is not what it says`);
  if (
    entries.some(
      (e) =>
        typeof e !== 'object' ||
        e === null ||
        ownMember(e as Record<string, unknown>, 'campaign') !== campaign,
    )
  )
    return shape('its record is of another campaign');
  if (entries.length > 0) {
    const chain = verifyChain(entries as readonly Entry[]);
    if (!chain.ok) return chain;
  }
  return ok(file as unknown as Handover);
}
