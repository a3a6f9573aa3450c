import { costOf, formatFigure, overlaps } from '@kanzel/core';
import type { ReactElement } from 'react';
import { useCampaign } from '../station/campaign-context.ts';

/** What touching some systems would cost, said before it is recorded. */
export function CostNote({ touches }: { touches: readonly string[] }): ReactElement | null {
  const view = useCampaign();
  if (touches.length === 0) return null;
  const inspection = touches.some((t) =>
    view.index.basis.pack.independentInspection.some((i) => overlaps(t, i)),
  );
  const cost = costOf(view.state, view.status, touches, inspection);
  const titles = cost.checks.map((c) => view.index.checks.get(c)?.title ?? c);
  return (
    <div className="mb-4 border-l-4 border-again bg-again-bg px-3 py-2 text-again" data-testid="cost">
      <p className="font-semibold">
        {cost.checks.length === 0
          ? 'No good check would be lost.'
          : `${cost.checks.length} ${cost.checks.length === 1 ? 'check' : 'checks'} to repeat, ${formatFigure(Math.ceil(cost.minutes), 1)} min, ${cost.people === 1 ? 'one person' : 'two people'}.`}
      </p>
      {titles.length > 0 ? <p className="text-[0.82rem]">{titles.join(' · ')}</p> : null}
      {inspection ? (
        <p className="text-[0.82rem]">It needs an inspection by someone who did not do it.</p>
      ) : null}
    </div>
  );
}
