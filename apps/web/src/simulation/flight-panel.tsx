import { useEffect, useState, type ReactElement } from 'react';
import type { SimulationRequest } from '@kanzel/contract';
import { api, sayFailure } from '../api/client.ts';

type Change = NonNullable<SimulationRequest['flight']>;
type Situation = Required<Change> & { readonly height: number };

const small =
  'min-h-9 max-lg:min-h-12 border border-ink-2 px-2.5 text-[0.8rem] font-medium aria-pressed:bg-ink aria-pressed:text-sheet';

const SWITCHES: readonly (readonly [
  text: string,
  on: Change,
  off: Change,
  isOn: (s: Situation) => boolean,
])[] = [
  ['flies its programme', { flying: true }, { flying: false }, (s) => s.flying],
  ['receiver silent', { silent: true }, { silent: false }, (s) => s.silent],
  ['strong wind', { wind: 12 }, { wind: 6 }, (s) => s.wind > 10],
];

/** Works the flight of the stand-in. Marked as simulation, and only there where it runs. */
export function FlightPanel(): ReactElement {
  const [situation, setSituation] = useState<Situation>();
  const [problem, setProblem] = useState<string>();
  const send = async (flight: Change): Promise<void> => {
    const answer = await api.post<Situation>('/api/simulation', { flight });
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
          The receiver on the line is a stand-in: it takes off, flies four legs at one height, and comes back.
        </span>
      </p>
      <div className="mt-1 flex flex-wrap gap-2 pb-1">
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
      </div>
      {problem ? (
        <p role="alert" className="text-[0.8rem] text-out">
          {problem}
        </p>
      ) : null}
    </section>
  );
}
