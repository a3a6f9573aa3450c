import type { ReactElement } from 'react';
import {
  ASSEMBLY_WORDS,
  ownMember,
  stepsOf,
  type AssemblyStep,
  type Part,
  type PartStanding,
} from '@kanzel/core';
import { useCampaign } from '../../station/campaign-context.ts';
import type { EntryProps } from '../answer-view.ts';
import { changeDraft, draftOf, useDrafts } from '../drafts.ts';
import type { PartDraft } from '../desk.ts';
import { isPressed, standingOnDesk, withStep } from './desk.ts';

interface PartProps {
  readonly part: Part;
  readonly parts: EntryProps<'assembly'>['spec']['parts'];
  readonly standing: PartStanding;
}

/** What is on the desk of an assembly, and how a step of a part is set down or taken back there. */
function useOnDesk({ part, parts, standing: { part: own } }: PartProps): {
  readonly draft: PartDraft;
  readonly press: (step: AssemblyStep | 'fault', done: boolean) => void;
} {
  const view = useCampaign();
  const drafts = useDrafts((s) => s.drafts);
  const draft = draftOf(drafts, view.id, part.key);
  return {
    draft,
    press: (step, done) => changeDraft(view.id, part.key, withStep(parts, draft, { id: own.id, step, done })),
  };
}

const SHAPE = 'min-h-11 min-w-18 rounded-[3px] border-[1.5px] px-3 font-semibold max-lg:min-h-14';

/** A part that is home, which is taken back from its last step on, or one that cannot be reached yet, and why. */
function QuietRow(props: PartProps): ReactElement {
  const { press } = useOnDesk(props);
  const { part: own, state, under } = props.standing;
  const last = stepsOf(own).at(-1);
  return (
    <li className="flex items-center gap-3 border-b border-rule-2 py-1">
      <span className="min-w-0 flex-1">
        <b className={state === 'home' ? '' : 'font-normal text-ink-2'}>{own.title}</b>
        <span className="text-[0.82rem] text-ink-2">
          {state === 'home' ? ' is home' : ` waits for ${under?.title ?? ''}`}
        </span>
      </span>
      {state === 'home' && last ? (
        <button
          type="button"
          aria-label={`${own.title}: take back`}
          className="min-h-9 px-2 underline decoration-rule underline-offset-4 max-lg:min-h-14"
          onClick={() => press(last, false)}
        >
          Take back
        </button>
      ) : null}
    </li>
  );
}

/** A part in hand: its steps one behind the other, of which only the next can be pressed, and those that were taken back. */
function PartRow(props: PartProps): ReactElement {
  const view = useCampaign();
  const { draft, press } = useOnDesk(props);
  const { part: own, state, step } = props.standing;
  const faulty = state === 'atFault';
  return (
    <li className="border-b border-rule-2 py-3">
      <div className="flex items-center gap-4">
        <p className="min-w-0 flex-1">
          <span className="block text-[1.2rem] leading-tight font-bold">{own.title}</span>
          {step ? `${ASSEMBLY_WORDS[step].title}: ${ASSEMBLY_WORDS[step].ask}` : null}
        </p>
        <button
          type="button"
          aria-pressed={faulty}
          aria-label={`${own.title}: not in order`}
          onClick={() => press('fault', !faulty)}
          className={`${SHAPE} ${faulty ? 'border-out bg-out-bg text-out' : 'border-ink'}`}
        >
          Not in order
        </button>
      </div>
      <div className="mt-2 flex flex-wrap gap-2">
        {stepsOf(own).map((s) => {
          const done = isPressed(draft, own.id, s);
          const next = state === 'open' && s === step;
          return (
            <button
              key={s}
              type="button"
              aria-pressed={done}
              aria-label={`${own.title}: ${ASSEMBLY_WORDS[s].title.toLowerCase()}`}
              disabled={!done && !next}
              onClick={() => press(s, !done)}
              className={`${SHAPE} ${done ? 'border-hand bg-hand text-on-hand' : next ? 'border-ink' : 'border-dashed border-rule text-ink-2'}`}
            >
              {done ? '✓ ' : ''}
              {ASSEMBLY_WORDS[s].title}
            </button>
          );
        })}
      </div>
      {faulty ? (
        <label className="mt-1 block">
          <span className="text-sm font-semibold">
            What is wrong with it{step ? `, at its ${ASSEMBLY_WORDS[step].title.toLowerCase()}` : ''}
          </span>
          <input
            className="w-full border-0 border-b-2 border-ink bg-transparent px-1 py-1.5 text-base outline-none focus:border-hand"
            autoComplete="off"
            value={ownMember(draft.texts, own.id) ?? ''}
            onChange={(e) =>
              changeDraft(view.id, props.part.key, { texts: { ...draft.texts, [own.id]: e.target.value } })
            }
          />
        </label>
      ) : null}
    </li>
  );
}

/** Putting the aircraft together: every part in its order, large where something is to be done with it now. */
export function AssemblyEntry({ part, spec: { parts } }: EntryProps<'assembly'>): ReactElement {
  const view = useCampaign();
  const drafts = useDrafts((s) => s.drafts);
  const standing = standingOnDesk(parts, draftOf(drafts, view.id, part.key));
  const home = standing.filter((s) => s.state === 'home').length;
  const next = standing.find((s) => s.state === 'open');
  return (
    <div>
      <p className="text-sm font-semibold" role="status">
        {home === parts.length
          ? `All ${parts.length} parts home.`
          : `${home} of ${parts.length} parts home. ${next ? `Next: ${next.part.title}.` : 'Nothing more can be put on.'}`}
      </p>
      <ol className="mt-1 border-t border-rule-2">
        {standing.map((s) => {
          const Row = s.state === 'home' || s.state === 'waits' ? QuietRow : PartRow;
          return <Row key={s.part.id} part={part} parts={parts} standing={s} />;
        })}
      </ol>
    </div>
  );
}
