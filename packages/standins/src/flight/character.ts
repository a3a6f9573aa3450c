/** One part of a programme: what is flown for so long. */
export interface FlightPart {
  readonly seconds: number;
  /** Turning and climbing so fast (°/s, m/s). */
  readonly turn?: number;
  readonly climb?: number;
  /** True airspeed that is sought (m/s); what is usual where none is said. */
  readonly airspeed?: number;
  /** Slowed down until it stalls, let go, and flown again. */
  readonly stall?: true;
  /** Held over one place, whatever the wind. */
  readonly holds?: true;
  /** Share of full power. */
  readonly power: number;
  /** Number of the mode it is flown in. */
  readonly mode?: number;
  /** How far it is rolled where it is not the turn that rolls it (°). */
  readonly roll?: number;
}

/** What differs from one aircraft to the next. */
export interface FlightCharacter {
  readonly programme: readonly FlightPart[];
  /** True airspeed that is usual, and the one at which it stops flying (m/s); none of one that hovers. */
  readonly airspeed: number;
  readonly stall?: number;
  /** What its airspeed gauge shows, of the speed that it should show: this share, and so much more (m/s). */
  readonly gauge: readonly [share: number, more: number];
  /** Roll that it takes up by itself where nothing corrects it (°). */
  readonly trim: number;
  /** How its roll follows what is asked: natural frequency (rad/s) and damping ratio. */
  readonly roll: readonly [frequency: number, damping: number];
  /** How fast it gains and loses speed (m/s²). */
  readonly gains: number;
}

/** Modes of those that have some: by hand, level by itself, holding its place, round a place, coming home. */
export const MODES = { hand: 0, level: 2, place: 5, round: 12, home: 6 } as const;

const up = (seconds: number, climb: number): FlightPart => ({ seconds, climb, power: 0.9 });
/** Four legs a quarter of a circle apart. */
const legs = (power: number): readonly FlightPart[] =>
  Array.from({ length: 4 }, (): readonly FlightPart[] => [
    { seconds: 45, power },
    { seconds: 15, turn: 6, power },
  ]).flat();
const stalls = (seconds: number): readonly FlightPart[] =>
  Array.from({ length: 3 }, (): FlightPart => ({ seconds, stall: true, power: 0.15 }));
/** Rolled to one side and to the other, and level again. */
const steps = (mode: number, roll: number): readonly FlightPart[] =>
  [roll, 0, -roll, 0].map((to) => ({ seconds: 6, mode, roll: to, power: 0.5 }));
/** Round a place: once and a half. */
const round = (airspeed: number, radius: number): FlightPart => ({
  seconds: Math.round((3 * Math.PI * radius) / airspeed),
  turn: (airspeed / radius) * (180 / Math.PI),
  mode: MODES.round,
  power: 0.48,
});
const hover = (seconds: number, mode: number, more: Partial<FlightPart> = {}): FlightPart => ({
  seconds,
  airspeed: 0,
  mode,
  power: 0.42,
  ...(mode === MODES.place || mode === MODES.home ? { holds: true } : {}),
  ...more,
});

