import type { LoadingData } from '../aircraft/loading-data.ts';

/**
 * What exchanging something at a place touches: mass, centre and the sheet; for a pack the energy too, for a payload
 * its own checks. A place that the aircraft does not have touches all of the loading.
 */
export function aboardAt(
  data: LoadingData | undefined,
  place: string,
): { readonly title: string; readonly touches: readonly string[] } {
  const bay = data?.bays.find((b) => b.id === place);
  if (bay)
    return { title: bay.title, touches: ['loading.mass', 'loading.centre', 'loading.sheet', 'energy'] };
  const station = data?.stations.find((s) => s.id === place);
  return station
    ? {
        title: station.title,
        touches: ['loading.mass', 'loading.centre', 'loading.sheet', 'loading.payload', 'payload'],
      }
    : { title: place, touches: ['loading'] };
}
