import {
  ownMember,
  CHECK_DEFAULTS,
  err,
  FAMILIES,
  ok,
  overlaps,
  inStationOrder,
  knowsSystem,
  makeSentences,
  packProblems,
  systemOf,
  withCheckDefaults,
  type Check,
  type GateCondition,
  type Pack,
  type Result,
  type StateDefinition,
  type StationId,
  type SystemTree,
} from '@kanzel/core';
import { parseLibraryFile } from './parse.ts';
import { asProven, type ParsedFile } from './parsed-file.ts';
import type { FileProblem } from './problem.ts';
import { laidAtBuild } from './laid-at-build.ts';
import { reopeningGaps } from './reopening.ts';

interface RawModule {
  readonly id: string;
  readonly title: string;
  readonly checks: readonly Partial<Check>[];
}

interface RawPack {
  readonly id: string;
  readonly revision: number;
  readonly title: string;
  readonly families: readonly string[];
  readonly independentInspection?: readonly string[];
  readonly ownWork?: { readonly hours: number };
  readonly demands?: Pack['demands'];
  /** Written out, from format version 2. */
  readonly checks?: readonly Partial<Check>[];
  readonly modules?: readonly {
    readonly use: string;
    readonly omit?: readonly string[];
    readonly override?: Readonly<Record<string, Partial<Check>>>;
  }[];
  readonly states: readonly StateDefinition[];
  readonly gates: readonly {
    readonly id: string;
    readonly title: string;
    readonly before: StationId;
    readonly conditions: readonly (GateCondition & { overridable?: boolean })[];
  }[];
}

/** An overridden check has to pass the schema of a check again, not only the original. */
function validateOverridden(check: Record<string, unknown>, file: string): readonly FileProblem[] {
  const probe = parseLibraryFile(
    file,
    JSON.stringify({ format: 'kanzel-module', version: 1, id: 'probe', title: 'Probe', checks: [check] }),
  );
  return probe.ok ? [] : probe.error;
}

function composeModule(
  raw: RawPack,
  at: number,
  modules: ReadonlyMap<string, ParsedFile>,
  pack: ParsedFile,
  problems: FileProblem[],
): Check[] {
  const use = raw.modules?.[at];
  const found = use ? modules.get(use.use) : undefined;
  if (!use || !found) {
    problems.push(pack.problem(['modules', at, 'use'], `there is no module "${use?.use ?? ''}"`));
    return [];
  }
  const source = asProven<RawModule>(found);
  const ids = new Set(source.checks.map((c) => c.id));
  for (const id of [...(use.omit ?? []), ...Object.keys(use.override ?? {})]) {
    if (!ids.has(id))
      problems.push(pack.problem(['modules', at], `module "${use.use}" has no check "${id}"`));
  }
  return source.checks
    .filter((c) => !use.omit?.includes(c.id ?? ''))
    .map((c) => {
      const change = ownMember(use.override, c.id ?? '');
      const merged = { ...c, ...change };
      if (change)
        problems.push(
          ...validateOverridden(merged, pack.file).map((p) =>
            pack.problem(
              ['modules', at, 'override', c.id ?? ''],
              `${p.place.replace('checks[0]', 'check')} ${p.message}`,
            ),
          ),
        );
      return withCheckDefaults({ ...merged, module: source.id });
    });
}

/**
 * Composes a pack from its modules: leaves out, overrides, orders by station and then as listed, and checks
 * every reference. All problems at once, each with file, line and path; nothing is compiled in part.
 */
