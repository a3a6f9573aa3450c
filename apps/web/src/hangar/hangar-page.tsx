import { memo, useCallback, useEffect, useMemo, useState, type ReactElement } from 'react';
import { Link, useNavigate } from 'react-router';
import type { Standing } from '@kanzel/core';
import type { AircraftView, CampaignView, HangarLineView } from '@kanzel/contract';
import { api } from '../api/client.ts';
import { Foot } from '../shell/foot.tsx';
import { Frame, MarginNote } from '../shell/frame.tsx';
import { FieldNote } from './field-note.tsx';
import { HangarPlate } from '../shell/plate.tsx';
import { openCampaign, useCampaigns } from '../sync/campaign-store.ts';
import { keep, kept, openingsWaiting } from '../sync/database.ts';
import { bringProspects } from '../sync/prospects.ts';
import { useLive } from '../sync/live.ts';
import { Button } from '../ui/button.tsx';
import { LineField } from '../ui/picker.tsx';
import { WorkSign } from '../ui/work-sign.tsx';
import { MarkSign } from '../ui/mark.tsx';
import { InventedAircraft } from './invented-aircraft.tsx';
import { FirstSteps } from './first-steps.tsx';
import { BringIn } from '../library/bring-in.tsx';
import { fitsWords, linesOf, standingHere, withOpenedHere, type HangarLine } from './lines.ts';
import { serverInstant } from '../sync/clock.ts';
import { makeSentences, ownMember } from '@kanzel/core';
import { TakeOver } from '../station/hand-over.tsx';
import { dayInWords, whenInWords } from '../ui/when.ts';

/** Reasons that are of no campaign yet. */
const { say: SAY } = makeSentences({ part: (key) => key, subject: (id) => id, thing: (id) => id });

/** The spine lying on its side: stations as marks along a line, gates as bars across it. */
function LyingSpine({ standing }: { standing: Standing }): ReactElement {
  return (
    <span className="flex h-8 items-center gap-0" aria-hidden>
      {standing.stations.map((s) => {
        const gate = standing.gates.find((g) => g.before === s.station);
        return (
          <span key={s.station} className="flex items-center">
            {gate ? (
              <span
                className={`mx-2.5 h-6 max-sm:mx-1 ${gate.state === 'passed' ? 'border-l-2 border-dashed border-ink-3' : gate.state === 'open' ? 'w-[3px] bg-within' : 'w-[3px] bg-ink'}`}
              />
            ) : null}
            {s.station === 'release' ? null : (
              <>
                <span className="h-0.5 w-6 bg-ink-3/50 max-sm:w-2" />
                <MarkSign mark={s.total === 0 ? 'notApplicable' : s.mark} size={17} label={false} />
              </>
            )}
          </span>
        );
      })}
    </span>
  );
}

/** How soon a hangar is asked for again whose records the server is still reading (ms). */
const ASK_AGAIN = 1500;

/** From so many aircraft on there is something to search among. */
const SEARCHED_FROM = 12;

/** Campaigns in hand that a device takes along without being asked. */
const BROUGHT_ALONG = 12;

/** Aircraft of which a device takes along what a campaign on them is opened by. */
const TAKEN_ALONG = 24;
const markOf = ({ aircraft }: AircraftView): string => aircraft.mark;

/** A campaign in hand on the line of its aircraft; follows its own record where that is on this device. */
function OpenCampaign({ campaign: c, fresh }: { campaign: CampaignView; fresh: boolean }): ReactElement {
  const mine = useCampaigns((s) => ownMember(s.held, c.id));
  const standing = useMemo(() => standingHere(c, mine, fresh, serverInstant()), [c, mine, fresh]);
  if (mine?.state.release) return <Released campaign={{ ...c, releasedAt: mine.state.release.at }} />;
  return (
    <Link to={`/campaign/${c.id}`} className="block py-1">
      <span className="block font-semibold">{c.title}</span>
      {c.damaged ? (
        <span className="font-semibold text-out">
          The record of this campaign does not verify. Nothing is added to it.
        </span>
      ) : standing ? (
        <>
          <LyingSpine standing={standing} />
          <span className="text-[0.86rem]">{standing.sentence}</span>
        </>
      ) : (
        <span className="text-[0.86rem] text-ink-2">Its record is being read.</span>
      )}
    </Link>
  );
}

function Released({ campaign }: { campaign: CampaignView }): ReactElement {
  return (
    <Link
      to={`/campaign/${campaign.id}/release`}
      className="block text-[0.82rem] text-ink-2 underline decoration-rule underline-offset-4"
    >
      {campaign.title}, released {campaign.releasedAt ? dayInWords(campaign.releasedAt) : ''}
    </Link>
  );
}

