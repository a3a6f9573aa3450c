import { Fragment, useMemo, useState, type ReactElement } from 'react';
import { Link, useNavigate, useParams, useSearchParams } from 'react-router';
import {
  ownMember,
  deriveStatus,
  describeAnswer,
  MARK_WORDS,
  STATION_TITLES,
  verdictFigure,
  walkOf,
  worstMark,
  type CheckStatus,
  type GateStatus,
  type PartStatus,
  type StationId,
  type StationStatus,
  type Walk,
  walkInHand,
} from '@kanzel/core';
import { inOrder, stopsOf, type WalkedStop } from '../inspection/walked.ts';
import { WalkSide } from '../inspection/walk-side.tsx';
import { useCampaigns } from '../sync/campaign-store.ts';
import { useSession } from '../sync/session.ts';
import { MarkSign } from '../ui/mark.tsx';
import { useCampaign, type CampaignView } from './campaign-context.ts';
import { PartRuler } from '../answers/verdict-line.tsx';
import { isWriting } from '../ui/is-writing.ts';
import { SenseTable } from '../controls/sense-table.tsx';
import { InTheAir } from './in-the-air.tsx';
import { NotesToSettle } from './flight-notes.tsx';
import { WhoFlies } from './who-flies.tsx';
import { LeftFromFlight } from './left-from-flight.tsx';
import { flowOf } from './flow-of.ts';
import { StepPanel } from './step-panel.tsx';
import { serverInstant } from '../sync/clock.ts';
import { useCompleteAddress } from '../ui/complete-address.ts';
import { useKeys } from '../ui/use-keys.ts';

/** The check to show first: the first that can be worked, else the first not proven, else the first. */
export function firstToDo(checks: readonly CheckStatus[]): CheckStatus | undefined {
  const open = checks.filter((c) => !c.proven && !c.outside && c.check.answer.kind !== 'computed');
  return (
    open.find((c) => c.parts.some((p) => !p.blocked && !p.proven)) ??
    open[0] ??
    checks.find((c) => !c.outside) ??
    checks[0]
  );
}

function RowFigure({ status }: { status: PartStatus }): ReactElement {
  const view = useCampaign();
  const part = view.index.parts.get(status.key);
  const [worst] = status.verdicts;
  const struck = view.state.parts
    .get(status.key)
    ?.history.filter((h) => h.struck)
    .at(-1);
  const figure = verdictFigure(worst);
  const answer = status.answer?.answer;
  const text =
    figure ??
    (status.answer?.answer === null
      ? 'not applicable'
      : answer && part
        ? describeAnswer(view.index, part.check.id, answer)
        : '');
  return (
    <span className="flex min-w-0 items-center justify-end gap-2">
      {struck?.answer && part ? (
        <s className="cap truncate" title={struck.struck?.reason}>
          {verdictFigure(struck.verdicts[0]) ?? describeAnswer(view.index, part.check.id, struck.answer)}
        </s>
      ) : null}
      <span
        className={`min-w-0 truncate text-right ${figure ? 'font-bold' : 'text-[0.8rem] text-ink-2'}`}
        title={worst ? view.say(worst.reason) : undefined}
      >
        {text}
      </span>
      {part && figure ? (
        <span className="w-[132px] shrink-0 max-xl:hidden">
          <PartRuler part={part} verdict={worst} size="small" />
        </span>
      ) : null}
      {figure && worst && status.mark !== 'within' ? <MarkSign mark={status.mark} size={14} /> : null}
    </span>
  );
}

/** More subjects than fit side by side: their figures in a row, each with its mark where it is not plainly good. */
function ManyFigures({ status }: { status: CheckStatus }): ReactElement {
  const view = useCampaign();
  return (
    <span className="flex min-w-0 flex-wrap items-center justify-end gap-x-4 max-sm:hidden">
      {status.parts.map((p) => {
        const [worst] = p.verdicts;
        const figure = verdictFigure(worst);
        return (
          <span
            key={p.key}
            className="inline-flex items-center gap-1"
            title={`${view.names.part(p.key)}${worst ? `: ${view.say(worst.reason)}` : ''}`}
          >
            {figure ? <b>{figure}</b> : null}
            {!figure || p.mark !== 'within' ? <MarkSign mark={p.mark} size={14} /> : null}
          </span>
        );
      })}
    </span>
  );
}

