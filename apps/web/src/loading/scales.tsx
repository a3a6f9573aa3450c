import { useState, type ReactElement } from 'react';
import { makeSentences, type Instrument } from '@kanzel/core';
import type { ScalesView } from '@kanzel/contract';
import { api, sayFailure } from '../api/client.ts';
import { useCampaign } from '../station/campaign-context.ts';
import { Button } from '../ui/button.tsx';
import { Problem } from '../ui/field.tsx';
import { takeScales } from './take-scales.ts';

/** Takes what the scales of the workshop show; a scale that is not at rest is not taken. */
export function ReadScales({
  unit,
  instrument,
  points,
  onTake,
}: {
  unit: string;
  /** The scales as they stand in the register: what their display resolves says what is at rest. */
  instrument: Instrument | undefined;
  points: readonly { readonly id: string; readonly title: string }[];
  /** Text of each reading, by point. */
  onTake: (texts: Readonly<Record<string, string>>) => void;
}): ReactElement {
  const { names } = useCampaign();
  const [listening, setListening] = useState(false);
  const [problem, setProblem] = useState<string>();
  const take = async (): Promise<void> => {
    setListening(true);
    setProblem(undefined);
    const answer = await api.get<ScalesView>('/api/scales');
    setListening(false);
    if (!answer.ok) {
      const { error } = answer;
      const why = error.kind === 'refused' ? error.refusal.reason : undefined;
      setProblem(why ? makeSentences(names).say(why) : sayFailure(error));
      return;
    }
    const { texts, says } = takeScales(answer.value.scales, points, unit, instrument);
    if (says.length > 0) setProblem(says.join(' '));
    onTake(texts);
  };
  return (
    <>
      <Button onClick={() => void take()} disabled={listening}>
        {listening ? 'Listening to the scales…' : 'Read the scales'}
      </Button>
      <Problem>{problem}</Problem>
    </>
  );
}
