import { useEffect, useState, type ReactElement } from 'react';
import { makeSentences, ownMember, type LogLine, type Reason } from '@kanzel/core';
import type { InstallationView, PersonView } from '@kanzel/contract';
import { api, sayFailure } from '../api/client.ts';
import { Foot } from '../shell/foot.tsx';
import { Frame, MarginNote } from '../shell/frame.tsx';
import { HangarPlate } from '../shell/plate.tsx';
import { rolesOf, useSession } from '../sync/session.ts';
import { Problem } from '../ui/field.tsx';
import { ChartForm } from './chart-form.tsx';
import { FieldForm } from './field-form.tsx';
import { VerifyFile } from './verify-file.tsx';
import { momentInWords } from '../ui/when.ts';

/** A line of the log as a sentence. */
function sayEvent(line: LogLine, people: readonly PersonView[]): string {
  const text = (key: string): string => {
    const value = ownMember(line.body, key);
    return typeof value === 'string' ? value : '';
  };
  const name = (key: string): string => {
    const id = text(key);
    return (
      people.find((p) => p.id === id)?.fullName ?? (id === 'installation' ? 'the set-up' : id || 'someone')
    );
  };
  const by = text('by') ? ` by ${name('by')}` : '';
  switch (line.kind) {
    case 'key.made':
      return 'The signing key of this installation was made';
    case 'backup.restored':
      return 'A backup was restored';
    case 'person.added':
      return `${name('person')} was added${by}`;
    case 'person.changed':
      return line.body['ended'] === true
        ? `The account of ${name('person')} was ended${by}`
        : `What ${name('person')} may do was changed${by}${text('confirmedBy') ? `, confirmed by ${name('confirmedBy')}` : ''}`;
    case 'passphrase.changed':
      return `The passphrase of ${name('person')} was changed${by}`;
    case 'pin.set':
      return `${name('person')} set a PIN`;
    case 'session.begun':
      return `${name('person')} signed in with a ${text('by') === 'pin' ? 'PIN' : 'passphrase'} on ${text('device')}`;
    case 'session.ended':
      return text('by') === text('person')
        ? `${name('person')} signed out`
        : `A session of ${name('person')} was ended${by}`;
    case 'signIn.refused':
      return `A sign-in as “${text('name')}” was refused`;
    case 'pin.refused':
      return `A PIN for ${name('person')} was refused`;
    case 'signature.refused':
      return `A signature as ${name('person')} was refused: wrong passphrase`;
    case 'tablet.enrolled':
      return `“${text('name')}” was made a shared tablet${by}`;
    case 'tablet.ended':
      return `“${text('name')}” is no longer a shared tablet${by}`;
    case 'library.changed':
      return `${text('from') || text('file')} was brought into the library${by}`;
    case 'library.published':
      return `${text('what')} was published${by}`;
    case 'library.adopted':
      return 'The files of the library were listed for the first time';
    case 'monitor.changed':
      return `The monitor of ${text('mark')} is at ${text('host')}${by}`;
    case 'mission.sent':
      return `A mission of ${String(line.body['items'])} items was ${line.body['taken'] === true ? 'put aboard' : 'offered to'} ${text('mark')}${by}`;
    case 'field.changed':
      return `The field was set to ${String(line.body['name'])}`;
    case 'chart.changed':
      return `The chart of ${String(line.body['name'])} was taken`;
    default:
      return line.kind;
  }
}

const refusal = (line: LogLine): boolean => line.kind.endsWith('.refused');

function Events(): ReactElement {
  const people = useSession((s) => s.people);
  const [lines, setLines] = useState<readonly LogLine[]>();
  const [problem, setProblem] = useState<string>();
  useEffect(() => {
    void api
      .get<LogLine[]>('/api/installation/events')
      .then((a) => (a.ok ? setLines(a.value) : setProblem(sayFailure(a.error))));
  }, []);
  return (
    <section className="mt-7">
      <h2 className="font-semibold">What happened here</h2>
      <Problem>{problem}</Problem>
      {lines === undefined && !problem ? <p className="text-ink-2">Asking the server…</p> : null}
      <ol>
        {lines?.map((line) => (
          <li
            key={line.seq}
            className={`grid min-h-9 grid-cols-[3.5rem_10.5rem_1fr] items-center gap-x-3 border-b max-sm:grid-cols-[3.5rem_1fr] max-sm:py-1.5 border-rule-2 ${refusal(line) ? 'font-semibold text-out' : ''}`}
          >
            <span className="font-mono text-[0.78rem] text-ink-2">{line.seq}</span>
            <span className="text-ink-2">{momentInWords(line.at)}</span>
            <span className="max-sm:col-span-2">{sayEvent(line, people)}</span>
          </li>
        ))}
      </ol>
    </section>
  );
}

const same = (text: string): string => text;
const { say } = makeSentences({ part: same, subject: same, thing: same });

/** What the log does not agree with. Nothing, as long as all is well. */
function Doubts(): ReactElement | null {
  const [doubts, setDoubts] = useState<readonly Reason[]>([]);
  useEffect(() => {
    void api
      .get<readonly Reason[]>('/api/installation/doubts')
      .then((a) => (a.ok ? setDoubts(a.value) : undefined));
  }, []);
  if (doubts.length === 0) return null;
  return (
    <section role="alert" className="mt-3 max-w-3xl border-l-4 border-out bg-out-bg px-3 py-2 text-out">
      <h2 className="font-semibold">
        The log of this installation does not agree. Nothing is signed until it does.
      </h2>
      <ul className="mt-1 list-disc pl-5">
        {doubts.map((why) => (
          <li key={say(why)}>{say(why)}</li>
        ))}
      </ul>
      <p className="mt-1">
        Find out who had the machine in hand, then restore a backup, or set right what is named.
      </p>
    </section>
  );
}

/** The installation: the key it signs with, the place to verify a record file, and what happened here. */
export default function InstallationPage(): ReactElement {
  const person = useSession((s) => s.person);
  const [view, setView] = useState<InstallationView>();
  const [problem, setProblem] = useState<string>();
  useEffect(() => {
    void api
      .get<InstallationView>('/api/installation')
      .then((a) => (a.ok ? setView(a.value) : setProblem(sayFailure(a.error))));
  }, []);
  return (
    <Frame
      plate={<HangarPlate />}
      sheet={
        <div className="px-[22px] py-4">
          <h1 className="text-[1.25rem] font-semibold narrow">Installation</h1>
          {rolesOf(person).includes('administrator') ? <Doubts /> : null}
          <VerifyFile expected={view?.publicKey} />
          {rolesOf(person).includes('administrator') ? (
            <>
              <section className="mt-7">
                <h2 className="mb-2 font-semibold">The field</h2>
                <FieldForm />
                <ChartForm />
              </section>
              <Events />
            </>
          ) : null}
        </div>
      }
      margin={
        <>
          <MarginNote title="Signs with">
            <Problem>{problem}</Problem>
            <p className="font-mono text-base font-bold">{view?.fingerprint ?? '…'}</p>
            <p className="cap mt-1 break-all">{view?.publicKey}</p>
            <p className="cap mt-1">
              Every exported record carries this key. Compare the short form by telephone or on paper.
            </p>
          </MarginNote>
          <MarginNote title="Backup">
            <p>
              <code className="font-mono text-[0.8rem]">npm run backup</code> where the server runs, also
              while it does. The signing key is not in it.
            </p>
          </MarginNote>
        </>
      }
      foot={<Foot />}
    />
  );
}
