import { ratio } from './items.ts';
import type { LoadingSheet } from './types.ts';
import type { LoadingData } from '../aircraft/loading-data.ts';
import { ownMember } from '../own-member.ts';

/** What a sheet carries to be burnt or drawn. */
export interface Carried {
  readonly unit: 'L' | 'Wh';
  readonly amount: number;
  /** Whether what is kept in reserve is still in the amount: in the tanks it is, in the energy of packs it is not. */
  readonly withReserve: boolean;
}

/**
 * Fuel in the tanks that are drawn from, in litres; the energy of the packs where nothing burns. Undefined where an
 * aircraft has neither. Example: 40 L in each of two tanks is 80 L; two packs of 690 Wh are 1,380 Wh.
 */
export function carriedBy(data: LoadingData, sheet: LoadingSheet): Carried | undefined {
  if (data.burn.length > 0) {
    const volume = data.burn.flat().reduce((sum, id) => sum + (ownMember(sheet.fuel, id) ?? 0), 0);
    return { unit: 'L', amount: volume * ratio(data.units.volume, 'L'), withReserve: true };
  }
  if (data.bays.length === 0) return undefined;
  const energy = sheet.packs.reduce(
    (sum, { pack }) => sum + (data.packs.find((p) => p.id === pack)?.energy ?? 0),
    0,
  );
  return { unit: 'Wh', amount: energy, withReserve: false };
}
