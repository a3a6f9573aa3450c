import { isCollection, isScalar, LineCounter, parseDocument, visit, type Document } from 'yaml';
import { err, ok, type Result } from '@kanzel/core';
import type { FileProblem } from './problem.ts';

/** More than any library file has; whoever sends more is refused before it is read, or as soon as it has been. */
const MOST_CHARACTERS = 1_000_000;
const MOST_LINES = 20_000;
const MOST_MEMBERS = 1000;
const MOST_VALUES = 200_000;
const MOST_DEPTH = 40;

export interface ReadYaml {
  readonly document: Document;
  readonly lines: LineCounter;
  readonly value: unknown;
}

/** Names that every object inherits: a table that is asked for one of them finds what is in none. */
const INHERITED: ReadonlySet<string> = new Set(Object.getOwnPropertyNames(Object.prototype));

/** Signs that open a level on one line: lists in lists, and members whose name is a list. */
const LEVELS_ON_ONE_LINE = new RegExp(`^[ \\t]*(?:[-?:][ \\t]+){${MOST_DEPTH},}`, 'm');

/** Brackets open at one time, wherever they stand; those within words may be out of balance, so that more are let by. */
const MOST_BRACKETS = 10 * MOST_DEPTH;

function bracketsIn(text: string): number {
  let open = 0;
  let most = 0;
  for (const [sign] of text.matchAll(/[[\]{}]/g)) {
    open = Math.max(0, open + (sign === '[' || sign === '{' ? 1 : -1));
    most = Math.max(most, open);
  }
  return most;
}

/** What a text has too much of before anything reads it; the parser would take minutes over it. */
function tooMuch(text: string): string | undefined {
  if (text.length > MOST_CHARACTERS || text.split('\n', MOST_LINES + 2).length > MOST_LINES)
    return 'is longer than any library file';
  return LEVELS_ON_ONE_LINE.test(text) || bracketsIn(text) > MOST_BRACKETS
    ? 'goes deeper than any library file'
    : undefined;
}

/** What goes too far in a document that has been parsed, with the place in the text. */
function excess(document: Document): { at: number; message: string } | undefined {
  let found: { at: number; message: string } | undefined;
  let values = 0;
  const say = (range: readonly number[] | null | undefined, message: string): symbol => {
    found = { at: range?.[0] ?? 0, message };
    return visit.BREAK;
  };
  visit(document, {
    Node: (_key, node, path) => {
      values += 1;
      if (values > MOST_VALUES) return say(node.range, 'holds more values than any library file');
      if (path.filter(isCollection).length > MOST_DEPTH)
        return say(node.range, 'goes deeper than any library file');
      return undefined;
    },
    Map: (_key, map) => {
      if (map.items.length > MOST_MEMBERS) return say(map.range, 'has more members than any library file');
      const names = new Set<string>();
      for (const { key } of map.items) {
        if (!isScalar(key)) return say(map.range, 'has a member whose name is not a word');
        const name = String(key.value);
        const { range } = key;
        if (INHERITED.has(name)) return say(range, `nothing may be called "${name}"`);
        if (names.has(name)) return say(range, `"${name}" is said twice`);
        names.add(name);
      }
      return undefined;
    },
    Scalar: (_key, scalar) => {
      const { value, range } = scalar;
      if (typeof value === 'number' && !Number.isFinite(value))
        return say(range, 'is not a number one can measure');
      // As an id it would be looked up in tables, where every object has it.
      if (typeof value === 'string' && INHERITED.has(value))
        return say(range, `nothing may be called "${value}"`);
      return undefined;
    },
  });
  return found;
}

/**
 * Reads YAML (or JSON, which is YAML) that comes from anybody: bounded in size before it is parsed, in depth, members and
 * values before anything walks it; no name twice, none that every object inherits, no number without end, no alias that
 * goes nowhere or without end. Errors: each with its line.
 */
export function readYaml(file: string, text: string): Result<ReadYaml, readonly FileProblem[]> {
  const lines = new LineCounter();
  const problem = (message: string, at?: number): FileProblem => {
    const { line, col } = at === undefined ? { line: undefined, col: undefined } : lines.linePos(at);
    return { file, line, column: col, place: '', message };
  };
  const refused = tooMuch(text);
  if (refused) return err([problem(refused)]);
  const document = parseDocument(text, { lineCounter: lines, uniqueKeys: false });
  if (document.errors.length > 0)
    return err(document.errors.map((e) => problem(e.message.split('\n')[0] ?? e.message, e.pos[0])));
  const found = excess(document);
  if (found) return err([problem(found.message, found.at)]);
  try {
    return ok({ document, lines, value: document.toJS({ maxAliasCount: 100 }) as unknown });
  } catch (error) {
    if (error instanceof ReferenceError) return err([problem(error.message)]);
    throw error;
  }
}
