import { useState, type ReactElement } from 'react';
import { convert, findUnit, formatWithUnit, makeSentences } from '@kanzel/core';
import type { ScalesView } from '@kanzel/contract';
import { api, sayFailure } from '../api/client.ts';
import { useCampaign } from '../station/campaign-context.ts';
import { Button } from '../ui/button.tsx';
import { Problem } from '../ui/field.tsx';

/** Takes what the scales of the workshop show; a scale that is not at rest is not taken. */
export function ReadScales({
  unit,
  points,
  onTake,
}: {
  unit: string;
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
    const texts: Record<string, string> = {};
    const restless: string[] = [];
    for (const [i, point] of points.entries()) {
      const scale = answer.value.scales.find((s) => s.id === point.id) ?? answer.value.scales[i];
      const value = scale && convert(scale.value, scale.unit, unit);
      if (!scale || !value?.ok) continue;
      // Two steps of an ordinary platform: more than that and somebody leans on it.
      if (scale.spread > 1.01 && findUnit(scale.unit)?.kind === 'mass')
        restless.push(
          `${point.title} (moving by ${formatWithUnit({ value: scale.spread, unit: scale.unit, resolution: 0.1 })})`,
        );
      else texts[point.id] = String(Number(value.value.toFixed(3)));
    }
    if (restless.length > 0)
      setProblem(`Not at rest, and not taken: ${restless.join(', ')}. Step back and read again.`);
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
