import { useCallback, useEffect, useMemo, useState, type ReactElement } from 'react';
import { Link, useNavigate } from 'react-router';
import { standingOf, type Standing } from '@kanzel/core';
import type { AircraftView, CampaignView } from '@kanzel/contract';
import { api } from '../api/client.ts';
import { Foot } from '../shell/foot.tsx';
import { Frame, MarginNote } from '../shell/frame.tsx';
import { HangarPlate } from '../shell/plate.tsx';
import { openCampaign, useCampaigns } from '../sync/campaign-store.ts';
import type { HeldCampaign } from '../sync/held.ts';
import { keep, kept } from '../sync/database.ts';
import { useLive } from '../sync/live.ts';
import { Button } from '../ui/button.tsx';
import { LineField } from '../ui/picker.tsx';
import { MarkSign } from '../ui/mark.tsx';
import { BringIn } from '../library/bring-in.tsx';
import { NewCampaign } from './new-campaign.tsx';

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

/** From so many aircraft on there is something to search among. */
const SEARCHED_FROM = 12;

/** Campaigns in hand that a device takes along without being asked. */
const BROUGHT_ALONG = 12;

/** Earlier campaigns that a line of the hangar names; the rest stand on the page of the aircraft. */
const EARLIER_SHOWN = 2;

/**
 * Where a campaign stands: by the record on this device where it is here, else as the server says. What was
 * last seen without the server opens no gate.
 */
function standingHere(
  campaign: CampaignView,
  mine: HeldCampaign | undefined,
  fresh: boolean,
  now: string,
): Standing | undefined {
  if (mine?.state.index)
    return standingOf(mine.state, now, { waiting: mine.waiting.length, confirmed: fresh });
  const { standing } = campaign;
  if (!standing || fresh) return standing;
  return {
    ...standing,
    sentence: 'As last seen; the server is not heard',
    gates: standing.gates.map((g) => (g.state === 'open' ? { ...g, state: 'held' } : g)),
  };
}

function Row({
  aircraft,
  campaigns,
  held,
  fresh,
}: {
  aircraft: AircraftView['aircraft'];
  campaigns: readonly CampaignView[];
  held: Readonly<Record<string, HeldCampaign>>;
  fresh: boolean;
}): ReactElement {
  const isReleased = (c: CampaignView): boolean =>
    c.releasedAt !== undefined || held[c.id]?.state.release !== undefined;
  const open = campaigns.filter((c) => !isReleased(c));
  const released = campaigns.filter(isReleased);
  const now = new Date().toISOString();
  return (
    <li className="grid grid-cols-[112px_220px_minmax(0,1fr)] items-center gap-x-4 border-b border-rule px-[22px] py-3.5 max-md:grid-cols-[100px_1fr]">
      <span className="font-mono text-lg font-bold">{aircraft.mark}</span>
      <span className="leading-snug">
        <span className="block font-semibold">{aircraft.type}</span>
        <span className="text-[0.86rem] text-ink-2">{aircraft.description}</span>
      </span>
      <span className="min-w-0 max-md:col-span-2">
        {open.map((c) => {
          const standing = standingHere(c, held[c.id], fresh, now);
          return (
            <Link key={c.id} to={`/campaign/${c.id}`} className="block py-1">
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
              ) : null}
            </Link>
          );
        })}
        {open.length === 0 ? <span className="block text-ink-2">No campaign in hand.</span> : null}
        {released.slice(0, EARLIER_SHOWN).map((c) => {
          const at = c.releasedAt ?? held[c.id]?.state.release?.at;
          return (
            <Link
              key={c.id}
              to={`/campaign/${c.id}/release`}
              className="block text-[0.82rem] text-ink-2 underline decoration-rule underline-offset-4"
            >
              {c.title}, released{' '}
              {at
                ? new Date(at).toLocaleDateString('en-GB', { day: 'numeric', month: 'long', year: 'numeric' })
                : ''}
            </Link>
          );
        })}
        {released.length > EARLIER_SHOWN ? (
          <Link
            to={`/library/aircraft/${aircraft.mark}`}
            className="block text-[0.82rem] text-ink-2 underline decoration-rule underline-offset-4"
          >
            and {released.length - EARLIER_SHOWN} earlier
          </Link>
        ) : null}
      </span>
    </li>
  );
}

/** Aircraft with a campaign in hand first, then the others; each by mark. */
function inHandFirst(
  aircraft: readonly AircraftView[],
  campaigns: readonly CampaignView[],
): readonly AircraftView[] {
  const busy = new Set(campaigns.filter((c) => c.releasedAt === undefined).map((c) => c.mark));
  return [...aircraft].sort((a, b) => Number(busy.has(b.aircraft.mark)) - Number(busy.has(a.aircraft.mark)));
}

/** Whether an aircraft, or a campaign of it, is meant by what was typed. */
function fitsWords(a: AircraftView, campaigns: readonly CampaignView[], wanted: string): boolean {
  const words = wanted.trim().toLowerCase();
  if (words === '') return true;
  const { mark, type, description } = a.aircraft;
  const titles = campaigns.filter((c) => c.mark === mark && c.releasedAt === undefined).map((c) => c.title);
  return [mark, type, description, ...titles].join(' ').toLowerCase().includes(words);
}

