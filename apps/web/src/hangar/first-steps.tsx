import { useEffect, useState, type ReactElement } from 'react';
import { kept } from '../sync/database.ts';
import { WORKED_HERE } from '../sync/worked-here.ts';

/** One line for somebody who has not recorded anything on this device yet. It goes away by itself with the first entry. */
export function FirstSteps({ campaigns }: { campaigns: boolean }): ReactElement | null {
  const [worked, setWorked] = useState<boolean>();
  useEffect(() => {
    void kept<boolean>(WORKED_HERE).then((known) => setWorked(known === true));
  }, []);
  if (worked !== false) return null;
  return (
    <p className="border-b border-rule bg-margin px-[22px] py-2" data-testid="first-steps">
      <b>First steps:</b>{' '}
      {campaigns
        ? 'press a campaign; its step in progress stands on top, and Enter does what the blue button says. '
        : 'open a campaign for an aircraft. '}
      <span className="whitespace-nowrap">
        <kbd className="border border-ink px-1 font-mono text-[0.8rem]">?</kbd> explains each page.
      </span>
    </p>
  );
}
