import type { ReactElement } from 'react';
import {
  boundsOf,
  LIMIT_KIND_TITLES,
  limitInWords,
  LIMIT_KINDS,
  limitTypeOf,
  unitOf,
  type Bounds,
  type Limit,
} from '@kanzel/core';
import { Choices } from '../../ui/field.tsx';
import { FigureField } from '../../ui/figure-field.tsx';
import { LimitRuler } from '../../ui/limit-ruler.tsx';
import { LineField, Picker } from '../../ui/picker.tsx';
import { withKind } from './limit-edit.ts';
import { MemberFields, UNITS, type Change } from './limit-members.tsx';
import { withMember } from './with-member.ts';

const KINDS = LIMIT_KINDS.map((id) => ({
  id,
  text: LIMIT_KIND_TITLES[id],
}));
/** The edges as a ruler that is drawn while they are typed. */
function Edges({ limit, change }: { limit: Limit & { bounds: Bounds }; change: Change }): ReactElement {
  const drawn = boundsOf(limit);
  const symbol = unitOf(drawn?.unit ?? limit.unit).symbol;
  const edge = (name: keyof Bounds, label: string): ReactElement => (
    <FigureField
      label={label}
      value={limit.bounds[name]}
      unit={symbol}
      onChange={(v) => change({ ...limit, bounds: withMember(limit.bounds, name, v) } as Limit, name)}
    />
  );
  const { low, high } = limit.bounds;
  const order = [low, limit.bounds.cautionLow, limit.bounds.cautionHigh, high].filter((v) => v !== undefined);
  const sound = order.length > 0 && order.every((v, i) => i === 0 || v >= (order[i - 1] ?? v));
  return (
    <div>
      <div className="min-h-[62px]">
        {sound && (low !== undefined || high !== undefined) ? (
          <LimitRuler bounds={limit.bounds} size="large" sentence={limitInWords(limit)} />
        ) : (
          <p className="pt-4 text-near">
            {order.length === 0
              ? 'Type an edge, and the band is drawn here.'
              : low === undefined && high === undefined
                ? 'Caution alone is no limit: type a low or a high edge.'
                : 'The edges run low, caution low, caution high, high.'}
          </p>
        )}
      </div>
      <div className="grid grid-cols-4 gap-x-4 gap-y-2 max-md:grid-cols-2">
        {edge('low', 'Low')}
        {edge('cautionLow', 'Caution below')}
        {edge('cautionHigh', 'Caution above')}
        {edge('high', 'High')}
      </div>
    </div>
  );
}

/** What a kind has beside edges. */
function Special({ limit, change }: { limit: Limit; change: Change }): ReactElement | null {
  const members = limitTypeOf(limit).members.filter((m) => m.unasked !== true);
  return members.length === 0 ? null : (
    <div className="mt-3 grid grid-cols-4 gap-x-4 gap-y-2 max-md:grid-cols-2">
      {members.map((member) => (
        <MemberFields key={member.name} limit={limit} member={member} change={change} />
      ))}
    </div>
  );
}

/** The fact that a limit holds for, from where to where; nothing else is asked before there is one. */
function ConditionFields({ limit, change }: { limit: Limit; change: Change }): ReactElement {
  const [condition] = limit.conditions;
  return (
    <>
      <LineField
        label="Holds for (a fact)"
        value={condition?.fact ?? ''}
        onChange={(fact) =>
          change(
            {
              ...limit,
              conditions:
                fact === ''
                  ? []
                  : [
                      {
                        ...(condition ?? { low: 0, unit: 'degC' }),
                        fact: fact.toLowerCase().replace(/\s+/g, '-'),
                      },
                    ],
            },
            'condition',
          )
        }
      />
      <FigureField
        key={`${limit.key} from`}
        label="from"
        value={condition?.low}
        onChange={(v) =>
          condition
            ? change({ ...limit, conditions: [withMember(condition, 'low', v)] }, 'condition')
            : undefined
        }
      />
      <FigureField
        key={`${limit.key} to`}
        label="to"
        value={condition?.high}
        onChange={(v) =>
          condition
            ? change({ ...limit, conditions: [withMember(condition, 'high', v)] }, 'condition')
            : undefined
        }
      />
      <Picker
        label="Condition in"
        value={condition?.unit ?? ''}
        options={UNITS}
        onChange={(unit) =>
          condition ? change({ ...limit, conditions: [{ ...condition, unit }] }, 'condition') : undefined
        }
      />
    </>
  );
}

