import type { ReactElement } from 'react';
import { SPHERE_FIGURES } from '@kanzel/core';
import { LineField } from '../../ui/picker.tsx';
import type { FieldsProps } from '../answer-fields.ts';

/** The limit of each figure, by its key. */
export function SphereFields({ answer, put }: FieldsProps<'sphere'>): ReactElement {
  const limitOf = (figure: string): string => answer.figures.find((f) => f.figure === figure)?.limit ?? '';
  return (
    <>
      {SPHERE_FIGURES.map((figure) => (
        <LineField
          key={figure}
          label={`Limit of: ${figure.replace(/-/g, ' ')}`}
          value={limitOf(figure)}
          onChange={(text) => {
            const limit = text.trim();
            const others = answer.figures.filter((f) => f.figure !== figure);
            put({ ...answer, figures: limit === '' ? others : [...others, { figure, limit }] });
          }}
        />
      ))}
    </>
  );
}
