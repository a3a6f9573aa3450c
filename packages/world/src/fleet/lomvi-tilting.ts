import type { LoadingData } from '@kanzel/core';
import { aircraftFile, day, option, type Equipment } from '../described.ts';
import { gauges } from './gauges.ts';
import { LOMVI_EQUIPMENT, LOMVI_GAUGES, lomviLoading } from './lomvi.ts';

const EQUIPMENT: Equipment = LOMVI_EQUIPMENT.map((item) => ({ ...item, serial: `${item.serial}-T` }));

/** Like its sister, lighter, with lift motors that tilt: the cruise has a centre and an envelope of its own. */
function tiltingLoading(today: Date): LoadingData {
  const sister = lomviLoading(today, EQUIPMENT);
  return {
    ...sister,
    stations: sister.stations.map((s) => (s.id === 'parcel' ? { ...s, maximum: 2, usual: 1 } : s)),
    envelopes: [
      {
        id: 'hover',
        title: 'Hover',
        tilt: 'up',
        corners: [
          { arm: 402, mass: 9, edge: 'lowest mass' },
          { arm: 420, mass: 9, edge: 'aft limit, hover' },
          { arm: 420, mass: 14.5, edge: 'highest mass' },
          { arm: 402, mass: 14.5, edge: 'forward limit, hover' },
        ],
      },
      {
        id: 'cruise',
        title: 'Cruise',
        tilt: 'forward',
        corners: [
          { arm: 392, mass: 9, edge: 'lowest mass' },
          { arm: 412, mass: 9, edge: 'aft limit, cruise' },
          { arm: 408, mass: 14.5, edge: 'highest mass' },
          { arm: 396, mass: 14.5, edge: 'forward limit, cruise' },
        ],
      },
    ],
    // It is weighed with the motors up; tilted forward for the cruise they take the centre with them.
    tilts: [
      { id: 'up', title: 'Motors up', mass: 3, shift: 0 },
      { id: 'forward', title: 'Motors forward', mass: 3, shift: -40 },
    ],
    report: {
      number: 'L4T-003/1',
      on: day(today, -61),
      mass: 8.2,
      arm: 430.5,
      lateral: 0,
      uncertainty: { mass: 0.03, arm: 1 },
      equipment: sister.report?.equipment ?? [],
    },
  };
}

/** The tilting courier drone, on the field since the autumn. */
export function lomviTiltingFile(today: Date): string {
  return aircraftFile({
    mark: 'QX-LMT',
    type: 'Lomvi L4-T',
    description: 'electric lift-and-cruise courier drone, tilting motors',
    family: 'lift-and-cruise-tilt',
    serial: 'L4T-003',
    equipment: EQUIPMENT,
    loading: tiltingLoading(today),
    hours: 6.2,
    limitBook: 'lomvi-l4t',
    pack: 'lift-and-cruise-tilt',
    options: [
      option('payload', 'Payload', ['parcel', 'parcel box', 'payload'], ['cool', 'cool box', 'payload']),
    ],
    instruments: gauges(today, LOMVI_GAUGES),
  });
}
