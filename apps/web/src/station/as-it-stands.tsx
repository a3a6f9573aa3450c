import type { ReactElement } from 'react';
import { stateFor, WHOLE_AIRCRAFT } from '@kanzel/core';
import { MarginNote } from '../shell/frame.tsx';
import { submit } from '../sync/campaign-store.ts';
import { roleAmong, useSession } from '../sync/session.ts';
import { Button } from '../ui/button.tsx';
import { useCampaign } from './campaign-context.ts';

/** What is told by a clock, by the vehicle, or by having flown; the rest is what hands put on, take off, raise and lower. */
const TOLD_ELSEWHERE: ReadonlySet<string> = new Set(['engine', 'fuel-engine', 'power', 'armed', 'flown']);

/** Covers, cowlings and the like, as the record has them; whoever changes one says so here, between the steps as well. */
export function AsItStands(): ReactElement | null {
  const view = useCampaign();
  const person = useSession((s) => s.person);
  const states = view.index.basis.pack.states.filter(
    (s) => s.per === 'aircraft' && !TOLD_ELSEWHERE.has(s.name),
  );
  if (states.length === 0 || view.state.release) return null;
  return (
    <MarginNote title="As it stands">
      <ul>
        {states.map((s) => {
          const standing = stateFor(view.state, s.name, WHOLE_AIRCRAFT);
          const value = standing?.kind === 'is' ? standing.value : undefined;
          return (
            <li key={s.name} className="flex flex-wrap items-center justify-between gap-x-2">
              <span>
                {s.title}: <strong>{value ?? 'two people differ'}</strong>
              </span>
              <span>
                {s.values
                  .filter((other) => other !== value)
                  .map((other) => (
                    <Button
                      key={other}
                      kind="quiet"
                      aria-label={`Now ${other}: ${s.title}`}
                      onClick={() =>
                        void submit(
                          view.id,
                          'state.set',
                          { state: s.name, subject: WHOLE_AIRCRAFT, value: other },
                          roleAmong(person, ['technician', 'pilot', 'inspector', 'observer', 'certifier']),
                        )
                      }
                    >
                      Now {other}
                    </Button>
                  ))}
              </span>
            </li>
          );
        })}
      </ul>
    </MarginNote>
  );
}
