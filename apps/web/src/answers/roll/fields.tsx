import type { ReactElement } from 'react';
import { LineField } from '../../ui/picker.tsx';
import type { FieldsProps } from '../answer-fields.ts';

/** The calls, a line each with what has to be seen, and what else it is stopped for. */
export function RollFields({ answer, put }: FieldsProps<'roll'>): ReactElement {
  return (
    <>
      <label className="col-span-3 mb-2 block">
        <span className="cap block">Calls, one on each line: Speed alive: moving before the tail rises</span>
        <textarea
          className="w-full border border-rule bg-transparent p-2"
          rows={4}
          defaultValue={answer.calls.map((c) => `${c.title}: ${c.expects}`).join('\n')}
          onBlur={(e) => {
            const known = new Map(answer.calls.map((c) => [c.title, c]));
            const calls = e.target.value
              .split('\n')
              .map((line) => /^\s*([^:]+?)\s*:\s*(.+?)\s*$/.exec(line))
              .flatMap((m, i) => {
                const [title, expects] = [m?.[1], m?.[2]];
                if (title === undefined || expects === undefined) return [];
                const was = known.get(title);
                return [
                  was
                    ? { ...was, expects }
                    : {
                        id: `${
                          title
                            .toLowerCase()
                            .replace(/[^a-z0-9]+/g, '-')
                            .replace(/^-|-$/g, '') || 'call'
                        }-${i + 1}`,
                        title,
                        expects,
                      },
                ];
              });
            if (calls.length > 0) put({ ...answer, calls });
          }}
        />
      </label>
      <LineField
        className="col-span-3"
        label="Stopped as well for"
        value={answer.abort}
        onChange={(abort) => (abort === '' ? undefined : put({ ...answer, abort }))}
      />
    </>
  );
}
