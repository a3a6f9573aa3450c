import { useState, type ReactElement } from 'react';
import { useKeys } from './use-keys.ts';

/** What was typed while the finder was still being fetched: somebody who presses `/` goes on typing at once. */
let early = '';

export const typedSoFar = (): string => early;
/** It was taken over. */
export function forgetTyped(): void {
  early = '';
}

/** Stands where the finder will be, and takes what is typed meanwhile. It holds no focus, so that none has to be handed over. */
export function FinderOpening({ onClose }: { onClose: () => void }): ReactElement {
  const [typed, setTyped] = useState(typedSoFar);
  useKeys((event) => {
    if (event.ctrlKey || event.metaKey || event.altKey) return;
    event.preventDefault();
    if (event.key === 'Escape') {
      forgetTyped();
      return onClose();
    }
    if (event.key === 'Backspace') early = early.slice(0, -1);
    else if (event.key.length === 1) early += event.key;
    setTyped(early);
  }, true);
  return (
    <div
      role="dialog"
      aria-label="Find or do"
      className="fixed inset-x-4 top-[8vh] z-40 mx-auto max-w-2xl border-t-4 border-hand bg-sheet p-6 shadow-lg"
    >
      <p className="border-b-2 border-ink px-1 py-2">{typed || 'Opening…'}</p>
    </div>
  );
}
