/** Words of the trade for one thing: whoever looks for one of them means the others as well. */
const SAME: readonly (readonly string[])[] = [
  ['ignition', 'magneto', 'mag drop', 'mag check', 'mags', 'spark'],
  ['propeller', 'prop', 'airscrew', 'blade'],
  ['governor', 'constant speed', 'propeller lever'],
  ['carburettor', 'carb heat', 'carburetor', 'icing'],
  ['mixture', 'lean', 'leaning'],
  ['cylinder', 'head', 'cht', 'exhaust', 'egt', 'compression'],
  ['manifold', 'boost', 'map'],
  ['generator', 'alternator', 'charging', 'bus'],
  ['battery', 'pack', 'accumulator', 'lipo', 'cells'],
  ['static', 'pitot', 'air data', 'airspeed', 'asi'],
  ['compass', 'magnetometer', 'heading'],
  ['satellite', 'gnss', 'position', 'fix', 'gps'],
  ['radio', 'link', 'telemetry', 'transmitter', 'range check'],
  ['flight controller', 'autopilot', 'board'],
  ['failsafe', 'loss of link', 'return home'],
  ['weight and balance', 'weighing', 'centre of gravity', 'cg', 'loading', 'mass'],
  ['fuel', 'tank', 'petrol', 'leak', 'drain', 'water'],
  ['brake', 'wheel', 'undercarriage', 'gear', 'retract'],
  ['aileron', 'elevator', 'rudder', 'controls', 'full and free', 'surfaces'],
  ['flap', 'airbrake', 'spoiler'],
  ['rotor', 'hub', 'track and balance', 'blade'],
  ['idle', 'slow running', 'tick over'],
  ['full power', 'static rpm', 'run-up', 'max rpm'],
  ['logbook', 'record', 'entries'],
  ['permit', 'certificate', 'insurance', 'papers', 'documents'],
  ['placard', 'plate', 'label'],
  ['stall', 'slow flight'],
  ['canopy', 'door', 'hatch', 'cowling', 'panel'],
];

/** Small letters without marks between them: a registration is found by what stands behind its hyphen. */
const plain = (text: string): string =>
  text
    .toLowerCase()
    .replace(/[’']/g, '')
    .replace(/[-–:,.()]+/g, ' ')
    .replace(/\s+/g, ' ')
    .trim();

/** Whether some word of a text begins so. Example: "mag" begins a word of "left magneto off". */
const beginsAWord = (text: string, wanted: string): boolean =>
  text.startsWith(wanted) || text.includes(` ${wanted}`);

/**
 * How well something fits what somebody types, from 0 (not at all) to 1. Its title comes first: by its beginning, by the beginning
 * of a word, by all the words typed in whatever order; then other words of the trade for the same thing in its title; then what
 * else is said of it.
 * Example: "mag drop" fits "Right ignition off, drop" by 0.6; "right" fits it by 1.
 */
export function fits(wanted: string, title: string, more: readonly string[] = []): number {
  const typed = plain(wanted);
  if (typed === '') return 1;
  const own = plain(title);
  if (own.startsWith(typed)) return 1;
  if (beginsAWord(own, typed)) return 0.9;
  const words = typed.split(/\s+/);
  if (words.every((w) => beginsAWord(own, w))) return 0.8;
  const others = SAME.filter((group) => group.some((term) => beginsAWord(plain(term), typed)))
    .flat()
    .map(plain);
  if (others.some((term) => beginsAWord(own, term))) return 0.6;
  const rest = more.map(plain).join(' ');
  if (words.every((w) => beginsAWord(`${own} ${rest}`, w))) return 0.4;
  return others.some((term) => beginsAWord(rest, term)) ? 0.2 : 0;
}
