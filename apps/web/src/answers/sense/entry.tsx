import type { ReactElement } from 'react';
import {
  controlsOf,
  moveInWords,
  SENSE_INPUTS,
  senseOutputs,
  stickInWords,
  STICK_MODES,
  NOT_TILTED,
  TILTED,
  WAYS_OF_MOVING,
  type ControlOutput,
  type SenseInput,
  type WayOfMoving,
} from '@kanzel/core';
import { useCampaign } from '../../station/campaign-context.ts';
import { Picker } from '../../ui/picker.tsx';
import { isFreeKey } from '../../ui/free-key.ts';
import { useKeys } from '../../ui/use-keys.ts';
import { Button } from '../../ui/button.tsx';
import type { EntryProps } from '../answer-view.ts';
import { changeDraft, draftOf, useDrafts } from '../drafts.ts';
import { SaidRow } from '../said-row.tsx';
import { Airframe } from './airframe.tsx';
import { TiltLine, useHeld } from './tilt-line.tsx';
import { wayOnDesk, withWay } from './desk.ts';
import { useStickMode } from './stick-mode.ts';

/** What each key says of the output that is next: plus and minus as they are called, and still. */
const KEYS: ReadonlyMap<string, WayOfMoving> = new Map([
  ['+', 'plus'],
  ['=', 'plus'],
  ['0', 'still'],
  ['-', 'minus'],
]);

const MODES = STICK_MODES.map((id) => ({ id, text: `Mode ${id}` }));

/** Which stick it is, by the mode of the person's transmitter. */
function Stick({ input }: { input: SenseInput }): ReactElement | null {
  const [mode, setMode] = useStickMode();
  // What no stick moves has none in any mode.
  if (stickInWords(input, '1') === undefined) return null;
  return (
    <div className="mb-2 flex items-end gap-4">
      {mode ? <p className="text-base font-semibold">{stickInWords(input, mode)}</p> : null}
      <Picker
        className="w-36"
        label="Your transmitter"
        value={mode ?? ''}
        options={MODES}
        onChange={setMode}
      />
    </div>
  );
}

const wordsOf = (output: ControlOutput) =>
  WAYS_OF_MOVING.map((id) => ({ id, text: moveInWords(output, id) }));

/**
 * Which way each surface, motor or tilt goes: by its row, by pressing it on the aircraft, or by key for the next one. What is right is
 * not said before it is recorded.
 */
export function SenseEntry({ part, spec, first }: EntryProps<'sense'>): ReactElement {
  const view = useCampaign();
  const drafts = useDrafts((s) => s.drafts);
  const draft = draftOf(drafts, view.id, part.key);
  const outputs = senseOutputs(view.index, spec);
  const { layout } = view.index.basis.aircraft;
  const { context } = controlsOf(view.index);
  const next = outputs.find((o) => wayOnDesk(draft, o.id) === undefined);
  const held = useHeld(spec.input);
  const say = (output: ControlOutput, way: WayOfMoving): void =>
    changeDraft(view.id, part.key, {
      ...withWay(draft, output.id, way),
      ...(held ? { facts: { [TILTED]: held.last ?? NOT_TILTED } } : {}),
    });
  useKeys((event) => {
    if (!first || !isFreeKey(event)) return;
    const way = KEYS.get(event.key);
    if (way && next) {
      event.preventDefault();
      say(next, way);
    }
    if (event.key === 'Backspace') {
      const last = outputs.findLast((o) => wayOnDesk(draft, o.id) !== undefined);
      const was = last && wayOnDesk(draft, last.id);
      if (last && was) {
        event.preventDefault();
        say(last, was);
      }
    }
  }, true);
  const left = outputs.filter((o) => wayOnDesk(draft, o.id) === undefined);
  if (outputs.length === 0)
    return (
      <p className="border-l-4 border-again bg-again-bg px-2 py-1">
        {view.say({ code: 'senseOfNothing', params: { group: spec.of } })}
      </p>
    );
  return (
    <div className="grid grid-cols-[minmax(0,25rem)_minmax(14rem,1fr)] gap-x-8 max-lg:grid-cols-1">
      <div>
        {held ? <TiltLine input={spec.input} held={held} /> : null}
        {context.radio && SENSE_INPUTS[spec.input].by === 'command' ? <Stick input={spec.input} /> : null}
        <ul>
          {outputs.map((output) => (
            <SaidRow
              key={output.id}
              title={output.title}
              words={wordsOf(output)}
              said={wayOnDesk(draft, output.id)}
              next={output === next}
              say={(way) => say(output, way)}
            />
          ))}
        </ul>
        <div className="mt-1 flex min-h-11 flex-wrap items-center gap-x-4">
          {left.length > 0 && left.length < outputs.length ? (
            <Button
              kind="quiet"
              onClick={() =>
                changeDraft(view.id, part.key, {
                  picks: { ...draft.picks, ...Object.fromEntries(left.map((o) => [o.id, 'still'])) },
                })
              }
            >
              {left.length === 1 ? 'The other is still' : `The other ${left.length} are still`}
            </Button>
          ) : null}
          <span className="cap max-lg:hidden">
            Keys: + {outputs[0]?.words.plus.toLowerCase()}, 0 still, - {outputs[0]?.words.minus.toLowerCase()}
          </span>
        </div>
      </div>
      {layout ? (
        <Airframe
          layout={layout}
          input={spec.input}
          moves={outputs.map((output) => ({ output, way: wayOnDesk(draft, output.id), wrong: false }))}
          next={next?.id}
          held={held}
          onPress={(output) => {
            const was = wayOnDesk(draft, output.id);
            const at = was === undefined ? -1 : WAYS_OF_MOVING.indexOf(was);
            say(output, WAYS_OF_MOVING[(at + 1) % WAYS_OF_MOVING.length] ?? 'still');
          }}
        />
      ) : null}
    </div>
  );
}
