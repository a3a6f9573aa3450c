import type { ReactElement } from 'react';
import { isDangerous, WAY_QUESTIONS, WAY_TITLES, WAYS, type Check, type WayQuestion } from '@kanzel/core';
import { LineField, Picker } from '../../ui/picker.tsx';

const questionOptions = WAY_QUESTIONS.map((id) => ({ id, text: WAY_TITLES[id].question }));
const asQuestion = (id: string): WayQuestion | undefined => WAY_QUESTIONS.find((q) => q === id);

/** A check that is answered by what is chosen: its options are the choices of the question. */
function decidedBy(question: WayQuestion): Partial<Check> {
  return {
    decides: question,
    answer: {
      kind: 'choice',
      options: WAYS[question].map((id) => ({ id, text: WAY_TITLES[question].choices[id] ?? id, good: true })),
    },
  };
}

/** Which schools do a check, which question it answers, and why it needs no caution where it would. */
export function SchoolFields({
  check,
  change,
}: {
  check: Check;
  change: (next: Partial<Check>, about: string) => void;
}): ReactElement {
  const ways = check.ways ?? {};
  const asked = WAY_QUESTIONS.filter((q) => ways[q]);
  const put = (question: WayQuestion, choices: readonly string[] | undefined): void => {
    const { [question]: _was, ...rest } = ways;
    const next = choices ? { ...rest, [question]: choices } : rest;
    change({ ways: Object.keys(next).length > 0 ? next : undefined }, `school ${question}`);
  };
  return (
    <div className="mt-3 grid grid-cols-4 gap-x-4 gap-y-2 max-md:grid-cols-2">
      <Picker
        label="Answered by the school chosen on"
        value={check.decides ?? ''}
        options={[{ id: '', text: 'nothing: by hand' }, ...questionOptions]}
        onChange={(id) => {
          const question = asQuestion(id);
          change(question ? decidedBy(question) : { decides: undefined }, 'decides');
        }}
      />
      <Picker
        label="Done only by one school of"
        value=""
        options={[
          { id: '', text: asked.length > 0 ? 'add another question…' : 'no question: by every school' },
          ...questionOptions.filter((o) => !asked.some((q) => q === o.id)),
        ]}
        onChange={(id) => {
          const question = asQuestion(id);
          if (question) put(question, [WAYS[question][0]]);
        }}
      />
      {isDangerous(check) && check.cautions.length === 0 ? (
        <LineField
          className="col-span-2"
          label="Something is armed or turns, and no care is told: why none is needed"
          value={check.uncautioned ?? ''}
          onChange={(text) => change({ uncautioned: text === '' ? undefined : text }, 'uncautioned')}
        />
      ) : null}
      {asked.map((question) => (
        <fieldset key={question} className="col-span-4 max-md:col-span-2">
          <legend className="text-[0.8rem] text-ink-2">
            {WAY_TITLES[question].question}: done when one of these is chosen; with none of them, by every
            school
          </legend>
          <div className="flex flex-wrap gap-x-5">
            {WAYS[question].map((id) => {
              const chosen = ways[question] ?? [];
              return (
                <label key={id} className="flex min-h-9 items-center gap-2 max-lg:min-h-14">
                  <input
                    type="checkbox"
                    className="size-4 accent-hand"
                    checked={chosen.includes(id)}
                    onChange={() => {
                      const next: readonly string[] = WAYS[question].filter((c) =>
                        c === id ? !chosen.includes(c) : chosen.includes(c),
                      );
                      put(question, next.length > 0 ? next : undefined);
                    }}
                  />
                  {WAY_TITLES[question].choices[id] ?? id}
                </label>
              );
            })}
          </div>
        </fieldset>
      ))}
    </div>
  );
}
