import { rememberWork } from './worked-here.ts';
import { create } from 'zustand';
import {
  indexBasis,
  ownMember,
  admit,
  makeDraft,
  err,
  ok,
  reason,
  type Entry,
  type EntryBodies,
  type EntryDraft,
  type EntryKind,
  type Reason,
  type Result,
  type Role,
} from '@kanzel/core';
import type { EntriesResponse, PostEntriesResponse } from '@kanzel/contract';
import { api } from '../api/client.ts';
import type { Handover } from '@kanzel/formats';
import { bringCopiesOf } from './bring-copies.ts';
import { keepHandedCopies, sendCopies } from './copies.ts';
import { goesItsOwnWay, sendItsOwnWay } from './own-way.ts';
import {
  enqueue,
  entriesFrom,
  forgetEntries,
  noteRefused,
  queueOf,
  rememberEntries,
  takeOff,
} from './database.ts';
import { serverInstant } from './clock.ts';
import { newDeed } from './deed.ts';
import { newId } from './new-id.ts';
import { rolesOf, useSession } from './session.ts';
import {
  begunAnew,
  foldable,
  goingOn,
  isOpening,
  NOTHING_HELD,
  withEntries,
  withGoneOn,
  withQueue,
  type HeldCampaign,
  type Queued,
} from './held.ts';

interface Campaigns {
  readonly held: Readonly<Record<string, HeldCampaign>>;
  /** Whether the server answered lately. */
  readonly reachable: boolean;
}

export const useCampaigns = create<Campaigns>(() => ({ held: {}, reachable: true }));

const get = (id: string): HeldCampaign => ownMember(useCampaigns.getState().held, id) ?? NOTHING_HELD;

function put(id: string, next: HeldCampaign): void {
  useCampaigns.setState(({ held }) => ({ held: { ...held, [id]: next } }));
}

export function setReachable(reachable: boolean): void {
  if (useCampaigns.getState().reachable !== reachable) useCampaigns.setState({ reachable });
}

/**
 * Pages of one device share what waits: what one makes is folded by the others at once, since whatever this device made
 * before counts as seen.
 */
const pages = new BroadcastChannel('kanzel-queue');
pages.onmessage = (event: MessageEvent<string>): void => {
  if (ownMember(useCampaigns.getState().held, event.data)) void readQueue(event.data);
};

async function readQueue(id: string): Promise<void> {
  const queue = await queueOf(id);
  put(id, withQueue(get(id), queue));
}

/** Folds entries of the server behind what is confirmed. False when they do not follow on. */
function advance(id: string, entries: readonly Entry[]): boolean {
  const next = withEntries(get(id), entries);
  if (next) put(id, next);
  return next !== undefined;
}

/** Lets the page do what else is to be done. */
const breath = (): Promise<void> => new Promise((resolve) => setTimeout(resolve));

/** The same of a long record, with pauses: nothing of it is shown before all of it is folded. */
async function advanceInSteps(id: string, entries: readonly Entry[]): Promise<boolean> {
  const { confirmed } = get(id);
  const steps = goingOn(confirmed, entries);
  for (;;) {
    const step = steps.next();
    if (!step.done) {
      await breath();
      continue;
    }
    // Somebody else's entry was folded in one of the pauses: from where that stands now.
    if (get(id).confirmed !== confirmed) return advance(id, entries);
    if (step.value) put(id, withGoneOn(get(id), step.value));
    return step.value !== undefined;
  }
}

/** So many entries go to the disk of the device, or come from it, in one go. */
const AT_ONCE = 200;

/**
 * Writes entries of the server to this device and takes their drafts off the queue. Oldest first: what was written
 * when it is cut off is the beginning of a record.
 */
async function store(entries: readonly Entry[]): Promise<void> {
  for (let from = 0; from < entries.length; from += AT_ONCE) {
    await rememberEntries(entries.slice(from, from + AT_ONCE));
    await breath();
  }
  await takeOff(entries.map((e) => e.id));
  bringCopiesOf(entries);
}

/** Adds confirmed entries; a gap is filled by asking. */
async function confirm(id: string, entries: readonly Entry[]): Promise<void> {
  if (!advance(id, entries)) return catchUp(id);
  await store(entries);
  return readQueue(id);
}

const catching = new Map<string, Promise<void>>();

