import type { ReactElement } from 'react';
import { SHEET_FIGURES, SHEET_NAMES, SHEETS } from '@kanzel/core';
import { LineField, Picker } from '../../ui/picker.tsx';
import type { FieldsProps } from '../answer-fields.ts';

/** Which sheet it is; the limit of each figure, by its key; the tanks, where it is about several. */
export function WorksheetFields({ answer, put }: FieldsProps<'worksheet'>): ReactElement {
  const limitOf = (figure: string): string => answer.figures.find((f) => f.figure === figure)?.limit ?? '';
  return (
    <>
      <Picker
        className="w-full"
        label="Sheet"
        value={answer.sheet}
        options={SHEET_NAMES.map((id) => ({ id, text: SHEETS[id].title }))}
        onChange={(id) => {
          const sheet = SHEET_NAMES.find((n) => n === id);
          if (sheet) put({ kind: 'worksheet', sheet, figures: [] });
        }}
      />
      {SHEET_FIGURES[answer.sheet].map((figure) => (
        <LineField
          key={figure}
          label={`Limit of: ${figure.replace(/-/g, ' ')}`}
          value={limitOf(figure)}
          onChange={(text) => {
            const limit = text.trim();
            const others = answer.figures.filter((f) => f.figure !== figure);
            put({ ...answer, figures: limit === '' ? others : [...others, { figure, limit }] });
          }}
        />
      ))}
      {answer.sheet === 'return-line' ? (
        <label className="mb-2 block">
          <span className="cap block">Tanks, one on each line</span>
          <textarea
            className="w-full border border-rule bg-transparent p-2"
            rows={3}
            defaultValue={(answer.of ?? []).map((t) => t.title).join('\n')}
            onBlur={(e) => {
              const titles = [...new Set(e.target.value.split('\n').map((t) => t.trim()))].filter(Boolean);
              if (titles.length < 2) return;
              const known = new Map((answer.of ?? []).map((t) => [t.title, t.id]));
              put({
                ...answer,
                of: titles.map((title, i) => ({ id: known.get(title) ?? `tank-${i + 1}`, title })),
              });
            }}
          />
        </label>
      ) : null}
    </>
  );
}