/** An aircraft of the hangar. Drawn anew only when its own line is another one: there may be hundreds. */
const Row = memo(function Row({ line, fresh }: { line: HangarLine; fresh: boolean }): ReactElement {
  const { aircraft, open, released, earlier } = line;
  return (
    // Lines out of sight are laid out when they come into it.
    <li className="[content-visibility:auto] [contain-intrinsic-size:auto_72px] grid grid-cols-[112px_220px_minmax(0,1fr)] items-center gap-x-4 border-b border-rule px-[22px] py-3.5 max-md:grid-cols-[100px_1fr]">
      <Link to={`/library/aircraft/${aircraft.mark}`} className="font-mono text-lg font-bold">
        {aircraft.mark}
      </Link>
      <span className="leading-snug">
        <span className="block font-semibold">{aircraft.type}</span>
        <span className="text-[0.86rem] text-ink-2">{aircraft.description}</span>
      </span>
      <span className="min-w-0 max-md:col-span-2">
        {open.map((c) => (
          <OpenCampaign key={c.id} campaign={c} fresh={fresh} />
        ))}
        {open.length === 0 ? (
          <span className="block text-ink-2">
            No campaign in progress.{' '}
            <Link to={`/new?mark=${aircraft.mark}`} className="underline decoration-rule underline-offset-4">
              Open one
            </Link>
          </span>
        ) : null}
        {released.map((c) => (
          <Released key={c.id} campaign={c} />
        ))}
        {earlier > 0 ? (
          // The rest stand on the page of the aircraft.
          <Link
            to={`/library/aircraft/${aircraft.mark}`}
            className="block text-[0.82rem] text-ink-2 underline decoration-rule underline-offset-4"
          >
            and {earlier} earlier
          </Link>
        ) : null}
      </span>
    </li>
  );
});

/** Open tags of every aircraft, beside the hangar. */
function HangarMargin({ lines }: { lines: readonly HangarLine[] }): ReactElement {
  const held = useCampaigns((s) => s.held);
  const open = useMemo(() => {
    const now = serverInstant();
    return lines
      .flatMap((l) => l.open)
      .filter((c) => !ownMember(held, c.id)?.state.release)
      .flatMap((c) => {
        const standing = standingHere(c, ownMember(held, c.id), true, now);
        return standing ? [{ mark: c.mark, campaign: c.id, standing }] : [];
      });
  }, [lines, held]);
  const tags = open.flatMap(({ standing, ...of }) => standing.tags.map((t) => ({ ...of, ...t })));
  const eyes = open.flatMap(({ standing, ...of }) => standing.eyes.map((a) => ({ ...of, ...a })));
  return (
    <>
      <MarginNote title="Open tags">
        {tags.length === 0 ? (
          <p className="text-ink-2">No tag is on.</p>
        ) : (
          <ul>
            {tags.map((t) => (
              <li key={t.tag} className="grid grid-cols-[72px_1fr]">
                <b>{t.mark}</b>
                <Link
                  to={`/campaign/${t.campaign}/findings/tag-${t.tag}`}
                  className="block min-h-9 max-lg:min-h-14"
                >
                  <span className="underline decoration-rule underline-offset-4">{t.thing}</span>
                  <span className="cap block">
                    <WorkSign touches={t.touches ?? []} />, since {whenInWords(t.at)}
                  </span>
                </Link>
              </li>
            ))}
          </ul>
        )}
      </MarginNote>
      <MarginNote title="Waiting for a second person">
        {eyes.length === 0 ? (
          <p className="text-ink-2">Nothing waits.</p>
        ) : (
          <ul>
            {eyes.map((a) => (
              <li key={a.action} className="grid grid-cols-[72px_1fr]">
                <b>{a.mark}</b>
                <Link
                  to={`/campaign/${a.campaign}/findings`}
                  className="block min-h-9 underline decoration-rule underline-offset-4 max-lg:min-h-14"
                >
                  {a.what}
                </Link>
              </li>
            ))}
          </ul>
        )}
      </MarginNote>
      <MarginNote title="Care">
        <p>Local rules, licences and the maker’s documents come before anything Kanzel says.</p>
      </MarginNote>
    </>
  );
}

function Empty({
  onNew,
  aircraft,
  onDescribe,
  onBrought,
}: {
  onNew: () => void;
  aircraft: boolean;
  onDescribe: () => void;
  onBrought: () => void;
}): ReactElement {
  return (
    <div className="max-w-xl px-[22px] py-10">
      <h2 className="text-2xl font-semibold narrow">{aircraft ? 'No campaign yet.' : 'No aircraft yet.'}</h2>
      <p className="mt-2 mb-4 text-ink-2">
        {aircraft
          ? 'A campaign begins with the aircraft and the reason: what was repaired, replaced or adjusted.'
          : 'Describe the first one: what it is, its engines, and the limits it is held against. The check packs are here already.'}
      </p>
      {aircraft ? (
        <Button kind="main" onClick={onNew}>
          Open a campaign
        </Button>
      ) : (
        <>
          <Button kind="main" onClick={onDescribe}>
            Describe an aircraft
          </Button>
          <h3 className="mt-8 font-semibold">It is described already</h3>
          <p className="mb-2 text-ink-2">Bring in its file, as another installation wrote it.</p>
          <BringIn onBrought={onBrought} />
          <h3 className="mt-8 font-semibold">To look around first</h3>
          <InventedAircraft onBrought={onBrought} />
          <p className="mt-3 text-ink-2">
            <code>npm run demo</code> starts the same product on a folder of its own, with all of them and the
            records of their campaigns.
          </p>
        </>
      )}
    </div>
  );
}

