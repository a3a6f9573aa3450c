import { useState, type ReactElement } from 'react';
import { Link } from 'react-router';
import { ENTRIES, flightBegan, openDoubts, type Reason } from '@kanzel/core';
import { useSend } from '../findings/use-send.ts';
import { rolesOf, useSession } from '../sync/session.ts';
import { Button } from '../ui/button.tsx';
import { Field, Problem } from '../ui/field.tsx';
import { Folded } from '../ui/folded.tsx';
import { useCampaign } from './campaign-context.ts';

const CLOCK = new Intl.DateTimeFormat('en-GB', { hour: '2-digit', minute: '2-digit' });

/** The open doubts of the day, each with the steps of the flight that would settle it. */
function Doubts(): ReactElement | null {
  const view = useCampaign();
  const doubts = openDoubts(view.state, view.index, view.status);
  if (doubts.length === 0) return null;
  const settled = doubts.filter((d) => d.settledBy.length > 0).length;
  return (
    <Folded
      title={`${doubts.length === 1 ? 'One open doubt' : `${doubts.length} open doubts`}, ${settled} to settle in the air`}
    >
      <ul className="space-y-1.5">
        {doubts.map((d) => (
          <li key={view.say(d.says)}>
            <Link
              className="font-semibold underline underline-offset-4"
              to={
                'finding' in d.from
                  ? `${view.base}/findings/${d.from.finding}`
                  : `${view.base}/${view.index.checks.get(d.from.check)?.station ?? 'fuel'}?check=${d.from.check}`
              }
            >
              {view.say(d.says)}
            </Link>{' '}
            {d.settledBy.length === 0 ? (
              <span className="text-ink-2">No step of this flight settles it.</span>
            ) : (
              <span>
                Settled by{' '}
                {d.settledBy.map((id, i) => (
                  <span key={id}>
                    {i === 0 ? '' : ', '}
                    <Link className="underline underline-offset-4" to={`${view.base}/flight?check=${id}`}>
                      {view.index.checks.get(id)?.title}
                    </Link>
                  </span>
                ))}
                .
              </span>
            )}
          </li>
        ))}
      </ul>
    </Folded>
  );
}

/** What the pilot decides in the air, and on what: the record keeps it. `forces`: what speaks for landing now. */
export function ExploreOrLand({ forces }: { readonly forces: readonly Reason[] }): ReactElement | null {
  const view = useCampaign();
  const person = useSession((s) => s.person);
  const people = useSession((s) => s.people);
  const { problem, send } = useSend();
  const [reason, setReason] = useState('');
  const began = flightBegan(view.state, view.index);
  if (!began) return null;
  const decision = view.state.flightDecisions.filter((d) => d.instant >= began.instant).at(-1);
  const pilots = ENTRIES['flight.decided'].roles;
  const decides = rolesOf(person).some((r) => pilots.includes(r));
  const said = forces.map((f) => view.say(f));
  // What came up since was not decided on.
  const known = decision !== undefined && said.every((s) => decision.said.includes(s));
  const decide = (choice: 'on' | 'land'): void =>
    void send('flight.decided', { choice, reason: reason.trim(), said }, pilots).then((sent) => {
      if (sent) setReason('');
    });
  return (
    <div className="flex flex-wrap items-start gap-x-5 gap-y-1.5">
      {decision ? (
        <p className={known ? '' : 'text-ink-2'}>
          <strong>{decision.choice === 'land' ? 'Landing' : 'Going on'}</strong>, decided{' '}
          {CLOCK.format(decision.instant)} by{' '}
          {people.find((p) => p.id === decision.by)?.fullName ?? 'the pilot'}
          {decision.reason === '' ? '' : `: ${decision.reason}`}
          {known ? '' : '. Something came up since.'}
        </p>
      ) : null}
      {decides ? (
        <>
          {decision?.choice === 'land' && known ? null : (
            <Button
              kind={forces.length > 0 ? 'main' : 'plain'}
              className="min-h-11 max-lg:min-h-14"
              onClick={() => decide('land')}
            >
              We land
            </Button>
          )}
          {decision?.choice === 'on' && known ? null : (
            <Folded title="We go on">
              <div className="flex flex-wrap items-end gap-3">
                <div className="min-w-[14rem]">
                  <Field
                    label={forces.length > 0 ? 'Why' : 'Why (may stay empty)'}
                    value={reason}
                    maxLength={2000}
                    onChange={(e) => setReason(e.target.value)}
                  />
                </div>
                <Button onClick={() => decide('on')}>Record that we go on</Button>
              </div>
            </Folded>
          )}
        </>
      ) : null}
      <Doubts />
      <Problem>{problem}</Problem>
    </div>
  );
}
