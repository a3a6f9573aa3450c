import type { SystemNode, SystemTree } from './types.ts';

/** Steps of a name that stand for any thing: one of them, all of them, or the one a check is done on. */
const ANY_THING = /^(\*|\{engine\}|\{this\})$/;

/** What a name means in a tree: the systems from the root to it, and the ids put in on the way. */
export interface SystemMeaning {
  readonly nodes: readonly SystemNode[];
  readonly things: readonly string[];
}

function follow(
  nodes: readonly SystemNode[],
  steps: readonly string[],
  known: SystemMeaning,
  into: SystemMeaning[],
): void {
  const [step, ...rest] = steps;
  if (step === undefined) return;
  for (const node of nodes) {
    if (step !== '*' && node.name !== step) continue;
    const reached = { ...known, nodes: [...known.nodes, node] };
    if (rest.length === 0) into.push(reached);
    else if (node.each) {
      const [thing = '', ...below] = rest;
      const withThing = { ...reached, things: [...known.things, thing] };
      if (below.length === 0) into.push(withThing);
      else follow(node.parts ?? [], below, withThing, into);
    } else follow(node.parts ?? [], rest, reached, into);
  }
}

/**
 * What a name means: every system of the tree that it stands for. `*` is any one step; below a system that there is
 * one of for each engine or motor, the next step is the id of one, {engine} or *. Empty for a name that the tree
 * does not know.
 * Example: "controls.surface.*.hinges" means the hinges of ailerons, of the elevator, and so on; "aileron" means nothing.
 */
export function meaningsOf(tree: SystemTree, name: string): readonly SystemMeaning[] {
  // A library asks the same few hundred names some hundred thousand times. A tree is never changed once it was read.
  const known = MEANINGS.get(tree) ?? new Map<string, readonly SystemMeaning[]>();
  MEANINGS.set(tree, known);
  const before = known.get(name);
  if (before) return before;
  const found: SystemMeaning[] = [];
  follow(tree.systems, name.split('.'), { nodes: [], things: [] }, found);
  if (known.size < MOST_NAMES) known.set(name, found);
  return found;
}

const MEANINGS = new WeakMap<SystemTree, Map<string, readonly SystemMeaning[]>>();
/** Names that are remembered of a tree; those of a file somebody sends are no reason to keep more. */
const MOST_NAMES = 5000;

/** Whether a tree knows a name. Example: `knowsSystem(tree, 'engine.{engine}.oil')`. */
export function knowsSystem(tree: SystemTree, name: string): boolean {
  return meaningsOf(tree, name).length > 0;
}

/** Whether something is looked at anew each time: the system itself, or one that it is part of. */
export function isEveryTime(tree: SystemTree, name: string): boolean {
  const meanings = meaningsOf(tree, name);
  return meanings.length > 0 && meanings.every((m) => m.nodes.some((n) => n.everyTime));
}

/**
 * A system in words: its title after the thing and the systems it is part of, the outermost first.
 * Example: "engine.left.ignition.right" with the title "Left engine" of that engine is "Left engine, ignition, right
 * ignition". Undefined for a name that the tree does not know.
 */
export function systemTitle(
  tree: SystemTree,
  name: string,
  thingTitle: (id: string) => string | undefined,
): string | undefined {
  const [meaning, second] = meaningsOf(tree, name);
  if (!meaning) return undefined;
  const titles: string[] = [];
  let things = 0;
  for (const node of meaning.nodes) {
    const thing = node.each ? meaning.things[things++] : undefined;
    const ofThing = thing !== undefined && !ANY_THING.test(thing) ? thingTitle(thing) : undefined;
    titles.push(ofThing ?? node.title);
  }
  // A name for several systems is called by the one it ends with, of any of them.
  const shown = second ? [titles[0] ?? '', titles.at(-1) ?? ''] : titles;
  return shown.map((t, i) => (i === 0 ? t : `${t.charAt(0).toLowerCase()}${t.slice(1)}`)).join(', ');
}

/**
 * Every system of a tree by name, in its order, as a check proves it. Below what there is one of for each engine, surface or
 * wheel stands `thing`: {engine} for the one that a check is done on, or * for every one of them.
 * Example: with {engine} the tree of an engine with its oil gives "engine.{engine}" and "engine.{engine}.oil".
 */
export function everyName(tree: SystemTree, thing: '{engine}' | '*'): readonly string[] {
  const under = (nodes: readonly SystemNode[], above: string): string[] =>
    nodes.flatMap((node) => {
      const name = `${above}${node.name}${node.each ? `.${thing}` : ''}`;
      return [name, ...under(node.parts ?? [], `${name}.`)];
    });
  return under(tree.systems, '');
}
