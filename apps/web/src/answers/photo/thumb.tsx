import type { ReactElement } from 'react';
import type { Scan } from '@kanzel/core';
import { useSmallAddress } from './use-address.ts';

/** A photograph, small, beside its name; the name alone where it cannot be shown here. */
export function Thumb({ scan }: { scan: Scan }): ReactElement | null {
  const address = useSmallAddress(scan);
  return address ? (
    <img
      src={address}
      alt=""
      data-testid="thumb"
      decoding="async"
      className="mr-2 inline-block h-16 w-20 border border-rule object-cover"
    />
  ) : null;
}
