import type { IncomingMessage } from 'node:http';

/**
 * Whether a request comes from a page of this server, or from no page at all. A browser says where a page came from in
 * `Origin` and `Sec-Fetch-Site`, and no page can say otherwise; a programme says neither and brings no cookie by accident.
 */
export function isFromHere({ headers }: Pick<IncomingMessage, 'headers'>): boolean {
  const site = headers['sec-fetch-site'];
  if (site !== undefined && site !== 'same-origin' && site !== 'none') return false;
  const { origin, host } = headers;
  if (origin === undefined) return true;
  // "null" is a page in a frame without an origin of its own, or a file: neither is ours.
  return URL.canParse(origin) && new URL(origin).host === host;
}
