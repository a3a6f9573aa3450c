import { lazy, Suspense, useState, type ReactElement, type ReactNode } from 'react';
import { Link, useLocation, useSearchParams } from 'react-router';
import {
  kindOfWork,
  ownMember,
  sayFindingStands,
  stateValue,
  STATIONS,
  type Cure,
  type GateStatus,
  stirredUp,
} from '@kanzel/core';
import { serverNow } from '../sync/clock.ts';
import { PaperNotes } from '../papers/paper-notes.tsx';
import { ExplainNote } from '../controls/explain-note.tsx';
import { MarginNote } from '../shell/frame.tsx';
import { useNow } from '../shell/plate.tsx';
import { dismissRefused, submit, useCampaigns } from '../sync/campaign-store.ts';
import { isOpening } from '../sync/held.ts';
import { roleAmong, useSession } from '../sync/session.ts';
import { Button } from '../ui/button.tsx';
import { shadeOf, useWorkColour } from '../ui/work-colours.ts';
import { WorkSign } from '../ui/work-sign.tsx';
import { AsItStands } from './as-it-stands.tsx';
import { useCampaign, type CampaignView } from './campaign-context.ts';
import { HandOver } from './hand-over.tsx';
import { runningOf } from './running.ts';
import { VehicleNote } from './vehicle-note.tsx';
import { newerThan, useLibrary } from './newer-basis.ts';
import { momentInWords, whenInWords } from '../ui/when.ts';

const WayThere = lazy(() => import('./way-there.tsx'));

/** Where a reason is cured, as an address. */
export function cureLink(view: CampaignView, cure: Cure): string {
  switch (cure.to) {
    case 'check': {
      const station = view.index.checks.get(cure.check)?.station ?? '';
      return `${view.base}/${station}?check=${cure.check}`;
    }
    case 'finding':
      return `${view.base}/findings/${cure.finding}`;
    case 'action':
      return `${view.base}/findings/action-${cure.action}`;
    case 'tag':
      return `${view.base}/findings/tag-${cure.tag}`;
    case 'gate':
      return `${view.base}/gate/${cure.gate}`;
    case 'note':
      return `${view.base}/debrief`;
    case 'second-walk':
      return `${view.base}/second-walk`;
    case 'sync':
      return '#sheet';
  }
}

const span = (seconds: number): string =>
  [Math.floor(seconds / 3600), Math.floor(seconds / 60) % 60, Math.floor(seconds) % 60]
    .map((n) => String(n).padStart(2, '0'))
    .join(':');

/** Clocks that run by the record: engines running since, power on since. */
function Running(): ReactElement | null {
  const view = useCampaign();
  useNow(1000);
  const person = useSession((s) => s.person);
  const [asked, setAsked] = useState(false);
  const running = runningOf(view);
  // What was released is over: a clock that goes on for weeks says nothing of it.
  if (running.length === 0 || view.state.release) return null;
  const turning = running
    .filter((r) => r.key.startsWith('engine@'))
    .map((r) => r.key.slice('engine@'.length));
  // Saying that an engine stands must be possible at any time, whatever gate is held.
  const standStill = async (): Promise<void> => {
    for (const subject of turning) {
      for (const state of view.index.basis.pack.states.filter(
        (s) => s.per === 'engine' && stateValue(view.state, s.name, subject) !== s.initial,
      )) {
        await submit(
          view.id,
          'state.set',
          { state: state.name, subject, value: state.initial },
          roleAmong(person, ['technician', 'pilot', 'inspector', 'observer', 'certifier']),
        );
      }
    }
    setAsked(false);
  };
  return (
    <MarginNote title="Running">
      <dl>
        {running.map((r) => (
          <div key={r.key} className="flex justify-between gap-2">
            <dt>{r.title}</dt>
            <dd>{span(Math.max(0, (serverNow() - r.since) / 1000))}</dd>
          </div>
        ))}
      </dl>
      {turning.length > 0 ? (
        <Button kind="danger" className="mt-2" onClick={() => (asked ? void standStill() : setAsked(true))}>
          {asked ? 'Press again: engines are stopped' : 'Engines stopped'}
        </Button>
      ) : null}
    </MarginNote>
  );
}

