import { ownMember, err, knowsSystem, ok, type Result, type SystemNode, type SystemTree } from '@kanzel/core';
import { asProven, type ParsedFile } from './parsed-file.ts';
import type { FileProblem } from './problem.ts';

interface RawNode extends Omit<SystemNode, 'parts'> {
  readonly like?: string;
  readonly parts?: readonly RawNode[];
}

interface RawTree {
  readonly id: string;
  readonly revision: number;
  readonly title: string;
  readonly shared?: Readonly<Record<string, readonly RawNode[]>>;
  readonly systems: readonly RawNode[];
}

type Path = readonly (string | number)[];

/** The tree with what several systems have alike written out at each of them. */
function written(
  nodes: readonly RawNode[],
  shared: RawTree['shared'],
  at: Path,
  say: (at: Path, message: string) => void,
): SystemNode[] {
  const seen = new Set<string>();
  return nodes.map(({ like, parts = [], ...node }, i) => {
    const here = [...at, i];
    const alike = like === undefined ? [] : ownMember(shared, like);
    if (!alike) say([...here, 'like'], `there is nothing shared called "${like ?? ''}"`);
    if (seen.has(node.name)) say([...here, 'name'], `"${node.name}" is there twice`);
    seen.add(node.name);
    const below = [
      ...written(alike ?? [], shared, here, say),
      ...written(parts, shared, [...here, 'parts'], say),
    ];
    return { ...node, ...(below.length > 0 ? { parts: below } : {}) };
  });
}

/** Names that a system gives as disturbed and that the tree does not know. */
function unknownNames(
  tree: SystemTree,
  nodes: readonly SystemNode[],
  at: Path,
  say: (at: Path, message: string) => void,
): void {
  nodes.forEach((node, i) => {
    for (const list of ['disturbs', 'replacing', 'adjusting'] as const)
      for (const name of node[list] ?? [])
        if (!knowsSystem(tree, name)) say([...at, i, list], `no system is called "${name}"`);
    unknownNames(tree, node.parts ?? [], [...at, i, 'parts'], say);
  });
}

/** Two systems or two components of one title could not be told apart by whoever picks one. */
function titlesTwice(tree: SystemTree, say: (at: Path, message: string) => void): void {
  for (const list of ['title', 'component'] as const) {
    const seen = new Map<string, string>();
    const visit = (node: SystemNode, above: string, each: string): void => {
      const name = `${above}${node.name}`;
      const title = node[list]?.toLowerCase();
      // What is part of one engine and what is part of another motor are told apart by its title.
      const key = list === 'component' ? `${each} ${title ?? ''}` : `${above} ${title ?? ''}`;
      const other = seen.get(key);
      if (title !== undefined && other !== undefined)
        say(['systems'], `"${name}" and "${other}" have one ${list}: ${node[list] ?? ''}`);
      seen.set(key, name);
      for (const part of node.parts ?? []) visit(part, `${name}.`, node.each ? name : each);
    };
    for (const node of tree.systems) visit(node, '', '');
  }
}

/** Compiles the tree of systems: what is shared is written out, every name it gives is one it knows. */
export function compileSystems(file: ParsedFile): Result<SystemTree, readonly FileProblem[]> {
  const raw = asProven<RawTree>(file);
  const problems: FileProblem[] = [];
  const say = (at: Path, message: string): void => void problems.push(file.problem(at, message));
  const systems = written(raw.systems, raw.shared, ['systems'], say);
  const tree = { id: raw.id, revision: raw.revision, title: raw.title, systems };
  unknownNames(tree, systems, ['systems'], say);
  titlesTwice(tree, say);
  return problems.length > 0 ? err(problems) : ok(tree);
}