/** What the device remembers of a campaign, oldest first; nothing where an entry is missing between. */
async function remembered(id: string): Promise<readonly Entry[]> {
  const all: Entry[] = [];
  for (;;) {
    const some = await entriesFrom(id, all.length + 1, AT_ONCE);
    if (some.some((e, i) => e.seq !== all.length + 1 + i)) return [];
    all.push(...some);
    if (some.length < AT_ONCE) return all;
  }
}

const remembering = new Map<string, Promise<void>>();

/** Shows what the device remembers of a campaign, once: whoever asks the server asks for what came after it. */
function remember(id: string): Promise<void> {
  const running = remembering.get(id);
  if (running) return running;
  const next = (async () => {
    if (get(id).confirmed.count > 0) return;
    // What waits first: a campaign shown without it would say that everything is saved.
    await readQueue(id);
    const entries = await remembered(id);
    if (entries.length > 0) await advanceInSteps(id, entries);
    bringCopiesOf(entries);
  })().finally(() => remembering.delete(id));
  remembering.set(id, next);
  return next;
}

/** Asks the server for everything after what is here; begins anew when the server's record is another one. */
export function catchUp(id: string): Promise<void> {
  const running = catching.get(id);
  if (running) return running;
  const next = (async () => {
    await remember(id);
    const { count, head } = get(id).confirmed;
    const answer = await api.get<EntriesResponse>(`/api/campaigns/${id}/entries?after=${count}`);
    if (!answer.ok) {
      if (answer.error.kind === 'unreachable') setReachable(false);
      const missing = answer.error.kind === 'refused' && answer.error.status === 404;
      put(id, { ...get(id), loading: false, missing });
      return;
    }
    setReachable(true);
    const { entries, count: there, head: headThere } = answer.value;
    const sameRecord =
      entries.length > 0
        ? count === 0 || entries[0]?.prevHash === head
        : there === count && (count === 0 || headThere === head);
    // Others may have been announced while the answer was on its way; what they added is passed over.
    if (sameRecord && (await advanceInSteps(id, entries))) {
      await store(entries);
      return readQueue(id);
    }
    await forgetEntries(id);
    put(id, begunAnew(get(id)));
    const all = await api.get<EntriesResponse>(`/api/campaigns/${id}/entries`);
    if (all.ok) {
      // A record begun anew: whatever was announced meanwhile is in it.
      put(id, begunAnew(get(id)));
      await advanceInSteps(id, all.value.entries);
      await store(all.value.entries);
    }
    await readQueue(id);
  })().finally(() => catching.delete(id));
  catching.set(id, next);
  return next;
}

const opening = new Map<string, Promise<void>>();

/** Brings a campaign onto this device: first what the device remembers, then what the server has since. */
export function openCampaign(id: string): Promise<void> {
  const running = opening.get(id);
  if (running) return running;
  const next = (async () => {
    await catchUp(id);
    void flush(id);
  })().finally(() => opening.delete(id));
  opening.set(id, next);
  return next;
}

/** An entry announced by the server. Only campaigns that are open here take it. */
export function announced(entry: Entry): void {
  if (!ownMember(useCampaigns.getState().held, entry.campaign)) return;
  void confirm(entry.campaign, [entry]);
}

/** How long after an answer that did not come what waits is sent again, at first and at most (ms). */
const AGAIN_AFTER = { first: 1000, most: 30_000 } as const;
const patience = new Map<string, number>();
const planned = new Map<string, ReturnType<typeof setTimeout>>();

/** The line may be up and the server only busy, or its disk full: what waits is tried again by itself, less and less often. */
function tryLater(id: string): void {
  setReachable(false);
  if (planned.has(id)) return;
  const after = patience.get(id) ?? AGAIN_AFTER.first;
  patience.set(id, Math.min(2 * after, AGAIN_AFTER.most));
  planned.set(
    id,
    setTimeout(() => {
      planned.delete(id);
      void flush(id);
    }, after),
  );
}

const flushing = new Set<string>();
const again = new Set<string>();

