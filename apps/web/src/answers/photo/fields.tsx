import type { ReactElement } from 'react';
import type { FieldsProps } from '../answer-fields.ts';
import { CommaList } from '../comma-list.tsx';

/** The views that are photographed. */
export function PhotoFields({ answer: { views }, put }: FieldsProps<'photo'>): ReactElement {
  return (
    <CommaList
      label="Views, with commas between them"
      names={views}
      put={(own) => put({ kind: 'photo', views: own })}
    />
  );
}