/** Open tags of every aircraft, beside the hangar. */
function HangarMargin({
  campaigns,
  held,
}: {
  campaigns: readonly CampaignView[];
  held: Readonly<Record<string, HeldCampaign>>;
}): ReactElement {
  const now = new Date().toISOString();
  const open = campaigns
    .filter((c) => c.releasedAt === undefined && !held[c.id]?.state.release)
    .flatMap((c) => {
      const standing = standingHere(c, held[c.id], true, now);
      return standing ? [{ mark: c.mark, standing }] : [];
    });
  const tags = open.flatMap(({ mark, standing }) => standing.tags.map((t) => ({ mark, ...t })));
  const eyes = open.flatMap(({ mark, standing }) => standing.eyes.map((a) => ({ mark, ...a })));
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
                <span>
                  {t.thing}
                  <span className="cap block">
                    since {new Date(t.at).toLocaleTimeString('en-GB', { hour: '2-digit', minute: '2-digit' })}
                  </span>
                </span>
              </li>
            ))}
          </ul>
        )}
      </MarginNote>
      <MarginNote title="Waiting for a second pair of eyes">
        {eyes.length === 0 ? (
          <p className="text-ink-2">Nothing waits.</p>
        ) : (
          <ul>
            {eyes.map((a) => (
              <li key={a.action} className="grid grid-cols-[72px_1fr]">
                <b>{a.mark}</b>
                <span>{a.what}</span>
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
  onBrought,
}: {
  onNew: () => void;
  aircraft: boolean;
  onBrought: () => void;
}): ReactElement {
  return (
    <div className="max-w-xl px-[22px] py-10">
      <h2 className="text-2xl font-semibold narrow">{aircraft ? 'No campaign yet.' : 'No aircraft yet.'}</h2>
      <p className="mt-2 mb-4 text-ink-2">
        {aircraft
          ? 'A campaign begins with the aircraft and the reason: what was repaired, replaced or adjusted.'
          : 'An aircraft comes as a file: its mark, engines, gauges, and the limit book and check pack it is held against. The packs are here already.'}
      </p>
      {aircraft ? (
        <Button kind="main" onClick={onNew}>
          Open a campaign
        </Button>
      ) : (
        <BringIn onBrought={onBrought} />
      )}
    </div>
  );
}

/** The hangar: a line per aircraft. */
export function HangarPage(): ReactElement {
  const held = useCampaigns((s) => s.held);
  const connected = useLive((s) => s.connected);
  const navigate = useNavigate();
  const [aircraft, setAircraft] = useState<readonly AircraftView[]>();
  const [campaigns, setCampaigns] = useState<readonly CampaignView[]>([]);
  const [fresh, setFresh] = useState(true);
  const [asking, setAsking] = useState(false);
  const [wanted, setWanted] = useState('');
  const load = useCallback(async (): Promise<void> => {
    const [a, c] = await Promise.all([
      api.get<AircraftView[]>('/api/aircraft'),
      api.get<CampaignView[]>('/api/campaigns'),
    ]);
    if (a.ok && c.ok) {
      await keep('aircraft', a.value);
      await keep('campaigns', c.value);
    }
    setFresh(a.ok && c.ok);
    const list = c.ok ? c.value : ((await kept<CampaignView[]>('campaigns')) ?? []);
    setAircraft(a.ok ? a.value : ((await kept<AircraftView[]>('aircraft')) ?? []));
    setCampaigns(list);
    // So many are brought along for the field; more are fetched when they are opened.
    const open = list.filter((campaign) => campaign.releasedAt === undefined);
    for (const campaign of open.slice(0, BROUGHT_ALONG)) void openCampaign(campaign.id);
  }, []);
  useEffect(() => {
    void load();
  }, [load, connected]);
  const onTheWay = useMemo(
    () =>
      new Set(
        campaigns.filter((c) => c.releasedAt === undefined && !held[c.id]?.state.release).map((c) => c.mark),
      ).size,
    [campaigns, held],
  );
  const words = aircraft
    ? `${aircraft.length} aircraft, ${onTheWay} on ${onTheWay === 1 ? 'its' : 'their'} way back to service`
    : '';
  return (
    <>
      <Frame
        plate={<HangarPlate />}
        sheet={
          <>
            <header className="flex min-h-15 flex-wrap items-center gap-x-4 gap-y-1 border-b border-rule px-[22px] py-1.5">
              <h1 className="text-[1.25rem] font-semibold narrow">Hangar</h1>
              <span className="text-ink-2">{words}</span>
              {fresh ? null : (
                <span className="font-semibold text-near">As last seen; the server is not heard</span>
              )}
              {aircraft && aircraft.length > SEARCHED_FROM ? (
                <LineField label="Find" value={wanted} onChange={setWanted} className="ml-auto w-56" />
              ) : null}
              {aircraft && aircraft.length > 0 ? (
                <span className="ml-auto">
                  <Button kind="main" onClick={() => setAsking(true)}>
                    New campaign
                  </Button>
                </span>
              ) : null}
            </header>
            {aircraft === undefined ? (
              <p className="px-[22px] py-6 text-ink-2">Looking into the hangar…</p>
            ) : aircraft.length === 0 || campaigns.length === 0 ? (
              <Empty
                aircraft={aircraft.length > 0}
                onNew={() => setAsking(true)}
                onBrought={() => void load()}
              />
            ) : (
              <ul>
                {inHandFirst(aircraft, campaigns)
                  .filter((a) => fitsWords(a, campaigns, wanted))
                  .map((a) => (
                    <Row
                      key={a.aircraft.mark}
                      aircraft={a.aircraft}
                      campaigns={campaigns.filter((c) => c.mark === a.aircraft.mark)}
                      held={held}
                      fresh={fresh}
                    />
                  ))}
              </ul>
            )}
          </>
        }
        margin={<HangarMargin campaigns={campaigns} held={held} />}
        foot={<Foot />}
      />
      {asking && aircraft ? (
        <NewCampaign
          aircraft={aircraft.map((a) => a.aircraft)}
          onClose={() => setAsking(false)}
          onOpened={(id) => void navigate(`/campaign/${id}`)}
        />
      ) : null}
    </>
  );
}
