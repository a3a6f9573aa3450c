import { lazy, Suspense, useEffect, type ReactElement } from 'react';
import { BrowserRouter, Navigate, Route, Routes } from 'react-router';
import { HangarPage } from './hangar/hangar-page.tsx';
import { SignInPage } from './sign-in/sign-in-page.tsx';
import { connectLive, disconnectLive } from './sync/live.ts';
import { useSession } from './sync/session.ts';

const CampaignPage = lazy(() => import('./station/campaign-page.tsx'));
const LibraryPage = lazy(() => import('./library/library-page.tsx'));

/** Routes, for whoever is signed on; the sign-in page for everyone else. */
export function App(): ReactElement {
  const { person, look } = useSession();
  useEffect(() => {
    void look();
  }, [look]);
  useEffect(() => {
    if (person) connectLive();
    else disconnectLive();
  }, [person]);
  if (person === undefined) return <p className="p-8 text-ink-2">Opening…</p>;
  if (person === null) return <SignInPage />;
  return (
    <BrowserRouter>
      <Suspense fallback={<p className="p-8 text-ink-2">Opening…</p>}>
        <Routes>
          <Route path="/" element={<HangarPage />} />
          <Route path="/library" element={<LibraryPage />} />
          <Route path="/campaign/:campaign/*" element={<CampaignPage />} />
          <Route path="*" element={<Navigate to="/" replace />} />
        </Routes>
      </Suspense>
    </BrowserRouter>
  );
}
