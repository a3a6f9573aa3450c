import type { AircraftDescription, LoadingData } from '@kanzel/core';
import { day } from './described.ts';

/**
 * What the loading of the aircraft of Grauholm is reckoned by. Invented, and at one with their limit books, their
 * gauges and what the scales of the workshop show.
 */

const METRIC = { mass: 'kg', arm: 'mm', volume: 'L' } as const;

type Equipment = AircraftDescription['equipment'];

const reported = (equipment: Equipment): NonNullable<LoadingData['report']>['equipment'] =>
  equipment.map(({ touches: _touches, ...item }) => item);

/** The amphibian: a bow tank that is drawn first, so that the centre goes aft before it comes forward. */
export function tjeldLoading(today: Date, equipment: Equipment): LoadingData {
  const seat = { uncertainty: { mass: 1, arm: 15 }, maximum: 120, kind: 'seat' as const };
  const wing = (side: 'left' | 'right'): LoadingData['tanks'][number] => ({
    id: side,
    title: side === 'left' ? 'Left wing' : 'Right wing',
    usable: 210,
    unusable: 4,
    density: 0.72,
    densityBand: 0.015,
    arms: [{ volume: 210, arm: 2344, lateral: side === 'left' ? -2100 : 2100 }],
    gauge: 4,
  });
  return {
    units: METRIC,
    datum: 'bow, at the lowest step',
    chord: { leadingEdge: 1805, length: 1385 },
    extent: { from: 0, to: 8900, side: 6600 },
    weighing: {
      points: [
        { id: '1', title: 'Left main wheel', arm: 2520, lateral: -1450 },
        { id: '2', title: 'Right main wheel', arm: 2520, lateral: 1450 },
        { id: '3', title: 'Nose wheel', arm: 480, lateral: 0 },
      ],
      armUncertainty: 2,
      height: { value: 1250, uncertainty: 80 },
      tolerance: { mass: 6, arm: 5 },
    },
    stations: [
      { ...seat, id: 'pilot', title: 'Pilot', arm: 1905, lateral: -330, usual: 84 },
      { ...seat, id: 'right-seat', title: 'Right seat', arm: 1905, lateral: 330, usual: 60 },
      {
        id: 'nose-bay',
        title: 'Nose bay, ballast',
        kind: 'ballast',
        arm: 310,
        lateral: 0,
        maximum: 40,
        usual: 0,
        uncertainty: { mass: 0.2, arm: 5 },
      },
      {
        id: 'cabin',
        title: 'Cabin load',
        kind: 'payload',
        arm: 2560,
        lateral: 0,
        travel: { from: 2350, to: 2800 },
        maximum: 220,
        usual: 0,
        uncertainty: { mass: 0.5, arm: 15 },
      },
      {
        id: 'hull-locker',
        title: 'Hull locker, tools',
        kind: 'locker',
        arm: 2960,
        lateral: 0,
        maximum: 60,
        usual: 5.5,
        uncertainty: { mass: 0.2, arm: 20 },
      },
    ],
    tanks: [
      {
        id: 'bow',
        title: 'Bow tank',
        usable: 60,
        unusable: 2,
        density: 0.72,
        densityBand: 0.015,
        arms: [
          { volume: 30, arm: 1350, lateral: 0 },
          { volume: 60, arm: 1400, lateral: 0 },
        ],
        gauge: 2,
      },
      wing('left'),
      wing('right'),
    ],
    burn: [['bow'], ['left', 'right']],
    packs: [],
    bays: [],
    envelopes: [
      {
        id: 'land',
        title: 'Land and water',
        corners: [
          { arm: 2135, mass: 1380, edge: 'lowest mass' },
          { arm: 2212, mass: 1380, edge: 'aft limit' },
          { arm: 2212, mass: 1810, edge: 'highest mass' },
          { arm: 2158, mass: 1810, edge: 'forward limit, heavy' },
          { arm: 2135, mass: 1600, edge: 'forward limit' },
        ],
      },
    ],
    lateral: { low: -30, high: 30 },
    tilts: [],
    report: {
      number: 'W-31/4',
      on: day(today, -410),
      mass: 1412,
      arm: 2208,
      lateral: 2,
      uncertainty: { mass: 2.5, arm: 3 },
      equipment: reported(equipment),
    },
  };
}

