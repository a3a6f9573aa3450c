import type { ReactElement } from 'react';
import type { FieldsProps } from '../answer-fields.ts';
import { CommaList } from '../comma-list.tsx';

/** What is counted out and in; more can be added at the aircraft. */
export function TallyFields({ answer: { listed }, put }: FieldsProps<'tally'>): ReactElement {
  return (
    <CommaList
      label="Things, with commas between them"
      names={listed}
      put={(own) => put({ kind: 'tally', listed: own })}
    />
  );
}
