import { getMetadataStorage } from 'class-validator';

type Storage = ReturnType<typeof getMetadataStorage>;
type Found = ReturnType<Storage['getTargetValidationMetadatas']>;

/**
 * The rules of a class never change once it is there, but for every object that is validated the package goes through those of
 * every class there is: a third of the time that checking an entry took. They are looked up once for each class here.
 * Rules in groups, which nothing here has, are looked up as ever.
 */
export function lookUpRulesOnce(storage: Storage = getMetadataStorage()): void {
  // A class inside another is asked for under the name of the one it is in.
  const known = new Map<unknown, Map<string, Found>>();
  const lookUp = storage.getTargetValidationMetadatas.bind(storage);
  storage.getTargetValidationMetadatas = (type, schema, always, strictGroups, groups) => {
    if (always || strictGroups || groups?.length) return lookUp(type, schema, always, strictGroups, groups);
    const own = known.get(type) ?? new Map<string, Found>();
    known.set(type, own);
    const found = own.get(schema) ?? lookUp(type, schema, always, strictGroups, groups);
    own.set(schema, found);
    return found;
  };
}
