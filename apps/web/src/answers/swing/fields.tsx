import type { ReactElement } from 'react';
import { FigureField } from '../../ui/figure-field.tsx';
import type { FieldsProps } from '../answer-fields.ts';
import { MOST_HEADINGS } from './desk.ts';

/** So many headings at least. */
export function SwingFields({ answer, put }: FieldsProps<'swing'>): ReactElement {
  return (
    <FigureField
      label="Headings at least"
      unit=""
      value={answer.points}
      onChange={(points) =>
        points === undefined || !Number.isInteger(points) || points < 4 || points > MOST_HEADINGS
          ? undefined
          : put({ ...answer, points })
      }
    />
  );
}
