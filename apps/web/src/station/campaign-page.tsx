import { lazy, Suspense, useEffect, useMemo, useRef, useState, type ReactElement } from 'react';
import { Route, Routes, useLocation, useNavigate, useParams } from 'react-router';
import {
  ownMember,
  deriveStatus,
  makeSentences,
  namesOf,
  stationByKey,
  STATIONS,
  type BasisIndex,
  type CampaignState,
  type StationId,
  walkInHand,
} from '@kanzel/core';
import type { AircraftView, CampaignView as CampaignListing } from '@kanzel/contract';
import { fetchViews } from '../answers/views.ts';
import { api } from '../api/client.ts';
import { EmergencyPage } from '../emergency/emergency-page.tsx';
import { Foot } from '../shell/foot.tsx';
import { Frame } from '../shell/frame.tsx';
import { CampaignPlate, useNow } from '../shell/plate.tsx';
import { Spine } from '../shell/spine.tsx';
import { openCampaign, useCampaigns } from '../sync/campaign-store.ts';
import { watch } from '../sync/live.ts';
import { expectReadings } from '../sync/monitor-store.ts';
import { useSession } from '../sync/session.ts';
import { CampaignContext, useCampaign, type CampaignView, type Slip } from './campaign-context.ts';
import { BackAgain } from './back-again.tsx';
import { GateSheet } from './gate-sheet.tsx';
import { CampaignMargin } from './margin.tsx';
import { Slips } from './slips.tsx';
import { StationSheet } from './station-sheet.tsx';
import { isWriting } from '../ui/is-writing.ts';
import { serverInstant } from '../sync/clock.ts';
import { unseenBy, withoutUnseen } from './unseen.ts';
import { blinded } from '../inspection/blinded.ts';
import { CompleteAddress } from '../ui/complete-address.ts';
import { useKeys } from '../ui/use-keys.ts';

// What is not looked at first comes when it is: it lies on the device beforehand, so that it comes without a network too.
const BriefingSheet = lazy(() => import('../briefing/briefing-sheet.tsx'));
const FieldChartSheet = lazy(() => import('../field-chart/field-chart-sheet.tsx'));
const PlanPage = lazy(() => import('../planning/plan-page.tsx'));
const FindingsSheet = lazy(async () => ({
  default: (await import('../findings/findings-sheet.tsx')).FindingsSheet,
}));
const CrewSheet = lazy(() => import('../calls/crew-sheet.tsx'));
const CallsPage = lazy(() => import('../calls/calls-page.tsx'));
const FromMemory = lazy(() => import('./from-memory.tsx'));
const SecondWalkSheet = lazy(() => import('../inspection/second-walk-sheet.tsx'));
const ReleaseSheet = lazy(async () => ({
  default: (await import('../release/release-sheet.tsx')).ReleaseSheet,
}));
const ReleaseMargin = lazy(async () => ({
  default: (await import('../release/release-margin.tsx')).ReleaseMargin,
}));
const FlightPanel = lazy(() =>
  import('../simulation/flight-panel.tsx').then((m) => ({ default: m.FlightPanel })),
);
const VehiclePanel = lazy(async () => ({
  default: (await import('../simulation/vehicle-panel.tsx')).VehiclePanel,
}));
const SimulationPanel = lazy(async () => ({
  default: (await import('../simulation/simulation-panel.tsx')).SimulationPanel,
}));
const BasisSheet = lazy(async () => ({ default: (await import('./basis-sheet.tsx')).BasisSheet }));

/** Stations at which no engine is worked: the levers of the stand-in stay out of the way. */
const WITHOUT_ENGINES: readonly StationId[] = ['papers', 'loading', 'inspection', 'release'];
/** The cells of a vehicle are read at its inspection. */
const WITHOUT_VEHICLE: readonly StationId[] = ['papers', 'loading', 'release'];
/** A receiver is of use where it flies, and when that is got ready. */
const WITHOUT_FLIGHT: readonly StationId[] = STATIONS.filter((s) => s !== 'flight');
const WITHOUT = { engines: WITHOUT_ENGINES, vehicle: WITHOUT_VEHICLE, flight: WITHOUT_FLIGHT };

