import { Body, Controller, Get, HttpCode, Inject, Param, ParseUUIDPipe, Post, Query } from '@nestjs/common';
import { ApiTags } from '@nestjs/swagger';
import {
  type Deed,
  CampaignsQuery,
  MoveCampaignRequest,
  NoteInstrumentRequest,
  OpenCampaignRequest,
  ScopeRequestBody,
  type AircraftView,
  type CampaignView,
  type EarlierCampaignView,
  type HangarLineView,
  type MoveOffer,
  type PersonView,
  type PostEntriesResponse,
  type ProspectView,
} from '@kanzel/contract';
import {
  makeDraft,
  type EntryBodies,
  type Making,
  earlierEvidence,
  hashOf,
  indexBasis,
  reason as reasonOf,
  type Basis,
  type CampaignState,
  type Entry,
  type EntryDraft,
} from '@kanzel/core';
import { LibraryService } from '../library/index.ts';
import { MonitorService, SimulationService } from '../monitor/index.ts';
import { NeedsRole, Signed } from '../access.ts';
import { mayAct } from '../people/index.ts';
import { CampaignListService, RecordService } from '../record/index.ts';
import { refuse, refuseFor, refusePosted } from '../refusal.ts';
import { CLOCK, type Clock } from '../settings.ts';

function earlierView(id: string, state: CampaignState): EarlierCampaignView {
  const { opened, scope, release, ways, plan } = state;
  return {
    id,
    mark: state.index?.basis.aircraft.mark ?? '',
    title: opened?.title ?? '',
    occasion: opened?.occasion ?? '',
    openedAt: opened?.at ?? '',
    workItems: opened?.workItems ?? [],
    ...(release ? { releasedAt: release.at } : {}),
    ...(ways ? { ways: { profile: ways.profile, ways: ways.ways } } : {}),
    ...(plan ? { order: plan.order } : {}),
    ...(plan?.flights ? { flights: plan.flights } : {}),
    ...(scope ? { scope: { work: scope.work, added: scope.added, leftOut: scope.leftOut } } : {}),
  };
}

/** Campaigns of a page, where nobody asks for another number. */
const LISTED = 200;

@ApiTags('hangar')
@Controller('api')
export class CampaignsController {
  constructor(
    private readonly record: RecordService,
    private readonly lists: CampaignListService,
    private readonly library: LibraryService,
    private readonly monitors: MonitorService,
    private readonly simulation: SimulationService,
    @Inject(CLOCK) private readonly clock: Clock,
  ) {}

  @Get('aircraft')
  async aircraft(): Promise<AircraftView[]> {
    const monitors = new Map(
      (await this.monitors.configured()).map((m) => [m.mark, { host: m.host, port: m.port }]),
    );
    return this.library.aircraft().map((aircraft) => {
      const monitor = monitors.get(aircraft.mark);
      return {
        aircraft,
        ...(monitor ? { monitor } : {}),
        simulated: this.simulation.mark() === aircraft.mark,
      };
    });
  }

  /** Campaigns, newest first, a page at a time: `before` is the last one of the page before. */
  @Get('campaigns')
  async list(@Query() asked: CampaignsQuery): Promise<CampaignView[]> {
    const { state, limit = LISTED, ...filter } = asked;
    return this.lists.list({
      ...filter,
      limit,
      ...(state === undefined ? {} : { released: state === 'released' }),
    });
  }

  /** What the hangar shows: what is in hand on each aircraft, and what was released last. */
  @Get('hangar')
  hangar(): Promise<HangarLineView[]> {
    return this.lists.hangar();
  }

  @Post('campaigns')
  async open(@Body() request: OpenCampaignRequest, @Signed() person: PersonView): Promise<Entry> {
    const basis = this.library.basisFor(request.mark);
    if (!basis.ok) throw refuseFor(409, basis.error[0] ?? { code: 'notOpened', params: {} });
    // By the clock here: whoever's authorisation has run out gets none by dating the campaign back.
    const now = this.clock.now().toISOString();
    if (!mayAct(person, 'technician', basis.value.aircraft.family, now))
      throw refuse(403, 'Opening a campaign takes a technician’s authorisation for this family of aircraft.');
    const past = await this.record.pastOf(request.mark, basis.value);
    const opened = await this.record.open(
      request,
      Object.keys(past).length > 0 ? { ...basis.value, past } : basis.value,
      person,
    );
    if (!opened.ok) throw refuseFor(409, opened.error);
    return opened.value;
  }

  /** What a campaign on an aircraft could count on: its basis, and what earlier campaigns proved and still carry. */
  @Get('aircraft/:mark/prospect')
  async prospect(@Param('mark') mark: string): Promise<ProspectView> {
    const basis = this.library.basisFor(mark);
    if (!basis.ok) throw refuseFor(404, basis.error[0] ?? reasonOf('notOpened'));
    return this.prospectFor(basis.value);
  }

  /** The same for a campaign in hand, by the basis it has. */
  @Get('campaigns/:campaign/prospect')
  async prospectOf(@Param('campaign', ParseUUIDPipe) campaign: string): Promise<ProspectView> {
    return this.prospectFor(await this.basisOf(campaign), campaign);
  }

