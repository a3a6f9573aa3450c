import { Link } from 'react-router';
import { lazy, Suspense, useEffect, useState, type ReactElement } from 'react';
import { useLive } from '../sync/live.ts';
import { useCampaigns } from '../sync/campaign-store.ts';
import { useMonitor } from '../sync/monitor-store.ts';
import { READER, usePosition } from '../sync/position.ts';
import { useSession } from '../sync/session.ts';
import { FinderOpening } from '../ui/finder-opening.tsx';
import { isWriting } from '../ui/is-writing.ts';
import { useKeys } from '../ui/use-keys.ts';
import { HelpSheet } from './help-sheet.tsx';
import { hasVoice, useSomebodyElse, useVoice } from './voice.ts';
import { AwakeLine } from './awake.tsx';
import { applyTheme, readTheme, THEMES } from './theme.ts';
import { ownMember } from '@kanzel/core';

function ThemeSwitch(): ReactElement {
  const [theme, setTheme] = useState(readTheme);
  const next = THEMES[(THEMES.indexOf(theme) + 1) % THEMES.length] ?? 'bright';
  return (
    <button
      type="button"
      className="min-h-8 max-lg:min-h-14 underline decoration-rule underline-offset-4"
      onClick={() => {
        applyTheme(next);
        setTheme(next);
      }}
      aria-label={`Light: ${theme}. Change to ${next}`}
    >
      {theme.charAt(0).toUpperCase() + theme.slice(1)}
    </button>
  );
}

/** Reading aloud, for whoever works alone: on or off on this device. */
function VoiceSwitch({ campaign }: { campaign: string }): ReactElement | null {
  const on = useVoice((s) => s.on);
  const silent = useSomebodyElse(campaign);
  if (!hasVoice()) return null;
  return (
    <button
      type="button"
      className="min-h-8 max-lg:min-h-14 underline decoration-rule underline-offset-4"
      aria-pressed={on}
      onClick={() => useVoice.setState({ on: !on })}
    >
      {!on ? 'Voice off' : silent ? 'Voice on, silent: two at work' : 'Voice on'}
    </button>
  );
}

/** Who is where in the crew, and what this device is in it. */
function CrewLink({ campaign }: { campaign: string }): ReactElement {
  const own = usePosition(campaign);
  return (
    <Link
      to={`/campaign/${campaign}/crew`}
      className="flex min-h-8 items-center underline decoration-rule underline-offset-4 max-lg:min-h-14"
    >
      {own === undefined ? 'Crew' : own === READER ? 'Crew: reads here' : `Crew: ${own}`}
    </Link>
  );
}

function Saved({ campaign }: { campaign: string | undefined }): ReactElement {
  const reachable = useCampaigns((s) => s.reachable);
  const held = useCampaigns((s) => (campaign ? ownMember(s.held, campaign) : undefined));
  const connected = useLive((s) => s.connected);
  const handed = held?.waiting.filter((q) => q.handed).length ?? 0;
  const waiting = (held?.waiting.length ?? 0) - handed;
  const saved = !held
    ? 'All entries saved'
    : held.queueRead
      ? `All entries saved, ${held.confirmed.count}`
      : 'Looking for entries on this device';
  return (
    <>
      <span role="status" className={waiting > 0 ? 'font-semibold text-near' : ''} data-testid="saved">
        {waiting > 0 ? `${waiting} not sent` : saved}
        {handed > 0 ? `, ${handed} handed over` : ''}
      </span>
      {reachable && connected ? null : (
        <span className="font-semibold text-near" data-testid="offline">
          {connected || reachable ? 'Connecting to the server' : 'Offline. Entries are sent later'}
        </span>
      )}
    </>
  );
}

const SPEAKERS = { monitor: 'Engine monitor', vehicle: 'Vehicle', receiver: 'Receiver' } as const;
const LINE_WORDS = { live: 'live', silent: 'silent', unreachable: 'not reached' } as const;

function MonitorLine({ mark }: { mark: string | undefined }): ReactElement | null {
  const state = useMonitor((s) => (mark ? ownMember(s.states, mark) : undefined));
  if (!state) return null;
  return (
    <span
      className={state.state === 'live' ? '' : 'font-semibold text-near'}
      title={state.note}
      data-testid="monitor-line"
    >
      {SPEAKERS[state.speaker]} {LINE_WORDS[state.state]}
    </span>
  );
}

/** Key, what it does, and the word a finger presses in line mode; the list of keys is of no use there. */
const KEYS: readonly (readonly [string, string, string | undefined])[] = [
  ['/', 'find or do', 'Find'],
  ['T', 'tag open work', 'Tag'],
  ['F', 'finding', 'Finding'],
  ['?', 'help', undefined],
];

const FIND_ANYWHERE = 'A mark, a campaign, a book, a page';
const FindAnywhere = lazy(() => import('./find-anywhere.tsx'));

