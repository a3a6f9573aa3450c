import { useState, type ReactElement } from 'react';
import { LineField } from '../ui/picker.tsx';

const wordsIn = (text: string): readonly string[] =>
  [...new Set(text.split(',').map((v) => v.trim()))].filter((v) => v !== '');

/** Names in one line. What is typed stays as it is typed: a comma at the end begins the next one. */
export function CommaList({
  label,
  names,
  put,
}: {
  label: string;
  names: readonly string[];
  put: (names: readonly string[]) => void;
}): ReactElement {
  const [typed, setTyped] = useState(names.join(', '));
  const own = wordsIn(typed);
  const isOwn = own.length === 0 || own.join() === names.join();
  return (
    <LineField
      label={label}
      className="col-span-2"
      value={isOwn ? typed : names.join(', ')}
      onChange={(text) => {
        setTyped(text);
        if (wordsIn(text).length > 0) put(wordsIn(text));
      }}
    />
  );
}
