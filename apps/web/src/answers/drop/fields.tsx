import type { ReactElement } from 'react';
import type { FieldsProps } from '../answer-fields.ts';
import { GaugeFields } from '../figures/gauge-fields.tsx';
import { SwitchedField } from '../figures/switched-field.tsx';

/** The gauge of a drop, and what is switched for it. */
export function DropFields({ answer, put }: FieldsProps<'drop'>): ReactElement {
  return (
    <>
      <GaugeFields answer={answer} put={put} />
      <SwitchedField answer={answer} put={put} />
    </>
  );
}
