/** The worksheets there are, and what each of them comes to (`answers/worksheets/`). */
export const SHEET_FIGURES = {
  'gauge-steps': ['empty-shows', 'shows-over', 'shows-under'],
  'return-line': ['burn', 'rise', 'warning'],
  transducer: ['off', 'spread', 'flow-shown'],
  'fuel-plan': ['margin', 'turn-back', 'aboard-apart'],
  cells: ['lowest', 'imbalance', 'pack'],
  'load-step': ['resistance', 'resistance-apart', 'lowest-full'],
  'motor-field': ['moved'],
  endurance: ['takes', 'minutes', 'hover-minutes', 'home-left', 'lowest-full'],
  'cold-sensors': ['sensor-off', 'pressure-shown', 'flow-shown', 'manifold-off'],
  'full-power': ['speed-off', 'manifold-off', 'flow-off'],
  charging: ['cut-in', 'highest'],
  'runway-wind': ['cross', 'tail', 'density-altitude'],
  airspeed: ['position-error'],
  adjustment: ['left', 'step'],
  circle: ['radius-off', 'furthest', 'height-kept', 'throttle-off'],
  climb: ['rate', 'scatter'],
  glide: ['ratio', 'speed', 'sink'],
  'hot-day': ['hottest', 'apart', 'warmer'],
  'take-off-run': ['run'],
  'take-off-today': ['run', 'share'],
  'turn-back': ['loss', 'lowest', 'scatter'],
  stalls: ['stall', 'buffet', 'margin', 'scatter'],
} as const satisfies Readonly<Record<string, readonly string[]>>;

export type SheetName = keyof typeof SHEET_FIGURES;
export const SHEET_NAMES = Object.keys(SHEET_FIGURES) as readonly SheetName[];