function Row({
  status,
  number,
  station,
  here,
}: {
  status: CheckStatus;
  number: number;
  station: StationId;
  here: boolean;
}): ReactElement {
  const view = useCampaign();
  const engines = status.parts.length === 2;
  return (
    <li>
      <Link
        to={`${view.base}/${station}?check=${status.check.id}`}
        aria-current={here ? 'step' : undefined}
        className={`grid min-h-10 max-lg:min-h-14 items-center gap-x-3 border-b border-rule-2 pr-1 ${engines ? 'grid-cols-[18px_26px_minmax(8rem,1.1fr)_1fr_1fr]' : 'grid-cols-[18px_26px_minmax(8rem,1.1fr)_2fr]'} max-sm:grid-cols-[18px_26px_1fr] ${here ? 'bg-margin' : ''}`}
      >
        <MarkSign mark={status.mark} size={15} />
        <span className="font-mono text-[0.78rem] text-ink-2">{number}</span>
        <span className={status.mark === 'notStarted' ? 'text-ink-2' : ''}>{status.check.title}</span>
        {status.parts.length > 2 ? (
          <ManyFigures status={status} />
        ) : (
          status.parts.map((p) => (
            <span key={p.key} className="min-w-0 max-sm:hidden">
              <RowFigure status={p} />
            </span>
          ))
        )}
      </Link>
    </li>
  );
}

/** How many steps before the one in hand stay in sight. */
const LOOK_BACK = 3;

/** The steps of a station as quiet lines; those long done are folded away until asked for. */
function Steps({
  order,
  at,
  station,
  stops,
}: {
  order: readonly CheckStatus[];
  at: number;
  station: StationId;
  /** The places of a walk, where the station is one: each begins with its name. */
  stops: readonly WalkedStop[];
}): ReactElement {
  const begins = new Map(stops.map((s) => [s.checks[0], s]));
  const [all, setAll] = useState(false);
  const from = all || at <= LOOK_BACK + 1 ? 0 : at - LOOK_BACK;
  const folded = order.slice(0, from);
  return (
    <ol className="px-[22px] pb-8" aria-label={`Steps of ${STATION_TITLES[station]}`}>
      {folded.length > 0 ? (
        <li>
          <button
            type="button"
            className="flex min-h-10 w-full items-center gap-3 border-b border-rule-2 text-left text-[0.82rem] text-ink-2"
            onClick={() => setAll(true)}
          >
            <MarkSign mark={worstMark(folded.map((c) => c.mark))} size={15} />
            Steps 1 to {folded.length}, {folded.filter((c) => c.proven).length} proven. Show them
          </button>
        </li>
      ) : null}
      {order.slice(from).map((c, i) => {
        const stop = begins.get(c);
        return (
          <Fragment key={c.check.id}>
            {stop ? (
              <li className="cap pt-3 pb-1 font-semibold">
                {stop.number}. {stop.title}
              </li>
            ) : null}
            <Row status={c} number={from + i + 1} station={station} here={from + i === at} />
          </Fragment>
        );
      })}
    </ol>
  );
}

