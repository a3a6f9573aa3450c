import { lazy, Suspense, useState, type ReactElement } from 'react';
import { Link, useNavigate, useParams } from 'react-router';
import { ENTRIES } from '@kanzel/core';
import { submit } from '../sync/campaign-store.ts';
import { roleAmong, useSession } from '../sync/session.ts';
import { HoldButton } from '../ui/hold-button.tsx';
import { Problem } from '../ui/field.tsx';
import { useCampaign } from './campaign-context.ts';
import { FlightNarrowed } from './flight-narrowed.tsx';
import { Holdings } from './holdings.tsx';
import { whenInWords } from '../ui/when.ts';

const WayThere = lazy(() => import('./way-there.tsx'));

/** A gate by itself: what holds it, with each cure; or the act of passing it. */
export function GateSheet(): ReactElement {
  const view = useCampaign();
  const { gate: id } = useParams();
  const navigate = useNavigate();
  const person = useSession((s) => s.person);
  const [problem, setProblem] = useState<string>();
  const people = useSession((s) => s.people);
  const [there, setThere] = useState<readonly string[]>([]);
  const gate = view.status.gates.find((g) => g.gate.id === id);
  if (!gate) return <p className="p-6">The pack of this campaign has no such gate.</p>;
  const passed = view.state.gatesPassed.get(gate.gate.id);
  const crew = gate.gate.conditions.find((c) => c.kind === 'crew');
  const pass = async (): Promise<void> => {
    const done = await submit(
      view.id,
      'gate.passed',
      {
        gate: gate.gate.id,
        snapshot: view.state.head,
        ...(crew && there.length > 0 ? { crew: there } : {}),
      },
      roleAmong(person, ENTRIES['gate.passed'].roles),
    );
    if (!done.ok) setProblem(view.say(done.error));
    else void navigate(`${view.base}/${gate.gate.before}`);
  };
  const title =
    gate.state === 'held'
      ? `${gate.gate.title} is held.`
      : gate.state === 'open'
        ? `${gate.gate.title} is open.`
        : `${gate.gate.title} was passed.`;
  return (
    <div className="px-[22px] py-5">
      <h1 className="text-[1.56rem] font-semibold narrow">{title}</h1>
      {gate.state === 'passed' && passed ? (
        <p className="mt-1 text-ink-2">
          By {view.who(passed.by)}
          {passed.crew?.length ? `, with ${passed.crew.map(view.who).join(', ')}` : ''},{' '}
          {whenInWords(passed.at)}, on record {passed.snapshot.slice(0, 8)}.
        </p>
      ) : null}
      {gate.gate.before === 'flight' ? <FlightNarrowed /> : null}
      <Holdings gate={gate} label={`What holds ${gate.gate.title}`} />
      <Suspense fallback={null}>
        <WayThere gate={gate} className="mt-3 text-ink-2" />
      </Suspense>
      {gate.state === 'open' && gate.gate.before !== 'release' ? (
        <>
          <p className="mt-1 mb-4 text-ink-2">
            Everything it asks for is proven, nothing is tagged, and every finding is settled. Passing it is
            recorded together with what was known.
            {passed
              ? ' It was passed before; something it rests on came after, so it has to be passed again.'
              : ''}
          </p>
          {crew ? (
            <fieldset className="mb-4">
              <legend className="font-semibold">
                {crew.minimum} people have to be there. Who is there beside you?
              </legend>
              {people
                .filter((p) => p.id !== person?.id && !p.endedAt)
                .map((p) => (
                  <label key={p.id} className="flex min-h-11 items-center gap-2 max-lg:min-h-14">
                    <input
                      type="checkbox"
                      checked={there.includes(p.id)}
                      onChange={(e) =>
                        setThere(e.target.checked ? [...there, p.id] : there.filter((t) => t !== p.id))
                      }
                    />
                    {p.fullName}
                  </label>
                ))}
            </fieldset>
          ) : null}
          <HoldButton onDone={() => void pass()} autoFocus>
            Pass {gate.gate.title}
          </HoldButton>
        </>
      ) : null}
      {gate.state === 'open' && gate.gate.before === 'release' ? (
        <Link
          className="mt-4 inline-block font-semibold underline underline-offset-4"
          to={`${view.base}/release`}
        >
          Read and sign the release
        </Link>
      ) : null}
      <Problem>{problem}</Problem>
    </div>
  );
}
