import fc from 'fast-check';
import {
  componentsOf,
  everyName,
  FAMILY_IDS,
  indexBasis,
  isEveryTime,
  knowsSystem,
  layoutFor,
  overlaps,
  proposeScope,
  reachOfWork,
  systemsOf,
  WORK_ACTIONS,
  type Aircraft,
  type Basis,
  type BasisIndex,
  type Family,
  type Pack,
  type SystemNode,
  type SystemTree,
  type WorkAction,
} from '@kanzel/core';
import { readdirSync, readFileSync } from 'node:fs';
import {
  BUILT_IN_LIBRARY,
  compileDocument,
  consequencesTables,
  describeProblem,
  documentOfPack,
  loadLibrary,
  parseLibraryFile,
  readLibraryFolder,
} from './index.ts';
import './testing/laid.ts';
import { SUITABLE } from './testing/suitable.ts';

const library = loadLibrary(readLibraryFolder(BUILT_IN_LIBRARY));
const tree = library.systems as SystemTree;
const packs = [...library.packs.values()];
const familiesOf = (pack: Pack): Family[] => FAMILY_IDS.filter((f) => pack.families.includes(f));

function indexFor(pack: Pack, family: Family): BasisIndex {
  const limitBook = library.limitBooks.get(SUITABLE[pack.id]?.book ?? '');
  if (!limitBook) throw new Error(`No book for ${pack.id}`);
  const aircraft: Aircraft = {
    mark: 'QX-TST',
    type: 'Testbed',
    description: 'for tests',
    family,
    serial: '1',
    engines: layoutFor(family)
      .propulsors.filter((p) => p.driven !== true)
      .map(({ id, title, cylinders, kind }) => ({ id, title, cylinders, kind })),
    configuration: { code: 'A', title: 'as built' },
    hours: 1,
    limitBook: limitBook.id,
    pack: pack.id,
    instruments: [],
  };
  const basis: Basis = { pack, limitBook, aircraft, systems: tree };
  const index = indexBasis(basis);
  if (!index.ok) throw new Error(JSON.stringify(index.error));
  return index.value;
}

/**
 * The tree read a second time, by whole names and nothing else: every name spelled out, with the ids that there are.
 */
interface Spelled {
  readonly name: string;
  readonly thing: string | undefined;
  readonly node: SystemNode;
}
function spell(index: BasisIndex): readonly Spelled[] {
  const all: Spelled[] = [];
  const down = (node: SystemNode, name: string, thing: string | undefined): void => {
    all.push({ name, thing, node });
    for (const part of node.parts ?? []) below(part, name, thing);
  };
  const below = (node: SystemNode, above: string, thing: string | undefined): void => {
    const name = above === '' ? node.name : `${above}.${node.name}`;
    const { each } = node;
    if (!each) {
      down(node, name, thing);
      return;
    }
    all.push({ name, thing, node: { name: node.name, title: node.title } });
    for (const e of index.basis.aircraft.engines)
      if (e.kind && each.propulsors?.includes(e.kind)) down(node, `${name}.${e.id}`, e.id);
  };
  for (const node of tree.systems) below(node, '', undefined);
  return all;
}
const patterns = new Map<string, RegExp>();
const asPattern = (name: string): RegExp => {
  const pattern =
    patterns.get(name) ?? new RegExp(`^${name.replaceAll('.', '\\.').replaceAll('*', '[^.]+')}$`);
  patterns.set(name, pattern);
  return pattern;
};
/** What a name stands for: every system that is spelled out as it, or inside it. Looked up once for each name. */
function under(all: readonly Spelled[]): (name: string) => ReadonlySet<string> {
  const known = new Map<string, ReadonlySet<string>>();
  return (name) => {
    const pattern = asPattern(name);
    const found =
      known.get(name) ??
      new Set(
        all
          .map((s) => s.name)
          .filter((s) => s.split('.').some((_, i, steps) => pattern.test(steps.slice(0, i + 1).join('.')))),
      );
    known.set(name, found);
    return found;
  };
}