export function compilePack(
  pack: ParsedFile,
  modules: ReadonlyMap<string, ParsedFile>,
  systems?: SystemTree,
): Result<Pack, readonly FileProblem[]> {
  const raw = asProven<RawPack>(pack);
  const problems: FileProblem[] = [];
  const written = raw.checks?.map((c) => withCheckDefaults(c));
  const composed =
    written ?? (raw.modules ?? []).flatMap((_, i) => composeModule(raw, i, modules, pack, problems));
  const gates = raw.gates.map((g) => ({
    ...g,
    conditions: g.conditions.map((c) => ({ ...c, overridable: c.overridable ?? false })),
  }));
  const compiled: Pack = {
    id: raw.id,
    revision: raw.revision,
    title: raw.title,
    families: raw.families,
    states: raw.states,
    gates,
    independentInspection: raw.independentInspection ?? [],
    ...(raw.ownWork ? { ownWork: raw.ownWork } : {}),
    ...(raw.demands ? { demands: raw.demands } : {}),
    checks: inStationOrder(composed),
  };
  const { say } = makeSentences({ part: String, subject: String, thing: String });
  for (const { check, reason } of packProblems(compiled)) {
    const at = raw.checks?.findIndex((c) => c.id === check) ?? -1;
    problems.push(pack.problem(at >= 0 ? ['checks', at] : [raw.checks ? 'checks' : 'modules'], say(reason)));
  }
  if (systems) problems.push(...unknownSystems(compiled, raw, systems, pack));
  // What is asked of the graph makes sense only where every name in it is known.
  if (systems && problems.length === 0) problems.push(...missedByWork(compiled, raw, systems, pack));
  return problems.length > 0 ? err(problems) : ok(compiled);
}

/** Names of systems that the tree does not know, and inspections asked for what no check proves. */
function unknownSystems(pack: Pack, raw: RawPack, systems: SystemTree, file: ParsedFile): FileProblem[] {
  const problems: FileProblem[] = [];
  for (const check of pack.checks)
    for (const name of check.proves)
      if (!knowsSystem(systems, name)) {
        const at = raw.checks?.findIndex((c) => c.id === check.id) ?? -1;
        problems.push(
          file.problem(
            at >= 0 ? ['checks', at, 'proves'] : ['modules'],
            `check "${check.id}" proves "${name}", which is no system of the tree of systems`,
          ),
        );
      }
  pack.independentInspection.forEach((name, i) => {
    if (!knowsSystem(systems, name))
      problems.push(file.problem(['independentInspection', i], `no system is called "${name}"`));
    else if (!pack.checks.some((c) => c.proves.some((p) => overlaps(systemOf(p, '*'), name))))
      problems.push(file.problem(['independentInspection', i], `no check of this pack proves "${name}"`));
  });
  return problems;
}

/** Components whose work would re-open nothing, and checks that no work would re-open, as problems of the file. */
function missedByWork(pack: Pack, raw: RawPack, systems: SystemTree, file: ParsedFile): FileProblem[] {
  if (laidAtBuild().isWhole(pack, systems)) return [];
  return reopeningGaps(pack, systems).map((gap) => {
    const on = FAMILIES[gap.family].toLowerCase();
    if (gap.kind === 'idle')
      return file.problem(
        [raw.checks ? 'checks' : 'modules'],
        `"${gap.component.title}" (${gap.component.touches.join(', ')}) replaced re-opens no check of this pack ` +
          `(${on}); a check has to prove it`,
      );
    const at = raw.checks?.findIndex((c) => c.id === gap.check) ?? -1;
    return file.problem(
      at >= 0 ? ['checks', at, 'proves'] : ['modules'],
      `no work re-opens check "${gap.check}" (${on}); it has to prove a system that work touches, or one that is ` +
        `looked at every time`,
    );
  });
}

/**
 * A pack as a file that depends on no module: what an installation publishes and what is exported. Members that
 * have their usual value are left out. Compiling it gives the same pack again.
 */
export function documentOfPack(pack: Pack): Record<string, unknown> {
  const usual = new Map(Object.entries(CHECK_DEFAULTS).map(([k, v]) => [k, JSON.stringify(v)]));
  return {
    format: 'kanzel-pack',
    version: 2,
    id: pack.id,
    revision: pack.revision,
    title: pack.title,
    families: pack.families,
    independentInspection: pack.independentInspection,
    ...(pack.ownWork ? { ownWork: pack.ownWork } : {}),
    ...(pack.demands ? { demands: pack.demands } : {}),
    states: pack.states,
    gates: pack.gates,
    checks: pack.checks.map((check) =>
      Object.fromEntries(Object.entries(check).filter(([k, v]) => usual.get(k) !== JSON.stringify(v))),
    ),
  };
}
