import { useCallback, useState, type RefCallback } from 'react';

/** Width at which something is shown, in pixels, so that a drawing keeps its letters readable on a phone. */
export function useWidth(usual: number): readonly [RefCallback<HTMLElement>, number] {
  const [width, setWidth] = useState(usual);
  const box = useCallback((node: HTMLElement | null) => {
    if (!node) return undefined;
    const observer = new ResizeObserver(([entry]) => {
      const seen = Math.round(entry?.contentRect.width ?? 0);
      if (seen > 0) setWidth(seen);
    });
    observer.observe(node);
    return () => observer.disconnect();
  }, []);
  return [box, width];
}
