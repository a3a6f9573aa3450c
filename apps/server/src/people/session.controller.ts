import {
  Body,
  Controller,
  Delete,
  Get,
  HttpCode,
  Inject,
  Param,
  Post,
  Req,
  Res,
  UseGuards,
} from '@nestjs/common';
import { ApiTags } from '@nestjs/swagger';
import { Throttle, ThrottlerGuard } from '@nestjs/throttler';
import {
  PinSignInRequest,
  SignInRequest,
  TabletRequest,
  type FrontDoor,
  type PersonView,
  type SessionView,
  type TabletView,
} from '@kanzel/contract';
import type { Request, Response } from 'express';
import { AsksPassphrase, NeedsRole, OpenToEveryone, SESSION_COOKIE, Signed } from '../access.ts';
import { refuse } from '../refusal.ts';
import { CLOCK, SETTINGS, type Clock, type Settings } from '../settings.ts';
import { beginOnDevice, cookieFor, cookieOf, TABLET_COOKIE } from './cookies.ts';
import { IdentityService } from './identity.service.ts';
import { holds, PeopleService } from './people.service.ts';
import { SessionService } from './session.service.ts';

/** A tablet stays enrolled for a year. */
const TABLET_AGE = 365 * 86_400_000;

@ApiTags('sessions')
@Controller('api')
export class SessionController {
  constructor(
    private readonly people: PeopleService,
    private readonly sessions: SessionService,
    private readonly identity: IdentityService,
    @Inject(CLOCK) private readonly clock: Clock,
    @Inject(SETTINGS) private readonly settings: Settings,
  ) {}

  /** What the sign-in page needs to know. */
  @OpenToEveryone()
  @Get('front-door')
  async frontDoor(@Req() request: Request): Promise<FrontDoor> {
    const empty = await this.people.isEmpty();
    const people = await this.people.list();
    const name = await this.sessions.tablet(cookieOf(request, TABLET_COOKIE));
    const tablet =
      name === undefined
        ? {}
        : {
            tablet: {
              name,
              people: people.filter(canSignOnByPin).map(({ id, fullName }) => ({ id, fullName })),
            },
          };
    if (this.settings.demoPeople.length === 0) return { empty, ...tablet };
    const demo = this.settings.demoPeople.flatMap(({ name: own, passphrase }) => {
      const person = people.find((p) => p.name === own);
      return person
        ? [
            {
              name: own,
              fullName: person.fullName,
              passphrase,
              roles: person.authorisations.map((a) => a.role),
            },
          ]
        : [];
    });
    return { empty, demo, ...tablet };
  }

  @OpenToEveryone()
  @UseGuards(ThrottlerGuard)
  @Throttle({ default: {} })
  @HttpCode(200)
  @Post('session')
  async signIn(
    @Body() request: SignInRequest,
    @Req() http: Request,
    @Res({ passthrough: true }) response: Response,
  ): Promise<PersonView> {
    const name = request.name.trim().toLowerCase();
    const person = await this.identity.signingIn(name, request.passphrase);
    await beginOnDevice(this.sessions, person.id, 'passphrase', http, response);
    return person;
  }

  /** Signs on by PIN, on a shared tablet only. */
  @OpenToEveryone()
  @UseGuards(ThrottlerGuard)
  @Throttle({ default: {} })
  @HttpCode(200)
  @Post('session/pin')
  async signOnByPin(
    @Body() request: PinSignInRequest,
    @Req() http: Request,
    @Res({ passthrough: true }) response: Response,
  ): Promise<PersonView> {
    if ((await this.sessions.tablet(cookieOf(http, TABLET_COOKIE))) === undefined)
      throw refuse(403, 'A PIN opens shared tablets only. Sign in with your passphrase.');
    const proven = await this.people.provePin(request.person, request.pin);
    if (!proven.ok)
      throw refuse(
        401,
        proven.error === 'resting'
          ? 'Too many wrong PINs: it rests until you have signed in with your passphrase.'
          : 'That is not your PIN. Nothing was changed; try again.',
      );
    await beginOnDevice(this.sessions, proven.value.id, 'pin', http, response);
    return proven.value;
  }

  /** Who is signed on here; asking counts as a hand on the device. */
  @Get('session')
  me(@Signed() person: PersonView): PersonView {
    return person;
  }

  @HttpCode(204)
  @Delete('session')
  async signOut(
    @Req() request: Request,
    @Res({ passthrough: true }) response: Response,
    @Signed() person: PersonView,
  ): Promise<void> {
    const token = cookieOf(request, SESSION_COOKIE);
    if (token) await this.sessions.endOwn(token, person.id);
    response.clearCookie(SESSION_COOKIE, cookieFor(request));
  }

  /** One's own sessions; everybody's for an administrator. */
  @Get('sessions')
  list(@Req() request: Request, @Signed() person: PersonView): Promise<SessionView[]> {
    const all = holds(person, 'administrator', this.clock.now().toISOString());
    return this.sessions.list(cookieOf(request, SESSION_COOKIE), all ? undefined : person.id);
  }

  @HttpCode(204)
  @Delete('sessions/:id')
  async end(@Param('id') id: string, @Signed() person: PersonView): Promise<void> {
    const all = holds(person, 'administrator', this.clock.now().toISOString());
    if (!(await this.sessions.endNamed(id, person.id, all ? undefined : person.id)))
      throw refuse(404, 'There is no such session of yours; it may have ended already.');
  }

  @NeedsRole('administrator')
  @AsksPassphrase()
  @HttpCode(204)
  @Post('tablet')
  async enrol(
    @Body() request: TabletRequest,
    @Req() http: Request,
    @Res({ passthrough: true }) response: Response,
    @Signed() person: PersonView,
  ): Promise<void> {
    const token = await this.sessions.enrol(request.name, person.id);
    response.cookie(TABLET_COOKIE, token, { ...cookieFor(http), maxAge: TABLET_AGE });
  }

  /** The shared tablets, for whoever has to end one from elsewhere. */
  @NeedsRole('administrator')
  @Get('tablets')
  tablets(@Req() request: Request): Promise<TabletView[]> {
    return this.sessions.listTablets(cookieOf(request, TABLET_COOKIE));
  }

  /** Ends a shared tablet from any device: nothing is asked again, since a lost one is ended at once. */
  @NeedsRole('administrator')
  @HttpCode(204)
  @Delete('tablets/:id')
  async endTabletElsewhere(@Param('id') id: string, @Signed() person: PersonView): Promise<void> {
    if (!(await this.sessions.endNamedTablet(id, person.id)))
      throw refuse(404, 'There is no such shared tablet; it may have been ended already.');
  }

  @NeedsRole('administrator')
  @HttpCode(204)
  @Delete('tablet')
  async endTablet(
    @Req() request: Request,
    @Res({ passthrough: true }) response: Response,
    @Signed() person: PersonView,
  ): Promise<void> {
    const token = cookieOf(request, TABLET_COOKIE);
    if (token) await this.sessions.endTablet(token, person.id);
    response.clearCookie(TABLET_COOKIE, cookieFor(request));
  }
}

const canSignOnByPin = (person: PersonView): boolean => person.hasPin && !person.endedAt;
