import { lookup as lookUp } from 'node:dns';
import { BlockList, isIP, type LookupFunction } from 'node:net';

/**
 * Where no device or service of a workshop is, but this machine itself, its neighbours by cable without an address of their
 * own (RFC 3927, RFC 4291, where clouds keep their secrets), and everybody at once.
 */
const ELSEWHERE = new BlockList();
for (const [net, prefix, family] of [
  ['0.0.0.0', 8, 'ipv4'],
  ['169.254.0.0', 16, 'ipv4'],
  ['224.0.0.0', 3, 'ipv4'],
  ['::', 128, 'ipv6'],
  ['fe80::', 10, 'ipv6'],
  ['ff00::', 8, 'ipv6'],
] as const)
  ELSEWHERE.addSubnet(net, prefix, family);

const LOOPBACK = new BlockList();
LOOPBACK.addSubnet('127.0.0.0', 8, 'ipv4');
LOOPBACK.addAddress('::1', 'ipv6');

const familyOf = (address: string): 'ipv4' | 'ipv6' => (isIP(address) === 6 ? 'ipv6' : 'ipv4');

/** An IPv4 address that is written as an IPv6 one (RFC 4291, 2.5.5.2) is the one it stands for. */
const plain = (address: string): string => /^::ffff:(\d+\.\d+\.\d+\.\d+)$/i.exec(address)?.[1] ?? address;

/** Whether this server may speak to an IP address; to its own machine only where the stand-ins of the demonstration are. */
export function mayBeAsked(address: string, standins: boolean): boolean {
  const own = plain(address);
  if (isIP(own) === 0) return false;
  if (LOOPBACK.check(own, familyOf(own))) return standins;
  return !ELSEWHERE.check(own, familyOf(own));
}

/** What a connection that is not allowed fails with. */
class NotAllowed extends Error {
  readonly code = 'ENOTALLOWED';
}

/**
 * Resolves names for outgoing connections, and lets none through that leads where nothing may be asked, whatever the name
 * said the last time it was asked.
 */
export function lookupFor(standins: boolean): LookupFunction {
  return (hostname, options, callback) =>
    lookUp(hostname, { ...options, all: true }, (error, found) => {
      if (error) return callback(error, '', 0);
      const allowed = found.filter(({ address }) => mayBeAsked(address, standins));
      const [first] = allowed;
      if (!first) return callback(new NotAllowed(`${hostname} may not be asked`), '', 0);
      return options.all ? callback(null, allowed) : callback(null, first.address, first.family);
    });
}

/** Whether a host, where it is an address rather than a name, may be asked; names are judged when they are resolved. */
export const hostMayBeAsked = (host: string, standins: boolean): boolean => {
  const bare = host.replace(/^\[|\]$/g, '');
  return isIP(bare) === 0 || mayBeAsked(bare, standins);
};
