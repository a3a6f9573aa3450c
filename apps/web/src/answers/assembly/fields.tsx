import type { ReactElement } from 'react';
import { ASSEMBLY_STEPS, ASSEMBLY_WORDS, type AssemblyPart } from '@kanzel/core';
import { Button } from '../../ui/button.tsx';
import { LineField } from '../../ui/picker.tsx';
import type { FieldsProps } from '../answer-fields.ts';

/** A number behind the greatest there is, so that a part that was taken out leaves its id free for nobody. */
const nextId = (ids: readonly string[]): string =>
  `part-${Math.max(0, ...ids.map((id) => Number(/^part-(\d+)$/.exec(id)?.[1] ?? 0))) + 1}`;

const toggled = <T,>(list: readonly T[], own: T): readonly T[] =>
  list.includes(own) ? list.filter((o) => o !== own) : [...list, own];

/** One part: what it is called, what there is to do with it, and which of the parts before it it goes onto. */
function PartFields({
  part,
  before,
  change,
}: {
  part: AssemblyPart;
  before: readonly AssemblyPart[];
  change: (next: AssemblyPart) => void;
}): ReactElement {
  const box = (key: string, text: string, checked: boolean, onChange: () => void): ReactElement => (
    <label key={key} className="flex min-h-8 items-center gap-1.5">
      <input type="checkbox" checked={checked} onChange={onChange} aria-label={`${part.title}: ${text}`} />
      {text}
    </label>
  );
  const put = (on: readonly string[]): void => {
    const { on: _was, ...rest } = part;
    change({ ...rest, ...(on.length > 0 ? { on } : {}) });
  };
  return (
    <div className="flex-1">
      <LineField
        label="Part"
        value={part.title}
        onChange={(title) => (title === '' ? undefined : change({ ...part, title }))}
      />
      <div className="flex flex-wrap gap-x-4 text-sm">
        {ASSEMBLY_STEPS.map((s) =>
          box(s, ASSEMBLY_WORDS[s].title.toLowerCase(), part.steps.includes(s), () => {
            const steps = toggled(part.steps, s);
            if (steps.length > 0) change({ ...part, steps });
          }),
        )}
      </div>
      {before.length > 0 ? (
        <div className="flex flex-wrap gap-x-4 text-sm">
          <span className="self-center text-ink-2">goes onto</span>
          {before.map((o) =>
            box(o.id, o.title, part.on?.includes(o.id) ?? false, () => put(toggled(part.on ?? [], o.id))),
          )}
        </div>
      ) : null}
    </div>
  );
}

/** The parts of an assembly, in the order in which they are put on. */
export function AssemblyFields({ answer: { parts }, put }: FieldsProps<'assembly'>): ReactElement {
  const set = (next: readonly AssemblyPart[]): void => put({ kind: 'assembly', parts: next });
  const without = (gone: string): readonly AssemblyPart[] =>
    parts
      .filter((p) => p.id !== gone)
      .map(({ on, ...p }) => {
        const left = on?.filter((id) => id !== gone) ?? [];
        return left.length > 0 ? { ...p, on: left } : p;
      });
  return (
    <div className="col-span-4 max-md:col-span-2">
      {parts.map((part, i) => (
        <div key={part.id} className="flex items-start gap-4 border-b border-rule-2 py-1">
          <PartFields
            part={part}
            before={parts.slice(0, i)}
            change={(next) => set(parts.map((p) => (p.id === part.id ? next : p)))}
          />
          <Button
            kind="quiet"
            disabled={parts.length === 1}
            aria-label={`No longer ${part.title}`}
            onClick={() => set(without(part.id))}
          >
            ×
          </Button>
        </div>
      ))}
      <Button
        className="mt-2"
        onClick={() =>
          set([
            ...parts,
            { id: nextId(parts.map((p) => p.id)), title: 'Part', steps: ['part', 'joint', 'latch', 'tug'] },
          ])
        }
      >
        Another part
      </Button>
    </div>
  );
}
