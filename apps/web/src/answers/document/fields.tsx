import type { ReactElement } from 'react';
import { Picker } from '../../ui/picker.tsx';
import type { FieldsProps } from '../answer-fields.ts';

/** What ends it, and whether a copy belongs to the record. */
export function DocumentFields({ answer, put }: FieldsProps<'document'>): ReactElement {
  return (
    <>
      <Picker
        label="Expires by"
        value={answer.runsOut}
        options={[
          { id: 'date', text: 'a day' },
          { id: 'hours', text: 'hours' },
          { id: 'cycles', text: 'cycles' },
          { id: 'never', text: 'does not expire' },
        ]}
        onChange={(id) => {
          const runsOut = (['date', 'hours', 'cycles', 'never'] as const).find((r) => r === id);
          if (runsOut) put({ ...answer, runsOut });
        }}
      />
      <Picker
        label="Copy"
        value={answer.copy ? 'yes' : 'no'}
        options={[
          { id: 'yes', text: 'belongs to the record' },
          { id: 'no', text: 'optional' },
        ]}
        onChange={(copy) => put({ ...answer, copy: copy === 'yes' })}
      />
    </>
  );
}
