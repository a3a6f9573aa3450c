import { useState, type ReactElement } from 'react';
import { Link, useNavigate, useParams } from 'react-router';
import { ownMember, STATION_TITLES } from '@kanzel/core';
import { submit } from '../sync/campaign-store.ts';
import { roleAmong, rolesForStation, useSession } from '../sync/session.ts';
import { Button } from '../ui/button.tsx';
import { Problem } from '../ui/field.tsx';
import { useCampaign } from './campaign-context.ts';
import { flowOf } from './flow-of.ts';
import { vehicleFacts } from './vehicle-says.ts';

/**
 * For whoever knows the flow: it is done from memory, then ticked off, and what was left out is shown first. What is recorded says that it
 * was ticked off afterwards.
 */
export default function FromMemory(): ReactElement {
  const view = useCampaign();
  const navigate = useNavigate();
  const { station = '' } = useParams();
  const person = useSession((s) => s.person);
  // The list as it was when the flow was begun: what is recorded of it does not move the rest.
  const [flow] = useState(() => flowOf(view, station));
  const [done, setDone] = useState<ReadonlySet<string>>(new Set());
  const [checked, setChecked] = useState(false);
  const [problem, setProblem] = useState<string>();
  const title = ownMember(STATION_TITLES, station);
  const tick = (id: string): void => {
    const next = new Set(done);
    if (!next.delete(id)) next.add(id);
    setDone(next);
  };
  const leftOut = flow.filter((c) => !done.has(c.check.id));
  const record = async (): Promise<void> => {
    setProblem(undefined);
    for (const { check, parts } of flow.filter((c) => done.has(c.check.id)))
      for (const { key } of parts) {
        const part = view.index.parts.get(key);
        if (!part) continue;
        const said = await submit(
          view.id,
          'answer.given',
          {
            check: check.id,
            subject: part.subject,
            answer: { kind: 'confirm', asExpected: true },
            facts: vehicleFacts(view.index),
            afterwards: true,
          },
          roleAmong(person, rolesForStation(check.station)),
        );
        if (!said.ok) {
          setProblem(`${check.title}: ${view.say(said.error)} What stands before it was recorded.`);
          return;
        }
      }
    const [first] = leftOut;
    void navigate(`${view.base}/${station}${first ? `?check=${first.check.id}` : ''}`);
  };
  return (
    <div className="px-[22px] py-4">
      <h1 className="text-[1.56rem] leading-tight font-semibold narrow">
        {title ?? 'No such station'}, from memory
      </h1>
      <p className="mt-1 max-w-2xl text-[0.92rem] text-ink-2">
        {flow.length === 0
          ? 'Nothing here is left that could be done from memory.'
          : checked
            ? 'What was left out comes first. Look at it now, or do it at its own step.'
            : 'Do the flow as you know it. Then tick what you did, and see what was left out.'}
      </p>
      {checked && leftOut.length > 0 ? (
        <section aria-label="Left out" className="mt-4 border-l-4 border-near pl-3">
          <h2 className="font-bold text-near">Left out: {leftOut.length}</h2>
          <ul className="m-0 list-none p-0">
            {leftOut.map(({ check }) => (
              <li key={check.id} className="flex flex-wrap items-center gap-x-4 border-b border-rule-2 py-2">
                <span className="min-w-0 flex-1">
                  <b className="block">{check.challenge}</b>
                  <span className="text-[0.86rem] text-ink-2">{check.why}</span>
                </span>
                <Button onClick={() => tick(check.id)}>Looked at it now</Button>
              </li>
            ))}
          </ul>
        </section>
      ) : null}
      {checked ? (
        <section aria-label="Done" className="mt-4">
          <h2 className="font-semibold">Done: {done.size}</h2>
          <p className="text-[0.92rem]">
            {flow
              .filter((c) => done.has(c.check.id))
              .map((c) => c.check.title)
              .join(' · ')}
          </p>
        </section>
      ) : (
        <ul className="m-0 mt-3 max-w-3xl list-none p-0">
          {flow.map(({ check }) => (
            <li key={check.id} className="border-b border-rule-2">
              <label className="flex min-h-11 cursor-pointer items-center gap-3 max-lg:min-h-14">
                <input
                  type="checkbox"
                  className="h-5 w-5 accent-hand"
                  checked={done.has(check.id)}
                  onChange={() => tick(check.id)}
                />
                {check.title}
              </label>
            </li>
          ))}
        </ul>
      )}
      <Problem>{problem}</Problem>
      <div className="mt-4 flex flex-wrap items-center gap-3">
        {flow.length === 0 ? null : checked ? (
          <>
            <Button kind="main" disabled={done.size === 0} onClick={() => void record()}>
              Record the {done.size} done
            </Button>
            <Button kind="quiet" onClick={() => setChecked(false)}>
              Back to the ticks
            </Button>
          </>
        ) : (
          <Button kind="main" onClick={() => setChecked(true)}>
            What did I leave out?
          </Button>
        )}
        <Link
          to={`${view.base}/${station}`}
          className="inline-flex min-h-11 items-center underline underline-offset-4 max-lg:min-h-14"
        >
          Step by step instead
        </Link>
      </div>
    </div>
  );
}
