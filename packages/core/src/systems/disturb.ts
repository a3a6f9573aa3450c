import { overlaps } from './overlap.ts';
import { meaningsOf, type SystemMeaning } from './tree.ts';
import type { SystemNode, SystemTree, WorkAction } from './types.ts';

const EXCHANGED: readonly WorkAction[] = ['replaced', 'repaired'];
const SET_ANEW: readonly WorkAction[] = ['adjusted', 'updated'];

/** Everything at or below some systems. */
function* within(node: SystemNode): Generator<SystemNode> {
  yield node;
  for (const part of node.parts ?? []) yield* within(part);
}

const leftBehind = new WeakMap<SystemTree, ReadonlyMap<string, readonly WorkAction[]>>();

/** The systems that some kinds of work reach whatever they are done to, by name. */
function reachedWhatever(tree: SystemTree): ReadonlyMap<string, readonly WorkAction[]> {
  const known = leftBehind.get(tree);
  if (known) return known;
  const found = new Map<string, readonly WorkAction[]>();
  const visit = (nodes: readonly SystemNode[], above: string): void => {
    for (const node of nodes) {
      const name = `${above}${node.name}${node.each ? '.*' : ''}`;
      if (node.reachedBy) found.set(name, node.reachedBy);
      visit(node.parts ?? [], `${name}.`);
    }
  };
  visit(tree.systems, '');
  leftBehind.set(tree, found);
  return found;
}

/** Whether work on a system takes tools to the aircraft: as the nearest says that says anything; papers take none. */
function takesTools({ nodes }: SystemMeaning): boolean {
  const says = nodes.findLast((n) => n.tools !== undefined);
  return says?.tools ?? !nodes.some((n) => n.everyTime);
}

/** Whether one name says nothing that the other does not: it is the same, or a part of it. */
const covers = (one: string, other: string): boolean =>
  one.split('.').length <= other.split('.').length && overlaps(one, other);

/**
 * The systems that work on some systems reaches: those worked on, and those which the tree says are disturbed by it.
 * A thing that was exchanged or repaired also reaches what only that disturbs; one that was merely adjusted reaches
 * nothing but what the tree names for it. What is part of a thing worked on disturbs on its own account; what is
 * disturbed does not disturb in its turn, since nobody laid a hand on it. Work that takes tools to the aircraft also
 * reaches what the tree says is reached by that kind of work whatever it is done to. Names are sorted, and one inside another is
 * left out. A system that the tree does not know reaches itself alone.
 * Source: the library's tree of systems. Example: the left engine's governor replaced reaches "engine.left.power", and the
 * search for loose objects.
 */
export function reachOfWork(
  tree: SystemTree | undefined,
  touched: readonly string[],
  action: WorkAction,
): readonly string[] {
  const found = new Set<string>();
  for (const name of touched) {
    const meanings = tree ? meaningsOf(tree, name) : [];
    const [first] = meanings;
    const only = SET_ANEW.includes(action) ? first?.nodes.at(-1)?.adjusting : undefined;
    const thing = first?.things[0];
    const put = (system: string): void => void found.add(system.replaceAll('{this}', thing ?? '*'));
    for (const system of only ?? [name]) put(system);
    if (tree && meanings.some(takesTools))
      for (const [system, actions] of reachedWhatever(tree)) if (actions.includes(action)) found.add(system);
    if (action === 're-weighed') continue;
    for (const { nodes } of meanings) {
      const last = nodes.at(-1);
      if (!last) continue;
      // Work on a part is work on the whole as far as the whole says so: a cylinder is reached through the engine.
      const reached = only ? [last] : [...within(last)];
      for (const node of reached) {
        for (const system of node.disturbs ?? []) put(system);
        if (EXCHANGED.includes(action)) for (const system of node.replacing ?? []) put(system);
      }
    }
  }
  const all = [...found].sort();
  return all.filter((name) => !all.some((other) => other !== name && covers(other, name)));
}
