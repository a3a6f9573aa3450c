import type { IncomingMessage } from 'node:http';
import { boundJson, type JsonBounds, type JsonExcess } from '@kanzel/formats';
import { err, ok, KEPT_TYPES, type Result } from '@kanzel/core';
import type { Refusal } from '@kanzel/contract';
import express, { type ErrorRequestHandler, type Request, type RequestHandler, type Response } from 'express';
import { isFromHere } from './same-origin.ts';

/** Routes that take a body from whoever is not signed on, and the most they read of it (bytes). */
const OPEN_ROUTES: ReadonlySet<string> = new Set(['/api/session', '/api/session/pin', '/api/first-person']);
const OPEN_MOST = 16 * 1024;
const SIGNED_MOST = 4 * 1024 * 1024;

const OPEN_BOUNDS: JsonBounds = { depth: 3, members: 20, values: 100 };
const SIGNED_BOUNDS: JsonBounds = { depth: 40, members: 1000, values: 100_000 };

/** Where a copy of a sheet is taken in: that body is streamed, and has a door of its own. */
export const SCANS_ROUTE = '/api/scans';

const EXCESS: Readonly<Record<JsonExcess['what'], string>> = {
  depth: 'it goes deeper than anything here does',
  members: 'an object in it has more members than anything here has',
  values: 'it holds more values than anything here does',
  number: 'a number in it is too large to be one',
  name: 'a member in it has a name that nothing may have',
};

/** A request that is sent away at the door, before anything is done for it. */
export interface SentAway {
  readonly status: number;
  readonly body: Refusal;
}

/** Nobody stands behind a request. */
export const NOBODY: SentAway = {
  status: 401,
  body: {
    message:
      'Nobody is signed in here, or the session has ended. What you typed is kept on this device; sign in to send it.',
  },
};

/** Sends away what comes from a page of somebody else; `names`: what this server is called besides its address. */
export function refusedByPlace(
  request: Pick<IncomingMessage, 'headers'>,
  names: readonly string[],
): SentAway | undefined {
  if (isFromHere(request, names)) return undefined;
  const message =
    'This came from another page than ours, and nothing was changed. If this is the address people use here, the server has to be started with --name and it.';
  return { status: 403, body: { message } };
}

const MALFORMED = 'The request is malformed, and nothing was changed.';

const sayNo = (response: Response, status: number, message: string): void => {
  // Whatever is still coming is not read.
  response.setHeader('Connection', 'close').status(status).json({ message });
};

/** Refuses a body with a sentence, from inside the parser, which only knows errors. */
class BodyRefused extends Error {
  readonly status: number;
  constructor(status: number, message: string) {
    super(message);
    this.status = status;
  }
}

const sayExcess = ({ what, at }: JsonExcess): string =>
  `The request was refused, and nothing was changed: ${EXCESS[what]} (at byte ${at}).`;

const boundedBy =
  (bounds: JsonBounds) =>
  (_request: unknown, _response: unknown, body: Buffer): void => {
    const found = boundJson(body, bounds);
    if (!found.ok) throw new BodyRefused(413, sayExcess(found.error));
  };

/** The body of somebody who is signed on: bounded, then parsed. Errors: it exceeds a bound, or is not a JSON object. */
export function readSignedBody(bytes: Buffer): Result<object, SentAway> {
  const found = boundJson(bytes, SIGNED_BOUNDS);
  if (!found.ok) return err({ status: 413, body: { message: sayExcess(found.error) } });
  try {
    const value: unknown = JSON.parse(bytes.toString('utf8'));
    if (typeof value === 'object' && value !== null && !Array.isArray(value)) return ok(value);
  } catch (error) {
    if (!(error instanceof SyntaxError)) throw error;
  }
  return err({ status: 400, body: { message: MALFORMED } });
}

const parserFor = (limit: number, bounds: JsonBounds): RequestHandler =>
  express.json({ limit, strict: true, type: 'application/json', verify: boundedBy(bounds) });

const hasBody = (request: Request): boolean =>
  request.headers['transfer-encoding'] !== undefined || Number(request.headers['content-length'] ?? 0) > 0;

/** What the parser found wrong, as a sentence. */
const sayWhatWasWrong: ErrorRequestHandler = (error: unknown, _request, response, next) => {
  const { status, type, message } = error as { status?: number; type?: string; message?: string };
  if (error instanceof BodyRefused || type === 'entity.verify.failed')
    return sayNo(response, 413, message ?? 'The request was refused, and nothing was changed.');
  if (type === 'entity.too.large')
    return sayNo(response, 413, 'The request is larger than anything here, and nothing was changed.');
  if (type === 'entity.parse.failed' || (status !== undefined && status >= 400 && status < 500))
    return sayNo(response, 400, MALFORMED);
  next(error);
};

/**
 * The door in front of everything that changes something: where a request comes from, what kind of body it brings, and
 * whether somebody is signed on, are asked before a byte of the body is read. Then the body is bounded, and only then parsed.
 */
export function bodyDoor(
  isSignedOn: (request: Request) => Promise<boolean>,
  names: readonly string[],
): (RequestHandler | ErrorRequestHandler)[] {
  const open = parserFor(OPEN_MOST, OPEN_BOUNDS);
  const signed = parserFor(SIGNED_MOST, SIGNED_BOUNDS);
  const atTheDoor: RequestHandler = async (request, response, next) => {
    // The router cares for neither capitals nor a slash at the end, and so does its door.
    const path = request.path.toLowerCase().replace(/\/+$/, '');
    if (!path.startsWith('/api/')) return next();
    response.setHeader('Cache-Control', 'no-store');
    if (request.method === 'GET' || request.method === 'HEAD') return next();
    const stranger = refusedByPlace(request, names);
    if (stranger) return sayNo(response, stranger.status, stranger.body.message);
    if (!hasBody(request)) return next();
    const isScan = path === SCANS_ROUTE;
    const isOpen = OPEN_ROUTES.has(path);
    if (!isOpen && !(await isSignedOn(request))) return sayNo(response, NOBODY.status, NOBODY.body.message);
    const type = (request.headers['content-type'] ?? '').split(';')[0]?.trim().toLowerCase() ?? '';
    if (isScan ? !KEPT_TYPES.some((t) => t === type) : type !== 'application/json')
      return sayNo(
        response,
        415,
        isScan
          ? `Nothing was kept: send the file itself, as one of ${KEPT_TYPES.join(', ')}.`
          : 'Nothing was changed: a body is sent as application/json.',
      );
    if (isScan) return next();
    return (isOpen ? open : signed)(request, response, next);
  };
  return [atTheDoor, sayWhatWasWrong];
}
