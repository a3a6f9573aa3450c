import type { CardOfAircraft } from './types.ts';

/** What leads to which emergency, by the card: systems, and parts of them, as far as they have to be named. */
const LEADS_TO: ReadonlyMap<string, readonly string[]> = new Map([
  ['engine-stops-on-run', ['engine', 'fuel']],
  ['engine-stops-low', ['engine', 'fuel']],
  ['engine-stops-high', ['engine', 'fuel']],
  ['engine-stops-hover', ['engine', 'fuel']],
  ['both-stop', ['fuel']],
  ['fire-on-start', ['engine.*.fuel', 'engine.*.carburettor', 'fuel']],
  ['fire-in-flight', ['engine.*.fuel', 'engine.*.exhaust', 'fuel.lines', 'electrical']],
  ['smoke', ['electrical', 'avionics', 'engine.*.exhaust', 'cabin']],
  ['runaway-propeller', ['engine.*.propeller', 'engine.*.governor']],
  ['door-open', ['structure.doors', 'cabin']],
  ['canopy-open', ['structure.doors', 'cabin']],
  ['control-jam', ['controls', 'structure.loose-objects']],
  ['wrong-way', ['controls', 'stabiliser']],
  ['asymmetric-flap', ['controls']],
  ['airbrake-open', ['controls']],
  ['brake-failure', ['gear', 'hydraulics']],
  ['motor-stops', ['motor', 'energy']],
  ['motor-runs', ['motor', 'failsafe', 'link']],
  ['link-loss', ['link', 'ground-station', 'failsafe']],
  ['fly-away', ['autopilot', 'air-data', 'stabiliser']],
  ['arms-by-itself', ['autopilot', 'failsafe']],
  ['pack-low', ['energy']],
  ['pack-fire', ['energy']],
  ['tail-rotor-fails', ['rotor']],
  ['launch-fails', ['launch']],
  ['cannot-release', ['launch']],
]);

/** What was found weighs more than what was worked on. */
const FOUND = 4;
const WORKED = 1;

/** Whether a part of the aircraft lies within what a card is led to by. Example: engine.left.fuel.lines lies within engine.*.fuel. */
const liesWithin = (path: string, of: string): boolean => {
  const [parts, wanted] = [path.split('.'), of.split('.')];
  return (
    parts.length >= wanted.length &&
    wanted.every(
      (w, i) => w === '*' || w === parts[i] || parts[i] === '*' || (parts[i] ?? '').startsWith('{'),
    )
  );
};

export interface LikelyEmergency {
  readonly card: CardOfAircraft;
  /** Parts that lead to it: those that were found wanting, then those that were worked on; none: it is always likely. */
  readonly by: readonly string[];
}

/**
 * The emergencies that are likeliest on this flight, by what was found and what was worked on: each part counts for the cards that it leads to, what
 * was found four times as much, and the more closely the card names it. Where nothing says more, the order of the list counts, which begins with what happens most.
 * Units: none. Errors: none; fewer cards than asked for are fewer.
 * Example: governors replaced and a plug found dead: the propeller that runs away is among them, after the engine that stops.
 */
export function likelyEmergencies(
  cards: readonly CardOfAircraft[],
  worked: readonly string[],
  found: readonly string[],
  most = 3,
): readonly LikelyEmergency[] {
  return cards
    .map((card, i) => {
      const leads = LEADS_TO.get(card.id) ?? [];
      /** How closely a part leads to the card: by as much of its name as that had to say; nothing where it does not. */
      const closely = (path: string): number =>
        Math.max(0, ...leads.filter((l) => liesWithin(path, l)).map((l) => l.split('.').length));
      const of = (paths: readonly string[]) => [...new Set(paths)].filter((p) => closely(p) > 0);
      const [wanting, touched] = [of(found), of(worked)];
      const weigh = (paths: readonly string[]): number => paths.reduce((sum, p) => sum + closely(p), 0);
      return {
        card,
        by: [...new Set([...wanting, ...touched])],
        weight: FOUND * weigh(wanting) + WORKED * weigh(touched),
        place: i,
      };
    })
    .sort((a, b) => b.weight - a.weight || a.place - b.place)
    .slice(0, most)
    .map(({ card, by }) => ({ card, by }));
}

/** Every card that something leads to, for a test of the lists that ship. */
export const CARDS_LED_TO: readonly string[] = [...LEADS_TO.keys()];