/** The hangar: a line per aircraft. */
export function HangarPage(): ReactElement {
  const connected = useLive((s) => s.connected);
  const navigate = useNavigate();
  const [aircraft, setAircraft] = useState<readonly AircraftView[]>();
  const [campaigns, setCampaigns] = useState<readonly HangarLineView[]>([]);
  const [fresh, setFresh] = useState(true);
  const [wanted, setWanted] = useState('');
  const load = useCallback(async (): Promise<void> => {
    const [a, c] = await Promise.all([
      api.get<AircraftView[]>('/api/aircraft'),
      api.get<HangarLineView[]>('/api/hangar'),
    ]);
    setFresh(a.ok && c.ok);
    const heard = c.ok ? c.value : ((await kept<HangarLineView[]>('hangar')) ?? []);
    const list = withOpenedHere(heard, await openingsWaiting());
    setAircraft(a.ok ? a.value : ((await kept<AircraftView[]>('aircraft')) ?? []));
    setCampaigns(list);
    // So many are brought along for the field; more are fetched when they are opened.
    const open = list.flatMap((line) => line.inHand);
    for (const campaign of open.slice(0, BROUGHT_ALONG)) void openCampaign(campaign.id);
    if (a.ok && c.ok) {
      await keep('aircraft', a.value);
      await keep('hangar', c.value);
      const marks = [...list.filter((l) => l.inHand.length > 0).map((l) => l.mark), ...a.value.map(markOf)];
      await bringProspects([...new Set(marks)].slice(0, TAKEN_ALONG));
    }
  }, []);
  useEffect(() => {
    void load();
  }, [load, connected]);
  // A server that has just begun has not looked at every record yet.
  const beingRead = campaigns.some((line) => line.inHand.some((c) => !c.standing && !c.damaged));
  useEffect(() => {
    if (!beingRead || !fresh) return undefined;
    const timer = setTimeout(() => void load(), ASK_AGAIN);
    return () => clearTimeout(timer);
  }, [beingRead, fresh, load, campaigns]);
  const lines = useMemo(() => linesOf(aircraft ?? [], campaigns), [aircraft, campaigns]);
  const onTheWay = lines.filter((l) => l.open.length > 0).length;
  const words = aircraft
    ? `${aircraft.length} aircraft, ${onTheWay} on ${onTheWay === 1 ? 'its' : 'their'} way back to service`
    : '';
  return (
    <Frame
      plate={<HangarPlate />}
      sheet={
        <>
          <header className="flex min-h-15 flex-wrap items-center gap-x-4 gap-y-1 border-b border-rule px-[22px] py-1.5">
            <h1 className="text-[1.25rem] font-semibold narrow">Hangar</h1>
            <span className="text-ink-2">{words}</span>
            {fresh ? null : <span className="font-semibold text-near">As last seen; offline</span>}
            {aircraft && aircraft.length > SEARCHED_FROM ? (
              <LineField label="Find" value={wanted} onChange={setWanted} className="ml-auto w-56" />
            ) : null}
            {aircraft && aircraft.length > 0 ? (
              <span className="ml-auto">
                <Button kind="main" onClick={() => void navigate('/new')}>
                  New campaign
                </Button>
              </span>
            ) : null}
          </header>
          {aircraft && aircraft.length > 0 ? <FirstSteps campaigns={campaigns.length > 0} /> : null}
          {aircraft === undefined ? (
            <p className="px-[22px] py-6 text-ink-2">Looking into the hangar…</p>
          ) : aircraft.length === 0 || campaigns.length === 0 ? (
            <Empty
              aircraft={aircraft.length > 0}
              onNew={() => void navigate('/new')}
              onDescribe={() => void navigate('/library?describe')}
              onBrought={() => void load()}
            />
          ) : (
            <ul>
              {lines
                .filter((l) => fitsWords(l, wanted))
                .map((l) => (
                  <Row key={l.aircraft.mark} line={l} fresh={fresh} />
                ))}
            </ul>
          )}
        </>
      }
      margin={
        <>
          <FieldNote />
          {fresh ? null : (
            <MarginNote title="Without the server">
              <p className="mb-2 text-ink-2">
                A campaign that another device in this field has can be gone on with here.
              </p>
              <TakeOver say={SAY} />
            </MarginNote>
          )}
          <HangarMargin lines={lines} />
        </>
      }
      foot={<Foot />}
    />
  );
}