/** Simulated flights by the kind of aircraft; of those in the demonstration, figures that its books can bear. */
export const FLIGHTS = {
  single: {
    programme: [
      up(25, 3.5),
      { seconds: 15, turn: -6, climb: 3.5, power: 0.9 },
      up(100, 3.5),
      ...legs(0.65),
      { seconds: 15, turn: 6, climb: -2, power: 0.4 },
      ...stalls(40),
      { seconds: 120, climb: -3, power: 0.3 },
    ],
    airspeed: 36,
    stall: 20.6,
    gauge: [0.985, 0.4],
    trim: 0.6,
    roll: [2.4, 0.8],
    gains: 1,
  },
  twin: {
    programme: [
      up(30, 4.5),
      { seconds: 15, turn: -6, climb: 4.5, power: 0.9 },
      up(110, 4.5),
      ...legs(0.68),
      { seconds: 15, turn: 6, climb: -3, power: 0.4 },
      ...stalls(60),
      { seconds: 120, climb: -4, power: 0.3 },
    ],
    airspeed: 62,
    stall: 33,
    gauge: [0.98, 1],
    trim: -0.8,
    roll: [2, 0.8],
    gains: 1.2,
  },
  multirotor: {
    programme: [
      hover(8, MODES.level, { climb: 0.5, power: 0.46 }),
      hover(20, MODES.place),
      hover(20, MODES.place, { climb: 1.3, power: 0.48 }),
      ...steps(MODES.hand, 8).map((part) => ({ ...part, airspeed: 0 })),
      ...steps(MODES.level, 12).map((part) => ({ ...part, airspeed: 0 })),
      hover(60, MODES.place),
      hover(30, MODES.place, { turn: 12 }),
      { seconds: 15, airspeed: 6, mode: MODES.level, power: 0.46 },
      { seconds: 30, turn: 6, airspeed: 6, mode: MODES.home, power: 0.46 },
      { seconds: 15, airspeed: 6, mode: MODES.home, power: 0.46 },
      hover(25, MODES.home, { climb: -1.2, power: 0.38 }),
    ],
    airspeed: 6,
    gauge: [1, 0],
    trim: 0.4,
    roll: [7, 0.65],
    gains: 2,
  },
  liftAndCruise: {
    programme: [
      hover(8, MODES.level, { climb: 0.5, power: 0.62 }),
      hover(30, MODES.place, { power: 0.58 }),
      hover(24, MODES.place, { climb: 2.5, power: 0.66 }),
      { seconds: 14, airspeed: 22, climb: -0.25, power: 0.85 },
      { seconds: 60, power: 0.38 },
      ...steps(MODES.level, 20),
      round(22, 90),
      { seconds: 30, mode: MODES.home, power: 0.38 },
      hover(15, MODES.home, { climb: -0.3, power: 0.62 }),
      hover(50, MODES.home, { climb: -1.2, power: 0.54 }),
    ],
    airspeed: 22,
    stall: 15,
    gauge: [0.96, 0.2],
    trim: -0.5,
    roll: [4, 0.7],
    gains: 1.8,
  },
  flyingWing: {
    programme: [
      { seconds: 25, climb: 3, mode: MODES.hand, power: 0.9 },
      { seconds: 20, mode: MODES.hand, power: 0.5 },
      ...steps(MODES.hand, 15),
      ...steps(MODES.level, 30),
      round(15, 60),
      { seconds: 20, mode: MODES.home, power: 0.5 },
      { seconds: 30, turn: 6, mode: MODES.home, power: 0.5 },
      { seconds: 40, stall: true, mode: MODES.level, power: 0.1 },
      { seconds: 40, climb: -1.6, mode: MODES.level, power: 0.15 },
    ],
    airspeed: 15,
    stall: 9.5,
    gauge: [1.03, 0],
    trim: 1.5,
    roll: [5, 0.55],
    gains: 2,
  },
  ductedFan: {
    programme: [
      { seconds: 20, climb: 5, mode: MODES.hand, power: 1 },
      { seconds: 15, turn: -12, mode: MODES.hand, power: 0.7 },
      { seconds: 20, mode: MODES.hand, power: 0.6 },
      ...steps(MODES.level, 25),
      { seconds: 15, turn: -12, mode: MODES.level, power: 0.6 },
      { seconds: 30, stall: true, mode: MODES.level, power: 0.2 },
      { seconds: 40, climb: -2.5, mode: MODES.level, power: 0.3 },
    ],
    airspeed: 30,
    stall: 17,
    gauge: [1, 0],
    trim: -1,
    roll: [6, 0.6],
    gains: 3,
  },
} as const satisfies Readonly<Record<string, FlightCharacter>>;

export type FlightKind = keyof typeof FLIGHTS;
