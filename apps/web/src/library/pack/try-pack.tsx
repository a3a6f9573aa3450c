import { useEffect, useRef, useState, type ReactElement } from 'react';
import type { AircraftView } from '@kanzel/contract';
import type { Aircraft, LimitBook, Pack, Trial } from '@kanzel/core';
import { api, sayFailure } from '../../api/client.ts';
import { MarginNote } from '../../shell/frame.tsx';
import { Button } from '../../ui/button.tsx';
import { Problem } from '../../ui/field.tsx';
import { Picker } from '../../ui/picker.tsx';
import { wordsIn } from '../../ui/plain-words.ts';

/** Runs a trial in a worker; a newer one ends the one before. */
function useTrial(): {
  trial: Trial | undefined;
  running: boolean;
  run: (pack: Pack, limitBook: LimitBook, aircraft: Aircraft) => void;
  clear: () => void;
} {
  const worker = useRef<Worker>(undefined);
  const [trial, setTrial] = useState<Trial>();
  const [running, setRunning] = useState(false);
  useEffect(() => () => worker.current?.terminate(), []);
  return {
    trial,
    running,
    run: (pack, limitBook, aircraft) => {
      worker.current?.terminate();
      const next = new Worker(new URL('./try-pack.worker.ts', import.meta.url), { type: 'module' });
      worker.current = next;
      setRunning(true);
      setTrial(undefined);
      next.addEventListener('message', (event: MessageEvent<Trial>) => {
        setTrial(event.data);
        setRunning(false);
        next.terminate();
      });
      next.postMessage({ pack, limitBook, aircraft });
    },
    clear: () => setTrial(undefined),
  };
}

/** Tries the pack in hand on an aircraft before anybody is judged by it. */
export function TryPack({ pack, onCheck }: { pack: Pack; onCheck: (id: string) => void }): ReactElement {
  const [aircraft, setAircraft] = useState<readonly Aircraft[]>([]);
  const [mark, setMark] = useState('');
  const [problem, setProblem] = useState<string>();
  const { trial, running, run, clear } = useTrial();
  useEffect(() => {
    void api.get<AircraftView[]>('/api/aircraft').then((a) => {
      if (!a.ok) return;
      const all = a.value.map((v) => v.aircraft);
      const suits = (x: Aircraft): number =>
        Number(pack.families.includes(x.family)) + Number(x.pack === pack.id);
      setAircraft([...all].sort((x, y) => suits(y) - suits(x)));
      setMark((now) => now || ([...all].sort((x, y) => suits(y) - suits(x))[0]?.mark ?? ''));
    });
    // The list of aircraft does not follow every key in the pack.
    // eslint-disable-next-line react-hooks/exhaustive-deps
  }, [pack.id]);
  useEffect(clear, [pack]); // eslint-disable-line react-hooks/exhaustive-deps
  const chosen = aircraft.find((a) => a.mark === mark);
  const words = wordsIn(pack);
  const start = async (): Promise<void> => {
    if (!chosen) return;
    const book = await api.get<LimitBook>(`/api/library/documents/limit-book/${chosen.limitBook}`);
    setProblem(book.ok ? undefined : sayFailure(book.error));
    if (book.ok) run(pack, book.value, chosen);
  };
  return (
    <MarginNote title="Try it on an aircraft">
      <Picker
        label="Aircraft"
        value={mark}
        options={aircraft.map((a) => ({ id: a.mark, text: `${a.mark}, ${a.type}` }))}
        onChange={(m) => {
          setMark(m);
          clear();
        }}
      />
      <div className="mt-2">
        <Button disabled={!chosen || running} onClick={() => void start()}>
          {running ? 'Working through it…' : 'Work it through'}
        </Button>
      </div>
      <Problem>{problem}</Problem>
      {trial ? (
        <div role="status" className="mt-2">
          <p className={`font-semibold ${trial.released ? 'text-within' : 'text-out'}`}>
            {trial.released
              ? 'Worked to its release.'
              : `It does not reach a release: ${trial.stuck.length === 1 ? 'one thing is' : `${trial.stuck.length} things are`} in the way.`}
          </p>
          {trial.steps > 0 ? (
            <p className="text-ink-2">
              {trial.steps} steps, {Math.round(trial.minutes)} min for one pair of hands, {trial.watched}{' '}
              watched by a second person.
            </p>
          ) : null}
          <ul className="mt-1 grid gap-1">
            {trial.stuck.slice(0, 8).map((s, i) => (
              <li key={i}>
                <button
                  type="button"
                  className="text-left underline decoration-rule underline-offset-4"
                  onClick={() => onCheck(s.part.split('@')[0] ?? '')}
                >
                  {s.part ? `${words.part(s.part)}: ` : ''}
                  {words.say(s.reason)}
                </button>
              </li>
            ))}
          </ul>
        </div>
      ) : null}
    </MarginNote>
  );
}
