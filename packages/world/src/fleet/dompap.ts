import type { LoadingData } from '@kanzel/core';
import { aircraftFile, day, option, METRIC, reported, type Equipment } from '../described.ts';
import { fuelStick, gauges, reportedWind, stopwatch } from './gauges.ts';

const DOMPAP_EQUIPMENT: Equipment = [
  {
    id: 'radio',
    title: 'Voice radio',
    partNumber: 'VR-20',
    serial: '88',
    touches: ['avionics.radio', 'loading'],
    mass: 1.1,
    arm: 1480,
  },
];

/** The touring motor glider: two seats side by side, one tank behind them, and a luggage shelf. */
function dompapLoading(today: Date, equipment: Equipment): LoadingData {
  const seat = (
    id: string,
    title: string,
    lateral: number,
    usual: number,
  ): LoadingData['stations'][number] => ({
    id,
    title,
    kind: 'seat',
    arm: 2010,
    lateral,
    maximum: 110,
    usual,
    uncertainty: { mass: 1, arm: 10 },
  });
  return {
    units: METRIC,
    datum: 'front face of the propeller flange',
    chord: { leadingEdge: 1760, length: 1240 },
    extent: { from: 0, to: 7300, side: 8400 },
    weighing: {
      points: [
        { id: '1', title: 'Left wheel', arm: 2240, lateral: -860 },
        { id: '2', title: 'Right wheel', arm: 2240, lateral: 860 },
        { id: '3', title: 'Nose wheel', arm: 720, lateral: 0 },
      ],
      armUncertainty: 1,
      height: { value: 880, uncertainty: 60 },
      tolerance: { mass: 1.5, arm: 4 },
    },
    stations: [
      seat('pilot', 'Pilot', -280, 82),
      seat('right-seat', 'Right seat', 280, 0),
      {
        id: 'shelf',
        title: 'Luggage shelf',
        kind: 'locker',
        arm: 2720,
        lateral: 0,
        maximum: 20,
        usual: 0,
        uncertainty: { mass: 0.2, arm: 20 },
      },
      {
        id: 'firewall',
        title: 'Ballast on the firewall',
        kind: 'ballast',
        arm: 820,
        lateral: 0,
        maximum: 10,
        usual: 0,
        uncertainty: { mass: 0.1, arm: 3 },
      },
    ],
    tanks: [
      {
        id: 'left',
        title: 'Left tank',
        usable: 45,
        unusable: 1,
        density: 0.72,
        densityBand: 0.015,
        arms: [{ volume: 45, arm: 2420, lateral: -1100 }],
        gauge: 1,
      },
      {
        id: 'right',
        title: 'Right tank',
        usable: 45,
        unusable: 1,
        density: 0.72,
        densityBand: 0.015,
        arms: [{ volume: 45, arm: 2420, lateral: 1100 }],
        gauge: 1,
      },
    ],
    burn: [['left', 'right']],
    packs: [],
    bays: [],
    envelopes: [
      {
        id: 'normal',
        title: 'Normal',
        corners: [
          { arm: 2020, mass: 470 },
          { arm: 2150, mass: 470 },
          { arm: 2150, mass: 720 },
          { arm: 2040, mass: 720 },
          { arm: 2020, mass: 640 },
        ],
      },
    ],
    lateral: { low: -60, high: 60 },
    tilts: [],
    report: {
      number: 'NL2-104/W',
      on: day(today, -30),
      mass: 482,
      arm: 2068,
      lateral: 0,
      uncertainty: { mass: 0.8, arm: 2 },
      equipment: reported(equipment),
    },
  };
}

/** The touring motor glider, new from the works. */
export function dompapFile(today: Date): string {
  return aircraftFile({
    mark: 'QX-DPM',
    type: 'Dompap NL-2',
    description: 'touring motor glider, dual-lane engine control',
    family: 'motor-glider',
    serial: 'NL2-104',
    layout: {
      stores: [
        { id: 'left-tank', title: 'Left tank', kind: 'tank', place: 'left-wing', capacity: 46 },
        { id: 'right-tank', title: 'Right tank', kind: 'tank', place: 'right-wing', capacity: 46 },
      ],
    },
    equipment: DOMPAP_EQUIPMENT,
    loading: dompapLoading(today, DOMPAP_EQUIPMENT),
    hours: 3.4,
    limitBook: 'dompap-nl-2',
    pack: 'works-acceptance',
    options: [
      option(
        'tips',
        'Wing tips',
        ['long', 'long tips', 'structure.wings', 'loading'],
        ['short', 'short tips', 'structure.wings', 'loading'],
      ),
    ],
    instruments: gauges(today, [
      stopwatch,
      reportedWind,
      {
        id: 'engine-display',
        name: 'Engine display, speed',
        unit: 'rpm',
        accuracy: 20,
        resolution: 10,
        measures: ['power-reached', 'static-speed-dual-lane'],
        days: 300,
      },
      {
        id: 'coolant-gauge',
        name: 'Engine display, coolant',
        unit: 'degC',
        accuracy: 1,
        resolution: 1,
        measures: ['coolant-temperature-ready'],
        days: 300,
      },
      {
        id: 'scales-2',
        name: 'Scales, set 2',
        unit: 'kg',
        accuracy: 0.5,
        resolution: 0.5,
        measures: ['weighed-empty'],
        days: 110,
      },
      {
        id: 'level',
        name: 'Precision level',
        unit: 'deg-angle',
        accuracy: 0.05,
        resolution: 0.1,
        measures: ['level-for-weighing'],
      },
      fuelStick(2),
    ]),
  });
}
