import { useState, type ReactElement } from 'react';
import { LineField } from '../ui/picker.tsx';

/**
 * A line that is read as it is typed, and stays as it was typed as long as it says the same: a mark at its end begins the next thing,
 * and is not taken away from under the hand.
 */
export function TypedLine<T>({
  label,
  className = '',
  value,
  write,
  read,
  put,
}: {
  label: string;
  className?: string;
  value: T;
  write: (value: T) => string;
  /** Undefined where what is typed says nothing yet. */
  read: (text: string) => T | undefined;
  put: (value: T) => void;
}): ReactElement {
  const text = write(value);
  const [typed, setTyped] = useState(text);
  const said = read(typed);
  return (
    <LineField
      label={label}
      className={className}
      value={said === undefined || write(said) === text ? typed : text}
      onChange={(next) => {
        setTyped(next);
        const now = read(next);
        if (now !== undefined) put(now);
      }}
    />
  );
}
