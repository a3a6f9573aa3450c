import { PROOF_HEADER } from '@kanzel/contract/headers';
import type { ProofView, Refusal } from '@kanzel/contract';
import { askPassphrase } from './passphrase-asked.ts';

/** What went wrong with a request: the server said no, or could not be reached. */
export type RequestFailure =
  | { readonly kind: 'refused'; readonly status: number; readonly refusal: Refusal }
  | { readonly kind: 'unreachable' };

export type Answer<T> =
  { readonly ok: true; readonly value: T } | { readonly ok: false; readonly error: RequestFailure };

/** Longer than the slowest answer of a healthy server; a hung one must not hang the sheet. */
const PATIENCE = 15_000;
const PATIENCE_FOR_FILES = 120_000;

function contentOf(body: unknown): { headers: Record<string, string>; body?: BodyInit } {
  if (body === undefined) return { headers: {} };
  if (body instanceof Blob) return { headers: { 'content-type': body.type }, body };
  return { headers: { 'content-type': 'application/json' }, body: JSON.stringify(body) };
}

async function send<T>(method: string, path: string, body?: unknown, proof?: string): Promise<Answer<T>> {
  let response: Response;
  const content = contentOf(body);
  try {
    response = await fetch(path, {
      method,
      signal: AbortSignal.timeout(body instanceof Blob ? PATIENCE_FOR_FILES : PATIENCE),
      credentials: 'same-origin',
      // Signing out, or taking a device's right away, goes on when the page is left at once.
      keepalive: method === 'DELETE',
      ...content,
      headers: { ...content.headers, ...(proof === undefined ? {} : { [PROOF_HEADER]: proof }) },
    });
  } catch {
    // Network errors carry no more than that: the server was not reached.
    return { ok: false, error: { kind: 'unreachable' } };
  }
  if (response.ok)
    return { ok: true, value: (response.status === 204 ? undefined : await response.json()) as T };
  if (response.status >= 502 && response.status <= 504) return { ok: false, error: { kind: 'unreachable' } };
  const text = await response.text();
  return {
    ok: false,
    error: { kind: 'refused', status: response.status, refusal: readRefusal(text, response.status) },
  };
}

let unspent: string | undefined;

const asksForProof = (failure: RequestFailure): boolean =>
  failure.kind === 'refused' && failure.status === 428;

/**
 * Sends a request. Where the server asks for the passphrase once more, the person is asked, and the act goes on with the
 * proof; whoever gives none keeps what they typed, and nothing is changed.
 */
async function request<T>(method: string, path: string, body?: unknown): Promise<Answer<T>> {
  const first = await send<T>(method, path, body);
  if (first.ok || !asksForProof(first.error)) return first;
  // A proof whose act was refused is not spent: whoever mends what was wrong is not asked again at once.
  if (unspent !== undefined) {
    const again = await sendProven<T>(method, path, body, unspent);
    if (again.ok || !asksForProof(again.error)) return again;
  }
  const proof = await askPassphrase(async (passphrase) => {
    const given = await send<ProofView>('POST', '/api/me/proof', { passphrase });
    return given.ok ? { proof: given.value.proof } : { problem: sayFailure(given.error) };
  });
  return proof === undefined ? first : sendProven<T>(method, path, body, proof);
}

async function sendProven<T>(method: string, path: string, body: unknown, proof: string): Promise<Answer<T>> {
  const answer = await send<T>(method, path, body, proof);
  unspent = answer.ok || asksForProof(answer.error) ? undefined : proof;
  return answer;
}

function readRefusal(text: string, status: number): Refusal {
  try {
    const parsed = JSON.parse(text) as Refusal;
    if (typeof parsed.message === 'string')
      return status === 429 ? { message: 'Too many attempts. Wait a minute and try again.' } : parsed;
  } catch {
    // Not JSON: said below.
  }
  return { message: `The server answered with an error (${status}).` };
}

export const api = {
  get: <T>(path: string): Promise<Answer<T>> => request<T>('GET', path),
  post: <T>(path: string, body: unknown): Promise<Answer<T>> => request<T>('POST', path, body),
  put: <T>(path: string, body: unknown): Promise<Answer<T>> => request<T>('PUT', path, body),
  /** Sends a file as it is. */
  send: <T>(path: string, file: Blob): Promise<Answer<T>> => request<T>('POST', path, file),
  /** Puts what may take as long as a file. */
  putLong: <T>(path: string, body: unknown): Promise<Answer<T>> =>
    request<T>('PUT', path, new Blob([JSON.stringify(body)], { type: 'application/json' })),
  delete: <T>(path: string): Promise<Answer<T>> => request<T>('DELETE', path),
};

/** A failure as a sentence. */
export function sayFailure(failure: RequestFailure): string {
  if (failure.kind === 'unreachable')
    return 'The server cannot be reached. Nothing you typed is lost; try again when it is back.';
  const { message, details } = failure.refusal;
  return details?.length ? `${message} ${details.slice(0, 4).join('; ')}` : message;
}
