import 'reflect-metadata';
import { createRequire } from 'node:module';
import { ANSWER_SPECS } from '@kanzel/contract';
import { UNIT_IDS } from '@kanzel/core';
import { getMetadataStorage } from 'class-validator';
import { validationMetadatasToSchemas } from 'class-validator-jsonschema';

/** JSON Schema as it is written into a file. */
export type Schema = Readonly<Record<string, unknown>>;

/** JSON Schemas of every class that requests are validated by, by the name of the class. */
export function classSchemas(refPointerPrefix: string): Readonly<Record<string, Schema>> {
  const { defaultMetadataStorage } = createRequire(import.meta.url)('class-transformer/cjs/storage.js') as {
    defaultMetadataStorage: never;
  };
  return validationMetadatasToSchemas({
    classValidatorMetadataStorage: getMetadataStorage(),
    classTransformerMetadataStorage: defaultMetadataStorage,
    refPointerPrefix,
    additionalConverters: { isInstant: { type: 'string', format: 'date-time' } },
  }) as Readonly<Record<string, Schema>>;
}

/** Classes that a schema refers to. */
const refersTo = (schema: unknown): string[] =>
  [...JSON.stringify(schema).matchAll(/"#\/definitions\/(\w+)"/g)].flatMap(([, name]) => name ?? []);

/**
 * The part of the JSON Schema of packs that says how a check is answered: `answer`, the units, and a definition for each class it
 * is made of. Members that a class does not have are refused, as they are at the door.
 */
export function answerDefinitions(): Readonly<Record<string, Schema>> {
  const all = new Map(Object.entries(classSchemas('#/definitions/')));
  const kinds = Object.entries(ANSWER_SPECS).map(([kind, made]) => [kind, made.name] as const);
  const wanted: string[] = kinds.map(([, name]) => name);
  // The list grows while it is walked: what a class is made of belongs to it.
  for (const name of wanted)
    wanted.push(...refersTo(all.get(name)).filter((other) => !wanted.includes(other)));
  const answer = {
    type: 'object',
    required: ['kind'],
    properties: { kind: { enum: kinds.map(([kind]) => kind) } },
    allOf: kinds.map(([kind, name]) => ({
      if: { properties: { kind: { const: kind } } },
      then: { $ref: `#/definitions/${name}` },
    })),
  };
  const unit = { enum: UNIT_IDS };
  const made = wanted.map((name) => {
    const schema = { ...all.get(name), additionalProperties: false };
    const written = JSON.stringify(schema).replaceAll(
      JSON.stringify({ type: 'string', ...unit }),
      '{"$ref":"#/definitions/unit"}',
    );
    return [name, JSON.parse(written) as Schema] as const;
  });
  return { unit, answer, ...Object.fromEntries(made.sort(([a], [b]) => (a < b ? -1 : 1))) };
}
