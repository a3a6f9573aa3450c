import { useEffect, useState, type ReactElement, type ReactNode } from 'react';
import { Link, useSearchParams } from 'react-router';
import type { DraftSummary, LibraryView } from '@kanzel/contract';
import { FAMILIES, instrumentExpired, ownMember, sayDay } from '@kanzel/core';
import { api, sayFailure } from '../api/client.ts';
import { Foot } from '../shell/foot.tsx';
import { Frame, MarginNote } from '../shell/frame.tsx';
import { HangarPlate } from '../shell/plate.tsx';
import { rolesOf, useSession } from '../sync/session.ts';
import { Button } from '../ui/button.tsx';
import { Problem } from '../ui/field.tsx';
import { LineField } from '../ui/picker.tsx';
import { BringIn } from './bring-in.tsx';
import { NewAircraft } from './new-aircraft.tsx';
import { NewThing, type NewKind } from './new-thing.tsx';
import { momentInWords } from '../ui/when.ts';

/** A thing of the library on its line; the whole line leads to it. */
const Line = ({
  to,
  name,
  aside,
  children,
}: {
  to: string;
  name: string;
  aside?: ReactNode;
  children: ReactNode;
}): ReactElement => (
  <li className="border-b border-rule-2">
    <Link
      to={to}
      className="grid min-h-11 grid-cols-[minmax(0,1.2fr)_minmax(0,1.6fr)_160px] items-center gap-x-4 py-1 max-md:grid-cols-1 max-lg:min-h-14"
    >
      <span className="font-semibold">{name}</span>
      <span className="text-ink-2">{children}</span>
      <span className="text-right">{aside}</span>
    </Link>
  </li>
);

function Section({
  title,
  count,
  action,
  children,
}: {
  title: string;
  count: number;
  action?: ReactNode;
  children: ReactNode;
}): ReactElement | null {
  return (
    <section aria-label={title} className="mt-5">
      <h2 className="flex items-center border-b-2 border-ink pb-1 font-semibold">
        {title}
        <span className="ml-3 font-normal text-ink-2">{count}</span>
        <span className="ml-auto">{action}</span>
      </h2>
      <ul>{children}</ul>
    </section>
  );
}

const familyTitle = (family: string): string => ownMember(FAMILIES, family) ?? family;

/** Drafts that somebody has begun and nobody is judged by yet. */
function Drafts({ drafts }: { drafts: readonly DraftSummary[] }): ReactElement | null {
  const people = useSession((s) => s.people);
  if (drafts.length === 0) return null;
  return (
    <Section title="In the making" count={drafts.length}>
      {drafts.map((d) => (
        <Line
          key={`${d.format} ${d.id}`}
          to={`/library/${d.format.replace('kanzel-', '')}/${d.id}`}
          name={d.title}
          aside={<span className="text-near">draft</span>}
        >
          {d.format.replace('kanzel-', '').replace('-', ' ')}, last changed by{' '}
          {people.find((p) => p.id === d.changedBy)?.fullName ?? 'someone'}, {momentInWords(d.changedAt)}
        </Line>
      ))}
    </Section>
  );
}

function Instruments({
  library,
  fits,
  onNew,
}: {
  library: LibraryView;
  fits: (t: string) => boolean;
  onNew: () => void;
}): ReactElement {
  const now = new Date().toISOString();
  const soon = new Date(Date.now() + 30 * 86_400_000).toISOString();
  const list = library.instruments.filter((i) => fits(`${i.name} ${i.kind} ${i.serial ?? ''}`));
  return (
    <Section
      title="Instruments of the workshop"
      count={list.length}
      action={
        <Button kind="quiet" onClick={onNew}>
          Enter an instrument
        </Button>
      }
    >
      {list.map((i) => {
        const gone = instrumentExpired(i, now);
        const ending = !gone && instrumentExpired(i, soon);
        return (
          <Line
            key={i.id}
            to={`/library/instrument/${i.id}`}
            name={i.name}
            aside={
              <span
                className={
                  gone ? 'font-semibold text-out' : ending ? 'font-semibold text-near' : 'text-ink-2'
                }
              >
                {i.calibratedUntil === null
                  ? 'needs no calibration'
                  : gone
                    ? `ran out ${sayDay(i.calibratedUntil)}`
                    : `until ${sayDay(i.calibratedUntil)}`}
              </span>
            }
          >
            {i.kind.replace('-', ' ')}
            {i.serial ? `, ${i.serial}` : ''}
            {i.accuracy === undefined ? ', accuracy not known' : `, ±${i.accuracy} ${i.unit}`}
            {i.certificate ? `, certificate ${i.certificate}` : ''}
          </Line>
        );
      })}
    </Section>
  );
}

