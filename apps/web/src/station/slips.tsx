import { lazy, Suspense, type ReactElement } from 'react';
import { FinderOpening } from '../ui/finder-opening.tsx';
import type { Slip } from './campaign-context.ts';
import { Correct, Decide, NotApplicable, Override } from './slips/answer-slips.tsx';
import { Finding } from './slips/finding-slip.tsx';
import { Keys } from './slips/keys-slip.tsx';
import { TagOff, TagOn } from './slips/tag-slips.tsx';

const FIND_HERE = 'A check, a station, or what you want to do';
const Find = lazy(async () => ({ default: (await import('./slips/find-slip.tsx')).Find }));

/** Whatever lies over the sheet. */
export function Slips({
  slip,
  onClose,
}: {
  slip: Slip | undefined;
  onClose: () => void;
}): ReactElement | null {
  switch (slip?.kind) {
    case 'tag':
      return <TagOn onClose={onClose} />;
    case 'tag-off':
      return <TagOff tag={slip.tag} onClose={onClose} />;
    case 'finding':
      return <Finding slip={slip} onClose={onClose} />;
    case 'not-applicable':
      return <NotApplicable slip={slip} onClose={onClose} />;
    case 'correct':
      return <Correct part={slip.part} onClose={onClose} />;
    case 'decide':
      return <Decide part={slip.part} onClose={onClose} />;
    case 'override':
      return <Override slip={slip} onClose={onClose} />;
    case 'keys':
      return <Keys onClose={onClose} />;
    case 'find':
      return (
        <Suspense fallback={<FinderOpening onClose={onClose} />}>
          <Find hint={FIND_HERE} onClose={onClose} />
        </Suspense>
      );
    case undefined:
      return null;
  }
}
