import { create } from 'zustand';
import { createJSONStorage, persist } from 'zustand/middleware';
import { ownMember } from '@kanzel/core';
import type { PartDraft } from './desk.ts';

interface Drafts {
  readonly drafts: Readonly<Record<string, PartDraft>>;
}

/** Drafts outlive a reload: nothing typed is lost. */
export const useDrafts = create<Drafts>()(
  persist(() => ({ drafts: {} }), {
    name: 'kanzel-drafts',
    storage: createJSONStorage(() => localStorage),
  }),
);

const EMPTY: PartDraft = {};

export const draftKey = (campaign: string, part: string): string => `${campaign} ${part}`;

export function draftOf(drafts: Drafts['drafts'], campaign: string, part: string): PartDraft {
  return ownMember(drafts, draftKey(campaign, part)) ?? EMPTY;
}

export function changeDraft(campaign: string, part: string, change: Partial<PartDraft>): void {
  const key = draftKey(campaign, part);
  useDrafts.setState(({ drafts }) => ({
    drafts: { ...drafts, [key]: { ...ownMember(drafts, key), ...change } },
  }));
}

/**
 * A hand writes a figure: what was taken for it before goes, and so does what it wrote once it is wiped out. A field that stands empty holds
 * nothing that could be kept unseen.
 */
export function writeFigure(campaign: string, part: string, name: string, text: string): void {
  const { texts, taken } = draftOf(useDrafts.getState().drafts, campaign, part);
  const { [name]: _wasText, ...otherTexts } = texts ?? {};
  const { [name]: _wasTaken, ...otherTaken } = taken ?? {};
  changeDraft(campaign, part, {
    texts: text === '' ? otherTexts : { ...otherTexts, [name]: text },
    ...(taken ? { taken: otherTaken } : {}),
  });
}

export function clearDraft(campaign: string, part: string): void {
  const key = draftKey(campaign, part);
  useDrafts.setState(({ drafts }) => {
    const { [key]: _gone, ...rest } = drafts;
    return { drafts: rest };
  });
}

/**
 * A part is asked anew: what was taken and chosen before is no answer to that, and goes. What somebody wrote in words stays on the desk, and
 * answers nothing until they answer again.
 */
export function askAnew(campaign: string, part: string): void {
  const { note } = draftOf(useDrafts.getState().drafts, campaign, part);
  clearDraft(campaign, part);
  if (note?.trim()) changeDraft(campaign, part, { note });
}
