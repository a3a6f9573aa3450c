import type { ReactElement, ReactNode } from 'react';
import { Link } from 'react-router';
import {
  describeAnswer,
  flightNarrowings,
  likelyEmergencies,
  narrowingInWords,
  PROFILE_TITLES,
  standingAnswer,
  type SheetName,
} from '@kanzel/core';
import { READER } from '../sync/position.ts';
import { useCrewHere } from '../calls/crew-here.ts';
import { useCampaign, type CampaignView } from '../station/campaign-context.ts';
import { WhoFlies } from '../station/who-flies.tsx';
import { InTheAir } from '../station/in-the-air.tsx';
import { Button } from '../ui/button.tsx';

/** One thing that is read aloud. */
function Said({ title, children }: { title: string; children: ReactNode }): ReactElement {
  return (
    <section aria-label={title} className="break-inside-avoid border-t border-rule py-2.5">
      <h2 className="text-[0.92rem] font-semibold text-ink-2">{title}</h2>
      <div className="text-[1.25rem] leading-snug font-semibold">{children}</div>
    </section>
  );
}

const NOT_YET = 'text-near underline underline-offset-4';

/** What a sheet of the day says, or where it is filled in. */
function sheetSays({ state, index, base }: CampaignView, sheet: SheetName): ReactNode {
  const part = [...index.parts.values()].find(
    ({ check }) =>
      check.answer.kind === 'worksheet' && check.answer.sheet === sheet && check.station !== 'flight',
  );
  if (!part) return undefined;
  const answer = standingAnswer(state.parts.get(part.key))?.answer;
  if (answer) return describeAnswer(index, part.check.id, answer);
  return (
    <Link className={NOT_YET} to={`${base}/${part.check.station}?check=${part.check.id}`}>
      Not recorded yet
    </Link>
  );
}

/** Parts that open findings were found at, by what their checks prove. */
const foundParts = ({ state, index }: CampaignView): readonly string[] =>
  [...state.findings.values()].flatMap((f) =>
    f.closed || f.raised.check === undefined ? [] : (index.checks.get(f.raised.check)?.proves ?? []),
  );

/** What was written down before the flight as not done today, in the words of whoever wrote it. */
const writtenOff = ({ state, index }: CampaignView): readonly string[] =>
  [...index.parts.values()].flatMap(({ key, check }) => {
    const given = check.station === 'ready' ? standingAnswer(state.parts.get(key))?.answer : undefined;
    return given?.kind === 'text' && given.text.trim() !== '' ? [given.text.trim()] : [];
  });

/** The briefing of the next flight: one page that is read aloud, out of what is known already. */
export default function BriefingSheet(): ReactElement {
  const view = useCampaign();
  const { state, index, base } = view;
  const crew = useCrewHere(view.id);
  const profile = state.ways?.profile;
  const wind = sheetSays(view, 'runway-wind');
  const run = sheetSays(view, 'take-off-today');
  const climb = sheetSays(view, 'climb-today');
  const written = writtenOff(view);
  const narrowed = flightNarrowings(state);
  const open = [...state.findings.values()].filter((f) => !f.closed && !f.merged);
  const likely = likelyEmergencies(
    index.basis.emergency ?? [],
    state.scope?.work.flatMap((w) => w.touches) ?? [],
    foundParts(view),
  );
  const next = view.status.stations
    .find((s) => s.station === 'flight')
    ?.checks.filter((c) => !c.outside && !c.proven);
  const toFly = new Map((next ?? []).map((c) => [c.check.id, c.check.title]));
  // The first of the planned flights that is not flown yet; without a plan, all that is left.
  const planned = state.plan?.flights?.flights.find((flight) => flight.some((id) => toFly.has(id)));
  const points = planned ? planned.flatMap((id) => toFly.get(id) ?? []) : [...toFly.values()];
  return (
    <div className="max-w-3xl px-[22px] py-4">
      <div className="flex flex-wrap items-center gap-4">
        <h1 className="text-[1.56rem] leading-tight font-semibold narrow">
          Briefing, {index.basis.aircraft.mark}
        </h1>
        <Button kind="quiet" onClick={() => print()}>
          Print
        </Button>
      </div>
      <p className="mb-2 text-[0.92rem] text-ink-2">Read aloud, to everybody who flies, watches or calls.</p>
      <div className="-mx-[22px]">
        <InTheAir station="ready" />
      </div>
      <Said title="Profile">
        {profile ? (
          PROFILE_TITLES[profile]
        ) : (
          <Link className={NOT_YET} to={`${base}/plan/ways`}>
            Not chosen yet
          </Link>
        )}
      </Said>
      {wind === undefined ? null : <Said title="Wind and runway">{wind}</Said>}
      {run === undefined ? null : <Said title="Take-off run and abort point">{run}</Said>}
      {climb === undefined ? null : <Said title="Climb">{climb}</Said>}
      <Said title="First turn and landing places">
        <Link className="underline underline-offset-4" to={`${base}/field-chart`}>
          On the field chart
        </Link>
      </Said>
      <Said title="Test points today">
        {points.length === 0 ? 'Nothing is left to be flown.' : points.join(' · ')}
      </Said>
      <Said title="Off-limits today">
        {written.map((words) => (
          <p key={words} className="whitespace-pre-line">
            {words}
          </p>
        ))}
        {narrowed.length === 0
          ? written.length > 0
            ? null
            : 'No open finding forbids anything.'
          : narrowed.map(({ finding, title, narrows }) => (
              <p key={finding}>
                {title}: {narrowingInWords(narrows, (id) => index.checks.get(id)?.title ?? id)}.
              </p>
            ))}
      </Said>
      {open.length === 0 ? null : (
        <Said title="Open findings">{open.map((f) => f.raised.title).join(' · ')}</Said>
      )}
      <Said title="Roles">
        {crew.size === 0 ? (
          <Link className={NOT_YET} to={`${base}/crew`}>
            Nobody has taken a position yet
          </Link>
        ) : (
          [...crew].map(([position, there]) => (
            <p key={position}>
              {position === READER ? 'Reads and calls' : position}: {there.map((p) => p.name).join(', ')}
            </p>
          ))
        )}
      </Said>
      <div className="-mx-[22px]">
        <WhoFlies />
      </div>
      <Said title="Most likely emergencies">
        {likely.length === 0
          ? 'No emergency cards for this aircraft.'
          : likely.map(({ card }) => (
              <p key={card.id}>
                <Link className="underline underline-offset-4" to={`${base}/emergency/${card.id}`}>
                  {card.title}
                </Link>
              </p>
            ))}
      </Said>
    </div>
  );
}
