import type { ReactElement } from 'react';
import type { Reason, Verdict } from '@kanzel/core';

/** What is said beside the worst of some verdicts, each sentence once: two figures that lack for one reason lack it once. */
export function OtherVerdicts({
  verdicts,
  say,
  className = 'text-[0.8rem] text-ink-2',
}: {
  verdicts: readonly Verdict[];
  say: (reason: Reason) => string;
  className?: string;
}): ReactElement {
  const [first, ...others] = verdicts.map((v) => say(v.reason));
  return (
    <>
      {[...new Set(others)]
        .filter((sentence) => sentence !== first)
        .map((sentence) => (
          <p key={sentence} className={className}>
            {sentence}
          </p>
        ))}
    </>
  );
}
