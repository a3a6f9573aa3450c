import { Suspense, useMemo, useState, type ReactElement } from 'react';
import {
  describeAnswer,
  ENTRIES,
  EMPTY_CAMPAIGN,
  isToldAfter,
  secondWalk,
  unsaidOf,
  type Part,
  type WalkState,
} from '@kanzel/core';
import { candidateOf } from '../answers/candidate.ts';
import { changeDraft, clearDraft, draftOf, useDrafts } from '../answers/drafts.ts';
import { viewOf } from '../answers/views.ts';
import { useSend } from '../findings/use-send.ts';
import { CampaignContext, useCampaign, type CampaignView } from '../station/campaign-context.ts';
import { NumberPad } from '../station/number-pad.tsx';
import { useStepKeys } from '../station/step-keys.ts';
import { Button } from '../ui/button.tsx';
import { Problem, TextField } from '../ui/field.tsx';
import { HoldButton } from '../ui/hold-button.tsx';
import { MarkSign } from '../ui/mark.tsx';
import { blindWalk } from './second-walk.ts';
import { flagsOf } from './walked.ts';
import { WalkPicture } from './walk-picture.tsx';

/** The campaign without anything that the first one found; what is on the desk lies by the walk. */
function useBlind(walk: WalkState): CampaignView {
  const view = useCampaign();
  return useMemo(
    () => ({
      ...view,
      id: walk.begun.walk,
      state: { ...view.state, parts: EMPTY_CAMPAIGN.parts, findings: EMPTY_CAMPAIGN.findings },
      status: { ...view.status, parts: new Map(), checks: new Map() },
      last: new Map(),
      lastAnswers: new Map(),
    }),
    [view, walk.begun.walk],
  );
}

/** Where one step is answered. */
function Answer({ part }: { part: Part }): ReactElement | null {
  const spec = part.check.answer;
  if (spec.kind === 'computed') return null;
  const { Entry } = viewOf(spec.kind);
  return (
    <Suspense fallback={<p className="cap">Opening…</p>}>
      <Entry part={part} spec={spec} first />
    </Suspense>
  );
}

/** One step of the walk: what to look at in large type, and one target for "as expected". */
function BlindStep({
  part,
  walk,
  onSaid,
}: {
  part: Part;
  walk: WalkState;
  onSaid: () => void;
}): ReactElement {
  const view = useCampaign();
  const blind = useBlind(walk);
  const drafts = useDrafts((s) => s.drafts);
  const { problem, refuse, send } = useSend();
  const [without, setWithout] = useState<string>();
  const { check } = part;
  const draft = draftOf(drafts, blind.id, part.key);
  const candidate = candidateOf(blind.state, view.index, part, draft);
  const untouched = Object.keys(draft).length === 0;
  const say = async (put?: { readonly asExpected: true }): Promise<void> => {
    if (put) changeDraft(blind.id, part.key, put);
    const found = put
      ? candidateOf(blind.state, view.index, part, { ...draft, ...put })
      : without === undefined
        ? candidate
        : undefined;
    if (found && !found.ok) return refuse(view.say(found.error));
    const said = await send(
      'walk.said',
      {
        walk: walk.begun.walk,
        check: check.id,
        subject: part.subject,
        ...(found ? found.value : { notApplicable: without ?? '', facts: {} }),
      },
      ENTRIES['walk.said'].roles,
    );
    if (!said) return;
    clearDraft(blind.id, part.key);
    onSaid();
  };
  useStepKeys(() => clearDraft(blind.id, part.key));
  return (
    <section aria-label="Step in progress" className="border-b border-rule px-[22px] pt-3.5 pb-4">
      <h1 className="text-[1.56rem] leading-tight font-semibold narrow max-sm:text-xl">{check.challenge}</h1>
      <p className="mt-1 text-[0.92rem] text-ink-2">{check.why}</p>
      {check.subject === 'aircraft' ||
      (check.subject === 'engine' && view.index.basis.aircraft.engines.length < 2) ? null : (
        <h3 className="mt-1 font-bold">{view.names.subject(part.subject)}</h3>
      )}
      <p className="cap mt-1">
        {check.where.charAt(0).toUpperCase() + check.where.slice(1)}.
        {isToldAfter(check) ? '' : ` Expected: ${check.response}.`}
      </p>
      <div className="mt-3">
        {without === undefined ? (
          <CampaignContext.Provider value={blind}>
            <Answer part={part} />
          </CampaignContext.Provider>
        ) : (
          <TextField
            label="Why it does not apply"
            value={without}
            autoFocus
            onChange={(e) => setWithout(e.target.value)}
          />
        )}
      </div>
      <Problem>{problem}</Problem>
      <div
        data-step-actions
        className="mt-4 flex flex-wrap gap-2.5 max-lg:sticky max-lg:bottom-0 max-lg:z-10 max-lg:-mx-[22px] max-lg:border-t max-lg:border-rule max-lg:bg-sheet max-lg:px-[22px] max-lg:py-2"
      >
        {check.answer.kind === 'confirm' && untouched && without === undefined ? (
          <Button kind="main" keys="Enter" onClick={() => void say({ asExpected: true })}>
            {check.response}
          </Button>
        ) : candidate.ok || without !== undefined ? (
          <Button kind="main" keys="Enter" onClick={() => void say()}>
            {without === undefined ? 'Say it' : 'Not applicable'}
          </Button>
        ) : null}
        {check.notApplicable ? (
          <Button onClick={() => setWithout(without === undefined ? '' : undefined)}>
            {without === undefined ? 'Not applicable' : 'It applies'}
          </Button>
        ) : null}
      </div>
      <NumberPad />
    </section>
  );
}

