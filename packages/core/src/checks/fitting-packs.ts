/** A pack as a list shows it. */
interface ListedPack {
  readonly id: string;
  readonly families: readonly string[];
  readonly checks: number;
}

/**
 * The packs that serve a family, the one that fits best first: made for it before those that serve it too, for few
 * families before for many, whole before in part.
 * Example: for a multirotor the pack that serves multirotors alone comes before one for everything that is electric.
 */
export function fittingPacks<P extends ListedPack>(packs: readonly P[], family: string): readonly P[] {
  return packs
    .filter((p) => p.families.includes(family))
    .sort(
      (a, b) =>
        Number(b.families[0] === family) - Number(a.families[0] === family) ||
        a.families.length - b.families.length ||
        b.checks - a.checks,
    );
}
