import { useMemo, type ReactElement } from 'react';
import { useNavigate } from 'react-router';
import { secondWalkAsked, STATION_TITLES } from '@kanzel/core';
import { PLAN_SHEETS } from '../../planning/sheets.ts';
import { Finder, type Findable } from '../../ui/finder.tsx';
import { useCampaign } from '../campaign-context.ts';

/** Finds a step or does something, by typing. */
export function Find({ hint, onClose }: { hint: string; onClose: () => void }): ReactElement {
  const view = useCampaign();
  const navigate = useNavigate();
  const things = useMemo<readonly Findable[]>(() => {
    const to = (path: string) => (): void => void navigate(path);
    return [
      { id: 'do tag', title: 'Add tag', run: () => view.ask({ kind: 'tag' }) },
      { id: 'do finding', title: 'Raise a finding', run: () => view.ask({ kind: 'finding' }) },
      ...(secondWalkAsked(view.index)
        ? [{ id: 'do second walk', title: 'Second walk', run: to(`${view.base}/second-walk`) }]
        : []),
      {
        id: 'do briefing',
        title: 'Briefing: read aloud before the flight',
        run: to(`${view.base}/briefing`),
      },
      {
        id: 'do field-chart',
        title: 'Field chart: where it can glide to',
        run: to(`${view.base}/field-chart`),
      },
      { id: 'do crew', title: 'Crew: who reads, who is where', run: to(`${view.base}/crew`) },
      { id: 'do findings', title: 'Tags, findings and actions', run: to(`${view.base}/findings`) },
      { id: 'do release', title: 'Release: read and sign', run: to(`${view.base}/release`) },
      { id: 'do emergency', title: 'Emergency cards', run: to(`${view.base}/emergency`) },
      { id: 'do hangar', title: 'Back to the hangar', run: to('/') },
      ...PLAN_SHEETS.map(([id, title]) => ({
        id: `plan ${id}`,
        title: `Plan: ${title}`,
        more: [title],
        run: to(`${view.base}/plan/${id}`),
      })),
      ...view.status.stations
        .filter((s) => s.total > 0)
        .map((s) => ({
          id: `station ${s.station}`,
          title: STATION_TITLES[s.station],
          beside: `${s.done}/${s.total}`,
          run: to(`${view.base}/${s.station}`),
        })),
      ...view.index.basis.pack.checks.map((c) => ({
        id: `check ${c.id}`,
        title: c.title,
        more: [c.challenge, c.response],
        beside: STATION_TITLES[c.station],
        run: to(`${view.base}/${c.station}?check=${c.id}`),
      })),
    ];
  }, [view, navigate]);
  return <Finder things={things} hint={hint} onClose={onClose} />;
}
