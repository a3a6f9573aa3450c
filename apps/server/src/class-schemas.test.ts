import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import { ANSWER_SPECS } from '@kanzel/contract';
import { ANSWERS, COMPUTATIONS } from '@kanzel/core';
import { BUILT_IN_LIBRARY, librarySchema, loadLibrary, readLibraryFolder } from '@kanzel/packs';
import { plainToInstance } from 'class-transformer';
import { validateSync } from 'class-validator';
import fc from 'fast-check';
import '../../../packages/packs/src/testing/laid.ts';
import { readerOf } from '../../../packages/packs/src/testing/reader-of.ts';
import { answerDefinitions } from './class-schemas.ts';

const { answer, ...definitions } = answerDefinitions();
const library = loadLibrary(readLibraryFolder(BUILT_IN_LIBRARY));
const specs = [...library.packs.values()].flatMap((p) =>
  p.checks.map((c) => JSON.parse(JSON.stringify(c.answer)) as Record<string, unknown> & { kind: string }),
);

/** What the class of a way of answering says of it, as at the door: members it does not have are refused. */
function byClass(spec: Record<string, unknown> & { kind: string }): boolean {
  const made: new () => object = ANSWER_SPECS[spec.kind as keyof typeof ANSWER_SPECS];
  const errors = validateSync(plainToInstance(made, spec), { whitelist: true, forbidNonWhitelisted: true });
  return errors.length === 0;
}
const bySchema = readerOf({ ...answer, definitions });

test('the schema of packs is the one that the classes make (npm run schemas)', () => {
  const file = JSON.parse(
    readFileSync(join(__dirname, '../../../packages/packs/schemas/module.schema.json'), 'utf8'),
  ) as { definitions: Record<string, unknown> };
  const made = answerDefinitions();
  expect(Object.fromEntries(Object.keys(made).map((name) => [name, file.definitions[name]]))).toEqual(made);
  // And nothing stands there for a class that is gone.
  expect(Object.keys(file.definitions).filter((name) => /^[A-Z]/.test(name) && !(name in made))).toEqual([]);
  expect(librarySchema('module')).toMatchObject({ definitions: { answer: made['answer'] } });
});

test('every way of answering of the core has its class, and a computed check may name every computation', () => {
  expect(Object.keys(ANSWER_SPECS).sort()).toEqual([...Object.keys(ANSWERS), 'computed'].sort());
  for (const value of Object.keys(COMPUTATIONS))
    expect(bySchema({ kind: 'computed', from: ['a'], value })).toBe(true);
  expect(bySchema({ kind: 'computed', from: ['a'], value: 'sum' })).toBe(false);
});

test('whatever ships is taken by both; damaged in any place, both say the same of it (property)', () => {
  expect(new Set(specs.map((s) => s.kind)).size).toBeGreaterThan(12);
  for (const spec of specs) expect([spec, byClass(spec), bySchema(spec)]).toEqual([spec, true, true]);
  // Null is not drawn: to a class it is a member left out, to a schema one too many.
  const junk = fc.constantFrom<unknown>(
    '',
    'x',
    'rpm',
    'A b',
    0,
    -1,
    1,
    0.5,
    700,
    true,
    [],
    ['a'],
    ['a', 'a'],
    {},
    { low: 1 },
  );
  fc.assert(
    fc.property(
      fc.constantFrom(...specs),
      fc.nat(),
      junk,
      fc.constantFrom('put', 'drop', 'add'),
      (spec, at, value, how) => {
        const damaged: Record<string, unknown> & { kind: string } = structuredClone(spec);
        const names = Object.keys(damaged).filter((n) => n !== 'kind');
        const name = names[at % Math.max(1, names.length)];
        if (how === 'add' || name === undefined) damaged['surplus'] = value;
        else if (how === 'drop') delete damaged[name];
        else damaged[name] = value;
        expect([damaged, bySchema(damaged)]).toEqual([damaged, byClass(damaged)]);
      },
    ),
    { numRuns: 1500 },
  );
});
