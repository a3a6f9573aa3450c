import { useState, type ReactElement } from 'react';
import { Link } from 'react-router';
import { differencesOf, ENTRIES, secondWalk, walkInHand, type WalkState } from '@kanzel/core';
import { useSend } from '../findings/use-send.ts';
import { useCampaign } from '../station/campaign-context.ts';
import { newId } from '../sync/new-id.ts';
import { useSession } from '../sync/session.ts';
import { Problem } from '../ui/field.tsx';
import { HoldButton } from '../ui/hold-button.tsx';
import { whenInWords } from '../ui/when.ts';
import { BlindWalkSheet } from './blind-walk-sheet.tsx';
import { Settle } from './settle.tsx';

const steps = (n: number): string => `${n} ${n === 1 ? 'step' : 'steps'}`;

/** How the second walk stands, in one sentence. */
function Standing(): ReactElement {
  const view = useCampaign();
  const walk = secondWalk(view.state, view.index);
  const open = differencesOf(view.state, view.index).length;
  if (!walk) return <p>The pack of this campaign asks for no second walk.</p>;
  const sampled = walk.count < walk.eligible.length;
  const asks = sampled
    ? `${steps(walk.count)} of ${walk.eligible.length}, drawn by the product, are`
    : `${walk.count === 1 ? 'One step is' : `All ${walk.count} steps are`}`;
  return (
    <>
      <p className="mt-1 text-ink-2">
        {asks} walked once more by somebody who gave none of the answers, and does not see them.
      </p>
      <p className="mt-3 text-lg font-semibold">
        {open > 0
          ? `${open} ${open === 1 ? 'difference' : 'differences'} to settle.`
          : !walk.drawn
            ? 'Nobody has begun.'
            : walk.left.length > 0
              ? `${steps(walk.left.length)} ${walk.left.length === 1 ? 'waits' : 'wait'} for somebody else.`
              : 'Walked by somebody else, and nothing was found otherwise.'}
      </p>
    </>
  );
}

/** A walk that was begun: by whom, and how far. What was said on it is told to nobody before it is finished. */
function WalkLine({ walk }: { walk: WalkState }): ReactElement {
  const view = useCampaign();
  return (
    <li className="flex min-h-11 flex-wrap items-center gap-x-3 border-b border-rule-2">
      <span className="font-semibold">{view.who(walk.begun.by)}</span>
      <span className="text-ink-2">
        {walk.finished
          ? walk.finished.givenUp === undefined
            ? `${steps(walk.said.size)}, finished ${whenInWords(walk.finished.at)}`
            : `given up ${whenInWords(walk.finished.at)}, and counts for nothing: ${walk.finished.givenUp}`
          : `on the walk since ${whenInWords(walk.begun.at)}, ${steps(walk.said.size)} so far`}
      </span>
    </li>
  );
}

/** The second walk: begun here, walked without seeing what the first one found, and settled here. */
export default function SecondWalkSheet(): ReactElement {
  const view = useCampaign();
  const person = useSession((s) => s.person);
  const { problem, send } = useSend();
  const [begun, setBegun] = useState(false);
  const mine = person ? walkInHand(view.state, person.id) : undefined;
  if (mine) return <BlindWalkSheet walk={mine} />;
  const walk = secondWalk(view.state, view.index);
  const differences = differencesOf(view.state, view.index);
  const walks = [...view.state.walks.values()];
  const begin = async (): Promise<void> => {
    setBegun(true);
    await send('walk.begun', { walk: newId() }, ENTRIES['walk.begun'].roles);
    setBegun(false);
  };
  return (
    <div className="px-[22px] py-5 pb-10">
      <h1 className="text-[1.56rem] font-semibold narrow">Second walk</h1>
      <Standing />
      {differences.map((d) => (
        <Settle key={`${d.first.entry} ${d.second.entry}`} difference={d} />
      ))}
      <Problem>{problem}</Problem>
      {walk && !view.state.release && (!walk.drawn || walk.left.length > 0) ? (
        <div className="mt-4">
          <HoldButton disabled={begun} onDone={() => void begin()}>
            Begin the second walk
          </HoldButton>
        </div>
      ) : null}
      {walks.length > 0 ? (
        <section aria-label="Walks" className="mt-6">
          <h2 className="border-b-2 border-ink pb-1 font-semibold">Walks</h2>
          <ul>
            {walks.map((w) => (
              <WalkLine key={w.begun.walk} walk={w} />
            ))}
          </ul>
        </section>
      ) : null}
      <p className="mt-6">
        <Link className="underline decoration-rule underline-offset-4" to={`${view.base}/inspection`}>
          Inspection
        </Link>
      </p>
    </div>
  );
}
