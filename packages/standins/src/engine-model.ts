import { ownMember } from '@kanzel/core';
import type { RandomSource } from './random.ts';

export type IgnitionSwitch = 'off' | 'left' | 'right' | 'both';

/** What hands in the cockpit do to one engine. */
export interface EngineControls {
  /** 0 closed to 1 open. */
  throttle: number;
  /** 0 coarse to 1 fine; below zero is the feather gate. */
  propeller: number;
  /** 0 cut-off to 1 rich. */
  mixture: number;
  ignition: IgnitionSwitch;
  starter: boolean;
  carburettorHeat: boolean;
  landingLights: boolean;
}

/** What may be wrong with one engine. */
export interface EngineFaults {
  /** Plugs that do not fire: "left4" is the left ignition's plug of cylinder 4. */
  deadPlugs: readonly string[];
  /** An ignition whose switch does not ground it. */
  ungrounded: 'none' | 'left' | 'right';
  /** Share of its work that a weak cylinder does, by cylinder number. */
  weakCylinder: { readonly cylinder: number; readonly share: number } | null;
  /** Plugs that fire now and then only, named as the dead ones are. */
  weakPlugs: readonly string[];
  /** A cylinder whose injector is half closed: it runs lean, and hotter. */
  cloggedInjector: number | null;
  /** A cylinder whose exhaust valve leaks more and less as it turns in its seat. */
  leakingValve: number | null;
  /** An ignition that fires late: its mixture burns on into the exhaust. */
  lateIgnition: 'none' | 'left' | 'right';
  /** A sensor that shows so much too much, by its channel: "cylinder-head-3". */
  lyingSensor: { readonly channel: string; readonly by: number } | null;
  slowOilPressure: boolean;
  deadGenerator: boolean;
  lazyGovernor: boolean;
}

/** What differs from one engine to the next. */
export interface EngineCharacter {
  readonly cylinders: number;
  /** Governed speed with the lever forward, rpm. */
  readonly governedSpeed: number;
  /** Drop on one ignition at 1700 rpm with every plug firing, rpm. */
  readonly leftOnlyDrop: number;
  readonly rightOnlyDrop: number;
  /** Suction at run-up speed, inHg. */
  readonly suction: number;
  /** Exhaust and head offsets by cylinder, °C. */
  readonly exhaustOffsets: readonly number[];
  readonly headOffsets: readonly number[];
  /** How much hotter the exhausts leave on one ignition, K. */
  readonly burnsOn?: number;
  /** A propeller of fixed blades turns as fast as the engine can turn it. */
  readonly propeller?: 'governed' | 'fixed';
  /** What a charger adds to the manifold at full throttle, inHg. */
  readonly boost?: number;
}

/** Temperatures in °C, pressures in psi and inHg, speed in rpm. */
interface Inner {
  speed: number;
  manifold: number;
  oilPressure: number;
  oilTemperature: number;
  heads: number[];
  exhausts: number[];
  runningFor: number;
  /** Seconds since it was made, for what comes round. */
  age: number;
}

export const NO_FAULTS: EngineFaults = {
  deadPlugs: [],
  weakPlugs: [],
  cloggedInjector: null,
  leakingValve: null,
  lateIgnition: 'none',
  lyingSensor: null,
  ungrounded: 'none',
  weakCylinder: null,
  slowOilPressure: false,
  deadGenerator: false,
  lazyGovernor: false,
};

export const PARKED: EngineControls = {
  throttle: 0,
  propeller: 1,
  mixture: 0,
  ignition: 'off',
  starter: false,
  carburettorHeat: false,
  landingLights: false,
};

const AMBIENT_PRESSURE = 29.6;
const AMBIENT_TEMPERATURE = 9;
/** Speed that full power would give at the fine stop without a governor, rpm. */
const FINE_PITCH_SPEED = 2780;
const IDLE_MANIFOLD = 9.3;
const MANIFOLD_RANGE = 20;
/** Manifold pressure that only overcomes friction, inHg. */
const FRICTION_MANIFOLD = 8;
const FULL_MANIFOLD = IDLE_MANIFOLD + MANIFOLD_RANGE;
const COARSE_SPEED = 1300;
/** How much colder the heads are in the air of the cruise, K. */
const COOLED = 22;

/** First-order approach of a value to a target. */
const approach = (value: number, target: number, dt: number, tau: number): number =>
  target + (value - target) * Math.exp(-dt / tau);

/**
 * One piston engine with a constant-speed propeller, lumped: torque from manifold pressure and the share of
 * cylinders that fire, a propeller at its fine stop that absorbs torque with the square of speed, a governor
 * that holds speed down to where the lever is, and first-order lags for every temperature and pressure.
 * A teaching model, not a prediction of any engine.
 */
export class EngineModel {
  readonly controls: EngineControls = { ...PARKED };
  faults: EngineFaults = NO_FAULTS;
  /** Air that flows through the cowling: none on the ground, one in the cruise. */
  airflow = 0;
  private readonly inner: Inner;

