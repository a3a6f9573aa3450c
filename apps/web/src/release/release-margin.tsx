import type { ReactElement } from 'react';
import { releaseMeaning, sayDay } from '@kanzel/core';
import { MarginNote } from '../shell/frame.tsx';
import { useSession } from '../sync/session.ts';
import { useCampaign } from '../station/campaign-context.ts';
import { GoesWithIt } from './release-sheet.tsx';

/** The margin beside the release: what signing says, why this person may, what goes with it. */
export function ReleaseMargin(): ReactElement {
  const view = useCampaign();
  const person = useSession((s) => s.person);
  const certifying = person?.authorisations.find((a) => a.role === 'certifier');
  return (
    <>
      <MarginNote title="What signing says">
        <p>{releaseMeaning(view.state.opened?.occasion)}</p>
      </MarginNote>
      <MarginNote title={certifying ? 'You may sign because' : 'You may not sign'}>
        <p>
          {certifying
            ? `You hold the certifying authorisation${certifying.validUntil ? ` until ${sayDay(certifying.validUntil)}` : ''}. Whoever flew the aircraft may not sign for the same flight.`
            : 'Signing takes a certifying person.'}
        </p>
      </MarginNote>
      <MarginNote title="Goes with it">
        <GoesWithIt />
      </MarginNote>
      <MarginNote title="Care">
        <p>Kanzel gathers evidence. The decision, and the rules it is taken under, are yours.</p>
      </MarginNote>
    </>
  );
}
