import { useEffect, useLayoutEffect, useRef, type ReactElement } from 'react';
import { Link, useLocation, useNavigate, useParams } from 'react-router';
import type { CardLine, CardOfAircraft } from '@kanzel/core';
import { useCampaign } from '../station/campaign-context.ts';
import { useKeys } from '../ui/use-keys.ts';

/** A line of a card: what nobody has given for this aircraft is said, never left to be guessed. */
function Line({ line }: { line: CardLine }): ReactElement {
  return (
    <>
      {line.text}
      {line.missing.length > 0 ? (
        <span className="ml-2 text-[0.5em] font-semibold text-near">
          {line.missing.join(', ')}: not given for this aircraft
        </span>
      ) : null}
    </>
  );
}

/** One card, as large as the page allows. */
function Card({ card }: { card: CardOfAircraft }): ReactElement {
  return (
    <article aria-label={card.title} className="break-inside-avoid">
      <h1 className="text-[clamp(1.7rem,4.2vw,3rem)] leading-tight font-bold narrow">{card.title}</h1>
      <p className="mt-1 text-[clamp(1rem,1.7vw,1.3rem)] text-ink-2">
        <Line line={card.when} />
      </p>
      <ol className="mt-4 list-none p-0">
        {card.steps.map((step, i) => (
          <li
            key={step.text}
            className="grid grid-cols-[2.2ch_1fr] items-baseline border-t border-rule py-[0.35em] text-[clamp(1.5rem,3.4vw,2.5rem)] leading-tight font-semibold"
          >
            <span className="font-mono text-[0.7em] text-ink-3">{i + 1}</span>
            <span>
              <Line line={step} />
            </span>
          </li>
        ))}
      </ol>
      {card.never ? (
        <p className="mt-3 border-l-8 border-out bg-out-bg px-4 py-2 text-[clamp(1.2rem,2.4vw,1.8rem)] font-semibold text-out">
          <Line line={card.never} />
        </p>
      ) : null}
    </article>
  );
}

const PHASES = { ground: 'On the ground', flight: 'In flight' } as const;
const KEYS = '123456789abcdefghijklm';

type Phase = CardOfAircraft['phase'];

/** The list of cards: those for where the aircraft is first, each a press of the finger or of its key. */
function Choice({
  cards,
  now,
  phase: first,
}: {
  cards: readonly CardOfAircraft[];
  now: CardOfAircraft;
  phase: Phase;
}): ReactElement {
  const { base } = useCampaign();
  const { search } = useLocation();
  const phases: readonly Phase[] = first === 'flight' ? ['flight', 'ground'] : ['ground', 'flight'];
  return (
    <nav aria-label="Emergency cards" className="no-print lg:w-[300px] lg:shrink-0">
      {phases.map((phase) => (
        <section key={phase}>
          <h2 className="cap mt-2">{PHASES[phase]}</h2>
          <ul className="m-0 list-none p-0 max-lg:flex max-lg:flex-wrap max-lg:gap-2">
            {cards.map((card, i) =>
              card.phase === phase ? (
                <li key={card.id}>
                  <Link
                    to={`${base}/emergency/${card.id}${search}`}
                    replace
                    aria-current={card === now ? 'page' : undefined}
                    className={`flex min-h-10 items-center gap-3 text-[1.05rem] max-lg:min-h-14 max-lg:rounded-[3px] max-lg:border-[1.5px] max-lg:border-ink max-lg:px-3 ${card === now ? 'font-bold max-lg:bg-ink max-lg:text-sheet' : ''}`}
                  >
                    <kbd className="max-lg:hidden">{KEYS[i]}</kbd>
                    {card.title}
                  </Link>
                </li>
              ) : null,
            )}
          </ul>
        </section>
      ))}
      <p className="mt-3 text-[0.85rem] text-ink-2">The flight manual of the aircraft comes before these.</p>
    </nav>
  );
}