/** Steps that this campaign does not have to prove, folded away; any of them can be answered all the same. */
function OutsideSteps({
  checks,
  station,
}: {
  checks: readonly CheckStatus[];
  station: StationId;
}): ReactElement | null {
  const view = useCampaign();
  if (checks.length === 0) return null;
  return (
    <details className="px-[22px] pb-8">
      <summary className="min-h-9 cursor-pointer text-[0.86rem] text-ink-2 max-lg:min-h-14">
        {checks.length} {checks.length === 1 ? 'step need' : 'steps need'} not be proven this time
      </summary>
      <ul>
        {checks.map((c) => (
          <li key={c.check.id} className="border-b border-rule-2 py-1">
            <Link
              className="underline decoration-rule underline-offset-3"
              to={`${view.base}/${station}?check=${c.check.id}`}
            >
              {c.check.title}
            </Link>
            <span className="ml-3 text-[0.8rem] text-ink-2">
              {c.parts[0]?.reasons[0] ? view.say(c.parts[0].reasons[0]) : ''}
            </span>
          </li>
        ))}
      </ul>
    </details>
  );
}

/** A station of which nothing lies in the scope. */
function NothingToProve({ station }: { station: StationStatus }): ReactElement {
  const view = useCampaign();
  return (
    <>
      <div className="px-[22px] py-6">
        <h1 className="text-xl font-semibold">{STATION_TITLES[station.station]}</h1>
        <p className="mt-2 text-ink-2">
          Nothing here has to be proven this time.{' '}
          <Link className="underline underline-offset-3" to={`${view.base}/plan/scope`}>
            See why
          </Link>
        </p>
      </div>
      <OutsideSteps checks={station.checks} station={station.station} />
    </>
  );
}

/** The walk through what has to be proven at the inspection, and the check looked at; at other stations there is none. */
function useWalk(station: StationStatus | undefined, chosen: string | null): Walk | undefined {
  const { index } = useCampaign();
  const { layout } = index.basis.aircraft;
  // By their names: the same checks are the same walk, and what was found at them does not move it.
  const ids =
    station?.station === 'inspection'
      ? station.checks
          .filter((c) => !c.outside || c.check.id === chosen)
          .map((c) => c.check.id)
          .join(' ')
      : '';
  return useMemo(
    () =>
      layout && ids !== ''
        ? walkOf(
            ids.split(' ').flatMap((id) => index.checks.get(id) ?? []),
            layout,
          )
        : undefined,
    [ids, index, layout],
  );
}

/** The sheet of a station; whoever walks the inspection blind is not shown what the first one found there. */
export function StationSheet(): ReactElement {
  const view = useCampaign();
  const { station } = useParams();
  const person = useSession((s) => s.person);
  const blind = station === 'inspection' && person && walkInHand(view.state, person.id) !== undefined;
  return blind ? <NotShown /> : <OpenStation />;
}

function NotShown(): ReactElement {
  const view = useCampaign();
  return (
    <div className="px-[22px] py-6">
      <h1 className="text-xl font-semibold">{STATION_TITLES.inspection}</h1>
      <p className="mt-2">
        You are walking round it a second time. What the first one found is shown when you have finished.
      </p>
      <p className="mt-4">
        <Link className="font-semibold underline underline-offset-4" to={`${view.base}/second-walk`}>
          Go on with your walk
        </Link>
      </p>
    </div>
  );
}

/** The step in hand by the address. It is set with the press itself, while the sheet of that step is still on its way. */
const inAddress = (): string | null => new URLSearchParams(location.search).get('check');

/** Up and down through the steps; several presses before the next is painted go as many steps. */
function useStepKeys(
  order: readonly CheckStatus[],
  current: CheckStatus | undefined,
  go: (check: CheckStatus | undefined) => void,
): void {
  useKeys((event) => {
    if (
      document.querySelector('[role=dialog]') ||
      event.ctrlKey ||
      event.metaKey ||
      event.altKey ||
      isWriting(event)
    )
      return;
    const down = event.key === 'ArrowDown' || event.key.toLowerCase() === 'j';
    const up = event.key === 'ArrowUp' || event.key.toLowerCase() === 'k';
    if (!down && !up) return;
    event.preventDefault();
    const pressed = order.findIndex((c) => c.check.id === inAddress());
    const at = pressed >= 0 ? pressed : order.findIndex((c) => c.check.id === current?.check.id);
    go(order[at + (down ? 1 : -1)]);
  });
}

