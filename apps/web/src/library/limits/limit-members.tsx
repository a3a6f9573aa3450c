import type { ReactElement } from 'react';
import { unitOf, UNIT_IDS, type FigureMember, type Limit, type LimitMember } from '@kanzel/core';
import { FigureField } from '../../ui/figure-field.tsx';
import { LineField, Picker } from '../../ui/picker.tsx';
import { withMember } from './with-member.ts';

export const UNITS = UNIT_IDS.map((id) => {
  const unit = unitOf(id);
  return { id, text: unit.symbol === '' ? `${unit.kind}, no unit` : `${unit.symbol} (${unit.kind})` };
});

export type Change = (next: Limit, about: string) => void;

/** What a figure of a limit is in, as it stands beside its field. */
function unitBeside(limit: Limit, unit: FigureMember<Limit>['unit']): string | undefined {
  if (unit === 'seconds') return 's';
  if (unit === 'none') return undefined;
  return unit === 'tolerance' && 'inPercent' in limit && limit.inPercent ? '%' : unitOf(limit.unit).symbol;
}

/** Surfaces and their ways, out of one line. Example: "left aileron = up; right aileron = down". */
function waysFrom(text: string): Readonly<Record<string, string>> {
  return Object.fromEntries(
    text
      .split(';')
      .map((p) => p.split('=').map((t) => t.trim()))
      .filter((p) => p[0])
      .map(([s = '', w = '']) => [s, w]),
  );
}

/** The field, or the fields, of one member that a kind has beside its edges. */
export function MemberFields({
  limit,
  member,
  change,
}: {
  limit: Limit;
  member: LimitMember<Limit>;
  change: Change;
}): ReactElement {
  const { name, label } = member;
  const held = (limit as unknown as Readonly<Record<string, unknown>>)[name];
  const set = (value: unknown): void => change(withMember(limit, name, value), name);
  switch (member.form) {
    case 'figure': {
      const unit = unitBeside(limit, member.unit);
      return (
        <FigureField
          label={label}
          value={held as number | undefined}
          {...(unit === undefined ? {} : { unit })}
          onChange={set}
        />
      );
    }
    case 'choice': {
      const options = member.options.map(({ value, text }) => ({ id: String(value), text }));
      return (
        <Picker
          label={label}
          value={String((held as string | boolean | undefined) ?? member.first)}
          options={options}
          onChange={(id) => set(member.options.find((o) => String(o.value) === id)?.value)}
        />
      );
    }
    case 'expected': {
      const expected = (held ?? {}) as { readonly value?: number };
      return (
        <FigureField
          label={label}
          value={expected.value}
          unit={unitOf(limit.unit).symbol}
          onChange={(value) => (value === undefined ? undefined : set({ value }))}
        />
      );
    }
    case 'demand': {
      const said = (held ?? {}) as { readonly value?: number; readonly unit?: string };
      const demand = { value: said.value ?? 1, unit: said.unit ?? limit.unit };
      return (
        <>
          <FigureField
            label={label}
            value={demand.value}
            onChange={(value) => (value === undefined ? undefined : set({ ...demand, value }))}
          />
          <Picker
            label={`${label} in`}
            value={demand.unit}
            options={UNITS}
            onChange={(unit) => set({ ...demand, unit })}
          />
        </>
      );
    }
    case 'target': {
      const target = (held ?? {}) as { readonly low?: number; readonly high?: number };
      const edge = (which: 'low' | 'high', words: string): ReactElement => (
        <FigureField
          label={`${label} ${words}`}
          unit={unitOf(limit.unit).symbol}
          value={target[which]}
          onChange={(v) => set(withMember(target, which, v))}
        />
      );
      return (
        <>
          {edge('low', 'above')}
          {edge('high', 'below')}
        </>
      );
    }
    case 'ways':
      return (
        <LineField
          className="col-span-full"
          label={label}
          value={Object.entries((held ?? {}) as Readonly<Record<string, string>>)
            .map(([s, w]) => `${s} = ${w}`)
            .join('; ')}
          onChange={(text) => set(waysFrom(text))}
        />
      );
    case 'text':
      return (
        <LineField
          className="col-span-full"
          label={label}
          value={(held as { readonly text?: string } | undefined)?.text ?? ''}
          onChange={(text) => set({ text })}
        />
      );
  }
}
