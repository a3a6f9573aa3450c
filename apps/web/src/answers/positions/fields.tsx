import type { ReactElement } from 'react';
import { LineField } from '../../ui/picker.tsx';
import type { FieldsProps } from '../answer-fields.ts';

const parts = (text: string): readonly string[] =>
  text
    .split(';')
    .map((t) => t.trim())
    .filter((t) => t !== '');

const idOf = (text: string): string =>
  text
    .toLowerCase()
    .replace(/[^a-z0-9]+/g, '-')
    .replace(/^-+|-+$/g, '') || 'seen';

/** What is moved, what there is to see, and what has to be seen at each of its positions. */
export function PositionsFields({ answer, put }: FieldsProps<'positions'>): ReactElement {
  const textOf = (id: string): string => answer.seen.find((s) => s.id === id)?.text ?? id;
  return (
    <>
      <LineField label="What is moved" value={answer.of} onChange={(of) => put({ ...answer, of })} />
      <LineField
        className="col-span-2"
        label="What there is to see: Motor turns; Motor stops"
        value={answer.seen.map((s) => s.text).join('; ')}
        onChange={(text) => {
          const seen = parts(text).map((t, i) => ({ id: answer.seen[i]?.id ?? idOf(t), text: t }));
          put({ ...answer, seen });
        }}
      />
      <LineField
        className="col-span-4 max-md:col-span-2"
        label="Positions in their order, with what has to be seen: Off = Motor turns; On = Motor stops"
        value={answer.steps.map((s) => `${s.position} = ${textOf(s.expected)}`).join('; ')}
        onChange={(text) =>
          put({
            ...answer,
            steps: parts(text).map((t) => {
              const [position = '', seen = ''] = t.split('=').map((p) => p.trim());
              const known = answer.seen.find((s) => s.text.toLowerCase() === seen.toLowerCase());
              return { position: position || '…', expected: known?.id ?? idOf(seen) };
            }),
          })
        }
      />
    </>
  );
}
