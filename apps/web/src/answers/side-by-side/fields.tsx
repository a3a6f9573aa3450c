import type { ReactElement } from 'react';
import { Picker } from '../../ui/picker.tsx';
import type { FieldsProps } from '../answer-fields.ts';
import { GaugeEnds, GaugeFields } from '../figures/gauge-fields.tsx';

const OF = [
  { id: 'motors', text: 'motors' },
  { id: 'tilts', text: 'motors that tilt' },
] as const;
const HOW = [
  { id: 'read', text: 'read of each' },
  { id: 'timed', text: 'timed: seconds after the first one stands' },
] as const;

/** What is compared, and whether it is read or timed. */
export function SideBySideFields({ answer, put }: FieldsProps<'side-by-side'>): ReactElement {
  return (
    <>
      <Picker label="Compared" value={answer.of} options={OF} onChange={(of) => put({ ...answer, of })} />
      <Picker
        label="It is"
        value={answer.timed === true ? 'timed' : 'read'}
        options={HOW}
        onChange={(how) =>
          put(
            how === 'timed'
              ? { ...answer, timed: true, unit: 's', resolution: 0.01, plausible: { low: 0, high: 60 } }
              : { ...answer, timed: false },
          )
        }
      />
      {answer.timed === true ? (
        <GaugeEnds answer={answer} put={put} />
      ) : (
        <GaugeFields answer={answer} put={put} />
      )}
    </>
  );
}
