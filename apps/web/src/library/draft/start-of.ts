/** How far a document in hand is kept. */
export type DraftPhase =
  | 'reading'
  | 'missing'
  /** As published; nothing has been changed. */
  | 'published'
  | 'keeping'
  | 'kept'
  /** On this device only, until the server is heard again. */
  | 'waiting'
  /** Somebody else has changed it since; nothing was written over. */
  | 'stale'
  | 'refused';

/** What is known of a document when it is opened. */
export interface Known<T> {
  readonly draft: { readonly document: T; readonly version: number } | undefined;
  readonly published: T | undefined;
  /** Written on this device and never heard by the server, with the version it was written over. */
  readonly unsent: { readonly document: T; readonly version: number } | undefined;
  /** What something new begins with. */
  readonly fresh: T | undefined;
  /** Whether the server answered at all. */
  readonly heard: boolean;
}

/** What is opened, in which phase, and whether it goes to the server at once. */
export interface Start<T> {
  readonly document: T | undefined;
  readonly phase: DraftPhase;
  readonly send: boolean;
  readonly heard: boolean;
}

/**
 * What a document is opened with. What somebody typed here comes first, always: it is sent when nobody else has
 * changed the draft since, and shown as stale beside theirs when somebody has. Then the draft, then what is
 * published, then what something new begins with.
 * Example: typed over version 3 while the server was away, and the server still has 3: it is sent.
 */
export function startOf<T>({ draft, published, unsent, fresh, heard }: Known<T>): Start<T> {
  if (unsent) {
    const { document, version } = unsent;
    if (!heard) return { document, phase: 'waiting', send: true, heard };
    return version === (draft?.version ?? 0)
      ? { document, phase: 'keeping', send: true, heard }
      : { document, phase: 'stale', send: false, heard };
  }
  if (draft) return { document: draft.document, phase: 'kept', send: false, heard };
  if (published) return { document: published, phase: 'published', send: false, heard };
  return fresh && heard
    ? { document: fresh, phase: 'kept', send: false, heard }
    : { document: undefined, phase: 'missing', send: false, heard };
}