/** When a limit holds, where it comes from, and what being outside it may mean. */
function Background({ limit, change }: { limit: Limit; change: Change }): ReactElement {
  return (
    <details open={limit.conditions.length > 0 || undefined}>
      <summary className="cursor-pointer py-1 font-semibold underline decoration-rule underline-offset-4">
        When it holds, where it comes from, what it may mean
      </summary>
      <div className="grid grid-cols-4 gap-x-4 gap-y-2 max-md:grid-cols-2">
        <LineField
          label="Quantity, shared by its limits"
          value={limit.quantity ?? ''}
          onChange={(v) => change(withMember(limit, 'quantity', v), 'quantity')}
        />
        <ConditionFields limit={limit} change={change} />
        <LineField
          label="Source document"
          value={limit.source.document}
          onChange={(document) => change({ ...limit, source: { ...limit.source, document } }, 'document')}
        />
        <LineField
          label="Its revision"
          value={limit.source.revision}
          onChange={(revision) => change({ ...limit, source: { ...limit.source, revision } }, 'revision')}
        />
        <LineField
          label="Place in it"
          value={limit.source.place ?? ''}
          onChange={(place) =>
            change({ ...limit, source: withMember(limit.source, 'place', place) }, 'place')
          }
        />
        {(['low', 'high'] as const).map((end) => (
          <LineField
            key={end}
            className="col-span-2"
            label={`What being ${end} may mean`}
            value={limit.because?.[end] ?? ''}
            onChange={(v) =>
              change(
                withMember(limit, 'because', emptied(withMember(limit.because ?? {}, end, v))),
                `${end} means`,
              )
            }
          />
        ))}
      </div>
    </details>
  );
}

/** One limit in hand: what it holds, drawn as it is typed, then where it comes from. */
export function LimitPanel({ limit, change }: { limit: Limit; change: Change }): ReactElement {
  return (
    <section aria-label={`Limit: ${limit.title}`} className="border-y-2 border-ink bg-sheet px-[22px] py-3">
      <div className="grid grid-cols-[minmax(0,2fr)_minmax(0,1.4fr)_minmax(0,1fr)] gap-x-4 gap-y-2 max-md:grid-cols-1">
        <LineField
          label="Limit"
          value={limit.title}
          onChange={(title) => change({ ...limit, title }, 'title')}
        />
        <Picker
          label="Kind"
          value={limit.kind}
          options={KINDS}
          onChange={(kind) => change(withKind(limit, kind), 'kind')}
        />
        <Picker
          label="Unit, as on the placard"
          value={limit.unit}
          options={UNITS}
          onChange={(unit) => change({ ...limit, unit }, 'unit')}
        />
      </div>
      <div className="mt-2">
        {'bounds' in limit ? (
          <Edges key={`${limit.key} ${limit.kind}`} limit={limit} change={change} />
        ) : null}
        <Special key={`${limit.key}-${limit.kind}`} limit={limit} change={change} />
      </div>
      <div className="mt-3 flex flex-wrap gap-x-6">
        <Choices
          label="It protects"
          value={limit.class}
          options={[
            { id: 'safety', text: 'Safety' },
            { id: 'airworthiness', text: 'Airworthiness' },
            { id: 'performance', text: 'Performance' },
            { id: 'information', text: 'Information' },
          ]}
          onChange={(v) => change({ ...limit, class: v }, 'class')}
        />
        <Choices
          label="Acceptance"
          value={limit.acceptance}
          options={[
            { id: 'simple', text: 'Within limits' },
            { id: 'guarded', text: 'Within by more than the uncertainty' },
          ]}
          onChange={(v) => change({ ...limit, acceptance: v }, 'acceptance')}
        />
      </div>
      <Background limit={limit} change={change} />
    </section>
  );
}

const emptied = (value: object): object | undefined => (Object.keys(value).length === 0 ? undefined : value);