  /** Settles what a campaign has to prove; the earlier evidence is looked up here. */
  @HttpCode(200)
  @Post('campaigns/:campaign/scope')
  async settleScope(
    @Param('campaign', ParseUUIDPipe) campaign: string,
    @Body() request: ScopeRequestBody,
    @Signed() person: PersonView,
  ): Promise<PostEntriesResponse> {
    const { evidence } = await this.prospectFor(await this.basisOf(campaign), campaign);
    const { role, work, added, leftOut, note } = request;
    const body = {
      ...JSON.parse(JSON.stringify({ work, added, leftOut, note })),
      evidence,
    } as Entry<'scope.settled'>['body'];
    return this.postOne(campaign, 'scope.settled', body, { ...deedOf(request), role }, person);
  }

  private async basisOf(campaign: string): Promise<Basis> {
    const folded = await this.record.fold(campaign);
    const basis = folded?.state.index?.basis;
    if (!basis) throw refuse(404, 'There is no such campaign here.');
    return basis;
  }

  private async prospectFor(basis: Basis, except?: string): Promise<ProspectView> {
    const index = indexBasis(basis);
    if (!index.ok) throw refuseFor(409, index.error[0] ?? reasonOf('notOpened'));
    const earlier = (await this.record.earlierOf(basis.aircraft.mark)).filter((e) => e.id !== except);
    const own = earlier.flatMap(({ id, state }) => (state.opened ? [earlierView(id, state)] : []));
    const others: EarlierCampaignView[] = [];
    for (const { mark, type } of this.library.aircraft())
      if (type === basis.aircraft.type && mark !== basis.aircraft.mark)
        for (const { id, state } of await this.record.earlierOf(mark, 5)) others.push(earlierView(id, state));
    return {
      basis,
      evidence: earlierEvidence(earlier, index.value, this.clock.now().toISOString()),
      earlier: [...own, ...others].sort((a, b) => b.openedAt.localeCompare(a.openedAt)),
    };
  }

  /** What this campaign would be judged by if it were moved to the newest revisions and the configuration filed. */
  @Get('campaigns/:campaign/move')
  async offer(@Param('campaign', ParseUUIDPipe) campaign: string): Promise<MoveOffer> {
    const basis = await this.basisForMove(campaign);
    return { basis, hash: hashOf(basis) };
  }

  /** Moves a campaign to the basis the person was shown. */
  @NeedsRole('inspector', 'certifier')
  @HttpCode(200)
  @Post('campaigns/:campaign/move')
  async move(
    @Param('campaign', ParseUUIDPipe) campaign: string,
    @Body() request: MoveCampaignRequest,
    @Signed() person: PersonView,
  ): Promise<PostEntriesResponse> {
    const basis = await this.basisForMove(campaign);
    if (hashOf(basis) !== request.basis)
      throw refuse(
        409,
        'The library has changed since this was shown. Look at the changes again, then move.',
      );
    const { role, reason } = request;
    return this.postOne(campaign, 'basis.moved', { basis, reason }, { ...deedOf(request), role }, person);
  }

  /** Notes an instrument of the register in a campaign, as it is now. */
  @HttpCode(200)
  @Post('campaigns/:campaign/instruments')
  async noteInstrument(
    @Param('campaign', ParseUUIDPipe) campaign: string,
    @Body() request: NoteInstrumentRequest,
    @Signed() person: PersonView,
  ): Promise<PostEntriesResponse> {
    const { reason } = request;
    const instrument = this.library.registered(request.instrument);
    if (!instrument) throw refuse(404, 'There is no such instrument in the register.');
    const role = 'technician';
    return this.postOne(
      campaign,
      'instrument.noted',
      { instrument, reason },
      { ...deedOf(request), role },
      person,
    );
  }

  private async basisForMove(campaign: string): Promise<Basis> {
    const folded = await this.record.fold(campaign);
    const mark = folded?.state.index?.basis.aircraft.mark;
    if (mark === undefined) throw refuse(404, 'There is no such campaign here.');
    const basis = this.library.basisFor(mark);
    if (!basis.ok) throw refuseFor(409, basis.error[0] ?? reasonOf('notOpened'));
    const { past } = folded?.state.index?.basis ?? {};
    return past ? { ...basis.value, past } : basis.value;
  }

  private async postOne<K extends 'basis.moved' | 'instrument.noted' | 'scope.settled'>(
    campaign: string,
    kind: K,
    body: EntryBodies[K],
    making: Omit<Making, 'campaign' | 'by'>,
    person: PersonView,
  ): Promise<PostEntriesResponse> {
    const draft = makeDraft(kind, body, { ...making, campaign, by: person.id });
    const posted = await this.record.post(campaign, [draft], person);
    if (!posted.ok) throw refusePosted(posted.error);
    const [refused] = posted.value.refused;
    if (refused) throw refuseFor(409, refused.reason);
    return posted.value;
  }
}

/** What a request says of itself, as an entry carries it. */
function deedOf({
  id,
  at,
  device,
  seen,
  offset,
}: Deed): Pick<EntryDraft, 'id' | 'at' | 'device' | 'seen' | 'offset'> {
  return { id, at, device, seen, ...(offset === undefined ? {} : { offset }) };
}
