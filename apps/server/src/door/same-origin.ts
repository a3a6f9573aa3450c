import type { IncomingMessage } from 'node:http';
import { isIP } from 'node:net';
import { hostname } from 'node:os';

/**
 * Whether a page may be under this name. Anybody can let a name of theirs point at this machine and serve a page under it, which
 * then comes "from here". An address, a name without a domain and the machine's own cannot be theirs; any other is given at the
 * start.
 */
function isOurName(name: string, names: readonly string[]): boolean {
  const bare = name.replace(/^\[|\]$/g, '').toLowerCase();
  if (isIP(bare) !== 0 || !bare.includes('.') || bare.endsWith('.localhost')) return true;
  const own = hostname().toLowerCase();
  return [own, `${own}.local`, ...names.map((n) => n.toLowerCase())].includes(bare);
}

/**
 * Whether a request comes from a page of this server, or from no page at all. A browser says where a page came from in
 * `Origin` and `Sec-Fetch-Site`, and no page can say otherwise; a programme says neither and brings no cookie by accident.
 * `names`: what this server is called besides its address.
 */
export function isFromHere({ headers }: Pick<IncomingMessage, 'headers'>, names: readonly string[]): boolean {
  const site = headers['sec-fetch-site'];
  if (site !== undefined && site !== 'same-origin' && site !== 'none') return false;
  const { origin, host } = headers;
  if (origin === undefined) return true;
  // "null" is a page in a frame without an origin of its own, or a file: neither is ours.
  if (!URL.canParse(origin)) return false;
  const page = new URL(origin);
  return page.host === host && isOurName(page.hostname, names);
}
