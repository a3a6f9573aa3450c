import type { ReactElement } from 'react';
import { unitOf, UNIT_IDS, type FigureSpec } from '@kanzel/core';
import { FigureField } from '../../ui/figure-field.tsx';
import { Picker } from '../../ui/picker.tsx';
import type { Gauge } from '../answer-desk.ts';

const UNITS = UNIT_IDS.map((id) => ({ id, text: unitOf(id).symbol || unitOf(id).kind }));

interface GaugeProps<S extends FigureSpec> {
  readonly answer: S;
  readonly put: (next: S) => void;
}

/** From where to where a gauge shows. */
export function GaugeEnds<S extends FigureSpec>({ answer, put }: GaugeProps<S>): ReactElement {
  const { plausible } = answer;
  return (
    <>
      <FigureField
        label="Gauge from"
        value={plausible.low}
        onChange={(low) =>
          low === undefined ? undefined : put({ ...answer, plausible: { ...plausible, low } })
        }
      />
      <FigureField
        label="Gauge to"
        value={plausible.high}
        onChange={(high) =>
          high === undefined ? undefined : put({ ...answer, plausible: { ...plausible, high } })
        }
      />
    </>
  );
}

/** The gauge of a figure: its unit and its ends. */
export function GaugeFields<S extends FigureSpec>({ answer, put }: GaugeProps<S>): ReactElement {
  return (
    <>
      <Picker
        label="Unit"
        value={answer.unit}
        options={UNITS}
        onChange={(unit) => put({ ...answer, unit })}
      />
      <GaugeEnds answer={answer} put={put} />
    </>
  );
}

/** What a gauge is taken to be where nothing was said of one yet. */
export const ANY_GAUGE: Gauge = { unit: 'rpm', resolution: 1, plausible: { low: 0, high: 3500 } };
