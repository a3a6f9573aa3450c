import { useEffect, useState, type ReactElement } from 'react';
import type { SimulationRequest } from '@kanzel/contract';
import { api, sayFailure } from '../api/client.ts';

const small =
  'min-h-9 max-lg:min-h-12 border border-ink-2 px-2.5 text-[0.8rem] font-medium aria-pressed:bg-ink aria-pressed:text-sheet';

/** What can be set of a stand-in, and what that is as it stands. */
export type Switch<Change, Situation> = readonly [
  text: string,
  on: Change,
  off: Change,
  isOn: (situation: Situation) => boolean,
];

/** Works a stand-in by switches. Marked as simulation, and only there where it runs. */
export function SwitchPanel<Change extends object, Situation>({
  says,
  switches,
  presses = [],
  request,
  whereThereIsOne = false,
  under = false,
}: {
  says: string;
  switches: readonly Switch<Change, Situation>[];
  /** What is done once, and does not stay. */
  presses?: readonly (readonly [text: string, change: Change])[];
  request: (change: Change | Record<string, never>) => SimulationRequest;
  /** Nothing is shown where the stand-in has none of it. */
  whereThereIsOne?: boolean;
  /** Another panel stays in sight: this one is at the end of the page. */
  under?: boolean;
}): ReactElement | null {
  const [situation, setSituation] = useState<Situation>();
  const [problem, setProblem] = useState<string>();
  const send = async (change: Change | Record<string, never>): Promise<void> => {
    const answer = await api.post<Situation>('/api/simulation', request(change));
    setProblem(answer.ok ? undefined : sayFailure(answer.error));
    if (answer.ok) setSituation(answer.value);
  };
  useEffect(() => {
    // Asked by changing nothing.
    void send({});
    // eslint-disable-next-line react-hooks/exhaustive-deps
  }, []);
  if (whereThereIsOne && situation === undefined) return null;
  return (
    <section
      aria-label={`Simulation${whereThereIsOne ? ' of the flight' : ''}`}
      className={`z-10 border-t-2 ${under ? '' : 'lg:sticky lg:bottom-0'} border-dashed border-ink-3 bg-desk px-[22px] py-2 no-print`}
    >
      <p className="flex items-center gap-3">
        <span className="bg-ink px-1.5 text-[0.72rem] font-bold text-sheet">Simulation</span>
        <span className="text-[0.8rem] text-ink-2">{says}</span>
      </p>
      <div className="mt-1 flex max-h-[5.4rem] flex-wrap gap-2 overflow-y-auto pb-1">
        {switches.map(([text, on, off, isOn]) => {
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
        {presses.map(([text, change]) => (
          <button key={text} type="button" className={small} onClick={() => void send(change)}>
            {text}
          </button>
        ))}
      </div>
      {problem ? (
        <p role="alert" className="text-[0.8rem] text-out">
          {problem}
        </p>
      ) : null}
    </section>
  );
}
