import { STATIONS, type Role, type StationId } from './types.ts';

/** Who works on the ground, most natural first. */
const ON_THE_GROUND: readonly Role[] = ['technician', 'inspector', 'observer', 'pilot', 'certifier'];
/** Who is in the seat, or stands beside the field. */
const FLYING: readonly Role[] = ['pilot', 'observer', 'technician', 'inspector'];

/** All that is known of one station. Its title stands in `words/labels.ts`, where its figures usually stand in `limit-words.ts`. */
interface Station {
  /** The letter that leads to it, after G. */
  readonly key: string;
  /** The roles in which it is worked, most natural first. */
  readonly roles: readonly Role[];
  /** It leads on from a ground run: no ground run gets to it. */
  readonly beyondAGroundRun: boolean;
  /** It goes with any flight. */
  readonly aroundAFlight: boolean;
}

const ground = (key: string): Station => ({
  key,
  roles: ON_THE_GROUND,
  beyondAGroundRun: false,
  aroundAFlight: false,
});

/** Every station. Complete: a new one does not compile until it stands here. */
export const STATION_TYPES: Readonly<Record<StationId, Station>> = {
  papers: ground('p'),
  loading: ground('l'),
  inspection: ground('i'),
  controls: ground('c'),
  fuel: ground('u'),
  'run-up': ground('r'),
  taxi: { key: 't', roles: FLYING, beyondAGroundRun: true, aroundAFlight: false },
  ready: { key: 'y', roles: FLYING, beyondAGroundRun: true, aroundAFlight: true },
  flight: { key: 'f', roles: FLYING, beyondAGroundRun: true, aroundAFlight: false },
  debrief: { key: 'd', roles: ON_THE_GROUND, beyondAGroundRun: true, aroundAFlight: true },
  release: ground('s'),
};

/** The station that a letter leads to. Example: `stationByKey('r')` is the run-up. */
export function stationByKey(key: string): StationId | undefined {
  return STATIONS.find((station) => STATION_TYPES[station].key === key);
}
