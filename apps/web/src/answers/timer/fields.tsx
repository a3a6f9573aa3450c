import type { ReactElement } from 'react';
import { FigureField } from '../../ui/figure-field.tsx';
import type { FieldsProps } from '../answer-fields.ts';

/** How long it has to run. */
export function TimerFields({ answer, put }: FieldsProps<'timer'>): ReactElement {
  return (
    <FigureField
      label="Runs for"
      unit="s"
      value={answer.seconds}
      onChange={(seconds) =>
        seconds === undefined || seconds <= 0 ? undefined : put({ kind: 'timer', seconds })
      }
    />
  );
}
