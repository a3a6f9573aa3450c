import { readFileSync } from 'node:fs';
import { Ajv, type ErrorObject, type ValidateFunction } from 'ajv';
import { isNode, type Document, type LineCounter } from 'yaml';
import { err, ok, type Result } from '@kanzel/core';
import { aircraftFrom1 } from './aircraft-file.ts';
import type { LibraryFormat, ParsedFile, Place, ReadFile } from './parsed-file.ts';
import type { FileProblem } from './problem.ts';
import { readYaml } from './read-yaml.ts';

const schema = (name: string): object =>
  JSON.parse(readFileSync(new URL(`../schemas/${name}.schema.json`, import.meta.url), 'utf8')) as object;

const ajv = new Ajv({ allErrors: true, strict: true, strictRequired: false, strictTypes: false });

/** Names of the published schemas, by file. The module comes first, since the others refer to it. */
export const SCHEMA_NAMES = [
  'module',
  'pack',
  'limit-book',
  'aircraft-1',
  'aircraft',
  'instrument',
  'systems',
  'emergency',
] as const;
export type SchemaName = (typeof SCHEMA_NAMES)[number];

/** A published JSON Schema (draft 7) of the library files. */
export function librarySchema(name: SchemaName): object {
  return schema(name);
}

for (const name of SCHEMA_NAMES) ajv.addSchema(schema(name), name);

/** Made when the first file asks for it: of most formats a start reads none that was not read at the build. */
function compiled(name: SchemaName): ValidateFunction {
  const validate = ajv.getSchema(name);
  if (!validate) throw new Error(`There is no schema ${name}`);
  return validate;
}

interface Known {
  /** Newest format version this program reads. */
  readonly newest: number;
  readonly validate: (version: number) => ValidateFunction;
  /** Brings an older version, already found valid, to the newest. */
  readonly upcast?: (value: Record<string, unknown>, version: number) => Record<string, unknown>;
}

const FORMATS = {
  'kanzel-module': { newest: 1, validate: () => compiled('module') },
  'kanzel-pack': { newest: 2, validate: () => compiled('pack') },
  'kanzel-limit-book': { newest: 2, validate: () => compiled('limit-book') },
  'kanzel-aircraft': {
    newest: 2,
    validate: (version) => compiled(version === 1 ? 'aircraft-1' : 'aircraft'),
    upcast: (value, version) => (version === 1 ? aircraftFrom1(value) : value),
  },
  'kanzel-instrument': { newest: 1, validate: () => compiled('instrument') },
  'kanzel-systems': { newest: 1, validate: () => compiled('systems') },
  'kanzel-emergency': { newest: 1, validate: () => compiled('emergency') },
} as const satisfies Record<LibraryFormat, Known>;

/** The kinds of library file, as they name themselves in their first line. */
export const LIBRARY_FORMATS = Object.keys(FORMATS) as LibraryFormat[];

/** So many problems of a file are told at once: more, nobody mends before the next look. */
const MOST_TOLD = 100;

function placeOf(path: readonly (string | number)[]): string {
  return path.map((p, i) => (typeof p === 'number' ? `[${p}]` : i === 0 ? p : `.${p}`)).join('');
}

/** The nearest node that exists along a path, so that a missing member points at its parent. */
function locate(
  document: Document,
  lines: LineCounter,
  path: readonly (string | number)[],
): { line?: number; column?: number } {
  for (let length = path.length; length >= 0; length -= 1) {
    const node = length === 0 ? document.contents : document.getIn(path.slice(0, length), true);
    if (isNode(node) && node.range) {
      const { line, col } = lines.linePos(node.range[0]);
      return { line, column: col };
    }
  }
  return {};
}

function pathOf(error: ErrorObject): (string | number)[] {
  const steps = error.instancePath
    .split('/')
    .slice(1)
    .map((s) => s.replace(/~1/g, '/').replace(/~0/g, '~'));
  return steps.map((s) => (/^\d+$/.test(s) ? Number(s) : s));
}