const KEYS_ANYWHERE = [
  ['/', 'find a page, a campaign, an aircraft, a book'],
  ['?', 'what this view is for, and these keys'],
  ['Tab', 'to what comes next; Enter or space does it'],
  ['Escape', 'close what lies over the page'],
] as const;

/** Find and keys on every page outside a campaign, which has its own. */
function AnywhereKeys(): ReactElement {
  const [over, setOver] = useState<'/' | '?'>();
  useKeys((event) => {
    if (document.querySelector('[role=dialog]') || event.ctrlKey || event.metaKey || event.altKey) return;
    if ((event.key !== '/' && event.key !== '?') || isWriting(event)) return;
    event.preventDefault();
    setOver(event.key);
  });
  const close = (): void => setOver(undefined);
  return (
    <>
      <span className="ml-auto flex gap-4 max-lg:order-first max-lg:ml-0 max-lg:gap-1">
        {KEYS.filter(([key]) => key === '/' || key === '?').map((own) => (
          <FootKey key={own[0]} own={own} onKey={(key) => setOver(key === '/' ? '/' : '?')} />
        ))}
      </span>
      {over === '/' ? (
        <Suspense fallback={<FinderOpening onClose={close} />}>
          <FindAnywhere hint={FIND_ANYWHERE} onClose={close} />
        </Suspense>
      ) : over === '?' ? (
        <HelpSheet keys={KEYS_ANYWHERE} onClose={close} />
      ) : null}
    </>
  );
}

function FootKey({
  own: [key, text, word],
  onKey,
}: {
  own: (typeof KEYS)[number];
  onKey: (key: string) => void;
}): ReactElement {
  return (
    <button
      type="button"
      className={`min-h-8 max-lg:min-h-14 max-lg:min-w-14 max-lg:px-2 max-lg:text-sm max-lg:font-semibold max-lg:text-ink ${word ? '' : 'max-lg:hidden'}`}
      onClick={() => onKey(key)}
    >
      <kbd className="max-lg:hidden">{key}</kbd> <span className="max-lg:hidden">{text}</span>
      <span className="lg:hidden">{word}</span>
    </button>
  );
}

/** The foot: what is saved, what is connected, who is signed on, the keys. */
export function Foot({
  campaign,
  mark,
  onKey,
}: {
  campaign?: string;
  mark?: string;
  onKey?: (key: string) => void;
}): ReactElement {
  const { person, people, signOut, unproven } = useSession();
  const present = useLive((s) => s.present);
  const [asked, setAsked] = useState(false);
  useEffect(() => {
    if (!asked) return;
    const timer = setTimeout(() => setAsked(false), 4000);
    return () => clearTimeout(timer);
  }, [asked]);
  const named = (ids: ReadonlySet<string>): string[] =>
    people.filter((p) => ids.has(p.id) && p.id !== person?.id).map((p) => p.fullName);
  const here = new Set(
    present.filter((p) => campaign === undefined || p.campaign === campaign).map((p) => p.person),
  );
  const others = named(here);
  const elsewhere = named(new Set(present.map((p) => p.person).filter((id) => !here.has(id))));
  return (
    <footer className="[grid-area:foot] flex items-center gap-5 overflow-x-auto overflow-y-hidden border-t border-rule bg-desk px-4 text-[0.76rem] whitespace-nowrap text-ink-2 no-print">
      <Saved campaign={campaign} />
      <MonitorLine mark={mark} />
      <span className="truncate max-md:hidden">
        {person?.fullName}
        {others.length > 0 ? `, with ${others.join(', ')}` : ''}
        {elsewhere.length > 0 ? `; elsewhere ${elsewhere.join(', ')}` : ''}
      </span>
      {unproven ? (
        <button
          type="button"
          className="min-h-8 font-semibold text-near underline underline-offset-4 max-lg:min-h-14"
          onClick={() => void signOut()}
        >
          Signed on without the server: give your PIN to send
        </button>
      ) : null}
      <button
        type="button"
        className="min-h-8 max-lg:min-h-14 underline decoration-rule underline-offset-4"
        onClick={() => (asked ? void signOut() : setAsked(true))}
      >
        {asked ? 'Press again to sign out' : 'Sign out'}
      </button>
      <ThemeSwitch />
      {campaign ? <CrewLink campaign={campaign} /> : null}
      {campaign ? <VoiceSwitch campaign={campaign} /> : null}
      {campaign ? <AwakeLine /> : null}
      {onKey ? (
        <span className="ml-auto flex gap-4 max-lg:order-first max-lg:ml-0 max-lg:gap-1">
          {KEYS.map((own) => (
            <FootKey key={own[0]} own={own} onKey={onKey} />
          ))}
        </span>
      ) : (
        <AnywhereKeys />
      )}
    </footer>
  );
}
