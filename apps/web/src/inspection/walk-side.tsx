import { useSyncExternalStore, type ReactElement } from 'react';
import { Link } from 'react-router';
import { differencesOf, secondWalk, type Layout } from '@kanzel/core';
import { useCampaign } from '../station/campaign-context.ts';
import { useFindingsOf } from '../findings/use-findings-of.ts';
import { earlierFlags, flagsOf, locksSeen, type WalkedStop } from './walked.ts';
import { WalkPicture } from './walk-picture.tsx';

/** Height of the picture at most, beside the step and below it, in pixels. */
const HEIGHT = { beside: 400, below: 300 } as const;

/** Wide enough for the picture to stand beside the step, as the sheet is laid out (`xl`). */
const WIDE = '(min-width: 80rem)';
const follow = (heard: () => void): (() => void) => {
  const query = matchMedia(WIDE);
  query.addEventListener('change', heard);
  return () => query.removeEventListener('change', heard);
};
const useBeside = (): boolean => useSyncExternalStore(follow, () => matchMedia(WIDE).matches);

/** That somebody else walks it again, and how that stands; nothing where the pack does not ask for it. */
function SecondWalkLine(): ReactElement | null {
  const view = useCampaign();
  const walk = secondWalk(view.state, view.index);
  if (!walk) return null;
  const open = differencesOf(view.state, view.index).length;
  const left = walk.drawn ? walk.left.length : walk.count;
  const text =
    open > 0
      ? `${open} ${open === 1 ? 'difference' : 'differences'} to settle`
      : left > 0
        ? `${left} of ${walk.count} steps wait for somebody else`
        : 'nobody found otherwise';
  return (
    <p className={`mt-1 text-[0.86rem] ${open > 0 ? 'font-semibold text-near' : ''}`}>
      <Link className="underline decoration-rule underline-offset-4" to={`${view.base}/second-walk`}>
        Second walk
      </Link>
      : {text}
    </p>
  );
}

/** Beside the step: the aircraft with the walk on it, how far one has come, and what is on or was found. */
export function WalkSide({
  layout,
  stops,
  inHand,
  misplaced,
  onGo,
}: {
  layout: Layout;
  stops: readonly WalkedStop[];
  inHand: WalkedStop | undefined;
  /** Titles of checks that name a part which this aircraft has not. */
  misplaced: readonly string[];
  onGo: (stop: WalkedStop) => void;
}): ReactElement {
  const view = useCampaign();
  const beside = useBeside();
  const { mark } = view.index.basis.aircraft;
  const past = useFindingsOf(mark, 'type');
  const earlier = earlierFlags(past, view, layout);
  const walked = stops.filter((s) => s.proven === s.checks.length).length;
  const locks = locksSeen(
    stops.flatMap((s) => [...s.checks]),
    view.index,
  );
  return (
    <aside aria-label="Walk round the aircraft" className="border-b border-rule px-[22px] py-3">
      <WalkPicture
        layout={layout}
        title={mark}
        stops={stops}
        inHand={inHand}
        flags={[...flagsOf(view.state, layout), ...earlier]}
        highest={beside ? HEIGHT.beside : HEIGHT.below}
        onGo={onGo}
      />
      <p className="mt-2 text-[0.86rem]">
        Walked {walked} of {stops.length} {stops.length === 1 ? 'place' : 'places'}
        {locks.all > 0 ? (
          <b>
            . Locks {locks.seen} of {locks.all} seen and felt
          </b>
        ) : null}
      </p>
      <SecondWalkLine />
      <p className="cap mt-1">Open work first, then clean hands, then what closes.</p>
      {earlier.length > 0 ? (
        <p className="cap mt-1">
          Grey rings: found here before, on this aircraft or another of its type. Look again.
        </p>
      ) : null}
      {misplaced.length > 0 ? (
        <p className="mt-1 text-[0.86rem] font-semibold text-near">
          Of a part that this aircraft is not drawn with: {misplaced.join(', ')}. Look all round it.
        </p>
      ) : null}
    </aside>
  );
}
