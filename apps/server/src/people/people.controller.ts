import {
  Body,
  Controller,
  Get,
  HttpCode,
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
  ProofRequest,
  type PersonView,
  type ProofView,
} from '@kanzel/contract';
import type { Request, Response } from 'express';
import { AsksPassphrase, NeedsRole, OpenToEveryone, SESSION_COOKIE, Signed } from '../access.ts';
import { orRefuse, refuse } from '../refusal.ts';
import { AccountsService } from './accounts.service.ts';
import { beginOnDevice, cookieOf } from './cookies.ts';
import { IdentityService } from './identity.service.ts';
import { PeopleService } from './people.service.ts';
import { ProofService } from './proof.service.ts';
import { SessionService } from './session.service.ts';

@ApiTags('people')
@Controller('api')
export class PeopleController {
  constructor(
    private readonly people: PeopleService,
    private readonly accounts: AccountsService,
    private readonly sessions: SessionService,
    private readonly identity: IdentityService,
    private readonly proofs: ProofService,
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

  @NeedsRole('administrator')
  @AsksPassphrase()
  @Post('people')
  async add(@Body() request: PersonRequest, @Signed() by: PersonView): Promise<PersonView> {
    return orRefuse(await this.accounts.add(request, by));
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
    return orRefuse(await this.accounts.change(id, request, by));
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
    orRefuse(await this.accounts.resetPassphrase(id, request.passphrase, by));
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
