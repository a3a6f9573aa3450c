import {
  BadRequestException,
  ConflictException,
  ForbiddenException,
  HttpException,
  HttpStatus,
  NotFoundException,
  UnauthorizedException,
} from '@nestjs/common';
import { makeSentences, type Reason, type Result } from '@kanzel/core';
import type { PostRefused, Refusal } from '@kanzel/contract';

/** Sentences where no campaign is at hand to name its parts. */
const plain = makeSentences({ part: (k) => k, subject: (s) => s, thing: (t) => t });

const KINDS = {
  400: BadRequestException,
  401: UnauthorizedException,
  403: ForbiddenException,
  404: NotFoundException,
  409: ConflictException,
  428: class extends HttpException {
    constructor(body: Refusal) {
      super(body, HttpStatus.PRECONDITION_REQUIRED);
    }
  },
  503: class extends HttpException {
    constructor(body: Refusal) {
      super(body, HttpStatus.SERVICE_UNAVAILABLE);
    }
  },
  429: class extends HttpException {
    constructor(body: Refusal) {
      super(body, HttpStatus.TOO_MANY_REQUESTS);
    }
  },
} as const;

/** An HTTP refusal with a sentence; what was wrong, what was kept, what to do. */
export function refuse(
  status: keyof typeof KINDS,
  message: string,
  details?: readonly string[],
): HttpException {
  const body: Refusal = { message, ...(details ? { details } : {}) };
  return new KINDS[status](body);
}

/** An HTTP refusal for a reason of the core. */
export function refuseFor(status: keyof typeof KINDS, reason: Reason): HttpException {
  const body: Refusal = { message: plain.say(reason), reason };
  return new KINDS[status](body);
}

/** Why a service does not do what it was asked: the status that it is answered with, and a reason of the core or a sentence. */
export type Refused = { readonly status: keyof typeof KINDS } & (
  { readonly reason: Reason } | { readonly message: string }
);

/** What a service made; what it would not do is answered with its status and its sentence. */
export function orRefuse<T>(made: Result<T, Refused>): T {
  if (made.ok) return made.value;
  const { error } = made;
  throw 'reason' in error ? refuseFor(error.status, error.reason) : refuse(error.status, error.message);
}

/** Why a post was not taken: one that may come later is told so, and its device sends it again. */
export const postedRefused = (reason: Reason): Refused => ({
  status: reason.code === 'campaignUnknown' ? 404 : reason.code === 'comeLater' ? 503 : 409,
  reason,
});

/** What a post that was not taken is answered with. */
export const refusePosted = (reason: Reason): HttpException =>
  refuseFor(postedRefused(reason).status, reason);

/** What a request that is not what it should be is answered with. */
export const refuseMalformed = (messages: readonly string[]): HttpException =>
  refuse(400, 'The request is malformed, and nothing was changed.', messages);

/** Posted entries that are not what they should be. */
export const refusePost = ({ of, messages }: PostRefused): HttpException =>
  of === 'request'
    ? refuseMalformed(messages)
    : refuse(400, 'These entries are malformed, and nothing was recorded.', messages);
