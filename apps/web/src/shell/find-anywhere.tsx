import { useEffect, useState, type ReactElement } from 'react';
import { useNavigate } from 'react-router';
import type { CampaignView, LibraryView } from '@kanzel/contract';
import { api } from '../api/client.ts';
import { Finder, type Findable } from '../ui/finder.tsx';

const PAGES: readonly (readonly [path: string, title: string, ...more: string[]])[] = [
  ['/', 'Hangar', 'aircraft', 'campaigns'],
  ['/new', 'New campaign', 'open', 'begin'],
  ['/library', 'Packs and limits', 'library', 'aircraft', 'instruments', 'limit books'],
  ['/findings', 'Findings of all aircraft', 'defects', 'deferred', 'snags'],
  ['/people', 'People', 'accounts', 'roles', 'passphrase'],
  ['/installation', 'Installation', 'backup', 'log', 'field', 'key'],
];

/** Campaigns in progress and what the library holds, as things to go to; as much of it as can be had now. */
async function askServer(to: (path: string) => () => void): Promise<readonly Findable[]> {
  const [campaigns, library] = await Promise.all([
    api.get<CampaignView[]>('/api/campaigns?state=inHand'),
    api.get<LibraryView>('/api/library'),
  ]);
  const inHand = campaigns.ok ? campaigns.value : [];
  const books = library.ok ? library.value : undefined;
  return [
    ...inHand.map((c) => ({
      id: `campaign ${c.id}`,
      title: `${c.mark}: ${c.title}`,
      more: [c.title],
      beside: 'campaign',
      run: to(`/campaign/${c.id}`),
    })),
    ...(books?.aircraft ?? []).map((a) => ({
      id: `aircraft ${a.id}`,
      title: a.id,
      more: [a.title, a.family],
      beside: 'aircraft, as described',
      run: to(`/library/aircraft/${a.id}`),
    })),
    ...(books?.limitBooks ?? []).map((b) => ({
      id: `book ${b.id}`,
      title: b.title,
      beside: 'limit book',
      run: to(`/library/limit-book/${b.id}`),
    })),
    ...(books?.packs ?? []).map((p) => ({
      id: `pack ${p.id}`,
      title: p.title,
      beside: 'pack',
      run: to(`/library/pack/${p.id}`),
    })),
    ...(books?.instruments ?? []).map((i) => ({
      id: `instrument ${i.id}`,
      title: i.name,
      beside: 'instrument',
      run: to(`/library/instrument/${i.id}`),
    })),
  ];
}

/** Finds a page, a campaign or something of the library from wherever one is. */
export default function FindAnywhere({ hint, onClose }: { hint: string; onClose: () => void }): ReactElement {
  const navigate = useNavigate();
  const [found, setFound] = useState<readonly Findable[]>([]);
  useEffect(() => {
    let here = true;
    void askServer((path) => () => void navigate(path)).then((things) => here && setFound(things));
    return () => {
      here = false;
    };
  }, [navigate]);
  const pages = PAGES.map(([path, title, ...more]) => ({
    id: path,
    title,
    more,
    run: () => void navigate(path),
  }));
  return <Finder things={[...pages, ...found]} hint={hint} onClose={onClose} />;
}
