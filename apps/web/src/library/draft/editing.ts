/** A document being written: what it was, what it is, what was taken back. Pure, so that undo is proven apart. */
export interface Editing<T> {
  readonly past: readonly T[];
  readonly present: T;
  readonly future: readonly T[];
  /** What the last change was about: changes of one thing in a row are one step back. */
  readonly about?: string;
}

/** How far back it goes. */
const STEPS = 200;

export function begin<T>(present: T): Editing<T> {
  return { past: [], present, future: [] };
}

/** The next state; typing on in one field (`about`) is one step. A change that changes nothing is none. */
export function changed<T>(editing: Editing<T>, next: T, about?: string): Editing<T> {
  if (next === editing.present) return editing;
  const same = about !== undefined && about === editing.about && editing.past.length > 0;
  return {
    past: same ? editing.past : [...editing.past, editing.present].slice(-STEPS),
    present: next,
    future: [],
    ...(about === undefined ? {} : { about }),
  };
}

export function undone<T>(editing: Editing<T>): Editing<T> {
  const before = editing.past.at(-1);
  return before === undefined
    ? editing
    : {
        past: editing.past.slice(0, -1),
        present: before,
        future: [editing.present, ...editing.future],
      };
}

export function redone<T>(editing: Editing<T>): Editing<T> {
  const [next, ...future] = editing.future;
  return next === undefined ? editing : { past: [...editing.past, editing.present], present: next, future };
}
