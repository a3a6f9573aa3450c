import { useLayoutEffect, useRef } from 'react';

/**
 * Hears every key on the page with the newest `press`. Both are set before the paint: somebody who answers what
 * they see with the next key must be heard, and never by the handler of what stood there before.
 */
export function useKeys(press: (event: KeyboardEvent) => void, capture = false): void {
  const newest = useRef(press);
  useLayoutEffect(() => {
    newest.current = press;
  });
  useLayoutEffect(() => {
    const hear = (event: KeyboardEvent): void => newest.current(event);
    addEventListener('keydown', hear, capture);
    return () => removeEventListener('keydown', hear, capture);
  }, [capture]);
}
