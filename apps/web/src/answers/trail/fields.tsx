import type { ReactElement } from 'react';
import { FigureField } from '../../ui/figure-field.tsx';
import type { FieldsProps } from '../answer-fields.ts';

/** How long nothing may have been entered before it is said. */
export function TrailFields({ answer, put }: FieldsProps<'trail'>): ReactElement {
  return (
    <FigureField
      label="Report gaps longer than, days"
      value={answer.quietDays}
      onChange={(days) =>
        days === undefined || days < 1 ? undefined : put({ kind: 'trail', quietDays: Math.round(days) })
      }
    />
  );
}
