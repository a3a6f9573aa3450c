import { pipeline } from 'node:stream/promises';
import { Body, Controller, Get, HttpCode, Param, ParseUUIDPipe, Post, Query, Res } from '@nestjs/common';
import { ApiTags } from '@nestjs/swagger';
import {
  checkDrafts,
  PostEntriesRequest,
  ReleaseRequest,
  type EntriesResponse,
  type PersonView,
  type PostEntriesResponse,
} from '@kanzel/contract';
import type { Entry, EntryDraft } from '@kanzel/core';
import { pictureName, PICTURES_FOLDER, picturesNamed, writeRecordFile } from '@kanzel/formats';
import { Inject } from '@nestjs/common';
import type { Response } from 'express';
import { ZipFile } from 'yazl';
import { Signed } from '../access.ts';
import { AttachmentsService } from '../attachments/index.ts';
import { placeOf } from '../door/place.ts';
import { KeyService, LogGuardService } from '../installation/index.ts';
import { IdentityService, PeopleService } from '../people/index.ts';
import { refuse, refuseFor, refusePost, refusePosted } from '../refusal.ts';
import { CLOCK, type Clock } from '../settings.ts';
import { RecordService } from './record.service.ts';

@ApiTags('record')
@Controller('api/campaigns/:campaign')
export class RecordController {
  constructor(
    private readonly record: RecordService,
    private readonly people: PeopleService,
    private readonly key: KeyService,
    private readonly guard: LogGuardService,
    private readonly identity: IdentityService,
    private readonly attachments: AttachmentsService,
    @Inject(CLOCK) private readonly clock: Clock,
  ) {}

  /** Entries after a place, for catching up. */
  @Get('entries')
  async entries(
    @Param('campaign', ParseUUIDPipe) campaign: string,
    @Query('after') after?: unknown,
  ): Promise<EntriesResponse> {
    const folded = await this.record.fold(campaign);
    if (!folded) throw refuse(404, 'There is no such campaign here.');
    const entries = this.record.list(campaign, placeOf(after));
    return { entries, head: folded.state.head, count: folded.state.count };
  }

  @HttpCode(200)
  @Post('entries')
  async post(
    @Param('campaign', ParseUUIDPipe) campaign: string,
    @Body() request: PostEntriesRequest,
    @Signed() person: PersonView,
  ): Promise<PostEntriesResponse> {
    const messages = checkDrafts(request.entries);
    if (messages.length > 0) throw refusePost({ of: 'bodies', messages });
    // Undefined members are those a client left out; the draft is what remains.
    const drafts = request.entries.map((e) => JSON.parse(JSON.stringify(e)) as EntryDraft);
    const posted = await this.record.post(campaign, drafts, person);
    if (!posted.ok) throw refusePosted(posted.error);
    return posted.value;
  }

  /** Signs the release: a fresh proof of identity over the record as it was shown. */
  @HttpCode(200)
  @Post('release')
  async release(
    @Param('campaign', ParseUUIDPipe) campaign: string,
    @Body() request: ReleaseRequest,
    @Signed() person: PersonView,
  ): Promise<PostEntriesResponse> {
    await this.identity.proven(person, request.passphrase, { campaign });
    const { passphrase: _passphrase, ...rest } = request;
    const posted = await this.record.release(campaign, rest, person);
    if (!posted.ok) throw refusePosted(posted.error);
    const [refused] = posted.value.refused;
    if (refused) throw refuseFor(409, refused.reason);
    return posted.value;
  }

  /** The record as a file that anyone can verify. */
  @Get('record-file')
  async recordFile(
    @Param('campaign', ParseUUIDPipe) campaign: string,
    @Res() response: Response,
  ): Promise<void> {
    const { text, name } = await this.written(campaign);
    response.type('application/json').attachment(`${name}.json`).send(text);
  }

  /**
   * The record with everything that it names, in one file: `record.json` and a folder of pictures, each called by what it holds.
   * What is missing or was changed where it is kept is not given away as the one it was.
   */
  @Get('record-with-pictures')
  async recordWithPictures(
    @Param('campaign', ParseUUIDPipe) campaign: string,
    @Res() response: Response,
  ): Promise<void> {
    const { text, name, entries } = await this.written(campaign);
    const pictures = picturesNamed(entries);
    for (const { sha256 } of pictures) {
      const found = await this.attachments.read(sha256);
      if (!found.ok) throw refuseFor(409, found.error);
    }
    const zip = new ZipFile();
    zip.addBuffer(Buffer.from(text), 'record.json');
    // Photographs are small already: they are put in as they are.
    for (const picture of pictures)
      zip.addFile(this.attachments.path(picture.sha256), `${PICTURES_FOLDER}/${pictureName(picture)}`, {
        compress: false,
      });
    zip.end();
    response.type('application/zip').attachment(`${name}.zip`);
    await pipeline(zip.outputStream, response);
  }

  private async written(
    campaign: string,
  ): Promise<{ readonly text: string; readonly name: string; readonly entries: readonly Entry[] }> {
    const entries = this.record.list(campaign);
    const folded = await this.record.fold(campaign);
    if (!folded || entries.length === 0) throw refuse(404, 'There is no such campaign here.');
    // What is damaged is not signed: a signature would make it whole.
    const wrong = folded.damaged ?? this.guard.problems()[0];
    if (wrong) throw refuseFor(409, wrong);
    const mark = folded.state.index?.basis.aircraft.mark ?? '';
    const people = Object.fromEntries((await this.people.list()).map((p) => [p.id, p.fullName]));
    const text = writeRecordFile(
      {
        exportedAt: this.clock.now().toISOString(),
        mark,
        title: folded.state.opened?.title ?? '',
        people,
        entries,
      },
      { publicKey: this.key.publicKey(), sign: (t) => this.key.sign(t) },
    );
    return { text, name: `${mark}-record-${folded.state.head.slice(0, 8)}`, entries };
  }
}