  constructor(
    private readonly character: EngineCharacter,
    private readonly random: RandomSource,
    preheatedTo = 34,
  ) {
    const cylinders = Array.from({ length: character.cylinders }, () => preheatedTo);
    this.inner = {
      speed: 0,
      manifold: AMBIENT_PRESSURE,
      oilPressure: 0,
      oilTemperature: preheatedTo,
      heads: cylinders,
      exhausts: cylinders.map(() => AMBIENT_TEMPERATURE),
      runningFor: 0,
      age: 0,
    };
  }

  /** How much of the time a cylinder misses its beat on the ignitions that spark now: its weak plug is the only one. */
  private misses(cylinder: number): number {
    const weak = (side: 'left' | 'right'): boolean => this.faults.weakPlugs.includes(`${side}${cylinder}`);
    const [left, right] = [this.sparks('left'), this.sparks('right')];
    return left !== right && weak(left ? 'left' : 'right') ? 0.25 : 0;
  }

  /** Whether the ignition that runs alone is the late one. */
  private runsLate(): boolean {
    const { lateIgnition } = this.faults;
    const [left, right] = [this.sparks('left'), this.sparks('right')];
    return left !== right && lateIgnition === (left ? 'left' : 'right');
  }

  /** Manifold pressure at full throttle, inHg. */
  private get full(): number {
    return FULL_MANIFOLD + (this.character.boost ?? 0);
  }

  /** Whether an ignition sparks: switched on, or not grounded when it should be. */
  private sparks(side: 'left' | 'right'): boolean {
    const { ignition } = this.controls;
    return ignition === 'both' || ignition === side || this.faults.ungrounded === side;
  }

  /** Share of full work that a cylinder (from 1) does, 0 to 1. */
  private work(cylinder: number): number {
    const alive = (side: 'left' | 'right'): boolean =>
      this.sparks(side) && !this.faults.deadPlugs.includes(`${side}${cylinder}`);
    const [left, right] = [alive('left'), alive('right')];
    if (this.controls.mixture < 0.15 || (!left && !right)) return 0;
    const { weakCylinder } = this.faults;
    const health = weakCylinder?.cylinder === cylinder ? weakCylinder.share : 1;
    if (left && right) return health;
    // Torque goes with the square of speed: the drop given at 1700 rpm fixes the work on one ignition.
    const drop = left ? this.character.leftOnlyDrop : this.character.rightOnlyDrop;
    const late = this.runsLate() ? 0.97 : 1;
    return health * late * (1 - this.misses(cylinder)) * (1 - drop / 1700) ** 2;
  }

  private firing(): number[] {
    return this.inner.heads.map((_, i) => this.work(i + 1));
  }

  /** Speed that the present controls lead to, rpm. */
  private targetSpeed(work: number, manifold: number): number {
    const heat = this.controls.carburettorHeat ? (1 - 68 / 1700) ** 2 : 1;
    const lean = this.controls.mixture < 0.4 && this.controls.mixture >= 0.15 ? 1.045 : 1;
    const torque =
      Math.max(0, (manifold - FRICTION_MANIFOLD) / (this.full - FRICTION_MANIFOLD)) * work * heat * lean;
    const fine = FINE_PITCH_SPEED * Math.sqrt(torque);
    if (this.character.propeller === 'fixed') return fine;
    if (this.controls.propeller < 0) return fine * 0.76;
    const governed = COARSE_SPEED + (this.character.governedSpeed - COARSE_SPEED) * this.controls.propeller;
    return Math.min(fine, governed);
  }

  /** Moves time on by `dt` seconds. */
  step(dt: number): void {
    const state = this.inner;
    const firing = this.firing();
    const work = firing.reduce((a, b) => a + b, 0) / firing.length;
    const turning = state.speed > 250;
    const runs = turning && work > 0.3;
    const manifold = turning
      ? IDLE_MANIFOLD +
        MANIFOLD_RANGE * this.controls.throttle ** 0.8 +
        (this.character.boost ?? 0) * this.controls.throttle ** 4
      : AMBIENT_PRESSURE;
    const wanted = runs
      ? this.targetSpeed(work, manifold)
      : this.controls.starter
        ? work > 0.3
          ? 420
          : 160
        : 0;
    const rising = wanted > state.speed;
    const tau =
      !runs && wanted === 0
        ? 1.1
        : this.faults.lazyGovernor && rising && this.controls.propeller >= 0 && state.speed > 1200
          ? 5
          : 0.7;
    state.speed = approach(state.speed, wanted, dt, tau);
    if (!runs && state.speed < 1) state.speed = 0;
    state.manifold = approach(state.manifold, manifold, dt, 0.3);
    state.age += dt;
    state.runningFor = runs ? state.runningFor + dt : 0;
    this.stepTemperatures(dt, firing, runs);
    this.stepOil(dt, runs);
  }

  /** Share of full power, 0 to 1. */
  private power(): number {
    return (
      (Math.max(0, this.inner.manifold - FRICTION_MANIFOLD) / (this.full - FRICTION_MANIFOLD)) *
      (this.inner.speed / 2670)
    );
  }