/** Whether no tool goes to the aircraft for a system: papers, what is set through a plug, what stands on the ground. */
function withoutTools(all: readonly Spelled[], name: string): boolean {
  const above = all.filter((s) => name === s.name || name.startsWith(`${s.name}.`));
  const [nearest] = above
    .filter(({ node }) => node.tools !== undefined)
    .sort((a, b) => b.name.length - a.name.length);
  return nearest ? nearest.node.tools === false : above.some(({ node }) => node.everyTime === true);
}

/** As components are called: what no tool goes to the aircraft for. */
const NO_TOOLS =
  /^(?!generator).*pack$|^mass or balance$|^water ballast$|firmware|software|parameters|failsafe|transmitter|ground station|release hooks/i;
/** Behind a panel, a hatch or a skin; and what has nothing but its own cowling, or none. */
const INSIDE =
  /^(left |right )?(aileron|elevator|rudder|elevon|flaps?$)|servo|^autopilot$|^stabiliser$|^receiver$|^wiring$|looms/i;
const AT_THE_ENGINE = /ignition|cylinders|governor$|carburettor|propeller$|^wheels$|^tyres$|motor \d$/i;

/** What work reaches, from the spelled-out tree alone. */
function foretold(all: readonly Spelled[], touched: string, action: WorkAction): string[] {
  const exchanged = action === 'replaced' || action === 'repaired';
  const itself = all.filter(({ name }) => asPattern(touched).test(name));
  const only = action === 'adjusted' || action === 'updated' ? itself[0]?.node.adjusting : undefined;
  const found = [...(only ?? [touched])];
  if (action === 're-weighed') return found;
  // Whoever had tools at the aircraft may have left one there.
  if (action !== 'updated' && itself.some(({ name }) => !withoutTools(all, name)))
    found.push('structure.loose-objects.counted');
  for (const top of itself)
    for (const { name, thing, node } of all)
      if (name === top.name || (!only && name.startsWith(`${top.name}.`)))
        for (const reached of [...(node.disturbs ?? []), ...(exchanged ? (node.replacing ?? []) : [])])
          found.push(reached.replaceAll('{this}', top.thing ?? thing ?? '*'));
  return found;
}

test('every name that the tree gives, that a check proves or that an inspection asks for is a system', () => {
  const names = packs.flatMap((p) => [...p.independentInspection, ...p.checks.flatMap((c) => c.proves)]);
  expect([...new Set(names)].filter((n) => !knowsSystem(tree, n))).toEqual([]);
  expect(knowsSystem(tree, 'aileron')).toBe(false);
  expect(knowsSystem(tree, 'controls.aileron.rims')).toBe(false);
});

