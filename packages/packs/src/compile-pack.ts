import {
  err,
  ok,
  STATIONS,
  WHOLE_AIRCRAFT,
  type Check,
  type GateCondition,
  type Pack,
  type Result,
  type StateDefinition,
  type StationId,
} from '@kanzel/core';
import { parseLibraryFile, type ParsedFile } from './parse.ts';
import type { FileProblem } from './problem.ts';

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
  readonly modules: readonly {
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

const CHECK_DEFAULTS = {
  cautions: [],
  subject: WHOLE_AIRCRAFT,
  needs: {},
  sets: {},
  limits: [],
  after: [],
  standsOn: [],
  proves: [],
  secondPerson: false,
  notApplicable: true,
} as const;

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
  const use = raw.modules[at];
  const found = use ? modules.get(use.use) : undefined;
  if (!use || !found) {
    problems.push(pack.problem(['modules', at, 'use'], `there is no module "${use?.use ?? ''}"`));
    return [];
  }
  const source = found.value as unknown as RawModule;
  const ids = new Set(source.checks.map((c) => c.id));
  for (const id of [...(use.omit ?? []), ...Object.keys(use.override ?? {})]) {
    if (!ids.has(id))
      problems.push(pack.problem(['modules', at], `module "${use.use}" has no check "${id}"`));
  }
  return source.checks
    .filter((c) => !use.omit?.includes(c.id ?? ''))
    .map((c) => {
      const change = use.override?.[c.id ?? ''];
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
      return { ...CHECK_DEFAULTS, ...merged, module: source.id } as Check;
    });
}

/** References that must resolve inside the pack, and the order that must be workable as written. */
function crossCheck(pack: ParsedFile, raw: RawPack, checks: readonly Check[]): FileProblem[] {
  const problems: FileProblem[] = [];
  const say = (message: string): void => void problems.push(pack.problem(['modules'], message));
  const place = new Map(checks.map((c, i) => [c.id, i]));
  const states = new Map(raw.states.map((s) => [s.name, s]));
  checks.forEach((check, i) => {
    if (place.get(check.id) !== i) say(`check "${check.id}" is there twice`);
    const computed = check.answer.kind === 'computed' ? check.answer.from : [];
    for (const id of [...check.after, ...check.standsOn, ...computed]) {
      const before = place.get(id);
      if (before === undefined) say(`check "${check.id}" refers to "${id}", which is not in the pack`);
      else if (before >= i) say(`check "${check.id}" comes before "${id}", which it waits for`);
    }
    for (const [name, value] of [...Object.entries(check.needs), ...Object.entries(check.sets)]) {
      const state = states.get(name);
      if (!state) say(`check "${check.id}" names the state "${name}", which the pack does not define`);
      else if (!state.values.includes(value))
        say(`check "${check.id}" wants ${name} "${value}"; it can be ${state.values.join(', ')}`);
    }
    for (const [name, value] of Object.entries(check.needs)) {
      const initial = states.get(name)?.initial === value;
      const settable = checks.slice(0, i).some((c) => c.sets[name] === value);
      if (!initial && !settable)
        say(`check "${check.id}" needs ${name} "${value}", and nothing before it sets that`);
    }
    for (const ends of [check.validity?.endsWhen, check.validity?.until])
      if (ends && !states.get(ends.state)?.values.includes(ends.becomes))
        say(`check "${check.id}" is valid until ${ends.state} becomes "${ends.becomes}", which it cannot`);
    if ('plausible' in check.answer && !(check.answer.plausible.low < check.answer.plausible.high))
      say(`check "${check.id}": the gauge must run from low to high`);
    if (check.proves.some((p) => p.includes('{engine}')) && check.subject !== 'engine')
      say(`check "${check.id}" proves systems of an engine without being done per engine`);
  });
  for (const state of raw.states) {
    if (!state.values.includes(state.initial))
      problems.push(pack.problem(['states'], `state "${state.name}" cannot begin as "${state.initial}"`));
  }
  return problems;
}

/**
 * Composes a pack from its modules: leaves out, overrides, orders by station and then as listed, and checks
 * every reference. All problems at once, each with file, line and path; nothing is compiled in part.
 */
export function compilePack(
  pack: ParsedFile,
  modules: ReadonlyMap<string, ParsedFile>,
): Result<Pack, readonly FileProblem[]> {
  const raw = pack.value as unknown as RawPack;
  const problems: FileProblem[] = [];
  const composed = raw.modules.flatMap((_, i) => composeModule(raw, i, modules, pack, problems));
  const checks = STATIONS.flatMap((station) => composed.filter((c) => c.station === station));
  problems.push(...crossCheck(pack, raw, checks));
  if (problems.length > 0) return err(problems);
  const gates = raw.gates.map((g) => ({
    ...g,
    conditions: g.conditions.map((c) => ({ ...c, overridable: c.overridable ?? false })),
  }));
  return ok({
    id: raw.id,
    revision: raw.revision,
    title: raw.title,
    families: raw.families,
    states: raw.states,
    gates,
    independentInspection: raw.independentInspection ?? [],
    checks,
  });
}
