import { readFileSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { build } from './build.mjs';
import { ensureInstalled, ensureNode, ROOT, run } from './lib.mjs';

/** `npm run schemas`: writes how a check is answered into the JSON Schema of packs, from the classes it is validated by. */
ensureNode();
ensureInstalled();
await build({ web: false });
const { answerDefinitions } = await import(join(ROOT, 'apps/server/dist/class-schemas.js'));
const file = join(ROOT, 'packages/packs/schemas/module.schema.json');
const schema = JSON.parse(readFileSync(file, 'utf8'));
const made = answerDefinitions();
const own = Object.entries(schema.definitions).filter(([name]) => !(name in made) && !/^[A-Z]/.test(name));
schema.definitions = { ...Object.fromEntries(own), ...made };
writeFileSync(file, `${JSON.stringify(schema, null, 2)}\n`);
run('npx', ['--no-install', 'prettier', '--write', '--log-level', 'warn', file]);
