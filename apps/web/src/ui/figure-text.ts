import { useEffect, useState } from 'react';
import { readFigure, type Reason } from '@kanzel/core';

/**
 * What is typed for a figure that may be empty. It stays as it is typed; what is no figure is said, and the figure
 * before it stays in force.
 */
export function useFigureText(
  value: number | undefined,
  onChange: (value: number | undefined) => void,
): { readonly text: string; readonly bad: Reason | undefined; readonly type: (text: string) => void } {
  const [text, setText] = useState(value === undefined ? '' : String(value));
  const read = text.trim() === '' ? undefined : readFigure(text.trim());
  // What the document holds is never doubted, only what is typed.
  const bad = read !== undefined && !read.ok && text.trim() !== String(value) ? read.error : undefined;
  const mine = read?.ok ? read.value.value : undefined;
  useEffect(() => {
    // Somebody else changed it: undo, a pasted table, another choice.
    if (!bad && mine !== value) setText(value === undefined ? '' : String(value));
    // eslint-disable-next-line react-hooks/exhaustive-deps
  }, [value]);
  return {
    text,
    bad,
    type: (typed) => {
      setText(typed);
      const next = typed.trim();
      const figure = next === '' ? undefined : readFigure(next);
      if (figure === undefined) onChange(undefined);
      else if (figure.ok) onChange(figure.value.value);
    },
  };
}
