import { SAMPLED_AFTER, SAMPLED_AFTER_WORDS } from '@kanzel/core';
import type { ReactElement } from 'react';
import type { FieldsProps } from '../answer-fields.ts';

/** The drains, a line each, and what is moved between the rounds. */
export function SamplesFields({ answer, put }: FieldsProps<'samples'>): ReactElement {
  return (
    <>
      <label className="mb-2 block">
        <span className="cap block">Drains, one on each line</span>
        <textarea
          className="w-full border border-rule bg-transparent p-2"
          rows={4}
          defaultValue={answer.drains.map((d) => d.title).join('\n')}
          onBlur={(e) => {
            const titles = [
              ...new Set(
                e.target.value
                  .split('\n')
                  .map((t) => t.trim())
                  .filter(Boolean),
              ),
            ];
            if (titles.length === 0) return;
            const known = new Map(answer.drains.map((d) => [d.title, d.id]));
            const free = (title: string, i: number): string =>
              known.get(title) ??
              `${
                title
                  .toLowerCase()
                  .replace(/[^a-z0-9]+/g, '-')
                  .replace(/^-|-$/g, '') || 'drain'
              }-${i + 1}`;
            put({ ...answer, drains: titles.map((title, i) => ({ id: free(title, i), title })) });
          }}
        />
      </label>
      {SAMPLED_AFTER.map((move) => (
        <label key={move} className="flex min-h-9 items-center gap-3">
          <input
            type="checkbox"
            className="size-4 accent-hand"
            checked={answer.after.includes(move)}
            onChange={() => {
              const after = SAMPLED_AFTER.filter((a) =>
                a === move ? !answer.after.includes(a) : answer.after.includes(a),
              );
              if (after.length > 0) put({ ...answer, after });
            }}
          />
          {SAMPLED_AFTER_WORDS[move]}
        </label>
      ))}
    </>
  );
}
