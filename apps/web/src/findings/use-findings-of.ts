import { useEffect, useState } from 'react';
import type { FindingLineView } from '@kanzel/contract';
import { api } from '../api/client.ts';
import { keep, kept } from '../sync/database.ts';

/** Every finding of an aircraft, and of those of its type if asked, of whatever campaign; without the server as last heard. */
export function useFindingsOf(mark: string, alike?: 'type'): readonly FindingLineView[] {
  const [found, setFound] = useState<{ mark: string; lines: readonly FindingLineView[] }>();
  useEffect(() => {
    let live = true;
    const look = async (): Promise<void> => {
      const asked = new URLSearchParams({ mark, ...(alike ? { alike } : {}) }).toString();
      const heard = await api.get<FindingLineView[]>(`/api/findings?${asked}`);
      const lines = heard.ok ? heard.value : ((await kept<FindingLineView[]>(`findings ${asked}`)) ?? []);
      if (live) setFound({ mark, lines });
      if (heard.ok) await keep(`findings ${asked}`, heard.value);
    };
    void look();
    return () => {
      live = false;
    };
  }, [mark, alike]);
  return found?.mark === mark ? found.lines : [];
}
