import { spokenText, spokenVerdict, WHOLE_AIRCRAFT, type Check, type Part } from '@kanzel/core';
import { useEffect, useRef } from 'react';
import { draftOf, useDrafts } from '../answers/drafts.ts';
import { previewOf } from '../answers/preview.ts';
import { hasVoice, useSomebodyElse, useVoice } from '../shell/voice.ts';
import { useCampaign } from './campaign-context.ts';

/** Says a text at once; what was being said is out of date. */
function say(text: string): void {
  if (!hasVoice() || text === '') return;
  speechSynthesis.cancel();
  const saying = new SpeechSynthesisUtterance(text);
  saying.lang = 'en';
  speechSynthesis.speak(saying);
}

/**
 * Reads aloud to whoever works alone with eyes on gauge and arc: the challenge when a step is come to, and each figure that is taken with
 * what is thought of it. Silent where two people work.
 */
export function useReadAloud(check: Check, parts: readonly Part[]): void {
  const view = useCampaign();
  const on = useVoice((s) => s.on);
  const silent = useSomebodyElse(view.id);
  const drafts = useDrafts((s) => s.drafts);
  const speaks = on && !silent;
  /** What was said of each part of the step, so that it is said once. */
  const said = useRef(new Map<string, string>());
  useEffect(() => {
    said.current = new Map();
    if (speaks) say(spokenText(check.challenge));
    return () => {
      if (speaks && hasVoice()) speechSynthesis.cancel();
    };
  }, [check.id, check.challenge, speaks]);
  const texts = parts.map((part) => {
    const draft = draftOf(drafts, view.id, part.key);
    // What is being typed is said once it stands: a voice that reads every digit is in the way.
    const taken = Object.keys(draft.taken ?? {}).length > 0 || draft.series !== undefined;
    const [worst] = taken ? previewOf(view, part, draft).verdicts : [];
    const whose = part.subject === WHOLE_AIRCRAFT ? '' : view.names.subject(part.subject);
    return [part.key, worst ? spokenVerdict(worst, whose) : ''] as const;
  });
  const together = texts.map(([, text]) => text).join(' ');
  useEffect(() => {
    if (!speaks) return;
    const news = texts.filter(([key, text]) => text !== '' && said.current.get(key) !== text);
    for (const [key, text] of texts) said.current.set(key, text);
    if (news.length > 0) say(news.map(([, text]) => text).join(' '));
    // The texts are what is said; they are new in every picture.
    // eslint-disable-next-line react-hooks/exhaustive-deps
  }, [together, speaks]);
}
