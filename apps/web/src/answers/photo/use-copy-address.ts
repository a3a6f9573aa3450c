import { useEffect, useState } from 'react';
import type { Scan } from '@kanzel/core';
import { copyAddress } from '../../sync/copies.ts';

/** Where a copy can be looked at; what was made for it on this device is given back when it is no longer shown. */
export function useCopyAddress(scan: Scan): string | undefined {
  const [address, setAddress] = useState<string>();
  useEffect(() => {
    let shown = true;
    let made: string | undefined;
    const give = (): void => {
      if (made?.startsWith('blob:')) URL.revokeObjectURL(made);
    };
    void copyAddress(scan).then((at) => {
      made = at;
      if (shown) setAddress(at);
      else give();
    });
    return () => {
      shown = false;
      setAddress(undefined);
      give();
    };
  }, [scan]);
  return address;
}
