import { Body, Controller, Get, HttpCode, Param, ParseUUIDPipe, Post, Query } from '@nestjs/common';
import { ApiTags } from '@nestjs/swagger';
import {
  CampaignsQuery,
  FindingsQuery,
  MoveCampaignRequest,
  NoteInstrumentRequest,
  OpenCampaignRequest,
  ScopeRequestBody,
  type AircraftView,
  type CampaignView,
  type FindingLineView,
  type RecordedFlightView,
  type HangarLineView,
  type MoveOffer,
  type PersonView,
  type PostEntriesResponse,
  type ProspectView,
  type ParametersView,
} from '@kanzel/contract';
import type { Entry } from '@kanzel/core';
import { NeedsRole, Signed } from '../access.ts';
import { CampaignListService, FindingListService } from '../record/index.ts';
import { orRefuse } from '../refusal.ts';
import { CampaignsService } from './campaigns.service.ts';

/** Campaigns of a page, where nobody asks for another number. */
const LISTED = 200;

@ApiTags('hangar')
@Controller('api')
export class CampaignsController {
  constructor(
    private readonly campaigns: CampaignsService,
    private readonly lists: CampaignListService,
    private readonly findings: FindingListService,
  ) {}

  @Get('aircraft')
  aircraft(): Promise<AircraftView[]> {
    return this.campaigns.aircraft();
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

  /** Flights of the last ninety days on any aircraft, with who flew: how current a pilot is. */
  @Get('flights')
  flights(): Promise<RecordedFlightView[]> {
    return this.lists.flights();
  }

  /** Findings of one aircraft, of it and those of its type, or of all, with what comes next for each. */
  @Get('findings')
  listFindings(@Query() { mark, alike }: FindingsQuery): Promise<FindingLineView[]> {
    if (mark === undefined) return this.findings.list();
    return this.findings.list(alike ? this.campaigns.marksAlike(mark) : [mark]);
  }

  @Post('campaigns')
  async open(@Body() request: OpenCampaignRequest, @Signed() person: PersonView): Promise<Entry> {
    return orRefuse(await this.campaigns.open(request, person));
  }

  /** What a campaign on an aircraft could count on: its basis, and what earlier campaigns proved and still carry. */
  @Get('aircraft/:mark/prospect')
  async prospect(@Param('mark') mark: string): Promise<ProspectView> {
    return orRefuse(await this.campaigns.prospect(mark));
  }

  /** The same for a campaign in hand, by the basis it has. */
  @Get('campaigns/:campaign/prospect')
  async prospectOf(@Param('campaign', ParseUUIDPipe) campaign: string): Promise<ProspectView> {
    return orRefuse(await this.campaigns.prospectOf(campaign));
  }

  /** The parameters of the vehicle as an earlier campaign left them. */
  @Get('campaigns/:campaign/parameters-left')
  async parametersLeft(@Param('campaign', ParseUUIDPipe) campaign: string): Promise<ParametersView> {
    return orRefuse(await this.campaigns.parametersLeft(campaign));
  }

  /** Settles what a campaign has to prove; the earlier evidence is looked up here. */
  @HttpCode(200)
  @Post('campaigns/:campaign/scope')
  async settleScope(
    @Param('campaign', ParseUUIDPipe) campaign: string,
    @Body() request: ScopeRequestBody,
    @Signed() person: PersonView,
  ): Promise<PostEntriesResponse> {
    return orRefuse(await this.campaigns.settleScope(campaign, request, person));
  }

  /** What this campaign would be judged by if it were moved to the newest revisions and the configuration filed. */
  @Get('campaigns/:campaign/move')
  async offer(@Param('campaign', ParseUUIDPipe) campaign: string): Promise<MoveOffer> {
    return orRefuse(await this.campaigns.moveOffer(campaign));
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
    return orRefuse(await this.campaigns.move(campaign, request, person));
  }

  /** Notes an instrument of the register in a campaign, as it is now. */
  @HttpCode(200)
  @Post('campaigns/:campaign/instruments')
  async noteInstrument(
    @Param('campaign', ParseUUIDPipe) campaign: string,
    @Body() request: NoteInstrumentRequest,
    @Signed() person: PersonView,
  ): Promise<PostEntriesResponse> {
    return orRefuse(await this.campaigns.noteInstrument(campaign, request, person));
  }
}
