import { EventEmitter } from 'node:events';
import { randomUUID } from 'node:crypto';
import { Inject, Injectable, type OnModuleInit } from '@nestjs/common';
import { InjectDataSource, InjectRepository } from '@nestjs/typeorm';
import {
  aboutOf,
  admit,
  canonicalJson,
  chain,
  err,
  ok,
  pastAdjustments,
  pastFigures,
  pastPatterns,
  reason,
  makeDraft,
  releaseMeaning,
  filesOf,
  verifyChain,
  type Basis,
  type CampaignState,
  type Entry,
  type EntryDraft,
  type Reason,
  type Result,
} from '@kanzel/core';
import type { OpenCampaignRequest, PersonView, PostEntriesResponse } from '@kanzel/contract';
import { DataSource, Repository } from 'typeorm';
import { AttachmentsService } from '../attachments/index.ts';
import { KeyService, LogGuardService, LogService } from '../installation/index.ts';
import { mayAct, PeopleService } from '../people/index.ts';
import { CLOCK, type Clock } from '../settings.ts';
import { CampaignRow } from '../storage/entities.ts';
import { EntryStore } from '../storage/entry-store.ts';
import { platformHash } from '../storage/stored-entry.ts';
import { WriteLock } from '../storage/write-lock.ts';
import { listCampaigns } from '../storage/campaign-rows.ts';
import { HeldCampaigns, type Folded } from './held-campaigns.ts';
import { PostQueue, type Open, type Waiting } from './post-queue.ts';

interface RecordEvents {
  entry: [Entry];
}

/** The record: the one place where entries are admitted, chained, stored and announced. */
@Injectable()
export class RecordService implements OnModuleInit {
  /** Announces entries once they are on the disk. */
  readonly events = new EventEmitter<RecordEvents>();
  private readonly held = new HeldCampaigns();
  private readonly queue = new PostQueue((group) => this.lock.run(() => this.commit(group)));

  constructor(
    @InjectDataSource() private readonly dataSource: DataSource,
    @InjectRepository(CampaignRow) private readonly campaigns: Repository<CampaignRow>,
    private readonly lock: WriteLock,
    private readonly store: EntryStore,
    private readonly log: LogService,
    private readonly key: KeyService,
    private readonly guard: LogGuardService,
    private readonly attachments: AttachmentsService,
    private readonly people: PeopleService,
    @Inject(CLOCK) private readonly clock: Clock,
  ) {}

  /** Records that are older than the log are taken into it once, with the start that makes its key. */
  async onModuleInit(): Promise<void> {
    if (!(await this.key.beginsNow())) return;
    for (const { id } of await this.campaigns.find({ order: { createdAt: 'ASC' } })) {
      const last = this.list(id).pop();
      if (last) await this.log.add('head.advanced', headOf(last));
    }
  }

  /** Entries of a campaign after a place, in order. */
  list(campaign: string, after = 0): Entry[] {
    return this.store.between(campaign, after);
  }

  /** The folded campaign; verified against its hashes whenever it is read anew. Undefined when there is none. */
  async fold(campaign: string): Promise<Folded | undefined> {
    const known = this.held.get(campaign);
    if (known) return known;
    if (!(await this.campaigns.existsBy({ id: campaign }))) return undefined;
    // From here on nobody comes between: what is read is of one moment, and so is the log it is held against.
    const entries = this.list(campaign);
    const verified = verifyChain(entries, platformHash);
    const damaged = verified.ok ? this.againstLog(campaign, verified.value) : verified.error;
    this.held.read(campaign, entries, damaged);
    return this.held.get(campaign);
  }

  /** Whether a campaign is folded in memory. */
  isHeld(campaign: string): boolean {
    return this.held.has(campaign);
  }

  /** What is wrong with a campaign, as far as it is in memory. */
  damageOf(campaign: string): Reason | undefined {
    return this.held.damage(campaign);
  }

