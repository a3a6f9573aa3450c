import { useCallback, useEffect, useRef, useState } from 'react';
import type { DraftFormat, DraftView } from '@kanzel/contract';
import { api, sayFailure, type Answer } from '../../api/client.ts';
import { forget, keep, kept } from '../../sync/database.ts';
import { begin, changed, redone, undone, type Editing } from './editing.ts';
import { startOf, type DraftPhase } from './start-of.ts';

/** A document of the library in hand: what is published, what is being written, and how far it is kept. */
export interface Draft<T> {
  readonly phase: DraftPhase;
  readonly document: T | undefined;
  /** As published; undefined for something new. */
  readonly published: T | undefined;
  /** What the server says keeps it from being published. */
  readonly problems: readonly string[];
  readonly message: string | undefined;
  readonly canUndo: boolean;
  readonly canRedo: boolean;
  readonly change: (next: T, about?: string) => void;
  readonly undo: () => void;
  readonly redo: () => void;
  readonly publish: () => Promise<number | undefined>;
  readonly discard: () => Promise<void>;
  /** Out of `stale`: the other's version, or this one over it. */
  readonly takeTheirs: () => Promise<void>;
  readonly keepMine: () => Promise<void>;
}

interface Unsent<T> {
  readonly document: T;
  readonly version: number;
}

/** So long after the last key the draft goes to the server (ms). */
const REST = 500;
/** So often it is tried again while the server is not heard (ms). */
const AGAIN = 4000;

/** Gives the draft to the server, over the version it was written over. */
async function putDraft(path: string, version: number, document: object): Promise<Answer<DraftView>> {
  const answer = await api.put<DraftView>(path, { version, document });
  if (answer.ok || answer.error.kind !== 'refused' || answer.error.status !== 409) return answer;
  // It may be this very draft, sent before over a line that broke before the answer came.
  const there = await api.get<DraftView>(path);
  return there.ok && JSON.stringify(there.value.document) === JSON.stringify(document) ? there : answer;
}

interface Found<T> {
  readonly draft: Answer<DraftView>;
  readonly document: Answer<T>;
  readonly unsent: { readonly document: T; readonly version: number } | undefined;
}

/** What there is of a document: the draft on the server, the published one, and what this device could not send. */
async function findAll<T>(path: string, kind: string, id: string, local: string): Promise<Found<T>> {
  const [draft, document, unsent] = await Promise.all([
    api.get<DraftView>(path),
    api.get<T>(`/api/library/documents/${kind}/${id}`),
    kept<Unsent<T>>(local),
  ]);
  return { draft, document, unsent };
}

/** How far a draft is kept, and the one way in which it is sent: after a failure again, until the server is heard. */
function useSending<T extends object>(path: string, local: string) {
  const [phase, setPhase] = useState<DraftPhase>('reading');
  const [problems, setProblems] = useState<readonly string[]>([]);
  const [message, setMessage] = useState<string>();
  const version = useRef(0);
  const timer = useRef<ReturnType<typeof setTimeout>>(undefined);
  const latest = useRef<T>(undefined);

  /** One after the other: a second change sent over the same version would look like somebody else's. */
  const sending = useRef<Promise<unknown>>(Promise.resolve());
  const send = useCallback(
    (document: T): Promise<boolean> => {
      const put = async (): Promise<boolean> => {
        // Typed on meanwhile: the newer one is on its way.
        if (latest.current !== document) return true;
        setPhase('keeping');
        const answer = await putDraft(path, version.current, document);
        if (answer.ok) {
          version.current = answer.value.version;
          setProblems(answer.value.problems);
          setMessage(undefined);
          if (latest.current === document) {
            setPhase('kept');
            await forget(local);
          } else
            await keep(local, { document: latest.current, version: version.current } satisfies Unsent<
              T | undefined
            >);
          return true;
        }
        setMessage(sayFailure(answer.error));
        if (answer.error.kind === 'unreachable') {
          setPhase('waiting');
          timer.current = setTimeout(() => {
            if (latest.current) void send(latest.current);
          }, AGAIN);
        } else setPhase(answer.error.status === 409 ? 'stale' : 'refused');
        return false;
      };
      const mine = sending.current.then(put);
      sending.current = mine;
      return mine;
    },
    [path, local],
  );
  return { phase, setPhase, problems, setProblems, message, setMessage, version, timer, latest, send };
}

