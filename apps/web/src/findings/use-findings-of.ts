import { useEffect, useState } from 'react';
import type { FindingLineView } from '@kanzel/contract';
import { api } from '../api/client.ts';
import { keep, kept } from '../sync/database.ts';

/** Every finding of an aircraft, of whatever campaign; without the server as they were last heard. */
export function useFindingsOf(mark: string): readonly FindingLineView[] {
  const [found, setFound] = useState<{ mark: string; lines: readonly FindingLineView[] }>();
  useEffect(() => {
    let live = true;
    const look = async (): Promise<void> => {
      const heard = await api.get<FindingLineView[]>(`/api/findings?${new URLSearchParams({ mark })}`);
      const lines = heard.ok ? heard.value : ((await kept<FindingLineView[]>(`findings ${mark}`)) ?? []);
      if (live) setFound({ mark, lines });
      if (heard.ok) await keep(`findings ${mark}`, heard.value);
    };
    void look();
    return () => {
      live = false;
    };
  }, [mark]);
  return found?.mark === mark ? found.lines : [];
}
