import { useCallback, useEffect, useState, type ReactElement } from 'react';
import { ROLE_TITLES } from '@kanzel/core';
import type { PersonView, SessionView, TabletView } from '@kanzel/contract';
import { api, sayFailure } from '../api/client.ts';
import { Foot } from '../shell/foot.tsx';
import { Frame, MarginNote } from '../shell/frame.tsx';
import { HangarPlate } from '../shell/plate.tsx';
import { rolesOf, useSession } from '../sync/session.ts';
import { Button } from '../ui/button.tsx';
import { Problem } from '../ui/field.tsx';
import { OwnAccount } from './own-account.tsx';
import { PersonSlip } from './person-slip.tsx';
import { dayInWords, momentInWords } from '../ui/when.ts';

/** What a person may do, each role with its scope and the day it runs out; what has run out says so. */
function Roles({ person }: { person: PersonView }): ReactElement {
  const today = new Date().toISOString().slice(0, 10);
  if (person.authorisations.length === 0)
    return <span className="text-ink-2">May look, and nothing else</span>;
  return (
    <ul className="flex flex-wrap gap-x-4">
      {person.authorisations.map((a, i) => {
        const over = a.validUntil !== undefined && a.validUntil < today;
        return (
          <li key={i} className={over ? 'text-out' : ''}>
            {ROLE_TITLES[a.role]}
            <span className={over ? '' : 'text-ink-2'}>
              {a.families.includes('*') ? '' : `, ${a.families.join(', ')}`}
              {a.systems ? `, only ${a.systems.join(', ')}` : ''}
              {a.validUntil
                ? over
                  ? `, ran out ${dayInWords(a.validUntil)}`
                  : `, until ${dayInWords(a.validUntil)}`
                : ''}
            </span>
          </li>
        );
      })}
    </ul>
  );
}

function Sessions({ people }: { people: readonly PersonView[] }): ReactElement {
  const [sessions, setSessions] = useState<readonly SessionView[]>();
  const [problem, setProblem] = useState<string>();
  const load = useCallback(async (): Promise<void> => {
    const answer = await api.get<SessionView[]>('/api/sessions');
    if (answer.ok) setSessions(answer.value);
    setProblem(answer.ok ? undefined : sayFailure(answer.error));
  }, []);
  useEffect(() => {
    void load();
  }, [load]);
  const end = async (id: string): Promise<void> => {
    const answer = await api.delete(`/api/sessions/${id}`);
    if (!answer.ok) setProblem(sayFailure(answer.error));
    else await load();
  };
  return (
    <section className="mt-7">
      <h2 className="font-semibold">Signed on now</h2>
      <Problem>{problem}</Problem>
      {sessions === undefined && !problem ? <p className="text-ink-2">Asking…</p> : null}
      <ul>
        {sessions?.map((s) => (
          <li
            key={s.id}
            className="grid min-h-11 grid-cols-[11rem_minmax(0,1fr)_auto] items-center gap-x-4 border-b border-rule-2 max-sm:grid-cols-1 max-sm:py-2"
          >
            <span className="font-semibold">
              {people.find((p) => p.id === s.person)?.fullName ?? 'Someone'}
            </span>
            <span className="truncate text-ink-2" title={s.device}>
              {s.kind === 'pin' ? 'by PIN, ' : ''}since {momentInWords(s.createdAt)}, last seen{' '}
              {momentInWords(s.seenAt)}; {s.device}
            </span>
            {s.own ? (
              <span className="px-2 text-ink-2">this one</span>
            ) : (
              <Button kind="quiet" onClick={() => void end(s.id)}>
                End it
              </Button>
            )}
          </li>
        ))}
      </ul>
    </section>
  );
}

