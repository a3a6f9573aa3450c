import type { ReactElement } from 'react';
import { Link } from 'react-router';
import type { TagState } from '@kanzel/core';
import { useCampaign } from '../station/campaign-context.ts';
import { Button } from '../ui/button.tsx';
import { WorkColourChoice, WorkSign } from '../ui/work-sign.tsx';
import { momentInWords, whenInWords } from '../ui/when.ts';

/** One tag: what is open, where and why, what it holds, and taking it off. A label that was scanned leads here. */
export function TagSheet({ tag }: { tag: TagState }): ReactElement {
  const view = useCampaign();
  const { on, off } = tag;
  const check = on.check === undefined ? undefined : view.index.checks.get(on.check);
  const held = view.status.gates.filter((g) =>
    g.holdings.some((h) => h.cure.to === 'tag' && h.cure.tag === on.tag),
  );
  return (
    <div className="px-[22px] py-4">
      <p className="cap">
        <Link className="underline" to={`${view.base}/findings`}>
          Findings, tags and actions
        </Link>
      </p>
      <h1 className="text-[1.56rem] font-semibold narrow">{on.thing}</h1>
      <p className={`mt-1 text-lg font-semibold ${off ? 'text-within' : 'text-near'}`}>
        {off ? `Taken off by ${view.who(off.by)}, ${whenInWords(off.at)}.` : 'A tag is on: open work.'}
      </p>
      <dl className="mt-3 grid grid-cols-[130px_minmax(0,1fr)] gap-y-1 border-t border-rule pt-3">
        {on.where === '' ? null : (
          <>
            <dt className="text-ink-2">Where</dt>
            <dd>{on.where}</dd>
          </>
        )}
        <dt className="text-ink-2">Why</dt>
        <dd>{on.why}</dd>
        <dt className="text-ink-2">Put on</dt>
        <dd>
          {view.who(on.by)}, {momentInWords(on.at)}
        </dd>
        {check ? (
          <>
            <dt className="text-ink-2">On for</dt>
            <dd>
              <Link
                className="underline decoration-rule underline-offset-4"
                to={`${view.base}/${check.station}?check=${check.id}`}
              >
                {check.title}
              </Link>
              , which goes on meanwhile
            </dd>
          </>
        ) : null}
        <dt className="text-ink-2">Work</dt>
        <dd>
          <WorkSign touches={on.touches} />
          <WorkColourChoice touches={on.touches} />
        </dd>
        <dt className="text-ink-2">Touches</dt>
        <dd>{on.touches.map((t) => view.names.thing(t)).join('; ') || 'nothing that is named'}</dd>
        {off ? null : (
          <>
            <dt className="text-ink-2">Holds</dt>
            <dd className="font-semibold">
              {held.map((g) => g.gate.title).join(', ') || 'no gate of this pack'}
            </dd>
          </>
        )}
        {off?.note ? (
          <>
            <dt className="text-ink-2">Taken off with</dt>
            <dd>{off.note}</dd>
          </>
        ) : null}
      </dl>
      {off ? null : (
        <div className="mt-4 flex flex-wrap items-center gap-4">
          <Button kind="main" onClick={() => view.ask({ kind: 'tag-off', tag: on.tag })}>
            Remove tag
          </Button>
          <a
            className="flex min-h-11 items-center underline underline-offset-4"
            href={`/api/campaigns/${view.id}/tags/${on.tag}/label.pdf`}
            target="_blank"
            rel="noreferrer"
          >
            Label to hang there (PDF)
          </a>
        </div>
      )}
    </div>
  );
}
