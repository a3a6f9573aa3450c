import type { ReactElement } from 'react';
import { LineField } from '../../ui/picker.tsx';

/** What is switched before the figure is read, in the words that stand beside it; nothing where nothing is. */
export function SwitchedField<S extends { readonly switchTo?: string }>({
  answer,
  put,
}: {
  readonly answer: S;
  readonly put: (next: S) => void;
}): ReactElement {
  return (
    <LineField
      label="Switched for it"
      value={answer.switchTo ?? ''}
      onChange={(text) => {
        const { switchTo: _before, ...plain } = answer;
        put((text === '' ? plain : { ...plain, switchTo: text }) as S);
      }}
    />
  );
}