/** Stations at which the aircraft stands on the ground with something running. */
const ON_GROUND = ['controls', 'fuel', 'run-up', 'taxi', 'debrief'];
const phaseAt = (station: string | null): Phase =>
  station !== null && ON_GROUND.includes(station) ? 'ground' : 'flight';

/** Emergency cards of the aircraft, from the record of the campaign: they need no network. */
export function EmergencyPage(): ReactElement {
  const view = useCampaign();
  const navigate = useNavigate();
  const { card: wanted } = useParams();
  const { search } = useLocation();
  const phase = phaseAt(new URLSearchParams(search).get('at'));
  const top = useRef<HTMLDivElement>(null);
  const { aircraft, emergency: cards = [] } = view.index.basis;
  const now = cards.find((c) => c.id === wanted) ?? cards.find((c) => c.phase === phase) ?? cards[0];
  // Two keys can come before the page has gone to the first: the second steps on from what the first chose.
  const inHand = useRef(now);
  useLayoutEffect(() => {
    inHand.current = now;
  }, [now]);
  useKeys((event) => {
    if (event.ctrlKey || event.metaKey || event.altKey) return;
    const at = inHand.current ? cards.indexOf(inHand.current) : -1;
    const step = event.key === 'ArrowDown' ? 1 : event.key === 'ArrowUp' ? -1 : 0;
    const chosen =
      step === 0 ? cards[KEYS.indexOf(event.key)] : cards[(at + step + cards.length) % cards.length];
    if (event.key === 'Escape') void navigate(-1);
    else if (chosen) {
      inHand.current = chosen;
      void navigate(`${view.base}/emergency/${chosen.id}${search}`, { replace: true });
    } else return;
    event.preventDefault();
  });
  // In braces: a browser whose scrolling gives a promise would hand it to React as a way to clean up.
  useEffect(() => {
    top.current?.scrollIntoView({ block: 'start' });
  }, [now]);
  return (
    <div className="h-dvh overflow-auto bg-sheet print:h-auto print:overflow-visible">
      <header className="no-print sticky top-0 z-10 flex min-h-[52px] items-center gap-4 bg-plate px-4 text-plate-ink">
        <span className="font-mono text-xl font-bold">{aircraft.mark}</span>
        <span className="min-w-0 truncate">Emergency cards, {aircraft.type}</span>
        <button
          type="button"
          className="ml-auto min-h-11 px-2 underline underline-offset-4 max-lg:hidden"
          onClick={() => print()}
        >
          Print all
        </button>
        <button
          type="button"
          className="min-h-11 rounded-[3px] border-[1.5px] border-plate-ink px-4 font-semibold max-lg:ml-auto"
          onClick={() => void navigate(-1)}
        >
          Back <kbd className="max-lg:hidden">Esc</kbd>
        </button>
      </header>
      {now ? (
        <>
          <div
            ref={top}
            className="no-print flex scroll-mt-14 flex-col gap-6 px-6 py-4 lg:flex-row lg:gap-10"
          >
            {/* On a phone the cards are chosen from first; the one that was chosen comes up over them. */}
            <div className={`min-w-0 flex-1 lg:order-last ${wanted ? '' : 'max-lg:order-last'}`}>
              <Card card={now} />
            </div>
            <Choice cards={cards} now={now} phase={phase} />
          </div>
          <div className="hidden print:block">
            <p className="cap">
              {aircraft.mark}, {aircraft.type}. The flight manual of the aircraft comes before these.
            </p>
            {cards.map((card) => (
              <div key={card.id} className="mb-8 break-inside-avoid">
                <Card card={card} />
              </div>
            ))}
          </div>
        </>
      ) : (
        <p className="p-8 text-lg">
          No cards were kept with this campaign. They come along when it is moved to the newest revisions:{' '}
          <Link className="underline" to={`${view.base}/basis`}>
            what it is judged by
          </Link>
          .
        </p>
      )}
    </div>
  );
}