/** Sends what waits, in order of making, as whoever is signed on; goes on until nothing is left or nobody answers. */
export async function flush(id: string): Promise<void> {
  if (flushing.has(id)) {
    again.add(id);
    return;
  }
  flushing.add(id);
  try {
    for (;;) {
      again.delete(id);
      const { person, unproven } = useSession.getState();
      if (unproven) return;
      const me = person?.id;
      const { waiting } = get(id);
      // Nothing of a campaign can arrive before it is opened there, by whoever opened it.
      if (waiting.some((q) => isOpening(q) && (q.draft.by !== me || q.handed))) return;
      const mine = waiting.filter((q) => q.draft.by === me && !q.handed).slice(0, 50);
      const [first] = mine;
      if (!first) return;
      if (goesItsOwnWay(first.draft)) {
        if (await sendAlone(id, first)) continue;
        return;
      }
      const ownWay = mine.findIndex((q) => goesItsOwnWay(q.draft));
      const batch = mine.slice(0, ownWay < 0 ? mine.length : ownWay);
      const copies = await sendCopies(batch.map((q) => q.draft));
      if (copies?.kind === 'unreachable') {
        tryLater(id);
        return;
      }
      const answer = await api.post<PostEntriesResponse>(`/api/campaigns/${id}/entries`, {
        entries: batch.map((q) => q.draft),
      });
      if (!answer.ok) {
        if (answer.error.kind === 'unreachable') tryLater(id);
        else if (answer.error.status === 401) useSession.setState({ person: null });
        else
          await refuseAll(
            id,
            batch,
            answer.error.refusal.reason ?? reason('malformed', { message: answer.error.refusal.message }),
          );
        if (answer.error.kind === 'unreachable' || answer.error.status === 401) return;
        continue;
      }
      setReachable(true);
      patience.delete(id);
      await noteRefused(answer.value.refused);
      await confirm(id, answer.value.accepted);
      await store(answer.value.accepted);
      await readQueue(id);
    }
  } finally {
    flushing.delete(id);
    if (again.has(id)) void flush(id);
  }
}

/** Sends what goes its own way; whether the others may follow. */
async function sendAlone(id: string, q: Queued): Promise<boolean> {
  const answer = await sendItsOwnWay(q.draft, q.aircraftRevision);
  if (answer.ok) {
    setReachable(true);
    patience.delete(id);
    await confirm(id, answer.value.accepted);
    await store(answer.value.accepted);
    await readQueue(id);
    return true;
  }
  if (answer.error.kind === 'unreachable') tryLater(id);
  else if (answer.error.status === 401) useSession.setState({ person: null });
  else {
    const { reason: why, message } = answer.error.refusal;
    await refuseAll(id, [q], why ?? reason('malformed', { message }));
    return !isOpening(q);
  }
  return false;
}

async function refuseAll(id: string, batch: readonly Queued[], why: Reason): Promise<void> {
  await noteRefused(batch.map((q) => ({ id: q.id, reason: why })));
  await readQueue(id);
}

/** What of a campaign would be handed to another device: the record as far as it is here, and what waits on top of it. */
export async function toHandOver(
  id: string,
): Promise<{ readonly entries: readonly Entry[]; readonly drafts: readonly EntryDraft[] }> {
  await remember(id);
  return { entries: await remembered(id), drafts: get(id).waiting.map((q) => q.draft) };
}

/** Whether entries go on from a record of which the first `count` entries are here, or open one. */
const goOnFrom = (count: number, drafts: readonly EntryDraft[]): boolean =>
  drafts.every((d) => (d.seen ?? 0) <= count) &&
  (count > 0 || drafts.length === 0 || drafts[0]?.kind === 'campaign.opened');

/**
 * Takes what another device handed over: the record where it goes further than the one here, and what waits there on top of it, each once.
 * What is refused is refused whole; where the device runs full in the middle, what
 * came so far stays, and is passed over the next time. Gives how many entries are new here. Errors: `handoverOtherRecord`,
 * `handoverWithoutRecord`, `handoverUnreadable`, `deviceFull`.
 */
