import type { ReactElement } from 'react';
import { LineField, Picker } from '../../ui/picker.tsx';
import type { FieldsProps } from '../answer-fields.ts';
import { GaugeFields } from '../figures/gauge-fields.tsx';

const WAYS = [
  { id: 'none', text: 'one figure' },
  { id: 'two', text: 'a figure and one of two directions' },
] as const;

/** Words to begin with; whoever writes the pack says what it is called. */
const FIRST = { plus: 'tightened', minus: 'loosened' };

/** The gauge of a reading, and the two directions of one that is told by how much and which way. */
export function ReadingFields({ answer, put }: FieldsProps<'reading'>): ReactElement {
  const { directions, ...plain } = answer;
  return (
    <>
      <GaugeFields answer={answer} put={put} />
      <Picker
        label="Read as"
        value={directions ? 'two' : 'none'}
        options={WAYS}
        onChange={(way) => put(way === 'two' ? { ...plain, directions: directions ?? FIRST } : plain)}
      />
      {directions
        ? (['plus', 'minus'] as const).map((side) => (
            <LineField
              key={side}
              label={side === 'plus' ? 'Counted as more' : 'Counted as less'}
              value={directions[side]}
              onChange={(text) =>
                text === '' ? undefined : put({ ...plain, directions: { ...directions, [side]: text } })
              }
            />
          ))
        : null}
    </>
  );
}