describe.each(packs.flatMap((p) => familiesOf(p).map((f) => [p.id, f, p] as const)))(
  'pack %s on the layout of %s',
  (_id, family, pack) => {
    const index = indexFor(pack, family);
    const parts = [...index.parts.values()];
    const proves = [...new Set(parts.flatMap((p) => p.proves))];
    const components = componentsOf(tree, layoutFor(family), [], proves);

    test('work on any component re-opens a check that is not looked at every time anyway', () => {
      const idle = components.filter((c) => {
        const touched = reachOfWork(tree, c.touches, 'replaced');
        return !index
          .reachOf(touched)
          .map(({ part }) => index.parts.get(part))
          .some((part) => part?.check.turn !== 'last' && part?.proves.some((p) => !isEveryTime(tree, p)));
      });
      expect(idle.map((c) => `${c.title}: ${c.touches.join()}`)).toEqual([]);
    });

    test('every check is re-opened by work on some component, or is looked at every time', () => {
      const reached = new Set(
        components.flatMap((c) =>
          index.reachOf(reachOfWork(tree, c.touches, 'replaced')).map(({ part }) => part),
        ),
      );
      const deaf = parts.filter(
        (p) => !reached.has(p.key) && !(p.proves.length > 0 && p.proves.every((s) => isEveryTime(tree, s))),
      );
      expect(deaf.map((p) => `${p.key}: ${p.proves.join()}`)).toEqual([]);
    });

    test('whoever took tools to it counts them; an exchange behind a panel is searched for what fell; software is neither', () => {
      const looked = (action: WorkAction, c: (typeof components)[number]): readonly string[] => {
        const reached = index.reachOf(reachOfWork(tree, c.touches, action)).map(({ part }) => part);
        return parts.filter((p) => reached.includes(p.key)).flatMap((p) => p.proves);
      };
      const counted = 'structure.loose-objects.counted';
      const searched = 'structure.loose-objects.searched';
      for (const c of components) {
        const tools = !NO_TOOLS.test(c.title);
        for (const action of ['replaced', 'disconnected', 'adjusted'] as const)
          expect([c.title, action, looked(action, c).includes(counted)]).toEqual([c.title, action, tools]);
        if (!tools || INSIDE.test(c.title))
          expect([c.title, looked('updated', c).includes(counted)]).toEqual([c.title, false]);
        const fell = looked('replaced', c).filter((s) => s === searched).length;
        if (INSIDE.test(c.title)) expect([c.title, fell >= 2]).toEqual([c.title, true]);
        if (AT_THE_ENGINE.test(c.title)) expect([c.title, fell]).toEqual([c.title, 0]);
      }
    });

    test('no two components have one name', () => {
      const titles = components.map((c) => c.title.toLowerCase());
      expect(titles.filter((t, i) => titles.indexOf(t) !== i)).toEqual([]);
    });

    test('what any work re-opens is what the tree alone foretells (property)', () => {
      const all = spell(index);
      const inside = under(all);
      const shared = new Map<string, boolean>();
      const share = (one: string, other: string): boolean => {
        const key = `${one} ${other}`;
        const known = shared.get(key) ?? [...inside(one)].some((name) => inside(other).has(name));
        shared.set(key, known);
        return known;
      };
      const partsProving = new Map<string, string[]>();
      for (const p of parts)
        for (const s of p.proves) partsProving.set(s, [...(partsProving.get(s) ?? []), p.key]);
      const touchable = [...new Set([...components.flatMap((c) => c.touches), ...systemsOf(index)])];
      const request = { evidence: {}, added: [], leftOut: [] };
      fc.assert(
        fc.property(fc.constantFrom(...touchable), fc.constantFrom(...WORK_ACTIONS), (touched, action) => {
          const names = foretold(all, touched, action);
          const opened = new Set(
            [...partsProving].flatMap(([s, keys]) => (names.some((n) => share(s, n)) ? keys : [])),
          );
          // Whoever stands back last does it again, whatever was touched.
          for (const p of parts) if (p.check.turn === 'last') opened.add(p.key);
          for (let grew = true; grew;) {
            grew = false;
            for (const p of parts)
              if (!opened.has(p.key) && p.standsOn.some((g) => opened.has(g))) {
                opened.add(p.key);
                grew = true;
              }
          }
          const touches = reachOfWork(tree, [touched], action);
          const scope = proposeScope(index, 'post-maintenance', {
            ...request,
            work: [{ component: touched, action, touches }],
          });
          const found = [...scope].flatMap(([key, item]) =>
            item.verdict === 'prove' && ['touched', 'standsOn'].includes(item.why.kind) ? [key] : [],
          );
          // A check may be in the scope for a nearer reason as well; what work opens has to be there, and nothing else.
          expect(found.filter((k) => !opened.has(k))).toEqual([]);
          expect(
            index
              .reachOf(touches)
              .map((r) => r.part)
              .sort(),
          ).toEqual([...opened].sort());
        }),
        { numRuns: 60, seed: 6001 },
      );
    });
  },
);

