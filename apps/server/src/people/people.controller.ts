import {
  Body,
  Controller,
  Get,
  HttpCode,
  Inject,
  Param,
  ParseUUIDPipe,
  Post,
  Put,
  Req,
  Res,
  UseGuards,
} from '@nestjs/common';
import { ApiTags } from '@nestjs/swagger';
import { Throttle, ThrottlerGuard } from '@nestjs/throttler';
import {
  FirstPersonRequest,
  PassphraseChangeRequest,
  PassphraseResetRequest,
  PersonChangeRequest,
  PersonRequest,
  PinRequest,
  type PersonView,
} from '@kanzel/contract';
import type { Request, Response } from 'express';
import { NeedsRole, OpenToEveryone, SESSION_COOKIE, Signed } from '../access.ts';
import { LogService } from '../installation/index.ts';
import { LibraryService } from '../library/index.ts';
import { refuse } from '../refusal.ts';
import { beginOnDevice, cookieOf } from './cookies.ts';
import { PeopleService } from './people.service.ts';
import { SessionService } from './session.service.ts';

@ApiTags('people')
@Controller('api')
export class PeopleController {
  constructor(
    private readonly people: PeopleService,
    private readonly sessions: SessionService,
    @Inject(LogService) private readonly log: LogService,
    @Inject(LibraryService) private readonly library: LibraryService,
  ) {}

  @OpenToEveryone()
  @UseGuards(ThrottlerGuard)
  @Throttle({ default: {} })
  @Post('first-person')
  async first(
    @Body() request: FirstPersonRequest,
    @Req() http: Request,
    @Res({ passthrough: true }) response: Response,
  ): Promise<PersonView> {
    const added = await this.people.addFirst(request);
    if (!added.ok) {
      if (added.error === 'wrongCode')
        throw refuse(403, 'That is not the code printed where the server was started.');
      throw refuse(409, 'The first account exists already. Sign in with it.');
    }
    await beginOnDevice(this.sessions, added.value.id, 'passphrase', http, response);
    return added.value;
  }

  @Get('people')
  list(): Promise<PersonView[]> {
    return this.people.list();
  }

  /** An authorisation for a system that nothing is called would cover nothing, and nobody would see it. */
  private refuseUnknownSystems({ authorisations = [] }: Pick<PersonChangeRequest, 'authorisations'>): void {
    const unknown = this.library.unknownSystems(authorisations.flatMap((a) => a.systems ?? []));
    if (unknown.length > 0)
      throw refuse(
        400,
        `No system is called ${unknown.map((name) => `“${name}”`).join(', ')}. Nothing was changed; systems are named as in the tree of systems, for example “engine.*.oil”.`,
      );
  }

  @NeedsRole('administrator')
  @Post('people')
  async add(@Body() request: PersonRequest, @Signed() by: PersonView): Promise<PersonView> {
    this.refuseUnknownSystems(request);
    const added = await this.people.add(request, by.id);
    if (!added.ok) throw refuse(409, `The name ${request.name} is taken. Nobody was added; choose another.`);
    return added.value;
  }

  /** Changes what a person is called and may do; ending an account ends its sessions. */
  @NeedsRole('administrator')
  @Put('people/:id')
  async change(
    @Param('id', ParseUUIDPipe) id: string,
    @Body() request: PersonChangeRequest,
    @Signed() by: PersonView,
  ): Promise<PersonView> {
    this.refuseUnknownSystems(request);
    const changed = await this.people.change(id, request, by.id);
    if (!changed.ok) {
      if (changed.error === 'unknown') throw refuse(404, 'There is no such person here.');
      throw refuse(
        409,
        'Nobody would be left who may administer this installation. Nothing was changed; make somebody else administrator first.',
      );
    }
    if (request.ended) await this.sessions.endAll(id, by.id);
    return changed.value;
  }

  @NeedsRole('administrator')
  @HttpCode(204)
  @Post('people/:id/passphrase')
  async reset(
    @Param('id', ParseUUIDPipe) id: string,
    @Body() request: PassphraseResetRequest,
    @Signed() by: PersonView,
  ): Promise<void> {
    if (!(await this.people.setPassphrase(id, request.passphrase, by.id)))
      throw refuse(404, 'There is no such person here.');
    await this.sessions.endAll(id, by.id);
  }

  private async proven(person: PersonView, passphrase: string): Promise<void> {
    if ((await this.people.prove(person.name, passphrase))?.id === person.id) return;
    await this.log.add('signature.refused', { person: person.id, for: 'own account' });
    throw refuse(403, 'That is not your passphrase. Nothing was changed; try again.');
  }

  @UseGuards(ThrottlerGuard)
  @HttpCode(204)
  @Post('me/passphrase')
  async ownPassphrase(
    @Body() request: PassphraseChangeRequest,
    @Req() http: Request,
    @Signed() person: PersonView,
  ): Promise<void> {
    await this.proven(person, request.old);
    await this.people.setPassphrase(person.id, request.passphrase, person.id);
    await this.sessions.endOthers(person.id, cookieOf(http, SESSION_COOKIE));
  }

  @UseGuards(ThrottlerGuard)
  @HttpCode(204)
  @Post('me/pin')
  async ownPin(@Body() request: PinRequest, @Signed() person: PersonView): Promise<void> {
    await this.proven(person, request.passphrase);
    await this.people.setPin(person.id, request.pin);
  }
}
