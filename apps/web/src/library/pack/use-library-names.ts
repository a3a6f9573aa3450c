import { useEffect, useState } from 'react';
import type { LibraryNames } from '@kanzel/contract';
import { api } from '../../api/client.ts';
import { keep, kept } from '../../sync/database.ts';

const KEPT = 'library names';

/** What systems and limits are called in the library; what was heard last while the server cannot be reached. */
export function useLibraryNames(): LibraryNames | undefined {
  const [names, setNames] = useState<LibraryNames>();
  useEffect(() => {
    void api.get<LibraryNames>('/api/library/names').then(async (heard) => {
      setNames(heard.ok ? heard.value : await kept<LibraryNames>(KEPT));
      if (heard.ok) await keep(KEPT, heard.value);
    });
  }, []);
  return names;
}
