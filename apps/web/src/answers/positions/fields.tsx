import type { ReactElement } from 'react';
import { LineField } from '../../ui/picker.tsx';
import type { FieldsProps } from '../answer-fields.ts';
import { TypedLine } from '../typed-line.tsx';

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
  const { seen } = answer;
  const textOf = (id: string): string => seen.find((s) => s.id === id)?.text ?? id;
  return (
    <>
      <LineField
        label="What is moved"
        value={answer.of}
        onChange={(of) => (of.trim() === '' ? undefined : put({ ...answer, of }))}
      />
      <TypedLine
        className="col-span-3 max-md:col-span-2"
        label="What there is to see: Motor turns; Motor stops"
        value={seen}
        write={(own) => own.map((s) => s.text).join('; ')}
        read={(text) => {
          const words = parts(text);
          // What is renamed keeps its id, so that the positions that expect it still do.
          return words.length < 2
            ? undefined
            : words.map((t, i) => ({ id: seen[i]?.id ?? idOf(t), text: t }));
        }}
        put={(own) => put({ ...answer, seen: own })}
      />
      <TypedLine
        className="col-span-4 max-md:col-span-2"
        label="Positions in their order, with what has to be seen: Off = Motor turns; On = Motor stops"
        value={answer.steps}
        write={(own) => own.map((s) => `${s.position} = ${textOf(s.expected)}`).join('; ')}
        read={(text) => {
          const steps = parts(text).map((t) => {
            const [position = '', word = ''] = t.split('=').map((p) => p.trim());
            const known = seen.find((s) => s.text.toLowerCase() === word.toLowerCase());
            return { position, expected: known?.id ?? idOf(word) };
          });
          return steps.length < 2 || steps.some((s) => s.position === '') ? undefined : steps;
        }}
        put={(steps) => put({ ...answer, steps })}
      />
    </>
  );
}
