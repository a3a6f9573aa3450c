import { useEffect, useMemo, useState, type ReactElement } from 'react';
import { Link } from 'react-router';
import type { MoveOffer, PostEntriesResponse } from '@kanzel/contract';
import {
  basisNames,
  compareBases,
  indexBasis,
  isSameBasis,
  partsLostByMoving,
  type Basis,
  type BasisIndex,
  type InstrumentRecord,
  sayDay,
} from '@kanzel/core';
import { api, sayFailure } from '../api/client.ts';
import { CompareBooks } from '../library/limits/compare-books.tsx';
import { catchUp } from '../sync/campaign-store.ts';
import { rolesOf, useSession } from '../sync/session.ts';
import { Button } from '../ui/button.tsx';
import { Problem, TextField } from '../ui/field.tsx';
import { HoldButton } from '../ui/hold-button.tsx';
import { useCampaign, type CampaignView } from './campaign-context.ts';
import { newerInstruments, newerThan, useLibrary } from './newer-basis.ts';
import { newDeed } from '../sync/deed.ts';
import { dayInWords } from '../ui/when.ts';

/** What a move would cost: parts that are proven now and would have to be done again, and those that are new. */
function costOfMove(
  view: CampaignView,
  basis: Basis,
  next: BasisIndex,
): { again: readonly string[]; fresh: string[]; minutes: number } {
  const again = partsLostByMoving(view.state, view.status, basis);
  const fresh = [...next.parts.keys()].filter((key) => !view.index.parts.has(key));
  const minutes = [...again, ...fresh].reduce(
    (sum, key) => sum + (next.parts.get(key)?.check.minutes ?? 0),
    0,
  );
  const title = (key: string): string => {
    const part = next.parts.get(key);
    return part
      ? `${part.check.title}${part.subject === 'aircraft' ? '' : `, ${view.names.subject(part.subject)}`}`
      : key;
  };
  return { again: again.map(title), fresh: fresh.map(title), minutes };
}

/** What moving would change, and what it would cost, before it is done. */
function Offer({ offer }: { offer: MoveOffer }): ReactElement {
  const view = useCampaign();
  const person = useSession((s) => s.person);
  const [reason, setReason] = useState('');
  const [problem, setProblem] = useState<string>();
  const changes = useMemo(() => compareBases(view.index.basis, offer.basis), [view.index, offer]);
  const next = useMemo(() => indexBasis(offer.basis), [offer]);
  if (isSameBasis(changes))
    return (
      <p className="mt-3 text-within">It is judged by the newest of everything; nothing would change.</p>
    );
  if (!next.ok) return <Problem>{next.error.map((why) => view.say(why)).join(' ')}</Problem>;
  const cost = costOfMove(view, offer.basis, next.value);
  const to = basisNames(offer.basis);
  const role = rolesOf(person).find((r) => r === 'inspector' || r === 'certifier');
  const move = async (): Promise<void> => {
    const answer = await api.post<PostEntriesResponse>(`/api/campaigns/${view.id}/move`, {
      ...newDeed(view.state.count),
      role,
      reason,
      basis: offer.hash,
    });
    setProblem(answer.ok ? undefined : sayFailure(answer.error));
    // What it would be moved to is asked anew by the sheet once the move is in the record.
    if (answer.ok) await catchUp(view.id);
  };
  return (
    <section aria-label="What moving would change">
      <h2 className="mt-5 border-b-2 border-ink pb-1 text-lg font-semibold">
        Moving to {to.pack} {to.packRevision}, {to.limitBook} {to.limitBookRevision}, configuration{' '}
        {to.configuration}
      </h2>
      <p className="mt-2 text-[1.05rem]">
        {cost.again.length === 0
          ? 'Nothing that is proven would have to be done again.'
          : `${cost.again.length} proven ${cost.again.length === 1 ? 'check' : 'checks'} would have to be done again.`}{' '}
        {cost.fresh.length > 0 ? `${cost.fresh.length} would be new. ` : ''}
        {cost.minutes > 0 ? `About ${Math.round(cost.minutes)} minutes.` : ''}
      </p>
      {cost.again.length + cost.fresh.length > 0 ? (
        <ul className="mt-1 max-h-48 overflow-auto border-l-4 border-again bg-again-bg px-3 py-2">
          {cost.again.map((t) => (
            <li key={`again ${t}`}>{t}: again</li>
          ))}
          {cost.fresh.map((t) => (
            <li key={`new ${t}`}>{t}: new</li>
          ))}
        </ul>
      ) : null}
      {changes.checks.length > 0 ? (
        <>
          <h3 className="mt-4 font-semibold">Checks</h3>
          <ul>
            {changes.checks.map((c) => (
              <li key={c.check} className="border-b border-rule-2 py-1">
                <b>{c.title}</b>: {c.change === 'changed' ? `${c.fields.join(', ')} changed` : c.change}
                {c.change === 'changed' && !c.asksOther ? '; the question stays' : ''}
              </li>
            ))}
          </ul>
        </>
      ) : null}
      {changes.reordered ? <p className="mt-2">The order of the checks is another one.</p> : null}
      {changes.gates ? <p className="mt-2">The gates ask for something else.</p> : null}
      {changes.limits.length > 0 ? (
        <>
          <h3 className="mt-4 font-semibold">Limits</h3>
          <div className="-mx-[22px]">
            <CompareBooks
              changes={changes.limits}
              before={`Here, revision ${view.index.basis.limitBook.revision}`}
              after={`Revision ${offer.basis.limitBook.revision}`}
            />
          </div>
        </>
      ) : null}
      {role ? (
        <div className="mt-4 max-w-xl">
          <TextField label="Why it is moved" value={reason} onChange={(e) => setReason(e.target.value)} />
          <Problem>{problem}</Problem>
          <HoldButton disabled={reason.trim() === ''} onDone={() => void move()}>
            Move this campaign
          </HoldButton>
        </div>
      ) : (
        <p className="mt-4 text-ink-2">An inspector or a certifying person moves it.</p>
      )}
    </section>
  );
}

