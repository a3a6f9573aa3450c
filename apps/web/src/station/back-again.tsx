import { useMemo, type ReactElement } from 'react';
import { Link, useLocation, useNavigate, useSearchParams } from 'react-router';
import { lastSafeStep, walkOf, type CheckStatus } from '@kanzel/core';
import { inOrder } from '../inspection/walked.ts';
import { useSession } from '../sync/session.ts';
import { Button } from '../ui/button.tsx';
import { useCampaign, type CampaignView } from './campaign-context.ts';
import { awayInWords, type Interruption } from './interruption.ts';
import { runningOf } from './running.ts';
import { useInterruption } from './use-interruption.ts';

/** The step that was in hand and not recorded since, and where its sheet is taken up again. */
function inHandThen(
  view: CampaignView,
  check: string | undefined,
): { readonly step: CheckStatus; readonly back: CheckStatus } | undefined {
  const station = view.status.stations.find((s) => s.checks.some((c) => c.check.id === check));
  const step = station?.checks.find((c) => c.check.id === check);
  // What was answered is recorded, whatever it was found to be.
  if (!station || !step || step.parts.every((p) => p.answer !== undefined)) return undefined;
  const checks = station.checks.filter((c) => !c.outside || c === step);
  const { layout } = view.index.basis.aircraft;
  const walk =
    layout && station.station === 'inspection'
      ? walkOf(
          checks.map((c) => c.check),
          layout,
        )
      : undefined;
  const places = walk && new Map(walk.stops.flatMap((s, i) => s.checks.map((id) => [id, i] as const)));
  const open = new Set(checks.filter((c) => c.parts.some((p) => !p.blocked)).map((c) => c.check.id));
  const safe = lastSafeStep(
    inOrder(checks, walk).map((c) => c.check),
    step.check.id,
    (check) => open.has(check.id),
    places,
  );
  return { step, back: checks.find((c) => c.check.id === safe) ?? step };
}

/** What runs, is on, and is open, in one line each. */
function Open({ interruption }: { interruption: Interruption }): ReactElement {
  const view = useCampaign();
  const running = runningOf(view).map((r) => r.title);
  const tags = [...view.state.tags.values()].filter((t) => !t.off);
  const findings = view.status.openFindings.length;
  const since = view.state.count - interruption.was.count;
  return (
    <ul className="mt-1">
      {running.length > 0 ? <li className="font-semibold text-near">{running.join('; ')}.</li> : null}
      {tags.map((t) => (
        <li key={t.on.tag}>
          Tag on:{' '}
          <Link className="underline underline-offset-4" to={`${view.base}/findings/tag-${t.on.tag}`}>
            {t.on.thing}
          </Link>
        </li>
      ))}
      {findings > 0 ? (
        <li>
          <Link className="underline underline-offset-4" to={`${view.base}/findings`}>
            {findings === 1 ? 'One finding is open' : `${findings} findings are open`}
          </Link>
        </li>
      ) : null}
      {since > 0 ? (
        <li>{since === 1 ? 'One entry was' : `${since} entries were`} recorded meanwhile.</li>
      ) : null}
    </ul>
  );
}

function Told({
  interruption,
  onPutAway,
}: {
  interruption: Interruption;
  onPutAway: () => void;
}): ReactElement {
  const view = useCampaign();
  const navigate = useNavigate();
  const { was, away, takenOver } = interruption;
  const found = useMemo(() => inHandThen(view, was.check), [view, was.check]);
  const goTo = ({ check }: CheckStatus): void => {
    void navigate(`${view.base}/${check.station}?check=${check.id}`);
    onPutAway();
  };
  return (
    <section
      aria-label="Where it was left"
      role="status"
      className="border-b-2 border-hand bg-margin px-[22px] py-3"
    >
      <h2 className="text-[1.05rem] font-semibold">
        {takenOver
          ? `Taken over from ${view.who(was.person)}${away < 60_000 ? '' : ` after ${awayInWords(away)}`}`
          : `Back after ${awayInWords(away)}`}
      </h2>
      {found ? (
        <p>
          In progress, and not recorded: <b>{found.step.check.title}</b>
        </p>
      ) : null}
      <Open interruption={interruption} />
      <div className="mt-2 flex flex-wrap gap-3">
        {found ? (
          <Button kind="main" onClick={() => goTo(found.back)}>
            {found.back === found.step
              ? `Go on with “${found.step.check.title}”`
              : `Begin again at “${found.back.check.title}”`}
          </Button>
        ) : null}
        <Button onClick={onPutAway}>Go on here</Button>
      </div>
    </section>
  );
}

/** Above the sheet, until it is put away: what was in progress before an interruption, and what is open. */
export function BackAgain(): ReactElement | null {
  const view = useCampaign();
  const person = useSession((s) => s.person?.id);
  const { pathname } = useLocation();
  const [search] = useSearchParams();
  const check = search.get('check') ?? undefined;
  const { count, release } = view.state;
  const here = useMemo(
    () =>
      person === undefined || release
        ? undefined
        : { address: pathname, person, count, ...(check === undefined ? {} : { check }) },
    [pathname, person, count, check, release],
  );
  const { interruption, putAway } = useInterruption(view.id, here);
  return interruption && !release ? <Told interruption={interruption} onPutAway={putAway} /> : null;
}
