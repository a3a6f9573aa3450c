import type { ReactElement } from 'react';
import type { ConfigurationOption } from '@kanzel/core';
import { Button } from '../../ui/button.tsx';
import { Choices } from '../../ui/field.tsx';
import { LineField } from '../../ui/picker.tsx';
import { freeId, freshOption, type AircraftDocument } from './aircraft-document.ts';
import { Heading, systems, type Change } from './sheet-parts.tsx';
import { ownMember } from '@kanzel/core';

/** An option with its choices, and the one that it is set up in now. */
function OneOption({
  option,
  chosen,
  put,
  onChoose,
  onTakeOut,
}: {
  option: ConfigurationOption;
  chosen: string | undefined;
  put: (option: ConfigurationOption, about: string) => void;
  onChoose: (choice: string) => void;
  onTakeOut: () => void;
}): ReactElement {
  return (
    <div className="border-b border-rule-2 py-2">
      <div className="flex flex-wrap items-end gap-x-4">
        <LineField
          label="Option"
          value={option.title}
          onChange={(title) => put({ ...option, title }, 'title')}
        />
        <Choices
          label="As it is now"
          value={chosen}
          options={option.choices.map((c) => ({ id: c.id, text: c.title }))}
          onChange={onChoose}
        />
        <Button kind="quiet" onClick={onTakeOut}>
          Take out
        </Button>
      </div>
      <div className="grid grid-cols-2 gap-x-4 gap-y-1 max-md:grid-cols-1">
        {option.choices.map((choice) => (
          <div key={choice.id} className="grid grid-cols-[minmax(0,1fr)_minmax(0,1.4fr)] gap-x-3">
            <LineField
              label="Choice"
              value={choice.title}
              onChange={(title) =>
                put(
                  { ...option, choices: option.choices.map((c) => (c === choice ? { ...c, title } : c)) },
                  choice.id,
                )
              }
            />
            <LineField
              label="Changing it touches"
              value={choice.touches.join(', ')}
              onChange={(text) =>
                put(
                  {
                    ...option,
                    choices: option.choices.map((c) => (c === choice ? { ...c, touches: systems(text) } : c)),
                  },
                  `${choice.id} touches`,
                )
              }
            />
          </div>
        ))}
      </div>
      <Button
        kind="quiet"
        onClick={() =>
          put(
            {
              ...option,
              choices: [
                ...option.choices,
                { id: freeId(option.choices, 'choice'), title: 'another', touches: [] },
              ],
            },
            'choices',
          )
        }
      >
        Add a choice
      </Button>
    </div>
  );
}

/** Ways of setting it up; the choice made is part of the code. */
export function Options({ about, change }: { about: AircraftDocument; change: Change }): ReactElement {
  const put = (option: ConfigurationOption, about_: string): void =>
    change(
      { ...about, options: about.options.map((o) => (o.id === option.id ? option : o)) },
      `${option.id} ${about_}`,
    );
  return (
    <>
      <Heading
        aside={
          <Button
            kind="quiet"
            onClick={() => {
              const option = freshOption(about);
              change({
                ...about,
                options: [...about.options, option],
                chosen: { ...about.chosen, [option.id]: 'first' },
              });
            }}
          >
            Add an option
          </Button>
        }
      >
        Configuration
      </Heading>
      {about.options.length === 0 ? (
        <p className="py-2 text-ink-2">No option: it is always set up the same way.</p>
      ) : null}
      {about.options.map((option) => (
        <OneOption
          key={option.id}
          option={option}
          chosen={ownMember(about.chosen, option.id)}
          put={put}
          onChoose={(choice) => change({ ...about, chosen: { ...about.chosen, [option.id]: choice } })}
          onTakeOut={() => {
            const { [option.id]: _gone, ...chosen } = about.chosen;
            change({ ...about, options: about.options.filter((o) => o !== option), chosen });
          }}
        />
      ))}
    </>
  );
}
