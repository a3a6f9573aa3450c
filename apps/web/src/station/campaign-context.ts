import { createContext, useContext } from 'react';
import type {
  AnswerRecord,
  BasisIndex,
  CampaignState,
  CampaignStatus,
  Names,
  PartAnswer,
  Reason,
} from '@kanzel/core';

/** What every part of a campaign's page works with. */
export interface CampaignView {
  readonly id: string;
  readonly base: string;
  readonly state: CampaignState;
  readonly status: CampaignStatus;
  readonly index: BasisIndex;
  readonly names: Names;
  readonly say: (reason: Reason) => string;
  /** Answers of others that this person is not shown before having said what he sees, by part key. */
  readonly unseen: ReadonlyMap<string, AnswerRecord>;
  /** Name of a person by id. */
  readonly who: (id: string) => string;
  /** Figures of the same parts in the campaign before, by part key. */
  readonly last: ReadonlyMap<string, number>;
  /** Answers of the same parts in that campaign. */
  readonly lastAnswers: ReadonlyMap<string, PartAnswer>;
  readonly ask: (what: Slip) => void;
}

/** Slips that can be laid over the sheet. */
export type Slip =
  | { readonly kind: 'tag' }
  | { readonly kind: 'tag-off'; readonly tag: string }
  | {
      readonly kind: 'finding';
      readonly check?: string;
      readonly subject?: string;
      readonly answerEntry?: string;
      readonly title?: string;
    }
  | { readonly kind: 'not-applicable'; readonly check: string; readonly subjects: readonly string[] }
  | { readonly kind: 'correct'; readonly part: string }
  | { readonly kind: 'decide'; readonly part: string }
  | {
      readonly kind: 'override';
      readonly gate: string;
      readonly condition: string;
      /** What it covers, as it is now. */
      readonly covers: readonly string[];
      readonly sentence: string;
    }
  | { readonly kind: 'find' }
  | { readonly kind: 'keys' };

export const CampaignContext = createContext<CampaignView | null>(null);

/** The campaign in hand; only inside its page. */
export function useCampaign(): CampaignView {
  const view = useContext(CampaignContext);
  if (!view) throw new Error('useCampaign: not inside a campaign page');
  return view;
}
