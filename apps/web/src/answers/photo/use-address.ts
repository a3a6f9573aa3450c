import { useEffect, useState } from 'react';
import type { Scan } from '@kanzel/core';
import { copyAddress } from '../../sync/copies.ts';
import { smallOf } from './small-pictures.ts';

/** Where something of a copy can be looked at; what was made for it on this device is given back when it is no longer shown. */
function useAddress(scan: Scan, find: (scan: Scan) => Promise<string | undefined>): string | undefined {
  const [address, setAddress] = useState<string>();
  useEffect(() => {
    let shown = true;
    let made: string | undefined;
    const give = (): void => {
      if (made?.startsWith('blob:')) URL.revokeObjectURL(made);
    };
    void find(scan).then((at) => {
      made = at;
      if (shown) setAddress(at);
      else give();
    });
    return () => {
      shown = false;
      setAddress(undefined);
      give();
    };
  }, [scan, find]);
  return address;
}

/** Where a copy can be looked at. */
export const useCopyAddress = (scan: Scan): string | undefined => useAddress(scan, copyAddress);

const smallAddress = async (scan: Scan): Promise<string | undefined> => {
  const small = await smallOf(scan);
  return small && URL.createObjectURL(small);
};

/** Where a photograph can be looked at, small. */
export const useSmallAddress = (scan: Scan): string | undefined => useAddress(scan, smallAddress);
