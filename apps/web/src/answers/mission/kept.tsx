import type { ReactElement } from 'react';
import { missionDoubtInWords, missionDoubts } from '@kanzel/core';
import { whenInWords } from '../../ui/when.ts';
import type { KeptProps } from '../answer-view.ts';
import { ItemTable } from './item-table.tsx';

/** The mission as it was planned, with what was otherwise when it was read back. */
export function KeptMission({ answer }: KeptProps<'mission'>): ReactElement {
  return (
    <div className="mt-2">
      <p className="cap">
        {answer.planned.name}; read back {answer.read.from === 'vehicle' ? 'from the vehicle' : 'from a file'}
        {answer.read.at ? `, ${whenInWords(answer.read.at)}` : ''}
      </p>
      {missionDoubts(answer.planned.items).map((doubt, i) => (
        <p key={i} className="font-semibold text-near">
          {missionDoubtInWords(doubt)}
        </p>
      ))}
      <ItemTable planned={answer.planned.items} read={answer.read.items} />
    </div>
  );
}
