import { useState, type ReactElement } from 'react';
import { unitOf, UNIT_IDS, type AnswerSpec, type Check } from '@kanzel/core';
import { FigureField } from '../../ui/figure-field.tsx';
import { LineField, Picker } from '../../ui/picker.tsx';

const KIND_TITLES: Readonly<Record<Exclude<AnswerSpec['kind'], 'computed'>, string>> = {
  confirm: 'As expected, or not',
  choice: 'One of several',
  reading: 'A figure',
  drop: 'Before and after',
  cylinders: 'A figure per cylinder',
  count: 'How many',
  series: 'A recording',
  timer: 'A time that has to run',
  text: 'Words',
  photo: 'Photographs',
  weighing: 'A weighing',
  loading: 'The loading sheet',
  document: 'A document in hand',
  trail: 'The logbooks',
  signatures: 'Items with signatures',
  equipment: 'The equipment list',
  plate: 'The data plate',
};
const KINDS = Object.entries(KIND_TITLES).map(([id, text]) => ({ id, text }));
const UNITS = UNIT_IDS.map((id) => ({ id, text: unitOf(id).symbol || unitOf(id).kind }));
const FIGURE = { unit: 'rpm', resolution: 1, plausible: { low: 0, high: 3500 } };

/** An answer of another kind, with what it cannot do without. */
function answerOf(kind: AnswerSpec['kind'], was: AnswerSpec): AnswerSpec {
  const figure =
    'plausible' in was
      ? { ...FIGURE, unit: was.unit, resolution: was.resolution, plausible: was.plausible }
      : FIGURE;
  switch (kind) {
    case 'reading':
    case 'drop':
    case 'cylinders':
      return { kind, ...figure };
    case 'series':
      return { kind, ...figure, seconds: 20, channel: 'rpm' };
    case 'count':
      return { kind, unit: 'count', resolution: 1, plausible: { low: 0, high: 100 } };
    case 'photo':
      return { kind, views: ['whole of it'] };
    case 'timer':
      return { kind, seconds: 60 };
    case 'choice':
      return {
        kind,
        options: [
          { id: 'right', text: 'As it should be', good: true },
          { id: 'wrong', text: 'Otherwise', good: false },
        ],
      };
    case 'text':
    case 'loading':
    case 'equipment':
    case 'plate':
      return { kind };
    case 'weighing':
      return { kind, method: 'scales' };
    case 'document':
      return { kind, runsOut: 'date', copy: false };
    case 'trail':
      return { kind, quietDays: 400 };
    case 'signatures':
      return { kind, inspected: true };
    case 'confirm':
      return { kind };
    // It follows from other checks, which are chosen elsewhere: what is asked instead is whether it is as expected.
    case 'computed':
      return { kind: 'confirm' };
  }
}

const viewsIn = (text: string): readonly string[] =>
  [...new Set(text.split(',').map((v) => v.trim()))].filter((v) => v !== '');

/** The views that are photographed. What is typed stays as it is typed: a comma at the end begins the next one. */
function ViewsField({
  views,
  put,
}: {
  views: readonly string[];
  put: (views: readonly string[]) => void;
}): ReactElement {
  const [typed, setTyped] = useState(views.join(', '));
  const own = viewsIn(typed);
  const isOwn = own.length === 0 || own.join() === views.join();
  return (
    <LineField
      label="Views, with commas between them"
      className="col-span-2"
      value={isOwn ? typed : views.join(', ')}
      onChange={(text) => {
        setTyped(text);
        if (viewsIn(text).length > 0) put(viewsIn(text));
      }}
    />
  );
}

