import { X509Certificate } from 'node:crypto';
import { chmodSync, existsSync, mkdirSync, readFileSync, writeFileSync } from 'node:fs';
import { hostname, networkInterfaces } from 'node:os';
import { join } from 'node:path';
import { err, ok, type Result } from '@kanzel/core';
import { generate } from 'selfsigned';

/** What the server proves itself with, and who vouches for it. */
export interface Tls {
  readonly key: string;
  readonly cert: string;
  /** The certificate of our own authority, which devices have to trust; undefined where the certificate was supplied. */
  readonly authority: string | undefined;
}

const DAY = 86_400_000;
/** Browsers take no certificate of a server that holds for longer than this (days). */
const HOLDS = 397;
/** An authority is trusted once and for all on every tablet: it outlives them. */
const AUTHORITY_HOLDS = 3650;
/** It is renewed when fewer days are left than this, so that nobody finds it run out on the field. */
const RENEWED_BEFORE = 30;

/** Names and addresses under which this machine can be reached here. */
export function ownNames(more: readonly string[] = []): {
  readonly names: string[];
  readonly addresses: string[];
} {
  const own = hostname().toLowerCase();
  const addresses = Object.values(networkInterfaces())
    .flatMap((list) => list ?? [])
    .filter((i) => i.family === 'IPv4')
    .map((i) => i.address);
  const names = [
    'localhost',
    own,
    own.includes('.') ? own : `${own}.local`,
    ...more.map((n) => n.toLowerCase()),
  ];
  return { names: [...new Set(names)], addresses: [...new Set(['127.0.0.1', ...addresses])] };
}

const write = (path: string, text: string, mode: number): void => {
  writeFileSync(path, text, { mode, flush: true });
  chmodSync(path, mode);
};

const daysLeft = (pem: string, now: Date): number =>
  (Date.parse(new X509Certificate(pem).validTo) - now.getTime()) / DAY;

/** Whether a certificate is good for a while yet, under every name and address of today. */
function stillServes(
  pem: string,
  now: Date,
  names: readonly string[],
  addresses: readonly string[],
): boolean {
  const own = new X509Certificate(pem);
  return (
    daysLeft(pem, now) > RENEWED_BEFORE &&
    names.every((name) => own.checkHost(name) !== undefined) &&
    addresses.every((address) => own.checkIP(address) !== undefined)
  );
}

/** Our own authority: made once, its key read by nobody else. It vouches for this installation alone. */
async function authorityOf(folder: string, now: Date): Promise<{ key: string; cert: string }> {
  const [keyPath, certPath] = [join(folder, 'authority-key.pem'), join(folder, 'authority.pem')];
  if (existsSync(keyPath) && existsSync(certPath)) {
    const cert = readFileSync(certPath, 'utf8');
    if (daysLeft(cert, now) > RENEWED_BEFORE) return { key: readFileSync(keyPath, 'utf8'), cert };
  }
  const made = await generate([{ name: 'commonName', value: `Kanzel on ${hostname()}` }], {
    keyType: 'ec',
    curve: 'P-256',
    algorithm: 'sha256',
    notBeforeDate: new Date(now.getTime() - DAY),
    notAfterDate: new Date(now.getTime() + AUTHORITY_HOLDS * DAY),
    extensions: [
      { name: 'basicConstraints', cA: true, pathLenConstraint: 0, critical: true },
      { name: 'keyUsage', keyCertSign: true, cRLSign: true, critical: true },
    ],
  });
  write(keyPath, made.private, 0o600);
  write(certPath, made.cert, 0o644);
  return { key: made.private, cert: made.cert };
}

/**
 * The certificate of this installation under the names and addresses it has today: the one of last time while it holds for a month yet, and
 * otherwise a new one, which our own authority vouches for, so that no device has to be told again. Kept in `tls/` of the data folder.
 */
export async function ownCertificate(
  dataFolder: string,
  now: Date,
  more: readonly string[] = [],
): Promise<Tls> {
  const folder = join(dataFolder, 'tls');
  mkdirSync(folder, { recursive: true, mode: 0o700 });
  const { names, addresses } = ownNames(more);
  const authority = await authorityOf(folder, now);
  const [keyPath, certPath] = [join(folder, 'key.pem'), join(folder, 'certificate.pem')];
  if (existsSync(keyPath) && existsSync(certPath)) {
    const cert = readFileSync(certPath, 'utf8');
    const vouched = new X509Certificate(cert).checkIssued(new X509Certificate(authority.cert));
    if (vouched && stillServes(cert, now, names, addresses))
      return {
        key: readFileSync(keyPath, 'utf8'),
        cert: `${cert}\n${authority.cert}`,
        authority: authority.cert,
      };
  }
  const made = await generate([{ name: 'commonName', value: hostname() }], {
    keyType: 'ec',
    curve: 'P-256',
    algorithm: 'sha256',
    ca: authority,
    notBeforeDate: new Date(now.getTime() - DAY),
    notAfterDate: new Date(now.getTime() + (HOLDS - 2) * DAY),
    extensions: [
      { name: 'basicConstraints', cA: false, critical: true },
      { name: 'keyUsage', digitalSignature: true, critical: true },
      { name: 'extKeyUsage', serverAuth: true },
      {
        name: 'subjectAltName',
        altNames: [
          ...names.map((value) => ({ type: 2 as const, value })),
          ...addresses.map((ip) => ({ type: 7 as const, ip })),
        ],
      },
    ],
  });
  write(keyPath, made.private, 0o600);
  write(certPath, made.cert, 0o644);
  return { key: made.private, cert: `${made.cert}\n${authority.cert}`, authority: authority.cert };
}

/** A certificate that was supplied, with its key. The error says in a sentence what is wrong with it. */
export function suppliedCertificate(certPath: string, keyPath: string, now: Date): Result<Tls, string> {
  for (const path of [certPath, keyPath]) if (!existsSync(path)) return err(`There is no file “${path}”.`);
  const [cert, key] = [readFileSync(certPath, 'utf8'), readFileSync(keyPath, 'utf8')];
  let read: X509Certificate;
  try {
    read = new X509Certificate(cert);
  } catch {
    return err(`“${certPath}” is no certificate (PEM).`);
  }
  if (Date.parse(read.validTo) <= now.getTime())
    return err(
      `The certificate “${certPath}” ran out on ${read.validTo}. Supply its successor, or start without it: one of our own is made then.`,
    );
  if (Date.parse(read.validFrom) > now.getTime())
    return err(
      `The certificate “${certPath}” holds from ${read.validFrom} only. Look at the clock of this machine.`,
    );
  return ok({ key, cert, authority: undefined });
}
