import type { ReactElement } from 'react';
import { FigureField } from '../../ui/figure-field.tsx';
import type { FieldsProps } from '../answer-fields.ts';
import { MOST_RUNS } from './desk.ts';

/** So many runs at least. */
export function FlowFields({ answer, put }: FieldsProps<'flow'>): ReactElement {
  return (
    <FigureField
      label="Runs at least"
      unit=""
      value={answer.runs}
      onChange={(runs) =>
        runs === undefined || !Number.isInteger(runs) || runs < 1 || runs > MOST_RUNS
          ? undefined
          : put({ ...answer, runs })
      }
    />
  );
}