/** How a check is answered. */
export function AnswerFields({
  check,
  change,
}: {
  check: Check;
  change: (next: Partial<Check>, about: string) => void;
}): ReactElement {
  const { answer } = check;
  const put = (next: AnswerSpec): void => change({ answer: next }, 'answer');
  return (
    <div className="grid grid-cols-4 gap-x-4 gap-y-2 max-md:grid-cols-2">
      {answer.kind === 'computed' ? (
        <p className="col-span-4 text-ink-2">Follows from {answer.from.join(' and ')}; nobody answers it.</p>
      ) : (
        <Picker
          label="Answered by"
          value={answer.kind}
          options={KINDS}
          onChange={(kind) => put(answerOf(kind as AnswerSpec['kind'], answer))}
        />
      )}
      {'plausible' in answer ? (
        <>
          {answer.kind === 'count' ? null : (
            <Picker
              label="Unit"
              value={answer.unit}
              options={UNITS}
              onChange={(unit) => put({ ...answer, unit })}
            />
          )}
          <FigureField
            label="Gauge from"
            value={answer.plausible.low}
            onChange={(low) =>
              low === undefined ? undefined : put({ ...answer, plausible: { ...answer.plausible, low } })
            }
          />
          <FigureField
            label="Gauge to"
            value={answer.plausible.high}
            onChange={(high) =>
              high === undefined ? undefined : put({ ...answer, plausible: { ...answer.plausible, high } })
            }
          />
        </>
      ) : null}
      {answer.kind === 'weighing' ? (
        <Picker
          label="Weighed"
          value={answer.method}
          options={[
            { id: 'scales', text: 'On scales' },
            { id: 'hand', text: 'By hand, or on two scales' },
          ]}
          onChange={(method) => put({ kind: 'weighing', method: method === 'hand' ? 'hand' : 'scales' })}
        />
      ) : null}
      {answer.kind === 'document' ? (
        <>
          <Picker
            label="Expires by"
            value={answer.runsOut}
            options={[
              { id: 'date', text: 'a day' },
              { id: 'hours', text: 'hours' },
              { id: 'cycles', text: 'cycles' },
              { id: 'never', text: 'does not expire' },
            ]}
            onChange={(id) => {
              const runsOut = (['date', 'hours', 'cycles', 'never'] as const).find((r) => r === id);
              if (runsOut) put({ ...answer, runsOut });
            }}
          />
          <Picker
            label="Copy"
            value={answer.copy ? 'yes' : 'no'}
            options={[
              { id: 'yes', text: 'belongs to the record' },
              { id: 'no', text: 'optional' },
            ]}
            onChange={(copy) => put({ ...answer, copy: copy === 'yes' })}
          />
        </>
      ) : null}
      {answer.kind === 'trail' ? (
        <FigureField
          label="Report gaps longer than, days"
          value={answer.quietDays}
          onChange={(days) =>
            days === undefined || days < 1 ? undefined : put({ kind: 'trail', quietDays: Math.round(days) })
          }
        />
      ) : null}
      {answer.kind === 'signatures' ? (
        <Picker
          label="Inspected by another hand"
          value={answer.inspected ? 'yes' : 'no'}
          options={[
            { id: 'yes', text: 'Asked for' },
            { id: 'no', text: 'Not asked for' },
          ]}
          onChange={(inspected) => put({ kind: 'signatures', inspected: inspected === 'yes' })}
        />
      ) : null}
      {answer.kind === 'photo' ? (
        <ViewsField views={answer.views} put={(views) => put({ kind: 'photo', views })} />
      ) : null}
      {answer.kind === 'timer' ? (
        <FigureField
          label="Runs for"
          unit="s"
          value={answer.seconds}
          onChange={(seconds) =>
            seconds === undefined || seconds <= 0 ? undefined : put({ kind: 'timer', seconds })
          }
        />
      ) : null}
      {answer.kind === 'choice' ? (
        <LineField
          className="col-span-3"
          label="Answers, good ones with a plus: Right one +; Left one"
          value={answer.options.map((o) => `${o.text}${o.good ? ' +' : ''}`).join('; ')}
          onChange={(text) =>
            put({
              kind: 'choice',
              options: text.split(';').map((t, i) => ({
                id: answer.options[i]?.id ?? `answer-${i + 1}`,
                text: t.replace(/\s*\+\s*$/, '').trim() || '…',
                good: /\+\s*$/.test(t),
              })),
            })
          }
        />
      ) : null}
    </div>
  );
}