/** Opens a document for writing. Every change is kept on this device at once and on the server a moment later. */
export function useDraft<T extends object>(kind: string, id: string, fresh?: () => T): Draft<T> {
  const format: DraftFormat = `kanzel-${kind}` as DraftFormat;
  const path = `/api/library/drafts/${kind}/${id}`;
  const local = `draft ${format} ${id}`;
  const [editing, setEditing] = useState<Editing<T>>();
  const [published, setPublished] = useState<T>();
  const making = useRef(fresh);
  const { phase, setPhase, problems, setProblems, message, setMessage, version, timer, latest, send } =
    useSending<T>(path, local);

  const load = useCallback(async (): Promise<void> => {
    const { draft, document, unsent } = await findAll<T>(path, kind, id, local);
    if (document.ok) setPublished(document.value);
    if (draft.ok) {
      version.current = draft.value.version;
      setProblems(draft.value.problems);
    }
    const begun = startOf<T>({
      draft: draft.ok ? { document: draft.value.document as T, version: draft.value.version } : undefined,
      published: document.ok ? document.value : undefined,
      unsent,
      fresh: making.current?.(),
      heard: draft.ok || draft.error.kind === 'refused',
    });
    // Without the server nobody knows better than the device over which version it was written.
    if (!begun.heard) version.current = unsent?.version ?? 0;
    latest.current = begun.document;
    setMessage(begun.heard ? undefined : 'The server cannot be reached, and this is not on the device yet.');
    if (begun.document) setEditing(begin(begun.document));
    setPhase(begun.phase);
    if (begun.send && begun.document) await send(begun.document);
  }, [id, kind, local, path, send, latest, setMessage, setPhase, setProblems, version]);

  useEffect(() => {
    setEditing(undefined);
    setPublished(undefined);
    setPhase('reading');
    version.current = 0;
    void load();
    return () => clearTimeout(timer.current);
  }, [load, setPhase, timer, version]);

  const put = useCallback(
    (next: Editing<T>): void => {
      setEditing(next);
      latest.current = next.present;
      void keep(local, { document: next.present, version: version.current } satisfies Unsent<T>);
      clearTimeout(timer.current);
      setPhase((now) => (now === 'stale' ? now : 'keeping'));
      timer.current = setTimeout(() => void send(next.present), REST);
    },
    [local, send, latest, setPhase, timer, version],
  );

  const flush = async (): Promise<boolean> => {
    clearTimeout(timer.current);
    return latest.current !== undefined && (phase === 'kept' || (await send(latest.current)));
  };

  return {
    phase,
    document: editing?.present,
    published,
    problems,
    message,
    canUndo: (editing?.past.length ?? 0) > 0,
    canRedo: (editing?.future.length ?? 0) > 0,
    change: (next, about) => (editing ? put(changed(editing, next, about)) : undefined),
    undo: () => (editing ? put(undone(editing)) : undefined),
    redo: () => (editing ? put(redone(editing)) : undefined),
    publish: async () => {
      if (!(await flush())) return undefined;
      const answer = await api.post<{ revision: number }>(`${path}/publish`, { version: version.current });
      if (!answer.ok) {
        setMessage(sayFailure(answer.error));
        if (answer.error.kind === 'refused') setProblems(answer.error.refusal.details ?? []);
        return undefined;
      }
      await forget(local);
      version.current = 0;
      await load();
      return answer.value.revision;
    },
    discard: async () => {
      clearTimeout(timer.current);
      await forget(local);
      if (version.current > 0) await api.delete(path);
      version.current = 0;
      setProblems([]);
      await load();
    },
    takeTheirs: async () => {
      clearTimeout(timer.current);
      await forget(local);
      await load();
    },
    keepMine: async () => {
      const now = await api.get<DraftView>(path);
      version.current = now.ok ? now.value.version : 0;
      if (latest.current) await send(latest.current);
    },
  };
}
