import type { ReactElement } from 'react';
import {
  CONTROL_AXES,
  TRAVEL_FIGURE_IDS,
  TRAVEL_FIGURE_TITLES,
  TRAVEL_FIGURES,
  TRAVEL_POINT_TITLES,
  TRAVEL_POINTS,
} from '@kanzel/core';
import { LineField, Picker } from '../../ui/picker.tsx';
import type { FieldsProps } from '../answer-fields.ts';

const AXES = CONTROL_AXES.map((id) => ({ id, text: id }));
const UNITS = [
  { id: 'deg-angle', text: 'degrees' },
  { id: 'mm', text: 'millimetres' },
] as const;

/** The surfaces of which axis, what is read of each, and which limit of the check each figure is held against. */
export function TravelFields({ answer, put }: FieldsProps<'travel'>): ReactElement {
  const { takes, figures } = answer;
  return (
    <>
      <Picker
        label="Surfaces of"
        value={answer.axis}
        options={AXES}
        onChange={(axis) => put({ ...answer, axis })}
      />
      <Picker
        label="Usually read in"
        value={answer.in}
        options={UNITS}
        onChange={(unit) => put({ ...answer, in: unit })}
      />
      <fieldset className="col-span-4 max-md:col-span-2">
        <legend className="text-[0.8rem] text-ink-2">What is read of each</legend>
        <div className="flex flex-wrap gap-x-5">
          {TRAVEL_POINTS.map((point) => (
            <label key={point} className="flex min-h-9 items-center gap-2 max-lg:min-h-14">
              <input
                type="checkbox"
                checked={takes.includes(point)}
                disabled={takes.length === 1 && takes.includes(point)}
                onChange={(e) =>
                  put({
                    ...answer,
                    takes: TRAVEL_POINTS.filter((p) => (p === point ? e.target.checked : takes.includes(p))),
                  })
                }
              />
              {TRAVEL_POINT_TITLES[point]}
            </label>
          ))}
        </div>
      </fieldset>
      {TRAVEL_FIGURE_IDS.filter((id) => TRAVEL_FIGURES[id].takes.every((p) => takes.includes(p))).map(
        (id) => (
          <LineField
            key={id}
            label={`${TRAVEL_FIGURE_TITLES[id]}: key of its limit`}
            value={figures.find((f) => f.figure === id)?.limit ?? ''}
            onChange={(limit) =>
              put({
                ...answer,
                figures: [
                  ...figures.filter((f) => f.figure !== id),
                  ...(limit.trim() === '' ? [] : [{ figure: id, limit: limit.trim() }]),
                ],
              })
            }
          />
        ),
      )}
    </>
  );
}