const NOTHING_UNSEEN: CampaignView['unseen'] = new Map();

/** Figures and answers of each part in the campaign of the same aircraft before this one, for "last time". */
function useLastTime(id: string, mark: string | undefined): Pick<CampaignView, 'last' | 'lastAnswers'> {
  const [previous, setPrevious] = useState<string>();
  const held = useCampaigns((s) => (previous ? ownMember(s.held, previous) : undefined));
  useEffect(() => {
    if (!mark) return;
    const asked = new URLSearchParams({ mark, before: id, limit: '1' });
    void api.get<CampaignListing[]>(`/api/campaigns?${asked}`).then((answer) => {
      const before = answer.ok ? answer.value[0] : undefined;
      if (!before) return;
      setPrevious(before.id);
      void openCampaign(before.id);
    });
  }, [id, mark]);
  return useMemo(() => {
    const state: CampaignState | undefined = held?.state;
    const status = state?.index ? deriveStatus(state, state.release?.at ?? serverInstant()) : undefined;
    const parts = [...(status?.parts ?? [])];
    return {
      last: new Map(
        parts.flatMap(([key, p]) =>
          p.verdicts[0]?.value === undefined ? [] : [[key, p.verdicts[0].value] as const],
        ),
      ),
      lastAnswers: new Map(
        parts.flatMap(([key, p]) => (p.answer?.answer ? [[key, p.answer.answer] as const] : [])),
      ),
    };
  }, [held?.state]);
}

function useSimulated(mark: string | undefined): AircraftView['simulated'] {
  const [simulated, setSimulated] = useState<AircraftView['simulated']>();
  useEffect(() => {
    if (mark)
      void api
        .get<AircraftView[]>('/api/aircraft')
        .then((a) =>
          a.ok ? setSimulated(a.value.find((v) => v.aircraft.mark === mark)?.simulated) : undefined,
        );
  }, [mark]);
  return simulated;
}

/** Keys that work on every sheet of a campaign. */
function useSheetKeys(view: CampaignView | undefined, setSlip: (slip: Slip) => void): void {
  const navigate = useNavigate();
  const going = useRef(false);
  useKeys((event) => {
    if (
      !view ||
      document.querySelector('[role=dialog]') ||
      event.ctrlKey ||
      event.metaKey ||
      event.altKey ||
      location.pathname.startsWith(`${view.base}/emergency`) ||
      isWriting(event)
    )
      return;
    const key = event.key.toLowerCase();
    if (going.current) {
      going.current = false;
      const station = key === 'a' ? 'plan' : stationByKey(key);
      if (station) {
        event.preventDefault();
        event.stopImmediatePropagation();
        void navigate(`${view.base}/${station}`);
      }
      return;
    }
    if (key === 'g') {
      going.current = true;
      event.preventDefault();
      return;
    }
    const slips: Readonly<Record<string, Slip>> = {
      t: { kind: 'tag' },
      '/': { kind: 'find' },
      '?': { kind: 'keys' },
    };
    // What the step in progress does by this key, whatever it is called.
    const ofStep = (shown: 'F' | 'N'): HTMLButtonElement | null =>
      document.querySelector(`[data-step-actions] button[aria-keyshortcuts=${shown}]`);
    if (key === 'e') {
      event.preventDefault();
      void navigate(`${view.base}/emergency?at=${location.pathname.split('/')[3] ?? ''}`);
      return;
    }
    const slip = ownMember(slips, key);
    if (slip) setSlip(slip);
    else if (key === 'f') {
      const button = ofStep('F');
      if (button) button.click();
      else setSlip({ kind: 'finding' });
    } else if (key === 'n') ofStep('N')?.click();
    else return;
    event.preventDefault();
  }, true);
}

