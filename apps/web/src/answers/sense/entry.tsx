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
import { LineField, Picker } from '../../ui/picker.tsx';
import { isFreeKey } from '../../ui/free-key.ts';
import { useKeys } from '../../ui/use-keys.ts';
import { Button } from '../../ui/button.tsx';
import type { EntryProps } from '../answer-view.ts';
import type { PartDraft } from '../desk.ts';
import { changeDraft, draftOf, useDrafts } from '../drafts.ts';
import { SaidRow } from '../said-row.tsx';
import { Airframe } from './airframe.tsx';
import { TiltLine, useHeld } from './tilt-line.tsx';
import { CALL_WORDS, callerOnDesk, saidOf, withCaller, withSaid, type Said } from './desk.ts';
import { lastCaller, rememberCaller } from './caller.ts';
import { useStickMode } from './stick-mode.ts';

/** What each key says of the output that is next: plus and minus as they are called, and still. */
const KEYS: ReadonlyMap<string, readonly [seen: Said, called: Said]> = new Map([
  ['+', ['plus', 'correct']],
  ['=', ['plus', 'correct']],
  ['0', ['still', 'still']],
  ['-', ['minus', 'wrong']],
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

const wordsOf = (output: ControlOutput): readonly { readonly id: Said; readonly text: string }[] =>
  WAYS_OF_MOVING.map((id) => ({ id, text: moveInWords(output, id) }));

/** What a caller calls of each of them. */
const CALLED: readonly { readonly id: Said; readonly text: string }[] = [
  { id: 'correct', text: CALL_WORDS.correct },
  { id: 'still', text: 'Still' },
  { id: 'wrong', text: CALL_WORDS.wrong },
];

/** Who calls what he sees, where whoever holds the device does not look himself. */
function Caller({
  caller,
  put,
}: {
  caller: string;
  put: (caller: string | undefined) => void;
}): ReactElement {
  return (
    <div className="mb-2 flex flex-wrap items-end gap-x-4">
      <LineField className="w-52" label="Called by" value={caller} onChange={put} />
      <Button kind="quiet" onClick={() => put(undefined)}>
        I see it myself
      </Button>
    </div>
  );
}

/** A way that was seen; what was called is drawn as none, since which way that is would tell what is expected. */
function wayOnDesk(draft: PartDraft, output: string): WayOfMoving | undefined {
  const said = saidOf(draft, output);
  return WAYS_OF_MOVING.find((way) => way === said);
}

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
  const next = outputs.find((o) => saidOf(draft, o.id) === undefined);
  const caller = callerOnDesk(draft);
  const called = caller !== undefined;
  const setCaller = (name: string | undefined): void => {
    if (name !== undefined) rememberCaller(name);
    changeDraft(view.id, part.key, withCaller(draft, name));
  };
  const held = useHeld(spec.input, view.index.basis.aircraft.mark);
  const say = (output: ControlOutput, said: Said): void =>
    changeDraft(view.id, part.key, {
      ...withSaid(draft, output.id, said),
      ...(held ? { facts: { [TILTED]: held.last ?? NOT_TILTED } } : {}),
    });
  useKeys((event) => {
    if (!first || !isFreeKey(event)) return;
    const said = KEYS.get(event.key);
    if (said && next) {
      event.preventDefault();
      say(next, said[called ? 1 : 0]);
    }
    if (event.key === 'Backspace') {
      const last = outputs.findLast((o) => saidOf(draft, o.id) !== undefined);
      const was = last && saidOf(draft, last.id);
      if (last && was) {
        event.preventDefault();
        say(last, was);
      }
    }
  }, true);
  const left = outputs.filter((o) => saidOf(draft, o.id) === undefined);
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
        {caller === undefined ? null : <Caller caller={caller} put={setCaller} />}
        <ul>
          {outputs.map((output) => (
            <SaidRow
              key={output.id}
              title={output.title}
              words={called ? CALLED : wordsOf(output)}
              said={saidOf(draft, output.id)}
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
          {called ? null : (
            <Button kind="quiet" onClick={() => setCaller(lastCaller())}>
              Called to me
            </Button>
          )}
          <span className="cap max-lg:hidden">
            {called
              ? 'Keys: + correct, 0 still, - wrong'
              : `Keys: + ${outputs[0]?.words.plus.toLowerCase() ?? ''}, 0 still, - ${outputs[0]?.words.minus.toLowerCase() ?? ''}`}
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
            const all: readonly Said[] = called ? CALLED.map((c) => c.id) : WAYS_OF_MOVING;
            const was = saidOf(draft, output.id);
            say(output, all[((was === undefined ? -1 : all.indexOf(was)) + 1) % all.length] ?? 'still');
          }}
        />
      ) : null}
    </div>
  );
}
