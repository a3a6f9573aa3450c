import { Inject, Injectable } from '@nestjs/common';
import type {
  AircraftView,
  Deed,
  EarlierCampaignView,
  ParametersView,
  MoveCampaignRequest,
  MoveOffer,
  NoteInstrumentRequest,
  OpenCampaignRequest,
  PersonView,
  PostEntriesResponse,
  ProspectView,
  ScopeRequestBody,
} from '@kanzel/contract';
import {
  earlierEvidence,
  err,
  hashOf,
  indexBasis,
  makeDraft,
  ok,
  reason as reasonOf,
  type Basis,
  type Entry,
  type EntryBodies,
  type EntryDraft,
  type Making,
  type Result,
} from '@kanzel/core';
import { LibraryService } from '../library/index.ts';
import { DevicesService, SimulationService } from '../devices/index.ts';
import { mayAct } from '../people/index.ts';
import { RecordService } from '../record/index.ts';
import { postedRefused, type Refused } from '../refusal.ts';
import { CLOCK, type Clock } from '../settings.ts';
import { parametersLeft } from './parameters-left.ts';
import { earlierView } from './earlier-view.ts';

/** Campaigns of each other aircraft of the type that are looked back on. */
const LOOKED_BACK_ON = 5;

/** Entries that are made here, because what stands in them is looked up here. */
type MadeHere = 'basis.moved' | 'instrument.noted' | 'scope.settled';

const NO_CAMPAIGN: Refused = { status: 404, message: 'There is no such campaign here.' };

/** What a request says of itself, as an entry carries it. */
const deedOf = ({
  id,
  at,
  device,
  seen,
  offset,
}: Deed): Pick<EntryDraft, 'id' | 'at' | 'device' | 'seen' | 'offset'> => ({
  id,
  at,
  device,
  seen,
  ...(offset === undefined ? {} : { offset }),
});

/** Opens campaigns, moves them, and looks up what a device does not know: evidence, revisions, registers. */
@Injectable()
export class CampaignsService {
  constructor(
    private readonly record: RecordService,
    private readonly library: LibraryService,
    private readonly devices: DevicesService,
    private readonly simulation: SimulationService,
    @Inject(CLOCK) private readonly clock: Clock,
  ) {}

  /** An aircraft first, and the others of its type that the library describes; the type it has there, where no other is known. */
  marksAlike(mark: string, known?: string): readonly string[] {
    const all = this.library.aircraft();
    const type = known ?? all.find((a) => a.mark === mark)?.type;
    return [mark, ...all.flatMap((a) => (a.type === type && a.mark !== mark ? [a.mark] : []))];
  }

  /** Every aircraft, with where its monitor speaks and what of it is a stand-in. */
  async aircraft(): Promise<AircraftView[]> {
    const devices = await this.devices.addresses();
    return this.library.aircraft().map((aircraft) => {
      const monitor = devices.get(aircraft.mark);
      const simulated = this.simulation.of(aircraft.mark);
      return { aircraft, ...(monitor ? { monitor } : {}), ...(simulated ? { simulated } : {}) };
    });
  }

  /**
   * Opens a campaign with the library as it is now and what earlier campaigns measured. One that a device opened by itself is made of
   * the revisions that the device names, as they are here: nothing that it says of them is believed.
   */
  async open(request: OpenCampaignRequest, person: PersonView): Promise<Result<Entry, Refused>> {
    const basis = this.library.basisFor(request.mark, request.openedHere);
    if (!basis.ok) return err({ status: 409, reason: basis.error[0] ?? reasonOf('notOpened') });
    // By the clock here: whoever's authorisation has run out gets none by dating the campaign back.
    const now = this.clock.now().toISOString();
    if (!mayAct(person, 'technician', basis.value.aircraft.family, now))
      return err({
        status: 403,
        message: 'Opening a campaign takes a technician’s authorisation for this family of aircraft.',
      });
    const past = await this.record.pastOf(request.mark, basis.value);
    const opened = await this.record.open(
      request,
      Object.keys(past).length > 0 ? { ...basis.value, past } : basis.value,
      person,
    );
    return opened.ok ? opened : err({ status: 409, reason: opened.error });
  }

  /** What a campaign on an aircraft could count on. */
  async prospect(mark: string): Promise<Result<ProspectView, Refused>> {
    const basis = this.library.basisFor(mark);
    if (!basis.ok) return err({ status: 404, reason: basis.error[0] ?? reasonOf('notOpened') });
    const prospect = await this.prospectBy(basis.value);
    const revision = this.library.library.aircraftRevisions.newest(mark)?.revision;
    return prospect.ok && revision !== undefined ? ok({ ...prospect.value, revision }) : prospect;
  }

  /** What a campaign in hand could count on, by the basis it has. */
  async prospectOf(campaign: string): Promise<Result<ProspectView, Refused>> {
    const basis = await this.basisOf(campaign);
    return basis.ok ? this.prospectBy(basis.value, campaign) : basis;
  }

