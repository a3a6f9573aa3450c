import { planOf } from '../aircraft/plan.ts';
import type { Equipment, Layout, PROPULSOR_KINDS } from '../aircraft/types.ts';
import { overlaps } from './overlap.ts';
import type { LayoutThings, SystemNode, SystemTree } from './types.ts';

/** Something that work can be done to, as people point at it or call it, and the systems it stands for. */
export interface Component {
  readonly id: string;
  readonly title: string;
  readonly touches: readonly string[];
  /** Id of the zone of the plan by which it is pointed at. */
  readonly zone?: string;
}

type PropulsorKind = (typeof PROPULSOR_KINDS)[number];

interface Thing {
  readonly id: string;
  readonly title: string;
}

/** What of a layout is meant, each once, in the order of the layout. */
function thingsOf(
  layout: Layout,
  zones: readonly (Thing & { readonly kind: string })[],
  of: LayoutThings,
): Thing[] {
  const { propulsors, surfaces, stores, gear } = of;
  return [
    ...layout.propulsors.filter((p) => propulsors?.includes(p.kind)),
    ...layout.surfaces.filter((s) => surfaces?.includes(s.kind)),
    ...layout.stores.filter((s) => stores?.includes(s.kind)),
    ...zones.filter(
      (z) =>
        (z.kind === 'structure' && of.zones?.some((id) => z.id.startsWith(id))) ||
        (z.kind === 'gear' && (gear === true || gear?.includes(layout.gear))),
    ),
  ];
}

/**
 * What work can be done to on an aircraft: its equipment; every engine, surface, tank, pack, part of the structure and
 * wheel of its layout; and what else the tree of systems calls a component and some check of the pack proves by name. Each
 * with the system that it is, by what it is and never by how it is called; what work on it disturbs beside that says
 * `reachOfWork`. `proves` are the names that the checks of the campaign prove.
 * Example: the left engine of a twin is "engine.left", its left aileron "controls.surface.aileron", and with a check of the
 * generators there is "Left engine, generator" beside them.
 */
export function componentsOf(
  tree: SystemTree,
  layout: Layout,
  equipment: readonly Equipment[],
  proves: readonly string[],
): readonly Component[] {
  const zones = planOf(layout).zones;
  const found = new Map<string, Component>();
  const put = (component: Component): void => {
    if (!found.has(component.id)) found.set(component.id, component);
  };
  const visit = (node: SystemNode, above: string, of: Thing | undefined): void => {
    const name = above === '' ? node.name : `${above}.${node.name}`;
    const drawn = node.things ? thingsOf(layout, zones, node.things) : [];
    for (const thing of drawn) put({ id: thing.id, title: thing.title, touches: [name], zone: thing.id });
    // A check of the whole says nothing of what its parts are: a motor is not thought to have a gear train.
    const known = (p: string): boolean => overlaps(p, name) && p.split('.').length >= name.split('.').length;
    if (node.component !== undefined && drawn.length === 0 && proves.some(known))
      put({
        id: name,
        title: of ? `${of.title}, ${node.component.toLowerCase()}` : node.component,
        touches: [name],
      });
    if (!node.each) {
      for (const part of node.parts ?? []) visit(part, name, of);
      return;
    }
    for (const thing of thingsOf(layout, zones, node.each)) {
      put({ id: thing.id, title: thing.title, touches: [`${name}.${thing.id}`], zone: thing.id });
      for (const part of node.parts ?? []) visit(part, `${name}.${thing.id}`, thing);
    }
  };
  for (const e of equipment) put({ id: e.id, title: e.title, touches: e.touches });
  for (const node of tree.systems) visit(node, '', undefined);
  return [...found.values()];
}

/**
 * Every system of the tree that some check proves, with the engines and motors of an aircraft put in, in the order of
 * the tree: what people pick from. Example: with a check of "controls.surface.*.hinges" the list has "controls",
 * "controls.surface.aileron" and "controls.surface.aileron.hinges".
 */
export function systemsProven(
  tree: SystemTree,
  engines: readonly { readonly id: string; readonly kind?: PropulsorKind }[],
  proves: readonly string[],
): readonly string[] {
  const found: string[] = [];
  const put = (name: string): boolean => {
    const proven = proves.some((p) => overlaps(p, name));
    if (proven) found.push(name);
    return proven;
  };
  const visit = (node: SystemNode, above: string): void => {
    const name = above === '' ? node.name : `${above}.${node.name}`;
    const { each } = node;
    const names = each
      ? engines.filter((e) => !e.kind || each.propulsors?.includes(e.kind)).map((e) => `${name}.${e.id}`)
      : [name];
    // A system that there is none of on this aircraft is nothing to work on.
    if (names.length === 0 || !put(name)) return;
    for (const at of names) if (at === name || put(at)) for (const part of node.parts ?? []) visit(part, at);
  };
  for (const node of tree.systems) visit(node, '');
  return found;
}
