import { useState, type ReactElement } from 'react';
import type { Scan } from '@kanzel/core';
import { useCopyAddress } from './use-copy-address.ts';

/** A photograph, small, beside its name; the name alone where it cannot be shown here. */
export function Thumb({ scan }: { scan: Scan }): ReactElement | null {
  const address = useCopyAddress(scan);
  const [broken, setBroken] = useState(false);
  return address && !broken ? (
    <img
      src={address}
      alt=""
      loading="lazy"
      decoding="async"
      className="mr-2 inline-block h-16 w-20 border border-rule object-cover"
      onError={() => setBroken(true)}
    />
  ) : null;
}
