import { useLayoutEffect, useRef } from 'react';

/**
 * Whether a key was meant for something else: it was dealt with there, or where it was pressed is gone since. The slip from which
 * Enter chose may have closed before anybody here hears of that Enter, and it must not answer the step below.
 */
const wasForAnother = ({ defaultPrevented, target }: KeyboardEvent): boolean =>
  defaultPrevented || (target instanceof Node && !target.isConnected);

/**
 * Hears every key on the page that was not for something else, with the newest `press`. Both are set before the paint: somebody who answers what
 * they see with the next key must be heard, and never by the handler of what stood there before.
 */
export function useKeys(press: (event: KeyboardEvent) => void, capture = false): void {
  const newest = useRef(press);
  useLayoutEffect(() => {
    newest.current = press;
  });
  useLayoutEffect(() => {
    const hear = (event: KeyboardEvent): void => (wasForAnother(event) ? undefined : newest.current(event));
    addEventListener('keydown', hear, capture);
    return () => removeEventListener('keydown', hear, capture);
  }, [capture]);
}
