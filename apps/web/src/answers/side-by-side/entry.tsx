import { useState, type ReactElement } from 'react';
import { ownMember, sideBySide, type Part } from '@kanzel/core';
import { useCampaign } from '../../station/campaign-context.ts';
import { newestAt, useMonitor } from '../../sync/monitor-store.ts';
import { Button } from '../../ui/button.tsx';
import { isFreeKey } from '../../ui/free-key.ts';
import { useKeys } from '../../ui/use-keys.ts';
import type { SpecOf } from '../answer-desk.ts';
import type { EntryProps } from '../answer-view.ts';
import { changeDraft, draftOf, useDrafts } from '../drafts.ts';
import { FigureEntry } from '../figures/figure-entry.tsx';
import { stopsHeard } from '../figures/live-take.ts';
import { SIDE_BY_SIDE_FIGURES, withPress } from './desk.ts';

/** One key for each of them, pressed as it stands; what the vehicle says of the same is offered beside it. */
function Stops({
  part,
  spec,
  first,
}: {
  part: Part;
  spec: SpecOf<'side-by-side'>;
  first: boolean;
}): ReactElement {
  const view = useCampaign();
  useMonitor((s) => s.tick);
  const drafts = useDrafts((s) => s.drafts);
  const draft = draftOf(drafts, view.id, part.key);
  const all = sideBySide(view.index, spec);
  const bySpeeds = ownMember(draft.picks, 'timedBy') === 'speeds';
  const press = (id: string): void =>
    changeDraft(view.id, part.key, {
      ...withPress(draft, id, performance.now() / 1000),
      picks: { timedBy: 'press' },
    });
  const anew = (): void => changeDraft(view.id, part.key, { taken: {}, texts: {}, picks: {} });
  useKeys((event) => {
    if (!first || !isFreeKey(event)) return;
    const one = all[Number(event.key) - 1];
    if (one) {
      event.preventDefault();
      press(one.id);
    } else if (event.key === 'Backspace') {
      event.preventDefault();
      anew();
    }
  }, true);
  const [since] = useState(() => newestAt() ?? 0);
  const heard = stopsHeard(view.index, part, since);
  const [lastHeard] = heard?.ok
    ? all
        .map(({ id, title }) => ({ title, reading: ownMember(heard.value, id) }))
        .toSorted((a, b) => (b.reading?.value ?? 0) - (a.reading?.value ?? 0))
    : [];
  return (
    <div className="mb-3">
      <p className="mb-1 text-[0.92rem]">
        Press each as it stands: the first counts as 0.
        {all.length > 2 ? ' The first and the last are enough.' : ''}
      </p>
      <div className="flex flex-wrap gap-2 max-sm:grid max-sm:grid-cols-2">
        {all.map(({ id, title }, i) => {
          const taken = bySpeeds ? undefined : ownMember(draft.taken, id);
          return (
            <button
              key={id}
              type="button"
              aria-pressed={taken !== undefined}
              onPointerDown={(e) => {
                e.preventDefault();
                press(id);
              }}
              onClick={(e) => {
                // A key or a reader of the screen; the finger was heard as it came down.
                if (e.detail === 0) press(id);
              }}
              className={`min-h-16 min-w-32 rounded-[3px] border-[1.5px] border-ink px-3 py-1 text-left font-semibold ${taken ? 'bg-ink text-sheet' : ''}`}
            >
              <span className="block">
                <span className="cap mr-2 max-lg:hidden">{i + 1}</span>
                {title} stands
              </span>
              <span className="block font-mono">{taken ? `${taken.text} s` : '—'}</span>
            </button>
          );
        })}
      </div>
      <div className="mt-1 flex min-h-11 flex-wrap items-center gap-x-4">
        {Object.keys(draft.taken ?? {}).length > 0 ? (
          <Button kind="quiet" onClick={anew}>
            Start again
          </Button>
        ) : null}
        {heard?.ok ? (
          <Button
            onClick={() =>
              changeDraft(view.id, part.key, { taken: heard.value, texts: {}, picks: { timedBy: 'speeds' } })
            }
          >
            {`As the vehicle says: ${lastHeard?.title.toLowerCase() ?? ''} last, ${lastHeard?.reading?.text ?? ''} s`}
          </Button>
        ) : heard ? (
          <span className="cap">{view.say(heard.error)}</span>
        ) : null}
      </div>
    </div>
  );
}

/** A figure for each motor or tilt: typed, taken from the vehicle, or pressed as each of them stands. */
export function SideBySideEntry({ part, spec, first }: EntryProps<'side-by-side'>): ReactElement {
  const view = useCampaign();
  if (sideBySide(view.index, spec).length === 0)
    return (
      <p className="border-l-4 border-again bg-again-bg px-2 py-1">
        {view.say({ code: 'besideNone', params: { of: spec.of } })}
      </p>
    );
  const timed = spec.timed === true;
  return (
    <FigureEntry
      part={part}
      spec={spec}
      first={first && !timed}
      figures={SIDE_BY_SIDE_FIGURES}
      fields="many"
      stopwatch={timed}
      above={timed ? <Stops part={part} spec={spec} first={first} /> : null}
      waiting={
        timed ? <p className="cap mt-1">Or type seconds after the first one, off a film.</p> : undefined
      }
    />
  );
}
