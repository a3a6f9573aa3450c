import { useEffect, useState, type ReactElement } from 'react';
import type { SimulationRequest } from '@kanzel/contract';
import { api, sayFailure } from '../api/client.ts';

type Change = NonNullable<SimulationRequest['vehicle']>;
type Situation = Required<Omit<Change, 'restart'>>;

const small =
  'min-h-9 max-lg:min-h-12 border border-ink-2 px-2.5 text-[0.8rem] font-medium aria-pressed:bg-ink aria-pressed:text-sheet';

/** What can be set of the vehicle, and what that is as it stands. */
const SWITCHES: readonly (readonly [
  text: string,
  on: Change,
  off: Change,
  isOn: (s: Situation) => boolean,
])[] = [
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

/** Works the vehicle of the stand-in. Marked as simulation, and only there where it runs. */
export function VehiclePanel(): ReactElement {
  const [situation, setSituation] = useState<Situation>();
  const [problem, setProblem] = useState<string>();
  const send = async (vehicle: Change): Promise<void> => {
    const answer = await api.post<Situation>('/api/simulation', { vehicle });
    setProblem(answer.ok ? undefined : sayFailure(answer.error));
    if (answer.ok) setSituation(answer.value);
  };
  useEffect(() => {
    // Asked by changing nothing.
    void send({});
  }, []);
  return (
    <section
      aria-label="Simulation"
      className="z-10 border-t-2 lg:sticky lg:bottom-0 border-dashed border-ink-3 bg-desk px-[22px] py-2 no-print"
    >
      <p className="flex items-center gap-3">
        <span className="bg-ink px-1.5 text-[0.72rem] font-bold text-sheet">Simulation</span>
        <span className="text-[0.8rem] text-ink-2">
          The vehicle on the line is a stand-in; this is what can be set of it.
        </span>
      </p>
      <div className="mt-1 flex max-h-[5.4rem] flex-wrap gap-2 overflow-y-auto pb-1">
        {SWITCHES.map(([text, on, off, isOn]) => {
          const pressed = situation !== undefined && isOn(situation);
          return (
            <button
              key={text}
              type="button"
              className={small}
              aria-pressed={pressed}
              onClick={() => void send(pressed ? off : on)}
            >
              {text}
            </button>
          );
        })}
        <button type="button" className={small} onClick={() => void send({ restart: true })}>
          switched off and on
        </button>
      </div>
      {problem ? (
        <p role="alert" className="text-[0.8rem] text-out">
          {problem}
        </p>
      ) : null}
    </section>
  );
}
