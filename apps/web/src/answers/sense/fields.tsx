import type { ReactElement } from 'react';
import { OUTPUT_GROUPS, SENSE_INPUT_IDS, SENSE_INPUT_TITLES } from '@kanzel/core';
import { Picker } from '../../ui/picker.tsx';
import type { FieldsProps } from '../answer-fields.ts';

const INPUTS = SENSE_INPUT_IDS.map((id) => ({ id, text: SENSE_INPUT_TITLES[id] }));
const GROUPS = OUTPUT_GROUPS.map((id) => ({ id, text: id }));

/** What is done and what is watched; which way is right follows from the layout of each aircraft. */
export function SenseFields({ answer, put }: FieldsProps<'sense'>): ReactElement {
  return (
    <>
      <Picker
        label="What is done"
        value={answer.input}
        options={INPUTS}
        onChange={(input) => put({ ...answer, input })}
      />
      <Picker
        label="What is watched"
        value={answer.of}
        options={GROUPS}
        onChange={(of) => put({ ...answer, of })}
      />
    </>
  );
}
