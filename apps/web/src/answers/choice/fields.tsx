import type { ReactElement } from 'react';
import { LineField } from '../../ui/picker.tsx';
import type { FieldsProps } from '../answer-fields.ts';

/** The answers that can be chosen, and which are good. */
export function ChoiceFields({ answer, put }: FieldsProps<'choice'>): ReactElement {
  return (
    <LineField
      className="col-span-3"
      label="Answers, good ones with a plus: Right one +; Left one"
      value={answer.options.map((o) => `${o.text}${o.good ? ' +' : ''}`).join('; ')}
      onChange={(text) =>
        put({
          kind: 'choice',
          options: text.split(';').map((t, i) => ({
            id: answer.options[i]?.id ?? `answer-${i + 1}`,
            text: t.replace(/\s*\+\s*$/, '').trim() || '…',
            good: /\+\s*$/.test(t),
          })),
        })
      }
    />
  );
}
