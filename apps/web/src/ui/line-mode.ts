import { useSyncExternalStore } from 'react';

/** Below this width the spine lies on its side and hands are expected on the glass: the line mode. */
const LINE = matchMedia('(max-width: 63.99rem)');

function subscribe(changed: () => void): () => void {
  LINE.addEventListener('change', changed);
  return () => LINE.removeEventListener('change', changed);
}

/** Whether this is the line mode of a tablet or phone. */
export function useLineMode(): boolean {
  return useSyncExternalStore(subscribe, () => LINE.matches);
}
