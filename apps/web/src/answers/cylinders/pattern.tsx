import {
  convert,
  ownMember,
  unlikeFleet,
  unlikeFleetInWords,
  usualPlaces,
  changedAlone,
  changedInWords,
  cylinderInWords,
  patternBefore,
  patternInWords,
  plugsOf,
  standingAnswer,
  unitOf,
  wandersAlone,
  wandersInWords,
  type CylinderSays,
  type Mark,
  type Part,
  type PartAnswer,
  type Reading,
  type Wanders,
} from '@kanzel/core';
import { useRef, type ReactElement } from 'react';
import { useCampaign } from '../../station/campaign-context.ts';
import { newest, newestAt, recent, useMonitor } from '../../sync/monitor-store.ts';
import { Button } from '../../ui/button.tsx';
import { CYLINDER_FIGURES } from './desk.ts';
import { CylinderStrips, valueOf } from './strips.tsx';

const FLAWS: Readonly<Record<CylinderSays['what'], string>> = {
  dead: 'plug dead',
  weak: 'plug weak',
  offset: 'stands off',
};

/** What a wandering exhaust is looked back on over (s), and how often (ms). */
const LOOKED_OVER = 100;
const LOOKED_EVERY = 2000;
/** A speed that moved by more than this meanwhile makes every exhaust wander (rpm). */
const STANDS_WITHIN = 40;

/** Cylinders whose exhaust wanders by itself now, by the monitor; looked at every two seconds. */
function useWandering(part: Part, names: readonly string[]): readonly Wanders[] {
  useMonitor((s) => s.tick);
  const known = useRef<{ at: number; found: readonly Wanders[] }>({ at: -Infinity, found: [] });
  const spec = part.check.answer;
  const now = newestAt();
  if (spec.kind !== 'cylinders' || !spec.channel?.startsWith('exhaust') || now === undefined) return [];
  if (now - known.current.at < LOOKED_EVERY) return known.current.found;
  const { v } = recent(part.subject, 'rpm', LOOKED_OVER);
  const stands = v.length > 0 && Math.max(...v) - Math.min(...v) <= STANDS_WITHIN;
  const found = stands
    ? wandersAlone(names.map((name) => recent(part.subject, `${spec.channel}-${name}`, LOOKED_OVER)))
    : [];
  known.current = { at: now, found };
  return found;
}

/** Whether what was answered still tells of the engine as it is: also what is out of limits does. */
const stands = (mark: Mark | undefined): boolean => mark === 'within' || mark === 'near' || mark === 'out';

/** The temperature of one cylinder in °C, whatever it was read in. */
const inCelsius = (readings: Readonly<Record<string, Reading>>, name: string): number | undefined => {
  const reading = ownMember(readings, name);
  const found = reading && convert(reading.value, reading.unit, 'degC');
  return found?.ok ? found.value : undefined;
};

/** One thing that the cylinders say, and the finding that it may become. */
function Said({ part, text, loud }: { part: Part; text: string; loud: boolean }): ReactElement {
  const view = useCampaign();
  return (
    <li
      className={`mt-2 flex flex-wrap items-center justify-between gap-x-4 gap-y-1 border-l-4 px-3 py-1 ${loud ? 'border-out bg-out-bg' : 'border-near bg-near-bg'}`}
    >
      <span className={`max-w-[34rem] font-semibold ${loud ? 'text-out' : 'text-near'}`}>{text}</span>
      <Button
        onClick={() =>
          view.ask({
            kind: 'finding',
            check: part.check.id,
            subject: part.subject,
            title: text.slice(0, 300),
          })
        }
      >
        Raise it as a finding
      </Button>
    </li>
  );
}

