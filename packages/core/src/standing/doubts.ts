import type { BasisIndex } from '../checks/basis-index.ts';
import type { CampaignState } from '../record/state.ts';
import { reason, type Reason } from '../reasons/reason.ts';
import { overlaps } from '../systems/overlap.ts';
import type { CampaignStatus } from './derive.ts';
import { systemsOfFinding } from './findings.ts';
import type { Mark } from './status.ts';
import { stirredUp } from './stirred-up.ts';

/** Something about the aircraft that nobody knows yet, and what of the flight would settle it. */
export interface OpenDoubt {
  /** What is in doubt. */
  readonly says: Reason;
  /** Where it is looked at. */
  readonly from: { readonly check: string } | { readonly finding: string };
  /** Steps of the flight, not proven yet, that prove something of the same systems. Empty: nothing in the air settles it. */
  readonly settledBy: readonly string[];
}

const DOUBTED: ReadonlyMap<Mark, string> = new Map([
  ['near', 'doubtNear'],
  ['unknown', 'doubtUnknown'],
  ['out', 'doubtOut'],
]);

/**
 * The open doubts of the day, those that a step of this flight would settle first: findings that nobody has closed; results before the flight that are
 * near their limits, out of them or not conclusive; and what samples had stirred up. A doubt is settled by flight steps that are not
 * proven yet and that prove a system which the doubt is about, or a part of it.
 *
 * Boundary: findings told to be one with another speak through that other; a finding that says of no system what it is about is settled by
 * nothing that could be named. Errors: none. Source: "the open doubts of the day with what would settle each".
 * Example: a flow test near its limit that proves "fuel.left.flow", and a step of the flight that proves "fuel.left.flow": that step.
 */
export function openDoubts(
  state: CampaignState,
  index: BasisIndex,
  status: Pick<CampaignStatus, 'stations' | 'parts'>,
): readonly OpenDoubt[] {
  const unflown = (status.stations.find((s) => s.station === 'flight')?.checks ?? []).filter(
    (c) => !c.proven,
  );
  const settling = (systems: readonly string[]): readonly string[] =>
    unflown
      .filter(({ check }) =>
        (index.partsOfCheck.get(check.id) ?? []).some((p) =>
          p.proves.some((proven) => systems.some((s) => overlaps(s, proven))),
        ),
      )
      .map(({ check }) => check.id);
  const findings = [...state.findings.values()].flatMap((f): readonly OpenDoubt[] => {
    if (f.closed || f.merged) return [];
    const { finding, title } = f.raised;
    return [
      {
        says: reason('doubtFinding', { title }),
        from: { finding },
        settledBy: settling(systemsOfFinding(state, f)),
      },
    ];
  });
  const results = status.stations
    .filter((s) => s.station !== 'flight' && s.station !== 'debrief')
    .flatMap((s) => s.checks)
    .flatMap(({ check, parts }) =>
      parts.flatMap((part): readonly OpenDoubt[] => {
        const code = part.answer && DOUBTED.get(part.mark);
        if (code === undefined) return [];
        return [
          {
            says: reason(code, { part: part.key }),
            from: { check: check.id },
            settledBy: settling(index.parts.get(part.key)?.proves ?? []),
          },
        ];
      }),
    );
  const stirred = stirredUp(state, index).map((s): OpenDoubt => ({
    says: reason('landStirred', { drain: s.drain, seen: s.seen }),
    from: { check: index.parts.get(s.key)?.check.id ?? '' },
    settledBy: [],
  }));
  return [...findings, ...results, ...stirred].sort(
    (a, b) => Number(b.settledBy.length > 0) - Number(a.settledBy.length > 0),
  );
}