/** The home-built tug: weighed for the first time by its builder, and since then a radio was fitted. */
export function heiloLoading(today: Date, equipment: Equipment): LoadingData {
  const wing = (side: 'left' | 'right'): LoadingData['tanks'][number] => ({
    id: side,
    title: side === 'left' ? 'Left tank' : 'Right tank',
    usable: 44,
    unusable: 1,
    density: 0.72,
    densityBand: 0.015,
    arms: [{ volume: 44, arm: 2080, lateral: side === 'left' ? -880 : 880 }],
    gauge: 1,
  });
  return {
    units: METRIC,
    datum: 'tip of the spinner',
    chord: { leadingEdge: 1790, length: 1290 },
    extent: { from: 0, to: 6400, side: 4300 },
    weighing: {
      points: [
        { id: '1', title: 'Left wheel', arm: 1705, lateral: -960 },
        { id: '2', title: 'Right wheel', arm: 1705, lateral: 960 },
        { id: '3', title: 'Tail wheel on the stand', arm: 5560, lateral: 0 },
      ],
      armUncertainty: 1,
      height: { value: 940, uncertainty: 60 },
      tolerance: { mass: 1.5, arm: 4 },
    },
    stations: [
      {
        id: 'pilot',
        title: 'Pilot',
        kind: 'seat',
        arm: 2290,
        lateral: 0,
        maximum: 110,
        usual: 84,
        uncertainty: { mass: 1, arm: 10 },
      },
      {
        id: 'nose-ballast',
        title: 'Ballast on the engine mount',
        kind: 'ballast',
        arm: 620,
        lateral: 0,
        maximum: 12,
        usual: 0,
        uncertainty: { mass: 0.1, arm: 3 },
      },
      {
        id: 'tail-ballast',
        title: 'Ballast at the tail post',
        kind: 'ballast',
        arm: 5300,
        lateral: 0,
        maximum: 6,
        usual: 0,
        uncertainty: { mass: 0.1, arm: 3 },
      },
      {
        id: 'shelf',
        title: 'Shelf behind the seat',
        kind: 'locker',
        arm: 2950,
        lateral: 0,
        maximum: 15,
        usual: 0,
        uncertainty: { mass: 0.2, arm: 20 },
      },
    ],
    tanks: [wing('left'), wing('right')],
    burn: [['left', 'right']],
    packs: [],
    bays: [],
    envelopes: [
      {
        id: 'tug',
        title: 'Tug, one seat',
        when: { seats: 'one' },
        corners: [
          { arm: 2020, mass: 470, edge: 'lowest mass' },
          { arm: 2150, mass: 470, edge: 'aft limit' },
          { arm: 2150, mass: 620, edge: 'aft limit, heavy' },
          { arm: 2130, mass: 720, edge: 'highest mass' },
          { arm: 2035, mass: 720, edge: 'forward limit, heavy' },
          { arm: 2020, mass: 640, edge: 'forward limit' },
        ],
      },
      {
        id: 'two',
        title: 'Two seats, no tow',
        when: { seats: 'two' },
        corners: [
          { arm: 2030, mass: 470 },
          { arm: 2140, mass: 470 },
          { arm: 2140, mass: 720 },
          { arm: 2030, mass: 720 },
        ],
      },
    ],
    lateral: { low: -35, high: 35 },
    tilts: [],
    report: {
      number: 'B-1',
      on: day(today, -64),
      mass: 476.2,
      arm: 2058.6,
      lateral: 0,
      uncertainty: { mass: 0.8, arm: 2 },
      equipment: reported(equipment.filter((e) => e.id !== 'radio')),
    },
  };
}

/** The courier drone: two packs to choose from, a payload, and a bay along which the pack can be slid. */
export function lomviLoading(today: Date, equipment: Equipment): LoadingData {
  const good = { mass: 0.02, arm: 2 };
  return {
    units: METRIC,
    datum: 'tip of the nose',
    chord: { leadingEdge: 345, length: 260 },
    extent: { from: 0, to: 1350, side: 1300 },
    weighing: {
      points: [
        { id: '1', title: 'Front legs', arm: 210, lateral: 0 },
        { id: '2', title: 'Left rear leg', arm: 640, lateral: -310 },
        { id: '3', title: 'Right rear leg', arm: 640, lateral: 310 },
      ],
      armUncertainty: 0.5,
      tolerance: { mass: 0.05, arm: 2 },
    },
    stations: [
      {
        id: 'parcel',
        title: 'Parcel box',
        kind: 'payload',
        arm: 418,
        lateral: 0,
        travel: { from: 400, to: 440 },
        maximum: 3,
        usual: 1.2,
        uncertainty: good,
      },
      {
        id: 'nose',
        title: 'Nose, trim mass',
        kind: 'ballast',
        arm: 60,
        lateral: 0,
        maximum: 0.5,
        usual: 0,
        uncertainty: { mass: 0.005, arm: 1 },
      },
      {
        id: 'tail',
        title: 'Tail, trim mass',
        kind: 'ballast',
        arm: 1280,
        lateral: 0,
        maximum: 0.4,
        usual: 0,
        uncertainty: { mass: 0.005, arm: 1 },
      },
    ],
    tanks: [],
    burn: [],
    packs: [
      { id: 'summer', title: 'Summer pack', mass: 3.6, energy: 690, uncertainty: good },
      { id: 'winter', title: 'Winter pack', mass: 4.5, energy: 860, uncertainty: good },
    ],
    bays: [
      {
        id: 'bay',
        title: 'Pack bay',
        arm: 362,
        lateral: 0,
        travel: { from: 330, to: 400 },
        packs: ['summer', 'winter'],
        usual: 'summer',
      },
    ],
    envelopes: [
      {
        id: 'hover-and-cruise',
        title: 'Hover and cruise',
        corners: [
          { arm: 402, mass: 9 },
          { arm: 420, mass: 9 },
          { arm: 420, mass: 14 },
          { arm: 416, mass: 16, edge: 'highest mass' },
          { arm: 406, mass: 16, edge: 'forward limit, heavy' },
          { arm: 402, mass: 14 },
        ],
      },
    ],
    lateral: { low: -6, high: 6 },
    // Weighed with the lift motors up; tilted forward for the cruise they take the centre with them.
    tilts: [
      { id: 'up', title: 'Lift motors up', mass: 1.8, shift: 0 },
      { id: 'forward', title: 'Lift motors forward', mass: 1.8, shift: -24 },
    ],
    report: {
      number: 'L4-022/2',
      on: day(today, -180),
      mass: 9.6,
      arm: 430,
      lateral: 0,
      uncertainty: { mass: 0.03, arm: 1 },
      equipment: reported(equipment),
    },
  };
}