/**
 * A button or link pressed with the mouse or a finger would keep the focus and catch the next Enter, which is
 * meant for the step in hand. Whoever works by keyboard keeps it.
 */
function useFreeHands(): void {
  useEffect(() => {
    const release = (event: MouseEvent): void => {
      const control = (event.target as HTMLElement).closest<HTMLElement>('button, a');
      if (event.detail > 0 && control !== null && control === document.activeElement) control.blur();
    };
    addEventListener('click', release);
    return () => removeEventListener('click', release);
  }, []);
}

/** Goes to the station in hand when the address names none. */
function ToCurrent(): ReactElement {
  const view = useCampaign();
  return (
    <CompleteAddress
      to={view.status.current === 'release' ? `${view.base}/release` : `${view.base}/${view.status.current}`}
    />
  );
}

/** The campaign as the sheets see it: its record folded, and where it stands now. Undefined until it is on the device. */
function useCampaignInHand(campaign: string, ask: (slip: Slip) => void): CampaignView | undefined {
  const held = useCampaigns((s) => ownMember(s.held, campaign));
  const reachable = useCampaigns((s) => s.reachable);
  const people = useSession((s) => s.people);
  const person = useSession((s) => s.person?.id);
  const now = useNow(15_000);
  const state = held?.state;
  const waiting = held?.waiting.length ?? 0;
  // Before the queue of this device was read, nobody knows whether something of it waits.
  const confirmed = reachable && held?.queueRead === true;
  const status = useMemo(
    () =>
      state?.index
        ? deriveStatus(state, state.release?.at ?? serverInstant(), { waiting, confirmed })
        : undefined,
    // The clock of the page only says when to look again; which instant it is comes from the server's.
    // eslint-disable-next-line react-hooks/exhaustive-deps
    [state, waiting, confirmed, now],
  );
  const last = useLastTime(campaign, state?.index?.basis.aircraft.mark);
  return useMemo<CampaignView | undefined>(() => {
    if (!state?.index || !status) return undefined;
    const names = namesOf(state.index);
    const blind = person !== undefined && walkInHand(state, person) !== undefined;
    const unseen = person === undefined ? NOTHING_UNSEEN : unseenBy(state, status, person);
    const shown = withoutUnseen(status, unseen);
    return {
      id: campaign,
      base: `/campaign/${campaign}`,
      state,
      status: blind ? blinded(shown) : shown,
      unseen,
      index: state.index,
      names,
      say: makeSentences(names).say,
      who: (id) => people.find((p) => p.id === id)?.fullName ?? 'someone',
      ...last,
      ask,
    };
  }, [campaign, state, status, people, person, last, ask]);
}

/** Opens the campaign, listens to its aircraft, and fetches what its sheets will need in the field. */
function useOpened(campaign: string, index: BasisIndex | undefined): void {
  useEffect(() => {
    watch(campaign);
    void openCampaign(campaign);
  }, [campaign]);
  const mark = index?.basis.aircraft.mark;
  useEffect(() => {
    if (mark !== undefined) expectReadings(mark);
  }, [campaign, mark]);
  const pack = index?.basis.pack;
  useEffect(() => {
    const kinds = (pack?.checks ?? []).map((c) => c.answer.kind);
    void fetchViews(kinds.filter((kind) => kind !== 'computed'));
  }, [pack]);
}

/** Why there is no sheet to show. */
function NoCampaign({ campaign }: { campaign: string }): ReactElement {
  const held = useCampaigns((s) => ownMember(s.held, campaign));
  const reachable = useCampaigns((s) => s.reachable);
  const text = held?.missing
    ? 'There is no such campaign here. It may have been opened on another installation.'
    : held && !held.loading
      ? reachable
        ? 'This campaign cannot be read.'
        : 'This campaign is not on this device yet, and the server cannot be reached.'
      : 'Opening the campaign…';
  return (
    <div className="p-8">
      <p className="text-lg">{text}</p>
      <p className="mt-2">
        <a className="underline" href="/">
          Back to the hangar
        </a>
      </p>
    </div>
  );
}

