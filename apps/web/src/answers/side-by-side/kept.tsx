import type { ReactElement } from 'react';
import { ownMember, sideBySide, unitOf, type TimedBy } from '@kanzel/core';
import { useCampaign } from '../../station/campaign-context.ts';
import type { KeptProps } from '../answer-view.ts';
import { Bars } from './bars.tsx';

const BY: Readonly<Record<TimedBy, string>> = {
  press: 'Pressed as they stood: each time is good to about 0.2 s.',
  speeds: 'From the speeds that the vehicle told.',
  film: 'Read off a film, or otherwise typed.',
};

/** What was read of each, beside one another. */
export function KeptSideBySide({ part, answer }: KeptProps<'side-by-side'>): ReactElement | null {
  const { index } = useCampaign();
  const spec = part.check.answer;
  if (spec.kind !== 'side-by-side') return null;
  const bars = sideBySide(index, spec).map(({ id, title }) => {
    const reading = ownMember(answer.readings, id);
    return { id, title, value: reading?.value, text: reading?.text ?? '' };
  });
  return (
    <>
      <Bars bars={bars} unit={unitOf(spec.unit).symbol} />
      {answer.timedBy ? <p className="cap mt-1">{BY[answer.timedBy]}</p> : null}
    </>
  );
}
