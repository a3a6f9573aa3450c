import type { ReactElement } from 'react';
import type { SimulationRequest } from '@kanzel/contract';
import { SwitchPanel, type Switch } from './switch-panel.tsx';

type Change = NonNullable<SimulationRequest['vehicle']>;
type Situation = Required<Omit<Change, 'restart'>>;

/** What can be set of the vehicle, and what that is as it stands. */
const SWITCHES: readonly Switch<Change, Situation>[] = [
  ['armed', { armed: true }, { armed: false }, (s) => s.armed],
  ['left side down', { roll: -20 }, { roll: 0 }, (s) => s.roll < 0],
  ['nose down', { pitch: -20 }, { pitch: 0 }, (s) => s.pitch < 0],
  ['nose right', { yaw: 25 }, { yaw: 0 }, (s) => s.yaw > 0],
  ['box turned half round', { boxTurned: 180 }, { boxTurned: 0 }, (s) => s.boxTurned === 180],
  ['mission: one height wrong', { mission: 'height' }, { mission: 'whole' }, (s) => s.mission === 'height'],
  [
    'parameters changed',
    { parametersChanged: true },
    { parametersChanged: false },
    (s) => s.parametersChanged,
  ],
  ['mission cut off', { mission: 'cut-off' }, { mission: 'whole' }, (s) => s.mission === 'cut-off'],
  ['motors at half throttle', { throttle: 0.5 }, { throttle: 0 }, (s) => s.throttle > 0],
  ['motors at full throttle', { throttle: 1 }, { throttle: 0 }, (s) => s.throttle > 0.9],
  ['motor 3 stops late', { stopsLate: 2.5 }, { stopsLate: 0 }, (s) => s.stopsLate > 0],
  ['link weak', { linkWeak: true }, { linkWeak: false }, (s) => s.linkWeak],
  ['not heard', { silent: true }, { silent: false }, (s) => s.silent],
  ['sensors cold', { cold: true }, { cold: false }, (s) => s.cold],
  ['heading 30° off', { headingOff: 30 }, { headingOff: 0 }, (s) => s.headingOff !== 0],
  ['picture frozen', { frozen: true }, { frozen: false }, (s) => s.frozen],
  ['being turned about', { tumbling: true }, { tumbling: false }, (s) => s.tumbling],
  ['cell 3 weak', { weakCell: 0.09 }, { weakCell: 0 }, (s) => s.weakCell > 0],
  ['5 satellites', { satellites: 5 }, { satellites: 17 }, (s) => s.satellites < 10],
];

/** Works the vehicle of the stand-in. */
export const VehiclePanel = ({ mark }: { mark: string }): ReactElement => (
  <SwitchPanel
    says="The vehicle on the line is a stand-in; this is what can be set of it."
    switches={SWITCHES}
    presses={[['switched off and on', { restart: true }]]}
    request={(vehicle) => ({ mark, vehicle })}
  />
);