  private stepTemperatures(dt: number, firing: readonly number[], runs: boolean): void {
    const state = this.inner;
    const power = this.power();
    const both = this.sparks('left') && this.sparks('right');
    firing.forEach((work, i) => {
      const cylinder = i + 1;
      const burning =
        610 +
        140 * Math.sqrt(power) +
        (both ? 0 : (this.character.burnsOn ?? 42) + (this.runsLate() ? 55 : 0)) +
        (this.character.exhaustOffsets[i] ?? 0) +
        (this.faults.cloggedInjector === cylinder ? 75 : 0) +
        (this.faults.leakingValve === cylinder ? 24 * Math.sin((2 * Math.PI * state.age) / 45) : 0);
      const beats = 1 - this.misses(cylinder);
      const exhaust = runs
        ? work > 0.2
          ? burning * beats + 240 * (1 - beats) - 90 * Math.max(0, 1 - work / beats / (both ? 1 : 0.9))
          : 240
        : // Pipes of an engine that stands take on what its heads still hold.
          AMBIENT_TEMPERATURE + 0.6 * ((state.heads[i] ?? AMBIENT_TEMPERATURE) - AMBIENT_TEMPERATURE);
      state.exhausts[i] = approach(state.exhausts[i] ?? 0, exhaust, dt, runs ? 2 : 40);
      const head = runs
        ? 102 +
          78 * power * work +
          24 * Math.sqrt(power) -
          COOLED * this.airflow +
          (this.character.headOffsets[i] ?? 0)
        : AMBIENT_TEMPERATURE;
      state.heads[i] = approach(state.heads[i] ?? 0, head, dt, runs ? 55 : 600);
    });
    const oil = runs ? 66 + 26 * power : AMBIENT_TEMPERATURE;
    state.oilTemperature = approach(state.oilTemperature, oil, dt, runs ? 110 : 900);
  }

  private stepOil(dt: number, runs: boolean): void {
    const state = this.inner;
    const delay = this.faults.slowOilPressure ? 24 : 2;
    const fed = runs && state.runningFor > delay;
    const thickness = 1 + 0.004 * (80 - state.oilTemperature);
    const target = fed ? (24 + 52 * (state.speed / 2670) ** 0.6) * thickness : 0;
    state.oilPressure = approach(state.oilPressure, target, dt, this.faults.slowOilPressure ? 5 : 1.2);
  }

  /** What the sensors show now, by channel; with sensor noise. */
  read(): Record<string, number> {
    const s = this.inner;
    const power = this.power();
    const noisy = (value: number, sigma: number, step: number): number =>
      Math.round((value + sigma * this.random.normal()) / step) * step;
    const tidy = (value: number): number => Number(value.toFixed(4));
    const charging = s.speed > 900 && !this.faults.deadGenerator;
    const readings: Record<string, number> = {
      rpm: Math.max(0, noisy(s.speed, s.speed > 0 ? 2.5 : 0, 1)),
      'manifold-pressure': tidy(noisy(s.manifold, 0.04, 0.1)),
      'fuel-flow': tidy(
        Math.max(
          0,
          noisy(92 * power ** 0.75 * (0.85 + 0.15 * this.controls.mixture), power > 0 ? 0.15 : 0, 0.1),
        ),
      ),
      'oil-pressure': Math.max(0, noisy(s.oilPressure, s.oilPressure > 1 ? 0.4 : 0, 1)),
      'oil-temperature': noisy(s.oilTemperature, 0.2, 1),
      volts: tidy(noisy(charging ? 28.1 : 25.3, 0.03, 0.1)),
      amps: noisy(charging ? (this.controls.landingLights ? 31 : 17) : 0, charging ? 0.4 : 0, 1),
      suction: tidy(noisy(this.character.suction * Math.min(1, s.speed / 1500), 0.02, 0.05)),
      'cylinder-head-hottest': noisy(Math.max(...s.heads), 0.3, 1),
    };
    s.heads.forEach((head, i) => (readings[`cylinder-head-${i + 1}`] = noisy(head, 0.3, 1)));
    s.exhausts.forEach((exhaust, i) => (readings[`exhaust-${i + 1}`] = noisy(exhaust, 1.5, 1)));
    const { lyingSensor } = this.faults;
    const told = lyingSensor && ownMember(readings, lyingSensor.channel);
    if (lyingSensor && typeof told === 'number') readings[lyingSensor.channel] = told + lyingSensor.by;
    return readings;
  }

  /** Whether it does not run yet, and nobody would fly with it. */
  stands(): boolean {
    return this.inner.speed < 600;
  }

  /** Sets the throttle so that the speed settles at `speed` rpm with every plug firing and the lever forward. */
  setSpeed(speed: number): void {
    const torque = (speed / FINE_PITCH_SPEED) ** 2;
    const manifold = FRICTION_MANIFOLD + torque * (this.full - FRICTION_MANIFOLD);
    this.controls.throttle = Math.min(1, Math.max(0, (manifold - IDLE_MANIFOLD) / MANIFOLD_RANGE)) ** 1.25;
  }
}