function AircraftOnes({
  library,
  fits,
  onNew,
}: {
  library: LibraryView;
  fits: (t: string) => boolean;
  onNew: () => void;
}): ReactElement {
  return (
    <Section
      title="Aircraft"
      count={library.aircraft.length}
      action={
        <Button kind="quiet" onClick={onNew}>
          Describe an aircraft
        </Button>
      }
    >
      {library.aircraft
        .filter((a) => fits(`${a.id} ${a.title} ${a.family}`))
        .map((a) => (
          <Line
            key={a.id}
            to={`/library/aircraft/${a.id}`}
            name={`${a.id}, ${a.title.split(',')[0] ?? ''}`}
            aside={<span className="font-mono">{a.configuration}</span>}
          >
            {familyTitle(a.family)}
          </Line>
        ))}
    </Section>
  );
}

function LimitBooks({
  library,
  fits,
  onNew,
}: {
  library: LibraryView;
  fits: (t: string) => boolean;
  onNew: () => void;
}): ReactElement {
  return (
    <Section
      title="Limit books"
      count={library.limitBooks.length}
      action={
        <Button kind="quiet" onClick={onNew}>
          Begin a limit book
        </Button>
      }
    >
      {library.limitBooks
        .filter((b) => fits(b.title))
        .map((b) => (
          <Line key={b.id} to={`/library/limit-book/${b.id}`} name={b.title} aside={`revision ${b.revision}`}>
            {b.limits} limits, approved by {b.approvedBy} on {sayDay(b.approvedOn)}
          </Line>
        ))}
    </Section>
  );
}

function Packs({ library, fits }: { library: LibraryView; fits: (t: string) => boolean }): ReactElement {
  return (
    <Section title="Check packs" count={library.packs.length}>
      {library.packs
        .filter((p) => fits(`${p.title} ${p.families.join(' ')}`))
        .map((p) => (
          <Line key={p.id} to={`/library/pack/${p.id}`} name={p.title} aside={`revision ${p.revision}`}>
            {p.checks} checks, for {p.families.map(familyTitle).join(', ')}
          </Line>
        ))}
    </Section>
  );
}

/** What could not be read when the product started. */
function Refused({ problems }: { problems: readonly string[] }): ReactElement | null {
  if (problems.length === 0) return null;
  return (
    <section className="mt-4">
      <h2 className="font-semibold text-out">Refused at load</h2>
      <ul className="border-l-4 border-out bg-out-bg px-3 py-2">
        {problems.map((p) => (
          <li key={p}>{p}</li>
        ))}
      </ul>
    </section>
  );
}

/** Everything that campaigns are judged by: aircraft, packs, limit books, instruments, and what was refused. */
export default function LibraryPage(): ReactElement {
  const person = useSession((s) => s.person);
  const [library, setLibrary] = useState<LibraryView>();
  const [problem, setProblem] = useState<string>();
  const [wanted, setWanted] = useState('');
  const [search, setSearch] = useSearchParams();
  const [making, setMaking] = useState<NewKind | 'aircraft' | undefined>(
    search.has('describe') ? 'aircraft' : undefined,
  );
  useEffect(() => {
    void api
      .get<LibraryView>('/api/library')
      .then((a) => (a.ok ? setLibrary(a.value) : setProblem(sayFailure(a.error))));
  }, []);
  const fits = (text: string): boolean => text.toLowerCase().includes(wanted.trim().toLowerCase());
  return (
    <Frame
      plate={<HangarPlate />}
      sheet={
        <div className="px-[22px] py-3 pb-10">
          <div className="flex flex-wrap items-end gap-4">
            <h1 className="mr-auto text-[1.25rem] font-semibold narrow">Packs and limits</h1>
            <LineField label="Find" value={wanted} onChange={setWanted} className="w-64" />
          </div>
          <Problem>{problem}</Problem>
          {library === undefined && !problem ? <p className="mt-4 text-ink-2">Reading the library…</p> : null}
          <Refused problems={library?.problems ?? []} />
          {library ? (
            <>
              <Drafts drafts={library.drafts} />
              <AircraftOnes library={library} fits={fits} onNew={() => setMaking('aircraft')} />
              <LimitBooks library={library} fits={fits} onNew={() => setMaking('limit-book')} />
              <Packs library={library} fits={fits} />
              <Instruments library={library} fits={fits} onNew={() => setMaking('instrument')} />
              <p className="cap mt-4">
                Packs are made of {library.modules.length} modules with{' '}
                {library.modules.reduce((sum, m) => sum + m.checks, 0)} checks.
              </p>
              <NewAircraft
                open={making === 'aircraft'}
                library={library}
                onClose={() => {
                  setMaking(undefined);
                  setSearch({}, { replace: true });
                }}
              />
              <NewThing
                kind={making === 'aircraft' ? undefined : making}
                library={library}
                onClose={() => setMaking(undefined)}
              />
            </>
          ) : null}
        </div>
      }
      margin={
        <MarginNote title="From a file">
          {rolesOf(person).includes('administrator') ? (
            <BringIn onBrought={setLibrary} />
          ) : (
            <p className="text-ink-2">
              An administrator can bring in packs, limit books, aircraft and instruments.
            </p>
          )}
        </MarginNote>
      }
      foot={<Foot />}
    />
  );
}