  /** Figures of earlier, released campaigns of an airframe and of its fleet, for limits against the past; and how cylinders stand on the type. */
  async pastOf(mark: string, basis: Basis): Promise<NonNullable<Basis['past']>> {
    const hasPatterns = basis.pack.checks.some((c) => c.answer.kind === 'cylinders');
    const adjusts = basis.pack.checks.some(
      ({ answer }) => answer.kind === 'worksheet' && answer.sheet === 'adjustment',
    );
    if (!hasPatterns && !adjusts && !basis.limitBook.limits.some((l) => l.kind === 'trend')) return {};
    const newest = { released: true, limit: MOST_OF_THE_PAST };
    // One book is one type: whoever was opened by it belongs to the fleet.
    const [airframe, fleet] = await Promise.all([
      this.statesOf(await listCampaigns(this.dataSource, { ...newest, mark })),
      this.statesOf(await listCampaigns(this.dataSource, { ...newest, limitBook: basis.limitBook.id })),
    ]);
    return {
      ...pastFigures({ airframe, fleet }, basis),
      ...(hasPatterns ? pastPatterns(fleet) : {}),
      ...(adjusts ? pastAdjustments(fleet) : {}),
    };
  }

  /** The newest campaigns of an airframe as far as their records verify, in hand or released, oldest first. */
  async earlierOf(mark: string, most = 20): Promise<{ id: string; state: CampaignState }[]> {
    const own = await this.campaigns.find({
      select: { id: true },
      where: { mark },
      order: { createdAt: 'DESC' },
      take: most,
    });
    const found: { id: string; state: CampaignState }[] = [];
    for (const { id } of own.reverse()) {
      const folded = await this.fold(id);
      if (folded && !folded.damaged) found.push({ id, state: folded.state });
    }
    return found;
  }

  /** Campaigns as far as their records verify, oldest first. */
  private async statesOf(campaigns: readonly { readonly id: string }[]): Promise<CampaignState[]> {
    const states: CampaignState[] = [];
    for (const { id } of [...campaigns].reverse()) {
      const folded = await this.fold(id);
      if (folded && !folded.damaged) states.push(folded.state);
    }
    return states;
  }

  /** Whether a record ends where the log of the installation says; a shortened one verifies on its own. */
  private againstLog(campaign: string, { count, head }: { count: number; head: string }): Reason | undefined {
    const logged = this.store.loggedHead(campaign);
    if (!logged) return reason('campaignUnlogged', { campaign });
    return logged.count === count && logged.head === head
      ? undefined
      : reason('campaignCut', { campaign, count: logged.count, found: count });
  }

  /** Opens a campaign with its first entry, which carries all it will be judged by. The same id again is harmless. */
  open(request: OpenCampaignRequest, basis: Basis, person: PersonView): Promise<Result<Entry, Reason>> {
    return this.lock.run(async () => {
      if (await this.campaigns.existsBy({ id: request.id })) {
        const [first] = this.list(request.id);
        return first ? ok(first) : err(reason('notOpened'));
      }
      const { openedHere, offset } = request;
      if (openedHere && this.store.find(openedHere.entry)) return err(reason('idReused'));
      const receivedAt = this.clock.now().toISOString();
      const draft: EntryDraft<'campaign.opened'> = {
        id: openedHere?.entry ?? randomUUID(),
        campaign: request.id,
        at: request.at,
        by: person.id,
        role: 'technician',
        device: request.device,
        seen: 0,
        ...(offset === undefined ? {} : { offset }),
        kind: 'campaign.opened',
        version: 1,
        body: {
          title: request.title,
          occasion: request.occasion,
          workItems: request.workItems,
          basis,
          ...(openedHere ? { withoutServer: true as const } : {}),
        },
      };
      const entry = chain(draft, undefined, receivedAt);
      if (!this.store.soundFor(entry)) return err(reason('basisWrittenOver'));
      await this.dataSource.transaction(async (manager) => {
        await manager.insert(CampaignRow, campaignRow(entry, basis));
        this.store.insert([entry]);
        await this.log.addWithin(manager, 'head.advanced', headOf(entry));
      });
      this.held.read(request.id, [entry], undefined);
      this.events.emit('entry', entry);
      return ok(entry);
    });
  }

