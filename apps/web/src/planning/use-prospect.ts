import { useEffect, useState } from 'react';
import type { ProspectView } from '@kanzel/contract';
import type { AircraftDescription } from '@kanzel/core';
import { api, sayFailure } from '../api/client.ts';
import { keepProspect, keptProspect } from '../sync/prospects.ts';

/**
 * What a campaign on an aircraft can count on, or one in hand; and the aircraft as it is described. Without the server, for a new one, as this
 * device last heard it, and since when (`asOf`).
 */
export function useProspect(
  mark: string | undefined,
  campaign?: string,
): {
  prospect: ProspectView | undefined;
  about: AircraftDescription | undefined;
  problem: string | undefined;
  asOf: string | undefined;
} {
  const [found, setFound] = useState<{ key: string; prospect: ProspectView; asOf?: string }>();
  const [about, setAbout] = useState<AircraftDescription>();
  const [problem, setProblem] = useState<string>();
  const key = campaign ?? mark ?? '';
  useEffect(() => {
    if (!mark) return;
    let current = true;
    const path = campaign ? `/api/campaigns/${campaign}/prospect` : `/api/aircraft/${mark}/prospect`;
    const look = async (): Promise<void> => {
      const [answer, described] = await Promise.all([
        api.get<ProspectView>(path),
        api.get<AircraftDescription>(`/api/library/documents/aircraft/${mark}`),
      ]);
      const own = described.ok ? described.value : undefined;
      if (answer.ok) {
        if (!campaign) await keepProspect(mark, answer.value, own);
        if (!current) return;
        setAbout(own);
        setFound({ key, prospect: answer.value });
        return setProblem(undefined);
      }
      const before =
        campaign === undefined && answer.error.kind === 'unreachable' ? await keptProspect(mark) : undefined;
      if (!current) return;
      setAbout(own ?? before?.about);
      if (before) setFound({ key, prospect: before.prospect, asOf: before.heardAt });
      setProblem(before ? undefined : sayFailure(answer.error));
    };
    void look();
    return () => {
      current = false;
    };
  }, [mark, campaign, key]);
  return {
    prospect: found?.key === key ? found.prospect : undefined,
    about: about?.mark === mark ? about : undefined,
    problem,
    asOf: found?.key === key ? found.asOf : undefined,
  };
}
