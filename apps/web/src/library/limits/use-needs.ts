import { useEffect, useState } from 'react';
import type { LibraryView } from '@kanzel/contract';
import type { NeededLimit } from '@kanzel/core';
import { api } from '../../api/client.ts';

/** What a pack asks for, with its title; undefined until it has been heard, and for a book begun for none. */
export function useNeeds(
  pack: string | undefined,
): { readonly title: string; readonly limits: readonly NeededLimit[] } | undefined {
  const [needs, setNeeds] = useState<{ pack: string; title: string; limits: readonly NeededLimit[] }>();
  useEffect(() => {
    if (pack === undefined) return;
    let live = true;
    void Promise.all([
      api.get<readonly NeededLimit[]>(`/api/library/packs/${encodeURIComponent(pack)}/limits`),
      api.get<LibraryView>('/api/library'),
    ]).then(([limits, library]) => {
      if (!live || !limits.ok) return;
      const title = library.ok ? library.value.packs.find((p) => p.id === pack)?.title : undefined;
      setNeeds({ pack, title: title ?? 'The check pack', limits: limits.value });
    });
    return () => {
      live = false;
    };
  }, [pack]);
  return needs?.pack === pack ? needs : undefined;
}
