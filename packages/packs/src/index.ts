export * from './problem.ts';
export * from './library.ts';
export * from './write.ts';
export { consequencesTables } from './consequences.ts';
export { documentOfPack } from './compile-pack.ts';
export { documentOfAircraft } from './aircraft-file.ts';
export {
  librarySchema,
  LIBRARY_FORMATS,
  parseLibraryFile,
  SCHEMA_NAMES,
  type LibraryFormat,
  type ParsedFile,
  type SchemaName,
} from './parse.ts';
