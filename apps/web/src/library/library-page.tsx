import { useEffect, useState, type ReactElement, type ReactNode } from 'react';
import type { LibraryView } from '@kanzel/contract';
import { api, sayFailure } from '../api/client.ts';
import { Foot } from '../shell/foot.tsx';
import { Frame, MarginNote } from '../shell/frame.tsx';
import { HangarPlate } from '../shell/plate.tsx';
import { rolesOf, useSession } from '../sync/session.ts';
import { Problem } from '../ui/field.tsx';
import { BringIn } from './bring-in.tsx';

const Line = ({ name, children }: { name: string; children: ReactNode }): ReactElement => (
  <li className="flex min-h-10 flex-wrap items-center gap-x-4 border-b border-rule-2">
    <span className="min-w-56 font-semibold">{name}</span>
    <span className="text-ink-2">{children}</span>
  </li>
);

/** Check packs and limit books at hand, and the files that were refused with the place and the reason. */
export default function LibraryPage(): ReactElement {
  const person = useSession((s) => s.person);
  const [library, setLibrary] = useState<LibraryView>();
  const [problem, setProblem] = useState<string>();
  useEffect(() => {
    void api
      .get<LibraryView>('/api/library')
      .then((a) => (a.ok ? setLibrary(a.value) : setProblem(sayFailure(a.error))));
  }, []);
  return (
    <Frame
      plate={<HangarPlate />}
      sheet={
        <div className="px-[22px] py-4">
          <h1 className="text-[1.25rem] font-semibold narrow">Packs and limits</h1>
          <Problem>{problem}</Problem>
          {library === undefined && !problem ? <p className="mt-4 text-ink-2">Reading the library…</p> : null}
          {library?.problems.length ? (
            <section className="mt-4">
              <h2 className="font-semibold text-out">Refused at load</h2>
              <ul className="border-l-4 border-out bg-out-bg px-3 py-2">
                {library.problems.map((p) => (
                  <li key={p}>{p}</li>
                ))}
              </ul>
            </section>
          ) : null}
          {library ? (
            <>
              <h2 className="mt-5 font-semibold">Check packs</h2>
              <ul>
                {library.packs.map((p) => (
                  <Line key={p.id} name={p.title}>
                    revision {p.revision}, {p.checks} checks, for {p.families.join(', ')}
                  </Line>
                ))}
              </ul>
              <h2 className="mt-5 font-semibold">Limit books</h2>
              <ul>
                {library.limitBooks.map((b) => (
                  <Line key={b.id} name={b.title}>
                    revision {b.revision}, {b.limits} limits, approved by {b.approvedBy} on {b.approvedOn}
                  </Line>
                ))}
              </ul>
              <h2 className="mt-5 font-semibold">Modules</h2>
              <ul>
                {library.modules.map((m) => (
                  <Line key={m.id} name={m.title}>
                    {m.checks} checks
                  </Line>
                ))}
              </ul>
            </>
          ) : null}
        </div>
      }
      margin={
        <MarginNote title="From a file">
          {rolesOf(person).includes('administrator') ? (
            <BringIn onBrought={setLibrary} />
          ) : (
            <p className="text-ink-2">An administrator can bring in packs, limit books and aircraft.</p>
          )}
        </MarginNote>
      }
      foot={<Foot />}
    />
  );
}
