import { frameOf, wingAt } from './plan-frame.ts';
import { planOf } from './plan.ts';
import type { Point, Zone } from './plan-types.ts';
import { ownMember } from '../own-member.ts';
import type { Layout } from './types.ts';

/** Part of an aircraft that somebody goes to: what is drawn of it, and where one stands to look at it. */
export interface Area {
  readonly id: string;
  readonly title: string;
  /** Where one stands, in metres on the plan (x to the right, y aft); several when one goes round it. */
  readonly at: readonly Point[];
  /** What of the plan it is; none when it is a place and not a part. */
  readonly zones: readonly string[];
  /** Worked with clean hands: seats, panel, papers. */
  readonly clean: boolean;
}

const middleOf = ({ outline }: Zone): Point => {
  if (outline.kind === 'circle') return outline.centre;
  const sum = outline.points.reduce<Point>(([x, y], [a, b]) => [x + a, y + b], [0, 0]);
  return [sum[0] / outline.points.length, sum[1] / outline.points.length];
};

const ON_THE_WING: readonly string[] = ['aileron', 'flap', 'elevon', 'flaperon', 'spoiler', 'airbrake'];
const ON_THE_TAIL: readonly string[] = ['elevator', 'rudder', 'ruddervator', 'trim-tab'];

function wingAreas(layout: Layout, zones: readonly Zone[]): Area[] {
  if (layout.wing === 'none') return [];
  const f = frameOf(layout);
  const { lead, trail, x } = wingAt(f, 0.55);
  return (['left', 'right'] as const).map((side) => ({
    id: `wing-${side}`,
    title: `${side === 'left' ? 'Left' : 'Right'} wing`,
    at: [[side === 'left' ? -x : x, (lead + trail) / 2]],
    zones: [
      ...zones.filter((z) => z.id === `wing-${side}` || z.id === `lower-wing-${side}`),
      ...layout.surfaces.filter((s) => s.side === side && ON_THE_WING.includes(s.kind)),
    ].map((z) => z.id),
    clean: false,
  }));
}

function tailAreas(layout: Layout, zones: readonly Zone[]): Area[] {
  const surfaces = layout.surfaces.filter((s) => ON_THE_TAIL.includes(s.kind));
  const rotors = layout.propulsors.filter((p) => p.kind === 'tail-rotor');
  if (layout.tail === 'none' && surfaces.length + rotors.length === 0) return [];
  const f = frameOf(layout);
  return [
    {
      id: 'tail',
      title: 'Tail',
      at: [[0, f.tailTop + f.tailChord / 2]],
      zones: [...zones.filter((z) => z.id.startsWith('tail-')), ...surfaces, ...rotors].map((z) => z.id),
      clean: false,
    },
  ];
}

/**
 * The areas of an aircraft that a walk leads to, out of its layout: every engine, motor and rotor, wings, fuselage or
 * body, nose, cockpit, tail, gear, every tank and pack, and the two that are no part of it: all round it, and beside it.
 * Example: a sailplane without an engine has two wings, fuselage, nose, cockpit, tail and gear.
 */
export function areasOf(layout: Layout): readonly Area[] {
  const f = frameOf(layout);
  const { zones } = planOf(layout);
  const winged = layout.wing !== 'none';
  const drawn = (ids: (z: Zone) => boolean): readonly string[] => zones.filter(ids).map((z) => z.id);
  const gear = zones.filter((z) => z.kind === 'gear');
  const ofOne = (list: readonly { readonly id: string }[]): Area[] =>
    list.flatMap(({ id }) =>
      zones
        .filter((z) => z.id === id)
        .map((z) => ({ id, title: z.title, at: [middleOf(z)], zones: [id], clean: false })),
    );
  return [
    ...ofOne(layout.propulsors),
    ...wingAreas(layout, zones),
    {
      id: 'fuselage',
      title: winged || layout.tail !== 'none' ? 'Fuselage' : 'Body',
      at: [[0, winged ? (f.root + f.chord + f.tailTop) / 2 : f.length / 2]],
      zones: drawn((z) => z.id === 'fuselage' || z.id === 'body' || z.id.startsWith('boom-')),
      clean: false,
    },
    { id: 'nose', title: 'Nose', at: [[0, f.length * 0.05]], zones: [], clean: false },
    {
      id: 'cockpit',
      title: 'Cockpit',
      at: [[0, winged ? f.root + f.chord * 0.2 : f.length * 0.3]],
      zones: [],
      clean: true,
    },
    ...tailAreas(layout, zones),
    ...(gear.length > 0
      ? [{ id: 'gear', title: 'Gear', at: gear.map(middleOf), zones: gear.map((z) => z.id), clean: false }]
      : []),
    ...ofOne(layout.stores),
    {
      id: 'round',
      title: 'All round',
      at: [
        [0, -0.12 * f.length],
        [f.half * 1.08, f.length * 0.45],
        [0, f.length * 1.1],
        [-f.half * 1.08, f.length * 0.45],
      ],
      zones: [],
      clean: false,
    },
    { id: 'beside', title: 'Beside the aircraft', at: [[-f.half, -0.06 * f.length]], zones: [], clean: true },
  ];
}

