import type { ReactElement } from 'react';
import type { compareChecks, neighboursOf, Pack, PackProblem } from '@kanzel/core';
import { MarginNote } from '../../shell/frame.tsx';
import { wordsIn } from '../../ui/plain-words.ts';
import { TryPack } from './try-pack.tsx';

/** Beside the checks of a pack: what cannot be reached, what depends on what, what a steady hand finds, what was changed. */
export function PackMargin({
  pack,
  problems,
  refused,
  near,
  changes,
  onTake,
}: {
  pack: Pack;
  problems: readonly PackProblem[];
  /** What the server said of it when it was to be published. */
  refused: readonly string[];
  near: ReturnType<typeof neighboursOf> | undefined;
  changes: ReturnType<typeof compareChecks>;
  onTake: (check: string | undefined) => void;
}): ReactElement {
  const { say } = wordsIn(pack);
  return (
    <>
      <MarginNote title="Checks that cannot be reached">
        {problems.length + refused.length === 0 ? (
          <p className="text-ink-2">None: every check can be reached in this order.</p>
        ) : (
          <ul className="grid gap-1.5">
            {problems.map((p, i) => (
              <li key={i}>
                <button
                  type="button"
                  className="text-left font-semibold text-out underline decoration-rule underline-offset-4"
                  onClick={() => onTake(p.check)}
                >
                  {say(p.reason)}
                </button>
              </li>
            ))}
            {problems.length === 0
              ? refused.map((p) => (
                  <li key={p} className="font-semibold text-out">
                    {p}
                  </li>
                ))
              : null}
          </ul>
        )}
      </MarginNote>
      {near ? (
        <MarginNote title="What depends on what">
          <p>
            <span className="mr-1 inline-block h-3 border-l-4 border-hand" /> waits for {near.waitsFor.length}
            , <span className="mr-1 inline-block h-3 border-l-4 border-again" /> needed by{' '}
            {near.neededBy.length}
          </p>
        </MarginNote>
      ) : null}
      <TryPack pack={pack} onCheck={onTake} />
      {changes.length > 0 ? (
        <MarginNote title="Changed against what is published">
          <ul>
            {changes.map((c) => (
              <li key={c.check}>
                <b>{c.title}</b>: {c.change === 'changed' ? c.fields.join(', ') : c.change}
                {c.change === 'changed' && c.asksOther ? '; asks something other' : ''}
              </li>
            ))}
          </ul>
        </MarginNote>
      ) : null}
    </>
  );
}
