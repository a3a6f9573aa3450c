import { useState, type ReactElement } from 'react';
import { formatFigure } from '@kanzel/core';
import type { FieldView } from '@kanzel/contract';
import { api, sayFailure } from '../../api/client.ts';
import { useCampaign } from '../../station/campaign-context.ts';
import { Button } from '../../ui/button.tsx';
import { Problem } from '../../ui/field.tsx';
import { worldField } from './declination.ts';

/** The declination of the field the installation stands on, today, by the world model. */
export function ByWorldModel({ onTake }: { onTake: (text: string) => void }): ReactElement {
  const view = useCampaign();
  const [said, setSaid] = useState<string>();
  const [problem, setProblem] = useState<string>();
  const take = async (): Promise<void> => {
    setProblem(undefined);
    const answer = await api.get<{ field: FieldView | null }>('/api/field');
    if (!answer.ok) {
      setProblem(sayFailure(answer.error));
      return;
    }
    const { field } = answer.value;
    if (!field) {
      setProblem(
        'Nobody has said where this field lies: enter it under Installation, or type the declination.',
      );
      return;
    }
    const found = await worldField({ ...field, height: 0 }, new Date().toISOString());
    if (!found.ok) {
      setProblem(view.say(found.error));
      return;
    }
    const { declination } = found.value;
    onTake(formatFigure(declination, 0.1).replace('−', '-'));
    setSaid(
      `${formatFigure(Math.abs(declination), 0.1)}° ${declination < 0 ? 'west' : 'east'} at ${field.name}`,
    );
  };
  return (
    <span className="self-center">
      <Button kind="quiet" onClick={() => void take()}>
        By the world model
      </Button>
      {said === undefined ? null : <span className="cap ml-2">{said}</span>}
      <Problem>{problem}</Problem>
    </span>
  );
}