  /** Settles what a campaign has to prove; the earlier evidence is looked up here. */
  async settleScope(
    campaign: string,
    request: ScopeRequestBody,
    person: PersonView,
  ): Promise<Result<PostEntriesResponse, Refused>> {
    const prospect = await this.prospectOf(campaign);
    if (!prospect.ok) return prospect;
    const { role, work, added, leftOut, note } = request;
    const body = {
      ...JSON.parse(JSON.stringify({ work, added, leftOut, note })),
      evidence: prospect.value.evidence,
    } as Entry<'scope.settled'>['body'];
    return this.post(campaign, 'scope.settled', body, { ...deedOf(request), role }, person);
  }

  /** What a campaign would be judged by if it were moved to the newest revisions and the configuration filed. */
  async moveOffer(campaign: string): Promise<Result<MoveOffer, Refused>> {
    const own = await this.basisOf(campaign);
    if (!own.ok) return own;
    const newest = this.library.basisFor(own.value.aircraft.mark);
    if (!newest.ok) return err({ status: 409, reason: newest.error[0] ?? reasonOf('notOpened') });
    const { past } = own.value;
    const basis = past ? { ...newest.value, past } : newest.value;
    return ok({ basis, hash: hashOf(basis) });
  }

  /** Moves a campaign to the basis that the person was shown; to no other. */
  async move(
    campaign: string,
    request: MoveCampaignRequest,
    person: PersonView,
  ): Promise<Result<PostEntriesResponse, Refused>> {
    const offer = await this.moveOffer(campaign);
    if (!offer.ok) return offer;
    if (offer.value.hash !== request.basis)
      return err({
        status: 409,
        message: 'The library has changed since this was shown. Look at the changes again, then move.',
      });
    const { role, reason } = request;
    const body = { basis: offer.value.basis, reason };
    return this.post(campaign, 'basis.moved', body, { ...deedOf(request), role }, person);
  }

  /** Notes an instrument of the register in a campaign, as it is now. */
  async noteInstrument(
    campaign: string,
    request: NoteInstrumentRequest,
    person: PersonView,
  ): Promise<Result<PostEntriesResponse, Refused>> {
    const instrument = this.library.registered(request.instrument);
    if (!instrument) return err({ status: 404, message: 'There is no such instrument in the register.' });
    const body = { instrument, reason: request.reason };
    return this.post(campaign, 'instrument.noted', body, { ...deedOf(request), role: 'technician' }, person);
  }

  /** The parameters that an earlier campaign on the same aircraft left. */
  async parametersLeft(campaign: string): Promise<Result<ParametersView, Refused>> {
    const basis = await this.basisOf(campaign);
    if (!basis.ok) return basis;
    const earlier = await this.record.earlierOf(basis.value.aircraft.mark);
    const left = parametersLeft(earlier.filter((e) => e.id !== campaign));
    return left ? ok(left) : err({ status: 404, reason: reasonOf('parametersNeverLeft') });
  }

  private async basisOf(campaign: string): Promise<Result<Basis, Refused>> {
    const folded = await this.record.fold(campaign);
    const basis = folded?.state.index?.basis;
    return basis ? ok(basis) : err(NO_CAMPAIGN);
  }

  private async prospectBy(basis: Basis, except?: string): Promise<Result<ProspectView, Refused>> {
    const index = indexBasis(basis);
    if (!index.ok) return err({ status: 409, reason: index.error[0] ?? reasonOf('notOpened') });
    const earlier = (await this.record.earlierOf(basis.aircraft.mark)).filter((e) => e.id !== except);
    const own = earlier.flatMap(({ id, state }) => (state.opened ? [earlierView(id, state)] : []));
    const others: EarlierCampaignView[] = [];
    const [, ...alike] = this.marksAlike(basis.aircraft.mark, basis.aircraft.type);
    for (const mark of alike)
      for (const { id, state } of await this.record.earlierOf(mark, LOOKED_BACK_ON))
        others.push(earlierView(id, state));
    return ok({
      basis,
      evidence: earlierEvidence(earlier, index.value, this.clock.now().toISOString()),
      earlier: [...own, ...others].sort((a, b) => b.openedAt.localeCompare(a.openedAt)),
    });
  }

  private async post<K extends MadeHere>(
    campaign: string,
    kind: K,
    body: EntryBodies[K],
    making: Omit<Making, 'campaign' | 'by'>,
    person: PersonView,
  ): Promise<Result<PostEntriesResponse, Refused>> {
    const draft = makeDraft(kind, body, { ...making, campaign, by: person.id });
    const posted = await this.record.post(campaign, [draft], person);
    if (!posted.ok) return err(postedRefused(posted.error));
    const [refused] = posted.value.refused;
    return refused ? err({ status: 409, reason: refused.reason }) : ok(posted.value);
  }
}