function messageOf(error: ErrorObject): string {
  const params = error.params as Record<string, unknown>;
  if (error.keyword === 'additionalProperties')
    return `"${String(params['additionalProperty'])}" is not known here`;
  if (error.keyword === 'required') return `"${String(params['missingProperty'])}" is missing`;
  if (error.keyword === 'enum')
    return `must be one of ${(params['allowedValues'] as unknown[]).slice(0, 12).join(', ')}`;
  if (error.keyword === 'const') return `must be ${String(params['allowedValue'])}`;
  return error.message ?? 'is not allowed here';
}

/** "if" failures only repeat what the branch already says. */
const isEcho = (error: ErrorObject): boolean =>
  error.keyword === 'if' || error.keyword === 'not' || error.keyword === 'oneOf';

/** Format, version and schema of what was read; `at` says where in the file a problem is. */
function checked(value: unknown, at: Place): Result<ReadFile, readonly FileProblem[]> {
  if (typeof value !== 'object' || value === null || Array.isArray(value))
    return err([at([], 'is not a library file: it holds no members')]);
  const members = value as Record<string, unknown>;
  const format = members['format'];
  if (typeof format !== 'string' || !Object.hasOwn(FORMATS, format)) {
    return err([at(['format'], `must be one of ${LIBRARY_FORMATS.join(', ')}`)]);
  }
  const known: Known = FORMATS[format as LibraryFormat];
  const version = members['version'];
  if (typeof version === 'number' && version > known.newest) {
    return err([
      at(
        ['version'],
        `is ${version}; this program reads up to version ${known.newest}. Nothing was loaded from it`,
      ),
    ]);
  }
  const written = typeof version === 'number' ? version : known.newest;
  const validate = known.validate(written);
  if (!validate(value)) {
    const found = (validate.errors ?? []).filter((e) => !isEcho(e));
    const told = (found.length > 0 ? found : (validate.errors ?? [])).slice(0, MOST_TOLD);
    return err(told.map((e) => at(pathOf(e), messageOf(e))));
  }
  return ok({ format: format as LibraryFormat, value: known.upcast?.(members, written) ?? members });
}

/** Where in a text a problem is. The text is read for it when there is one, which of most files there never is. */
function placesIn(file: string, text: string): Place {
  let read: ReturnType<typeof readYaml> | undefined;
  return (path, message) => {
    read ??= readYaml(file, text);
    const { document, lines } = read.ok ? read.value : {};
    return {
      file,
      ...(document && lines ? locate(document, lines, path) : {}),
      place: placeOf(path),
      message,
    };
  };
}

/**
 * Reads one library file (YAML, or JSON, which is YAML): syntax, format, version, schema. All problems are
 * named with line and path; nothing is accepted in part.
 * Errors: syntax; no or unknown `format`; a `version` newer than this program; every violation of the schema.
 */
export function readLibraryFile(file: string, text: string): Result<ReadFile, readonly FileProblem[]> {
  const read = readYaml(file, text);
  if (!read.ok) return read;
  const { document, lines, value } = read.value;
  return checked(value, (path, message) => ({
    file,
    ...locate(document, lines, path),
    place: placeOf(path),
    message,
  }));
}

/** A file that was read, here or in a thread, with the way back to its lines. */
export const parsedFrom = (file: string, text: string, read: ReadFile): ParsedFile => ({
  ...read,
  file,
  problem: placesIn(file, text),
});

/** Reads one library file, with the way back to its lines. Errors: those of `readLibraryFile`. */
export function parseLibraryFile(file: string, text: string): Result<ParsedFile, readonly FileProblem[]> {
  const read = readLibraryFile(file, text);
  return read.ok ? ok(parsedFrom(file, text, read.value)) : read;
}

/**
 * The same of a document that is no file yet: format, version and schema. It has no lines; what only a text can have wrong is
 * found when it becomes one.
 */
export function parseLibraryDocument(
  file: string,
  document: Record<string, unknown>,
): Result<ParsedFile, readonly FileProblem[]> {
  const at: Place = (path, message) => ({ file, place: placeOf(path), message });
  const read = checked(document, at);
  return read.ok ? ok({ ...read.value, file, problem: at }) : read;
}
