import { useEffect, useState, type ReactElement } from 'react';
import { ownMember } from '@kanzel/core';
import type { SimulationRequest } from '@kanzel/contract';
import { api, sayFailure } from '../api/client.ts';

interface Situation {
  readonly controls: {
    readonly throttle: number;
    readonly propeller: number;
    readonly mixture: number;
    readonly ignition: string;
    readonly carburettorHeat: boolean;
    readonly landingLights: boolean;
  };
  readonly faults: {
    readonly deadPlugs: readonly string[];
    readonly slowOilPressure: boolean;
    readonly deadGenerator: boolean;
    readonly lazyGovernor: boolean;
    readonly ungrounded: string;
    readonly weakCylinder: unknown;
    readonly cloggedInjector: unknown;
    readonly leakingValve: unknown;
    readonly lateIgnition: string;
    readonly lyingSensor: unknown;
    readonly weakPlugs: readonly string[];
  };
}
type Twin = Readonly<Record<string, Situation>>;

/** An engine that the panel works. */
interface Worked {
  readonly id: string;
  readonly title: string;
}

const SPEEDS = [
  ['idle', 690],
  ['1 100', 1100],
  ['1 700', 1700],
  ['full', 2780],
] as const;
const IGNITION = ['off', 'left', 'right', 'both'] as const;
const small =
  'min-h-9 max-lg:min-h-12 border border-ink-2 px-2.5 text-[0.8rem] font-medium aria-pressed:bg-ink aria-pressed:text-sheet';

type Send = (request: Omit<SimulationRequest, 'engine'>, which?: string) => Promise<void>;
type Shown = Situation | undefined;

/** Starter, throttle, ignition, propeller and what else a hand reaches in the cockpit. */
function Levers({ shown, send }: { shown: Shown; send: Send }): ReactElement {
  const starter = async (): Promise<void> => {
    await send({ controls: { mixture: 1, ignition: 'both', starter: true } });
    setTimeout(() => void send({ controls: { starter: false }, speed: 1100 }), 2500);
  };
  return (
    <>
      <button type="button" className={small} onClick={() => void starter()}>
        Starter
      </button>
      <span className="flex" role="group" aria-label="Throttle">
        {SPEEDS.map(([text, speed]) => (
          <button key={text} type="button" className={small} onClick={() => void send({ speed })}>
            {text}
          </button>
        ))}
      </span>
      <span className="flex" role="group" aria-label="Ignition">
        {IGNITION.map((i) => (
          <button
            key={i}
            type="button"
            className={small}
            aria-pressed={shown?.controls.ignition === i}
            onClick={() => void send({ controls: { ignition: i } })}
          >
            {i === 'left' || i === 'right' ? `${i} only` : i}
          </button>
        ))}
      </span>
      <span className="flex" role="group" aria-label="Propeller">
        <button type="button" className={small} onClick={() => void send({ controls: { propeller: 1 } })}>
          lever forward
        </button>
        <button type="button" className={small} onClick={() => void send({ controls: { propeller: 0 } })}>
          back
        </button>
        <button type="button" className={small} onClick={() => void send({ controls: { propeller: -1 } })}>
          feather gate
        </button>
      </span>
      <button
        type="button"
        className={small}
        aria-pressed={shown?.controls.carburettorHeat ?? false}
        onClick={() => void send({ controls: { carburettorHeat: !shown?.controls.carburettorHeat } })}
      >
        carburettor heat
      </button>
      <button
        type="button"
        className={small}
        aria-pressed={shown?.controls.landingLights ?? false}
        onClick={() => void send({ controls: { landingLights: !shown?.controls.landingLights } })}
      >
        landing lights
      </button>
      <button
        type="button"
        className={small}
        onClick={() =>
          void send({
            controls: { mixture: 0, ignition: 'off', throttle: 0, propeller: 1, carburettorHeat: false },
          })
        }
      >
        cut off
      </button>
    </>
  );
}

/** The plug that can be dead, as the stand-in calls it. */
const PLUG = 'left4';

