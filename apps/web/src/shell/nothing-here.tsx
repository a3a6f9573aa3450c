import type { ReactElement } from 'react';
import { Link, useLocation } from 'react-router';
import { Foot } from './foot.tsx';
import { Frame } from './frame.tsx';
import { HangarPlate } from './plate.tsx';

/** An address that leads nowhere: it says so, rather than showing something else. */
export function NothingHere(): ReactElement {
  const { pathname } = useLocation();
  return (
    <Frame
      plate={<HangarPlate />}
      sheet={
        <div className="px-[22px] py-8">
          <h1 className="text-xl font-semibold">Nothing at this address</h1>
          <p className="mt-2 text-ink-2">
            There is no page “{pathname}” here. It may have been cut off when it was copied.
          </p>
          <p className="mt-3">
            <Link className="underline underline-offset-4" to="/">
              To the hangar
            </Link>
          </p>
        </div>
      }
      margin={null}
      foot={<Foot />}
    />
  );
}