/**
 * Where to go after an answer: the next step that is open, or the sheet that comes then. It is decided on the record
 * itself: what was just kept is in it, whether or not it is painted yet.
 */
function whereNext(
  view: CampaignView,
  station: StationId,
  check: string,
  at: number,
  walk: ReturnType<typeof useWalk>,
): CheckStatus | string {
  const { held, reachable } = useCampaigns.getState();
  const mine = ownMember(held, view.id);
  const state = mine?.state ?? view.state;
  const freshness = { waiting: mine?.waiting.length ?? 0, confirmed: reachable };
  const status = deriveStatus(state, serverInstant(), freshness) ?? view.status;
  const { base } = view;
  const all = status.stations.find((s) => s.station === station)?.checks ?? [];
  const now = inOrder(
    all.filter((c) => !c.outside || c.check.id === check),
    walk,
  );
  const open = firstToDo([...now.slice(at + 1), ...now.slice(0, at + 1)].filter((c) => !c.proven));
  if (open) return open;
  // A gate that only waits for the server to confirm is where the hand goes next.
  const confirming = (g: GateStatus): boolean =>
    g.holdings.every((h) => h.cure.to === 'sync' || h.cure.to === 'gate');
  const gate = status.gates.find((g) => !(g.passStands && confirming(g)));
  if (gate && gate.gate.before !== 'release' && confirming(gate)) return `${base}/gate/${gate.gate.id}`;
  return status.current === 'release' ? `${base}/release` : `${base}/${status.current}`;
}

/** The ground run as a report, which the server prints. */
function GroundRunLink(): ReactElement | null {
  const view = useCampaign();
  const reachable = useCampaigns((s) => s.reachable);
  return reachable ? (
    <a
      className="ml-auto flex min-h-9 items-center text-[0.86rem] underline underline-offset-4 max-lg:min-h-14"
      href={`/api/campaigns/${view.id}/ground-run.pdf`}
      target="_blank"
      rel="noreferrer"
    >
      Ground run on paper
    </a>
  ) : null;
}

/** Where a flight is thought of over the field. */
const OVER_THE_FIELD: ReadonlySet<string> = new Set(['ready', 'flight', 'debrief']);

/** Fewer open steps than these are no flow. */
const WORTH_A_FLOW = 3;

/** Which station this is, and how far in it one is. */
function StationHead({
  station,
  current,
  at,
  place,
}: {
  station: StationStatus;
  current: CheckStatus;
  at: number;
  /** Of the walk, where there is one. */
  place: string;
}): ReactElement {
  const view = useCampaign();
  return (
    <header className="flex min-h-12 flex-wrap items-center gap-x-4 border-b border-rule px-[22px] py-1.5">
      <h2 className="text-[1.19rem] font-semibold narrow">{STATION_TITLES[station.station]}</h2>
      <span className="text-ink-2">
        {current.outside ? 'Outside the scope' : `Step ${at + 1} of ${station.total}`}
        {place}
        {current.check.setting
          ? `, at ${String(current.check.setting.value)} ${current.check.setting.unit}`
          : ''}
      </span>
      {flowOf(view, station.station).length >= WORTH_A_FLOW ? (
        <Link
          className="flex min-h-9 items-center text-[0.86rem] underline underline-offset-4 max-lg:min-h-14"
          to={`${view.base}/from-memory/${station.station}`}
        >
          From memory
        </Link>
      ) : null}
      {OVER_THE_FIELD.has(station.station) ? (
        <Link
          className="flex min-h-9 items-center text-[0.86rem] underline underline-offset-4 max-lg:min-h-14"
          to={`${view.base}/field-chart`}
        >
          Field chart
        </Link>
      ) : null}
      {station.station === 'ready' ? (
        <Link
          className="flex min-h-9 items-center text-[0.86rem] underline underline-offset-4 max-lg:min-h-14"
          to={`${view.base}/briefing`}
        >
          Briefing
        </Link>
      ) : null}
      {station.station === 'run-up' && station.checks.some((c) => c.parts.some((p) => p.answer)) ? (
        <GroundRunLink />
      ) : null}
      <span className="cap ml-auto max-sm:hidden">
        {current.check.secondPerson
          ? 'Watched by a second person, as this step requires'
          : `${MARK_WORDS[current.mark]}`}
      </span>
    </header>
  );
}

