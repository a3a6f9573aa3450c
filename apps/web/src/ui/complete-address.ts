import { useEffect } from 'react';
import { useLocation, useNavigate } from 'react-router';

/**
 * Completes an address that names too little (a campaign without its station, a station without its step), unless
 * somebody has gone elsewhere meanwhile: a link pressed changes the address before the page for it is drawn, and the
 * page still on the screen must not take that back.
 */
export function useCompleteAddress(to: string | undefined): void {
  const navigate = useNavigate();
  const { pathname, search } = useLocation();
  useEffect(() => {
    const { location } = globalThis;
    if (to !== undefined && location.pathname === pathname && location.search === search)
      void navigate(to, { replace: true });
  }, [to, pathname, search, navigate]);
}

/** The same as an element, for a route that is only the way to another. */
export function CompleteAddress({ to }: { to: string }): null {
  useCompleteAddress(to);
  return null;
}