/** The steps of the walk, with what was said at each of them by the one who walks. */
function SaidList({
  parts,
  walk,
  inHand,
  onGo,
}: {
  parts: readonly Part[];
  walk: WalkState;
  inHand: Part | undefined;
  onGo: (key: string) => void;
}): ReactElement {
  const view = useCampaign();
  return (
    <ol aria-label="Steps of this walk" className="px-[22px] py-3">
      {parts.map((part) => {
        const said = walk.said.get(part.key);
        const text = !said
          ? 'to be looked at'
          : said.answer === null
            ? `Not applicable: ${said.notApplicable ?? ''}`
            : describeAnswer(view.index, part.check.id, said.answer);
        return (
          <li
            key={part.key}
            aria-current={part === inHand ? 'step' : undefined}
            className={`border-b border-rule-2 ${part === inHand ? 'bg-hand-bg' : ''}`}
          >
            <button
              type="button"
              onClick={() => onGo(part.key)}
              className="flex min-h-11 w-full flex-wrap items-center gap-x-3 text-left max-lg:min-h-14"
            >
              <MarkSign
                mark={
                  !said
                    ? 'notStarted'
                    : said.answer === null
                      ? 'notApplicable'
                      : (said.verdicts[0]?.state ?? 'unknown')
                }
              />
              <span className="font-semibold">{view.names.part(part.key)}</span>
              <span className="ml-auto text-ink-2">{text}</span>
            </button>
          </li>
        );
      })}
    </ol>
  );
}

/** Whoever cannot finish says why; another one walks then. */
function GiveUp({ walk }: { walk: WalkState }): ReactElement {
  const { problem, send } = useSend();
  const [why, setWhy] = useState('');
  const giveUp = (): Promise<boolean> =>
    send('walk.finished', { walk: walk.begun.walk, givenUp: why.trim() }, ENTRIES['walk.finished'].roles);
  return (
    <details className="px-[22px] py-2">
      <summary className="flex min-h-11 cursor-pointer items-center font-semibold underline decoration-rule underline-offset-4">
        I cannot finish this walk
      </summary>
      <TextField label="Why" value={why} onChange={(e) => setWhy(e.target.value)} />
      <p className="cap mt-1">It counts for nothing then, and somebody else has to walk.</p>
      <Problem>{problem}</Problem>
      <div className="mt-2">
        <HoldButton disabled={why.trim() === ''} onDone={() => void giveUp()}>
          Give it up
        </HoldButton>
      </div>
    </details>
  );
}

/** The second walk in hand: nothing of it shows what the first one found. */
export function BlindWalkSheet({ walk }: { walk: WalkState }): ReactElement {
  const view = useCampaign();
  const { problem, send } = useSend();
  const [chosen, setChosen] = useState<string>();
  const asked = secondWalk(view.state, view.index);
  const unsaid = unsaidOf(view.state, view.index, walk);
  const { layout, mark } = view.index.basis.aircraft;
  const keys = (asked?.asked ?? []).filter((key) => unsaid.includes(key) || walk.said.has(key));
  const { parts, stops } = blindWalk(keys, walk.said, view.index, layout);
  const current = parts.find((p) => p.key === chosen) ?? parts.find((p) => unsaid.includes(p.key));
  const here = current && stops.find((s) => s.checks.some((c) => c.check.id === current.check.id));
  if (asked?.drawn === false)
    return (
      <p className="px-[22px] py-6">
        Which steps you walk is drawn when the server has the beginning of your walk. Wait for it.
      </p>
    );
  return (
    <>
      <div className="flex flex-wrap items-baseline gap-x-4 px-[22px] pt-3">
        <h2 className="font-semibold">Second walk</h2>
        <p className="text-ink-2">
          {parts.length - unsaid.length} of {parts.length} said. What the first one found is shown when you
          have finished.
        </p>
      </div>
      <div className="xl:grid xl:grid-cols-[minmax(0,1fr)_minmax(0,24rem)]">
        <div className="min-w-0">
          {current ? (
            <BlindStep key={current.key} part={current} walk={walk} onSaid={() => setChosen(undefined)} />
          ) : null}
          {unsaid.length === 0 ? (
            <div className="px-[22px] py-4">
              <p className="mb-3 text-lg">
                You have been everywhere. Once it is finished, nothing of it is changed.
              </p>
              <HoldButton
                onDone={() =>
                  void send('walk.finished', { walk: walk.begun.walk }, ENTRIES['walk.finished'].roles)
                }
              >
                Finish my walk
              </HoldButton>
            </div>
          ) : null}
          <Problem>{problem}</Problem>
          <GiveUp walk={walk} />
          <SaidList parts={parts} walk={walk} inHand={current} onGo={setChosen} />
        </div>
        {layout ? (
          <aside aria-label="Walk round the aircraft" className="px-[22px] py-3">
            <WalkPicture
              layout={layout}
              title={mark}
              stops={stops}
              inHand={here}
              flags={flagsOf(view.state, layout).filter((f) => f.kind === 'tag')}
              highest={400}
              onGo={(stop) => {
                const [first] = stop.checks;
                setChosen(parts.find((p) => p.check.id === first?.check.id)?.key);
              }}
            />
          </aside>
        ) : null}
      </div>
    </>
  );
}