/** The tow-plane model: balanced by hand, with a pack in the nose that can be slid. */
export function vipeLoading(): LoadingData {
  const good = { mass: 0.005, arm: 1 };
  return {
    units: METRIC,
    datum: 'leading edge of the wing',
    chord: { leadingEdge: 0, length: 310 },
    extent: { from: -720, to: 640, side: 900 },
    weighing: {
      points: [
        { id: '1', title: 'Nose wheel', arm: -410, lateral: 0 },
        { id: '2', title: 'Main wheels', arm: 120, lateral: 0 },
      ],
      armUncertainty: 1,
      tolerance: { mass: 0.02, arm: 2 },
    },
    stations: [],
    tanks: [],
    burn: [],
    packs: [
      { id: 'flat', title: 'Flat pack', mass: 0.62, energy: 92, uncertainty: good },
      { id: 'tall', title: 'Tall pack', mass: 0.74, energy: 111, uncertainty: good },
    ],
    bays: [
      {
        id: 'nose',
        title: 'Nose bay',
        arm: -200,
        lateral: 0,
        travel: { from: -260, to: -120 },
        packs: ['flat', 'tall'],
        usual: 'flat',
      },
    ],
    envelopes: [
      {
        id: 'model',
        title: 'Ready to fly',
        corners: [
          { arm: 58, mass: 3.2 },
          { arm: 78, mass: 3.2 },
          { arm: 78, mass: 4.3 },
          { arm: 58, mass: 4.3 },
        ],
      },
    ],
    tilts: [],
  };
}

/** The touring motor glider: two seats side by side, one tank behind them, and a luggage shelf. */
export function dompapLoading(today: Date, equipment: Equipment): LoadingData {
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
        id: 'main',
        title: 'Tank',
        usable: 90,
        unusable: 2,
        density: 0.72,
        densityBand: 0.015,
        arms: [{ volume: 90, arm: 2420, lateral: 0 }],
        gauge: 2,
      },
    ],
    burn: [['main']],
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

/** The unmanned helicopter: a narrow window around the mast, fuel and camera on either side of it. */
export function rypeLoading(today: Date, equipment: Equipment): LoadingData {
  const good = { mass: 0.05, arm: 2 };
  return {
    units: METRIC,
    datum: 'tip of the nose',
    extent: { from: 0, to: 3200, side: 600 },
    weighing: {
      points: [
        { id: '1', title: 'Left skid, front', arm: 640, lateral: -310 },
        { id: '2', title: 'Right skid, front', arm: 640, lateral: 310 },
        { id: '3', title: 'Left skid, rear', arm: 1180, lateral: -310 },
        { id: '4', title: 'Right skid, rear', arm: 1180, lateral: 310 },
      ],
      armUncertainty: 0.5,
      height: { value: 420, uncertainty: 30 },
      tolerance: { mass: 0.2, arm: 2 },
    },
    stations: [
      {
        id: 'camera',
        title: 'Camera mount',
        kind: 'payload',
        arm: 310,
        lateral: 0,
        maximum: 6,
        usual: 2.4,
        uncertainty: good,
      },
      {
        id: 'tail-mass',
        title: 'Trim mass on the boom',
        kind: 'ballast',
        arm: 2700,
        lateral: 0,
        maximum: 2,
        usual: 0,
        uncertainty: { mass: 0.01, arm: 1 },
      },
    ],
    tanks: [
      {
        id: 'fuel',
        title: 'Tank',
        usable: 9,
        unusable: 0.3,
        density: 0.74,
        densityBand: 0.015,
        arms: [{ volume: 9, arm: 930, lateral: 0 }],
        gauge: 0.2,
      },
    ],
    burn: [['fuel']],
    packs: [],
    bays: [],
    envelopes: [
      {
        id: 'mast',
        title: 'Around the mast',
        corners: [
          { arm: 870, mass: 34 },
          { arm: 945, mass: 34 },
          { arm: 940, mass: 55 },
          { arm: 880, mass: 55 },
        ],
      },
    ],
    lateral: { low: -12, high: 12 },
    tilts: [],
    report: {
      number: 'R-7/5',
      on: day(today, -140),
      mass: 38.6,
      arm: 941,
      lateral: 1,
      uncertainty: { mass: 0.1, arm: 1 },
      equipment: reported(equipment),
    },
  };
}