/** Pack, book and configuration, each leading to where it is written. */
function JudgedBy({ basis }: { basis: Basis }): ReactElement {
  const names = basisNames(basis);
  return (
    <dl className="mt-2 grid grid-cols-[160px_minmax(0,1fr)] gap-y-1">
      <dt className="text-ink-2">Check pack</dt>
      <dd>
        <Link to={`/library/pack/${basis.pack.id}`} className="underline decoration-rule underline-offset-4">
          {names.pack}
        </Link>
        , revision {names.packRevision}
      </dd>
      <dt className="text-ink-2">Limit book</dt>
      <dd>
        <Link
          to={`/library/limit-book/${basis.limitBook.id}`}
          className="underline decoration-rule underline-offset-4"
        >
          {names.limitBook}
        </Link>
        , revision {names.limitBookRevision}, approved by {basis.limitBook.approvedBy}
      </dd>
      <dt className="text-ink-2">Configuration</dt>
      <dd>
        <Link
          to={`/library/aircraft/${basis.aircraft.mark}`}
          className="font-mono underline decoration-rule underline-offset-4"
        >
          {names.configuration}
        </Link>{' '}
        {basis.aircraft.configuration.title}
      </dd>
    </dl>
  );
}

/** Instruments with a new certificate, or back in use, that the campaign does not know of. */
function Newer({
  tools,
  onNote,
}: {
  tools: readonly InstrumentRecord[];
  onNote: (instrument: string) => void;
}): ReactElement {
  return (
    <section aria-label="Instruments">
      <h2 className="mt-6 border-b-2 border-ink pb-1 text-lg font-semibold">
        Instruments that came later, or came back
      </h2>
      <ul>
        {tools.map((i) => (
          <li key={i.id} className="flex min-h-12 flex-wrap items-center gap-x-4 border-b border-rule-2">
            <span className="font-semibold">{i.name}</span>
            <span className="text-ink-2">
              {i.certificate ? `certificate ${i.certificate}, ` : ''}
              {i.calibratedUntil === null ? 'needs no calibration' : `until ${sayDay(i.calibratedUntil)}`}
            </span>
            <span className="ml-auto">
              <Button onClick={() => onNote(i.id)}>Note it here</Button>
            </span>
          </li>
        ))}
      </ul>
    </section>
  );
}

/** What this campaign is judged by, what is newer, and what moving to it would change. */
export function BasisSheet(): ReactElement {
  const view = useCampaign();
  const library = useLibrary();
  const [offer, setOffer] = useState<MoveOffer>();
  const [problem, setProblem] = useState<string>();
  const { basis } = view.index;
  const newer = library ? newerThan(basis, library) : [];
  const tools = library ? newerInstruments(view.index.instruments, library.instruments) : [];
  const closed = view.state.release !== undefined;
  useEffect(() => {
    if (closed) return;
    let current = true;
    void api.get<MoveOffer>(`/api/campaigns/${view.id}/move`).then((answer) => {
      if (!current) return;
      if (answer.ok) setOffer(answer.value);
      else setProblem(sayFailure(answer.error));
    });
    return () => {
      current = false;
    };
  }, [view.id, closed, view.state.count]);
  const note = async (instrument: string): Promise<void> => {
    const answer = await api.post<PostEntriesResponse>(`/api/campaigns/${view.id}/instruments`, {
      ...newDeed(view.state.count),
      instrument,
      reason: 'As the register has it now.',
    });
    setProblem(answer.ok ? undefined : sayFailure(answer.error));
    if (answer.ok) await catchUp(view.id);
  };
  return (
    <div className="px-[22px] py-4 pb-10">
      <h1 className="text-[1.6rem] font-semibold narrow">What this campaign is judged by</h1>
      <JudgedBy basis={basis} />
      {view.state.moves.length > 0 ? (
        <ul className="mt-3">
          {view.state.moves.map((m) => (
            <li key={m.entry}>
              Moved on {dayInWords(m.at)} by {view.who(m.by)}, from pack {m.from.packRevision}, book{' '}
              {m.from.limitBookRevision}, {m.from.configuration}: {m.reason}
            </li>
          ))}
        </ul>
      ) : null}
      {newer.length > 0 ? (
        <ul className="mt-3 border-l-4 border-near bg-near-bg px-3 py-2 font-medium text-near">
          {newer.map((n) => (
            <li key={n}>{n}</li>
          ))}
        </ul>
      ) : null}
      <Problem>{problem}</Problem>
      {closed ? (
        <p className="mt-3 text-ink-2">It is released; it stays what it was judged by.</p>
      ) : offer ? (
        <Offer offer={offer} />
      ) : problem ? null : (
        <p className="mt-3 text-ink-2">Looking into the library…</p>
      )}
      {!closed && tools.length > 0 ? <Newer tools={tools} onNote={(id) => void note(id)} /> : null}
    </div>
  );
}
