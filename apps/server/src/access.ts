import { createParamDecorator, SetMetadata, type ExecutionContext } from '@nestjs/common';
import type { PersonView } from '@kanzel/contract';
import type { Role } from '@kanzel/core';
import type { Request } from 'express';
import { refuse } from './refusal.ts';

export const SESSION_COOKIE = 'kanzel_session';

/** A request as the session guard leaves it. */
export type WithPerson = Request & {
  person?: PersonView;
  cookies: Record<string, string | undefined>;
};

export const OPEN = 'open to everyone';
export const ROLE = 'needs role';
export const FRESH = 'asks for the passphrase';

/** Marks a route that needs no session. Every other route needs one. */
export const OpenToEveryone = (): MethodDecorator => SetMetadata(OPEN, true);

/** Marks a route that needs one of some roles, held today. */
export const NeedsRole = (...roles: readonly Role[]): MethodDecorator => SetMetadata(ROLE, roles);

/** Marks a route that leads to a signature or a right: it asks for the passphrase once more, however one signed on. */
export const AsksPassphrase = (): MethodDecorator => SetMetadata(FRESH, true);

/** The person of the session. */
export const Signed = createParamDecorator((_: unknown, context: ExecutionContext): PersonView => {
  const { person } = context.switchToHttp().getRequest<WithPerson>();
  if (!person) throw refuse(401, 'Sign in first.');
  return person;
});