/** Why the next gate is held, sentence by sentence, each leading to its cure; or that it is open. */
export function GateNote({ gate }: { gate: GateStatus }): ReactElement {
  const view = useCampaign();
  return (
    <MarginNote title={`Gate: ${gate.gate.title} is ${gate.state === 'held' ? 'held' : 'open'}`}>
      {gate.holdings.length > 0 ? (
        <ul className="list-disc space-y-0.5 pl-4">
          {gate.holdings.map((h, i) => (
            <li key={i}>
              <Link
                to={cureLink(view, h.cure)}
                className="underline decoration-rule underline-offset-3 hover:decoration-ink"
              >
                {view.say(h.reason)}
              </Link>
            </li>
          ))}
        </ul>
      ) : (
        <Link
          className="font-semibold text-within underline underline-offset-4"
          to={gate.gate.before === 'release' ? `${view.base}/release` : `${view.base}/gate/${gate.gate.id}`}
        >
          {gate.gate.before === 'release' ? 'Only the signature is missing' : `Pass ${gate.gate.title}`}
        </Link>
      )}
      <Suspense fallback={null}>
        <WayThere gate={gate} className="cap mt-1" />
      </Suspense>
    </MarginNote>
  );
}

function Refused(): ReactElement | null {
  const view = useCampaign();
  const refused = useCampaigns((s) => ownMember(s.held, view.id)?.refused);
  if (!refused?.length) return null;
  return (
    <MarginNote title={`${refused.length} refused by the server`}>
      <ul className="space-y-2">
        {refused.map((q) => {
          const about =
            'check' in q.draft.body
              ? view.names.part(
                  `${String(q.draft.body.check)}@${String((q.draft.body as { subject?: string }).subject)}`,
                )
              : isOpening(q)
                ? 'Opened on this device'
                : q.draft.kind;
          return (
            <li key={q.id} className="border-l-4 border-out bg-out-bg px-2 py-1">
              <p className="font-semibold">{about}</p>
              <p className="text-[0.82rem]">
                {q.refused ? view.say(q.refused) : ''}{' '}
                {isOpening(q)
                  ? 'Nothing of it has reached the server; all of it is kept on this device.'
                  : 'It was not recorded.'}
              </p>
              {isOpening(q) ? null : (
                <Button kind="quiet" onClick={() => void dismissRefused(view.id, q.id)}>
                  Take off this list
                </Button>
              )}
            </li>
          );
        })}
      </ul>
    </MarginNote>
  );
}

/** A tag in the margin, with a bar in the colour of its kind of work. */
function TagNote({ touches, children }: { touches: readonly string[]; children: ReactNode }): ReactElement {
  const [colour] = useWorkColour(kindOfWork(touches));
  return (
    <li className="border-l-[6px] pl-2" style={{ borderColor: shadeOf(colour) }}>
      {children}
    </li>
  );
}

function Tags(): ReactElement | null {
  const view = useCampaign();
  if (view.status.openTags.length === 0) return null;
  return (
    <MarginNote title="Tags on">
      <ul className="space-y-1.5">
        {view.status.openTags.map(({ on }) => (
          <TagNote key={on.tag} touches={on.touches}>
            <Link
              className="underline decoration-rule underline-offset-3"
              to={`${view.base}/findings/tag-${on.tag}`}
            >
              {on.thing}
            </Link>
            <p className="cap">
              {on.where}; {view.who(on.by)}, since {whenInWords(on.at)}
            </p>
            <p className="cap">
              <WorkSign touches={on.touches} />
            </p>
            <Button kind="quiet" onClick={() => view.ask({ kind: 'tag-off', tag: on.tag })}>
              Remove tag
            </Button>
          </TagNote>
        ))}
      </ul>
    </MarginNote>
  );
}

