import type { ReactElement } from 'react';
import { stateFor, WHOLE_AIRCRAFT } from '@kanzel/core';
import { MarginNote } from '../shell/frame.tsx';
import { submit } from '../sync/campaign-store.ts';
import { useMonitor } from '../sync/monitor-store.ts';
import { roleAmong, useSession } from '../sync/session.ts';
import { Button } from '../ui/button.tsx';
import { useCampaign } from './campaign-context.ts';
import { armedByVehicle } from './vehicle-says.ts';

/** Whether the vehicle is armed, as it says itself; where the record says otherwise, that is one press to put right. */
export function VehicleNote(): ReactElement | null {
  const view = useCampaign();
  useMonitor((s) => s.tick);
  const person = useSession((s) => s.person);
  const armed = view.index.states.has('armed') ? armedByVehicle() : undefined;
  if (armed === undefined) return null;
  const standing = stateFor(view.state, 'armed', WHOLE_AIRCRAFT);
  const recorded = standing?.kind === 'is' ? standing.value : undefined;
  return (
    <MarginNote title="The vehicle says">
      <p
        role="status"
        className={
          armed === 'yes'
            ? 'border-l-4 border-out bg-out-bg px-2 py-1 text-lg font-bold text-out'
            : 'text-lg font-bold'
        }
      >
        {armed === 'yes' ? 'Armed' : 'Disarmed'}
      </p>
      {recorded === armed || view.state.release ? null : (
        <>
          <p className="mt-1">
            The record has it {recorded === 'yes' ? 'armed' : recorded === 'no' ? 'disarmed' : 'neither way'}.
          </p>
          <Button
            className="mt-1"
            onClick={() =>
              void submit(
                view.id,
                'state.set',
                { state: 'armed', subject: WHOLE_AIRCRAFT, value: armed },
                roleAmong(person, ['technician', 'pilot', 'inspector', 'observer', 'certifier']),
              )
            }
          >
            Record it as {armed === 'yes' ? 'armed' : 'disarmed'}
          </Button>
        </>
      )}
    </MarginNote>
  );
}
