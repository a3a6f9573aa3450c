import { readFileSync } from 'node:fs';
import { Ajv, type ErrorObject } from 'ajv';
import { isNode, LineCounter, parseDocument, type Document } from 'yaml';
import { err, ok, type Result } from '@kanzel/core';
import type { FileProblem } from './problem.ts';

const schema = (name: string): object =>
  JSON.parse(readFileSync(new URL(`../schemas/${name}.schema.json`, import.meta.url), 'utf8')) as object;

const ajv = new Ajv({ allErrors: true, strict: true, strictRequired: false, strictTypes: false });
const VALIDATORS = {
  'kanzel-module': ajv.compile(schema('module')),
  'kanzel-pack': ajv.compile(schema('pack')),
  'kanzel-limit-book': ajv.compile(schema('limit-book')),
  'kanzel-aircraft': ajv.compile(schema('aircraft')),
};

/** The kinds of library file, as they name themselves in their first line. */
export type LibraryFormat = keyof typeof VALIDATORS;

/** Newest format version this program reads. */
const KNOWN_VERSION = 1;

/** A library file that passed its schema, with the way back to lines. */
export interface ParsedFile {
  readonly format: LibraryFormat;
  readonly file: string;
  readonly value: Record<string, unknown>;
  /** Problem at a path of keys and indices. */
  readonly problem: (path: readonly (string | number)[], message: string) => FileProblem;
}

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

/**
 * Reads one library file (YAML, or JSON, which is YAML): syntax, format, version, schema. All problems are
 * named with line and path; nothing is accepted in part.
 * Errors: syntax; no or unknown `format`; a `version` newer than this program; every violation of the schema.
 */
export function parseLibraryFile(file: string, text: string): Result<ParsedFile, readonly FileProblem[]> {
  const lines = new LineCounter();
  const document = parseDocument(text, { lineCounter: lines, uniqueKeys: true });
  const at = (path: readonly (string | number)[], message: string): FileProblem => ({
    file,
    ...locate(document, lines, path),
    place: placeOf(path),
    message,
  });
  if (document.errors.length > 0) {
    return err(
      document.errors.map((e) => ({
        file,
        line: e.linePos?.[0].line,
        column: e.linePos?.[0].col,
        place: '',
        message: e.message.split('\n')[0] ?? e.message,
      })),
    );
  }
  const value: unknown = document.toJS();
  if (typeof value !== 'object' || value === null || Array.isArray(value))
    return err([at([], 'is not a library file: it holds no members')]);
  const members = value as Record<string, unknown>;
  const format = members['format'];
  if (typeof format !== 'string' || !(format in VALIDATORS)) {
    return err([at(['format'], `must be one of ${Object.keys(VALIDATORS).join(', ')}`)]);
  }
  const version = members['version'];
  if (typeof version === 'number' && version > KNOWN_VERSION) {
    return err([
      at(
        ['version'],
        `is ${version}; this program reads version ${KNOWN_VERSION}. Nothing was loaded from it`,
      ),
    ]);
  }
  const validate = VALIDATORS[format as LibraryFormat];
  if (!validate(value)) {
    const found = (validate.errors ?? []).filter((e) => !isEcho(e));
    return err((found.length > 0 ? found : (validate.errors ?? [])).map((e) => at(pathOf(e), messageOf(e))));
  }
  return ok({ format: format as LibraryFormat, file, value: members, problem: at });
}
