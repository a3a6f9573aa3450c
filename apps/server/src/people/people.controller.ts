import { Body, Controller, Delete, Get, HttpCode, Inject, Post, Req, Res, UseGuards } from '@nestjs/common';
import { ApiTags } from '@nestjs/swagger';
import { Throttle, ThrottlerGuard } from '@nestjs/throttler';
import {
  FirstPersonRequest,
  PersonRequest,
  SignInRequest,
  type FrontDoor,
  type PersonView,
} from '@kanzel/contract';
import type { Request, Response } from 'express';
import { refuse } from '../refusal.ts';
import { SETTINGS, type Settings } from '../settings.ts';
import { PeopleService } from './people.service.ts';
import { NeedsRole, OpenToEveryone, SESSION_COOKIE, Signed } from '../access.ts';

const COOKIE = { httpOnly: true, sameSite: 'strict', path: '/' } as const;

@ApiTags('people')
@Controller('api')
export class PeopleController {
  constructor(
    private readonly people: PeopleService,
    @Inject(SETTINGS) private readonly settings: Settings,
  ) {}

  /** What the sign-in page needs to know. */
  @OpenToEveryone()
  @Get('front-door')
  async frontDoor(): Promise<FrontDoor> {
    const empty = await this.people.isEmpty();
    if (this.settings.demoPeople.length === 0) return { empty };
    const people = await this.people.list();
    const demo = this.settings.demoPeople.flatMap(({ name, passphrase }) => {
      const person = people.find((p) => p.name === name);
      return person
        ? [{ name, fullName: person.fullName, passphrase, roles: person.authorisations.map((a) => a.role) }]
        : [];
    });
    return { empty, demo };
  }

  @OpenToEveryone()
  @UseGuards(ThrottlerGuard)
  @Throttle({ default: {} })
  @HttpCode(200)
  @Post('session')
  async signIn(
    @Body() request: SignInRequest,
    @Res({ passthrough: true }) response: Response,
  ): Promise<PersonView> {
    const person = await this.people.prove(request.name.trim().toLowerCase(), request.passphrase);
    if (!person)
      throw refuse(401, 'That name and passphrase do not belong together. Nothing was changed; try again.');
    response.cookie(SESSION_COOKIE, await this.people.beginSession(person.id), COOKIE);
    return person;
  }

  @Get('session')
  me(@Signed() person: PersonView): PersonView {
    return person;
  }

  @HttpCode(204)
  @Delete('session')
  async signOut(@Req() request: Request, @Res({ passthrough: true }) response: Response): Promise<void> {
    const token = (request.cookies as Record<string, string | undefined>)[SESSION_COOKIE];
    if (token) await this.people.endSession(token);
    response.clearCookie(SESSION_COOKIE, COOKIE);
  }

  @OpenToEveryone()
  @UseGuards(ThrottlerGuard)
  @Post('first-person')
  async first(
    @Body() request: FirstPersonRequest,
    @Res({ passthrough: true }) response: Response,
  ): Promise<PersonView> {
    const added = await this.people.addFirst(request);
    if (!added.ok) {
      if (added.error === 'wrongCode')
        throw refuse(403, 'That is not the code printed where the server was started.');
      throw refuse(409, 'The first account exists already. Sign in with it.');
    }
    response.cookie(SESSION_COOKIE, await this.people.beginSession(added.value.id), COOKIE);
    return added.value;
  }

  @Get('people')
  list(): Promise<PersonView[]> {
    return this.people.list();
  }

  @NeedsRole('administrator')
  @Post('people')
  async add(@Body() request: PersonRequest): Promise<PersonView> {
    const added = await this.people.add(request);
    if (!added.ok) throw refuse(409, `The name ${request.name} is taken. Nobody was added; choose another.`);
    return added.value;
  }
}
