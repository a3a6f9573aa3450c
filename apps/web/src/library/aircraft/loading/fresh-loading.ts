import type {
  AircraftDescription,
  Envelope,
  LoadingData,
  LoadPack,
  LoadStation,
  LoadTank,
  PackBay,
} from '@kanzel/core';
import { freeId } from '../aircraft-document.ts';

/**
 * A loading to begin with: units and the extent of the airframe, and nothing that somebody would have to have measured.
 */
export function freshLoading(about: AircraftDescription): LoadingData {
  const { length, span } = about.layout;
  return {
    units: { mass: 'kg', arm: 'mm', volume: 'L' },
    datum: 'tip of the nose',
    extent: { from: 0, to: Math.round(length * 1000), side: Math.round(span * 500) },
    weighing: {
      points: [
        { id: '1', title: 'Left wheel', arm: 0, lateral: 0 },
        { id: '2', title: 'Right wheel', arm: 0, lateral: 0 },
        { id: '3', title: 'Third wheel', arm: 0, lateral: 0 },
      ],
      armUncertainty: 2,
      tolerance: { mass: 2, arm: 4 },
    },
    stations: [],
    tanks: [],
    burn: [],
    packs: [],
    bays: [],
    envelopes: [],
    tilts: [],
  };
}

export const freshStation = (data: LoadingData): LoadStation => ({
  id: freeId(data.stations, 'place'),
  title: 'Place',
  kind: 'seat',
  arm: data.extent.from,
  lateral: 0,
  maximum: 100,
  usual: 0,
  uncertainty: { mass: 1, arm: 10 },
});

export const freshTank = (data: LoadingData): LoadTank => ({
  id: freeId(data.tanks, 'tank'),
  title: 'Tank',
  usable: 50,
  unusable: 0,
  density: 0.72,
  densityBand: 0.015,
  arms: [{ volume: 50, arm: data.extent.from, lateral: 0 }],
  gauge: 1,
});

export const freshPack = (data: LoadingData): LoadPack => ({
  id: freeId(data.packs, 'pack'),
  title: 'Pack',
  mass: 1,
  energy: 100,
  uncertainty: { mass: 0.01, arm: 1 },
});

export const freshBay = (data: LoadingData): PackBay => ({
  id: freeId(data.bays, 'bay'),
  title: 'Bay',
  arm: data.extent.from,
  lateral: 0,
  packs: data.packs.map((p) => p.id),
  usual: data.packs[0]?.id ?? '',
});

export const freshEnvelope = (data: LoadingData): Envelope => ({
  id: freeId(data.envelopes, 'envelope'),
  title: 'Envelope',
  corners: [],
});
