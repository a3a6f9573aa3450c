import type { Request, Response } from 'express';
import { SESSION_COOKIE } from '../access.ts';
import type { SessionService } from './session.service.ts';
import { ownMember } from '@kanzel/core';

/** Over TLS a cookie goes over nothing else. */
export const cookieFor = (request: Request) =>
  ({ httpOnly: true, sameSite: 'strict', path: '/', secure: request.secure }) as const;

/** Marks a device as a shared tablet; it outlives sessions. */
export const TABLET_COOKIE = 'kanzel_tablet';

export const cookieOf = (request: Request, name: string): string | undefined =>
  ownMember(request.cookies as Record<string, string | undefined>, name);

/** The token of a session in a `Cookie` header, for who reads it before the application does. */
export const sessionTokenOf = (header: string | undefined): string | undefined =>
  (header ?? '')
    .split(/;\s*/)
    .find((c) => c.startsWith(`${SESSION_COOKIE}=`))
    ?.slice(SESSION_COOKIE.length + 1);

/** What a browser runs on, in words for people; what it says of itself is long, and mostly not true. */
function kindOfDevice(agent: string): string {
  if (/Mobi/.test(agent)) return 'a phone';
  return /Android|Tablet|Touch/.test(agent) ? 'a tablet' : 'a computer';
}

/** Begins a session and gives its token to the device that asked; a session that was there ends. */
export async function beginOnDevice(
  sessions: SessionService,
  person: string,
  kind: 'passphrase' | 'pin',
  request: Request,
  response: Response,
): Promise<void> {
  const before = cookieOf(request, SESSION_COOKIE);
  if (before) await sessions.endOwn(before, person);
  const tablet = await sessions.tablet(cookieOf(request, TABLET_COOKIE));
  const device = tablet ?? kindOfDevice(request.headers['user-agent'] ?? '');
  response.cookie(SESSION_COOKIE, await sessions.begin(person, kind, device), cookieFor(request));
}