/** What the cylinders say: their strips, and by name whatever is wrong with one of them. */
export function CylinderPattern({
  part,
  readings,
  live,
}: {
  readonly part: Part;
  readonly readings: Readonly<Record<string, Reading>> | undefined;
  /** Where nothing was taken yet, the strips show the monitor. */
  readonly live: boolean;
}): ReactElement | null {
  const view = useCampaign();
  const spec = part.check.answer;
  const names = CYLINDER_FIGURES.names(part, view.index);
  const wandering = useWandering(part, names);
  if (spec.kind !== 'cylinders') return null;
  // A pattern on both from before the work, or from another day, is compared with nothing.
  const answerTo = (key: string): PartAnswer | undefined =>
    stands(view.status.parts.get(key)?.mark)
      ? (standingAnswer(view.state.parts.get(key))?.answer ?? undefined)
      : undefined;
  const restless = new Map(live ? wandering.map((w) => [w.cylinder, w.reach]) : []);
  const found = readings ? plugsOf(view.index, part, readings, answerTo, restless) : undefined;
  const says = found?.says.ok ? found.says.value : undefined;
  const ignition = found?.ignition ?? '';
  const before = patternBefore(view.index, part);
  const onBoth = before && answerTo(before.key);
  const wander = live ? wandering : [];
  const flawOf = (name: string): string | undefined => {
    const own = says?.cylinders.find((c) => String(c.cylinder) === name);
    return own ? FLAWS[own.what] : wander.some((w) => String(w.cylinder) === name) ? 'wanders' : undefined;
  };
  // On both ignitions, or where there is nothing to be compared with today, this engine's own last time is laid beside it.
  const lastTime = before ? undefined : view.lastAnswers.get(part.key);
  const asBefore = onBoth ?? lastTime;
  const beforeOf = (name: string): number | undefined =>
    asBefore?.kind === 'cylinders' ? valueOf(asBefore.readings, name) : undefined;
  const changed =
    readings && lastTime?.kind === 'cylinders'
      ? changedAlone(
          names.map((name) => valueOf(readings, name)),
          names.map(beforeOf),
        )
      : [];
  // What the type usually shows is told of both ignitions alone: on one of them the plugs are looked at.
  const unlike =
    readings && !before
      ? unlikeFleet(
          names.map((name) => inCelsius(readings, name)),
          usualPlaces(view.index.basis, part.check.id, names.length),
        )
      : [];
  const whole = says ? patternInWords(says, ignition) : undefined;
  return (
    <div>
      <div role="status" aria-label={`What the cylinders of the ${view.names.subject(part.subject)} say`}>
        <ul>
          {whole ? <Said part={part} text={whole} loud /> : null}
          {(says?.cylinders ?? []).map((c) => (
            <Said
              key={c.cylinder}
              part={part}
              text={cylinderInWords(c, ignition)}
              loud={c.what !== 'offset'}
            />
          ))}
          {changed.map((c) => (
            <Said key={`changed ${c.cylinder}`} part={part} text={changedInWords(c)} loud={false} />
          ))}
          {unlike
            .filter((u) => !changed.some((c) => c.cylinder === u.cylinder))
            .map((u) => (
              <Said key={`unlike ${u.cylinder}`} part={part} text={unlikeFleetInWords(u)} loud={false} />
            ))}
          {wander.map((w) => (
            <Said key={`wanders ${w.cylinder}`} part={part} text={wandersInWords(w)} loud={false} />
          ))}
        </ul>
      </div>
      <CylinderStrips
        cylinders={names.map((name) => ({
          name,
          value: readings
            ? valueOf(readings, name)
            : live && spec.channel
              ? newest(part.subject, `${spec.channel}-${name}`)
              : undefined,
          before: beforeOf(name),
          flaw: flawOf(name),
        }))}
        unit={unitOf(spec.unit).symbol}
        legend={onBoth ? 'as it was on both' : lastTime?.kind === 'cylinders' ? 'last time' : undefined}
      />
      {found && !found.says.ok ? <p className="cap">{view.say(found.says.error)}</p> : null}
    </div>
  );
}
