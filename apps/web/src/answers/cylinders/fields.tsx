import type { ReactElement } from 'react';
import { Picker } from '../../ui/picker.tsx';
import type { FieldsProps } from '../answer-fields.ts';
import { GaugeFields } from '../figures/gauge-fields.tsx';
import { SwitchedField } from '../figures/switched-field.tsx';

const RISES = [
  { id: 'judged', text: 'is judged by its figures' },
  { id: 'unknown', text: 'is unknown: nothing was switched' },
] as const;

/** The gauge of the cylinders, what is switched for them, and what a pattern is in which none of them rose. */
export function CylindersFields({ answer, put }: FieldsProps<'cylinders'>): ReactElement {
  const { rises, ...plain } = answer;
  return (
    <>
      <GaugeFields answer={answer} put={put} />
      <SwitchedField answer={answer} put={put} />
      {answer.switchTo === undefined ? null : (
        <Picker
          label="Where none of them rises, it"
          value={rises ? 'unknown' : 'judged'}
          options={RISES}
          onChange={(way) => put(way === 'unknown' ? { ...plain, rises: true } : plain)}
        />
      )}
    </>
  );
}
