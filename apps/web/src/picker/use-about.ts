import { useEffect, useState } from 'react';
import type { AircraftDescription } from '@kanzel/core';
import { api } from '../api/client.ts';
import { keep, kept } from '../sync/database.ts';

/** An aircraft as it is described, for its drawing and what is fitted; without the server as it was last heard. */
export function useAbout(mark: string): AircraftDescription | undefined {
  const [about, setAbout] = useState<AircraftDescription>();
  useEffect(() => {
    let live = true;
    const look = async (): Promise<void> => {
      const heard = await api.get<AircraftDescription>(`/api/library/documents/aircraft/${mark}`);
      const found = heard.ok ? heard.value : await kept<AircraftDescription>(`aircraft ${mark}`);
      if (live) setAbout(found);
      if (heard.ok) await keep(`aircraft ${mark}`, heard.value);
    };
    void look();
    return () => {
      live = false;
    };
  }, [mark]);
  return about?.mark === mark ? about : undefined;
}
