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
import { canonicalJson } from '@kanzel/core';
import {
  FirstPersonRequest,
  PassphraseChangeRequest,
  PassphraseResetRequest,
  PersonChangeRequest,
  PersonRequest,
  PinRequest,
  ProofRequest,
  type PersonView,
  type ProofView,
} from '@kanzel/contract';
import type { Request, Response } from 'express';
import { AsksPassphrase, NeedsRole, OpenToEveryone, SESSION_COOKIE, Signed } from '../access.ts';
import { LibraryService } from '../library/index.ts';
import { refuse } from '../refusal.ts';
import { CLOCK, type Clock } from '../settings.ts';
import { beginOnDevice, cookieOf } from './cookies.ts';
import { IdentityService } from './identity.service.ts';
import { holds, PeopleService } from './people.service.ts';
import { ProofService } from './proof.service.ts';
import { SessionService } from './session.service.ts';

@ApiTags('people')
@Controller('api')
export class PeopleController {
  constructor(
    private readonly people: PeopleService,
    private readonly sessions: SessionService,
    private readonly identity: IdentityService,
    private readonly proofs: ProofService,
    @Inject(LibraryService) private readonly library: LibraryService,
    @Inject(CLOCK) private readonly clock: Clock,
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
  @AsksPassphrase()
  @Post('people')
  async add(@Body() request: PersonRequest, @Signed() by: PersonView): Promise<PersonView> {
    this.refuseUnknownSystems(request);
    const added = await this.people.add(request, by.id);
    if (!added.ok) throw refuse(409, `The name ${request.name} is taken. Nobody was added; choose another.`);
    return added.value;
  }

  /** Changes what a person is called and may do; ending an account ends its sessions. */
  @NeedsRole('administrator')
  @AsksPassphrase()
  @Put('people/:id')
  async change(
    @Param('id', ParseUUIDPipe) id: string,
    @Body() request: PersonChangeRequest,
    @Signed() by: PersonView,
  ): Promise<PersonView> {
    this.refuseUnknownSystems(request);
    const second = id === by.id ? await this.secondFor(by, request) : undefined;
    const changed = await this.people.change(id, request, by.id, second?.id);
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

  /** Where there are two administrators, neither gives rights to themselves alone. Undefined: there is no other one. */
  private async secondFor(by: PersonView, request: PersonChangeRequest): Promise<PersonView | undefined> {
    if (sameRights(by, request)) return undefined;
    const now = this.clock.now().toISOString();
    const isAnother = (p: PersonView): boolean => p.id !== by.id && holds(p, 'administrator', now);
    if (!(await this.people.list()).some(isAnother)) return undefined;
    const { second } = request;
    if (!second)
      throw refuse(
        403,
        'Your own rights are changed by two: another administrator confirms with their name and passphrase. Nothing was changed.',
      );
    const confirming = await this.identity.second(second.name, second.passphrase, by);
    if (!isAnother(confirming))
      throw refuse(
        403,
        `${confirming.fullName} is no administrator. Nothing was changed; ask one to confirm.`,
      );
    return confirming;
  }

  @NeedsRole('administrator')
  @AsksPassphrase()
  @HttpCode(204)
  @Post('people/:id/passphrase')
  async reset(
    @Param('id', ParseUUIDPipe) id: string,
    @Body() request: PassphraseResetRequest,
    @Signed() by: PersonView,
  ): Promise<void> {
    if (id === by.id)
      throw refuse(
        409,
        'Your own passphrase is changed under your account, with the old one. Nothing was changed.',
      );
    if (!(await this.people.setPassphrase(id, request.passphrase, by.id)))
      throw refuse(404, 'There is no such person here.');
    await this.sessions.endAll(id, by.id);
  }

  /** Proves once more who is at the device, for the one act that comes next; a PIN or an open session proves nothing. */
  @UseGuards(ThrottlerGuard)
  @HttpCode(200)
  @Post('me/proof')
  async proof(
    @Body() request: ProofRequest,
    @Req() http: Request,
    @Signed() person: PersonView,
  ): Promise<ProofView> {
    await this.identity.proven(person, request.passphrase, { for: 'an act' });
    return { proof: this.proofs.give(cookieOf(http, SESSION_COOKIE) ?? '') };
  }

  @UseGuards(ThrottlerGuard)
  @HttpCode(204)
  @Post('me/passphrase')
  async ownPassphrase(
    @Body() request: PassphraseChangeRequest,
    @Req() http: Request,
    @Signed() person: PersonView,
  ): Promise<void> {
    await this.identity.proven(person, request.old, { for: 'own account' });
    await this.people.setPassphrase(person.id, request.passphrase, person.id);
    await this.sessions.endOthers(person.id, cookieOf(http, SESSION_COOKIE));
  }

  @UseGuards(ThrottlerGuard)
  @HttpCode(204)
  @Post('me/pin')
  async ownPin(@Body() request: PinRequest, @Signed() person: PersonView): Promise<void> {
    await this.identity.proven(person, request.passphrase, { for: 'own account' });
    await this.people.setPin(person.id, request.pin);
  }
}

/** Whether a change leaves what its person may do as it is: the name alone, or nothing. */
const sameRights = (person: PersonView, { authorisations, ended }: PersonChangeRequest): boolean =>
  ended === (person.endedAt !== undefined) &&
  // Members that nobody gave are not there in what is kept.
  canonicalJson(JSON.parse(JSON.stringify(authorisations))) === canonicalJson(person.authorisations);
