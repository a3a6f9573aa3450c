import type { ReactElement } from 'react';
import { TypedLine } from './typed-line.tsx';

const wordsIn = (text: string): readonly string[] =>
  [...new Set(text.split(',').map((v) => v.trim()))].filter((v) => v !== '');

/** Names in one line, with commas between them. */
export function CommaList({
  label,
  names,
  put,
}: {
  label: string;
  names: readonly string[];
  put: (names: readonly string[]) => void;
}): ReactElement {
  return (
    <TypedLine
      label={label}
      className="col-span-2"
      value={names}
      write={(own) => own.join(', ')}
      read={(text) => (wordsIn(text).length > 0 ? wordsIn(text) : undefined)}
      put={put}
    />
  );
}
