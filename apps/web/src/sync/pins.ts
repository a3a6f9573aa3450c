import type { PersonView } from '@kanzel/contract';
import { err, ok, ownMember, type Result } from '@kanzel/core';
import { keep, kept } from './database.ts';

/** By what a PIN is known again without the server: never the PIN itself. */
interface KnownPin {
  /** Whose it is, as the server last said: in which roles, and until when. */
  readonly person: PersonView;
  readonly salt: Uint8Array<ArrayBuffer>;
  readonly sum: Uint8Array;
  /** When the server last took it, in milliseconds since 1970. */
  readonly taken: number;
  /** Wrong ones since. */
  readonly wrong: number;
}

type KnownPins = Readonly<Record<string, KnownPin>>;

const KEY = 'pins';
/** As many rounds as a tablet does in well under a second: a PIN is short, and this is all that makes trying them slow. */
const ROUNDS = 600_000;
/** So many wrong ones, and it rests until the server has taken it again. */
const MOST_WRONG = 5;
/** Who has not been heard of for so long may have left since (ms). */
const FORGOTTEN_AFTER = 30 * 24 * 3_600_000;

const all = async (): Promise<KnownPins> => (await kept<KnownPins>(KEY)) ?? {};

/** Without encryption a browser gives no way to keep a PIN safely, and then none is kept. */
const canKeep = (): boolean => 'subtle' in crypto;

async function sumOf(pin: string, person: string, salt: Uint8Array<ArrayBuffer>): Promise<Uint8Array> {
  const key = await crypto.subtle.importKey(
    'raw',
    new TextEncoder().encode(`${person} ${pin}`),
    'PBKDF2',
    false,
    ['deriveBits'],
  );
  const bits = await crypto.subtle.deriveBits(
    { name: 'PBKDF2', hash: 'SHA-256', salt, iterations: ROUNDS },
    key,
    256,
  );
  return new Uint8Array(bits);
}

const same = (a: Uint8Array, b: Uint8Array): boolean =>
  a.length === b.length && a.reduce((differs, byte, i) => differs | (byte ^ (b[i] ?? 0)), 0) === 0;

/** The server took a PIN here: from now on it is known again without the server. */
export async function rememberPin(person: PersonView, pin: string): Promise<void> {
  if (!canKeep()) return;
  const salt = crypto.getRandomValues(new Uint8Array(16));
  const sum = await sumOf(pin, person.id, salt);
  await keep(KEY, { ...(await all()), [person.id]: { person, salt, sum, taken: Date.now(), wrong: 0 } });
}

/** The server did not take a PIN: what was known by it is out of date. */
export async function forgetPin(person: string): Promise<void> {
  const { [person]: _gone, ...rest } = await all();
  await keep(KEY, rest);
}

/** This device is no shared tablet any more: it knows nobody by PIN. */
export async function forgetAllPins(): Promise<void> {
  await keep(KEY, {});
}

const isFresh = (known: KnownPin): boolean => Date.now() - known.taken < FORGOTTEN_AFTER;

/** Who can sign on here without the server. */
export async function knownByPin(): Promise<readonly { readonly id: string; readonly fullName: string }[]> {
  return Object.values(await all())
    .filter(isFresh)
    .map((k) => ({ id: k.person.id, fullName: k.person.fullName }));
}

/** Knows a PIN again without the server. An attempt counts before it is judged, so that nobody tries on by closing the page. */
export async function openByPin(
  person: string,
  pin: string,
): Promise<Result<PersonView, 'unknown' | 'resting' | 'wrong'>> {
  const pins = await all();
  const known = ownMember(pins, person);
  if (!known || !isFresh(known) || !canKeep()) return err('unknown');
  if (known.wrong >= MOST_WRONG) return err('resting');
  await keep(KEY, { ...pins, [person]: { ...known, wrong: known.wrong + 1 } });
  if (!same(await sumOf(pin, person, known.salt), known.sum)) return err('wrong');
  await keep(KEY, { ...(await all()), [person]: { ...known, wrong: 0 } });
  return ok(known.person);
}
