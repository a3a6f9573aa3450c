import { randomFrom } from '../planning/search.ts';
import type { Job, ScheduleProblem } from '../planning/schedule.ts';

/** Shapes of generated problems: what it is that holds the work up. */
export const INSTANCE_SHAPES = ['people', 'places', 'chains', 'layers', 'mixed', 'days'] as const;
export type InstanceShape = (typeof INSTANCE_SHAPES)[number];

interface Size {
  readonly jobs: number;
  readonly people: number;
  readonly places: number;
}

const SKILLS: Readonly<Record<InstanceShape, number>> = {
  people: 0.75,
  places: 0.9,
  chains: 0.9,
  layers: 0.75,
  mixed: 0.6,
  days: 0.75,
};

/**
 * A problem made from a seed, for tests and for timing: `people` is short of hands, `places` of room, `chains` and
 * `layers` of what may be done at once, `mixed` asks for two people here and there, `days` is broken by nights and
 * absences. The same seed gives the same problem.
 */
export function makeInstance(shape: InstanceShape, seed: number, size: Size): ScheduleProblem {
  const random = randomFrom(seed * 7919 + INSTANCE_SHAPES.indexOf(shape));
  const whole = (from: number, to: number): number => from + Math.floor(random() * (to - from + 1));
  const people = Array.from({ length: size.people }, (_, i) => `p${i}`);
  const places = Array.from({ length: size.places }, (_, i) => `place${i}`);
  const able = (): string[] => {
    const list = people.filter(() => random() < SKILLS[shape]);
    return list.length > 0 ? list : [people[whole(0, size.people - 1)] as string];
  };
  const chains = shape === 'chains' ? 6 : 0;
  const layer = shape === 'layers' ? 12 : 0;
  const jobs = Array.from({ length: size.jobs }, (_, i): Job => {
    const links: { job: string }[] = [];
    if (chains > 0 && i >= chains) links.push({ job: `j${i - chains}` });
    else if (layer > 0 && i >= layer) {
      const base = Math.floor(i / layer) * layer - layer;
      for (let k = 0; k < 2; k += 1) links.push({ job: `j${whole(base, base + layer - 1)}` });
    } else if (i > 4) for (let k = 0; k < whole(0, 2); k += 1) links.push({ job: `j${whole(0, i - 1)}` });
    const two = random() < (shape === 'mixed' ? 0.2 : 0.05);
    const needsPlace = random() < (shape === 'places' ? 0.9 : 0.4);
    return {
      id: `j${i}`,
      minutes: whole(2, shape === 'people' ? 30 : 20),
      crew: two && size.people > 1 ? [able(), [...people]] : [able()],
      uses: needsPlace && size.places > 0 ? [places[whole(0, size.places - 1)] as string] : [],
      links: [...new Map(links.map((l) => [l.job, l])).values()],
      ...(shape === 'days'
        ? { windows: Array.from({ length: 30 }, (_, d) => ({ from: d * 1440, to: d * 1440 + 600 })) }
        : {}),
    };
  });
  return {
    jobs,
    people: people.map((id) => ({
      id,
      away: shape === 'days' && random() < 0.5 ? [{ from: 120, to: 300 }] : [],
    })),
    resources: places.map((id) => ({ id, atOnce: 1, away: [] })),
  };
}
