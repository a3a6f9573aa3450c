import type { IncomingMessage, ServerResponse } from 'node:http';
import { promisify } from 'node:util';
import { gzip } from 'node:zlib';
import { HttpException } from '@nestjs/common';
import { readPostedEntries } from '@kanzel/contract';
import { NOBODY, readSignedBody, refusedByPlace } from '../door/bodies.ts';
import type { Front } from '../door/front-adapter.ts';
import { guardHeadersAsSent } from '../door/headers.ts';
import { sessionTokenOf, type SessionService } from '../people/index.ts';
import { refusePost, refusePosted } from '../refusal.ts';
import { notRecorded } from '../storage/storage.filter.ts';
import type { RecordService } from './record.service.ts';

/** Entries of one campaign, by the one spelling that browsers and devices use; any other goes to the application. */
const ENTRIES =
  /^\/api\/campaigns\/([0-9a-f]{8}-[0-9a-f]{4}-[1-8][0-9a-f]{3}-[89ab][0-9a-f]{3}-[0-9a-f]{12})\/entries$/;

/** What a device posts while somebody works (bytes); what had to wait for a network is longer, and rare. */
const MOST = 64 * 1024;

/** Answers from this size on are compressed for whoever takes it (bytes), as the application does. */
const COMPRESSED_FROM = 4096;

const compressed = promisify(gzip);

/** The campaign that a request brings entries for, when it is of the plain kind taken here. */
function campaignOf({ method, url, headers }: IncomingMessage): string | undefined {
  if (method !== 'POST' || headers['content-type'] !== 'application/json') return undefined;
  if (headers['transfer-encoding'] !== undefined || headers['content-encoding'] !== undefined)
    return undefined;
  const length = Number(headers['content-length']);
  return length > 0 && length <= MOST ? ENTRIES.exec(url ?? '')?.[1] : undefined;
}

/** The body, of the length that was announced. Undefined when its sender went away. */
function bodyOf(request: IncomingMessage): Promise<Buffer | undefined> {
  if (request.destroyed) return Promise.resolve(undefined);
  return new Promise((resolve) => {
    const chunks: Buffer[] = [];
    request.on('data', (chunk: Buffer) => chunks.push(chunk));
    request.on('end', () => resolve(chunks.length === 1 ? chunks[0] : Buffer.concat(chunks)));
    request.on('close', () => resolve(undefined));
    request.on('error', () => resolve(undefined));
  });
}

interface Answer {
  readonly status: number;
  readonly body: object;
  /** Whether what still comes is not read. */
  readonly close?: boolean;
}

/** An error as the application would answer it; `undefined` is a bug, which it reports itself. */
function answerTo(error: unknown): Answer | undefined {
  if (error instanceof HttpException)
    return { status: error.getStatus(), body: error.getResponse() as object };
  const body = notRecorded(error);
  return body && { status: 503, body };
}

/**
 * The one route that is asked for every reading, in front of the application: of an entry posted over HTTP three quarters of the time
 * went into layers that have nothing to do for it. It asks the same questions in the same order, by the same functions, and
 * answers the same (entries-front.test); what is not of the plain kind goes the long way.
 */
export function entriesFront(
  record: Pick<RecordService, 'post'>,
  sessions: Pick<SessionService, 'whose'>,
  names: readonly string[],
): Front {
  const headers = { ...guardHeadersAsSent(), 'Cache-Control': 'no-store' };

  const answer = async (request: IncomingMessage, response: ServerResponse, own: Answer): Promise<void> => {
    const text = JSON.stringify(own.body);
    const zips =
      text.length >= COMPRESSED_FROM && /\bgzip\b/.test(String(request.headers['accept-encoding']));
    const sent = zips ? await compressed(text, { level: 3 }) : Buffer.from(text);
    response
      .writeHead(own.status, {
        ...headers,
        'Content-Type': 'application/json; charset=utf-8',
        'Content-Length': sent.length,
        Vary: 'Accept-Encoding',
        ...(zips ? { 'Content-Encoding': 'gzip' } : {}),
        ...(own.close === true ? { Connection: 'close' } : {}),
      })
      .end(sent);
  };

  const take = async (request: IncomingMessage, campaign: string): Promise<Answer | undefined> => {
    const stranger = refusedByPlace(request, names);
    if (stranger) return { ...stranger, close: true };
    const person = await sessions.whose(sessionTokenOf(request.headers.cookie));
    if (!person) return { ...NOBODY, close: true };
    const bytes = await bodyOf(request);
    if (!bytes) return undefined;
    const read = readSignedBody(bytes);
    if (!read.ok) return { ...read.error, close: true };
    const drafts = readPostedEntries(read.value);
    if (!drafts.ok) throw refusePost(drafts.error);
    const posted = await record.post(campaign, drafts.value, person);
    if (!posted.ok) throw refusePosted(posted.error);
    return { status: 200, body: posted.value };
  };

  return (request, response) => {
    const campaign = campaignOf(request);
    if (campaign === undefined) return false;
    void take(request, campaign)
      .catch((error: unknown) => {
        const known = answerTo(error);
        if (known) return known;
        process.stderr.write(`${error instanceof Error ? (error.stack ?? error.message) : String(error)}\n`);
        return { status: 500, body: { statusCode: 500, message: 'Internal server error' } };
      })
      .then((own) => own && answer(request, response, own))
      .catch(() => response.destroy());
    return true;
  };
}
