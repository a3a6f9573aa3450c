import { errorCode } from '../error-code.ts';
import { request as requestHttp } from 'node:http';
import { request as requestHttps } from 'node:https';
import { err, ok, type Result } from '@kanzel/core';
import { hostMayBeAsked, lookupFor } from './addresses.ts';

/** How an address did not answer; what it said is nobody's business. */
export type NoAnswer = 'unreachable' | 'notAllowed' | 'notUnderstood';

/**
 * Asks an address for a text: for so long and so much at most, at the place that was named and nowhere it would rather send
 * one to. Errors: it cannot be reached in time; it may not be asked; it answers otherwise than with a text of that size.
 */
export function askText(
  url: URL,
  bounds: { readonly patience: number; readonly most: number },
  standins: boolean,
): Promise<Result<string, NoAnswer>> {
  if (!hostMayBeAsked(url.hostname, standins)) return Promise.resolve(err('notAllowed'));
  const ask = url.protocol === 'https:' ? requestHttps : requestHttp;
  return new Promise((resolve) => {
    const request = ask(
      url,
      { lookup: lookupFor(standins), signal: AbortSignal.timeout(bounds.patience) },
      (answer) => {
        if (answer.statusCode !== 200) {
          resolve(err('notUnderstood'));
          answer.destroy();
          return;
        }
        let text = '';
        answer.setEncoding('utf8');
        answer.on('data', (chunk: string) => {
          text += chunk;
          if (text.length <= bounds.most) return;
          resolve(err('notUnderstood'));
          answer.destroy();
        });
        answer.on('end', () => resolve(ok(text)));
        answer.on('error', () => resolve(err('unreachable')));
      },
    );
    request.on('error', (error) =>
      resolve(err(errorCode(error) === 'ENOTALLOWED' ? 'notAllowed' : 'unreachable')),
    );
    request.end();
  });
}
