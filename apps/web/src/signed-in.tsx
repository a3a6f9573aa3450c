import { lazy, Suspense, useEffect, useState, type ReactElement } from 'react';
import { BrowserRouter, Route, Routes } from 'react-router';
import { HangarPage } from './hangar/hangar-page.tsx';
import { NothingHere } from './shell/nothing-here.tsx';
import { PageTitle } from './shell/page-title.ts';
import { PassphraseSlip } from './people/passphrase-slip.tsx';
import { useAbsenceLock } from './sync/absence.ts';
import { connectLive, disconnectLive } from './sync/live.ts';
import { askFrontDoor, useSession } from './sync/session.ts';

/** As long as the server lets a session stand that nobody touches, on a shared tablet and elsewhere (minutes). */
const ABSENCE = { tablet: 10, own: 60 } as const;

const CampaignPage = lazy(() => import('./station/campaign-page.tsx'));
const PeoplePage = lazy(() => import('./people/people-page.tsx'));
const InstallationPage = lazy(() => import('./installation/installation-page.tsx'));
const LibraryPage = lazy(() => import('./library/library-page.tsx'));
const LimitBookPage = lazy(() => import('./library/limits/limit-book-page.tsx'));
const PackPage = lazy(() => import('./library/pack/pack-page.tsx'));
const AircraftPage = lazy(() => import('./library/aircraft/aircraft-page.tsx'));
const NewCampaignPage = lazy(() => import('./planning/new-campaign-page.tsx'));
const AllFindingsPage = lazy(() => import('./findings/all-findings-page.tsx'));
const InstrumentPage = lazy(() => import('./library/instruments/instrument-page.tsx'));

/** Everything that is there for whoever is signed on. It is loaded once somebody is, or while they sign on. */
export default function SignedIn(): ReactElement {
  const person = useSession((s) => s.person);
  const [absence, setAbsence] = useState<number>(ABSENCE.own);
  useAbsenceLock(absence);
  useEffect(() => {
    if (person)
      void askFrontDoor().then((door) =>
        door.ok ? setAbsence(door.value.tablet ? ABSENCE.tablet : ABSENCE.own) : undefined,
      );
  }, [person]);
  useEffect(() => {
    connectLive();
    return disconnectLive;
  }, []);
  return (
    <BrowserRouter>
      <PageTitle />
      <PassphraseSlip />
      <Suspense fallback={<p className="p-8 text-ink-2">Opening…</p>}>
        <Routes>
          <Route path="/" element={<HangarPage />} />
          <Route path="/new" element={<NewCampaignPage />} />
          <Route path="/findings" element={<AllFindingsPage />} />
          <Route path="/people" element={<PeoplePage />} />
          <Route path="/installation" element={<InstallationPage />} />
          <Route path="/library" element={<LibraryPage />} />
          <Route path="/library/limit-book/:id" element={<LimitBookPage />} />
          <Route path="/library/pack/:id" element={<PackPage />} />
          <Route path="/library/aircraft/:mark" element={<AircraftPage />} />
          <Route path="/library/instrument/:id" element={<InstrumentPage />} />
          <Route path="/campaign/:campaign/*" element={<CampaignPage />} />
          <Route path="*" element={<NothingHere />} />
        </Routes>
      </Suspense>
    </BrowserRouter>
  );
}