/** What can be made to go wrong. */
function Faults({
  twin,
  shown,
  send,
  first,
}: {
  twin: Twin | undefined;
  shown: Shown;
  send: Send;
  first: Worked;
}): ReactElement {
  const dead = ownMember(twin ?? {}, first.id)?.faults.deadPlugs.includes(PLUG) ?? false;
  const fault = (key: 'slowOilPressure' | 'deadGenerator' | 'lazyGovernor', text: string): ReactElement => (
    <button
      type="button"
      className={small}
      aria-pressed={shown?.faults[key] ?? false}
      onClick={() => void send({ faults: { [key]: !shown?.faults[key] } })}
    >
      {text}
    </button>
  );
  return (
    <details className="w-full">
      <summary className="cursor-pointer text-[0.8rem] text-ink-2">Faults of the stand-in</summary>
      <div className="mt-1 flex flex-wrap gap-2">
        <button
          type="button"
          className={small}
          aria-pressed={dead}
          onClick={() => void send({ faults: { deadPlugs: dead ? [] : [PLUG] } }, first.id)}
        >
          {first.title.toLowerCase()}, cylinder 4, left plug dead
        </button>
        {fault('slowOilPressure', 'slow oil pressure')}
        {fault('deadGenerator', 'dead generator')}
        {fault('lazyGovernor', 'lazy governor')}
        <button
          type="button"
          className={small}
          aria-pressed={shown?.faults.ungrounded === 'left'}
          onClick={() =>
            void send({ faults: { ungrounded: shown?.faults.ungrounded === 'left' ? 'none' : 'left' } })
          }
        >
          left ignition not grounded
        </button>
        <button
          type="button"
          className={small}
          aria-pressed={Boolean(shown?.faults.weakCylinder)}
          onClick={() =>
            void send({
              faults: { weakCylinder: shown?.faults.weakCylinder ? null : { cylinder: 2, share: 0.6 } },
            })
          }
        >
          cylinder 2 weak
        </button>
        <button
          type="button"
          className={small}
          aria-pressed={(shown?.faults.weakPlugs.length ?? 0) > 0}
          onClick={() =>
            void send({ faults: { weakPlugs: shown?.faults.weakPlugs.length ? [] : ['right3'] } })
          }
        >
          cylinder 3, right plug weak
        </button>
        <button
          type="button"
          className={small}
          aria-pressed={Boolean(shown?.faults.cloggedInjector)}
          onClick={() => void send({ faults: { cloggedInjector: shown?.faults.cloggedInjector ? null : 1 } })}
        >
          injector 1 half closed
        </button>
        <button
          type="button"
          className={small}
          aria-pressed={Boolean(shown?.faults.leakingValve)}
          onClick={() => void send({ faults: { leakingValve: shown?.faults.leakingValve ? null : 5 } })}
        >
          exhaust valve 5 leaks
        </button>
        <button
          type="button"
          className={small}
          aria-pressed={shown?.faults.lateIgnition === 'right'}
          onClick={() =>
            void send({ faults: { lateIgnition: shown?.faults.lateIgnition === 'right' ? 'none' : 'right' } })
          }
        >
          right ignition late
        </button>
        <button
          type="button"
          className={small}
          aria-pressed={Boolean(shown?.faults.lyingSensor)}
          onClick={() =>
            void send({
              faults: {
                lyingSensor: shown?.faults.lyingSensor ? null : { channel: 'cylinder-head-3', by: 17 },
              },
            })
          }
        >
          head sensor 3 shows 17 too much
        </button>
      </div>
    </details>
  );
}

/** Works the engines of the stand-in. Marked as simulation, and only there where a stand-in runs. */
export function SimulationPanel({ engines }: { readonly engines: readonly Worked[] }): ReactElement {
  const every = engines.length === 2 ? 'both' : 'all';
  const [first = { id: 'left', title: 'Left engine' }] = engines;
  const [twin, setTwin] = useState<Twin>();
  const [problem, setProblem] = useState<string>();
  const [engine, setEngine] = useState<string>(every);
  const [open, setOpen] = useState(() => matchMedia('(min-width: 64rem)').matches);
  useEffect(() => {
    void api
      .get<Twin>('/api/simulation')
      .then((a) => (a.ok ? setTwin(a.value) : setProblem(sayFailure(a.error))));
  }, []);
  const send: Send = async (request, which = engine) => {
    const answer = await api.post<Twin>('/api/simulation', { engine: which, ...request });
    setProblem(answer.ok ? undefined : sayFailure(answer.error));
    if (answer.ok) setTwin(answer.value);
  };
  const shown = ownMember(twin ?? {}, engine === every ? first.id : engine);
  return (
    <section
      aria-label="Simulation"
      className="z-10 border-t-2 lg:sticky lg:bottom-0 border-dashed border-ink-3 bg-desk px-[22px] py-2 no-print"
    >
      <button
        type="button"
        className="flex min-h-8 w-full items-center gap-3 text-left"
        aria-expanded={open}
        onClick={() => setOpen(!open)}
      >
        <span className="bg-ink px-1.5 text-[0.72rem] font-bold text-sheet">Simulation</span>
        <span className="text-[0.8rem] text-ink-2">
          The engines are a stand-in; these are its levers{open ? '' : '. Show them'}.
        </span>
      </button>
      {open ? (
        <div className="mt-1 flex flex-wrap items-center gap-x-4 gap-y-2 pb-1">
          <span className="flex" role="group" aria-label="Engine">
            {[...engines.map((e) => e.id), every].map((e) => (
              <button
                key={e}
                type="button"
                className={small}
                aria-pressed={engine === e}
                onClick={() => setEngine(e)}
              >
                {e}
              </button>
            ))}
          </span>
          <Levers shown={shown} send={send} />
          <Faults twin={twin} shown={shown} send={send} first={first} />
        </div>
      ) : null}
      {problem ? (
        <p role="alert" className="text-[0.8rem] text-out">
          {problem}
        </p>
      ) : null}
    </section>
  );
}
