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
import { isPressed, standingOnDesk, withStep } from './desk.ts';

/** One part: its steps one behind the other, of which only the next can be pressed, and the last ones taken back. */
function PartRow({
  part,
  parts,
  standing: { part: own, state, step, under },
}: {
  part: Part;
  parts: EntryProps<'assembly'>['spec']['parts'];
  standing: PartStanding;
}): ReactElement {
  const view = useCampaign();
  const drafts = useDrafts((s) => s.drafts);
  const draft = draftOf(drafts, view.id, part.key);
  const press = (pressed: AssemblyStep | 'fault', done: boolean): void =>
    changeDraft(view.id, part.key, withStep(parts, draft, { id: own.id, step: pressed, done }));
  const faulty = state === 'atFault';
  const shape = 'min-h-11 min-w-18 rounded-[3px] border-[1.5px] px-3 font-semibold max-lg:min-h-14';
  return (
    <li className={`border-b border-rule-2 py-2 ${state === 'waits' ? 'text-ink-2' : ''}`}>
      <div className="flex flex-wrap items-center gap-x-4 gap-y-1.5">
        <span className="min-w-52 flex-1">
          <b>{own.title}</b>
          <span className="block text-[0.82rem] text-ink-2">
            {state === 'home' ? 'Home' : null}
            {under ? `When home: ${under.title}` : null}
            {step ? `${ASSEMBLY_WORDS[step].title}: ${ASSEMBLY_WORDS[step].ask}` : null}
          </span>
        </span>
        <span className="flex flex-wrap gap-2">
          {stepsOf(own).map((s) => {
            const done = state !== 'waits' && isPressed(draft, own.id, s);
            const next = state === 'open' && s === step;
            return (
              <button
                key={s}
                type="button"
                aria-pressed={done}
                aria-label={`${own.title}: ${ASSEMBLY_WORDS[s].title.toLowerCase()}`}
                disabled={!done && !next}
                onClick={() => press(s, !done)}
                className={`${shape} ${done ? 'border-hand bg-hand text-on-hand' : next ? 'border-ink' : 'border-dashed border-rule text-ink-2'}`}
              >
                {done ? '✓ ' : ''}
                {ASSEMBLY_WORDS[s].title}
              </button>
            );
          })}
          <button
            type="button"
            aria-pressed={faulty}
            aria-label={`${own.title}: not in order`}
            disabled={state === 'waits' || state === 'home'}
            onClick={() => press('fault', !faulty)}
            className={`${shape} ${faulty ? 'border-out bg-out-bg text-out' : state === 'open' ? 'border-ink' : 'border-dashed border-rule text-ink-2'}`}
          >
            Not in order
          </button>
        </span>
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
              changeDraft(view.id, part.key, { texts: { ...draft.texts, [own.id]: e.target.value } })
            }
          />
        </label>
      ) : null}
    </li>
  );
}

/** Putting the aircraft together: what comes next in large type, and under it every part with how far it is. */
export function AssemblyEntry({ part, spec: { parts } }: EntryProps<'assembly'>): ReactElement {
  const view = useCampaign();
  const drafts = useDrafts((s) => s.drafts);
  const standing = standingOnDesk(parts, draftOf(drafts, view.id, part.key));
  const next = standing.find((s) => s.state === 'open');
  const home = standing.filter((s) => s.state === 'home').length;
  return (
    <div>
      <p role="status">
        <span className="block text-[1.35rem] leading-tight font-bold">
          {next?.step
            ? `${next.part.title}: ${ASSEMBLY_WORDS[next.step].title.toLowerCase()}, ${ASSEMBLY_WORDS[next.step].ask}`
            : home === parts.length
              ? 'All of it is home.'
              : 'Nothing more can be put on.'}
        </span>
        <span className="text-sm font-semibold">{`${home} of ${parts.length} parts home`}</span>
      </p>
      <ol className="mt-1 border-t border-rule-2">
        {standing.map((s) => (
          <PartRow key={s.part.id} part={part} parts={parts} standing={s} />
        ))}
      </ol>
    </div>
  );
}
