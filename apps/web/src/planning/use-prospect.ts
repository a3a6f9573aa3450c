import { useEffect, useState } from 'react';
import type { ProspectView } from '@kanzel/contract';
import type { AircraftDescription } from '@kanzel/core';
import { api, sayFailure } from '../api/client.ts';

/** What a campaign on an aircraft can count on, or one in hand; and the aircraft as it is described. */
export function useProspect(
  mark: string | undefined,
  campaign?: string,
): {
  prospect: ProspectView | undefined;
  about: AircraftDescription | undefined;
  problem: string | undefined;
} {
  const [found, setFound] = useState<{ key: string; prospect: ProspectView }>();
  const [about, setAbout] = useState<AircraftDescription>();
  const [problem, setProblem] = useState<string>();
  const key = campaign ?? mark ?? '';
  useEffect(() => {
    if (!mark) return;
    let current = true;
    const path = campaign ? `/api/campaigns/${campaign}/prospect` : `/api/aircraft/${mark}/prospect`;
    void api.get<ProspectView>(path).then((answer) => {
      if (!current) return;
      setProblem(answer.ok ? undefined : sayFailure(answer.error));
      if (answer.ok) setFound({ key, prospect: answer.value });
    });
    void api.get<AircraftDescription>(`/api/library/documents/aircraft/${mark}`).then((answer) => {
      if (current) setAbout(answer.ok ? answer.value : undefined);
    });
    return () => {
      current = false;
    };
  }, [mark, campaign, key]);
  return {
    prospect: found?.key === key ? found.prospect : undefined,
    about: about?.mark === mark ? about : undefined,
    problem,
  };
}
