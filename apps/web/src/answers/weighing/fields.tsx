import type { ReactElement } from 'react';
import { Picker } from '../../ui/picker.tsx';
import type { FieldsProps } from '../answer-fields.ts';

/** On scales, or by hand. */
export function WeighingFields({ answer, put }: FieldsProps<'weighing'>): ReactElement {
  return (
    <Picker
      label="Weighed"
      value={answer.method}
      options={[
        { id: 'scales', text: 'On scales' },
        { id: 'hand', text: 'By hand, or on two scales' },
      ]}
      onChange={(method) => put({ kind: 'weighing', method: method === 'hand' ? 'hand' : 'scales' })}
    />
  );
}