describe('a pack that work and checks miss is refused', () => {
  const multirotor = library.packs.get('multirotor') as Pack;
  const refusals = (pack: Pack): readonly string[] => {
    const file = parseLibraryFile('own.json', JSON.stringify(documentOfPack(pack)));
    if (!file.ok) throw new Error(JSON.stringify(file.error));
    const made = compileDocument(file.value, library.moduleFiles, tree);
    return made.ok ? [] : made.error.map(describeProblem);
  };
  const proving = (proves: readonly string[]): Pack => ({
    ...multirotor,
    checks: multirotor.checks.map((c, i) => (i === 0 ? { ...c, proves, standsOn: [] } : c)),
  });

  test('with a check that no work re-opens; what is looked at every time needs none', () => {
    expect(refusals(multirotor)).toEqual([]);
    const [first] = multirotor.checks;
    const told = refusals(proving([]));
    expect(told).toHaveLength(1);
    expect(told[0]).toContain(`no work re-opens check "${first?.id}" (multirotor)`);
    const everyTime = tree.systems.find((s) => s.everyTime)?.name ?? '';
    expect(refusals(proving([everyTime]))).toEqual([]);
  });

  test('with a component that re-opens nothing, each component in its turn', () => {
    const index = indexFor(multirotor, 'multirotor');
    const proves = [...index.parts.values()].flatMap((p) => p.proves);
    const drawn = componentsOf(tree, layoutFor('multirotor'), [], proves).filter((c) => c.zone);
    expect(drawn.length).toBeGreaterThan(5);
    for (const component of drawn) {
      const touched = reachOfWork(tree, component.touches, 'replaced');
      const meets = (name: string): boolean =>
        touched.some((t) => overlaps(t, name.replaceAll('{engine}', '*')));
      const without = multirotor.checks.map((c) => ({ ...c, proves: c.proves.filter((p) => !meets(p)) }));
      const inspected = multirotor.independentInspection.filter((name) => !meets(name));
      const told = refusals({ ...multirotor, independentInspection: inspected, checks: without });
      // Things that are one system are told once, by the first of them.
      expect(told.join('\n')).toContain(`(${component.touches.join(', ')}) replaced re-opens no check`);
    }
  });
});

test('the tables that a mechanic reads are those of this library', () => {
  const folder = new URL('../../../docs/consequences/', import.meta.url);
  const kept = new Map(
    readdirSync(folder).map((name) => [name, readFileSync(new URL(name, folder), 'utf8')]),
  );
  const made = consequencesTables(library);
  expect([...kept.keys()].sort()).toEqual([...made.keys()].sort());
  for (const pack of packs)
    expect(familiesOf(pack).filter((f) => !made.has(`${pack.id}-on-${f}.md`))).toEqual([]);
  for (const [name, text] of made) expect([name, kept.get(name)]).toEqual([name, text]);
});

test('a left aileron replaced re-opens hinges, balance, travel, sense and full and free, and nothing of the engine', () => {
  const index = indexFor(library.packs.get('home-built-maiden') as Pack, 'home-built');
  const proves = [...index.parts.values()].flatMap((p) => p.proves);
  const aileron = componentsOf(tree, layoutFor('home-built'), [], proves).find(
    (c) => c.id === 'aileron-left',
  );
  const opened = index.reachOf(reachOfWork(tree, aileron?.touches ?? [], 'replaced')).map((r) => r.part);
  for (const check of [
    'hinges-locked',
    'mass-balance',
    'aileron-travel',
    'sense-roll',
    'stick-full-and-free',
  ])
    expect([check, opened.includes(`${check}@aircraft`)]).toEqual([check, true]);
  expect(opened.filter((k) => k.startsWith('oil') || k.includes('ignition'))).toEqual([]);
});

test('every system of the tree has one name, and the tree knows it', () => {
  const count = (nodes: readonly SystemNode[]): number =>
    nodes.reduce((sum, n) => sum + 1 + count(n.parts ?? []), 0);
  const all = (['{engine}', '*'] as const).flatMap((thing) => {
    const names = everyName(tree, thing);
    expect([names.length, new Set(names).size]).toEqual([count(tree.systems), count(tree.systems)]);
    return names;
  });
  expect(all.filter((name) => !knowsSystem(tree, name))).toEqual([]);
});