  /**
   * Admits drafts one after another, chains and stores those admitted in one transaction, and announces them
   * once it has committed. A draft that is already in the record is answered with its entry. One refused
   * changes nothing; those after it are asked on their own. What others post at the same time goes to the disk together
   * with it: nobody is answered before that, and where it fails, each is tried alone. Error `comeLater`: too many wait.
   */
  async post(
    campaign: string,
    drafts: readonly EntryDraft[],
    person: PersonView,
  ): Promise<Result<PostEntriesResponse, Reason>> {
    if (!this.held.has(campaign) && !(await this.fold(campaign))) return err(reason('campaignUnknown'));
    const strangers = await this.strangers(drafts);
    return this.queue.add({ campaign, drafts, person, strangers });
  }

  /**
   * Judges what waits, one after the other, writes it to the disk together, and answers. From the first judgement to the disk
   * nobody comes between: what is asked of a campaign meanwhile would be told of entries that may never be written.
   */
  private async commit(group: readonly Waiting[]): Promise<void> {
    const open = new Map<string, Open>();
    for (const { campaign } of group) {
      if (open.has(campaign)) continue;
      if (!this.held.has(campaign)) await this.fold(campaign);
      const found = this.held.open(campaign);
      if (found) open.set(campaign, { folding: found.folding, damaged: found.damaged, fresh: [] });
    }
    try {
      const answers = group.map((waiting) => this.answerTo(waiting, open.get(waiting.campaign)));
      const fresh = [...open.values()].flatMap((o) => o.fresh);
      if (fresh.length > 0) {
        const heads = [...open.values()].flatMap((o) => o.fresh.slice(-1).map(headOf));
        this.store.append(fresh, heads, this.clock.now().toISOString());
      }
      for (const [campaign, { folding, fresh: added }] of open)
        if (added.length > 0) this.held.grown(campaign, folding, added);
      for (const entry of fresh) this.events.emit('entry', entry);
      group.forEach((waiting, i) => waiting.answer(answers[i] ?? err(reason('campaignUnknown'))));
    } catch (error) {
      // What was folded is not on the disk: those campaigns are read anew.
      for (const campaign of open.keys()) this.held.drop(campaign);
      throw error;
    }
  }

  private answerTo(waiting: Waiting, own: Open | undefined): Result<PostEntriesResponse, Reason> {
    if (!own) return err(reason('campaignUnknown'));
    return own.damaged ? err(own.damaged) : ok(this.judge(waiting, own));
  }

  private judge({ drafts, person, strangers, campaign }: Waiting, own: Open): PostEntriesResponse {
    const accepted: Entry[] = [];
    const refused: { id: string; reason: Reason }[] = [];
    for (const draft of drafts) {
      const recorded = this.store.find(draft.id) ?? own.fresh.find((e) => e.id === draft.id);
      const judged: Result<Entry | 'new', Reason> = recorded
        ? sameDraft(recorded, draft)
        : strangers.has(draft.id)
          ? err(reason('crewUnknown'))
          : this.admitOne(draft, campaign, own, person);
      if (!judged.ok) refused.push({ id: draft.id, reason: judged.error });
      else if (judged.value !== 'new') accepted.push(judged.value);
      else {
        const { state } = own.folding;
        const entry = chain(
          draft,
          state.count > 0 ? { seq: state.count, hash: state.head } : undefined,
          this.clock.now().toISOString(),
          platformHash,
        );
        own.folding.add(entry);
        own.fresh.push(entry);
        accepted.push(entry);
      }
    }
    return { accepted, refused };
  }

  /**
   * Takes over whole records that were made elsewhere, as they are chained, in one transaction; refused when one
   * does not verify or is here already.
   */
  takeOver(records: readonly (readonly Entry[])[]): Promise<Result<true, Reason>> {
    return this.lock.run(async () => {
      for (const entries of records) {
        const verified = verifyChain(entries, platformHash);
        if (!verified.ok) return verified;
        const [first] = entries;
        if (first?.kind !== 'campaign.opened') return err(reason('notOpened'));
        if (await this.campaigns.existsBy({ id: first.campaign })) return err(reason('alreadyOpened'));
      }
      await this.dataSource.transaction(async (manager) => {
        for (const entries of records) {
          const [first] = entries;
          const last = entries[entries.length - 1];
          if (first?.kind !== 'campaign.opened' || !last) continue;
          await manager.insert(CampaignRow, campaignRow(first, first.body.basis));
          this.store.insert(entries);
          await this.log.addWithin(manager, 'head.advanced', headOf(last));
        }
      });
      return ok(true);
    });
  }

