import { useEffect, useState, type ReactElement } from 'react';
import type { TrustView } from '@kanzel/contract';
import type { CallState } from '@kanzel/core';
import { Link } from 'react-router';
import { api, sayFailure } from '../api/client.ts';
import { useCampaign } from '../station/campaign-context.ts';
import { useCampaigns } from '../sync/campaign-store.ts';
import { READER, takePosition, usePosition } from '../sync/position.ts';
import { Button } from '../ui/button.tsx';
import { Problem } from '../ui/field.tsx';
import { whenInWords } from '../ui/when.ts';
import { calledInWords } from './called-words.ts';
import { useCrewHere } from './crew-here.ts';
import { PositionChoice } from './position-choice.tsx';

/** So many calls are told, the newest first. */
const TOLD = 12;

/** The crew of a campaign: who reads, who is where, and how a further device joins. */
export default function CrewSheet(): ReactElement {
  const view = useCampaign();
  const own = usePosition(view.id);
  const readers = useCrewHere(view.id).get(READER) ?? [];
  const others = readers.filter((r) => !r.own);
  const calls = [...view.state.calls.values()].slice(-TOLD).reverse();
  return (
    <div className="px-[22px] py-4">
      <h1 className="text-[1.56rem] leading-tight font-semibold narrow">Crew</h1>
      <p className="mt-1 max-w-2xl text-[0.92rem] text-ink-2">
        One reads and calls, the others look and answer at their positions. Each answer names both. A position
        without a device answers by voice.
      </p>
      <section aria-label="Who reads" className="mt-5">
        <h2 className="mb-2 font-semibold">Reads and calls</h2>
        {others.length > 0 ? <p className="mb-2">{others.map((r) => r.name).join(', ')}</p> : null}
        {own === READER ? (
          <div className="flex flex-wrap items-center gap-3">
            <p className="font-semibold">This device reads.</p>
            <Link
              to={`${view.base}/${view.status.current}`}
              className="inline-flex min-h-11 items-center font-semibold underline underline-offset-4 max-lg:min-h-14"
            >
              To the step in hand
            </Link>
            <Button kind="quiet" onClick={() => takePosition(view.id, undefined)}>
              Stop reading here
            </Button>
          </div>
        ) : (
          <Button kind={own === undefined ? 'main' : 'plain'} onClick={() => takePosition(view.id, READER)}>
            Read from this device
          </Button>
        )}
      </section>
      <section aria-label="Positions" className="mt-6">
        <h2 className="mb-2 font-semibold">Positions</h2>
        <PositionChoice />
        {own !== undefined && own !== READER ? (
          <p className="mt-3 flex flex-wrap items-center gap-3">
            <Link
              to={`${view.base}/calls`}
              className="inline-flex min-h-11 items-center font-semibold underline underline-offset-4 max-lg:min-h-14"
            >
              To the calls of this position
            </Link>
            <Button kind="quiet" onClick={() => takePosition(view.id, undefined)}>
              Leave the crew
            </Button>
          </p>
        ) : null}
      </section>
      <Joining />
      {calls.length > 0 ? (
        <section aria-label="Calls so far" className="mt-6">
          <h2 className="mb-1 font-semibold">Calls so far</h2>
          <ol className="m-0 list-none p-0">
            {calls.map((call) => (
              <Told key={call.entry} call={call} />
            ))}
          </ol>
        </section>
      ) : null}
    </div>
  );
}

/** One call and what came of it. */
function Told({ call }: { call: CallState }): ReactElement {
  const view = useCampaign();
  const parts = view.index.partsOfCheck.get(call.check) ?? [];
  const [answer] = parts.flatMap((part) => {
    const history = view.state.parts.get(part.key)?.history ?? [];
    const record = history.findLast((r) => r.called?.call === call.entry);
    return record ? [{ part, record }] : [];
  });
  return (
    <li className="border-b border-rule-2 py-1.5">
      <b>{view.index.checks.get(call.check)?.title ?? call.check}</b>,{' '}
      {answer
        ? `${calledInWords(view, answer.part, answer.record)}: ${view.who(answer.record.by)}${answer.record.struck ? '; not taken' : ''}`
        : `called to ${call.to} by ${view.who(call.by)}; not answered as a call`}
      <span className="cap ml-2">{whenInWords(call.at)}</span>
    </li>
  );
}

/** How a further device joins: by scanning the address of the calls of this campaign. */
function Joining(): ReactElement {
  const view = useCampaign();
  const reachable = useCampaigns((s) => s.reachable);
  const [trust, setTrust] = useState<TrustView>();
  const [problem, setProblem] = useState<string>();
  useEffect(() => {
    if (!reachable) return;
    setProblem(undefined);
    void api
      .get<TrustView>(`/api/trust?crew=${encodeURIComponent(view.id)}`)
      .then((a) => (a.ok ? setTrust(a.value) : setProblem(sayFailure(a.error))));
  }, [view.id, reachable]);
  return (
    <section aria-label="Joining" className="mt-6">
      <h2 className="mb-2 font-semibold">A further device</h2>
      <p className="mb-3 max-w-2xl text-[0.92rem] text-ink-2">
        Scan a code with it, sign in, and choose the position.
      </p>
      <Problem>{problem}</Problem>
      {!reachable ? (
        <p className="font-semibold text-near">
          The server cannot be reached: nobody joins now. Who is here goes on, the others answer by voice.
        </p>
      ) : trust?.addresses.length === 0 ? (
        <p className="max-w-2xl border-l-4 border-near bg-near-bg px-3 py-1 font-semibold text-near">
          This server listens to its own machine alone. Start it with --host 0.0.0.0 to be reached from
          tablets.
        </p>
      ) : (
        <ul className="flex list-none flex-wrap gap-6 p-0">
          {trust?.addresses.map(({ address, code }) => (
            <li key={address}>
              <img
                className="h-40 w-40 border border-rule bg-white"
                src={`data:image/svg+xml;utf8,${encodeURIComponent(code)}`}
                alt={`Code of ${address}`}
              />
              <span className="cap block max-w-40 break-all">{address}</span>
            </li>
          ))}
        </ul>
      )}
    </section>
  );
}