export async function takeHandedOver(file: Handover): Promise<Result<number, Reason>> {
  const { campaign: id, entries, drafts, copies = [] } = file;
  await remember(id);
  const before = get(id);
  // The shorter record has to be the beginning of the longer one.
  const mine = await remembered(id);
  const shared = Math.min(mine.length, entries.length);
  if (shared > 0 && mine[shared - 1]?.hash !== entries[shared - 1]?.hash)
    return err(reason('handoverOtherRecord'));
  const longer = withEntries(before, entries.slice(mine.length));
  if (!longer) return err(reason('handoverOtherRecord'));
  const queue = await queueOf(id);
  // What was opened here or handed here before is a record as well, of which nothing is confirmed.
  if (!goOnFrom(longer.confirmed.count, queue.some(isOpening) ? [] : drafts))
    return err(reason('handoverWithoutRecord'));
  const known = new Set([...longer.recorded, ...queue.map((q) => q.id)]);
  // A campaign is opened once: by another opening everything here would be judged by another basis.
  const [opening] = drafts;
  const isOpen = longer.confirmed.count > 0 || queue.some(isOpening);
  if (opening?.kind === 'campaign.opened' && isOpen && !known.has(opening.id))
    return err(reason('handoverOtherRecord'));
  const fresh = drafts.filter((d) => !known.has(d.id));
  const readable = foldable(longer, fresh);
  if (!readable.ok) return readable;
  try {
    await store(entries.slice(mine.length));
    await keepHandedCopies(copies, drafts);
    for (const draft of fresh)
      await enqueue({ id: draft.id, campaign: id, draft, handed: { by: file.by, device: file.device } });
  } catch (error) {
    return err(reason('deviceFull', { message: error instanceof Error ? error.message : String(error) }));
  }
  put(id, longer);
  pages.postMessage(id);
  await readQueue(id);
  return ok(fresh.length + entries.length - shared);
}

/** Takes off this device what was handed to it of a campaign and has not reached the server by its author's own. */
export async function dropHandedOver(id: string): Promise<void> {
  await takeOff(
    get(id)
      .waiting.filter((q) => q.handed)
      .map((q) => q.id),
  );
  await readQueue(id);
}

/** Sends what waits in every campaign open here; called when the server is heard again. */
export function flushAll(): void {
  for (const id of Object.keys(useCampaigns.getState().held)) void catchUp(id).then(() => flush(id));
}

/** Takes a refused draft off the list, once a person has read why. */
export async function dismissRefused(id: string, draft: string): Promise<void> {
  await takeOff([draft]);
  await readQueue(id);
}

/**
 * Opens a campaign on this device without the server, by what was last heard of its aircraft. The server completes it when it is heard.
 * Gives its id. Errors: `notSignedIn`, `roleNotHeld`, `deviceFull`, and what does not fit together.
 */
export async function openHere(
  { title, occasion, workItems, basis }: EntryBodies['campaign.opened'],
  aircraftRevision: number,
): Promise<Result<string, Reason>> {
  const { person } = useSession.getState();
  if (!person) return err(reason('notSignedIn'));
  const { family } = basis.aircraft;
  if (!rolesOf(person).includes('technician'))
    return err(reason('roleNotHeld', { role: 'technician', family }));
  const index = indexBasis(basis);
  if (!index.ok) return err(index.error[0] ?? reason('notOpened'));
  const campaign = newId();
  const body = { title, occasion, workItems, basis, withoutServer: true as const };
  const draft = makeDraft('campaign.opened', body, {
    ...newDeed(0),
    campaign,
    by: person.id,
    role: 'technician',
  });
  try {
    await enqueue({ id: draft.id, campaign, draft, aircraftRevision });
  } catch (error) {
    return err(reason('deviceFull', { message: error instanceof Error ? error.message : String(error) }));
  }
  await readQueue(campaign);
  return ok(campaign);
}

/**
 * Makes an entry: asks the door of the record, writes it to this device, folds it at once, and sends it.
 * A refusal changes nothing and comes back as the reason.
 */
export async function submit<K extends EntryKind>(
  id: string,
  kind: K,
  body: EntryBodies[K],
  role: Role,
  options: { supersedes?: string; at?: string } = {},
): Promise<Result<string, Reason>> {
  const person = useSession.getState().person;
  if (!person) return err(reason('notSignedIn'));
  // The server would refuse it; nobody should read of it only once the network is back.
  if (!rolesOf(person).includes(role)) return err(reason('roleNotHeld', { role, family: '' }));
  const { confirmed, state } = get(id);
  const draft = makeDraft(kind, body, {
    ...newDeed(confirmed.count, options.at),
    campaign: id,
    by: person.id,
    role,
    ...(options.supersedes ? { supersedes: options.supersedes } : {}),
  });
  const admitted = admit(draft, state, serverInstant());
  if (!admitted.ok) return admitted;
  try {
    await enqueue({ id: draft.id, campaign: id, draft });
  } catch (error) {
    return err(reason('deviceFull', { message: error instanceof Error ? error.message : String(error) }));
  }
  rememberWork();
  pages.postMessage(id);
  await readQueue(id);
  void flush(id);
  return ok(draft.id);
}
