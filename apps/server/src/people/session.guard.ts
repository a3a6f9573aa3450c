import { Inject, Injectable, type CanActivate, type ExecutionContext } from '@nestjs/common';
import { Reflector } from '@nestjs/core';
import type { Role } from '@kanzel/core';
import { OPEN, ROLE, SESSION_COOKIE, type WithPerson } from '../access.ts';
import { NOBODY } from '../door/bodies.ts';
import { refuse } from '../refusal.ts';
import { CLOCK, type Clock } from '../settings.ts';
import { cookieOf } from './cookies.ts';
import { holds } from './people.service.ts';
import { SessionService } from './session.service.ts';

/** Lets in whoever has a session, unless the route is open; every route is closed by default. */
@Injectable()
export class SessionGuard implements CanActivate {
  constructor(
    private readonly sessions: SessionService,
    private readonly reflector: Reflector,
    @Inject(CLOCK) private readonly clock: Clock,
  ) {}

  async canActivate(context: ExecutionContext): Promise<boolean> {
    if (context.getType() !== 'http') return true;
    const targets = [context.getHandler(), context.getClass()];
    if (this.reflector.getAllAndOverride<boolean | undefined>(OPEN, targets)) return true;
    const request = context.switchToHttp().getRequest<WithPerson>();
    const person = request.person ?? (await this.sessions.whose(cookieOf(request, SESSION_COOKIE)));
    if (!person) throw refuse(401, NOBODY.body.message);
    const roles = this.reflector.getAllAndOverride<readonly Role[] | undefined>(ROLE, targets);
    const now = this.clock.now().toISOString();
    if (roles && !roles.some((role) => holds(person, role, now)))
      throw refuse(403, `This takes the role ${roles.join(' or ')}.`);
    request.person = person;
    return true;
  }
}
