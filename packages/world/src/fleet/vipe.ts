import type { LoadingData } from '@kanzel/core';
import { aircraftFile, option, METRIC } from '../described.ts';
import { gauges, stopwatch, type Gauge } from './gauges.ts';

/** The tow-plane model: balanced by hand, with a pack in the nose that can be slid. */
function vipeLoading(): LoadingData {
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

/** What a model is balanced with. */
const MODEL_GAUGES: readonly Gauge[] = [
  {
    id: 'kitchen-scale',
    name: 'Kitchen scale',
    unit: 'kg',
    accuracy: 0.005,
    resolution: 0.005,
    measures: ['model-mass', 'model-balance-point'],
    days: 120,
  },
  {
    id: 'rule',
    name: 'Steel rule',
    unit: 'mm',
    accuracy: 0.5,
    resolution: 0.5,
    measures: ['model-balance-point'],
  },
];

/** The tow-plane model of the club. */
export function vipeFile(today: Date): string {
  return aircraftFile({
    mark: 'QX-VIP',
    type: 'Vipe',
    description: 'canard tow-plane model with stabiliser',
    family: 'electric-model',
    serial: 'V-1',
    hours: 0,
    equipment: [
      {
        id: 'stabiliser',
        title: 'Stabiliser',
        partNumber: 'ST-2',
        serial: '77',
        touches: ['stabiliser'],
        mass: 0.03,
        arm: 40,
      },
    ],
    loading: vipeLoading(),
    limitBook: 'vipe',
    pack: 'electric-model',
    layout: {
      tail: 'none',
      surfaces: [
        { id: 'aileron-left', title: 'Left aileron', kind: 'aileron', side: 'left' },
        { id: 'aileron-right', title: 'Right aileron', kind: 'aileron', side: 'right' },
        { id: 'canard', title: 'Canard', kind: 'canard', side: 'centre' },
      ],
      propulsors: [
        { id: 'motor', title: 'Motor', kind: 'electric', place: 'tail', cylinders: 0, diameter: 0.4 },
      ],
    },
    options: [option('hook', 'Tow hook', ['fitted', 'tow hook', 'loading'], ['off', 'no hook', 'loading'])],
    instruments: gauges(today, [stopwatch, ...MODEL_GAUGES]),
  });
}