type Choose = (area: Area, layout: Layout) => boolean;

const propulsorsOf =
  (wanted: (kind: string) => boolean): Choose =>
  (area, layout) =>
    layout.propulsors.some((p) => p.id === area.id && wanted(p.kind));
const storesOf =
  (kind: 'tank' | 'pack'): Choose =>
  (area, layout) =>
    layout.stores.some((s) => s.id === area.id && s.kind === kind);
const named =
  (...ids: readonly string[]): Choose =>
  (area) =>
    ids.includes(area.id);

const engines = propulsorsOf((kind) => kind !== 'main-rotor' && kind !== 'tail-rotor');
const rotors = propulsorsOf((kind) => kind === 'main-rotor');
const wings = named('wing-left', 'wing-right');

/** The words by which a check says where it is done. Two words together come before each of them alone. */
const WORDS: Readonly<Record<string, { readonly title: string; readonly choose: Choose }>> = {
  'tail rotor': { title: 'Tail', choose: named('tail') },
  'engine bay': { title: 'Engine or motor', choose: engines },
  'ground station': { title: 'Beside the aircraft', choose: named('beside') },
  ...Object.fromEntries(
    (
      [
        ['Engine or motor', engines, 'engine engines cowling cowlings firewall propeller propellers drive'],
        ['Engine or motor', engines, 'duct gearbox carburettor motor motors arm arms booms'],
        ['Rotor', rotors, 'mast rotor'],
        ['Wings', wings, 'wing wings tip tips winglets'],
        ['Tail', named('tail'), 'tail boom'],
        ['Wings and tail', named('wing-left', 'wing-right', 'tail'), 'surfaces'],
        ['Fuselage', named('fuselage'), 'fuselage frame body belly bay bays reservoir'],
        ['Cockpit', named('cockpit'), 'cockpit panel cabin seat seats'],
        ['Gear', named('gear'), 'gear wheel wheels leg legs skid skids below'],
        ['Nose', named('nose'), 'nose'],
        ['Tank', storesOf('tank'), 'tank tanks'],
        ['Pack', storesOf('pack'), 'pack packs'],
        ['All round', named('round'), 'outside aircraft model airframe'],
        ['Beside the aircraft', named('beside'), 'bench desk transmitter'],
      ] as const
    ).flatMap(([title, choose, words]) => words.split(' ').map((word) => [word, { title, choose }])),
  ),
};

const SIDES = ['left', 'right'] as const;

/** Where a check is done, on one aircraft. */
export interface Named {
  /** In the order of `areasOf`; never empty. */
  readonly areas: readonly Area[];
  /** Titles of what was named and is not on this aircraft. */
  readonly missing: readonly string[];
}

/**
 * The areas that are meant by the words in which a check says where it is done. What says nothing that is known, or
 * names only what this aircraft has not, is looked for all round it.
 * Example: "left wing root" is the left wing; "fuselage, wings" is three areas of an aeroplane; on a multirotor it is the body, and the wings are missing.
 */
export function areasNamed(where: string, layout: Layout): Named {
  const all = areasOf(layout);
  const words = where.toLowerCase().split(/[^a-z]+/);
  const heard = words.flatMap((word, i) => {
    const two = ownMember(WORDS, `${word} ${words[i + 1] ?? ''}`);
    const before = ownMember(WORDS, `${words[i - 1] ?? ''} ${word}`);
    const one = before ? undefined : (two ?? ownMember(WORDS, word));
    return one ? [one] : [];
  });
  const found = heard.map(({ title, choose }) => ({ title, areas: all.filter((a) => choose(a, layout)) }));
  // "Left wing root" is one of two; what has no side of its own stays whatever side is said.
  const sides = SIDES.filter((side) => words.includes(side));
  const isMeant = (area: Area): boolean =>
    sides.length !== 1 ||
    SIDES.every((side) => sides.includes(side) || !area.title.toLowerCase().includes(side));
  const sided = found.map((f) => ({ ...f, areas: f.areas.filter(isMeant) }));
  const ids = new Set(sided.flatMap((f) => f.areas.map((a) => a.id)));
  return {
    areas: all.filter((a) => (ids.size === 0 ? a.id === 'round' : ids.has(a.id))),
    missing: [...new Set(sided.filter((f) => f.areas.length === 0).map((f) => f.title))],
  };
}
