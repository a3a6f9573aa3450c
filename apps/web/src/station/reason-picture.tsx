import { Fragment, type ReactElement } from 'react';
import { Link } from 'react-router';
import type { Part, Reason } from '@kanzel/core';
import { useCampaign } from './campaign-context.ts';
import { chainOfReasons } from './chain-of-reasons.ts';

const BOX = 'rounded-[3px] border px-2 py-1 text-[0.82rem] leading-snug';

/** From one box to the next. */
const Onto = (): ReactElement => (
  <li aria-hidden className="text-again">
    →
  </li>
);

/** A small picture of why something is to be done again: what it began with, what stands on that, and this part at the end. */
export function ReasonPicture({ part, reasons }: { part: Part; reasons: readonly Reason[] }): ReactElement {
  const view = useCampaign();
  const { roots, through } = chainOfReasons(reasons);
  return (
    <ol aria-label="Why, step by step" className="flex flex-wrap items-center gap-1.5 py-1">
      <li className={`${BOX} max-w-80 border-again bg-again-bg text-again`}>
        {roots.map(view.say).join(' ')}
      </li>
      {through.map((key) => {
        const check = view.index.parts.get(key)?.check;
        return (
          <Fragment key={key}>
            <Onto />
            <li className={`${BOX} border-again`}>
              {check ? (
                <Link
                  className="underline decoration-rule underline-offset-3"
                  to={`${view.base}/${check.station}?check=${check.id}`}
                >
                  {view.names.part(key)}
                </Link>
              ) : (
                key
              )}
            </li>
          </Fragment>
        );
      })}
      <Onto />
      <li className={`${BOX} border-[1.5px] border-ink font-semibold`}>{view.names.part(part.key)}</li>
    </ol>
  );
}
