import { useEffect, useState } from 'react';
import type { CampaignView } from '@kanzel/contract';
import { api } from '../api/client.ts';
import { openCampaign, useCampaigns } from '../sync/campaign-store.ts';
import type { HeldCampaign } from '../sync/held.ts';
import { ownMember } from '@kanzel/core';

/** A campaign in hand with its listing. */
export interface InHand {
  readonly listing: CampaignView;
  readonly held: HeldCampaign;
}

/** Campaigns in hand that were opened by a limit book, on this device; undefined until the list has been heard. */
export function useOpenCampaigns(book: string): readonly InHand[] | undefined {
  const held = useCampaigns((s) => s.held);
  const [list, setList] = useState<readonly CampaignView[]>();
  useEffect(() => {
    const asked = new URLSearchParams({ state: 'inHand', limitBook: book });
    void api.get<CampaignView[]>(`/api/campaigns?${asked}`).then((answer) => {
      if (!answer.ok) return;
      setList(answer.value);
      for (const campaign of answer.value) void openCampaign(campaign.id);
    });
  }, [book]);
  return list?.flatMap((listing) => {
    const mine = ownMember(held, listing.id);
    return mine?.state.index && !mine.state.release ? [{ listing, held: mine }] : [];
  });
}