function Findings(): ReactElement | null {
  const view = useCampaign();
  const open = view.status.openFindings;
  if (open.length === 0) return null;
  return (
    <MarginNote title="Open findings">
      <ul className="space-y-1.5">
        {open.map((f) => (
          <li key={f.raised.finding} className="border-l-4 border-out pl-2">
            <Link
              className="underline decoration-rule underline-offset-3"
              to={`${view.base}/findings/${f.raised.finding}`}
            >
              {f.raised.title}
            </Link>
            <p className="cap">{sayFindingStands(f, view.state)}</p>
          </li>
        ))}
      </ul>
    </MarginNote>
  );
}

/** What samples stirred up and no screen has settled yet. */
function Stirred(): ReactElement | null {
  const { state, index, base } = useCampaign();
  const stirred = stirredUp(state, index);
  if (stirred.length === 0) return null;
  return (
    <MarginNote title="Carried on the flight">
      <ul className="space-y-1.5">
        {stirred.map(({ key, opened, drain, seen, round }) => {
          const until = index.checks.get(opened);
          return (
            <li key={key} className="border-l-4 border-near pl-2">
              {`Stirred up: ${seen} at ${drain.toLowerCase()}, round ${round}.`}
              <p className="cap">
                Until{' '}
                <Link
                  className="underline decoration-rule underline-offset-3"
                  to={`${base}/${until?.station ?? 'debrief'}?check=${opened}`}
                >
                  {until?.title ?? opened}
                </Link>
              </p>
            </li>
          );
        })}
      </ul>
    </MarginNote>
  );
}

/** The margin of a station sheet. */
export function CampaignMargin(): ReactElement {
  const view = useCampaign();
  const [search] = useSearchParams();
  const check = view.index.checks.get(search.get('check') ?? '');
  const segment = useLocation().pathname.split('/')[3];
  const station = STATIONS.find((s) => s === segment);
  const gate = view.status.gates.find((g) => g.state !== 'passed');
  return (
    <>
      <Refused />
      <VehicleNote />
      <Running />
      <AsItStands />
      {view.state.release ? (
        <MarginNote title="Released">
          <p>
            By {view.who(view.state.release.by)}, {momentInWords(view.state.release.at)}.
          </p>
        </MarginNote>
      ) : gate ? (
        <GateNote gate={gate} />
      ) : null}
      <ExplainNote />
      <PaperNotes station={check?.station ?? station} />
      <Tags />
      <Findings />
      <Stirred />
      {check && check.cautions.length > 0 ? (
        <MarginNote title="Care">
          {check.cautions.map((c) => (
            <p key={c}>{c}</p>
          ))}
        </MarginNote>
      ) : null}
      <HandOver campaign={view.id} mark={view.index.basis.aircraft.mark} say={view.say} />
      <JudgedBy />
    </>
  );
}

/** What the campaign is judged by; said louder when the library has something newer. */
function JudgedBy(): ReactElement {
  const view = useCampaign();
  const library = useLibrary();
  const newer = library && !view.state.release ? newerThan(view.index.basis, library) : [];
  const { pack, limitBook } = view.index.basis;
  const unheard = useCampaigns((s) => ownMember(s.held, view.id)?.confirmed.count === 0);
  return (
    <MarginNote title="Judged by">
      {newer.map((n) => (
        <p key={n} className="font-semibold text-near">
          {n}
        </p>
      ))}
      <p className="text-[0.82rem]">
        {pack.title} {pack.revision}; {limitBook.title} {limitBook.revision}.{' '}
        <Link to={`${view.base}/basis`} className="underline decoration-rule underline-offset-4">
          {newer.length > 0 ? 'See what moving would change' : 'Look at it'}
        </Link>
      </p>
      {view.state.opened?.withoutServer ? (
        <p className="text-[0.82rem]">
          Opened on a device without the server, by the revisions it had
          {unheard ? '; the server completes it when it is heard' : ''}.
        </p>
      ) : null}
    </MarginNote>
  );
}
