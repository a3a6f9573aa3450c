import type { SheetName } from '../../checks/sheets.ts';
import { ADJUSTMENT } from './adjustment.ts';
import { AIRSPEED } from './airspeed.ts';
import { CELLS, LOAD_STEP } from './cells.ts';
import { CIRCLE } from './circle.ts';
import { CLIMB } from './climb.ts';
import { CLIMB_SPEEDS } from './climb-speeds.ts';
import { CHARGING } from './charging.ts';
import { COLD_SENSORS } from './cold-sensors.ts';
import { ENDURANCE } from './endurance.ts';
import { FULL_POWER_TODAY } from './full-power.ts';
import { GAUGE_STEPS } from './gauge-steps.ts';
import { GLIDE } from './glide.ts';
import { ENERGY_CALLS } from './energy-calls.ts';
import { HOVER } from './hover.ts';
import { TRANSITION } from './transition.ts';
import { HOT_DAY } from './hot-day.ts';
import { MOTOR_FIELD } from './motor-field.ts';
import { FUEL_PLAN } from './plan-fuel.ts';
import { RETURN_LINE } from './return-line.ts';
import { RUNWAY_WIND } from './runway-wind.ts';
import type { Sheet } from './sheet.ts';
import { AIRSPEED_TABLE } from './airspeed-table.ts';
import { ONE_LEG } from './one-leg.ts';
import { ANGLE_OF_ATTACK } from './angle-of-attack.ts';
import { CLIMB_TODAY } from './climb-today.ts';
import { CRUISE } from './cruise.ts';
import { MODE_RESPONSE } from './mode-response.ts';
import { TEST_PHASE } from './test-phase.ts';
import { STALLS } from './stalls.ts';
import { TAKE_OFF_RUN, TAKE_OFF_TODAY } from './take-off.ts';
import { TRANSDUCER } from './transducer.ts';
import { TURN_BACK } from './turn-back.ts';

export { adjusted } from './adjustment.ts';
export { errorsBySpeed } from './airspeed-table.ts';
export { angleCalibrated } from './angle-of-attack.ts';
export { cruised } from './cruise.ts';
export { airspeedOf, legsOf } from './airspeed.ts';
export { chargingOf } from './charging.ts';
export { climbed } from './climb.ts';
export { climbedAtSpeeds } from './climb-speeds.ts';
export { glided } from './glide.ts';
export { hovered, liftMotors } from './hover.ts';
export { hotCylinders } from './hot-day.ts';
export { runExpected } from './take-off.ts';
export { turnsBack } from './turn-back.ts';
export { coldSensors } from './cold-sensors.ts';
export { todayOf } from './full-power.ts';
export { fullThrottleOf, resistancesOf } from './cells.ts';
export { packRoomOf, packsCompared } from './endurance.ts';
export { gaugeStepsOf } from './gauge-steps.ts';
export { aboardBy, fuelPlanOf } from './plan-fuel.ts';
export { fieldMoved } from './motor-field.ts';
export { levelsOf } from './return-line.ts';
export { runwayName, runwaysOf } from './runway-wind.ts';
export { stallRunsOf, stallsOf } from './stalls.ts';
export { factorOf } from './transducer.ts';
export type { SheetField, SheetFigures, SheetForm, SheetRoom } from './sheet.ts';

/** Every worksheet that a check may ask for, by the word it is named by in a pack. */
export const SHEETS: Readonly<Record<SheetName, Sheet>> = {
  'gauge-steps': GAUGE_STEPS,
  'return-line': RETURN_LINE,
  transducer: TRANSDUCER,
  'fuel-plan': FUEL_PLAN,
  cells: CELLS,
  'load-step': LOAD_STEP,
  'motor-field': MOTOR_FIELD,
  endurance: ENDURANCE,
  'cold-sensors': COLD_SENSORS,
  'full-power': FULL_POWER_TODAY,
  charging: CHARGING,
  'runway-wind': RUNWAY_WIND,
  airspeed: AIRSPEED,
  adjustment: ADJUSTMENT,
  circle: CIRCLE,
  climb: CLIMB,
  'climb-speeds': CLIMB_SPEEDS,
  glide: GLIDE,
  'hot-day': HOT_DAY,
  'take-off-run': TAKE_OFF_RUN,
  'take-off-today': TAKE_OFF_TODAY,
  'turn-back': TURN_BACK,
  'airspeed-table': AIRSPEED_TABLE,
  'airspeed-one-leg': ONE_LEG,
  'angle-of-attack': ANGLE_OF_ATTACK,
  'climb-today': CLIMB_TODAY,
  cruise: CRUISE,
  'mode-response': MODE_RESPONSE,
  hover: HOVER,
  transition: TRANSITION,
  'energy-calls': ENERGY_CALLS,
  'test-phase': TEST_PHASE,
  stalls: STALLS,
};
