import { Ajv } from 'ajv';

/** Whether something is as a JSON Schema wants it, read as strictly as library files are. */
export function readerOf(schema: object): (value: unknown) => boolean {
  const validate = new Ajv({ strict: true, strictRequired: false, strictTypes: false }).compile(schema);
  return (value) => validate(value);
}