/** One station, one thing in hand: the step, then what came before and what follows as quiet lines. */
function OpenStation(): ReactElement {
  const view = useCampaign();
  const navigate = useNavigate();
  const { station: wanted = '' } = useParams();
  const [search] = useSearchParams();
  const station = view.status.stations.find((s) => s.station === wanted);
  const chosen = search.get('check');
  const walk = useWalk(station, chosen);
  const listed = useMemo(
    () =>
      inOrder(
        (station?.checks ?? []).filter((c) => !c.outside || c.check.id === chosen),
        walk,
      ),
    [station, chosen, walk],
  );
  const current = useMemo(
    () => station?.checks.find((c) => c.check.id === chosen) ?? firstToDo(listed),
    [station, chosen, listed],
  );
  const order = current && !listed.includes(current) ? [...listed, current] : listed;
  const outside = (station?.checks ?? []).filter((c) => c.outside);
  const at = current ? order.indexOf(current) : -1;
  const go = (check: CheckStatus | undefined): void => {
    if (check && station) void navigate(`${view.base}/${station.station}?check=${check.check.id}`);
  };
  // The step is pinned in the address, so that a kept answer can be seen before the next comes.
  useCompleteAddress(
    current && !chosen && station && station.total > 0
      ? `${view.base}/${station.station}?check=${current.check.id}`
      : undefined,
  );
  useStepKeys(order, current, go);
  if (station && station.checks.length > 0 && station.total === 0 && !chosen)
    return <NothingToProve station={station} />;
  if (!station || station.checks.length === 0 || !current) {
    return (
      <div className="px-[22px] py-8">
        <h1 className="text-xl font-semibold">{ownMember(STATION_TITLES, wanted) ?? 'No such station'}</h1>
        <p className="mt-2 text-ink-2">The pack of this campaign has no checks here.</p>
      </div>
    );
  }
  const next = (): void => {
    const to = whereNext(view, station.station, current.check.id, at, walk);
    if (typeof to === 'string') void navigate(to);
    else go(to);
  };
  const { layout } = view.index.basis.aircraft;
  const stops = walk ? stopsOf(walk, order) : [];
  const stop = stops.find((p) => p.checks.includes(current));
  return (
    <>
      <StationHead
        station={station}
        current={current}
        at={at}
        place={stop ? `, place ${stop.number} of ${stops.length}: ${stop.title.toLowerCase()}` : ''}
      />
      <InTheAir station={station.station} check={current.check.id} />
      {station.station === 'ready' ? <WhoFlies /> : null}
      {station.station === 'debrief' ? (
        <>
          <LeftFromFlight />
          <NotesToSettle />
        </>
      ) : null}
      {walk && layout ? (
        <div className="grid grid-cols-[minmax(0,1fr)] xl:grid-cols-[minmax(0,1fr)_300px]">
          <StepPanel key={current.check.id} check={current.check} onNext={next} />
          <WalkSide
            layout={layout}
            stops={stops}
            inHand={stop}
            misplaced={walk.misplaced.flatMap(
              (m) => station.checks.find((c) => c.check.id === m.check)?.check.title ?? [],
            )}
            onGo={(to) => go(firstToDo(to.checks) ?? to.checks[0])}
          />
        </div>
      ) : (
        <StepPanel key={current.check.id} check={current.check} onNext={next} />
      )}
      <SenseTable check={current.check} />
      <Steps order={order} at={at} station={station.station} stops={stops} />
      <OutsideSteps checks={outside} station={station.station} />
    </>
  );
}
