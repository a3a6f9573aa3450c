import {
  MARK_WORDS,
  STATION_TITLES,
  type CampaignStatus,
  type GateStatus,
  type StationId,
} from '@kanzel/core';
import { useEffect, useRef, type ReactElement } from 'react';
import { Link } from 'react-router';
import { MarkSign } from '../ui/mark.tsx';

const WORDS: Readonly<Record<GateStatus['state'], string>> = {
  held: 'held',
  open: 'open, not passed',
  passed: 'passed',
};

function GateBar({ gate, base }: { gate: GateStatus; base: string }): ReactElement {
  const passed = gate.state === 'passed';
  return (
    <li className="relative flex h-7 items-center max-lg:h-full max-lg:w-24 max-lg:shrink-0 max-lg:justify-center">
      <span
        aria-hidden
        className={`absolute inset-x-3 top-1/2 -mt-px h-0.5 max-lg:inset-x-auto max-lg:inset-y-2 max-lg:left-1/2 max-lg:top-2 max-lg:h-auto max-lg:w-0.5 ${passed ? 'bg-[repeating-linear-gradient(90deg,var(--ink-3)_0_6px,transparent_6px_12px)] max-lg:bg-[repeating-linear-gradient(180deg,var(--ink-3)_0_6px,transparent_6px_12px)]' : gate.state === 'open' ? 'bg-within' : 'bg-ink'}`}
      />
      <Link
        to={`${base}/gate/${gate.gate.id}`}
        className={`relative ml-12 bg-desk px-1.5 text-[0.72rem] narrow whitespace-nowrap max-lg:ml-0 ${passed ? 'text-ink-2' : gate.state === 'open' ? 'font-bold text-within' : 'font-bold text-ink'}`}
        aria-label={`Gate ${gate.gate.title}: ${WORDS[gate.state]}`}
      >
        {gate.gate.title}
        {passed ? '' : ` · ${gate.state}`}
      </Link>
    </li>
  );
}

/** The spine: the stations in the order of the work, with the gates as bars across it. */
export function Spine({
  status,
  here,
  base,
  planning,
}: {
  status: CampaignStatus;
  here: StationId | undefined;
  base: string;
  planning: boolean;
}): ReactElement {
  const nav = useRef<HTMLElement>(null);
  // Lying on its side the spine is longer than a phone is wide; the station in hand must be in sight.
  useEffect(() => {
    nav.current?.querySelector('[aria-current=page]')?.scrollIntoView({ block: 'nearest', inline: 'center' });
  }, [here]);
  return (
    <nav
      ref={nav}
      aria-label="Stations"
      className="[grid-area:spine] overflow-auto bg-desk pt-2 max-lg:flex max-lg:pt-0"
    >
      <Link
        to={`${base}/plan`}
        aria-current={planning ? 'page' : undefined}
        className={`mb-1 flex min-h-9 items-center pl-[52px] text-[0.86rem] max-lg:mb-0 max-lg:min-h-14 max-lg:px-4 ${planning ? 'bg-sheet font-semibold' : ''}`}
      >
        Plan
      </Link>
      <ol className="relative m-0 list-none p-0 before:absolute before:top-5 before:bottom-5 before:left-[25px] before:w-0.5 before:bg-ink-3/40 max-lg:flex max-lg:h-full max-lg:items-stretch max-lg:before:hidden">
        {status.stations.flatMap((s) => {
          const gate = status.gates.find((g) => g.gate.before === s.station);
          const on = s.station === here;
          const release = s.station === 'release';
          const mark = release ? (status.current === 'release' ? 'inHand' : 'notStarted') : s.mark;
          const line = (
            <li key={s.station} className="max-lg:shrink-0">
              <Link
                to={release ? `${base}/release` : `${base}/${s.station}`}
                aria-current={on ? 'page' : undefined}
                className={`relative grid min-h-[38px] grid-cols-[52px_1fr_auto] items-center pr-3 max-lg:h-full max-lg:min-h-14 max-lg:grid-cols-[28px_auto_auto] max-lg:gap-1 max-lg:pl-2 ${on ? 'bg-sheet font-semibold' : ''}`}
              >
                <span className="z-10 justify-self-center bg-inherit">
                  <MarkSign mark={mark} label={false} />
                </span>
                <span className="text-[0.86rem] leading-tight">
                  {STATION_TITLES[s.station]}
                  <span className="sr-only">, {MARK_WORDS[mark]}</span>
                </span>
                <span className="pl-2 text-[0.78rem] text-ink-2">
                  {release || s.total === 0 ? (s.checks.length > 0 ? '–' : '') : `${s.done}/${s.total}`}
                </span>
              </Link>
            </li>
          );
          return gate ? [<GateBar key={gate.gate.id} gate={gate} base={base} />, line] : [line];
        })}
      </ol>
    </nav>
  );
}
