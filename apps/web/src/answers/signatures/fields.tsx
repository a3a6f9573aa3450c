import type { ReactElement } from 'react';
import { Picker } from '../../ui/picker.tsx';
import type { FieldsProps } from '../answer-fields.ts';

/** Whether another hand has to have inspected. */
export function SignaturesFields({ answer, put }: FieldsProps<'signatures'>): ReactElement {
  return (
    <Picker
      label="Inspected by another hand"
      value={answer.inspected ? 'yes' : 'no'}
      options={[
        { id: 'yes', text: 'Asked for' },
        { id: 'no', text: 'Not asked for' },
      ]}
      onChange={(inspected) => put({ kind: 'signatures', inspected: inspected === 'yes' })}
    />
  );
}