/** The sheet of the address, and the panel of a simulated aircraft where its stand-in is read. */
function Sheets({ here, mark }: { here: StationId | undefined; mark: string }): ReactElement {
  const view = useCampaign();
  const simulated = useSimulated(mark);
  return (
    <>
      <BackAgain key={view.id} />
      <Suspense fallback={<p className="p-8 text-ink-2">Opening…</p>}>
        <Routes>
          <Route index element={<ToCurrent />} />
          <Route path="release" element={<ReleaseSheet />} />
          <Route path="basis" element={<BasisSheet />} />
          <Route path="plan/*" element={<PlanPage />} />
          <Route path="gate/:gate" element={<GateSheet />} />
          <Route path="second-walk" element={<SecondWalkSheet />} />
          <Route path="crew" element={<CrewSheet />} />
          <Route path="briefing" element={<BriefingSheet />} />
          <Route path="field-chart" element={<FieldChartSheet />} />
          <Route path="from-memory/:station" element={<FromMemory />} />
          <Route path="findings" element={<FindingsSheet />} />
          <Route path="findings/:finding" element={<FindingsSheet />} />
          <Route path=":station" element={<StationSheet />} />
        </Routes>
      </Suspense>
      {simulated && here !== undefined && !WITHOUT[simulated].includes(here) ? (
        <Suspense fallback={null}>
          {simulated === 'engines' ? (
            <SimulationPanel engines={view.index.basis.aircraft.engines} />
          ) : simulated === 'vehicle' && here !== 'flight' ? (
            <VehiclePanel mark={view.index.basis.aircraft.mark} />
          ) : null}
          {here === 'flight' || simulated === 'flight' ? (
            <FlightPanel mark={view.index.basis.aircraft.mark} under={simulated === 'engines'} />
          ) : null}
        </Suspense>
      ) : null}
    </>
  );
}

const SLIP_OF_KEY: Readonly<Record<string, Slip>> = {
  '/': { kind: 'find' },
  T: { kind: 'tag' },
  F: { kind: 'finding' },
};

/** The page of one campaign. */
export default function CampaignPage(): ReactElement {
  const { campaign = '' } = useParams();
  const location = useLocation();
  const [slip, setSlip] = useState<Slip>();
  const view = useCampaignInHand(campaign, setSlip);
  useOpened(campaign, view?.index);
  useSheetKeys(view, setSlip);
  useFreeHands();

  if (!view) return <NoCampaign campaign={campaign} />;
  const segment = location.pathname.split('/')[3] ?? '';
  if (segment === 'emergency')
    return (
      <CampaignContext.Provider value={view}>
        <Routes>
          <Route path="emergency/:card?" element={<EmergencyPage />} />
        </Routes>
      </CampaignContext.Provider>
    );
  if (segment === 'calls')
    return (
      <CampaignContext.Provider value={view}>
        <Suspense fallback={<p className="p-8 text-ink-2">Opening…</p>}>
          <CallsPage />
        </Suspense>
      </CampaignContext.Provider>
    );
  const here = STATIONS.find((s) => s === segment);
  const { mark } = view.index.basis.aircraft;
  return (
    <CampaignContext.Provider value={view}>
      <Frame
        plate={<CampaignPlate state={view.state} emergency={`${view.base}/emergency?at=${segment}`} />}
        spine={<Spine status={view.status} here={here} base={view.base} planning={segment === 'plan'} />}
        sheet={<Sheets here={here} mark={mark} />}
        margin={
          here === 'release' ? (
            <Suspense fallback={null}>
              <ReleaseMargin />
            </Suspense>
          ) : (
            <CampaignMargin />
          )
        }
        foot={
          <Foot
            campaign={campaign}
            mark={mark}
            onKey={(key) => setSlip(ownMember(SLIP_OF_KEY, key) ?? { kind: 'keys' })}
          />
        }
      />
      <Slips slip={slip} onClose={() => setSlip(undefined)} />
    </CampaignContext.Provider>
  );
}
