import { useEffect } from 'react';
import { useLocation } from 'react-router';
import { ownMember } from '@kanzel/core';
import { useCampaigns } from '../sync/campaign-store.ts';
import { titleOf } from './titles.ts';

/** Names the page in the window and in what a screen reader says first: every page of one product is not the same page. */
export function PageTitle(): null {
  const { pathname } = useLocation();
  const campaign = pathname.split('/')[2] ?? '';
  const mark = useCampaigns((s) => ownMember(s.held, campaign)?.state.index?.basis.aircraft.mark);
  useEffect(() => {
    document.title = `${titleOf(pathname, mark)} · Kanzel`;
  }, [pathname, mark]);
  return null;
}
