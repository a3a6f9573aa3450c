import { lazy, Suspense, useEffect, type ReactElement } from 'react';
import { SignInPage } from './sign-in/sign-in-page.tsx';
import { useSession } from './sync/session.ts';

const loadSignedIn = (): Promise<typeof import('./signed-in.tsx')> => import('./signed-in.tsx');
const SignedIn = lazy(loadSignedIn);
const TrustPage = lazy(() => import('./trust/trust-page.tsx'));

/** The sign-in page for everyone, as light as it can be; behind it the rest comes while a name is typed. */
export function App(): ReactElement {
  const { person, look } = useSession();
  useEffect(() => {
    void look();
  }, [look]);
  useEffect(() => {
    if (person === null) void loadSignedIn();
  }, [person]);
  // A device that does not trust the server yet has nobody signed on.
  if (location.pathname === '/trust')
    return (
      <Suspense fallback={<p className="p-8 text-ink-2">Opening…</p>}>
        <TrustPage />
      </Suspense>
    );
  if (person === undefined) return <p className="p-8 text-ink-2">Opening…</p>;
  if (person === null) return <SignInPage />;
  return (
    <Suspense fallback={<p className="p-8 text-ink-2">Opening…</p>}>
      <SignedIn />
    </Suspense>
  );
}