/** Devices on which people sign on by PIN: one that was lost is ended here, from any other. */
function Tablets(): ReactElement | null {
  const [tablets, setTablets] = useState<readonly TabletView[]>([]);
  const [sure, setSure] = useState<string>();
  const [problem, setProblem] = useState<string>();
  const load = useCallback(async (): Promise<void> => {
    const answer = await api.get<TabletView[]>('/api/tablets');
    if (answer.ok) setTablets(answer.value);
    setProblem(answer.ok ? undefined : sayFailure(answer.error));
  }, []);
  useEffect(() => {
    void load();
  }, [load]);
  const end = async (id: string): Promise<void> => {
    if (sure !== id) return setSure(id);
    setSure(undefined);
    const answer = await api.delete(`/api/tablets/${id}`);
    if (!answer.ok) setProblem(sayFailure(answer.error));
    else await load();
  };
  if (tablets.length === 0 && !problem) return null;
  return (
    <section className="mt-7" aria-label="Shared tablets">
      <h2 className="font-semibold">Shared tablets</h2>
      <Problem>{problem}</Problem>
      <ul>
        {tablets.map((t) => (
          <li
            key={t.id}
            className="grid min-h-11 grid-cols-[11rem_minmax(0,1fr)_auto] items-center gap-x-4 border-b border-rule-2 max-sm:grid-cols-1 max-sm:py-2"
          >
            <span className="font-semibold">{t.name}</span>
            <span className="text-ink-2">
              since {momentInWords(t.createdAt)}
              {t.own ? '; this one' : ''}
            </span>
            <Button kind="quiet" aria-label={`End ${t.name}`} onClick={() => void end(t.id)}>
              {sure === t.id ? 'Press again: nobody signs on there by PIN any more' : 'End it'}
            </Button>
          </li>
        ))}
      </ul>
      <p className="mt-1 text-[0.86rem] text-ink-2">
        A tablet that was lost is ended here at once. What was on it can still be read by whoever has it; PINs
        that were used on it are set anew.
      </p>
    </section>
  );
}

/** People: who may do what and until when, who is signed on, and one’s own account. */
export default function PeoplePage(): ReactElement {
  const me = useSession((s) => s.person);
  const administrator = rolesOf(me).includes('administrator');
  const [people, setPeople] = useState<readonly PersonView[]>();
  const [problem, setProblem] = useState<string>();
  const [slip, setSlip] = useState<PersonView | 'new'>();
  const load = useCallback(async (): Promise<void> => {
    const answer = await api.get<PersonView[]>('/api/people');
    if (answer.ok) {
      setPeople(answer.value);
      // The names that the rest of the page knows.
      useSession.setState({ people: answer.value });
    }
    setProblem(answer.ok ? undefined : sayFailure(answer.error));
  }, []);
  useEffect(() => {
    void load();
  }, [load]);
  return (
    <>
      <Frame
        plate={<HangarPlate />}
        sheet={
          <div className="px-[22px] py-4">
            <header className="flex flex-wrap items-center gap-4">
              <h1 className="text-[1.25rem] font-semibold narrow">People</h1>
              {administrator ? (
                <span className="ml-auto">
                  <Button kind="main" onClick={() => setSlip('new')}>
                    Add a person
                  </Button>
                </span>
              ) : null}
            </header>
            <Problem>{problem}</Problem>
            {people === undefined && !problem ? <p className="mt-4 text-ink-2">Asking the server…</p> : null}
            <ul className="mt-3 border-t border-rule">
              {people?.map((p) => (
                <li
                  key={p.id}
                  className="grid min-h-14 grid-cols-[11rem_minmax(0,1fr)_auto] items-center gap-x-4 border-b border-rule-2 py-1 max-sm:grid-cols-1"
                >
                  <span className={p.endedAt ? 'text-ink-2 line-through' : 'font-semibold'}>
                    {p.fullName}
                  </span>
                  {p.endedAt ? (
                    <span className="text-ink-2">May not sign in since {dayInWords(p.endedAt)}</span>
                  ) : (
                    <Roles person={p} />
                  )}
                  {administrator ? (
                    <Button kind="quiet" onClick={() => setSlip(p)} aria-label={`Change ${p.fullName}`}>
                      Change
                    </Button>
                  ) : null}
                </li>
              ))}
            </ul>
            <Sessions people={people ?? []} />
            {administrator ? <Tablets /> : null}
          </div>
        }
        margin={
          <>
            <MarginNote title="Your account">
              <OwnAccount />
            </MarginNote>
            <MarginNote title="Care">
              <p>
                An authorisation here records what your organisation has given somebody. It gives nobody a
                licence.
              </p>
            </MarginNote>
          </>
        }
        foot={<Foot />}
      />
      {slip ? (
        <PersonSlip
          person={slip === 'new' ? undefined : slip}
          others={people?.filter((p) => slip !== 'new' && p.id !== slip.id) ?? []}
          onClose={() => setSlip(undefined)}
          onDone={() => {
            setSlip(undefined);
            void load();
          }}
        />
      ) : null}
    </>
  );
}