  /** Signs the release of a campaign, for a person whose passphrase has just been proven. */
  async release(
    campaign: string,
    request: Pick<EntryDraft, 'id' | 'at' | 'device' | 'seen' | 'offset'> & {
      snapshot: string;
      statement: string;
    },
    person: PersonView,
  ): Promise<Result<PostEntriesResponse, Reason>> {
    const [wrong] = this.guard.problems();
    if (wrong) return Promise.resolve(err(wrong));
    const { id, at, device, seen, offset, snapshot, statement } = request;
    const occasion = (await this.fold(campaign))?.state.opened?.occasion;
    const draft = makeDraft(
      'release.signed',
      { meaning: releaseMeaning(occasion), snapshot, statement },
      {
        id,
        campaign,
        at,
        device,
        ...(seen === undefined ? {} : { seen }),
        ...(offset === undefined ? {} : { offset }),
        by: person.id,
        role: 'certifier',
      },
    );
    return this.post(campaign, [draft], person);
  }

  /** Drafts that name a crew of people who are not there: a gate that asks for two is not passed by one and an invented name. */
  private async strangers(drafts: readonly EntryDraft[]): Promise<ReadonlySet<string>> {
    const named = drafts.flatMap((d) =>
      d.kind === 'gate.passed' ? [{ id: d.id, crew: d.body.crew ?? [] }] : [],
    );
    if (named.length === 0) return new Set();
    const there = new Set((await this.people.list()).filter((p) => !p.endedAt).map((p) => p.id));
    return new Set(named.filter(({ crew }) => !crew.every((id) => there.has(id))).map(({ id }) => id));
  }

  private admitOne(
    draft: EntryDraft,
    campaign: string,
    own: Open,
    person: PersonView,
  ): Result<'new', Reason> {
    const { state } = own.folding;
    if (draft.campaign !== campaign) return err(reason('otherCampaign'));
    if (draft.by !== person.id) return err(reason('notYours'));
    const family = state.index?.basis.aircraft.family ?? '';
    const now = this.clock.now();
    const at = now.toISOString();
    if (!mayAct(person, draft.role, family, at))
      return err(reason('roleNotHeld', { role: draft.role, family }));
    if (!mayAct(person, draft.role, family, at, aboutOf(draft, state)))
      return err(reason('systemsNotHeld', { role: draft.role }));
    const copies = filesOf(draft);
    const missing = copies.find((c) => !this.attachments.has(c.sha256));
    if (missing) return err(reason('scanNotHere', { name: missing.name }));
    const admitted = admit(draft, state, at, () => this.asSeen(draft, own));
    return admitted.ok ? ok('new') : admitted;
  }

  /** The record as the author of a draft had it: all of it, unless others have added something meanwhile. */
  private asSeen(draft: EntryDraft, { folding, fresh }: Open): CampaignState {
    const { state } = folding;
    const { seen } = draft;
    if (seen === undefined || seen >= state.count) return state;
    const stored = (after: number): readonly Entry[] => this.store.between(draft.campaign, after);
    return this.held.asSeen({ ...draft, seen }, state, fresh, stored);
  }
}

/** Newest released campaigns that are asked for earlier figures. */
const MOST_OF_THE_PAST = 40;

const headOf = (last: Entry) => ({
  campaign: last.campaign,
  count: last.seq,
  head: last.hash,
});

/** A campaign by its first entry. */
function campaignRow(first: Entry, { aircraft, pack, limitBook }: Basis): CampaignRow {
  return {
    id: first.campaign,
    mark: aircraft.mark,
    createdAt: first.receivedAt,
    title: (first as Entry<'campaign.opened'>).body.title,
    pack: pack.id,
    packRevision: pack.revision,
    limitBook: limitBook.id,
    limitBookRevision: limitBook.revision,
  };
}

/** A retry repeats the draft exactly; the same id with anything else in it is refused. */
function sameDraft(recorded: Entry, draft: EntryDraft): Result<Entry, Reason> {
  const { seq: _seq, receivedAt: _receivedAt, prevHash: _prevHash, hash: _hash, ...original } = recorded;
  return canonicalJson(original) === canonicalJson(draft) ? ok(recorded) : err(reason('idReused'));
}
