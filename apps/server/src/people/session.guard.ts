import { Injectable, type CanActivate, type ExecutionContext } from '@nestjs/common';
import { Reflector } from '@nestjs/core';
import type { Role } from '@kanzel/core';
import { OPEN, ROLE, SESSION_COOKIE, type WithPerson } from '../access.ts';
import { refuse } from '../refusal.ts';
import { PeopleService } from './people.service.ts';

/** Lets in whoever has a session, unless the route is open; every route is closed by default. */
@Injectable()
export class SessionGuard implements CanActivate {
  constructor(
    private readonly people: PeopleService,
    private readonly reflector: Reflector,
  ) {}

  async canActivate(context: ExecutionContext): Promise<boolean> {
    if (context.getType() !== 'http') return true;
    const targets = [context.getHandler(), context.getClass()];
    if (this.reflector.getAllAndOverride<boolean | undefined>(OPEN, targets)) return true;
    const request = context.switchToHttp().getRequest<WithPerson>();
    const person = await this.people.whose(
      (request.cookies as Record<string, string | undefined>)[SESSION_COOKIE],
    );
    if (!person)
      throw refuse(
        401,
        'Nobody is signed in here, or the session has ended. What you typed is kept on this device; sign in to send it.',
      );
    const role = this.reflector.getAllAndOverride<Role | undefined>(ROLE, targets);
    if (role && !person.authorisations.some((a) => a.role === role))
      throw refuse(403, `This takes the role ${role}.`);
    request.person = person;
    return true;
  }
}
